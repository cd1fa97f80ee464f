import { flatDistance, type Figure } from './flat';
import { leastAlong, rectangleAcross, type Axis, type Box, type Cylinder, type Shape, type Vec3 } from './shape';

/**
 * Signed distance between two solids in mm: how far apart they are, or, negative, the length of the
 * shortest move that takes them apart. Writes into `normal` the unit direction from a to b; moving a by
 * `distance · normal` makes them touch.
 *
 * For convex solids it is the largest separation over all directions,
 * max over |n| = 1 of (least of n·b − greatest of n·a), positive outside and negative inside: the
 * minimal translational distance (Cameron and Culley 1986, from memory). Axis-aligned pairs have it in
 * closed form, because their Minkowski difference is a product of an interval and a plane figure.
 */
export function signedDistance(a: Shape, b: Shape, normal: Vec3): number {
  if (a.kind === 'prism' || b.kind === 'prism') return withPrism(a, b, normal);
  if (a.kind === 'box') {
    if (b.kind === 'box') return boxToBox(a, b, normal);
    return boxToCylinder(a, b, normal);
  }
  if (b.kind === 'box') {
    const distance = boxToCylinder(b, a, normal);
    normal[0] = -normal[0];
    normal[1] = -normal[1];
    normal[2] = -normal[2];
    return distance;
  }
  return a.axis === b.axis ? parallelCylinders(a, b, normal) : crossedCylinders(a, b, normal);
}

/**
 * One of them stands at an angle. Where both are a figure across the same axis drawn along it, a plane distance and an
 * interval, in closed form; else a search over directions.
 */
function withPrism(a: Shape, b: Shape, normal: Vec3): number {
  const axis = a.kind === 'prism' ? a.axis : (b as Cylinder).axis;
  const [p, q] = [figureAcross(a, axis), figureAcross(b, axis)];
  if (!p || !q) return widest(a, b, normal);
  const { distance, way } = flatDistance(p, q);
  const { gap, sign } = gapAlong(a, b, axis);
  return join(normal, axis, distance, way, gap, sign);
}

/** What a shape is across an axis, where it is the same all along it. */
function figureAcross(shape: Shape, axis: Axis): Figure | undefined {
  if (shape.kind === 'box') return { points: rectangleAcross(shape, axis), radius: 0 };
  if (shape.axis !== axis) return undefined;
  if (shape.kind === 'prism') return { points: shape.outline, radius: 0 };
  const [[u0, v0], , [u1, v1]] = rectangleAcross(shape, axis) as [[number, number], unknown, [number, number]];
  return { points: [[(u0 + u1) / 2, (v0 + v1) / 2]], radius: (u1 - u0) / 2 };
}

/** Gap of b over a along one axis: positive apart, negative the shorter way out; sign says which side. */
function gapAlong(a: Shape, b: Shape, i: number): { gap: number; sign: 1 | -1 } {
  const after = b.low[i]! - a.high[i]!;
  const before = a.low[i]! - b.high[i]!;
  return after >= before ? { gap: after, sign: 1 } : { gap: before, sign: -1 };
}

function boxToBox(a: Box, b: Box, normal: Vec3): number {
  let square = 0;
  let greatest = -Infinity;
  let axis = 0;
  for (let i = 0; i < 3; i++) {
    const after = b.low[i]! - a.high[i]!;
    const before = a.low[i]! - b.high[i]!;
    const gap = after >= before ? after : before;
    if (gap > 0) {
      square += gap * gap;
      normal[i] = after >= before ? gap : -gap;
    } else normal[i] = 0;
    if (gap > greatest) {
      greatest = gap;
      axis = i;
    }
  }
  if (square > 0) {
    const distance = Math.sqrt(square);
    normal[0] /= distance;
    normal[1] /= distance;
    normal[2] /= distance;
    return distance;
  }
  normal[axis] = b.low[axis]! - a.high[axis]! >= a.low[axis]! - b.high[axis]! ? 1 : -1;
  return greatest;
}

/** Joins the plane part and the axial part of a product figure. */
function join(
  normal: Vec3,
  axis: Axis,
  plane: number,
  [u, v]: readonly [number, number],
  axial: number,
  sign: number,
): number {
  const b = (axis + 1) % 3;
  const c = (axis + 2) % 3;
  if (plane > 0 && axial > 0) {
    const distance = Math.hypot(plane, axial);
    normal[b] = (u * plane) / distance;
    normal[c] = (v * plane) / distance;
    normal[axis] = (sign * axial) / distance;
    return distance;
  }
  const radial = plane >= axial;
  normal[b] = radial ? u : 0;
  normal[c] = radial ? v : 0;
  normal[axis] = radial ? 0 : sign;
  return radial ? plane : axial;
}

