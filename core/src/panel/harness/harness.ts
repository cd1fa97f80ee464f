import type { Assembly, PlacedConnector } from '../../assembly';
import type { Conversion } from '../../document';
import { freeRoom, routeOf, type Route } from '../../fit';
import { CABLES, CHASSIS_LIMIT, GAUGES, type Gauge, type PinSignal } from '../../standards';
import { headerPlace, placeOf, type ControlPlace } from '../place';
import type { Matched, PanelWire } from '../ways/assign';

/** One wire of the harness. */
export interface HarnessRow {
  id: string;
  control: string;
  from: string;
  terminal: string;
  header: string;
  to: string;
  pin: string;
  signal: PinSignal;
  through?: string;
  colour: string;
  gauge: Gauge;
  /** mm with slack at both ends; `routed`: by the way that is free, else straight and a third more. */
  length: number;
  routed: boolean;
  plug: string;
  /** What it crosses that comes off or moves. */
  crosses?: string;
  tested: boolean;
  test: string;
}

export interface Harness {
  rows: HarnessRow[];
  /** Plugs in words, and mm of wire by gauge. */
  disconnects: { on: string; wires: number }[];
  metres: { gauge: Gauge; metres: number }[];
}

/** Colours by what a wire carries; signals take the others in turn. Common practice, no source. */
const COLOURS: Partial<Record<PinSignal, string>> = {
  ground: 'black',
  '12 V': 'yellow',
  '5 V': 'red',
  '5 V standby': 'violet',
  '3.3 V': 'orange',
  'power light +': 'green',
  'power light −': 'white',
};
const OTHERS = ['blue', 'green', 'white', 'grey', 'brown', 'violet', 'pink', 'turquoise'];
/** At both ends, for stripping and a second try; and to open what comes off, mm. Common practice, no source. */
const SLACK = { ends: 60, opens: 120 };
/** Straight ways are so much shorter than real ones. Common practice, no source. */
const STRAIGHT = 1.33;

/** What a wire of a harness runs over, from control to header. */
export interface Ways {
  length: (control: string, header: string) => { mm: number; routed: boolean };
}

/** All wires, with colour, gauge, length, what they cross, and how each is tested. Pure. */
export function harnessOf(
  document: Conversion,
  assembly: Assembly,
  matched: Matched,
  ways = straightWays(document, assembly),
): Harness {
  const rows: HarnessRow[] = [];
  let other = 0;
  const places = placesOf(document, assembly);
  for (const { id, control, wires } of matched.controls) {
    for (const wire of wires) {
      if (!wire.to) continue;
      const made = document.panel.wires[wire.id] ?? {};
      const signal = wire.to.has.signal;
      const header = document.panel.headers[wire.to.header]!;
      const on = places(id)?.on;
      const run = ways.length(id, wire.to.header);
      const row: HarnessRow = {
        id: wire.id,
        control: id,
        from: control.name,
        terminal: wire.terminal,
        header: wire.to.header,
        to: header.name,
        pin: wire.to.pin,
        signal,
        colour: made.colour ?? COLOURS[signal] ?? OTHERS[other++ % OTHERS.length]!,
        gauge: made.gauge ?? gaugeFor(wire.end.milliamps ?? 10),
        length: made.length ?? Math.ceil((run.mm + SLACK.ends + (on === undefined ? 0 : SLACK.opens)) / 10) * 10,
        routed: run.routed,
        plug:
          header.type === 'switch pads'
            ? 'soldered, glued down beside the pads'
            : `crimp contact, pitch ${header.type === 'USB 3' ? 2 : 2.54} mm`,
        tested: made.tested ?? false,
        test: testOf(wire),
      };
      if (wire.end.through !== undefined) row.through = wire.end.through;
      if (on !== undefined) row.crosses = on;
      rows.push(row);
    }
  }
  const disconnects = new Map<string, number>();
  for (const row of rows)
    if (row.crosses !== undefined) disconnects.set(row.crosses, (disconnects.get(row.crosses) ?? 0) + 1);
  const metres = new Map<Gauge, number>();
  for (const row of rows) metres.set(row.gauge, (metres.get(row.gauge) ?? 0) + row.length / 1000);
  return {
    rows,
    disconnects: [...disconnects].map(([on, wires]) => ({ on, wires })),
    metres: [...metres].map(([gauge, m]) => ({ gauge, metres: m })).sort((a, b) => b.gauge - a.gauge),
  };
}

