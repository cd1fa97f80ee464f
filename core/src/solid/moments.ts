import { inSpace, loftAt, type Loft } from './loft';
import type { Point2 } from './polygon';
import type { Vec3 } from './shape';

/** Volume of a solid, mm³, and its first moments about the planes x = 0, y = 0 and z = 0, mm⁴. */
export interface Moments {
  volume: number;
  first: Vec3;
}

/** Area of a polygon and its first moments, by Green's theorem (the shoelace formulas). */
function polygonMoments(polygon: readonly Point2[]): [area: number, a: number, b: number] {
  let [area, sa, sb] = [0, 0, 0];
  polygon.forEach(([a0, b0], i) => {
    const [a1, b1] = polygon[(i + 1) % polygon.length]!;
    const cross = a0 * b1 - a1 * b0;
    area += cross / 2;
    sa += (cross * (a0 + a1)) / 6;
    sb += (cross * (b0 + b1)) / 6;
  });
  return [area, sa, sb];
}

/**
 * Volume and first moments of a loft. Its corners run along straight lines, so areas are quadratic and moments cubic
 * along the axis: Simpson's rule over both ends and the middle is exact (the prismatoid formula).
 */
export function loftMoments(loft: Loft): Moments {
  const length = loft.to - loft.from;
  let volume = 0;
  const first: [number, number, number] = [0, 0, 0];
  for (const [share, weight] of [
    [0, 1],
    [0.5, 4],
    [1, 1],
  ] as const) {
    const at = loft.from + share * length;
    const [area, a, b] = polygonMoments(loftAt(loft, share === 1 ? loft.to : at)!);
    const part = (weight * length) / 6;
    volume += part * area;
    inSpace(loft.axis, [a, b], at * area).forEach((v, i) => (first[i]! += part * v));
  }
  return { volume, first };
}
