import type { Conversion } from '../document';
import { drawOf, kindOf } from '../parts';
import { efficiencyAt, RAILS, RATINGS, type Rail } from '../standards';

export type LoadState = 'idle' | 'typical' | 'peak' | 'start';
export const LOAD_STATES = ['idle', 'typical', 'peak', 'start'] as const;

/** W of one state, by rail and in all. */
export interface Load {
  total: number;
  rails: Record<Rail, number>;
}

/** What one part takes of a supply. */
export interface PartLoad {
  part: string;
  name: string;
  watts: Record<LoadState, number>;
  rails: Partial<Record<Rail, number>>;
}

/** The budget of a machine. */
export interface Budget {
  parts: PartLoad[];
  loads: Record<LoadState, Load>;
  /** W for milliseconds: graphics cards take up to twice theirs. */
  transient: number;
}

/** A card’s load for milliseconds over its steady one. Common practice, no source. */
const TRANSIENT = 2;
/** W of the standby rail while the machine runs or waits. Common practice, no source. */
const STANDBY = 2.5;

/**
 * The budget by rail and state of all parts of the kit, in the shell or not. At the start drives spin up together, unless
 * the board lets them one after the other; boards and cards are then at idle.
 */
export function budgetOf(document: Conversion): Budget {
  const parts = Object.entries(document.kit.parts).flatMap(([part, made]): PartLoad[] => {
    const draw = drawOf(made);
    if (draw.peak <= 0 && draw.start <= 0) return [];
    const spins = draw.start > draw.peak;
    return [
      {
        part,
        name: made.name,
        rails: draw.rails,
        watts: {
          idle: draw.idle,
          typical: draw.typical,
          peak: draw.peak,
          start: spins ? draw.start : kindOf(made) === 'fan' ? draw.peak : draw.idle,
        },
      },
    ];
  });
  const spinning = parts.filter((p) => p.watts.start > p.watts.peak);
  if (document.power.staggered) for (const p of spinning.slice(1)) p.watts = { ...p.watts, start: p.watts.idle };
  const loadOf = (state: LoadState): Load => {
    const rails: Record<Rail, number> = { '12 V': 0, '5 V': 0, '3.3 V': 0, '5 V standby': STANDBY };
    for (const { watts, rails: shares } of parts) {
      // What a disc takes more while it spins up, its motor takes: on 12 V, or on 5 V where it has no other.
      const more = state === 'start' ? Math.max(0, watts.start - watts.peak) : 0;
      const motor: Rail = (shares['12 V'] ?? 0) > 0 ? '12 V' : '5 V';
      for (const rail of RAILS)
        rails[rail] += (watts[state] - more) * (shares[rail] ?? 0) + (rail === motor ? more : 0);
    }
    return { rails, total: RAILS.reduce((sum, rail) => sum + rails[rail], 0) };
  };
  const cards = parts.filter((p) => kindOf(document.kit.parts[p.part]!) === 'card');
  const loads = Object.fromEntries(LOAD_STATES.map((state) => [state, loadOf(state)])) as Budget['loads'];
  return {
    parts,
    loads,
    transient: loads.peak.total + (TRANSIENT - 1) * cards.reduce((sum, p) => sum + p.watts.peak, 0),
  };
}

/** What a supply should be rated at. */
export interface Advice {
  /** W: least for the peak, and where the typical load is 40 to 60 % of it. */
  least: number;
  from: number;
  to: number;
  /** The rating sold that suits best. */
  buy: number | undefined;
}

/** At its peak no more than this share of what a supply gives. Common practice, no source. */
export const MOST_LOADED = 0.85;

/** Typical load 40–60 % and peak under 85 % of the rating. Common practice, no source. */
export function adviceFor({ loads }: Budget): Advice {
  const least = Math.max(loads.peak.total, loads.start.total) / MOST_LOADED;
  const [from, to] = [loads.typical.total / 0.6, loads.typical.total / 0.4];
  return { least, from, to, buy: RATINGS.find((r) => r >= least && r >= from) };
}

/** W that the supplies of a plan are rated at together; where one of them says nothing, what would be bought. */
export function ratedAt({ kit, power }: Pick<Conversion, 'kit' | 'power'>, budget: () => Budget): number {
  const supplies = Object.entries(kit.parts).filter(([, p]) => kindOf(p) === 'supply');
  const said = supplies.map(([id]) => power.supplies[id]?.rating);
  if (said.length > 0 && said.every((r) => r !== undefined)) return said.reduce<number>((sum, r) => sum + r, 0);
  return adviceFor(budget()).buy ?? 500;
}

/** At the wall. */
export interface AtWall {
  idle: number;
  typical: number;
  peak: number;
  /** W that the supply makes warm in typical use. */
  lost: number;
  off: number;
  /** kWh and minor units of money a year. */
  energy: number;
  cost: number;
}

/** Usual price a kWh in minor units, hours a day, W when it is off. Common practice, no source. */
export const USUAL = { price: 32, hours: 4, standby: 1 };

export function atWall({ power }: Pick<Conversion, 'power'>, { loads }: Budget, rating: number): AtWall {
  const wall = (watts: number) => (watts > 0 ? watts / efficiencyAt(watts / rating) : 0);
  const [idle, typical, peak] = [wall(loads.idle.total), wall(loads.typical.total), wall(loads.peak.total)];
  const off = power.standby ?? USUAL.standby;
  const hours = power.hours ?? USUAL.hours;
  const energy = (365 * (typical * hours + off * (24 - hours))) / 1000;
  return {
    idle,
    typical,
    peak,
    lost: typical - loads.typical.total,
    off,
    energy,
    cost: energy * (power.price ?? USUAL.price),
  };
}
