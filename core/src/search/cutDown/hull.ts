import { axisIndex, PLANE_AXES, type Hull } from '../../document';
import { measured, type Measured } from '../../quantity';

/** A piece between two planes across an axis that is taken out of a shell, mm from its low end. */
export interface Slab {
  axis: 0 | 1 | 2;
  from: number;
  to: number;
}

/** Two cut edges that are filed and joined are so exact, mm. Common practice, no source. */
export const JOINED = 1;
/** Edges that are farther apart than this where two halves meet leave a step, mm. */
const STEP = 0.5;
const NAMES = ['the width', 'the depth', 'the height'] as const;

/** A measured size without what was cut out of it: to be measured again. */
export const less = (m: Measured, by: number): Measured =>
  measured(tidy(m.value - by), 'guess', tidy(Math.hypot(m.uncertainty, JOINED)));
const tidy = (v: number) => Math.round(v * 100) / 100;

/** Where a place goes when a slab is taken out; undefined within it. */
export const movedPast = ({ from, to }: Slab, v: number): number | undefined =>
  v <= from + 1e-9 ? v : v >= to - 1e-9 ? v - (to - from) : undefined;

/**
 * The hull without a slab, its two halves joined again.
 * @throws Error where they would not meet, or an end wall would go with it
 */
export function shorterHull(hull: Hull, slab: Slab): Hull {
  const { axis, from, to } = slab;
  const by = to - from;
  if (!(by > 0)) throw new Error(`A piece from ${from} to ${to} mm is none; the second is over the first.`);
  const within = (size: number, low: number, high: number) => {
    if (from < low - 1e-9 || to > size - high + 1e-9)
      throw new Error(
        `From ${from.toFixed(1)} to ${to.toFixed(1)} mm takes an end wall with it: cut between ${low.toFixed(1)} and ${(size - high).toFixed(1)} mm.`,
      );
  };
  if (hull.form === 'solid')
    throw new Error('A shell that was read from a file can’t be cut down here: draw its outline as a form first.');
  if (hull.form === 'box') {
    const [key, low, high] = (
      [
        ['width', 'left', 'right'],
        ['depth', 'front', 'rear'],
        ['height', 'bottom', 'top'],
      ] as const
    )[axis];
    within(hull[key].value, hull.walls[low].value, hull.walls[high].value);
    return { ...hull, [key]: less(hull[key], by) };
  }
  if (hull.form === 'tub') {
    if (axis === 2) throw new Error('A tub that leans has another outline at every height: its halves would not meet.');
    const [key, top, low, high] = (
      [
        ['width', 'topWidth', 'left', 'right'],
        ['depth', 'topDepth', 'front', 'rear'],
      ] as const
    )[axis];
    // Within both rectangles, which lie over the same middle.
    const lean = (hull[top].value - hull[key].value) / 2;
    within(hull[key].value, Math.max(0, -lean) + hull.walls[low].value, Math.max(0, -lean) + hull.walls[high].value);
    return { ...hull, [key]: less(hull[key], by), [top]: less(hull[top], by) };
  }
  const along = axisIndex(hull.axis);
  if (along === axis) {
    within(hull.length.value, hull.ends.low.value, hull.ends.high.value);
    return { ...hull, length: less(hull.length, by) };
  }
  const key = PLANE_AXES[along]![0] === axis ? 'a' : 'b';
  const other = key === 'a' ? 'b' : 'a';
  const corners = hull.corners.map((corner) => {
    const v = corner[key].value;
    const moved = movedPast(slab, v);
    if (moved === undefined)
      throw new Error(
        `The outline has a corner at ${v.toFixed(1)} mm along ${NAMES[axis]}, within what would come out: the halves would not meet.`,
      );
    return moved === v ? corner : { ...corner, [key]: less(corner[key], by) };
  });
  hull.corners.forEach((corner, i) => {
    const next = hull.corners[(i + 1) % hull.corners.length]!;
    const [p, q] = [corner[key].value, next[key].value];
    if (Math.min(p, q) > from + 1e-9 || Math.max(p, q) < to - 1e-9) return;
    const step = (Math.abs(corner[other].value - next[other].value) * by) / Math.abs(q - p);
    if (step > STEP || Math.abs(corner.rise.value) > 0.01)
      throw new Error(
        `The ${corner.face} ${corner.rise.value ? 'is bent' : 'slopes'} there: the two halves would meet with a step of ${Math.max(step, STEP).toFixed(1)} mm. Cut across ${hull.axis}, along which its outline stays the same.`,
      );
  });
  const all = hull.corners.map((c) => c[key].value);
  const [first, last] = [Math.min(...all), Math.max(...all)];
  const ends = hull.corners.filter((c) => [first, last].includes(c[key].value)).map((c) => c.wall.value);
  within(last, first + Math.max(...ends), Math.max(...ends));
  return { ...hull, corners };
}
