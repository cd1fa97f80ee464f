import type { Vec3 } from '../solid';
import { turnsOf, type PackedPart } from './joined';
import { randomFrom } from './random';

export interface PackOptions {
  seed?: number;
  /** Placings that may be tried in all. */
  steps?: number;
  stop?: () => boolean;
}

/** Low x, y, z and high x, y, z. */
type Space = [number, number, number, number, number, number];

const EPS = 1e-6;
/** Placings of the first try; every further one gets as many as the Luby sequence says. */
const FIRST_TRY = 600;
/** How much a gap may miss a sum of lengths by, mm, from try to try. */
const MISSES = [5, 4, 6, 3] as const;

/**
 * Packs boxes into a block, each turned in any of six ways, where next to nothing may be wasted. The free room is kept
 * as its maximal boxes; next is filled the corner into which the fewest boxes fit. A box there makes dead what no box
 * can use any more, and a way is given up when more is dead than there is to spare, or when a gap beside the box is no
 * sum of lengths of what is left. Tries begin anew with other luck (Luby, Sinclair and Zuckerman 1993, from memory).
 * @param block size along x, y, z, mm
 * @returns undefined when none was found, which proves nothing
 */
export function packCorners(block: Vec3, boxes: readonly Vec3[], options: PackOptions = {}): PackedPart[] | undefined {
  const { seed = 1, steps = 1e6, stop = () => false } = options;
  const volume = (s: readonly number[]) => s[0]! * s[1]! * s[2]!;
  const spare = volume(block) - boxes.reduce((sum, b) => sum + volume(b), 0);
  if (spare < -EPS) return undefined;
  const random = randomFrom(seed);
  let left = steps;
  for (let n = 1; left > 0 && !stop(); n++) {
    const budget = Math.min(left, FIRST_TRY * luby(n));
    // Now trusting what fits best, now chance; now strict about gaps, now not.
    const luck = {
      noise: [2, 5, 10][n % 3]!,
      shortfall: n % 16 === 0 ? Infinity : MISSES[n % MISSES.length]!,
      waste: n % 16 === 0 ? Infinity : WASTES[n % WASTES.length]!,
    };
    const run = new Try(block, boxes, spare, random, luck, budget, stop);
    const found = run.fill();
    if (found) return found;
    left -= budget - Math.max(0, run.budget);
    // Every corner was tried with every box: there is no packing of this kind.
    if (run.budget > 0 && n % 16 === 0) return undefined;
  }
  return undefined;
}

/** 1, 1, 2, 1, 1, 2, 4, … */
function luby(n: number): number {
  let k = 1;
  while ((1 << k) - 1 < n) k++;
  return (1 << k) - 1 === n ? 1 << (k - 1) : luby(n - (1 << (k - 1)) + 1);
}

/** Corners that lie nearer to each other than this along every axis are one, mm. */
const STEP = 6;
/** How much more than its share may be wasted, from try to try. */
const WASTES = [1.15, 1.4, 2] as const;

interface Candidate {
  index: number;
  size: Vec3;
  space: Space;
  cost: number;
}

class Try {
  private readonly turns: Vec3[][];
  private readonly whole: number;
  private readonly sums = new Map<number, Uint8Array>();
  /** Sides of each box, shortest first. */
  private readonly sorted: Vec3[];

  constructor(
    private readonly block: Vec3,
    private readonly boxes: readonly Vec3[],
    private readonly spare: number,
    private readonly random: () => number,
    private readonly luck: { noise: number; shortfall: number; waste: number },
    public budget: number,
    private readonly stop: () => boolean,
  ) {
    this.whole = boxes.reduce((sum, b) => sum + b[0] * b[1] * b[2], 0);
    this.sorted = boxes.map((b) => [...b].sort((p, q) => p - q) as Vec3);
    this.turns = boxes.map((b) => {
      const all = turnsOf(b);
      return all.filter((t, i) => all.findIndex((o) => o.join() === t.join()) === i);
    });
  }

  fill(): PackedPart[] | undefined {
    const all = this.boxes.map((_, i) => i);
    return this.place([[0, 0, 0, ...this.block]], all, [], 0);
  }

