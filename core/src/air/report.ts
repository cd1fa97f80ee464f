import type { Assembly } from '../assembly';
import type { Conversion, State } from '../document';
import type { Route } from '../fit';
import type { Vec3 } from '../solid';
import { airModel, type AirModel, type PlacedMover } from './build/model';
import type { Term, FlowPath } from './build/ways';
import { levelAt, sumOfLevels } from './fans/mover';
import { atSpeed, pressureOf, type FanCurve } from './network/curve';
import { shareThrough } from './network/heat';
import { airNeeded } from './physics/air';
import { solveAir, SURE, type Doubt, type SolvedAir } from './solve';
import { loopReport, type LoopReport } from './water/report';
import {
  airAround,
  RESISTANCE_DOUBT,
  temperaturesOf,
  unknownOf,
  type PartTemperature,
  type UnknownTemperature,
} from './temperatures';

/** What goes through a way out of the shell; flows in m³/s. */
export interface WayFlow extends Pick<
  FlowPath,
  'id' | 'name' | 'kind' | 'face' | 'area' | 'at' | 'outward' | 'shut' | 'why' | 'part' | 'own' | 'filter'
> {
  in: number;
  out: number;
  /** Mean speed in its free area, m/s. */
  speed: number;
  /** Pa that the air loses in it. */
  drop: number;
  /** Rise of what comes out, K. */
  rise: number;
}

/** A fan at its operating point. */
export interface FanFlow extends Pick<
  PlacedMover,
  | 'part'
  | 'name'
  | 'kind'
  | 'at'
  | 'outward'
  | 'face'
  | 'blowsIn'
  | 'speed'
  | 'rpm'
  | 'noise'
  | 'usual'
  | 'stopped'
  | 'area'
> {
  /** m³/s along the way it blows; negative: driven back. */
  flow: number;
  /** Pa that it gives, and its curve as it runs in this air: m³/s and Pa. */
  pressure: number;
  curve: FanCurve;
  full: FanCurve;
  /** Rise of what leaves it, K. */
  rise: number;
  inside: boolean;
  /** It looks through a board of its drawer, in words. */
  through?: string;
  /** It ends so far before an opening in a face, mm. */
  short?: { face: string; gap: number };
}

/** Air inside from zone to zone. */
export interface GapFlow {
  from: number;
  to: number;
  at: Vec3;
  axis: 0 | 1 | 2;
  flow: number;
}

/** One resistance and what it costs. */
export interface Cost {
  what: string;
  kind: Term['kind'];
  drop: number;
  flow: number;
  /** Of all that fans and warm air spend. */
  share: number;
}

/** One thing that is not known well, and by how much it moves the rise. */
export interface DoubtTerm {
  what: string;
  /** K. */
  by: number;
  measure: string;
}

export interface AirReport {
  state: State;
  ambient: number;
  density: number;
  heatCapacity: number;
  /** W in the shell, and by part. */
  watts: number;
  heats: AirModel['heats'];
  /** W that leave through walls. */
  throughWalls: number;
  /** m³/s that go through; and of what is wanted for the target, undefined without one. */
  through: number;
  needed: number;
  wantedRise: number;
  /** K of the air that leaves; of the warmest zone; of what surrounds the heat, by its watts. */
  rise: number;
  warmest: { zone: string; rise: number };
  around: number;
  /** Pa, mean inside over outside. */
  pressure: number;
  zones: { id: number; name: string; low: Vec3; high: Vec3; at: Vec3; rise: number; pressure: number; flow: number }[];
  gaps: GapFlow[];
  ways: WayFlow[];
  fans: FanFlow[];
  costs: Cost[];
  /** Of the air that comes in, the share that passes a part’s zones. */
  passes: { part: string; name: string; share: number }[];
  temperatures: (PartTemperature & { doubt: number })[];
  /** Parts of which nothing says how hot they get. */
  unknown: UnknownTemperature[];
  /** dB(A) at 1 m, of all fans; and each. */
  noise: number;
  noises: { part: string; name: string; level: number; rpm: number }[];
  /** ± K, 95 %, and where from, largest first. */
  doubt: number;
  doubts: DoubtTerm[];
  /** If the fan that carries most stands: rise of the air that leaves, and the worst part then. */
  stopped?: { name: string; around: number; worst?: { name: string; temperature: number; limit: number } };
  feet: number;
  under: number;
  /** A loop of water, where the plan has one. */
  loop?: LoopReport;
  converged: boolean;
}

