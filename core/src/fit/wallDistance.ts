import type { HullModel, Wall } from '../assembly';
import { clip, inPlane, leastAlong, type Point2, type Shape } from '../solid';

/**
 * Signed distance in mm from a solid to the inside of a wall: positive in the cavity, negative the depth to
 * which the solid is in the wall. In a convex hull exactly the plane's distance; in a dented one the wall
 * counts only for what lies before or behind it.
 */
export function wallDistance(shape: Shape, wall: Wall, hull: HullModel): number {
  const [nx, ny, nz] = wall.normal;
  const toPlane = leastAlong(shape, nx, ny, nz) - wall.offset;
  if (hull.convex || !wall.segment || !wall.behind) return toPlane;
  const { axis } = hull.outer;
  const [a0, b0] = inPlane(axis, shape.low);
  const [a1, b1] = inPlane(axis, shape.high);
  const section: Point2[] = [
    [a0, b0],
    [a1, b0],
    [a1, b1],
    [a0, b1],
  ];
  const inWall = wall.behind.reduce<Point2[]>((rest, line) => clip(rest, line.normal, line.offset), section);
  if (inWall.length > 0) {
    const [na, nb] = inPlane(axis, wall.normal);
    const depth = Math.max(...inWall.map(([a, b]) => wall.offset - na * a - nb * b));
    if (depth > 1e-9) return -depth;
  }
  return segmentToPolygon(wall.segment, section);
}

/** Distance between a segment and a convex polygon that do not overlap, mm. */
function segmentToPolygon([p, q]: [Point2, Point2], polygon: readonly Point2[]): number {
  let least = Infinity;
  for (let i = 0; i < polygon.length; i++) {
    const a = polygon[i]!;
    const b = polygon[(i + 1) % polygon.length]!;
    least = Math.min(least, pointToSegment(a, p, q), pointToSegment(p, a, b), pointToSegment(q, a, b));
  }
  return least;
}

function pointToSegment([x, y]: Point2, [ax, ay]: Point2, [bx, by]: Point2): number {
  const square = (bx - ax) ** 2 + (by - ay) ** 2;
  const t = square === 0 ? 0 : Math.min(1, Math.max(0, ((x - ax) * (bx - ax) + (y - ay) * (by - ay)) / square));
  return Math.hypot(x - ax - t * (bx - ax), y - ay - t * (by - ay));
}
