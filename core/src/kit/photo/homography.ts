import { inverse, Matrix, solve } from 'ml-matrix';
import type { Point2 } from '../../solid';

/** Nine numbers row by row: (x, y, 1) → (u, v, w), the point is (u/w, v/w). */
export type Homography = readonly number[];

/**
 * The plane projection that takes four points to four others. Direct linear transformation: Hartley and Zisserman,
 * Multiple View Geometry, 2nd edition, section 4.1, from memory.
 * @throws Error when three of the points lie on a line.
 */
export function homography(from: readonly Point2[], to: readonly Point2[]): Homography {
  if (from.length !== 4 || to.length !== 4) throw new Error(`A plane needs four points; there are ${from.length}.`);
  for (const points of [from, to])
    for (let i = 0; i < 4; i++) {
      const [a, b, c] = [points[i]!, points[(i + 1) % 4]!, points[(i + 2) % 4]!];
      const area = (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]);
      const size = Math.hypot(b[0] - a[0], b[1] - a[1]) * Math.hypot(c[0] - a[0], c[1] - a[1]);
      if (!(Math.abs(area) > 1e-4 * size)) throw new Error('Three of the four corners lie on a line: pick them again.');
    }
  const rows: number[][] = [];
  const right: number[] = [];
  for (let i = 0; i < 4; i++) {
    const [x, y] = from[i]!;
    const [u, v] = to[i]!;
    rows.push([x, y, 1, 0, 0, 0, -u * x, -u * y], [0, 0, 0, x, y, 1, -v * x, -v * y]);
    right.push(u, v);
  }
  const h = solve(new Matrix(rows), Matrix.columnVector(right)).to1DArray();
  return [...h, 1];
}

export function project(h: Homography, [x, y]: Point2): Point2 {
  const w = h[6]! * x + h[7]! * y + h[8]!;
  return [(h[0]! * x + h[1]! * y + h[2]!) / w, (h[3]! * x + h[4]! * y + h[5]!) / w];
}

/** The projection back. */
export const inverseOf = (h: Homography): Homography =>
  inverse(new Matrix([h.slice(0, 3), h.slice(3, 6), h.slice(6, 9)])).to1DArray();
