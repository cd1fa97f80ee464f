import type { Vec3 } from '../../solid';

/** How something that bends leaves a plug: straight on as far as the plug is stiff, an arc, then straight at a place. */
export interface Leaving {
  /** Along the arc from its begin to its end, mm. */
  arc: Vec3[];
  length: number;
  radius: number;
}

/** Pieces an arc is drawn in. */
const PIECES = 6;
/** A turn under this is none, rad. */
const STRAIGHT = 0.02;

const minus = (p: Vec3, q: Vec3): Vec3 => [p[0] - q[0], p[1] - q[1], p[2] - q[2]];
const dot = (p: Vec3, q: Vec3) => p[0] * q[0] + p[1] * q[1] + p[2] * q[2];
const along = (p: Vec3, d: Vec3, t: number, n: Vec3, s: number): Vec3 => [
  p[0] + t * d[0] + s * n[0],
  p[1] + t * d[1] + s * n[1],
  p[2] + t * d[2] + s * n[2],
];

/**
 * The arc from a place in a direction to where its tangent runs at a target: the shortest way of bounded curvature
 * without a direction at its end (an arc and a straight line; Dubins 1957, from memory). A target too near for the radius
 * is reached by the largest arc that ends in it.
 * @param from mm @param ahead unit vector @param target mm @param radius mm, over 0
 */
export function leaving(from: Vec3, ahead: Vec3, target: Vec3, radius: number): Leaving {
  const to = minus(target, from);
  const x = dot(to, ahead);
  const aside = along(to, ahead, -x, ahead, 0);
  const y = Math.hypot(...aside);
  const turn = Math.atan2(y, x);
  if (turn < STRAIGHT || y < 1e-6) {
    // Straight on, or straight back: then to any side.
    if (x >= 0) return { arc: [from], length: 0, radius: Infinity };
  }
  const normal: Vec3 = y > 1e-6 ? (aside.map((v) => v / y) as Vec3) : Math.abs(ahead[2]) < 0.5 ? [0, 0, 1] : [1, 0, 0];
  const r = Math.min(radius, y > 1e-6 ? (x * x + y * y) / (2 * y) : radius);
  const away = Math.hypot(x, y - r);
  // From straight ahead on around the middle of the circle to where the tangent points at the target.
  const swept = Math.atan2(y - r, x) - Math.acos(Math.min(1, r / Math.max(away, r))) + Math.PI / 2;
  const angle = swept < -1e-9 ? swept + 2 * Math.PI : Math.max(0, swept);
  const arc = Array.from({ length: PIECES + 1 }, (_, k) => {
    const a = (angle * k) / PIECES;
    return along(from, ahead, r * Math.sin(a), normal, r * (1 - Math.cos(a)));
  });
  return { arc, length: r * angle, radius: r };
}

/** Turns of the search for the line that two arcs share. */
const ROUNDS = 24;

/** The arcs at both ends of a straight piece, each tangent to it. */
export function leavingBoth(
  [a, ahead]: readonly [Vec3, Vec3],
  [b, back]: readonly [Vec3, Vec3],
  radius: number,
): [Leaving, Leaving] {
  let one = leaving(a, ahead, b, radius);
  let other = leaving(b, back, one.arc.at(-1)!, radius);
  for (let k = 0; k < ROUNDS; k++) {
    one = leaving(a, ahead, other.arc.at(-1)!, radius);
    other = leaving(b, back, one.arc.at(-1)!, radius);
  }
  return [one, other];
}
