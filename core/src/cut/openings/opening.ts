import type { FaceId, Adjusted, VentPattern } from '../../document';
import type { Source } from '../../quantity';
import type { Point2 } from '../../solid';
import type { CutShape } from '../../standards';

/** One thing to cut or drill in a face, in the face's (u, v) from its lower left, seen from outside; mm. */
export interface CutOpening {
  /** `board-1/sockets/io`, or `cut-1` and `cut-1/screw-1` for one by hand. */
  id: string;
  face: FaceId;
  /** The part that needs it. */
  part?: string;
  /** What it belongs together with: its part or the opening by hand. */
  group: string;
  name: string;
  kind: 'cut' | 'drill';
  centre: Point2;
  shape: CutShape;
  /** What is left standing in it. */
  pattern?: VentPattern;
  /** Words under it on the face. */
  label?: string;
  /** Allowance on each side that is already in the shape. */
  allowance: number;
  /** Where and how large its part wants it; differs where it is detached or was cut otherwise. */
  wanted?: Lying;
  /** It is there: cut or drilled as it stands here. */
  made?: boolean;
  /** It does not follow its part any more. */
  detached?: boolean;
  /** How what sits in it copes with the wall. */
  wall?: NonNullable<Adjusted['wall']>;
  /** Wholly inside an opening that the shell already has: nothing to cut. */
  inExisting?: string;
  /** Length of the cut, mm, and the area taken out, mm². */
  length: number;
  area: number;
  source: Source;
}

/** An outline as it lies on a face, mm. */
export interface Lying {
  centre: Point2;
  shape: CutShape;
}

/** Length of an outline, mm, and the area in it, mm². */
export function measuresOf(shape: CutShape): { length: number; area: number } {
  if (shape.kind === 'round') return { length: Math.PI * shape.diameter, area: (Math.PI * shape.diameter ** 2) / 4 };
  const { width, height, radius } = shape;
  return {
    length: 2 * (width + height) - (8 - 2 * Math.PI) * radius,
    area: width * height - (4 - Math.PI) * radius ** 2,
  };
}

/** Half-sizes of an opening along u and v. */
export const halfOf = (shape: CutShape): [number, number] =>
  shape.kind === 'round' ? [shape.diameter / 2, shape.diameter / 2] : [shape.width / 2, shape.height / 2];

/** The same outline, `by` larger on every side; negative: smaller. */
export const grown = (shape: CutShape, by: number): CutShape =>
  shape.kind === 'round'
    ? { kind: 'round', diameter: shape.diameter + 2 * by }
    : { ...shape, width: shape.width + 2 * by, height: shape.height + 2 * by };

/** The key under which the document keeps what was said of an opening. */
export const keyOf = (opening: Pick<CutOpening, 'id'>): string => opening.id.replace(/\//g, '.');

/**
 * How far an outline lies inside another, mm: the least gap between them; negative where it sticks out.
 * Exact for round in round and where corners are sharp; of rounded corners never too much.
 */
export function roomInside(inner: Lying, outer: Lying): number {
  const du = Math.abs(inner.centre[0] - outer.centre[0]);
  const dv = Math.abs(inner.centre[1] - outer.centre[1]);
  const [iu, iv] = halfOf(inner.shape);
  if (outer.shape.kind === 'round') {
    const radius = outer.shape.diameter / 2;
    if (inner.shape.kind === 'round') return radius - Math.hypot(du, dv) - iu;
    // The farthest point of a rectangle with rounded corners.
    const r = Math.min(inner.shape.radius, iu, iv);
    return radius - Math.hypot(du + iu - r, dv + iv - r) - r;
  }
  const [ou, ov] = halfOf(outer.shape);
  const straight = Math.min(ou - du - iu, ov - dv - iv);
  const R = Math.min(outer.shape.radius, ou, ov);
  const r = inner.shape.kind === 'round' ? iu : Math.min(inner.shape.radius, iu, iv);
  // The inner outline's corner arc against the outer one's: both about their own middles.
  const cu = du + iu - r - (ou - R);
  const cv = dv + iv - r - (ov - R);
  if (R <= 1e-9 || cu <= 0 || cv <= 0) return straight;
  return Math.min(straight, R - Math.hypot(cu, cv) - r);
}

/** A rounded outline as a rectangle, half its sides, that is grown by a radius. */
function coreOf({ shape }: Lying): { half: readonly [number, number]; radius: number } {
  const [hu, hv] = halfOf(shape);
  const radius = shape.kind === 'round' ? hu : Math.min(shape.radius, hu, hv);
  return { half: [hu - radius, hv - radius], radius };
}

/** Smallest web between two openings, mm; negative where they run together. */
export function webBetween(a: Lying, b: Lying): number {
  const [p, q] = [coreOf(a), coreOf(b)];
  const gu = Math.abs(a.centre[0] - b.centre[0]) - p.half[0] - q.half[0];
  const gv = Math.abs(a.centre[1] - b.centre[1]) - p.half[1] - q.half[1];
  const gap = gu > 0 && gv > 0 ? Math.hypot(gu, gv) : Math.max(gu, gv);
  return gap - p.radius - q.radius;
}

/** Places along the web that are looked at. */
const ALONG = 16;

/** Does another opening lie across the narrowest web between two? Then what is left are the webs to it. */
export function liesBetween(c: Lying, a: Lying, b: Lying): boolean {
  const [p, q] = [coreOf(a), coreOf(b)];
  // Where the web is narrowest: facing sides, or the middle of the stretch along which they face each other.
  const ends = ([0, 1] as const).map((i): [number, number] => {
    const low = Math.max(a.centre[i] - p.half[i], b.centre[i] - q.half[i]);
    const high = Math.min(a.centre[i] + p.half[i], b.centre[i] + q.half[i]);
    if (low <= high) return [(low + high) / 2, (low + high) / 2];
    return a.centre[i] < b.centre[i] ? [high, low] : [low, high];
  });
  return Array.from({ length: ALONG + 1 }, (_, k) => k / ALONG).some((t) => {
    const [u, v] = ends.map(([from, to]) => from + t * (to - from)) as [number, number];
    return webBetween({ centre: [u, v], shape: { kind: 'round', diameter: 0 } }, c) < 0;
  });
}
