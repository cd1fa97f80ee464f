import type { Vec3 } from '../solid';

/** A box put into a block: its low corner and its size as it is turned. */
export interface PackedPart {
  index: number;
  low: Vec3;
  size: Vec3;
}

/** Boxes set face to face until they are one box; sides shortest first. */
interface Joined {
  /** A bit for each box in it. */
  mask: number;
  sides: Vec3;
  /** Room within it that none of its boxes takes, mm³. */
  waste: number;
  /** The two it is made of, or the one box it is. */
  of: number | readonly [Joined, Joined];
}

const EPS = 1e-6;
/** Bits of a mask. */
const MOST_BOXES = 31;
/** What two boxes set together may waste of the box around them, from pass to pass. */
const WASTES = [0.004, 0.01, 0.02, 0.035, 0.06] as const;
/** How many joined boxes are kept in a pass. */
const MOST_JOINED = 6000;
/** The two sides that make a face. */
const FACES: readonly (readonly [number, number])[] = [
  [0, 1],
  [0, 2],
  [1, 2],
];

/**
 * Puts boxes together that share a face, then those with others, until one box of them all fits the block (block
 * building of container loading: Fanslau and Bortfeldt 2010, from memory). What two waste is bounded, more
 * loosely from pass to pass; all joined boxes may together waste no more than the block has to spare. It finds what
 * straight cuts through whole boxes make (guillotine patterns), and nothing else.
 * @param block size along x, y, z, mm
 * @param boxes sizes, mm; at most 31
 * @returns undefined when there is none among the joined boxes that were made, which proves nothing
 */
export function packJoined(block: Vec3, boxes: readonly Vec3[], stop = () => false): PackedPart[] | undefined {
  if (boxes.length === 0) return [];
  if (boxes.length > MOST_BOXES) return undefined;
  const spare = volume(block) - boxes.reduce((sum, b) => sum + volume(b), 0);
  if (spare < -EPS) return undefined;
  for (const share of WASTES) {
    const whole = new Joining(block, boxes, spare, share, stop).whole();
    if (whole) return unfold(whole, block);
    if (stop()) return undefined;
  }
  return undefined;
}

const volume = (s: readonly number[]) => s[0]! * s[1]! * s[2]!;
const shortestFirst = (s: readonly number[]): Vec3 => [...s].sort((a, b) => a - b) as Vec3;

class Joining {
  private readonly most: Vec3;
  private readonly everyBox: number;
  private readonly all: Joined[] = [];
  /** Joined boxes by the boxes in them: one that is no larger along any side makes another needless. */
  private readonly byMask = new Map<number, Joined[]>();

  constructor(
    block: Vec3,
    private readonly boxes: readonly Vec3[],
    private readonly spare: number,
    private readonly share: number,
    private readonly stop: () => boolean,
  ) {
    this.most = shortestFirst(block);
    this.everyBox = boxes.length === MOST_BOXES ? 0x7fffffff : (1 << boxes.length) - 1;
  }

  /** The box of all boxes; undefined when none comes about. */
  whole(): Joined | undefined {
    this.boxes.forEach((box, i) => this.keep({ mask: 1 << i, sides: shortestFirst(box), waste: 0, of: i }));
    if (!this.all.every((one) => this.fits(one.sides))) return undefined;
    if (this.boxes.length === 1) return this.all[0];
    // Each is set to all before it, so every two meet once, however many are added meanwhile.
    for (let n = 1; n < this.all.length; n++) {
      if ((n & 63) === 0 && this.stop()) return undefined;
      const a = this.all[n]!;
      for (let m = 0; m < n; m++) {
        const b = this.all[m]!;
        if ((a.mask & b.mask) !== 0) continue;
        const whole = this.join(a, b);
        if (whole) return whole;
      }
      if (this.all.length > MOST_JOINED) return undefined;
    }
    return undefined;
  }

  private fits(sides: Vec3): boolean {
    return [0, 1, 2].every((i) => sides[i]! <= this.most[i]! + EPS);
  }

  private keep(joined: Joined): boolean {
    const same = this.byMask.get(joined.mask);
    if (!same) this.byMask.set(joined.mask, [joined]);
    else if (same.some((s) => [0, 1, 2].every((i) => s.sides[i]! <= joined.sides[i]! + EPS))) return false;
    else same.push(joined);
    this.all.push(joined);
    return true;
  }

  /** Sets two together with every face to every face, both ways round. */
  private join(a: Joined, b: Joined): Joined | undefined {
    const content = volume(a.sides) + volume(b.sides);
    for (const [i, j] of FACES)
      for (const [k, l] of FACES)
        for (let round = 0; round < 2; round++) {
          const p = Math.max(a.sides[i]!, b.sides[round === 0 ? k : l]!);
          const q = Math.max(a.sides[j]!, b.sides[round === 0 ? l : k]!);
          const r = a.sides[3 - i - j]! + b.sides[3 - k - l]!;
          const around = p * q * r;
          const lost = around - content;
          if (lost > this.share * around) continue;
          const waste = a.waste + b.waste + lost;
          if (waste > this.spare + EPS) continue;
          const sides = shortestFirst([p, q, r]);
          if (!this.fits(sides)) continue;
          const joined: Joined = { mask: a.mask | b.mask, sides, waste, of: [a, b] };
          if (this.keep(joined) && joined.mask === this.everyBox) return joined;
        }
    return undefined;
  }
}

/** Lays a joined box into a block, its sides along those of the block in the order of their lengths, and takes it apart. */
function unfold(whole: Joined, block: Vec3): PackedPart[] {
  const order = [0, 1, 2].sort((i, j) => block[i]! - block[j]!);
  const size: Vec3 = [0, 0, 0];
  order.forEach((axis, n) => (size[axis] = whole.sides[n]!));
  const packed: PackedPart[] = [];
  lay(whole, [0, 0, 0], size, packed);
  return packed;
}

/** @param room along x, y, z, into which the box goes turned in some way: at its low corner */
function lay({ sides, of }: Joined, low: Vec3, room: Vec3, packed: PackedPart[]): void {
  if (typeof of === 'number') {
    packed.push({ index: of, low, size: turnedInto(sides, room)! });
    return;
  }
  const [a, b] = of;
  for (let axis = 0; axis < 3; axis++)
    for (const thick of a.sides) {
      const first: Vec3 = [...room];
      const second: Vec3 = [...room];
      first[axis] = thick;
      second[axis] = room[axis]! - thick;
      if (second[axis]! <= 0 || !turnedInto(a.sides, first) || !turnedInto(b.sides, second)) continue;
      lay(a, low, first, packed);
      const beyond: Vec3 = [...low];
      beyond[axis]! += thick;
      lay(b, beyond, second, packed);
      return;
    }
}

/** A box turned so that it goes into a room; undefined when it does not in any way. */
const turnedInto = (box: Vec3, room: Vec3): Vec3 | undefined =>
  turnsOf(box).find((t) => [0, 1, 2].every((i) => t[i]! <= room[i]! + EPS));

/** The sizes a box has along x, y, z in its six turns. */
export const turnsOf = ([a, b, c]: Vec3): Vec3[] => [
  [a, b, c],
  [a, c, b],
  [b, a, c],
  [b, c, a],
  [c, a, b],
  [c, b, a],
];
