import type { Clearances } from '../assembly';
import type { Placement, Wish } from '../document';
import {
  allFree,
  copyOf,
  countFree,
  eachCorner,
  eachFree,
  isFree,
  nearestFree,
  pairWish,
  paintZone,
  valueOf,
  zonesBetween,
  type Enough,
  type Positions,
  type RoomySolid,
  type Run,
  type Zone,
} from '../fit';
import type { Direction, Vec3 } from '../solid';
import type { Option, Piece } from './options';
import { boxAt, type PosedPart } from './posed';

/** A part put somewhere by the search. */
export interface Spot {
  piece: Piece;
  option: Option;
  at: Vec3;
}

export interface Budget {
  /** Placings that may still be tried. */
  steps: number;
  /** Asked now and then: time is up, or the user wants to stop. */
  stop: () => boolean;
}

/** What a search tries at each step: the corners of the free positions, or all of them (complete on the grid). */
export type Candidates = 'corners' | 'all';

/** Wall that openings in each direction leave between each other, mm. */
export type Webs = Readonly<Record<Direction, number>>;
export const NO_WEBS: Webs = { left: 0, right: 0, front: 0, rear: 0, top: 0, bottom: 0 };

export interface SearchSettings {
  wishes: readonly Wish[];
  /** Longest riser of each card, mm. */
  risers: Readonly<Record<string, number>>;
  candidates: Candidates;
  /** Of the wall between the openings of two parts this much is left, mm. */
  web: Webs;
  /** Parts that stay where they are: the rules between parts hold against them, too. */
  fixed: readonly Spot[];
  /** What speaks against a place, given what is placed; mm-like units. */
  cost: (piece: Piece, option: Option, at: Vec3, placed: readonly Spot[]) => number;
  /** Where a part should rather be: the free position nearest to it is tried besides the corners. */
  target?: (id: string) => Placement | undefined;
  /** Places are slid off the grid until they touch: for kits that only fit when nothing is wasted. */
  snug?: boolean;
  /** Places tried for a part before giving it up. */
  breadth: number;
  random: () => number;
  /** How far chance may shift costs, mm. */
  noise: number;
}

export type Outcome = { kind: 'found'; spots: Spot[] } | { kind: 'none' } | { kind: 'stopped' };

type PairZones = WeakMap<RoomySolid[], WeakMap<RoomySolid[], Zone[]>>;
/** What two posed parts forbid each other: the same in every search with the same clearances. */
const knownZones = new WeakMap<Clearances, Readonly<Record<Enough, PairZones>>>();

function noneKnown(clearances: Clearances): Readonly<Record<Enough, PairZones>> {
  const none: Record<Enough, PairZones> = { wanted: new WeakMap(), touching: new WeakMap(), least: new WeakMap() };
  knownZones.set(clearances, none);
  return none;
}

/** Parts whose room ran out: they are placed earlier from then on. */
type Weights = Map<string, number>;

/**
 * Depth-first search with forward checking: the part with the fewest free positions is placed next, what it
 * forbids is taken from the positions of the others, and a part without any sends the search back. With
 * candidates `all`, `none` means that no position on the grid is left untried; with `corners` only that none of
 * those places led to a layout.
 */
export class Engine {
  readonly weights: Weights = new Map();

  /** @param enough the room that pairs get; the same as that of the pieces */
  constructor(
    private readonly clearances: Clearances,
    private readonly enough: Enough = 'wanted',
  ) {}

  search(pieces: readonly Piece[], settings: SearchSettings, budget: Budget): Outcome {
    const live = pieces.map((piece) =>
      piece.options.map((o): Live => ({ positions: o.positions, free: o.free, settled: 0 })),
    );
    if (pieces.some((piece) => piece.options.every((o) => o.free === 0))) return { kind: 'none' };
    return this.place(pieces, live, [], settings, budget);
  }

