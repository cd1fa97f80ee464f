import { hullModel, type FaceFrame, type HullModel } from '../assembly';
import { axisIndex, extentOf, formOf, PLANE_AXES, valueAt, cornersOf, type Conversion } from '../document';
import type { Measured } from '../quantity';
import { inSpace, type Point2, type Vec3 } from '../solid';

/** Where to put the jaws for a measured value: two points of the shell, mm. */
export interface Jaws {
  from: Vec3;
  to: Vec3;
}

const along = (axis: 0 | 1 | 2, at: Vec3, value: number): Jaws => {
  const to: Vec3 = [...at];
  to[axis] += value;
  return { from: at, to };
};

/** Where a value of the shell is measured; undefined where it is no distance between two places. */
export function jawsFor(document: Conversion, path: string): Jaws | undefined {
  const measured = valueAt(document, path) as Measured | undefined;
  if (!measured || typeof measured.value !== 'number') return undefined;
  const steps = path.split('/').slice(1);
  if (steps[0] !== 'shell') return undefined;
  const hull = hullModel(document.shell);
  if (steps[1] === 'hull') return jawsOnHull(document, hull, steps.slice(2), measured.value);
  if (steps[1] === 'features') return jawsOnFeature(document, steps[2]!, steps.slice(3), measured.value);
  if (steps[1] === 'openings' || (steps[1] === 'bodies' && steps[4] !== 'at')) return jawsOnFace(document, hull, steps);
  if (steps[1] === 'bodies') {
    const body = document.shell.bodies[steps[2]!];
    if (body?.cut.kind !== 'plane') return undefined;
    const axis = axisIndex(body.cut.axis);
    const at: Vec3 = [...hull.low];
    at[axis] = 0;
    return along(axis, at, measured.value);
  }
  return undefined;
}

const middle = ({ low, high }: Pick<HullModel, 'low' | 'high'>): Vec3 => [
  (low[0] + high[0]) / 2,
  (low[1] + high[1]) / 2,
  (low[2] + high[2]) / 2,
];

function jawsOnHull(document: Conversion, hull: HullModel, steps: string[], value: number): Jaws | undefined {
  const form = formOf(document.shell.hull);
  const path = `/shell/hull/${steps.join('/')}`;
  const m = middle(hull);
  const wall = [...form.edges, form.ends.low, form.ends.high].find((e) => e.wallPath === path);
  if (wall) {
    const frame = hull.frames.find((f) => f.face === wall.face);
    if (!frame) return undefined;
    const edge = onRim(frame);
    return { from: edge, to: [0, 1, 2].map((i) => edge[i]! - frame.outward[i]! * value) as Vec3 };
  }
  const sizes: Record<string, 0 | 1 | 2> = {
    width: 0,
    depth: 1,
    height: 2,
    topWidth: 0,
    topDepth: 1,
    x: 0,
    y: 1,
    z: 2,
  };
  const last = steps.at(-1)!;
  if (last === 'length') return along(form.axis, startOf(hull, form.axis, m), value);
  if (last in sizes) {
    const axis = sizes[last]!;
    const at = startOf(hull, axis, m);
    if (last.startsWith('top')) at[2] = hull.high[2];
    else if (axis !== 2) at[2] = hull.low[2];
    at[axis] = m[axis] - value / 2;
    if (axis === 2) at[2] = hull.low[2];
    return along(axis, at, value);
  }
  if (steps[0] !== 'corners') return undefined;
  const index = Number(steps[1]);
  const corner = cornersOf(form)[index];
  if (!corner) return undefined;
  const [a, b] = PLANE_AXES[form.axis]!;
  const end = m[form.axis];
  if (last === 'a' || last === 'b') {
    const axis = last === 'a' ? a : b;
    const to = inSpace(form.axis, corner, end);
    const from: Vec3 = [...to];
    from[axis] = 0;
    return { from, to };
  }
  if (last === 'rise') {
    const next = cornersOf(form)[(index + 1) % form.edges.length]!;
    const chord: Point2 = [(corner[0] + next[0]) / 2, (corner[1] + next[1]) / 2];
    const length = Math.hypot(next[0] - corner[0], next[1] - corner[1]);
    const out: Point2 = [((next[1] - corner[1]) / length) * value, (-(next[0] - corner[0]) / length) * value];
    return {
      from: inSpace(form.axis, chord, end),
      to: inSpace(form.axis, [chord[0] + out[0], chord[1] + out[1]], end),
    };
  }
  return undefined;
}

