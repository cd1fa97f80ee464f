import type { Point2 } from '../../solid/polygon';

const LEVEL = 1e-6;

/** Length of each edge of a closed section, mm; edge i runs from corner i to the next. */
export const edgeLengths = (corners: readonly Point2[]): number[] =>
  corners.map((p, i) => {
    const q = corners[(i + 1) % corners.length]!;
    return Math.hypot(q[0] - p[0], q[1] - p[1]);
  });

/**
 * The corners after edge i was given another length, mm. On a level or upright edge every corner that stands in
 * line with the edge's end moves with it, so that right angles stay; on a slanted edge only its end moves, along
 * the edge. The first corner of a section is its datum and never moves: there the edge's start gives way.
 */
export function withEdgeLength(corners: readonly Point2[], i: number, length: number): Point2[] {
  const n = corners.length;
  const [from, to] = [corners[i]!, corners[(i + 1) % n]!];
  const now = Math.hypot(to[0] - from[0], to[1] - from[1]);
  if (!(length > 0) || now === 0) throw new Error(`An edge can't be ${length} mm long; it must be over 0 mm.`);
  const by: Point2 = [((to[0] - from[0]) * (length - now)) / now, ((to[1] - from[1]) * (length - now)) / now];
  const atDatum = (i + 1) % n === 0;
  const moving = atDatum ? i : (i + 1) % n;
  const shift: Point2 = atDatum ? [-by[0], -by[1]] : by;
  const straight = ([0, 1] as const).find((k) => Math.abs(to[1 - k]! - from[1 - k]!) < LEVEL);
  return corners.map((p, j): Point2 => {
    if (straight === undefined) return j === moving ? [p[0] + shift[0], p[1] + shift[1]] : p;
    const inLine = Math.abs(p[straight] - corners[moving]![straight]) < LEVEL;
    if (!inLine) return p;
    return straight === 0 ? [p[0] + shift[0], p[1]] : [p[0], p[1] + shift[1]];
  });
}
