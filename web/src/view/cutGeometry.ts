import type { FaceFrame } from '@young-shell/core/assembly';
import { halfOf, type CutOpening } from '@young-shell/core/cut';
import type { Vec3 } from '@young-shell/core/solid';

const at = (frame: FaceFrame, u: number, v: number): Vec3 => [
  frame.origin[0] + u * frame.u[0] + v * frame.v[0],
  frame.origin[1] + u * frame.u[1] + v * frame.v[1],
  frame.origin[2] + u * frame.u[2] + v * frame.v[2],
];

/** The closed outline of an opening in shell coordinates, on the outside of its face. */
export function cutOutline(opening: Pick<CutOpening, 'centre' | 'shape'>, frame: FaceFrame): Vec3[] {
  const [u, v] = opening.centre;
  const [hu, hv] = halfOf(opening.shape);
  const points: Vec3[] = [];
  if (opening.shape.kind === 'round')
    for (let i = 0; i <= 32; i++)
      points.push(at(frame, u + hu * Math.cos((i * Math.PI) / 16), v + hv * Math.sin((i * Math.PI) / 16)));
  else
    for (const [su, sv] of [
      [-1, -1],
      [1, -1],
      [1, 1],
      [-1, 1],
      [-1, -1],
    ] as const)
      points.push(at(frame, u + su * hu, v + sv * hv));
  return points;
}