/** How far coefficients may be off, as factors; each is tried by itself. Common practice, no source. */
const DOUBTS: readonly { doubt: Partial<Doubt>; what: string; measure: string }[] = [
  {
    doubt: { gaps: 1.6 },
    what: 'gaps between parts',
    measure: 'run it with the lid on and take the temperature of the air that leaves',
  },
  {
    doubt: { openings: 1.25 },
    what: 'openings and grilles',
    measure: 'cut the vent, then hold a strip of tissue before it and compare the fan’s speed with and without',
  },
  { doubt: { fans: 0.88 }, what: 'curves of the fans', measure: 'type in the curve from the fan’s own sheet' },
  { doubt: { heat: 1.2 }, what: 'watts of the parts', measure: 'measure the power at the wall under full load' },
  {
    doubt: { walls: 0.6 },
    what: 'heat through the walls',
    measure: 'feel whether the shell gets warm: it hardly matters with fans',
  },
  { doubt: { stir: 2.5 }, what: 'stirring inside', measure: 'put a thermometer beside the warmest part' },
];

/** Where the rise was measured as a whole, what it is made of is in doubt by so much less. Common practice, no source. */
const MEASURED_DOUBT = 0.4;

/** Coefficients with one of them off. */
const timesDoubt = (base: Doubt, doubt: Partial<Doubt>, measured: boolean): Doubt => {
  const made = { ...base };
  for (const key of Object.keys(doubt) as (keyof Doubt)[])
    made[key] = base[key] * doubt[key]! ** (measured ? MEASURED_DOUBT : 1);
  return made;
};

/** Something tried on the network without altering the plan: factors of what it is now. */
export interface WhatIf {
  /** Speed of all case fans. */
  speed: number;
  /** Free area of all openings. */
  vents: number;
  /** Watts of all parts. */
  heat: number;
}

/** What the layout does when it runs. `quick`: without what is doubtful. Pure. */
export function airReport(
  document: Conversion,
  assembly: Assembly,
  state?: State,
  quick = false,
  whatIf: WhatIf = { speed: 1, vents: 1, heat: 1 },
  routes?: readonly Route[],
): AirReport {
  const model = triedOn(airModel(document, assembly, state), whatIf);
  // What a burn-in said of all ways together.
  const { measured } = document.air;
  const factor = measured?.of === 'ways' ? measured.factor : 1;
  const base: Doubt = {
    ...SURE,
    openings: factor,
    gaps: factor,
    walls: measured?.of === 'walls' ? measured.factor : 1,
  };
  const solved = solveAir(model, { ...base, openings: factor / whatIf.vents ** 2 });
  const read = reading(model, solved);
  const loop = loopReport(
    document,
    assembly,
    model,
    new Map(read.fans.map((f) => [f.part, Math.abs(f.flow)])),
    new Map(model.movers.map((m) => [m.part, model.ambient + (m.blowsIn ? 0 : (solved.rise[m.zone] ?? 0))])),
    routes,
  );
  const water = new Map(loop && !loop.missing ? loop.stations.map((s) => [s.part, s.water]) : []);
  const doubts: DoubtTerm[] = [];
  const partDoubt = new Map<string, number>();
  if (!quick && model.zones.zones.length > 0) {
    const temperatures = temperaturesOf(document, model, solved.rise, water);
    for (const { doubt, what, measure } of DOUBTS) {
      const tried = solveAir(model, timesDoubt(base, doubt, measured !== undefined), solved);
      const other = reading(model, tried);
      doubts.push({ what, by: Math.abs(other.rise - read.rise), measure });
      for (const t of temperatures) {
        const by = Math.abs(airAround(model, tried.rise, t.part) - airAround(model, solved.rise, t.part));
        partDoubt.set(t.part, (partDoubt.get(t.part) ?? 0) + by ** 2);
      }
    }
    doubts.sort((a, b) => b.by - a.by);
  }
  const temperatures = temperaturesOf(document, model, solved.rise, water).map((t) => ({
    ...t,
    doubt: Math.hypot(Math.sqrt(partDoubt.get(t.part) ?? 0), t.watts * t.resistance * RESISTANCE_DOUBT[t.from]),
  }));
  const target = Object.values(document.brief.targets).find((t) => t.kind === 'temperature-rise')?.limit;
  const wantedRise = target ?? 10;
  const noises = [...model.movers, ...model.stirrers]
    .filter((m) => Number.isFinite(m.noise))
    .map(({ part, name, noise, rpm }) => ({ part, name, level: noise, rpm }))
    .sort((a, b) => b.level - a.level);
  const watts = model.heats.reduce((sum, h) => sum + h.watts, 0);
  const report: AirReport = {
    state: model.state,
    ambient: model.ambient,
    density: model.air.density,
    heatCapacity: model.air.heatCapacity,
    watts,
    heats: model.heats,
    throughWalls: solved.throughWalls,
    needed: wantedRise > 0 ? airNeeded(watts, wantedRise, model.air) : Infinity,
    wantedRise,
    ...read,
    temperatures,
    unknown: unknownOf(document, model),
    noise: noises.length > 0 ? sumOfLevels(noises.map((n) => n.level)) : Number.NEGATIVE_INFINITY,
    noises,
    doubt: Math.hypot(...doubts.map((d) => d.by)),
    doubts,
    feet: model.feet,
    under: model.under,
    converged: solved.converged,
  };
  if (loop) report.loop = loop;
  if (!quick) {
    const stopped = withStopped(document, model, base, report.fans);
    if (stopped) report.stopped = stopped;
  }
  return report;
}

