import { PLANE_AXES, axisIndex } from './hullForm';
import type { Feature, FeatureShape } from './form';

type Corner3 = [number, number, number];

/** Size of a feature's shape along x, y, z, mm. */
function sizeOf(shape: FeatureShape): Corner3 {
  switch (shape.kind) {
    case 'box':
      return [shape.width.value, shape.depth.value, shape.height.value];
    case 'cylinder':
      return (['x', 'y', 'z'] as const).map((axis) =>
        axis === shape.axis ? shape.length.value : shape.diameter.value,
      ) as Corner3;
    case 'prism': {
      const axis = axisIndex(shape.axis);
      const [a, b] = PLANE_AXES[axis]!;
      const size: Corner3 = [0, 0, 0];
      size[axis] = shape.length.value;
      size[a] = Math.max(...shape.corners.map((c) => c.a.value));
      size[b] = Math.max(...shape.corners.map((c) => c.b.value));
      return size;
    }
    case 'solid': {
      const { x, y, z } = shape.solid.size;
      return [x.value, y.value, z.value];
    }
  }
}

/** Box around a feature itself, without its copies: low and high ends on x, y, z in mm. */
export function extentOf(feature: Feature): { low: Corner3; high: Corner3 } {
  const low: Corner3 = [feature.x.value, feature.y.value, feature.z.value];
  const size = sizeOf(feature.shape);
  return { low, high: [low[0] + size[0], low[1] + size[1], low[2] + size[2]] };
}

/** Box around a feature with all its copies. */
export function wholeExtentOf(feature: Feature): { low: Corner3; high: Corner3 } {
  const { low, high } = extentOf(feature);
  const { copies } = feature;
  if (!copies) return { low, high };
  const axis = axisIndex(copies.axis);
  const [a, b] = [low[axis], high[axis]];
  const shift = copies.kind === 'row' ? (copies.count - 1) * copies.pitch.value : 0;
  const [c, d] = copies.kind === 'row' ? [a + shift, b + shift] : [2 * copies.at.value - b, 2 * copies.at.value - a];
  low[axis] = Math.min(a, c);
  high[axis] = Math.max(b, d);
  return { low, high };
}
