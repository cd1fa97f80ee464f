import type { Point2 } from './polygon';
import type { Axis, Vec3 } from './shape';

/**
 * A solid between two polygons with as many corners each, in parallel planes across an axis; equal polygons
 * make a prism. The polygons are counter-clockwise in (y, z), (x, z) or (x, y).
 */
export interface Loft {
  axis: Axis;
  from: number;
  to: number;
  low: readonly Point2[];
  high: readonly Point2[];
}

/** A closed surface of triangles, mm. */
export interface Mesh {
  /** x, y, z of each vertex. */
  positions: Float64Array;
  /** Three vertices a triangle, counter-clockwise seen from outside. */
  triangles: Uint32Array;
}

/** A point of a plane across an axis in shell coordinates. */
export function inSpace(axis: Axis, [a, b]: Point2, along: number): Vec3 {
  return axis === 0 ? [along, a, b] : axis === 1 ? [a, along, b] : [a, b, along];
}

/** The other two coordinates of a point. */
export const inPlane = (axis: Axis, p: readonly number[]): Point2 =>
  axis === 0 ? [p[1]!, p[2]!] : axis === 1 ? [p[0]!, p[2]!] : [p[0]!, p[1]!];

/** The polygon of a loft at a place along its axis; undefined outside. */
export function loftAt(loft: Loft, at: number): Point2[] | undefined {
  if (at < loft.from || at > loft.to) return undefined;
  const t = (at - loft.from) / (loft.to - loft.from || 1);
  return loft.low.map(([a, b], i): Point2 => {
    const h = loft.high[i]!;
    return [a + t * (h[0] - a), b + t * (h[1] - b)];
  });
}

/** Corners of a loft in shell coordinates: the low polygon, then the high one. */
export const loftCorners = (loft: Loft): Vec3[] => [
  ...loft.low.map((p) => inSpace(loft.axis, p, loft.from)),
  ...loft.high.map((p) => inSpace(loft.axis, p, loft.to)),
];

/**
 * Where a plane across one of the axes cuts a loft, as closed loops of the other two coordinates: sides and
 * ends are cut edge by edge, so the polygons may be dented.
 */
export function sliceLoft(loft: Loft, axis: Axis, at: number): Point2[][] {
  if (axis === loft.axis) {
    const polygon = loftAt(loft, at);
    return polygon ? [polygon] : [];
  }
  // Along the cut's own direction the section is a run of trapezoids between crossings of the two outlines.
  const index = inPlaneIndex(loft.axis, axis);
  const crossings = (polygon: readonly Point2[]) => {
    const found: { edge: number; other: number }[] = [];
    polygon.forEach((p, i) => {
      const q = polygon[(i + 1) % polygon.length]!;
      if (p[index] > at !== q[index] > at)
        found.push({
          edge: i,
          other: p[1 - index]! + ((at - p[index]) / (q[index] - p[index])) * (q[1 - index]! - p[1 - index]!),
        });
    });
    return found.sort((p, q) => p.other - q.other).map((c) => c.other);
  };
  const steps = loft.low.every((p, i) => p[0] === loft.high[i]![0] && p[1] === loft.high[i]![1]) ? 1 : 24;
  const rows = Array.from({ length: steps + 1 }, (_, k) =>
    // Rounding may not lead a hair beyond the end.
    k === steps ? loft.to : loft.from + ((loft.to - loft.from) * k) / steps,
  )
    .map((along) => ({ along, spans: crossings(loftAt(loft, along)!) }))
    .filter((row) => row.spans.length >= 2);
  if (rows.length < 2) return [];
  const pairs = Math.min(...rows.map((r) => Math.floor(r.spans.length / 2)));
  return Array.from({ length: pairs }, (_, k): Point2[] => {
    const side = (i: number) => rows.map(({ along, spans }): Point2 => order(loft.axis, axis, along, spans[i]!));
    return [...side(2 * k), ...side(2 * k + 1).reverse()];
  });
}

/** Which coordinate of the loft's plane an axis is. */
const inPlaneIndex = (loftAxis: Axis, axis: Axis): 0 | 1 => (axis === (loftAxis === 0 ? 1 : 0) ? 0 : 1);

/** A point of the cut plane, given along the loft and across it, in the order of the remaining axes. */
function order(loftAxis: Axis, cutAxis: Axis, along: number, other: number): Point2 {
  const rest = [0, 1, 2].filter((i) => i !== cutAxis);
  return rest[0] === loftAxis ? [along, other] : [other, along];
}
