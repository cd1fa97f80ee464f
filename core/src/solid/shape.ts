import { clip, type Point2 } from './polygon';

/** Three numbers along x, y, z; mm or a direction. */
export type Vec3 = [number, number, number];
export type Axis = 0 | 1 | 2;

/** A block aligned with the shell's axes, between two corners. */
export interface Box {
  kind: 'box';
  low: Vec3;
  high: Vec3;
}

/** A cylinder along an axis, inscribed in the box between two corners. */
export interface Cylinder {
  kind: 'cylinder';
  axis: Axis;
  low: Vec3;
  high: Vec3;
}

/**
 * What stands at a slight angle: a convex outline drawn along an axis. The outline is counter-clockwise, in the
 * coordinates along the two axes after it, in turn; `low` and `high` are the box around it all.
 */
export interface Prism {
  kind: 'prism';
  axis: Axis;
  outline: readonly Point2[];
  low: Vec3;
  high: Vec3;
}

/** All our solids are unions of these. */
export type Shape = Box | Cylinder | Prism;

export const AXES = ['x', 'y', 'z'] as const;

export const centreOf = ({ low, high }: { low: Vec3; high: Vec3 }): Vec3 => [
  (low[0] + high[0]) / 2,
  (low[1] + high[1]) / 2,
  (low[2] + high[2]) / 2,
];

/** The same shape moved by a vector. */
export function moved<S extends Shape>(shape: S, by: Vec3): S {
  const there = {
    ...shape,
    low: [shape.low[0] + by[0], shape.low[1] + by[1], shape.low[2] + by[2]],
    high: [shape.high[0] + by[0], shape.high[1] + by[1], shape.high[2] + by[2]],
  };
  if (there.kind === 'prism') {
    const [b, c] = across(there.axis);
    there.outline = there.outline.map(([u, v]): Point2 => [u + by[b], v + by[c]]);
  }
  return there;
}

/** The two axes after one, in turn: those that an outline across it is drawn in. */
export const across = (axis: Axis): [Axis, Axis] => [((axis + 1) % 3) as Axis, ((axis + 2) % 3) as Axis];

/** A prism along an axis between two heights. */
export function prism(axis: Axis, outline: readonly Point2[], from: number, to: number): Prism {
  const [b, c] = across(axis);
  const low: Vec3 = [from, from, from];
  const high: Vec3 = [to, to, to];
  for (const [i, k] of [
    [b, 0],
    [c, 1],
  ] as const) {
    low[i] = Math.min(...outline.map((p) => p[k]));
    high[i] = Math.max(...outline.map((p) => p[k]));
  }
  return { kind: 'prism', axis, outline, low, high };
}

/** The rectangle that a shape fills across an axis, counter-clockwise. */
export function rectangleAcross({ low, high }: Pick<Shape, 'low' | 'high'>, axis: Axis): Point2[] {
  const [b, c] = across(axis);
  return [
    [low[b], low[c]],
    [high[b], low[c]],
    [high[b], high[c]],
    [low[b], high[c]],
  ];
}

/** The box around what a shape has between two corners; exact for boxes and prisms. */
export function boundsWithin(shape: Shape, from: Vec3, to: Vec3): { low: Vec3; high: Vec3 } {
  const low = shape.low.map((v, i) => Math.max(v, from[i]!)) as Vec3;
  const high = shape.high.map((v, i) => Math.min(v, to[i]!)) as Vec3;
  if (shape.kind !== 'prism') return { low, high };
  const sides: readonly [Point2, number][] = [
    [[1, 0], low[across(shape.axis)[0]]],
    [[-1, 0], -high[across(shape.axis)[0]]],
    [[0, 1], low[across(shape.axis)[1]]],
    [[0, -1], -high[across(shape.axis)[1]]],
  ];
  const left = sides.reduce((rest, [normal, offset]) => clip(rest, normal, offset), [...shape.outline]);
  if (left.length === 0) return { low, high };
  const around = prism(shape.axis, left, low[shape.axis], high[shape.axis]);
  return { low: around.low, high: around.high };
}

