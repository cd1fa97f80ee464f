import { profileOf, outlineOf, type FaceId, type Hull, type Shell } from '../document';
import { add, scale, subtract, type Linear } from '../quantity';
import { inset, isConvex, type Point2, type Vec3 } from '../solid';

/** The inside of one face of the hull. Solids belong where `normal · p ≥ offset`. */
export interface Wall {
  face: FaceId;
  /** The lid lifts it off. */
  inLid: boolean;
  /** Unit, into the cavity. */
  normal: Vec3;
  offset: number;
  thickness: number;
  /** The inner edge in (y, z); absent for left and right. */
  segment?: [Point2, Point2];
  /** In a hull with a dent: lines `n · p ≥ c` that bound what counts as behind this wall. */
  behind?: { normal: Point2; offset: number }[];
  /** `normal · p` of the inner side as a tolerance chain, near a point of the shell. */
  chainNear: (p: Vec3) => Linear;
}

/** Where things are marked on a face, seen from outside: origin at its lower left, u right, v up. */
export interface FaceFrame {
  face: FaceId;
  origin: Vec3;
  u: Vec3;
  v: Vec3;
  /** Unit, out of the shell. */
  outward: Vec3;
  /** The face's outline in (u, v), mm. */
  outline: Point2[];
}

/** The hull as geometry. */
export interface HullModel {
  width: number;
  /** Outside and inside side profiles in (y, z), counter-clockwise. */
  outline: Point2[];
  inner: Point2[];
  innerX: [left: number, right: number];
  convex: boolean;
  walls: Wall[];
  frames: FaceFrame[];
}

const cache = new WeakMap<Hull, Map<number, HullModel>>();

/** The hull's faces, walls and profiles. @throws Error when the walls leave no room inside. */
export function hullModel({ hull, lid }: Pick<Shell, 'hull' | 'lid'>): HullModel {
  const split = lid?.splitHeight.value ?? Infinity;
  const known = cache.get(hull)?.get(split);
  if (known) return known;
  const model = build(hull, split);
  if (!cache.has(hull)) cache.set(hull, new Map());
  cache.get(hull)!.set(split, model);
  return model;
}

function build(hull: Hull, split: number): HullModel {
  const profile = profileOf(hull);
  const outline = outlineOf(profile);
  const inner = inset(
    outline,
    profile.edges.map((e) => e.wall.value),
  );
  if (!inner) throw new Error('The walls leave no room inside.');
  const convex = isConvex(outline);
  const n = inner.length;
  const width = profile.width.value;
  const { left, right } = profile;
  const edges: Wall[] = profile.edges.map((edge, i) => {
    const a = outline[i]!;
    const b = outline[(i + 1) % n]!;
    const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
    const ny = -(b[1] - a[1]) / length;
    const nz = (b[0] - a[0]) / length;
    const segment: [Point2, Point2] = [inner[i]!, inner[(i + 1) % n]!];
    return {
      face: edge.face,
      inLid: Math.min(a[1], b[1]) >= split - 1e-6,
      normal: [0, ny, nz],
      offset: ny * segment[0][0] + nz * segment[0][1],
      thickness: edge.wall.value,
      segment,
      chainNear: ([, y, z]) => {
        const t = Math.min(1, Math.max(0, ((y - a[0]) * (b[0] - a[0]) + (z - a[1]) * (b[1] - a[1])) / length ** 2));
        const at = (from: Linear, to: Linear) => add(scale(from, 1 - t), to, t);
        const outside = add(scale(at(edge.from.y, edge.to.y), ny), at(edge.from.z, edge.to.z), nz);
        return add(outside, edge.wall);
      },
    };
  });
  if (!convex) edges.forEach((wall, i) => (wall.behind = behindOf(edges, i)));
  const walls: Wall[] = [
    ...edges,
    {
      face: 'left',
      inLid: false,
      normal: [1, 0, 0],
      offset: left.value,
      thickness: left.value,
      chainNear: () => left,
    },
    {
      face: 'right',
      inLid: false,
      normal: [-1, 0, 0],
      offset: right.value - width,
      thickness: right.value,
      chainNear: () => subtract(right, profile.width),
    },
  ];
  return {
    width,
    outline,
    inner,
    innerX: [left.value, width - right.value],
    convex,
    walls,
    frames: framesOf(
      profile.edges.map((e) => e.face),
      outline,
      width,
    ),
  };
}

