import type { Assembly } from '../../assembly';
import type { Conversion, FaceId } from '../../document';
import { faceName } from '../../fit';
import { insideFace } from '../findings/webs';
import { openingsOf } from '../openings/derived';
import { carrierOfSheet } from './carriers';
import { freeAreaOf } from '../vents/pattern';

/**
 * Why a sheet of a face would be wrong; undefined where it is not. A sheet that can’t be cut by is not written.
 * An opening that reaches over its face, or a pattern that can’t be drawn.
 */
export function wrongSheet(document: Conversion, face: FaceId, assembly: Assembly): string | undefined {
  const frame = assembly.hull.frames.find((f) => f.face === face);
  if (!frame) return carrierOfSheet(document, assembly, face) ? undefined : `The shell has no face “${face}”.`;
  for (const o of openingsOf(document, assembly)) {
    if (o.face !== face || o.inExisting || o.made) continue;
    const over = -insideFace(frame, o);
    if (over > 0.01)
      return `${o.name} reaches ${over.toFixed(1)} mm over the edge of the ${faceName(document, face)}: no sheet of it is written.`;
    if (o.pattern && o.pattern.kind !== 'grille' && freeAreaOf(o, o.pattern).holes === 0)
      return `The pattern of ${o.name} can’t be drawn (no hole of it, or too many): no sheet of the ${faceName(document, face)} is written.`;
  }
  return undefined;
}

/** @throws Error with why, where a sheet of a face would be wrong */
export function refuseWrong(document: Conversion, faces: readonly FaceId[], assembly: Assembly): void {
  for (const face of faces) {
    const wrong = wrongSheet(document, face, assembly);
    if (wrong) throw new Error(wrong);
  }
}
