import type { Assembly, HullModel } from '../../assembly';
import { contains, inPlane, type Axis, type Shape, type Vec3 } from '../../solid';
import { obstaclesOf } from './room';

/** Can two places be joined by a straight piece? */
export type Sight = (p: Vec3, q: Vec3) => boolean;

/**
 * A plug may stand nearer to things than its cable runs later: by this share of the cable's radius, so far from its end,
 * mm. Common practice, no source.
 */
export const AT_PLUGS = 0.4;
const PLUG_REACH = 20;

/** What a cable of a radius keeps free at a place, mm: less near its plugs. */
export const keptFree = (at: Vec3, radius: number, ends: readonly Vec3[]): number =>
  ends.some((end) => apart(at, end) < PLUG_REACH) ? radius * AT_PLUGS : radius - HAIR;

/** What arithmetic is off by, mm. */
const HAIR = 0.01;

/** Which places can be joined by a straight piece of something with a radius, whose plugs end at `ends`. */
export function sightIn(assembly: Assembly, radius: number, ends: readonly Vec3[]): Sight {
  const shapes = obstaclesOf(assembly).map(({ shape }) => shape);
  const joins = (p: Vec3, q: Vec3, r: number) =>
    inCavity(assembly.hull, p, q, r) && !shapes.some((s) => crosses(p, q, s, r));
  return (p, q) =>
    joins(p, q, radius * AT_PLUGS) &&
    beyond(p, q, ends).every(([from, to]) => joins(between(p, q, from), between(p, q, to), radius - HAIR));
}

const between = (p: Vec3, q: Vec3, t: number) => [0, 1, 2].map((i) => p[i]! + t * (q[i]! - p[i]!)) as Vec3;

/** The pieces of a segment that are not near to any end, as shares of it. */
function beyond(p: Vec3, q: Vec3, ends: readonly Vec3[]): [number, number][] {
  const length = apart(p, q);
  if (length < 1e-9) return [];
  let left: [number, number][] = [[0, 1]];
  for (const end of ends) {
    const along = [0, 1, 2].reduce((sum, i) => sum + (end[i]! - p[i]!) * (q[i]! - p[i]!), 0) / length;
    const aside = PLUG_REACH ** 2 - (apart(p, end) ** 2 - along ** 2);
    if (aside <= 0) continue;
    const half = Math.sqrt(aside);
    const [from, to] = [(along - half) / length, (along + half) / length];
    left = left.flatMap(([a, b]): [number, number][] =>
      [[a, Math.min(b, from)] as const, [Math.max(a, to), b] as const]
        .filter(([x, y]) => y - x > 1e-9)
        .map(([x, y]) => [x, y]),
    );
  }
  return left;
}

/**
 * Does a segment come nearer to a solid than a radius, counted square at the edges? Slab test of the box around it; of a
 * cylinder what the ends leave of the segment must also come near to its axis.
 */
function crosses(p: Vec3, q: Vec3, shape: Shape, radius: number): boolean {
  const { low, high } = shape;
  let from = 0;
  let to = 1;
  for (let i = 0; i < 3; i++) {
    const d = q[i]! - p[i]!;
    const [l, h] = [low[i]! - radius, high[i]! + radius];
    if (Math.abs(d) < 1e-9) {
      if (p[i]! <= l || p[i]! >= h) return false;
      continue;
    }
    const [t0, t1] = d > 0 ? [(l - p[i]!) / d, (h - p[i]!) / d] : [(h - p[i]!) / d, (l - p[i]!) / d];
    from = Math.max(from, t0);
    to = Math.min(to, t1);
    if (from >= to) return false;
  }
  if (shape.kind !== 'cylinder') return true;
  const [i, j] = [(shape.axis + 1) % 3, (shape.axis + 2) % 3] as [Axis, Axis];
  const at = (t: number, k: Axis) => p[k] + t * (q[k] - p[k]) - (low[k] + high[k]) / 2;
  const [u, v, du, dv] = [at(from, i), at(from, j), at(to, i) - at(from, i), at(to, j) - at(from, j)];
  const length = du * du + dv * dv;
  const nearest = length > 0 ? Math.min(1, Math.max(0, -(u * du + v * dv) / length)) : 0;
  return Math.hypot(u + nearest * du, v + nearest * dv) < (high[i] - low[i]) / 2 + radius;
}

/** Does a segment stay in the cavity? Both ends decide where it is convex; else places along it do. */
function inCavity(hull: HullModel, p: Vec3, q: Vec3, radius: number): boolean {
  if (hull.convex)
    return [p, q].every((r) =>
      hull.walls.every(
        ({ normal, offset }) => normal[0] * r[0] + normal[1] * r[1] + normal[2] * r[2] >= offset + radius * 0.5 - 0.01,
      ),
    );
  const steps = Math.max(1, Math.ceil(apart(p, q) / 4));
  for (let k = 0; k <= steps; k++) {
    const t = k / steps;
    const at = [0, 1, 2].map((i) => p[i]! + t * (q[i]! - p[i]!));
    if (!contains(hull.inner.low, inPlane(hull.outer.axis, at))) return false;
  }
  return true;
}

export const apart = (p: Vec3, q: Vec3): number => Math.hypot(p[0] - q[0], p[1] - q[1], p[2] - q[2]);