function boxToCylinder(box: Box, cylinder: Cylinder, normal: Vec3): number {
  const axis = cylinder.axis;
  const b = (axis + 1) % 3;
  const c = (axis + 2) % 3;
  const radius = (cylinder.high[b]! - cylinder.low[b]!) / 2;
  const x = (cylinder.low[b]! + cylinder.high[b]!) / 2;
  const y = (cylinder.low[c]! + cylinder.high[c]!) / 2;
  // Centre of the circle against the rectangle.
  const outX = x > box.high[b]! ? x - box.high[b]! : x < box.low[b]! ? x - box.low[b]! : 0;
  const outY = y > box.high[c]! ? y - box.high[c]! : y < box.low[c]! ? y - box.low[c]! : 0;
  let plane: number;
  let u = 0;
  let v = 0;
  if (outX !== 0 || outY !== 0) {
    const length = Math.hypot(outX, outY);
    plane = length - radius;
    u = outX / length;
    v = outY / length;
  } else {
    const ways = [box.high[b]! - x, x - box.low[b]!, box.high[c]! - y, y - box.low[c]!];
    const least = Math.min(...ways);
    plane = -least - radius;
    const way = ways.indexOf(least);
    u = way === 0 ? 1 : way === 1 ? -1 : 0;
    v = way === 2 ? 1 : way === 3 ? -1 : 0;
  }
  const { gap, sign } = gapAlong(box, cylinder, axis);
  return join(normal, axis, plane, [u, v], gap, sign);
}

function parallelCylinders(a: Cylinder, b: Cylinder, normal: Vec3): number {
  const p = (a.axis + 1) % 3;
  const q = (a.axis + 2) % 3;
  const radii = (a.high[p]! - a.low[p]! + b.high[p]! - b.low[p]!) / 2;
  const x = (b.low[p]! + b.high[p]! - a.low[p]! - a.high[p]!) / 2;
  const y = (b.low[q]! + b.high[q]! - a.low[q]! - a.high[q]!) / 2;
  const length = Math.hypot(x, y);
  const way: [number, number] = length > 0 ? [x / length, y / length] : [1, 0];
  const { gap, sign } = gapAlong(a, b, a.axis);
  return join(normal, a.axis, length - radii, way, gap, sign);
}

/**
 * Two cylinders at right angles. Apart: with the coordinate along the third axis held, both discs shrink to
 * intervals and the nearest points are known, so the square of the distance is a convex function of that one
 * coordinate; golden-section search finds its least value. Overlapping: see `widest`.
 */
function crossedCylinders(a: Cylinder, b: Cylinder, normal: Vec3): number {
  return crossedGap(a, b, normal) || widest(a, b, normal);
}

/** Ends of two crossed cylinders that look past each other: how far apart along each axis, and across both, mm. */
interface Corner {
  radiusA: number;
  radiusB: number;
  alongI: number;
  alongJ: number;
  across: number;
}

/** Square of the distance from the points of A's disc at `t` across from its middle to B. */
function squareAt({ radiusA, radiusB, alongI, alongJ, across }: Corner, t: number): number {
  const outside = Math.max(0, Math.sqrt(alongI ** 2 + (across - t) ** 2) - radiusB);
  const beyond = Math.max(0, Math.abs(alongJ) - Math.sqrt(Math.max(0, radiusA ** 2 - t ** 2)));
  return outside ** 2 + beyond ** 2;
}

/** From a point of one body to the middle of the other's nearest circle, less its radius; 0 within it. */
function toCircle(normal: Vec3, along: Axis, across: Axis, by: number, aside: number, radius: number): number {
  const off = Math.hypot(by, aside);
  if (off - radius < 1e-6) return 0;
  normal[along] = by / off;
  normal[across] = aside / off;
  normal[3 - along - across] = 0;
  return off - radius;
}