/** Where a size of the hull is measured from: its low end, in the middle of the others. */
function startOf(hull: HullModel, axis: 0 | 1 | 2, m: Vec3): Vec3 {
  const at: Vec3 = [...m];
  at[axis] = hull.low[axis];
  if (axis !== 2) at[2] = hull.high[2];
  return at;
}

/** A place at the rim of a face, where its thickness can be reached. */
function onRim({ origin, u, v, outline }: FaceFrame): Vec3 {
  const high = Math.max(...outline.map((p) => p[1]));
  const wide = Math.max(...outline.map((p) => p[0]));
  return [0, 1, 2].map((i) => origin[i]! + (u[i]! * wide) / 2 + v[i]! * high) as Vec3;
}

function jawsOnFeature(document: Conversion, id: string, steps: string[], value: number): Jaws | undefined {
  const feature = document.shell.features[id];
  if (!feature) return undefined;
  const { low, high } = extentOf(feature);
  const m = middle({ low, high });
  const last = steps.at(-1)!;
  const axes: Record<string, 0 | 1 | 2> = { x: 0, y: 1, z: 2 };
  if (steps.length === 1 && last in axes) {
    const axis = axes[last]!;
    const to: Vec3 = [...m];
    to[axis] = low[axis];
    const from: Vec3 = [...to];
    from[axis] = 0;
    return { from, to };
  }
  const { shape } = feature;
  const size: Record<string, 0 | 1 | 2> = { width: 0, depth: 1, height: 2 };
  const axis =
    last === 'length' && (shape.kind === 'cylinder' || shape.kind === 'prism')
      ? axisIndex(shape.axis)
      : last === 'diameter' && shape.kind === 'cylinder'
        ? (((axisIndex(shape.axis) + 1) % 3) as 0 | 1 | 2)
        : last === 'pitch' && feature.copies
          ? axisIndex(feature.copies.axis)
          : size[last];
  if (axis === undefined) return undefined;
  const at: Vec3 = [...m];
  at[axis] = low[axis];
  at[2] = axis === 2 ? low[2] : high[2];
  return along(axis, at, value);
}

function jawsOnFace(document: Conversion, hull: HullModel, steps: string[]): Jaws | undefined {
  const opening = document.shell.openings[steps[2]!];
  const cut = document.shell.bodies[steps[2]!]?.cut;
  const on = steps[1] === 'openings' ? opening : cut?.kind === 'face' ? cut : undefined;
  const frame = hull.frames.find((f) => f.face === on?.face);
  if (!on || !frame) return undefined;
  const [u, v] = [on.u.value, on.v.value];
  const at = (p: Point2): Vec3 =>
    [0, 1, 2].map((i) => frame.origin[i]! + frame.u[i]! * p[0] + frame.v[i]! * p[1]) as Vec3;
  const size =
    'shape' in on
      ? on.shape.kind === 'round'
        ? [on.shape.diameter.value, on.shape.diameter.value]
        : [on.shape.width.value, on.shape.height.value]
      : [on.width.value, on.height.value];
  const [hw, hh] = [size[0]! / 2, size[1]! / 2];
  switch (steps.at(-1)) {
    case 'u':
      return { from: at([0, v]), to: at([u, v]) };
    case 'v':
      return { from: at([u, 0]), to: at([u, v]) };
    case 'width':
    case 'diameter':
      return { from: at([u - hw, v]), to: at([u + hw, v]) };
    case 'height':
      return { from: at([u, v - hh]), to: at([u, v + hh]) };
    default:
      return undefined;
  }
}
