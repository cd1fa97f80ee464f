import type { Vec3 } from '../../solid';
import { leaving, leavingBoth, type Leaving } from './bend';
import { apart, keptFree, type Sight } from './sight';

/** Bends of less and less radius that are tried where the one that is wanted meets something. */
const TIGHTER = [1, 0.6, 0.3, 0.15] as const;

interface Bendable {
  bendRadius: number;
  thickness: number;
  sees: Sight;
  free: (p: Vec3) => number;
}

/**
 * A way with its bends. A plug is stiff: from its end the cable goes on in an arc to the farthest corner that it then
 * sees; where no arc of its radius is free, a tighter one.
 */
export function withBends(
  start: Vec3,
  bare: readonly Vec3[],
  end: Vec3,
  { bendRadius, thickness, sees, free }: Bendable,
): { points: Vec3[]; length: number; radius: number } {
  const [a, b] = [bare[0]!, bare.at(-1)!];
  const corners = bare.slice(1, -1);
  const [ahead, back] = [unit(start, a), unit(end, b)];
  const isFree = (one: Leaving) => one.arc.slice(1).every((p) => free(p) >= keptFree(p, thickness / 2, [a, b]));
  const plugs = apart(start, a) + apart(end, b);
  for (const share of TIGHTER) {
    const r = bendRadius * share;
    const [one, other] = leavingBoth([a, ahead], [b, back], r);
    const [from, to] = [one.arc.at(-1)!, other.arc.at(-1)!];
    if (!isFree(one) || !isFree(other) || !sees(from, to)) continue;
    const length = plugs + one.length + apart(from, to) + other.length;
    if (corners.length > 0 && share < 1) continue;
    return {
      points: [start, ...one.arc, ...[...other.arc].reverse(), end],
      length,
      radius: Math.min(one.radius, other.radius),
    };
  }
  /** From a plug to the farthest corner that its arc sees, and which that is. */
  const outOf = (plug: Vec3, direction: Vec3, targets: readonly Vec3[]) => {
    for (const share of TIGHTER)
      for (let k = targets.length - 1; k >= 0; k--) {
        const one = leaving(plug, direction, targets[k]!, bendRadius * share);
        const tight = one.radius < bendRadius * share - 1e-9;
        if (!tight && isFree(one) && sees(one.arc.at(-1)!, targets[k]!)) return { one, k };
      }
    return { one: leaving(plug, direction, targets[0] ?? b, bendRadius * TIGHTER.at(-1)!), k: 0 };
  };
  if (corners.length === 0) {
    const [one, other] = leavingBoth([a, ahead], [b, back], bendRadius * TIGHTER.at(-1)!);
    const [from, to] = [one.arc.at(-1)!, other.arc.at(-1)!];
    return {
      points: [start, ...one.arc, ...[...other.arc].reverse(), end],
      length: plugs + one.length + apart(from, to) + other.length,
      radius: Math.min(one.radius, other.radius),
    };
  }
  const first = outOf(a, ahead, corners);
  const left = corners.slice(first.k);
  const last = outOf(b, back, [...left].reverse());
  const between = left.slice(0, left.length - last.k);
  const [from, to] = [first.one.arc.at(-1)!, last.one.arc.at(-1)!];
  const middle = rounded([from, ...between, to], bendRadius, thickness / 2, free);
  return {
    points: [start, ...first.one.arc, ...between, ...[...last.one.arc].reverse(), end],
    length: plugs + first.one.length + middle.length + last.one.length,
    radius: Math.min(first.one.radius, middle.radius, last.one.radius),
  };
}

const unit = (p: Vec3, q: Vec3): Vec3 => {
  const d = Math.max(1e-9, apart(p, q));
  return [(q[0] - p[0]) / d, (q[1] - p[1]) / d, (q[2] - p[2]) / d];
};

/**
 * Length of a way whose corners are bent, and the smallest radius that fits. A corner that turns by θ takes r·tan(θ/2) of
 * both its legs; two corners share a leg evenly. Where the inside of the corner is free the cable cuts it, and is
 * r·(2 tan(θ/2) − θ) shorter than the legs. Mostly what makes the corner stands there: then it bends around the outside, in
 * an arc through the corner, and is r·(θ − 2 sin(θ/2)) longer (arc less chord, legs long). Where the legs are too short
 * it may swing out into what is free around the corner: a circle of half of that, and by its arc longer.
 * @param wants how far from everything the middle line stays, mm
 * @param free how far from a place everything is, mm
 */
export function rounded(
  points: readonly Vec3[],
  bendRadius: number,
  wants = 0,
  free: (p: Vec3) => number = () => -Infinity,
): { length: number; radius: number } {
  let length = 0;
  let radius = Infinity;
  for (let i = 1; i < points.length; i++) length += apart(points[i - 1]!, points[i]!);
  for (let i = 1; i + 1 < points.length; i++) {
    const [p, c, q] = [points[i - 1]!, points[i]!, points[i + 1]!];
    const [before, after] = [apart(p, c), apart(c, q)];
    if (before < 1e-6 || after < 1e-6) continue;
    const cos = [0, 1, 2].reduce((sum, k) => sum + (c[k]! - p[k]!) * (q[k]! - c[k]!), 0) / (before * after);
    const turn = Math.min(3, Math.acos(Math.min(1, Math.max(-1, cos))));
    if (turn < 0.02) continue;
    // Ends of the way belong to one corner alone.
    const room = Math.min(i === 1 ? before : before / 2, i + 2 === points.length ? after : after / 2);
    const half = Math.tan(turn / 2);
    const fits = room / half;
    const swing = fits >= bendRadius ? 0 : Math.min(bendRadius, Math.max(0, free(c)) / 2);
    radius = Math.min(radius, Math.max(fits, swing));
    if (swing > fits) {
      length += (swing - fits) * turn;
      continue;
    }
    const r = Math.min(bendRadius, fits);
    // Where the arc inside of the corner comes nearest to what may stand there: its middle, towards both neighbours.
    const inward = [0, 1, 2].map((k) => (p[k]! - c[k]!) / before + (q[k]! - c[k]!) / after);
    const deep = (r * (1 / Math.cos(turn / 2) - 1)) / Math.max(1e-9, Math.hypot(...inward));
    const inside = [0, 1, 2].map((k) => c[k]! + deep * inward[k]!) as Vec3;
    if (free(inside) >= wants) length -= r * (2 * half - turn);
    else length += r * (turn - 2 * Math.sin(turn / 2));
  }
  return { length, radius };
}
