import { clip, type Point2 } from './polygon';
import { across, prism, rectangleAcross, type Axis, type Box, type Prism, type Shape, type Vec3 } from './shape';

/** A shape with flat sides. */
export type Flat = Box | Prism;

const SMALL = 1e-9;

/** A prism that is a box, as a box. */
export function tidied(shape: Flat): Flat {
  if (shape.kind === 'box' || shape.outline.length !== 4) return shape;
  const [b, c] = across(shape.axis);
  const square = shape.outline.every(
    ([u, v]) =>
      Math.min(Math.abs(u - shape.low[b]), Math.abs(u - shape.high[b])) < SMALL &&
      Math.min(Math.abs(v - shape.low[c]), Math.abs(v - shape.high[c])) < SMALL,
  );
  return square ? { kind: 'box', low: shape.low, high: shape.high } : shape;
}

/**
 * What of a shape lies where n · p ≥ offset; undefined where nothing does. The direction is along an axis of a box, and
 * along or across the axis of a prism. @throws Error for any other direction.
 */
export function cutOff(shape: Flat, n: Vec3, offset: number): Flat | undefined {
  const along = ([0, 1, 2] as Axis[]).find((i) => Math.abs(n[i]) > 1 - SMALL);
  if (along !== undefined && (shape.kind === 'box' || shape.axis === along)) {
    const at = offset * n[along];
    const low: Vec3 = [...shape.low];
    const high: Vec3 = [...shape.high];
    if (n[along] > 0) low[along] = Math.max(low[along], at);
    else high[along] = Math.min(high[along], at);
    return high[along] - low[along] > SMALL ? { ...shape, low, high } : undefined;
  }
  const axis = shape.kind === 'box' ? ([0, 1, 2] as Axis[]).find((i) => Math.abs(n[i]) < SMALL) : shape.axis;
  if (axis === undefined || Math.abs(n[axis]) > SMALL) throw new Error('A shape is cut along or across its axis only.');
  const [b, c] = across(axis);
  const outline = shape.kind === 'box' ? rectangleAcross(shape, axis) : shape.outline;
  const left = withoutDoubles(clip(outline, [n[b], n[c]], offset));
  return left.length < 3 ? undefined : tidied(prism(axis, left, shape.low[axis], shape.high[axis]));
}

function withoutDoubles(outline: readonly Point2[]): Point2[] {
  return outline.filter((p, i) => {
    const q = outline[(i + 1) % outline.length]!;
    return Math.hypot(p[0] - q[0], p[1] - q[1]) > SMALL;
  });
}

/** A turn about a line along an axis, through a point of the plane across it. */
export interface Pivot {
  axis: Axis;
  at: Point2;
}

/** A shape turned by an angle (radians, against the clock seen against the axis); what is round across it as the box around it. */
export function turnedAbout(shape: Shape, { axis, at }: Pivot, radians: number): Shape {
  if (radians === 0) return shape;
  const [b, c] = across(axis);
  const [cos, sin] = [Math.cos(radians), Math.sin(radians)];
  const point = ([u, v]: Point2): Point2 => [
    at[0] + cos * (u - at[0]) - sin * (v - at[1]),
    at[1] + sin * (u - at[0]) + cos * (v - at[1]),
  ];
  if (shape.kind === 'cylinder' && shape.axis === axis) {
    const was: Point2 = [(shape.low[b] + shape.high[b]) / 2, (shape.low[c] + shape.high[c]) / 2];
    const is = point(was);
    const low: Vec3 = [...shape.low];
    const high: Vec3 = [...shape.high];
    for (const [i, k] of [
      [b, 0],
      [c, 1],
    ] as const) {
      low[i] += is[k] - was[k];
      high[i] += is[k] - was[k];
    }
    return { ...shape, low, high };
  }
  const outline = shape.kind === 'prism' && shape.axis === axis ? shape.outline : rectangleAcross(shape, axis);
  return prism(axis, outline.map(point), shape.low[axis], shape.high[axis]);
}
