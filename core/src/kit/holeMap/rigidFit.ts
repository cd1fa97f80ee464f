import type { Point2 } from '../../solid';

/** A turn and a shift of the plane: q = R(angle) p + shift. */
export interface RigidFit {
  angle: number;
  shift: Point2;
  /** How much larger the second figure is when size is free too; 1 where it can't be told. */
  scale: number;
  /** What is left at each point, second less turned first, mm. */
  residuals: Point2[];
}

/**
 * The turn and shift that lay `from` on `to` best (least squares), and separately how much larger `to` is.
 * Umeyama (1991), closed form for the plane; no reflection. @throws Error for fewer than two points.
 */
export function rigidFit(from: readonly Point2[], to: readonly Point2[]): RigidFit {
  const n = from.length;
  if (n < 2 || to.length !== n)
    throw new Error(`A fit needs two points or more, each with its partner; there are ${n}.`);
  const mean = (points: readonly Point2[], k: 0 | 1) => points.reduce((s, p) => s + p[k], 0) / n;
  const a: Point2 = [mean(from, 0), mean(from, 1)];
  const b: Point2 = [mean(to, 0), mean(to, 1)];
  let cos = 0;
  let sin = 0;
  let size = 0;
  for (let i = 0; i < n; i++) {
    const [px, py] = [from[i]![0] - a[0], from[i]![1] - a[1]];
    const [qx, qy] = [to[i]![0] - b[0], to[i]![1] - b[1]];
    cos += px * qx + py * qy;
    sin += px * qy - py * qx;
    size += px * px + py * py;
  }
  const angle = Math.atan2(sin, cos);
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  const shift: Point2 = [b[0] - c * a[0] + s * a[1], b[1] - s * a[0] - c * a[1]];
  return {
    angle,
    shift,
    scale: size === 0 ? 1 : Math.hypot(cos, sin) / size,
    residuals: from.map((p, i): Point2 => {
      const [x, y] = turned(p, { angle, shift });
      return [to[i]![0] - x, to[i]![1] - y];
    }),
  };
}

/** A point after a turn and a shift. */
export function turned([x, y]: Point2, { angle, shift }: Pick<RigidFit, 'angle' | 'shift'>): Point2 {
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  return [c * x - s * y + shift[0], s * x + c * y + shift[1]];
}
