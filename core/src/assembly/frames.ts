import { cornersOf, facetsOf, highCornersOf, type FaceId, type HullForm } from '../document';
import { inPlane, inSpace, type Point2, type Vec3 } from '../solid';

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

const cross = (a: Vec3, b: Vec3): Vec3 => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];
const dot = (a: Vec3, b: Vec3) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
const unit = (a: Vec3): Vec3 => {
  const length = Math.hypot(...a);
  return [a[0] / length, a[1] / length, a[2] / length];
};
const minus = (a: Vec3, b: Vec3): Vec3 => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];

/**
 * The frame of a plane face: v is up, or to the rear where the face lies flat; u = (looking direction) × v.
 * The origin is the lower left of the box around the face.
 */
function frameOf(face: FaceId, outward: Vec3, ring: readonly Vec3[]): FaceFrame {
  const flat = Math.abs(outward[2]) > 1 - 1e-9;
  const up: Vec3 = flat ? [0, 1, 0] : [0, 0, 1];
  const lift = dot(up, outward);
  const v = unit(minus(up, [outward[0] * lift, outward[1] * lift, outward[2] * lift]));
  const u = cross([-outward[0], -outward[1], -outward[2]], v);
  const points = ring.map((p): Point2 => [dot(u, p), dot(v, p)]);
  const u0 = Math.min(...points.map((p) => p[0]));
  const v0 = Math.min(...points.map((p) => p[1]));
  const w = dot(outward, ring[0]!);
  const tidy = (x: number) => Math.round(x * 1e9) / 1e9 + 0;
  return {
    face,
    origin: [0, 1, 2].map((i) => tidy(u[i]! * u0 + v[i]! * v0 + outward[i]! * w)) as Vec3,
    u: u.map((x) => x + 0) as Vec3,
    v: v.map((x) => x + 0) as Vec3,
    outward,
    outline: ccw(points.map(([a, b]): Point2 => [tidy(a - u0), tidy(b - v0)])),
  };
}

function ccw(polygon: Point2[]): Point2[] {
  let twice = 0;
  polygon.forEach((p, i) => {
    const q = polygon[(i + 1) % polygon.length]!;
    twice += p[0] * q[1] - q[0] * p[1];
  });
  return twice >= 0 ? polygon : polygon.reverse();
}

/** Frames of all faces; an arched face is marked on its chord, a rounded corner belongs to the face after it. */
export function framesOf(form: HullForm): FaceFrame[] {
  const { axis, length } = form;
  const low = cornersOf(form);
  const high = highCornersOf(form);
  const n = low.length;
  const l = length.value;
  const sides = form.edges.map((edge, i) => {
    const ring = [
      inSpace(axis, low[i]!, 0),
      inSpace(axis, low[(i + 1) % n]!, 0),
      inSpace(axis, high[(i + 1) % n]!, l),
      inSpace(axis, high[i]!, l),
    ];
    const along = minus(ring[1]!, ring[0]!);
    const draft = minus(ring[3]!, ring[0]!);
    const normal = unit(cross(along, draft));
    // Out of the shell is to the right of the edge, in the plane of the profile.
    const [a, b] = inPlane(axis, along);
    const right = inSpace(axis, [b, -a], 0);
    const outward = dot(normal, right) > 0 ? normal : (normal.map((x) => -x + 0) as Vec3);
    return frameOf(edge.face, outward, ring);
  });
  const facets = facetsOf(form).map((f) => f.from);
  const end = (face: FaceId, sign: 1 | -1, polygon: readonly Point2[], at: number) =>
    frameOf(
      face,
      inSpace(axis, [0, 0], sign),
      polygon.map((p) => inSpace(axis, p, at)),
    );
  return [
    ...sides,
    end(form.ends.low.face, -1, facets, 0),
    end(form.ends.high.face, 1, form.highCorners ? high : facets, l),
  ];
}

/** A point of the shell in a face's (u, v), and its height over the face. */
export function onFace(frame: FaceFrame, p: readonly number[]): { u: number; v: number; over: number } {
  const d: Vec3 = [p[0]! - frame.origin[0], p[1]! - frame.origin[1], p[2]! - frame.origin[2]];
  return { u: dot(d, frame.u), v: dot(d, frame.v), over: dot(d, frame.outward) };
}