function triedOn(model: AirModel, { speed, heat }: WhatIf): AirModel {
  if (speed === 1 && heat === 1) return model;
  return {
    ...model,
    movers: model.movers.map((m) =>
      m.kind === 'fan' || m.kind === 'radiator'
        ? {
            ...m,
            speed: m.speed * speed,
            rpm: m.rpm * speed,
            noise: levelAt(m.noise, speed),
            curve: atSpeed(m.curve, speed),
            stopped: m.stopped || speed <= 0,
          }
        : m,
    ),
    heat: model.heat.map((w) => w * heat),
    heats: model.heats.map((h) => ({ ...h, watts: h.watts * heat })),
  };
}

type Reading = Pick<
  AirReport,
  'through' | 'rise' | 'warmest' | 'around' | 'pressure' | 'zones' | 'gaps' | 'ways' | 'fans' | 'costs' | 'passes'
>;

/** A solved network in the words of the bench. */
function reading(model: AirModel, { pressure, flow, rise }: SolvedAir): Reading {
  const { edges, ways, movers, zones } = model;
  const across = new Float64Array(model.nodes);
  edges.forEach(({ from, to }, e) => {
    across[from]! += Math.abs(flow[e]!) / 2;
    across[to]! += Math.abs(flow[e]!) / 2;
  });
  const wayFlows = ways.map(
    ({ id, name, kind, face, area, at, outward, shut, why, part, own, filter, zone }): WayFlow => {
      const made: WayFlow = {
        id,
        name,
        kind,
        face,
        area,
        at,
        outward,
        shut,
        in: 0,
        out: 0,
        speed: 0,
        drop: 0,
        rise: rise[zone]!,
      };
      if (why !== undefined) made.why = why;
      if (part !== undefined) made.part = part;
      if (own !== undefined) made.own = own;
      if (filter) made.filter = filter;
      return made;
    },
  );
  const fans = movers.map((m): FanFlow => {
    const { part, name, kind, at, outward, blowsIn, speed, rpm, noise, usual, stopped, area, other } = m;
    const density = model.air.density / 1.2;
    const curve = m.curve.map(([q, p]) => [q, p * density] as const);
    const full = m.full.map(([q, p]) => [q, p * density] as const);
    const made: FanFlow = {
      part,
      name,
      kind,
      at,
      outward,
      blowsIn,
      speed,
      rpm,
      noise,
      usual,
      stopped,
      area,
      flow: 0,
      pressure: 0,
      curve,
      full,
      rise: rise[m.zone]!,
      inside: other !== 0,
    };
    if (m.face !== undefined) made.face = m.face;
    if (m.short) made.short = m.short;
    if (m.through !== undefined) made.through = m.through;
    return made;
  });
  const costs = new Map<string, Cost>();
  let spent = 0;
  let leaving = 0;
  let warm = 0;
  edges.forEach(({ from, to, terms, of }, e) => {
    const q = flow[e]!;
    for (const { what, r, kind } of terms) {
      const drop = r * q * q;
      const power = drop * Math.abs(q);
      spent += power;
      const known = costs.get(what);
      if (known) {
        known.share += power;
        known.flow += Math.abs(q);
        known.drop = Math.max(known.drop, drop);
      } else costs.set(what, { what, kind, drop, flow: Math.abs(q), share: power });
    }
    if (of.kind === 'way') {
      const way = wayFlows[of.index]!;
      if (q > 0) way.in += q;
      else way.out -= q;
      way.drop = Math.max(
        way.drop,
        terms.reduce((sum, t) => sum + t.r * q * q, 0),
      );
    }
    if (of.kind === 'mover') {
      const fan = fans[of.index]!;
      fan.flow = q;
      fan.pressure = fan.stopped ? 0 : pressureOf(fan.curve, q).pressure;
    }
    if (of.kind === 'behind') fans[of.index]!.rise = rise[flow[e]! >= 0 ? from : to]!;
    // What leaves into the outside.
    const out = to === 0 && q > 0 ? from : from === 0 && q < 0 ? to : undefined;
    if (out !== undefined) {
      leaving += Math.abs(q);
      warm += Math.abs(q) * rise[out]!;
    }
  });
  for (const way of wayFlows) way.speed = way.area > 0 ? Math.max(way.in, way.out) / (way.area * 1e-6) : 0;
  for (const cost of costs.values()) cost.share = spent > 0 ? cost.share / spent : 0;
  const volume = zones.zones.reduce((sum, z) => sum + z.volume, 0) || 1;
  const meanOf = (values: ArrayLike<number>) =>
    zones.zones.reduce((sum, z) => sum + (z.volume / volume) * values[z.id]!, 0);
  const around =
    model.heats.reduce((sum, h) => sum + h.watts * airAround(model, rise, h.part), 0) /
    (model.heats.reduce((sum, h) => sum + h.watts, 0) || 1);
  const warmest = zones.zones.reduce<(typeof zones.zones)[number] | undefined>(
    (best, z) => (!best || rise[z.id]! > rise[best.id]! ? z : best),
    undefined,
  );
  const heatEdges = edges.map(({ from, to }, e) => ({ from, to, flow: flow[e]! }));
  // Many parts stand in the same zones.
  const shares = new Map<string, number>();
  const throughZones = (through: readonly number[]) => {
    const key = [...through].sort((a, b) => a - b).join();
    const known = shares.get(key) ?? shareThrough(model.nodes, heatEdges, new Set(through));
    shares.set(key, known);
    return known;
  };
  const merged = new Map<string, WayFlow>();
  for (const way of wayFlows) {
    const known = merged.get(way.id);
    if (!known) merged.set(way.id, way);
    else {
      known.in += way.in;
      known.out += way.out;
      known.area += way.area;
      known.drop = Math.max(known.drop, way.drop);
    }
  }
  return {
    through: leaving,
    rise: leaving > 1e-7 ? warm / leaving : meanOf(rise),
    warmest: { zone: warmest?.name ?? 'inside', rise: warmest ? rise[warmest.id]! : 0 },
    around,
    pressure: meanOf(pressure),
    zones: zones.zones.map(({ id, name, low, high, at }) => ({
      id,
      name,
      low,
      high,
      at,
      rise: rise[id]!,
      pressure: pressure[id]!,
      flow: across[id]!,
    })),
    gaps: edges.flatMap(({ of, from, to }, e) =>
      of.kind === 'gap'
        ? [{ from, to, at: zones.gaps[of.index]!.at, axis: zones.gaps[of.index]!.axis, flow: flow[e]! }]
        : [],
    ),
    ways: [...merged.values()],
    fans,
    costs: [...costs.values()].sort((a, b) => b.share - a.share),
    passes: model.heats
      .filter((h) => h.watts >= 5)
      .map(({ part, name, zones: shares }) => ({
        part,
        name,
        share: throughZones(shares.filter(([, s], i) => i === 0 || s > 0.25).map(([z]) => z)),
      })),
  };
}

/** What becomes of it when the fan that carries most stands still. */
function withStopped(
  document: Conversion,
  model: AirModel,
  base: Doubt,
  fans: readonly FanFlow[],
): AirReport['stopped'] {
  const running = fans.filter((f) => !f.stopped && !f.inside);
  const most = running.reduce<FanFlow | undefined>((best, f) => (!best || f.flow > best.flow ? f : best), undefined);
  if (!most) return undefined;
  const movers = model.movers.map((m) => (m.part === most.part ? { ...m, stopped: true } : m));
  const { rise } = solveAir({ ...model, movers }, base);
  const worst = temperaturesOf(document, model, rise).reduce<PartTemperature | undefined>(
    (best, t) => (!best || t.temperature - t.limit > best.temperature - best.limit ? t : best),
    undefined,
  );
  const around =
    model.heats.reduce((sum, h) => sum + h.watts * airAround(model, rise, h.part), 0) /
    (model.heats.reduce((sum, h) => sum + h.watts, 0) || 1);
  return {
    name: most.name,
    around,
    ...(worst
      ? { worst: { name: `${worst.name} (${worst.what})`, temperature: worst.temperature, limit: worst.limit } }
      : {}),
  };
}
