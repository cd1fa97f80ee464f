import { placedConnectors, type Assembly } from '../../assembly';
import type { Conversion } from '../../document';
import type { Route } from '../../fit';
import type { AirModel } from '../build/model';
import { loopFlow, radiatorGives, WATER } from './flow';
import { loopOf } from './loop';

/** What a loop of water does. */
export interface LoopReport {
  /** L/min, kPa of the pump’s spent at it. */
  flow: number;
  /** Tube in all, mm; of which by real ways. */
  length: number;
  measured: boolean;
  /** mL in all. */
  volume: number;
  /** W that it carries; K that the water warms on its way round. */
  watts: number;
  warms: number;
  /** °C of the water where it is coldest and warmest, and as it comes to each part in its order. */
  coldest: number;
  warmest: number;
  stations: { part: string; name: string; water: number }[];
  /** What a leak would meet: from where, onto what. */
  leaks: { from: string; onto: string; part: string; mains: boolean }[];
  /** No radiator, or nothing that it cools. */
  missing: 'radiator' | 'block' | undefined;
}

/** mL in a block and in a radiator for each fan’s width. Common practice, no source. */
const HOLDS = { block: 40, fan: 110 };
/** Without a way, a tube is a third longer than straight. Common practice, no source. */
const DETOUR = 1.35;
/** Drops fall so far off the straight, mm. */
const SPLASH = 15;

/**
 * Flow, temperatures, volume and what a leak would meet. The radiators’ air is that of the solved network.
 * @param airflow m³/s through each radiator, by part
 * @param intake °C of the air that each draws, by part
 */
export function loopReport(
  document: Conversion,
  assembly: Assembly,
  model: AirModel,
  airflow: ReadonlyMap<string, number>,
  intake: ReadonlyMap<string, number>,
  routes?: readonly Route[],
): LoopReport | undefined {
  const loop = loopOf(document);
  const { air, kit } = document;
  if (!loop || !air.loop) return undefined;
  const { order, blocks, radiators } = loop;
  const placed = (id: string) => assembly.parts.find((p) => p.id === id)!;
  const tubeOf = (id: string) => placedConnectors(placed(id)).filter((c) => c.kind === 'tube');
  let length = 0;
  let measured = order.length > 1;
  order.forEach((id, i) => {
    const next = order[(i + 1) % order.length]!;
    if (order.length < 2) return;
    const route = routes?.find(
      (r) =>
        r.link.kind === 'tube' &&
        [r.link.from.part, r.link.to.part].includes(id) &&
        [r.link.from.part, r.link.to.part].includes(next),
    );
    if (route && Number.isFinite(route.length)) length += route.length;
    else {
      measured = false;
      const [a, b] = [middle(placed(id)), middle(placed(next))];
      length += DETOUR * Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]);
    }
  });
  const fansOf = (id: string) => model.movers.find((m) => m.part === id)?.count ?? 1;
  const widths = radiators.reduce((sum, id) => sum + fansOf(id), 0);
  const { bore, pump, reservoir } = air.loop;
  const flow = loopFlow(pump, { length, bore, blocks: blocks.length, radiators: radiators.length });
  const carried = (id: string) => model.water.find((w) => w.part === id)?.watts ?? 0;
  const watts = blocks.reduce((sum, id) => sum + carried(id), 0);
  const capacity = model.air.density * model.air.heatCapacity;
  // All radiators see nearly the same water: what they give together carries the heat.
  let conductance = 0;
  let drawn = 0;
  for (const id of radiators) {
    const gives = radiatorGives(airflow.get(id) ?? 0, fansOf(id), capacity);
    conductance += gives;
    drawn += gives * (intake.get(id) ?? model.ambient);
  }
  const through = (flow / 60_000) * WATER.density * WATER.heatCapacity;
  const warms = through > 0 ? watts / through : 0;
  const mean = conductance > 0 ? (watts + drawn) / conductance : model.ambient;
  const coldest = mean - warms / 2;
  let water = coldest;
  const first = order.findIndex(
    (id, i) => radiators.includes(order[(i + order.length - 1) % order.length]!) && !radiators.includes(id),
  );
  const turn = first < 0 ? order : [...order.slice(first), ...order.slice(0, first)];
  const stations = turn.map((part) => {
    const at = water;
    if (radiators.includes(part)) water -= widths > 0 ? (warms * fansOf(part)) / widths : 0;
    else water += through > 0 ? carried(part) / through : 0;
    return { part, name: kit.parts[part]!.name, water: at };
  });
  const leaks = order.flatMap((id) =>
    tubeOf(id).flatMap((c) =>
      assembly.parts
        .filter((p) => p.id !== id)
        .flatMap((p) => {
          const hit = p.solids.find(
            (s) =>
              s.role === 'body' &&
              (s.conducts === 'live' ||
                s.conducts === 'mains' ||
                (s.conducts === 'metal' && kindIsSupply(document, p.id))) &&
              s.shape.high[2] < c.at[2] &&
              [0, 1].every((k) => c.at[k]! > s.shape.low[k]! - SPLASH && c.at[k]! < s.shape.high[k]! + SPLASH),
          );
          return hit
            ? [
                {
                  from: placed(id).part.name,
                  onto: p.part.name,
                  part: p.id,
                  mains: hit.conducts === 'mains' || kindIsSupply(document, p.id),
                },
              ]
            : [];
        }),
    ),
  );
  return {
    flow,
    length,
    measured,
    volume: (Math.PI / 4) * bore ** 2 * (length / 1000) + blocks.length * HOLDS.block + widths * HOLDS.fan + reservoir,
    watts,
    warms,
    coldest,
    warmest: coldest + warms,
    stations,
    leaks: leaks.filter((l, i) => leaks.findIndex((o) => o.from === l.from && o.part === l.part) === i),
    missing: radiators.length === 0 ? 'radiator' : blocks.length === 0 ? 'block' : undefined,
  };
}

const kindIsSupply = ({ kit }: Conversion, id: string) => kit.parts[id]!.standard.startsWith('supply/');

const middle = ({ low, high }: { low: readonly number[]; high: readonly number[] }): [number, number, number] =>
  [0, 1, 2].map((i) => (low[i]! + high[i]!) / 2) as [number, number, number];
