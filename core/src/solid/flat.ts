import type { Point2 } from './polygon';

/** A convex polygon, counter-clockwise, or a point; grown by a radius. */
export interface Figure {
  points: readonly Point2[];
  radius: number;
}

/**
 * Signed distance of two convex figures of the plane in mm, and the unit direction from a to b. Apart: the least over
 * corners and sides. In each other: the largest separation over the normals of their sides, which is the shortest way
 * out (the sides of their Minkowski difference have no other normals).
 */
export function flatDistance(a: Figure, b: Figure): { distance: number; way: [number, number] } {
  const radii = a.radius + b.radius;
  let inside = -Infinity;
  let way: [number, number] = [1, 0];
  for (const [own, other, sign] of [
    [a.points, b.points, 1],
    [b.points, a.points, -1],
  ] as const)
    for (let i = 0; i < own.length; i++) {
      const p = own[i]!;
      const q = own[(i + 1) % own.length]!;
      const length = Math.hypot(q[0] - p[0], q[1] - p[1]);
      if (length < 1e-12) continue;
      const n: Point2 = [(q[1] - p[1]) / length, (p[0] - q[0]) / length];
      const least = Math.min(...other.map((r) => n[0] * (r[0] - p[0]) + n[1] * (r[1] - p[1])));
      if (least > inside) {
        inside = least;
        way = [sign * n[0], sign * n[1]];
      }
    }
  if (inside <= 0 && inside > -Infinity) return { distance: inside - radii, way };
  let best = Infinity;
  for (const [from, to, sign] of [
    [a.points, b.points, 1],
    [b.points, a.points, -1],
  ] as const)
    for (const r of from)
      for (let i = 0; i < to.length; i++) {
        const [x, y] = toSide(r, to[i]!, to[(i + 1) % to.length]!);
        const length = Math.hypot(x, y);
        if (length >= best) continue;
        best = length;
        if (length > 1e-12) way = [(sign * x) / length, (sign * y) / length];
      }
  return { distance: best - radii, way };
}

/** From a point to the nearest one of a side. */
function toSide([x, y]: Point2, [ax, ay]: Point2, [bx, by]: Point2): Point2 {
  const square = (bx - ax) ** 2 + (by - ay) ** 2;
  const t = square === 0 ? 0 : Math.min(1, Math.max(0, ((x - ax) * (bx - ax) + (y - ay) * (by - ay)) / square));
  return [ax + t * (bx - ax) - x, ay + t * (by - ay) - y];
}
