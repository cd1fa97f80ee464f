import type { Cylinder, Vec3 } from '../solid';
import type { Room } from './room';

/** How good a box is; it may never grow when the box shrinks. 0: no use. */
export type Quality = (width: number, depth: number, height: number) => number;

export interface EmptyBox {
  low: Vec3;
  high: Vec3;
  quality: number;
}

export interface EmptyBoxes {
  boxes: EmptyBox[];
  /** Every box that was wanted was found; otherwise the search ended at its limit of steps. */
  complete: boolean;
  steps: number;
}

export const volume: Quality = (w, d, h) => w * d * h;
/** Area of a lying slab that is at least so thick: where a board goes. */
export const slab =
  (thickness: number): Quality =>
  (w, d, h) =>
    h >= thickness ? w * d : 0;
/** Length of a stick with at least the given section, lying either way: where a card goes. */
export const stick =
  (a: number, b: number): Quality =>
  (w, d, h) => {
    const lies = (length: number, p: number, q: number) =>
      Math.min(p, q) >= Math.min(a, b) && Math.max(p, q) >= Math.max(a, b) ? length : 0;
    return Math.max(lies(w, d, h), lies(d, w, h), lies(h, w, d));
  };

/** Cells along each axis that cylinders and slanted walls are stepped to, mm. */
const GRID = 1;
const EPS = 1e-6;
/** Boxes that may wait to be looked at: memory for about 100 MB. */
const MOST_NODES = 400_000;

/**
 * The best empty boxes of a room, best first: best-first branch and bound. The box with the best bound is taken;
 * if nothing reaches into it, it is the best empty box there is. Otherwise it is split at one obstacle into the
 * boxes to its six sides (a slanted wall: in two halves at a place on the grid), each of which bounds all empty
 * boxes within it. After Breuel (2002, maximal white rectangles in layout analysis, from memory), in three
 * dimensions. Exact for boxes; cylinders are stepped outward at 1 mm.
 * @param distinct 0…1: how much of the smaller of two boxes they may share; 1 lists every maximal box.
 */
export function emptyBoxes(
  room: Room,
  quality: Quality = volume,
  count = 1,
  distinct = 0.5,
  mostSteps = 200_000,
): EmptyBoxes {
  return new Search(room, quality).run(count, distinct, mostSteps);
}

/** Low x, y, z and high x, y, z. */
type Ends = Float64Array;

/**
 * Boxes that are still to be looked at. All ever made stay in one pool of coordinates, so that the same box, reached
 * another way, is known again; a binary heap keeps the best on top.
 */
class Pool {
  ends = new Float64Array(6 * 4096);
  quality = new Float64Array(4096);
  inside: Uint16Array[] = [];
  count = 0;
  private heap: number[] = [];
  private table = new Int32Array(1 << 14).fill(-1);

  /** The node of a box, or −1 when it was there before. */
  add(box: Ends, quality: number): number {
    if (this.count * 2 >= this.table.length) this.grow();
    const slot = this.slotOf(box);
    if (this.table[slot]! >= 0) return -1;
    if (this.count === this.quality.length) {
      const ends = new Float64Array(this.ends.length * 2);
      ends.set(this.ends);
      this.ends = ends;
      const qualities = new Float64Array(this.quality.length * 2);
      qualities.set(this.quality);
      this.quality = qualities;
    }
    this.table[slot] = this.count;
    this.ends.set(box, this.count * 6);
    this.quality[this.count] = quality;
    return this.count++;
  }

  push(node: number): void {
    const { heap, quality } = this;
    heap.push(node);
    let i = heap.length - 1;
    while (i > 0) {
      const up = (i - 1) >> 1;
      if (quality[heap[up]!]! >= quality[node]!) break;
      heap[i] = heap[up]!;
      i = up;
    }
    heap[i] = node;
  }

  pop(): number | undefined {
    const { heap, quality } = this;
    const top = heap[0];
    const last = heap.pop();
    if (heap.length === 0 || last === undefined) return top;
    let i = 0;
    for (;;) {
      let child = 2 * i + 1;
      if (child >= heap.length) break;
      if (child + 1 < heap.length && quality[heap[child + 1]!]! > quality[heap[child]!]!) child++;
      if (quality[heap[child]!]! <= quality[last]!) break;
      heap[i] = heap[child]!;
      i = child;
    }
    heap[i] = last;
    return top;
  }

  private slotOf(box: Ends): number {
    const mask = this.table.length - 1;
    let hash = 0;
    for (let k = 0; k < 6; k++) hash = (Math.imul(hash, 0x01000193) ^ Math.round(box[k]! * 512)) | 0;
    hash = Math.imul(hash ^ (hash >>> 15), 0x2c1b3c6d);
    for (let slot = (hash ^ (hash >>> 13)) & mask; ; slot = (slot + 1) & mask) {
      const node = this.table[slot]!;
      if (node < 0) return slot;
      let k = 0;
      while (k < 6 && Math.abs(this.ends[node * 6 + k]! - box[k]!) < EPS) k++;
      if (k === 6) return slot;
    }
  }

