import { measured, type Measured, type Tool } from '../../quantity';
import type { Point2 } from '../../solid/polygon';
import type { ProfileCorner } from './form';

/** A corner of a section: two measured coordinates, and with a hull's corner more. */
interface Corner {
  a: Measured;
  b: Measured;
}

/** Two lengths nearer than this are the same, mm. */
const SAME = 1e-9;
/** How sure a dragged corner is at best, mm: common practice, no source. */
const DRAGGED = 1;

/** The corners of a section as points, mm. */
export const cornerPoints = (corners: readonly Corner[]): Point2[] =>
  corners.map((c): Point2 => [c.a.value, c.b.value]);

/** A measured value put elsewhere, mm: with a tool it was taken there, without one it is a guess, no surer than it was. */
export function putAt(old: Measured, value: number, tool?: Tool): Measured {
  if (Math.abs(old.value - value) < SAME) return old;
  if (tool !== undefined) return measured(value, tool);
  return measured(value, 'guess', Math.max(DRAGGED, old.uncertainty));
}

/**
 * The corners at other points.
 * @param points one a corner, mm @param tool what those were taken with; without it they are guesses @throws Error for another number of points
 */
export function withCornersAt<C extends Corner>(corners: readonly C[], points: readonly Point2[], tool?: Tool): C[] {
  if (points.length !== corners.length)
    throw new Error(`${points.length} points are given for ${corners.length} corners; one for each is wanted.`);
  return corners.map((c, i) => ({ ...c, a: putAt(c.a, points[i]![0], tool), b: putAt(c.b, points[i]![1], tool) }));
}

/** The point halfway along edge i, on a grid of 0.1 mm: a guess until it is measured. */
function middleOf(corners: readonly Corner[], i: number): Corner {
  const p = corners[i]!;
  const q = corners[(i + 1) % corners.length]!;
  const between = (m: Measured, n: Measured) => measured(Math.round((m.value + n.value) * 5) / 10, 'guess', 1);
  return { a: between(p.a, q.a), b: between(p.b, q.b) };
}

const inserted = <C>(corners: readonly C[], after: number, corner: C): C[] => [
  ...corners.slice(0, after + 1),
  corner,
  ...corners.slice(after + 1),
];

/** One corner more in a feature's section, in the middle of edge `after`. */
export const withCornerOn = (corners: readonly Corner[], after: number): Corner[] =>
  inserted(corners, after, middleOf(corners, after));

/** One corner more in a hull's profile, in the middle of edge `after`: sharp, and its edge is a face of a new name. */
export function withProfileCornerOn(corners: readonly ProfileCorner[], after: number): ProfileCorner[] {
  const { face: from, wall } = corners[after]!;
  let face = '';
  for (let n = 2; !face || corners.some((c) => c.face === face); n++) face = `${from}-${n}`;
  const straight = (): Measured => measured(0, 'guess', 0);
  return inserted(corners, after, { ...middleOf(corners, after), radius: straight(), rise: straight(), face, wall });
}