  private place(
    pieces: readonly Piece[],
    live: readonly (readonly Live[] | undefined)[],
    placed: readonly Spot[],
    settings: SearchSettings,
    budget: Budget,
  ): Outcome {
    let next = -1;
    let fewest = Infinity;
    pieces.forEach((piece, i) => {
      const options = live[i];
      if (!options) return;
      const free = options.reduce((sum, l) => sum + l.free, 0);
      const score = free / (this.weights.get(piece.id) ?? 1);
      if (score < fewest) [fewest, next] = [score, i];
    });
    if (next < 0) return { kind: 'found', spots: [...placed] };
    const piece = pieces[next]!;
    const settled = live[next]!.map((l, k) => this.settle(l, piece.options[k]!, placed));
    for (const candidate of this.candidatesOf(piece, settled, placed, settings)) {
      if (budget.steps-- <= 0 || budget.stop()) return { kind: 'stopped' };
      const spot = settings.snug ? this.slid(candidate, placed) : candidate;
      const now = [...placed, spot];
      const after = this.stillOpen(pieces, live, next, now);
      if (!after) continue;
      const outcome = this.place(pieces, after, now, settings, budget);
      if (outcome.kind !== 'none') return outcome;
    }
    return { kind: 'none' };
  }

  /** An option's free positions with everything that is placed taken from them. */
  private settle(known: Live, option: Option, placed: readonly Spot[]): Live {
    if (known.free === 0 || known.settled === placed.length) return known;
    const positions = copyOf(known.positions);
    for (let i = known.settled; i < placed.length; i++) {
      const other = placed[i]!.option;
      const half: Vec3 = [
        other.half[0] + option.half[0],
        other.half[1] + option.half[1],
        other.half[2] + option.half[2],
      ];
      for (const zone of this.zonesOf(option.posed, other.posed)) paintZone(positions, zone, placed[i]!.at, half);
    }
    return { positions, free: countFree(positions), settled: placed.length };
  }

  /**
   * Has every part that is left still a position? Options are settled only until one of them is found free; the
   * others are settled when they are needed. Undefined when a part has none left.
   */
  private stillOpen(
    pieces: readonly Piece[],
    live: readonly (readonly Live[] | undefined)[],
    index: number,
    placed: readonly Spot[],
  ): (readonly Live[] | undefined)[] | undefined {
    const after = live.slice();
    after[index] = undefined;
    for (let i = 0; i < pieces.length; i++) {
      const options = after[i];
      if (!options) continue;
      const now = options.slice();
      let open = false;
      for (let k = 0; k < now.length && !open; k++) {
        now[k] = this.settle(now[k]!, pieces[i]!.options[k]!, placed);
        open = now[k]!.free > 0;
      }
      if (!open) {
        this.weights.set(pieces[i]!.id, (this.weights.get(pieces[i]!.id) ?? 1) * 1.3);
        return undefined;
      }
      after[i] = now;
    }
    return after;
  }

  /** A place moved along each axis, by at most a step, until it touches on the side where the grid was taken. */
  private slid(spot: Spot, placed: readonly Spot[]): Spot {
    const { option } = spot;
    const at: Vec3 = [...spot.at];
    const free = () => {
      if (!option.freeAt(at)) return false;
      const one = allFree(at.map((from): Run => ({ from, step: 1, count: 1 })) as [Run, Run, Run]);
      for (const other of placed)
        for (const zone of this.zonesOf(option.posed, other.option.posed)) paintZone(one, zone, other.at);
      return isFree(one, 0, 0, 0);
    };
    option.positions.runs.forEach((run, axis) => {
      if (run.count <= 1) return;
      const from = at[axis]!;
      for (const way of [-1, 1]) {
        at[axis] = from + way * run.step;
        if (free()) continue;
        let [holds, fails] = [0, run.step];
        for (let k = 0; k < 10; k++) {
          const middle = (holds + fails) / 2;
          at[axis] = from + way * middle;
          if (free()) holds = middle;
          else fails = middle;
        }
        at[axis] = from + way * holds;
        return;
      }
      at[axis] = from;
    });
    return { ...spot, at };
  }

  private zonesOf(own: PosedPart, other: PosedPart): Zone[] {
    const all = knownZones.get(this.clearances)?.[this.enough] ?? noneKnown(this.clearances)[this.enough];
    let known = all.get(own.solids);
    if (!known) all.set(own.solids, (known = new WeakMap<RoomySolid[], Zone[]>()));
    let zones = known.get(other.solids);
    if (!zones) known.set(other.solids, (zones = zonesBetween(own.solids, other.solids, this.enough, this.clearances)));
    return zones;
  }