  private grow(): void {
    this.table = new Int32Array(this.table.length * 2).fill(-1);
    for (let node = 0; node < this.count; node++)
      this.table[this.slotOf(this.ends.subarray(node * 6, node * 6 + 6))] = node;
  }
}

class Search {
  private readonly pool = new Pool();
  private readonly coords: Float64Array;
  private readonly scratch: Uint16Array;
  private readonly next = new Float64Array(6);
  /** Boxes that are no better than this are not looked at. */
  private bound = 0;

  constructor(
    private readonly room: Room,
    private readonly quality: Quality,
  ) {
    const { low, high, shapes } = room;
    this.coords = new Float64Array(shapes.length * 6);
    shapes.forEach((o, i) => this.coords.set([...o.low, ...o.high], i * 6));
    this.scratch = new Uint16Array(shapes.length);
    this.push(
      Float64Array.of(...low, ...high),
      Uint16Array.from({ length: shapes.length }, (_, i) => i),
    );
  }

  /** A good empty box by always going to the side with the most room and the least in it: a bound for the search. */
  private dive(): void {
    let node = 0;
    const box = new Float64Array(6);
    for (let depth = 0; depth < 200; depth++) {
      box.set(this.pool.ends.subarray(node * 6, node * 6 + 6));
      const inside = this.pool.inside[node]!;
      const first = this.pool.count;
      const wall = this.violated(box);
      if (wall) this.splitAtWall(box, inside, wall);
      else if (inside.length > 0) this.splitAtObstacle(box, inside);
      else {
        this.bound = this.pool.quality[node]! * (1 - 1e-9);
        return;
      }
      let best = -1;
      let most = 0;
      for (let child = first; child < this.pool.count; child++) {
        const worth = this.pool.quality[child]! / (1 + 0.2 * this.pool.inside[child]!.length);
        if (worth > most) [best, most] = [child, worth];
      }
      if (best < 0) return;
      node = best;
    }
  }

  run(count: number, distinct: number, mostSteps: number): EmptyBoxes {
    const found: EmptyBox[] = [];
    const box = new Float64Array(6);
    if (count === 1 && this.pool.count > 0) this.dive();
    let steps = 0;
    while (found.length < count) {
      const node = this.pool.pop();
      if (node === undefined) break;
      if (++steps > mostSteps || this.pool.count > MOST_NODES) return { boxes: found, complete: false, steps };
      box.set(this.pool.ends.subarray(node * 6, node * 6 + 6));
      const inside = this.pool.inside[node]!;
      if (found.some((f) => within(box, f))) continue;
      const wall = this.violated(box);
      if (wall) this.splitAtWall(box, inside, wall);
      else if (inside.length > 0) this.splitAtObstacle(box, inside);
      else if (distinct >= 1 || !found.some((f) => sharesMost(box, f, distinct)))
        found.push({
          low: [box[0]!, box[1]!, box[2]!],
          high: [box[3]!, box[4]!, box[5]!],
          quality: this.pool.quality[node]!,
        });
    }
    return { boxes: found, complete: true, steps };
  }

  /** The slanted wall that reaches deepest into a box. */
  private violated(b: Ends): Room['walls'][number] | undefined {
    let worst: Room['walls'][number] | undefined;
    let deepest = EPS;
    for (const wall of this.room.walls) {
      const [x, y, z] = wall.normal;
      const least = x * b[x > 0 ? 0 : 3]! + y * b[y > 0 ? 1 : 4]! + z * b[z > 0 ? 2 : 5]!;
      if (wall.offset - least > deepest) {
        deepest = wall.offset - least;
        worst = wall;
      }
    }
    return worst;
  }

  /**
   * With the box's end on axis i at m or beyond, or before m and then the end on axis j as far in as the wall asks
   * at the last grid place before m: every empty box on the grid is in one of the two.
   */
  private splitAtWall(box: Ends, inside: Uint16Array, { normal, offset }: Room['walls'][number]): void {
    const axes = [0, 1, 2].filter((i) => Math.abs(normal[i]!) > 1e-9);
    const [i, j] = axes as [number, number];
    const ni = normal[i]!;
    const nj = normal[j]!;
    const side = (n: number, k: number) => (n > 0 ? k : k + 3);
    const others = axes.slice(2).reduce((s, k) => s + normal[k]! * box[side(normal[k]!, k)]!, 0);
    // Where the end on i would have to be with j as it is, and the end on j with i as it is.
    const needI = (offset - others - nj * box[side(nj, j)]!) / ni;
    const at = box[side(ni, i)]!;
    const dir = ni > 0 ? 1 : -1;
    const span = (needI - at) * dir;
    const half = Math.max(GRID, Math.floor(span / 2 / GRID) * GRID);
    this.pushWith(box, inside, side(ni, i), span <= GRID ? needI : at + dir * half);
    const last = span <= GRID ? at : at + dir * (half - GRID);
    const needJ = (offset - others - ni * last) / nj;
    if ((needJ - box[side(nj, j)]!) * (nj > 0 ? 1 : -1) > EPS) this.pushWith(box, inside, side(nj, j), needJ);
    else this.pushWith(box, inside, side(ni, i), at + dir * Math.min(GRID, span));
  }

