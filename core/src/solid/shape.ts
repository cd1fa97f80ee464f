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

/** All our solids are unions of these. */
export type Shape = Box | Cylinder;

export const AXES = ['x', 'y', 'z'] as const;

export const centreOf = ({ low, high }: { low: Vec3; high: Vec3 }): Vec3 => [
  (low[0] + high[0]) / 2,
  (low[1] + high[1]) / 2,
  (low[2] + high[2]) / 2,
];

/** The same shape moved by a vector. */
export function moved<S extends Shape>(shape: S, by: Vec3): S {
  return {
    ...shape,
    low: [shape.low[0] + by[0], shape.low[1] + by[1], shape.low[2] + by[2]],
    high: [shape.high[0] + by[0], shape.high[1] + by[1], shape.high[2] + by[2]],
  };
}

/** Furthest extent of a shape against a unit direction: the least of n · p over the shape. */
export function leastAlong(shape: Shape, nx: number, ny: number, nz: number): number {
  const { low, high } = shape;
  if (shape.kind === 'box')
    return nx * (nx > 0 ? low[0] : high[0]) + ny * (ny > 0 ? low[1] : high[1]) + nz * (nz > 0 ? low[2] : high[2]);
  const a = shape.axis;
  const n = [nx, ny, nz];
  const along = n[a]! * (n[a]! > 0 ? low[a] : high[a]);
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
