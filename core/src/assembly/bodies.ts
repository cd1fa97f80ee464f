import { axisIndex, liftedAt, lidOf, ringOf, type Body, type Conversion, type FaceId } from '../document';
import type { Material } from '../standards/materials';
import type { Point2 } from '../solid';
import { wallOf, type HullModel } from './hull';

type WithShell = Pick<Conversion, 'shell'>;

/**
 * The body that a face belongs to, or a place of it: a door, panel or drawer’s front whose rectangle holds the place
 * (without a place: most of the face), else the lid or half that lifts the face off; a wall that a joint crosses belongs to
 * the one above it and to the one below it. Undefined: the shell itself.
 * @param at on the face, mm, from the lower left seen from outside
 */
export function bodyIdOn(
  { shell }: WithShell,
  hull: Pick<HullModel, 'walls' | 'frames'>,
  face: FaceId,
  at?: Point2,
): string | undefined {
  const frame = hull.frames.find((f) => f.face === face);
  const outline = frame?.outline ?? [];
  const size = (k: 0 | 1) => Math.max(...outline.map((p) => p[k])) - Math.min(...outline.map((p) => p[k]));
  for (const [id, body] of Object.entries(shell.bodies)) {
    if (body.cut.kind !== 'face' || body.cut.face !== face) continue;
    const { u, v, width, height } = body.cut;
    const holds = at
      ? Math.abs(at[0] - u.value) <= width.value / 2 && Math.abs(at[1] - v.value) <= height.value / 2
      : width.value * height.value > (size(0) * size(1)) / 2;
    if (holds) return id;
  }
  if (at && frame)
    for (const [id, body] of Object.entries(shell.bodies)) {
      if (body.cut.kind !== 'plane' || body.cut.keeps?.includes(face)) continue;
      const axis = axisIndex(body.cut.axis);
      const there = frame.origin[axis] + frame.u[axis] * at[0] + frame.v[axis] * at[1];
      const joint = body.cut.at.value + (axis === 2 ? liftedAt(ringOf(shell), body.cut.at.value) : 0);
      if (body.cut.side === 'above' ? there > joint : there < joint) return id;
    }
  return wallOf(hull as HullModel, face)?.inLid ? lidOf(shell)?.id : undefined;
}

/** The same as the body itself. */
export function bodyOn(
  document: WithShell,
  hull: Pick<HullModel, 'walls' | 'frames'>,
  face: FaceId,
  at?: Point2,
): Body | undefined {
  const id = bodyIdOn(document, hull, face, at);
  return id === undefined ? undefined : document.shell.bodies[id];
}

/** What a face is of, or a place of it: its body’s own material, else the shell’s. */
export const materialOf = (
  document: WithShell,
  hull: Pick<HullModel, 'walls' | 'frames'>,
  face: FaceId,
  at?: Point2,
): Material => bodyOn(document, hull, face, at)?.material ?? document.shell.material;
