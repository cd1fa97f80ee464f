import { lidOf, type Body, type Conversion, type FaceId } from '../document';
import type { Material } from '../standards/materials';
import type { Point2 } from '../solid';
import { wallOf, type HullModel } from './hull';

type WithShell = Pick<Conversion, 'shell'>;

/**
 * The body that a face belongs to, or a place of it: a door, panel or drawer’s front whose rectangle holds the place
 * (without a place: most of the face), else the lid that lifts the face off. Undefined: the shell itself.
 * @param at on the face, mm, from the lower left seen from outside
 */
export function bodyOn(
  { shell }: WithShell,
  hull: Pick<HullModel, 'walls' | 'frames'>,
  face: FaceId,
  at?: Point2,
): Body | undefined {
  const outline = hull.frames.find((f) => f.face === face)?.outline ?? [];
  const size = (k: 0 | 1) => Math.max(...outline.map((p) => p[k])) - Math.min(...outline.map((p) => p[k]));
  for (const body of Object.values(shell.bodies)) {
    if (body.cut.kind !== 'face' || body.cut.face !== face) continue;
    const { u, v, width, height } = body.cut;
    const holds = at
      ? Math.abs(at[0] - u.value) <= width.value / 2 && Math.abs(at[1] - v.value) <= height.value / 2
      : width.value * height.value > (size(0) * size(1)) / 2;
    if (holds) return body;
  }
  return wallOf(hull as HullModel, face)?.inLid ? lidOf(shell)?.body : undefined;
}

/** What a face is of, or a place of it: its body’s own material, else the shell’s. */
export const materialOf = (
  document: WithShell,
  hull: Pick<HullModel, 'walls' | 'frames'>,
  face: FaceId,
  at?: Point2,
): Material => bodyOn(document, hull, face, at)?.material ?? document.shell.material;