  private place(
    spaces: readonly Space[],
    left: readonly number[],
    placed: PackedPart[],
    dead: number,
  ): PackedPart[] | undefined {
    if (left.length === 0) return placed;
    const corner = this.tightestCorner(spaces, left);
    if (!corner) return undefined;
    const { candidates, signs } = corner;
    let filled = this.whole;
    for (const i of left) filled -= this.boxes[i]![0] * this.boxes[i]![1] * this.boxes[i]![2];
    candidates.sort((a, b) => a.cost - b.cost);
    for (const { index, size, space } of candidates) {
      if (this.budget-- <= 0 || ((this.budget & 255) === 0 && this.stop())) {
        this.budget = Math.min(this.budget, 0);
        return undefined;
      }
      const rest = left.filter((i) => i !== index);
      const least = this.shortest(rest);
      const low = [0, 1, 2].map((i) => (signs[i]! > 0 ? space[i]! : space[i + 3]! - size[i]!)) as Vec3;
      // What lies before it and is too thin for any box that is left belongs to it.
      const taken: Space = [...low, low[0] + size[0], low[1] + size[1], low[2] + size[2]];
      let full = 0;
      for (let i = 0; i < 3; i++) {
        const thick = clearBefore(spaces, taken, i, signs[i]!);
        if (thick <= EPS || thick >= least) continue;
        // All of its face is clear at least as far as the space it was put into reaches.
        full += ((size[0] * size[1] * size[2]) / size[i]!) * (space[i + 3]! - space[i]! - size[i]!);
        if (signs[i]! > 0) taken[i + 3]! += thick;
        else taken[i]! -= thick;
      }
      if (dead + full > this.spare + EPS) continue;
      // What is wasted is wasted evenly: early on not much more than its share.
      filled += size[0] * size[1] * size[2];
      const share = filled / this.whole;
      filled -= size[0] * size[1] * size[2];
      if (dead + full > this.spare * (share * this.luck.waste + 0.06)) continue;
      const next = without(spaces, taken).filter((s) => this.fitsAny(s, rest));
      const found = this.place(next, rest, [...placed, { index, low, size }], dead + full);
      if (found) return found;
      if (this.budget <= 0) return undefined;
    }
    return undefined;
  }

  private shortest(left: readonly number[]): number {
    let least = Infinity;
    for (const i of left) if (this.sorted[i]![0] < least) least = this.sorted[i]![0];
    return least;
  }

  private fitsAny(s: Space, left: readonly number[]): boolean {
    let [a, b, c] = [s[3] - s[0] + EPS, s[4] - s[1] + EPS, s[5] - s[2] + EPS];
    if (a > b) [a, b] = [b, a];
    if (b > c) [b, c] = [c, b];
    if (a > b) [a, b] = [b, a];
    for (const i of left) {
      const box = this.sorted[i]!;
      if (box[0] <= a && box[1] <= b && box[2] <= c) return true;
    }
    return false;
  }

  /** Of the eight outermost corners of the free room the one into which the fewest boxes go. */
  private tightestCorner(spaces: readonly Space[], left: readonly number[]) {
    let best: { candidates: Candidate[]; signs: Vec3 } | undefined;
    const slack = Math.min(this.shortest(left), STEP) - EPS;
    for (let k = 0; k < 8; k++) {
      const signs: Vec3 = [k & 1 ? -1 : 1, k & 2 ? -1 : 1, k & 4 ? -1 : 1];
      const at = (s: Space, i: number) => (signs[i]! > 0 ? s[i]! : -s[i + 3]!);
      let outer: Space | undefined;
      for (const s of spaces)
        if (
          !outer ||
          at(s, 2) < at(outer, 2) - EPS ||
          (at(s, 2) < at(outer, 2) + EPS &&
            (at(s, 1) < at(outer, 1) - EPS || (at(s, 1) < at(outer, 1) + EPS && at(s, 0) < at(outer, 0) - EPS)))
        )
          outer = s;
      if (!outer) return undefined;
      // A space that begins a little farther in counts, too: what is between them is too thin for any box.
      const here = spaces.filter((s) => [0, 1, 2].every((i) => at(s, i) - at(outer, i) < slack));
      const candidates = this.candidatesIn(here, left, signs, best?.candidates.length ?? Infinity);
      if (!candidates) continue;
      if (!best || candidates.length < best.candidates.length) best = { candidates, signs };
      if (candidates.length === 0) break;
    }
    return best;
  }

