import {
  boundsOfForm,
  cornersOf,
  facetsOf,
  mayVanish,
  formOf,
  highCornersOf,
  lidOf,
  raised,
  ringOf,
  type FaceId,
  type Hull,
  type HullForm,
  type Shell,
} from '../document';
import { add, scale, subtract, type Linear } from '../quantity';
import { inPlane, inset, inSpace, isConvex, type Axis, type Box, type Loft, type Point2, type Vec3 } from '../solid';
import { framesOf, type FaceFrame } from './frames';

/** The inside of a face of the hull, or of one chord of a curved face. Solids belong where `normal · p ≥ offset`. */
export interface Wall {
  /** The face, or `face~3` for a chord of a curved one. */
  id: string;
  face: FaceId;
  /** The lid lifts it off. */
  inLid: boolean;
  /** Unit, into the cavity. */
  normal: Vec3;
  offset: number;
  thickness: number;
  /** The inner edge in the plane of the profile; absent for the ends and for tubs. */
  segment?: [Point2, Point2];
  /** In a hull with a dent: lines `n · p ≥ c` that bound what counts as behind this wall. */
  behind?: { normal: Point2; offset: number }[];
  /** `normal · p` of the inner side as a tolerance chain, near a point of the shell. */
  chainNear: (p: Vec3) => Linear;
}

/** The hull as geometry. */
export interface HullModel {
  /** Box around it from outside. */
  low: Vec3;
  high: Vec3;
  /** Box around the cavity. */
  innerLow: Vec3;
  innerHigh: Vec3;
  outer: Loft;
  inner: Loft;
  convex: boolean;
  walls: Wall[];
  frames: FaceFrame[];
  /** Material of an imported shell, standing in its outer box. */
  material: Box[];
}

const cache = new WeakMap<Hull, Map<string, HullModel>>();

/** The hull's faces, walls and profiles, raised by its spacer ring. @throws Error when the walls leave no room inside. */
export function hullModel(shell: Pick<Shell, 'hull' | 'bodies'>): HullModel {
  const { hull } = shell;
  const ring = ringOf(shell);
  const split = (lidOf(shell)?.splitHeight ?? Infinity) + (ring?.height.value ?? 0);
  const keeps = lidOf(shell)?.keeps ?? [];
  const key = `${split} ${keeps.join()} ${ring ? `${ring.at} ${ring.height.value} ${ring.height.terms[0]?.uncertainty}` : ''}`;
  const known = cache.get(hull)?.get(key);
  if (known) return known;
  const model = build(hull, raised(formOf(hull), ring), split);
  for (const wall of model.walls) if (keeps.includes(wall.face)) wall.inLid = false;
  if (!cache.has(hull)) cache.set(hull, new Map());
  cache.get(hull)!.set(key, model);
  return model;
}

function build(hull: Hull, form: HullForm, split: number): HullModel {
  const { axis } = form;
  const bounds = boundsOfForm(form);
  const model = form.highCorners ? taperedModel(form, split) : prismModel(form, split);
  const corners = [...model.inner.low, ...model.inner.high];
  const innerLow = inSpace(axis, [least(corners, 0), least(corners, 1)], model.inner.from);
  const innerHigh = inSpace(axis, [most(corners, 0), most(corners, 1)], model.inner.to);
  const cover = hull.form === 'solid' ? (hull.cavity?.cover ?? hull.solid.cover) : [];
  return {
    ...bounds,
    innerLow,
    innerHigh,
    ...model,
    frames: framesOf(form),
    material: cover.map(([x0, y0, z0, x1, y1, z1]) => ({ kind: 'box', low: [x0, y0, z0], high: [x1, y1, z1] })),
  };
}

const least = (points: readonly Point2[], i: 0 | 1) => Math.min(...points.map((p) => p[i]));
const most = (points: readonly Point2[], i: 0 | 1) => Math.max(...points.map((p) => p[i]));

/** The wall of a face where it is flat; of an arched face one of its chords. */
export const wallOf = (hull: Pick<HullModel, 'walls'>, face: FaceId): Wall | undefined =>
  hull.walls.find((w) => w.id === face) ?? hull.walls.find((w) => w.face === face);

type Core = Pick<HullModel, 'outer' | 'inner' | 'convex' | 'walls'>;

/** Lowest height of an edge between two corners of the profile. */
const lowestOf = (axis: Axis, points: readonly Point2[], from: number) =>
  Math.min(...points.map((p) => inSpace(axis, p, from)[2]));

