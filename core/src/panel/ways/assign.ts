import type { PanelControl, PanelHeader } from '../../document';
import type { HeaderPin, PinSignal } from '../../standards';
import { divider } from '../circuits/divider';
import { metBy, pinsOf } from '../headers/pins';
import type { End, WiringOption } from './way';
import type { Offered } from './common';
import { waysOf } from './waysOf';

/** A wire from a terminal of a control to a pin. */
export interface PanelWire {
  /** `control-1.contact`. */
  id: string;
  control: string;
  terminal: string;
  end: End;
  /** Missing: no pin of its kind is free. */
  to?: { header: string; pin: string; has: HeaderPin };
  /** Put there by hand. */
  byHand: boolean;
  problems: WireProblem[];
}

export interface WireProblem {
  id: 'no pin' | 'two on one' | 'volts' | 'signal' | 'turned' | 'unknown';
  stop: boolean;
  words: string;
}

export interface MatchedControl {
  id: string;
  control: PanelControl;
  ways: WiringOption[];
  /** The chosen one, or the best. */
  way?: WiringOption;
  chosen: boolean;
  wires: PanelWire[];
}

export interface Matched {
  controls: MatchedControl[];
  /** Controller pins that are asked, that there are, and of them analogue ones. */
  asked: number;
  there: number;
  /** Signals of the headers that nothing uses, of those a control could have. */
  unused: { header: string; pin: string; signal: PinSignal }[];
}

/** Signals that many wires may share: supplies, and switches, which lie side by side: a second button does the same. */
const SHARED = new Set<PinSignal>(['ground', '3.3 V', '5 V', '5 V standby', '12 V', 'power switch', 'reset switch']);
/** More volts than a pin stands than this are too many. */
const OVER = 0.35;

/** What headers offer, before anything is connected. */
export function offeredBy(headers: Readonly<Record<string, PanelHeader>>, matrixPins: (control: string) => number) {
  const levels = new Map<PinSignal, number>();
  let volts: number | undefined;
  for (const header of Object.values(headers))
    for (const pin of Object.values(pinsOf(header))) {
      if (!levels.has(pin.signal)) levels.set(pin.signal, pin.level ?? 0);
      if (pin.signal === 'controller pin') volts ??= pin.level;
    }
  return (control: string): Offered => ({
    has: (signal) => levels.has(signal),
    volts: volts ?? 3.3,
    level: (signal) => levels.get(signal) ?? 5,
    matrixPins: matrixPins(control),
    controller: volts !== undefined,
  });
}

/**
 * Ways of all controls, and a pin for every end: what was put somewhere by hand first, then control by control the first
 * free pin of the signal, those of one control on one header and port where that goes. Pure; the same plan gives the same
 * pins.
 */
export function matchControls(
  controls: Readonly<Record<string, PanelControl>>,
  headers: Readonly<Record<string, PanelHeader>>,
  matrixPins: (control: string) => number,
): Matched {
  const offered = offeredBy(headers, matrixPins);
  const pins = new Map<string, HeaderPin>();
  for (const [id, header] of Object.entries(headers))
    for (const [n, pin] of Object.entries(pinsOf(header)).sort(([a], [b]) => Number(a) - Number(b)))
      pins.set(`${id}/${n}`, pin);
  const bySignal = new Map<PinSignal, string[]>();
  for (const [key, pin] of pins) bySignal.set(pin.signal, [...(bySignal.get(pin.signal) ?? []), key]);
  const taken = new Map<string, string[]>();
  const take = (key: string, wire: string) => taken.set(key, [...(taken.get(key) ?? []), wire]);
  const matched = Object.entries(controls).map(([id, control]): MatchedControl => {
    const ways = waysOf(control, offered(id));
    const picked = ways.find((w) => w.id === control.way);
    const chosenWay = picked ?? (ways[0]?.verdict === 'stop' ? undefined : ways[0]);
    const made: MatchedControl = { id, control, ways, chosen: picked !== undefined, wires: [] };
    if (chosenWay) made.way = chosenWay;
    return made;
  });
  // By hand first: nothing is given away that the user has put somewhere.
  for (const { id, control, way } of matched)
    for (const end of way?.ends ?? []) {
      const key = control.pins?.[end.terminal];
      if (key !== undefined) take(key, `${id}.${end.terminal}`);
    }
  for (const one of matched) {
    let header: string | undefined;
    let set: number | undefined;
    for (const end of one.way?.ends ?? []) {
      const wire: PanelWire = {
        id: `${one.id}.${end.terminal}`,
        control: one.id,
        terminal: end.terminal,
        end,
        byHand: false,
        problems: [],
      };
      const said = one.control.pins?.[end.terminal];
      let key = said;
      if (key === undefined) {
        const free = end.wants.flatMap((signal) => {
          const list = bySignal.get(signal) ?? [];
          return SHARED.has(signal) ? list : list.filter((k) => !taken.has(k));
        });
        // On the header, and the port, of the ends before; a pin of its own before a shared one.
        const near = (k: string) => (k.split('/')[0] === header ? 0 : 2) + (pins.get(k)!.set === set ? 0 : 1);
        const load = (k: string) => (taken.get(k)?.length ?? 0) / 100;
        // Of several signals that will do, the first of them that has a free pin.
        const [first] = end.wants.filter((s) => free.some((k) => pins.get(k)!.signal === s));
        const fits = free.filter((k) => pins.get(k)!.signal === first);
        let best: string | undefined;
        for (const k of fits) if (best === undefined || near(k) + load(k) < near(best) + load(best)) best = k;
        key = best;
        if (key !== undefined) take(key, wire.id);
      } else wire.byHand = true;
      const has = key === undefined ? undefined : pins.get(key);
      if (key !== undefined && has) {
        const [on, pin] = key.split('/') as [string, string];
        wire.to = { header: on, pin, has };
        header ??= on;
        set ??= has.set;
      }
      one.wires.push(wire);
    }
  }
  for (const one of matched)
    for (const wire of one.wires) wire.problems = problemsOf(wire, one, headers, taken, bySignal);
  const all = [...pins].filter(([, p]) => p.signal === 'controller pin' || p.signal === 'analogue pin');
  return {
    controls: matched,
    asked: matched.reduce((sum, m) => sum + (m.way?.controllerPins ?? 0), 0),
    there: all.length,
    unused: [...pins].flatMap(([key, p]) => {
      if (taken.has(key) || !WORTH.has(p.signal)) return [];
      const [on, pin] = key.split('/') as [string, string];
      return [{ header: on, pin, signal: p.signal }];
    }),
  };
}