/** The finest wire that stands it twice over, and is not torn off by a sleeve: AWG 26 at most. */
export const gaugeFor = (milliamps: number): Gauge =>
  [...GAUGES].sort((a, b) => b - a).find((g) => g <= 26 && CHASSIS_LIMIT[g] >= (2 * milliamps) / 1000) ?? GAUGES[0]!;

function testOf({ end, to }: PanelWire): string {
  const signal = to!.has.signal;
  if (signal === 'ground') return 'beeps to the case and to every other black one';
  if (['3.3 V', '5 V', '5 V standby', '12 V'].includes(signal))
    return `no beep to ground; then ${signal.replace(' standby', '')} ± 5 % with nothing else plugged in`;
  if (end.through) return `through ${end.through}: ohms from end to end, no beep to its neighbours`;
  return 'beeps from end to end, not to its neighbours';
}

const placesOf =
  (document: Conversion, assembly: Assembly) =>
  (id: string): ControlPlace | undefined =>
    placeOf(document, assembly, document.panel.controls[id]!);

/** Straight lines, a third longer: at once, while something is dragged. */
export function straightWays(document: Conversion, assembly: Assembly): Ways {
  const places = placesOf(document, assembly);
  return {
    length: (control, header) => {
      const [a, b] = [places(control)?.back, headerPlace(assembly, document.panel.headers[header]?.part)];
      return { mm: a && b ? STRAIGHT * Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]) : 300, routed: false };
    },
  };
}

/** Real ways through the free room, as Fit leads cables; each pair of control and header once. */
export function routedWays(document: Conversion, assembly: Assembly): Ways & { routes: Route[] } {
  const places = placesOf(document, assembly);
  const straight = straightWays(document, assembly);
  const room = freeRoom(assembly, CABLES.lead.thickness);
  const known = new Map<string, { mm: number; routed: boolean }>();
  const routes: Route[] = [];
  const length = (control: string, header: string) => {
    const key = `${control}>${header}`;
    const there = known.get(key);
    if (there) return there;
    const place = places(control);
    const to = headerPlace(assembly, document.panel.headers[header]?.part);
    let run = straight.length(control, header);
    if (place && to) {
      const end = (
        part: string,
        at: ControlPlace['back'],
        direction: PlacedConnector['direction'],
      ): PlacedConnector => ({
        id: part,
        name: part,
        kind: 'lead',
        gives: true,
        straight: 4,
        part,
        at,
        direction,
      });
      const route = routeOf(
        assembly,
        {
          id: key,
          kind: 'lead',
          cable: CABLES.lead,
          from: end(control, place.back, place.inward),
          to: end(header, to, 'top'),
          own: undefined,
        },
        room,
      );
      if (Number.isFinite(route.length)) {
        run = { mm: route.length, routed: true };
        routes.push(route);
      }
    }
    known.set(key, run);
    return run;
  };
  return { length, routes };
}

/** What the wires do before the first power: steps in order. */
export const FIRST_POWER: readonly string[] = [
  'Plug of the mains out, capacitors empty, the board off the bench on an insulator.',
  'Every wire end to end with the meter; every wire against its two neighbours and against ground: only the black ones beep.',
  'Each supply pin against ground: no beep, over 100 Ω.',
  'Headers: pin 1 seen from above, the missing pin on the side of the plug’s closed hole.',
  'Lamps with a coin cell and a resistor, on the loose plug.',
  'Ends that go nowhere insulated one by one and tied back; no bare end near the board.',
  'First power with a current limit, one plug after the other, and one change at a time with the power off between.',
];
