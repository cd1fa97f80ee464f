import { bodyIdOn, type Assembly, type FaceFrame } from '../../assembly';
import { axisIndex, liftedAt, ringOf, type Conversion } from '../../document';
import type { Point2 } from '../../solid';
import { halfOf, type CutOpening, type Lying } from './opening';

/** A joint of the shell where it runs over a face: a line from edge to edge, or the outline of a door. */
export interface JointLine {
  body: string;
  name: string;
  points: Point2[];
  closed: boolean;
  /** Of a straight one: unit across it, towards the body, and where it lies along that; face coordinates, mm. */
  across?: { normal: Point2; offset: number };
}

/** Joints that run over a face; those of faces that a cover leaves standing do not. */
export function jointsOn({ shell }: Pick<Conversion, 'shell'>, frame: FaceFrame): JointLine[] {
  return Object.entries(shell.bodies).flatMap(([id, body]): JointLine[] => {
    const { cut } = body;
    const base = { body: id, name: body.name || body.kind };
    if (cut.kind === 'face') {
      if (cut.face !== frame.face) return [];
      const [u, v, w, h] = [cut.u.value, cut.v.value, cut.width.value / 2, cut.height.value / 2];
      const points: Point2[] = [
        [u - w, v - h],
        [u + w, v - h],
        [u + w, v + h],
        [u - w, v + h],
      ];
      return [{ ...base, points, closed: true }];
    }
    if (cut.kind !== 'plane' || cut.keeps?.includes(frame.face)) return [];
    const axis = axisIndex(cut.axis);
    const along: Point2 = [frame.u[axis], frame.v[axis]];
    const length = Math.hypot(...along);
    // A face beside the joint, as level as it is, is on one side of it.
    if (length < 1e-6) return [];
    const at = cut.at.value + (axis === 2 ? liftedAt(ringOf(shell), cut.at.value) : 0);
    const sign = cut.side === 'above' ? 1 : -1;
    const normal: Point2 = [(sign * along[0]) / length, (sign * along[1]) / length];
    const offset = (sign * (at - frame.origin[axis])) / length;
    const ends = crossings(frame.outline, normal, offset);
    return ends ? [{ ...base, points: ends, closed: false, across: { normal, offset } }] : [];
  });
}

/** Where a line enters an outline and leaves it; undefined where it passes beside it. */
function crossings(outline: readonly Point2[], n: Point2, offset: number): [Point2, Point2] | undefined {
  const met: Point2[] = [];
  outline.forEach((a, i) => {
    const b = outline[(i + 1) % outline.length]!;
    const [da, db] = [n[0] * a[0] + n[1] * a[1] - offset, n[0] * b[0] + n[1] * b[1] - offset];
    if (da > 0 === db > 0) return;
    const t = da / (da - db);
    met.push([a[0] + t * (b[0] - a[0]), a[1] + t * (b[1] - a[1])]);
  });
  if (met.length < 2) return undefined;
  const along = ([u, v]: Point2) => -n[1] * u + n[0] * v;
  const sorted = met.sort((p, q) => along(p) - along(q));
  return [sorted[0]!, sorted.at(-1)!];
}

/** Points across an opening at which it is asked whose the face is. */
const ACROSS = 8;
/** Right at a joint counts for either side, mm. */
const HAIR = 0.01;

/** Bodies of the shell that an opening is cut in; more than one, and a joint runs through it. */
export function bodiesAt(document: Conversion, { hull }: Assembly, { face, centre, shape }: Lying & { face: string }) {
  const [hu, hv] = halfOf(shape);
  const bodies = new Set<string | undefined>();
  for (let i = 0; i <= ACROSS; i++)
    for (let j = 0; j <= ACROSS; j++) {
      const [a, b] = [(2 * i) / ACROSS - 1, (2 * j) / ACROSS - 1];
      if (shape.kind === 'round' && Math.hypot(a, b) > 1) continue;
      bodies.add(bodyIdOn(document, hull, face, [centre[0] + a * (hu - HAIR), centre[1] + b * (hv - HAIR)]));
    }
  return [...bodies];
}

/** Half of an opening across a joint, mm. */
export function halfAcross({ shape }: Pick<CutOpening, 'shape'>, [nu, nv]: Point2): number {
  const [hu, hv] = halfOf(shape);
  if (shape.kind === 'round') return hu;
  return Math.abs(nu) * hu + Math.abs(nv) * hv;
}