/** Signals that a control could have. */
const WORTH = new Set<PinSignal>(['power switch', 'reset switch', 'drive light +', 'power light +', 'network light +']);

/** Does a control work again as it is matched: a way that goes, and no wire of it that stops? */
export const isLive = ({ way, wires }: MatchedControl): boolean =>
  way !== undefined && way.verdict !== 'stop' && !wires.some((w) => w.problems.some((p) => p.stop));

function problemsOf(
  { end, to, terminal, id }: PanelWire,
  { control }: MatchedControl,
  headers: Readonly<Record<string, PanelHeader>>,
  taken: ReadonlyMap<string, string[]>,
  bySignal: ReadonlyMap<PinSignal, readonly string[]>,
): WireProblem[] {
  const problems: WireProblem[] = [];
  const say = (what: WireProblem['id'], stop: boolean, words: string) => problems.push({ id: what, stop, words });
  const said = control.pins?.[terminal];
  if (!to) {
    if (said !== undefined)
      say('unknown', true, `${terminal} is put on pin ${said.split('/')[1]!}, which that header has not.`);
    else {
      const lack =
        Object.keys(headers).length === 0
          ? 'the plan has no header yet: add those of the board'
          : end.wants.some((signal) => bySignal.has(signal))
            ? 'none is free'
            : 'no header has one';
      say('no pin', true, `${terminal} wants a ${end.wants.join(' or ')}, and ${lack}.`);
    }
    return problems;
  }
  const { has, header, pin } = to;
  const name = headers[header]!.name;
  if (!end.wants.includes(has.signal))
    say(
      'signal',
      POWERS.has(has.signal) !== POWERS.has(end.wants[0]!) || has.signal === 'unknown',
      `${terminal} sits on pin ${pin} of ${name}, ${has.signal}; it wants ${end.wants.join(' or ')}.`,
    );
  // What a supply pin gives into what the control’s wire stands, or a signal of the control into what the pin stands.
  const gives = POWERS.has(has.signal) ? (has.level ?? 0) : 0;
  const stands = end.volts ?? 0;
  if (gives > 0 && stands > 0 && gives > stands + OVER)
    say('volts', true, `${gives} V of pin ${pin} on ${name} meet ${terminal}, which stands ${stands} V.`);
  if (!POWERS.has(has.signal) && has.signal !== 'ground' && has.level !== undefined && stands > has.level + OVER)
    say(
      'volts',
      true,
      `${terminal} brings ${stands} V to pin ${pin} of ${name}, which stands ${has.level} V: ${lowered(stands, has.level)}.`,
    );
  // A pin that was put there by hand may bring more than the terminal was meant for, a signal too.
  if (!end.wants.includes(has.signal) && !POWERS.has(has.signal) && stands > 0 && (has.level ?? 0) > stands + OVER)
    say(
      'volts',
      true,
      `Pin ${pin} of ${name} (${has.signal}) has up to ${has.level} V; ${terminal} stands ${stands} V.`,
    );
  const others = (taken.get(`${header}/${pin}`) ?? []).filter((w) => w !== id);
  if (others.length > 0 && !SHARED.has(has.signal))
    say(
      'two on one',
      true,
      `Pin ${pin} of ${name} has ${others.length + 1} wires: ${id} and ${others.join(', ')}. One of them drives, the other too.`,
    );
  const seen = headers[header]!.seen;
  if (seen) {
    const real = metBy(headers[header]!, Number(pin));
    const met = real === undefined ? undefined : pinsOf(headers[header]!)[String(real)];
    say(
      'turned',
      met !== undefined && (POWERS.has(met.signal) || POWERS.has(has.signal)),
      `${name} was read ${seen}: what is called pin ${pin} is really ${real === undefined ? 'the missing pin' : `pin ${real}, ${met?.signal ?? 'nothing'}`}.`,
    );
  }
  return problems;
}

/** How a signal is brought down to what a pin stands. */
function lowered(from: number, to: number): string {
  if (to <= 0) return 'not onto this pin';
  const { upper, lower, volts } = divider(from, to);
  return `${(upper / 1000).toPrecision(2)} kΩ in the wire and ${lower / 1000} kΩ from the pin to ground bring it to ${volts.toFixed(1)} V, if it is slow; a level shifter else`;
}

const POWERS = new Set<PinSignal>(['3.3 V', '5 V', '5 V standby', '12 V', '−12 V']);