  /** Boxes that go into a corner; undefined when they are no fewer than elsewhere. */
  private candidatesIn(
    spaces: readonly Space[],
    left: readonly number[],
    signs: Vec3,
    most: number,
  ): Candidate[] | undefined {
    const found: Candidate[] = [];
    // How far the edges of the corner run free: what a box leaves of them has to be filled by others.
    const edges = [0, 1, 2].map((i) => Math.max(...spaces.map((s) => s[i + 3]! - s[i]!)));
    for (const index of left) {
      const sums = this.sumsOf(left.filter((i) => i !== index));
      for (const size of this.turns[index]!) {
        let cost = 0;
        for (let i = 0; i < 3 && cost < Infinity; i++) {
          const gap = edges[i]! - size[i]!;
          const off = gap < -EPS ? Infinity : sums[Math.floor(gap + EPS)]!;
          cost = off > this.luck.shortfall ? Infinity : cost + 2 * off + (gap < 2 ? 0 : 3);
        }
        if (cost === Infinity) continue;
        cost -= 0.4 * Math.cbrt(size[0] * size[1] * size[2]);
        const starts = new Set<string>();
        for (const space of spaces) {
          if ([0, 1, 2].some((i) => space[i + 3]! - space[i]! - size[i]! < -EPS)) continue;
          const start = [0, 1, 2].map((i) => (signs[i]! > 0 ? space[i]! : space[i + 3]!)).join();
          if (starts.has(start)) continue;
          starts.add(start);
          found.push({ index, size, space, cost: cost + this.luck.noise * this.random() });
          if (found.length >= most) return undefined;
        }
      }
    }
    return found;
  }

  /** For every gap in whole mm: how much of it the best sum of lengths of boxes that are left leaves over. */
  private sumsOf(left: readonly number[]): Uint8Array {
    let key = 0;
    for (const i of left) key |= 1 << i;
    const known = this.sums.get(key);
    if (known) return known;
    const most = Math.ceil(Math.max(...this.block)) + 1;
    // 1 where some boxes, each taken once in one of its directions, add up to so many mm.
    let reached = new Uint8Array(most + 1);
    reached[0] = 1;
    for (const i of left) {
      const next = reached.slice();
      for (const length of this.boxes[i]!) {
        const by = Math.round(length);
        for (let s = 0; s + by <= most; s++) if (reached[s] === 1) next[s + by] = 1;
      }
      reached = next;
    }
    const over = new Uint8Array(most + 1);
    for (let g = 0, last = 0; g <= most; g++) {
      if (reached[g] === 1) last = g;
      over[g] = Math.min(255, g - last);
    }
    if (this.sums.size > 20_000) this.sums.clear();
    this.sums.set(key, over);
    return over;
  }
}

/** How far it is clear before the far face of a box, anywhere over that face: 0 where something touches all of it. */
function clearBefore(spaces: readonly Space[], box: Space, axis: number, sign: number): number {
  const face = sign > 0 ? box[axis + 3]! : box[axis]!;
  let most = 0;
  for (const s of spaces) {
    let over = true;
    for (let i = 0; i < 3 && over; i++) if (i !== axis) over = s[i]! < box[i + 3]! - EPS && s[i + 3]! > box[i]! + EPS;
    if (!over || s[axis]! > face + EPS || s[axis + 3]! < face - EPS) continue;
    most = Math.max(most, sign > 0 ? s[axis + 3]! - face : face - s[axis]!);
  }
  return most;
}

/** Maximal free boxes once a box is taken from them. */
function without(spaces: readonly Space[], t: Space): Space[] {
  const next: Space[] = [];
  for (const s of spaces) {
    if (
      t[0] >= s[3] - EPS ||
      t[3] <= s[0] + EPS ||
      t[1] >= s[4] - EPS ||
      t[4] <= s[1] + EPS ||
      t[2] >= s[5] - EPS ||
      t[5] <= s[2] + EPS
    ) {
      next.push(s);
      continue;
    }
    for (let i = 0; i < 3; i++) {
      if (t[i]! > s[i]! + EPS) {
        const low: Space = [...s];
        low[i + 3] = t[i]!;
        next.push(low);
      }
      if (t[i + 3]! < s[i + 3]! - EPS) {
        const high: Space = [...s];
        high[i] = t[i + 3]!;
        next.push(high);
      }
    }
  }
  const within = (a: Space, b: Space) =>
    a[0] >= b[0] - EPS &&
    a[1] >= b[1] - EPS &&
    a[2] >= b[2] - EPS &&
    a[3] <= b[3] + EPS &&
    a[4] <= b[4] + EPS &&
    a[5] <= b[5] + EPS;
  return next.filter((a, i) => !next.some((b, j) => i !== j && within(a, b) && (!within(b, a) || j < i)));
}
