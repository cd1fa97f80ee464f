import { crossedGap, signedDistance, type Cylinder, type Shape, type Vec3 } from '../../solid';
import { EPS, firstAbove, lastBelow, takeRow, valueOf, type Positions } from './positions';

/** Two cylinders across each other, and how deep they may be in each other, mm. */
export interface Crossed {
  own: Cylinder;
  obstacle: Cylinder;
  given: number;
}

/**
 * As `paintZone`. What is forbidden of a row is in one piece: its ends lie between what two crossed cylinders have in
 * common for certain and what the clearance can add at most, and are found there by halving.
 */
export function paintCrossed(
  p: Positions,
  { low, high, clear }: { low: Vec3; high: Vec3; clear: number },
  { own, obstacle, given }: Crossed,
  by: Vec3,
  shrink: Vec3,
): void {
  const { runs } = p;
  const [rx, ry, rz] = runs;
  // Nothing comes nearer than it moves: a whole cell is forbidden where its middle is by half its diagonal.
  const least = clear - given - Math.hypot(...shrink) - EPS;
  const [first, last] = [0, 1].map((end) =>
    [0, 1, 2].map((i) =>
      end === 0
        ? Math.max(0, firstAbove(runs[i]!, low[i]! + by[i]! - clear))
        : Math.min(runs[i]!.count - 1, lastBelow(runs[i]!, high[i]! + by[i]! + clear)),
    ),
  ) as [number[], number[]];
  const off = [0, 1, 2].map((i) => (own.low[i]! + own.high[i]! - obstacle.low[i]! - obstacle.high[i]!) / 2 - by[i]!);
  const normal: Vec3 = [0, 0, 0];
  const at = { ...own, low: [...own.low] as Vec3, high: [...own.high] as Vec3 };
  for (let z = first[2]!; z <= last[2]!; z++)
    for (let y = first[1]!; y <= last[1]!; y++) {
      const [atY, atZ] = [valueOf(ry, y), valueOf(rz, z)];
      const isIn = (x: number) => {
        put(at, own, valueOf(rx, x) - by[0], atY - by[1], atZ - by[2]);
        // How deep they are in each other is only asked where they may be.
        return (least > 0 ? crossedGap(at, obstacle, normal) : signedDistance(at, obstacle, normal)) < least;
      };
      const most = inCommon(own, obstacle, Math.max(0, least) + EPS, atY + off[1]!, atZ + off[2]!);
      if (most < 0) continue;
      const sure = inCommon(own, obstacle, Math.min(0, least) - EPS, atY + off[1]!, atZ + off[2]!);
      const middle = -off[0]!;
      const from = Math.max(first[0]!, firstAbove(rx, middle - most));
      const to = Math.min(last[0]!, lastBelow(rx, middle + most));
      // Both are convex and alike on both sides of their middle: the farther from it, the farther apart.
      const right = Math.max(from, lastBelow(rx, middle) + 1);
      const low = firstThat(from, right, Math.max(from, sure < 0 ? right : firstAbove(rx, middle - sure)), isIn);
      const high = lastThat(right - 1, to, Math.min(to, sure < 0 ? right - 1 : lastBelow(rx, middle + sure)), isIn);
      if (low <= high) takeRow(p, z * ry.count + y, low, high);
    }
}

/** Puts a copy of a body where the body is after a move. */
function put(copy: Shape, { low, high }: Shape, x: number, y: number, z: number): void {
  copy.low[0] = low[0] + x;
  copy.high[0] = high[0] + x;
  copy.low[1] = low[1] + y;
  copy.high[1] = high[1] + y;
  copy.low[2] = low[2] + z;
  copy.high[2] = high[2] + z;
}

/** The first of the places from `low` to before `end` for which a test holds, as it does from some place on; from `sure` on it is known to. */
function firstThat(low: number, end: number, sure: number, test: (i: number) => boolean): number {
  let [from, to] = [low, Math.min(sure, end)];
  while (from < to) {
    const middle = (from + to) >> 1;
    if (test(middle)) to = middle;
    else from = middle + 1;
  }
  return from;
}

/** The last of the places from behind `end` to `high` for which a test holds, as it does up to some place. */
const lastThat = (end: number, high: number, sure: number, test: (i: number) => boolean): number =>
  -firstThat(-high, -end, -sure, (i) => test(-i));

/**
 * How far apart along x the middles of two crossed cylinders may be that have a point in common, where they are `dy` and
 * `dz` apart, mm; negative where they have none at any x. The first is `grown` by so much all over. Along the third axis
 * each reaches as far as its circle does where the other still meets it.
 */
function inCommon(a: Cylinder, b: Cylinder, grown: number, dy: number, dz: number): number {
  const [i, j] = [a.axis, b.axis];
  const k = 3 - i - j;
  const halfOf = (s: Shape, axis: number) => (s.high[axis]! - s.low[axis]!) / 2;
  const [ra, la] = [halfOf(a, k) + grown, halfOf(a, i) + grown];
  const [rb, lb] = [halfOf(b, k), halfOf(b, j)];
  if (ra < 0 || la < 0) return -1;
  const d = [0, Math.abs(dy), Math.abs(dz)];
  /** Half the chord of a circle where something is `beyond` the end of what it can meet. */
  const chord = (r: number, beyond: number) => (beyond <= 0 ? r : beyond > r ? -1 : Math.sqrt(r * r - beyond * beyond));
  const ofA = j === 0 ? ra : chord(ra, d[j]! - lb);
  const ofB = i === 0 ? rb : chord(rb, d[i]! - la);
  if (ofA < 0 || ofB < 0) return -1;
  if (k === 0) return ofA + ofB;
  const [reach, r, other] = i === 0 ? [la, rb, ofA] : [lb, ra, ofB];
  const across = chord(r, d[k]! - other);
  return across < 0 ? -1 : reach + across;
}