  private candidatesOf(piece: Piece, live: readonly Live[], placed: readonly Spot[], settings: SearchSettings): Spot[] {
    const { candidates, fixed, cost, target, breadth, random, noise } = settings;
    const found: { spot: Spot; cost: number }[] = [];
    const others = [...fixed, ...placed];
    live.forEach(({ positions, free }, k) => {
      if (free === 0) return;
      const option = piece.options[k]!;
      const visit = candidates === 'all' ? eachFree : eachCorner;
      const bias = noise * random();
      const { runs } = positions;
      const offer = (at: Vec3) => {
        const spot = { piece, option, at };
        if (!allows(spot, others, settings)) return;
        found.push({ spot, cost: cost(piece, option, at, others) + bias + noise * 0.5 * random() });
      };
      visit(positions, (x, y, z) => offer([valueOf(runs[0], x), valueOf(runs[1], y), valueOf(runs[2], z)]));
      const wanted = target?.(piece.id);
      const { rear, top } = option.posed.orientation;
      if (wanted && wanted.rear === rear && wanted.top === top) {
        const nearest = nearestFree(positions, [wanted.x, wanted.y, wanted.z]);
        if (nearest) offer(nearest);
      }
    });
    found.sort((a, b) => a.cost - b.cost);
    return (candidates === 'all' ? found : scattered(found, breadth)).map((f) => f.spot);
  }
}

/** An option's free positions, as far as they are known: what was placed first is taken from them already. */
interface Live {
  positions: Positions;
  /** How many there are; at most so many while not everything is taken from them. */
  free: number;
  settled: number;
}

/** The cheapest few that are not next to each other. */
function scattered(found: readonly { spot: Spot; cost: number }[], most: number) {
  const kept: { spot: Spot; cost: number }[] = [];
  for (const f of found) {
    if (kept.length >= most) break;
    const close = kept.some(
      (k) => k.spot.option === f.spot.option && Math.hypot(...k.spot.at.map((v, i) => v - f.spot.at[i]!)) < 12,
    );
    if (!close) kept.push(f);
  }
  return kept;
}

/** Rules between two parts: wishes, openings apart, a card no farther from the board than its riser reaches. */
export function allows(
  spot: Spot,
  placed: readonly Spot[],
  { wishes, risers, web, candidates }: Pick<SearchSettings, 'wishes' | 'risers' | 'web' | 'candidates'>,
): boolean {
  const { posed } = spot.option;
  const box = boxAt(spot.piece.id, posed, spot.at);
  for (const other of placed) {
    if (wishes.length > 0) {
      const otherBox = boxAt(other.piece.id, other.option.posed, other.at);
      for (const wish of wishes) if (pairWish(wish, box, otherBox)?.holds === false) return false;
    }
    for (const a of posed.openings)
      for (const b of other.option.posed.openings) {
        if (a.direction !== b.direction) continue;
        // In a proof a place stands for its whole cell.
        const apart = [0, 1, 2].some((i) => {
          const room =
            candidates === 'all' ? -spot.option.half[i]! - other.option.half[i]! - a.more - b.more : web[a.direction];
          return (
            a.low[i]! + spot.at[i]! >= b.high[i]! + other.at[i]! + room ||
            b.low[i]! + other.at[i]! >= a.high[i]! + spot.at[i]! + room
          );
        });
        if (!apart) return false;
      }
    for (const a of posed.connectors) {
      if (a.kind !== 'riser') continue;
      for (const b of other.option.posed.connectors) {
        if (b.kind !== 'riser' || a.gives === b.gives) continue;
        const reach = risers[a.gives ? other.piece.id : spot.piece.id];
        if (reach !== undefined && distanceOf(spot.at, a.at, other.at, b.at) > reach) return false;
      }
    }
  }
  return true;
}

const distanceOf = (p: Vec3, a: Vec3, q: Vec3, b: Vec3) =>
  Math.hypot(p[0] + a[0] - q[0] - b[0], p[1] + a[1] - q[1] - b[1], p[2] + a[2] - q[2] - b[2]);

/** Sum of the straight lines to connectors of what is placed already, mm. */
export function cableCost(option: Option, at: Vec3, placed: readonly Spot[]): number {
  let sum = 0;
  for (const other of placed)
    for (const a of option.posed.connectors)
      for (const b of other.option.posed.connectors)
        if (a.kind === b.kind && a.gives !== b.gives) sum += distanceOf(at, a.at, other.at, b.at);
  return sum;
}