function prismModel(form: HullForm, split: number): Core {
  const { axis } = form;
  const facets = facetsOf(form);
  const outline = facets.map((f) => f.from);
  const room = inset(
    outline,
    facets.map((f) => f.wall),
    mayVanish(facets),
  );
  if (!room) throw new Error('The walls leave no room inside.');
  const convex = isConvex(outline);
  const { corners: inner, kept } = room;
  const counts = new Map<string, number>();
  const walls = inner.map((from, i): Wall => {
    const facet = facets[kept[i]!]!;
    const edge = form.edges[facet.edge]!;
    const segment: [Point2, Point2] = [from, inner[(i + 1) % inner.length]!];
    const chord = (counts.get(edge.face) ?? 0) + (facet.curved ? 1 : 0);
    counts.set(edge.face, chord);
    const start: Point2 = [edge.from.a.value, edge.from.b.value];
    const end: Point2 = [edge.to.a.value, edge.to.b.value];
    const length = Math.hypot(end[0] - start[0], end[1] - start[1]);
    const offset = facet.inward[0] * segment[0][0] + facet.inward[1] * segment[0][1];
    return {
      id: facet.curved ? `${edge.face}~${chord}` : edge.face,
      face: edge.face,
      inLid: axis !== 2 && lowestOf(axis, [start, end], 0) >= split - 1e-6,
      normal: inSpace(axis, facet.inward, 0),
      offset,
      thickness: facet.wall,
      segment,
      chainNear: (p) => {
        const [a, b] = inPlane(axis, p);
        const t = ((a - start[0]) * (end[0] - start[0]) + (b - start[1]) * (end[1] - start[1])) / length ** 2;
        const plane = facet.plane(Math.min(1, Math.max(0, t)));
        // The terms of an arc are linearised; where it lies is known from the drawing itself.
        return facet.curved ? { value: offset, terms: plane.terms } : plane;
      },
    };
  });
  if (!convex) walls.forEach((wall, i) => (wall.behind = behindOf(walls, axis, i)));
  const { low, high } = form.ends;
  const loft = (polygon: Point2[], from: number, to: number): Loft => ({ axis, from, to, low: polygon, high: polygon });
  return {
    outer: loft(outline, 0, form.length.value),
    inner: loft(inner, low.wall.value, form.length.value - high.wall.value),
    convex,
    walls: [...walls, ...endWalls(form, split)],
  };
}

/** The two ends across the axis. */
function endWalls(form: HullForm, split: number): Wall[] {
  const { axis, length, ends } = form;
  return [
    {
      id: ends.low.face,
      face: ends.low.face,
      inLid: false,
      normal: inSpace(axis, [0, 0], 1),
      offset: ends.low.wall.value,
      thickness: ends.low.wall.value,
      chainNear: () => ends.low.wall,
    },
    {
      id: ends.high.face,
      face: ends.high.face,
      inLid: axis === 2 && length.value >= split,
      normal: inSpace(axis, [0, 0], -1),
      offset: ends.high.wall.value - length.value,
      thickness: ends.high.wall.value,
      chainNear: () => subtract(ends.high.wall, length),
    },
  ];
}

/** A tub: four leaning sides. How far a side leans is taken as known; its place is a chain. */
function taperedModel(form: HullForm, split: number): Core {
  const low = cornersOf(form);
  const high = highCornersOf(form);
  const h = form.length.value;
  const sides = form.edges.map((edge, i): Wall => {
    const corner = edge.from;
    const top = form.highCorners![i]!;
    const next = low[(i + 1) % 4]!;
    const along: Point2 = [Math.sign(next[0] - low[i]![0]), Math.sign(next[1] - low[i]![1])];
    const inward: Point2 = [-along[1], along[0]];
    // Leaning outward towards the top by `lean` over the height.
    const lean = inward[0] * (low[i]![0] - high[i]![0]) + inward[1] * (low[i]![1] - high[i]![1]);
    const slant = Math.hypot(h, lean);
    const normal: Vec3 = [(inward[0] * h) / slant, (inward[1] * h) / slant, lean / slant];
    const across = inward[0] !== 0 ? 'a' : 'b';
    const sign = inward[0] + inward[1];
    return {
      id: edge.face,
      face: edge.face,
      inLid: false,
      normal,
      offset: normal[0] * low[i]![0] + normal[1] * low[i]![1] + edge.wall.value,
      thickness: edge.wall.value,
      chainNear: ([, , z]) => {
        const t = Math.min(1, Math.max(0, z / h));
        const at = add(scale(corner[across], 1 - t), top[across], t);
        const plane = add(scale(at, (sign * h) / slant), edge.wall);
        return { value: plane.value + normal[2] * t * h, terms: plane.terms };
      },
    };
  });
  const walls = [...sides, ...endWalls(form, split)];
  const [floor, roof] = [form.ends.low.wall.value, h - form.ends.high.wall.value];
  const innerAt = (z: number): Point2[] =>
    sides.map((side, i) => {
      const before = sides[(i + 3) % 4]!;
      const det = before.normal[0] * side.normal[1] - before.normal[1] * side.normal[0];
      const c = side.offset - side.normal[2] * z;
      const d = before.offset - before.normal[2] * z;
      return [(d * side.normal[1] - c * before.normal[1]) / det, (before.normal[0] * c - side.normal[0] * d) / det];
    });
  return {
    outer: { axis: 2, from: 0, to: h, low, high },
    inner: { axis: 2, from: floor, to: roof, low: innerAt(floor), high: innerAt(roof) },
    convex: true,
    walls,
  };
}

/** What lies behind a wall of a dented hull: between the bisectors at its two ends. */
function behindOf(walls: readonly Wall[], axis: Axis, i: number): Wall['behind'] {
  const n = walls.length;
  const wall = walls[i]!;
  const [a, b] = wall.segment!;
  const mine = inPlane(axis, wall.normal);
  const limit = (corner: Point2, neighbour: Wall, towards: Point2) => {
    const other = inPlane(axis, neighbour.normal);
    const bisector = [mine[0] + other[0], mine[1] + other[1]];
    let normal: Point2 = [-bisector[1]!, bisector[0]!];
    if (normal[0] * (towards[0] - corner[0]) + normal[1] * (towards[1] - corner[1]) < 0)
      normal = [-normal[0], -normal[1]];
    return { normal, offset: normal[0] * corner[0] + normal[1] * corner[1] };
  };
  return [
    { normal: [-mine[0], -mine[1]], offset: -wall.offset },
    limit(a, walls[(i + n - 1) % n]!, b),
    limit(b, walls[(i + 1) % n]!, a),
  ];
}
