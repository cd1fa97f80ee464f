import { onFace, type Assembly, type FaceFrame } from '../assembly';
import { liftedAt, ringOf, type Conversion, type FaceId } from '../document';
import { faceReaches, halfSize } from '../fit';
import type { Source } from '../quantity';
import type { Point2 } from '../solid';

/** One thing to cut or drill in a face, in the face's (u, v) from its lower left, seen from outside; mm. */
export interface CutOpening {
  id: string;
  face: FaceId;
  /** The part that needs it. */
  part: string;
  name: string;
  kind: 'cut' | 'drill';
  centre: Point2;
  shape: { kind: 'round'; diameter: number } | { kind: 'rectangle'; width: number; height: number; radius: number };
  /** Allowance on each side that is already in the shape. */
  allowance: number;
  /** Wholly inside an opening that the shell already has: nothing to cut. */
  inExisting?: string;
  /** Length of the cut, mm, and the area taken out, mm². */
  length: number;
  area: number;
  source: Source;
}

/** All openings and holes that the layout asks for; they follow when a part moves. Pure. */
export function openingsOf(document: Conversion, assembly: Assembly): CutOpening[] {
  const openings: CutOpening[] = [];
  for (const part of assembly.parts)
    for (const reach of faceReaches(assembly, part)) {
      const { face, frame } = reach;
      if (!reach.reaches || !frame) continue;
      for (const cut of face.cuts) {
        const { u, v } = onFace(frame, cut.at);
        const allowance = cut.allowance ? document.cut.allowance : 0;
        const [hu, hv] = halfSize(cut, frame);
        const shape: CutOpening['shape'] =
          cut.shape.kind === 'round'
            ? { kind: 'round', diameter: cut.shape.diameter + 2 * allowance }
            : {
                kind: 'rectangle',
                width: 2 * (hu + allowance),
                height: 2 * (hv + allowance),
                radius: cut.shape.radius,
              };
        const opening: CutOpening = {
          id: `${part.id}/${face.id}/${cut.id}`,
          face: frame.face,
          part: part.id,
          name: `${part.part.name}: ${cut.name}`,
          kind: cut.kind,
          centre: [u, v],
          shape,
          allowance,
          ...measuresOf(shape),
          source: cut.source,
        };
        const existing = existingAround(document, opening, frame);
        if (existing) opening.inExisting = existing;
        openings.push(opening);
      }
    }
  return openings;
}

function measuresOf(shape: CutOpening['shape']): { length: number; area: number } {
  if (shape.kind === 'round') return { length: Math.PI * shape.diameter, area: (Math.PI * shape.diameter ** 2) / 4 };
  const { width, height, radius } = shape;
  return {
    length: 2 * (width + height) - (8 - 2 * Math.PI) * radius,
    area: width * height - (4 - Math.PI) * radius ** 2,
  };
}

/** Half-sizes of an opening along u and v. */
export const halfOf = (shape: CutOpening['shape']): [number, number] =>
  shape.kind === 'round' ? [shape.diameter / 2, shape.diameter / 2] : [shape.width / 2, shape.height / 2];

function existingAround(document: Conversion, opening: CutOpening, frame: FaceFrame): string | undefined {
  const [hu, hv] = halfOf(opening.shape);
  const [u, v] = opening.centre;
  for (const [id, existing] of Object.entries(document.shell.openings)) {
    if (existing.face !== opening.face) continue;
    const du = Math.abs(u - existing.u.value) + hu;
    const at = raisedV(document, frame, existing.v.value);
    const dv = Math.abs(v - at) + hv;
    const { shape } = existing;
    const inside =
      shape.kind === 'rectangle'
        ? du <= shape.width.value / 2 + 1e-6 && dv <= shape.height.value / 2 + 1e-6
        : opening.shape.kind === 'round'
          ? Math.hypot(u - existing.u.value, v - at) + hu <= shape.diameter.value / 2 + 1e-6
          : Math.hypot(du, dv) <= shape.diameter.value / 2 + 1e-6;
    if (inside) return id;
  }
  return undefined;
}

/** How high on its face something of the shell is, a spacer ring under it counted, mm. */
export function raisedV({ shell }: Conversion, frame: FaceFrame, v: number): number {
  return v + (frame.v[2] > 0.999 ? liftedAt(ringOf(shell), frame.origin[2] + v) : 0);
}

/** Smallest web between two openings, or an opening and the face's edge, mm; negative where they run together. */
export function webBetween(a: Pick<CutOpening, 'centre' | 'shape'>, b: Pick<CutOpening, 'centre' | 'shape'>): number {
  const du = Math.abs(a.centre[0] - b.centre[0]);
  const dv = Math.abs(a.centre[1] - b.centre[1]);
  if (a.shape.kind === 'round' && b.shape.kind === 'round')
    return Math.hypot(du, dv) - (a.shape.diameter + b.shape.diameter) / 2;
  const [au, av] = a.shape.kind === 'round' ? [0, 0] : halfOf(a.shape);
  const [bu, bv] = b.shape.kind === 'round' ? [0, 0] : halfOf(b.shape);
  const radii =
    (a.shape.kind === 'round' ? a.shape.diameter / 2 : 0) + (b.shape.kind === 'round' ? b.shape.diameter / 2 : 0);
  const gu = du - au - bu;
  const gv = dv - av - bv;
  const gap = gu > 0 && gv > 0 ? Math.hypot(gu, gv) : Math.max(gu, gv);
  return gap - radii;
}

export const frameOf = (assembly: Assembly, face: FaceId): FaceFrame => {
  const frame = assembly.hull.frames.find((f) => f.face === face);
  if (!frame) throw new Error(`The shell has no face “${face}”.`);
  return frame;
};