/** What lies behind a wall of a dented hull: between the bisectors at its two ends. */
function behindOf(walls: readonly Wall[], i: number): Wall['behind'] {
  const n = walls.length;
  const wall = walls[i]!;
  const [a, b] = wall.segment!;
  const limit = (corner: Point2, neighbour: Wall, towards: Point2) => {
    const bisector = [wall.normal[1] + neighbour.normal[1], wall.normal[2] + neighbour.normal[2]];
    let normal: Point2 = [-bisector[1]!, bisector[0]!];
    if (normal[0] * (towards[0] - corner[0]) + normal[1] * (towards[1] - corner[1]) < 0)
      normal = [-normal[0], -normal[1]];
    return { normal, offset: normal[0] * corner[0] + normal[1] * corner[1] };
  };
  return [
    { normal: [-wall.normal[1], -wall.normal[2]], offset: -wall.offset },
    limit(a, walls[(i + n - 1) % n]!, b),
    limit(b, walls[(i + 1) % n]!, a),
  ];
}

const cross = (a: Vec3, b: Vec3): Vec3 => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];

/**
 * Frames seen from outside: v is up, or to the rear where the face lies flat; u = (looking direction) × v.
 */
function framesOf(faces: FaceId[], outline: Point2[], width: number): FaceFrame[] {
  const frames = faces.map((face, i): FaceFrame => {
    const a = outline[i]!;
    const b = outline[(i + 1) % outline.length]!;
    const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
    const along: Point2 = [(b[0] - a[0]) / length, (b[1] - a[1]) / length];
    const outward: Vec3 = [0, along[1], -along[0]];
    const flat = Math.abs(along[1]) < 1e-9;
    const up = flat ? along[0] > 0 : along[1] > 0;
    const v: Vec3 = up ? [0, along[0], along[1]] : [0, -along[0], -along[1]];
    const u = cross([-outward[0], -outward[1], -outward[2]], v);
    const low = up ? a : b;
    return {
      face,
      origin: [u[0] > 0 ? 0 : width, low[0], low[1]],
      u,
      v,
      outward,
      outline: [
        [0, 0],
        [width, 0],
        [width, length],
        [0, length],
      ],
    };
  });
  const ys = outline.map((p) => p[0]);
  const zs = outline.map((p) => p[1]);
  const [front, rear, floor] = [Math.min(...ys), Math.max(...ys), Math.min(...zs)];
  frames.push(
    {
      face: 'left',
      origin: [0, rear, floor],
      u: [0, -1, 0],
      v: [0, 0, 1],
      outward: [-1, 0, 0],
      outline: outline.map(([y, z]): Point2 => [rear - y, z - floor]).reverse(),
    },
    {
      face: 'right',
      origin: [width, front, floor],
      u: [0, 1, 0],
      v: [0, 0, 1],
      outward: [1, 0, 0],
      outline: outline.map(([y, z]): Point2 => [y - front, z - floor]),
    },
  );
  return frames;
}

/** A point of the shell in a face's (u, v), and its height over the face. */
export function onFace(frame: FaceFrame, p: readonly number[]): { u: number; v: number; over: number } {
  const d = [p[0]! - frame.origin[0], p[1]! - frame.origin[1], p[2]! - frame.origin[2]];
  const dot = (w: Vec3) => d[0]! * w[0] + d[1]! * w[1] + d[2]! * w[2];
  return { u: dot(frame.u), v: dot(frame.v), over: dot(frame.outward) };
}