  private splitAtObstacle(box: Ends, inside: Uint16Array): void {
    // The obstacle whose largest remaining side piece is the smallest halves the box best.
    let pivot = inside[0]!;
    let least = Infinity;
    const c = this.coords;
    for (let n = 0; n < inside.length; n++) {
      const o = inside[n]! * 6;
      let most = 0;
      for (let k = 0; k < 3; k++) {
        const size = box[k + 3]! - box[k]!;
        const below = (c[o + k]! - box[k]!) / size;
        const above = (box[k + 3]! - c[o + k + 3]!) / size;
        if (below > most) most = below;
        if (above > most) most = above;
      }
      if (most < least) {
        least = most;
        pivot = inside[n]!;
      }
    }
    const shape = this.room.shapes[pivot]!;
    const { low, high } = shape.kind === 'box' ? shape : stepOf(shape, box);
    for (let k = 0; k < 3; k++) {
      if (low[k]! > box[k]! + EPS) this.pushWith(box, inside, k + 3, low[k]!);
      if (high[k]! < box[k + 3]! - EPS) this.pushWith(box, inside, k, high[k]!);
    }
  }

  /** The box with one of its ends elsewhere. */
  private pushWith(box: Ends, inside: Uint16Array, end: number, value: number): void {
    this.next.set(box);
    this.next[end] = value;
    this.push(this.next, inside);
  }

  private push(b: Ends, candidates: Uint16Array): void {
    const quality = this.quality(b[3]! - b[0]!, b[4]! - b[1]!, b[5]! - b[2]!);
    if (!(quality > this.bound)) return;
    const node = this.pool.add(b, quality);
    if (node < 0) return;
    const c = this.coords;
    let n = 0;
    for (const candidate of candidates) {
      const o = candidate * 6;
      if (
        c[o]! < b[3]! - EPS &&
        c[o + 3]! > b[0]! + EPS &&
        c[o + 1]! < b[4]! - EPS &&
        c[o + 4]! > b[1]! + EPS &&
        c[o + 2]! < b[5]! - EPS &&
        c[o + 5]! > b[2]! + EPS &&
        this.reaches(candidate, b)
      )
        this.scratch[n++] = candidate;
    }
    this.pool.inside[node] = this.scratch.slice(0, n);
    this.pool.push(node);
  }

  /** A cylinder whose surrounding box reaches into a box does so itself. */
  private reaches(index: number, box: Ends): boolean {
    const shape = this.room.shapes[index]!;
    if (shape.kind === 'box') return true;
    const { a, b, centre, radius } = circleOf(shape);
    const da = Math.max(box[a]! - centre[0], 0, centre[0] - box[a + 3]!);
    const db = Math.max(box[b]! - centre[1], 0, centre[1] - box[b + 3]!);
    return da * da + db * db < (radius - EPS) ** 2;
  }
}

const within = (b: Ends, f: EmptyBox) =>
  [0, 1, 2].every((k) => b[k]! >= f.low[k]! - EPS && b[k + 3]! <= f.high[k]! + EPS);

function sharesMost(b: Ends, f: EmptyBox, most: number): boolean {
  let shared = 1;
  let mine = 1;
  let other = 1;
  for (let k = 0; k < 3; k++) {
    shared *= Math.max(0, Math.min(b[k + 3]!, f.high[k]!) - Math.max(b[k]!, f.low[k]!));
    mine *= b[k + 3]! - b[k]!;
    other *= f.high[k]! - f.low[k]!;
  }
  return shared > most * Math.min(mine, other);
}

function circleOf({ axis, low, high }: Cylinder) {
  const [a, b] = [(axis + 1) % 3, (axis + 2) % 3] as [0 | 1 | 2, 0 | 1 | 2];
  return {
    a,
    b,
    radius: (high[a] - low[a]) / 2,
    centre: [(low[a] + high[a]) / 2, (low[b] + high[b]) / 2] as const,
  };
}

/** Of the nested boxes that cover a cylinder in steps of 1 mm, one that reaches into the given box. */
function stepOf(shape: Cylinder, box: Ends): { low: Vec3; high: Vec3 } {
  const { a, b, radius, centre } = circleOf(shape);
  const nearest = Math.min(Math.max(centre[0], box[a]!), box[a + 3]!);
  const from = Math.floor(Math.abs(nearest - centre[0]) / GRID) * GRID;
  const to = Math.min(from + GRID, radius);
  const half = Math.sqrt(radius * radius - from * from);
  const low: Vec3 = [...shape.low];
  const high: Vec3 = [...shape.high];
  low[a] = centre[0] - to;
  high[a] = centre[0] + to;
  low[b] = centre[1] - half;
  high[b] = centre[1] + half;
  return { low, high };
}