/** Where a shape reaches farthest along a direction, and whether that is one corner of its outline; mm. */
export function farthest(shape: Shape, n: Vec3): { at: Vec3; corner: boolean } {
  const at = centreOf(shape);
  if (shape.kind === 'prism') {
    const [b, c] = across(shape.axis);
    const reach = shape.outline.map(([u, v]) => n[b] * u + n[c] * v);
    const most = Math.max(...reach);
    const there = shape.outline.filter((_, i) => reach[i]! > most - 1e-3);
    at[b] = there.reduce((sum, p) => sum + p[0], 0) / there.length;
    at[c] = there.reduce((sum, p) => sum + p[1], 0) / there.length;
    if (Math.abs(n[shape.axis]) > 1e-6)
      at[shape.axis] = n[shape.axis] > 0 ? shape.high[shape.axis] : shape.low[shape.axis];
    return { at, corner: there.length === 1 };
  }
  const slanting = n.filter((v) => Math.abs(v) > 1e-6).length > 1;
  for (const i of [0, 1, 2] as const) if (Math.abs(n[i]) > 1e-6) at[i] = n[i] > 0 ? shape.high[i] : shape.low[i];
  return { at, corner: slanting };
}

/** Width of the steps, mm: at 3° each holds 0.4 mm more than the slope. */
const STEP = 8;

/** A shape as boxes and cylinders that together hold it, for what knows no others: the slopes of a prism in steps. */
export function stepped(shape: Shape): (Box | Cylinder)[] {
  if (shape.kind !== 'prism') return [shape];
  const { axis, outline, low, high } = shape;
  const [b, c] = across(axis);
  const count = Math.max(1, Math.ceil((high[b] - low[b]) / STEP));
  return Array.from({ length: count }, (_, k) => {
    const [from, to] = [k, k + 1].map((n) => low[b] + ((high[b] - low[b]) * n) / count) as [number, number];
    const piece = clip(clip(outline, [1, 0], from), [-1, 0], -to);
    const box: Box = { kind: 'box', low: [...low], high: [...high] };
    [box.low[b], box.high[b]] = [from, to];
    box.low[c] = Math.min(...piece.map((p) => p[1]));
    box.high[c] = Math.max(...piece.map((p) => p[1]));
    return box;
  }).filter((box) => box.high[c] > box.low[c]);
}

/** Furthest extent of a shape against a unit direction: the least of n · p over the shape. */
export function leastAlong(shape: Shape, nx: number, ny: number, nz: number): number {
  const { low, high } = shape;
  if (shape.kind === 'box')
    return nx * (nx > 0 ? low[0] : high[0]) + ny * (ny > 0 ? low[1] : high[1]) + nz * (nz > 0 ? low[2] : high[2]);
  const a = shape.axis;
  const n = [nx, ny, nz];
  const along = n[a]! * (n[a]! > 0 ? low[a] : high[a]);
  if (shape.kind === 'prism') {
    const [b, c] = across(a);
    let least = Infinity;
    for (const [u, v] of shape.outline) least = Math.min(least, n[b]! * u + n[c]! * v);
    return along + least;
  }
  const b = (a + 1) % 3;
  const c = (a + 2) % 3;
  const radius = (high[b]! - low[b]!) / 2;
  return (
    along + (n[b]! * (low[b]! + high[b]!)) / 2 + (n[c]! * (low[c]! + high[c]!)) / 2 - radius * Math.hypot(n[b]!, n[c]!)
  );
}

/** The smallest box around several shapes. */
export function boundsOf(shapes: readonly Shape[]): { low: Vec3; high: Vec3 } {
  const low: Vec3 = [Infinity, Infinity, Infinity];
  const high: Vec3 = [-Infinity, -Infinity, -Infinity];
  for (const shape of shapes)
    for (let i = 0; i < 3; i++) {
      low[i] = Math.min(low[i]!, shape.low[i]!);
      high[i] = Math.max(high[i]!, shape.high[i]!);
    }
  return { low, high };
}
