import type { Pixel } from '../../document';
import type { Point2 } from '../../solid';

/** How a lens bends straight lines: undistorted = middle + (p − middle) / (1 + k r²), r in half diagonals. */
export interface Lens {
  middle: Point2;
  halfDiagonal: number;
  k: number;
  /** Standard deviation of k. */
  sigma: number;
}

/** Strongest bending that is looked for; beyond it a picture is no use for measuring. */
const MOST = 0.6;

/** A picture's point where a lens without curvature would show it. Division model: Fitzgibbon (2001), from memory. */
export function straightened({ middle, halfDiagonal, k }: Lens, [x, y]: Pixel): Point2 {
  const [dx, dy] = [(x - middle[0]) / halfDiagonal, (y - middle[1]) / halfDiagonal];
  const s = 1 / (1 + k * (dx * dx + dy * dy));
  return [middle[0] + dx * s * halfDiagonal, middle[1] + dy * s * halfDiagonal];
}

/** The picture's point that is seen at a straightened one: the inverse of `straightened`. */
export function bent({ middle, halfDiagonal, k }: Lens, [x, y]: Point2): Pixel {
  const [dx, dy] = [(x - middle[0]) / halfDiagonal, (y - middle[1]) / halfDiagonal];
  const r = Math.hypot(dx, dy);
  if (r === 0 || k === 0) return [x, y];
  const s = (1 - Math.sqrt(Math.max(0, 1 - 4 * k * r * r))) / (2 * k * r * r);
  return [middle[0] + dx * s * halfDiagonal, middle[1] + dy * s * halfDiagonal];
}

/** Why the curvature can't be known, in words that can be shown. */
export type LensRefusal = { refused: string };

/**
 * The curvature of the lens from edges that are straight in truth: the k that leaves the points of each edge
 * nearest to a line. Refused when the edges say nothing about it or are not straight.
 * @param pickSigma standard deviation of a picked point, px.
 */
export function lensFrom(
  width: number,
  height: number,
  straight: readonly Pixel[][],
  pickSigma: number,
): Lens | LensRefusal {
  const edges = straight.filter((edge) => edge.length >= 3);
  if (edges.length === 0)
    return {
      refused: 'Mark three points or more along an edge that is straight in truth: without it the lens is not known.',
    };
  const lens: Lens = { middle: [width / 2, height / 2], halfDiagonal: Math.hypot(width, height) / 2, k: 0, sigma: 0 };
  const misfit = (k: number) =>
    edges.reduce((sum, edge) => sum + offLine(edge.map((p) => straightened({ ...lens, k }, p))), 0);
  // Golden section; the misfit has one minimum within the range for edges that bend one way.
  const golden = (Math.sqrt(5) - 1) / 2;
  let [low, high] = [-MOST, MOST];
  while (high - low > 1e-7) {
    const [a, b] = [high - golden * (high - low), low + golden * (high - low)];
    if (misfit(a) < misfit(b)) high = b;
    else low = a;
  }
  const k = (low + high) / 2;
  if (Math.abs(k) > MOST - 0.01)
    return { refused: 'The marked edges bend more than a lens does: are they straight in truth?' };
  const count = edges.reduce((sum, edge) => sum + edge.length - 2, 0);
  const left = Math.sqrt(misfit(k) / Math.max(1, count));
  if (left > 5 * pickSigma)
    return {
      refused: `Points of a marked edge lie ${left.toFixed(1)} px off a straight line whatever the lens: mark it again.`,
    };
  // Second derivative of the misfit: 2 Σ (∂d/∂k)², so that σ(k) = σ(pick) / √(½ f″).
  const step = 1e-3;
  const bend = (misfit(k + step) - 2 * misfit(k) + misfit(k - step)) / (step * step);
  if (!(bend > 1e-6))
    return {
      refused:
        'The marked edge runs through the middle of the picture, where the lens does not bend it: mark one nearer to its border.',
    };
  return { ...lens, k, sigma: pickSigma / Math.sqrt(bend / 2) };
}

/** Sum of squared distances of points from their best line (smaller eigenvalue of their scatter). */
function offLine(points: readonly Point2[]): number {
  const n = points.length;
  const [mx, my] = [0, 1].map((k) => points.reduce((s, p) => s + p[k]!, 0) / n) as [number, number];
  let [xx, xy, yy] = [0, 0, 0];
  for (const [x, y] of points) {
    xx += (x - mx) ** 2;
    xy += (x - mx) * (y - my);
    yy += (y - my) ** 2;
  }
  return Math.max(0, (xx + yy) / 2 - Math.hypot((xx - yy) / 2, xy));
}