/** As `crossedCylinders`; 0 where they are in each other or touch, which takes a small part of the time. */
export function crossedGap(a: Cylinder, b: Cylinder, normal: Vec3): number {
  const [i, j] = [a.axis, b.axis];
  const c = (3 - i - j) as Axis;
  const radiusA = (a.high[c] - a.low[c]) / 2;
  const radiusB = (b.high[c] - b.low[c]) / 2;
  const [ac, aj] = [(a.low[c] + a.high[c]) / 2, (a.low[j] + a.high[j]) / 2];
  const [bc, bi] = [(b.low[c] + b.high[c]) / 2, (b.low[i] + b.high[i]) / 2];
  // The point of A's axis interval that is nearest to B's axis does not depend on the third coordinate.
  const ai = clamp(bi, a.low[i], a.high[i]);
  const bj = clamp(aj, b.low[j], b.high[j]);
  // Where an axis meets the other body's length, the nearest point of the one is on that axis' side: a plane problem.
  if (bj === aj) return toCircle(normal, i, c, bi - ai, bc - clamp(bc, ac - radiusA, ac + radiusA), radiusB);
  if (ai === bi) return toCircle(normal, j, c, bj - aj, clamp(ac, bc - radiusB, bc + radiusB) - ac, radiusA);
  const p: Corner = { radiusA, radiusB, alongI: bi - ai, alongJ: bj - aj, across: bc - ac };
  // Away from both middles both grow.
  const towards = clamp(p.across, -radiusA, radiusA);
  const t = leastBetween(squareAt, p, Math.min(0, towards), Math.max(0, towards));
  const distance = Math.sqrt(squareAt(p, t));
  if (distance < 1e-6) return 0;
  const off = Math.hypot(p.alongI, p.across - t);
  const outside = Math.max(0, off - radiusB);
  normal[i] = (p.alongI * outside) / off / distance;
  normal[c] = ((p.across - t) * outside) / off / distance;
  normal[j] = (Math.sign(p.alongJ) * Math.sqrt(Math.max(0, distance ** 2 - outside ** 2))) / distance;
  return distance;
}

const clamp = (value: number, low: number, high: number) => Math.min(high, Math.max(low, value));

/** Where a convex function of one variable is least: golden-section search, to 1e-9 of the interval. */
function leastBetween<P>(f: (p: P, t: number) => number, of: P, low: number, high: number): number {
  const ratio = (Math.sqrt(5) - 1) / 2;
  let [p, q] = [high - ratio * (high - low), low + ratio * (high - low)];
  let [fp, fq] = [f(of, p), f(of, q)];
  for (let n = 0; n < 45; n++)
    if (fp <= fq) {
      high = q;
      [q, fq] = [p, fp];
      p = high - ratio * (high - low);
      fp = f(of, p);
    } else {
      low = p;
      [p, fp] = [q, fq];
      q = low + ratio * (high - low);
      fq = f(of, q);
    }
  return (low + high) / 2;
}

/**
 * The largest separation of two shapes over the sphere of directions, on a grid of 7.5° and then by a shrinking pattern.
 * Any direction gives a separation that is really there, so it is never more than the true distance: a way out may be a
 * little long, a gap a little short.
 */
function widest(a: Shape, b: Shape, normal: Vec3): number {
  const separation = (theta: number, phi: number) => {
    const nx = Math.sin(theta) * Math.cos(phi);
    const ny = Math.sin(theta) * Math.sin(phi);
    const nz = Math.cos(theta);
    return leastAlong(b, nx, ny, nz) + leastAlong(a, -nx, -ny, -nz);
  };
  let best = -Infinity;
  let at: [number, number] = [0, 0];
  const steps = 24;
  for (let i = 0; i <= steps; i++)
    for (let j = 0; j < 2 * steps; j++) {
      const theta = (Math.PI * i) / steps;
      const phi = (Math.PI * j) / steps;
      const value = separation(theta, phi);
      if (value > best) {
        best = value;
        at = [theta, phi];
      }
    }
  for (let step = Math.PI / steps / 2; step > 1e-7;) {
    let better = false;
    for (const [di, dj] of PATTERN) {
      const theta = at[0] + di * step;
      const phi = at[1] + dj * step;
      const value = separation(theta, phi);
      if (value > best + 1e-12) {
        best = value;
        at = [theta, phi];
        better = true;
      }
    }
    if (!better) step /= 2;
  }
  normal[0] = Math.sin(at[0]) * Math.cos(at[1]);
  normal[1] = Math.sin(at[0]) * Math.sin(at[1]);
  normal[2] = Math.cos(at[0]);
  return best;
}

const PATTERN = [
  [1, 0],
  [-1, 0],
  [0, 1],
  [0, -1],
  [1, 1],
  [-1, -1],
  [1, -1],
  [-1, 1],
] as const;
