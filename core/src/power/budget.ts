import type { Conversion } from '../document';
import { drawOf, kindOf } from '../parts';
import { BRICK_RATINGS, efficiencyAt, RAILS, RATINGS, type Rail } from '../standards';

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
export const TRANSIENT = 2;
/** W of the standby rail while the machine runs or waits. Common practice, no source. */
const STANDBY = 2.5;

/**
 * The budget by rail and state of all parts of the kit, in the shell or not. At the start drives spin up together, unless
 * the board lets them one after the other; boards and cards are then at idle.
 */
export function budgetOf(document: Conversion): Budget {
  const parts = Object.entries(document.kit.parts).flatMap(([part, made]): PartLoad[] => {
    const draw = drawOf(made);
    // What is wished for some day takes nothing yet.
    if (made.later) return [];
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
  if (document.power.staggered) oneAtATime(parts);
  const loadOf = (state: LoadState) => sumOf(parts, state, true);
  const cards = parts.filter((p) => kindOf(document.kit.parts[p.part]!) === 'card');
  const loads = Object.fromEntries(LOAD_STATES.map((state) => [state, loadOf(state)])) as Budget['loads'];
  return {
    parts,
    loads,
    transient: loads.peak.total + (TRANSIENT - 1) * cards.reduce((sum, p) => sum + p.watts.peak, 0),
  };
}

/** One drive spins up while the others wait: the one that takes most more than at idle. */
function oneAtATime(parts: PartLoad[]): void {
  const spinning = parts.filter((p) => p.watts.start > p.watts.peak);
  const more = (p: PartLoad) => p.watts.start - p.watts.idle;
  const most = spinning.reduce<PartLoad | undefined>(
    (worst, p) => (!worst || more(p) > more(worst) ? p : worst),
    undefined,
  );
  for (const p of spinning) if (p !== most) p.watts = { ...p.watts, start: p.watts.idle };
}

/** W of parts in a state, by rail. `standby`: with what the standby rail always gives. */
export function sumOf(parts: readonly PartLoad[], state: LoadState, standby: boolean): Load {
  const rails: Record<Rail, number> = { '12 V': 0, '5 V': 0, '3.3 V': 0, '5 V standby': standby ? STANDBY : 0 };
  for (const { watts, rails: shares } of parts) {
    // What a disc takes more while it spins up, its motor takes: on 12 V, or on 5 V where it has no other.
    const more = state === 'start' ? Math.max(0, watts.start - watts.peak) : 0;
    const motor: Rail = (shares['12 V'] ?? 0) > 0 ? '12 V' : '5 V';
    for (const rail of RAILS) rails[rail] += (watts[state] - more) * (shares[rail] ?? 0) + (rail === motor ? more : 0);
  }
  return { rails, total: RAILS.reduce((sum, rail) => sum + rails[rail], 0) };
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

/**
 * Typical load 40–60 % and peak under 85 % of the rating. Common practice, no source.
 * @param kind bricks are sold from far less on
 */
export function adviceFor(loads: Readonly<Record<LoadState, Load>>, kind: 'supply' | 'brick' = 'supply'): Advice {
  const least = Math.max(loads.peak.total, loads.start.total) / MOST_LOADED;
  const [from, to] = [loads.typical.total / 0.6, loads.typical.total / 0.4];
  const sold: readonly number[] = kind === 'brick' ? BRICK_RATINGS : RATINGS;
  return { least, from, to, buy: sold.find((r) => r >= least && r >= from) };
}

/** W that a supply is rated at; where nothing says it, what would be bought for what it carries. */
export const ratingOf = ({ power }: Pick<Conversion, 'power'>, supply: string, loads: Budget['loads']): number =>
  power.supplies[supply]?.rating ?? adviceFor(loads).buy ?? 500;

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

/** A supply with what it carries and is rated at, W. */
export interface Loaded {
  loads: Readonly<Record<LoadState, Load>>;
  rating: number;
}

/** What goes through the wall’s plug: each supply at its own share of its rating. */
export function atWall({ power }: Pick<Conversion, 'power'>, supplies: readonly Loaded[]): AtWall {
  const wall = (state: LoadState) =>
    supplies.reduce((sum, { loads, rating }) => {
      const watts = loads[state].total;
      return sum + (watts > 0 ? watts / efficiencyAt(watts / rating) : 0);
    }, 0);
  const [idle, typical, peak] = [wall('idle'), wall('typical'), wall('peak')];
  const off = power.standby ?? USUAL.standby;
  const hours = power.hours ?? USUAL.hours;
  const energy = (365 * (typical * hours + off * (24 - hours))) / 1000;
  return {
    idle,
    typical,
    peak,
    lost: typical - supplies.reduce((sum, { loads }) => sum + loads.typical.total, 0),
    off,
    energy,
    cost: energy * (power.price ?? USUAL.price),
  };
}
