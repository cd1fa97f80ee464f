import { onFace, type Assembly, type FaceFrame, type PlacedPart, faceReaches } from '../../assembly';
import type { Placement } from '../../document';
import { marginsOfPart, stopsAt } from '../../fit';
import { AXES, type Axis, type Vec3 } from '../../solid';
import type { Motion } from './motions';

const tidy = (v: number) => Math.round(v * 1000) / 1000;

/**
 * The placement of a part after a turn about the corner of a face and a shift in its plane: it turns about its own
 * middle m, which comes to R m + s. Undefined where the face is slanted, or the part is tilted about another axis.
 */
export function standOn(
  placed: PlacedPart,
  frame: FaceFrame,
  { degrees, shift }: Pick<Motion, 'degrees' | 'shift'>,
): Placement | undefined {
  const axis = frame.outward.findIndex((v) => Math.abs(v) > 0.999) as Axis | -1;
  const { tilt: was, ...straight } = placed.placement;
  if (axis < 0 || (was && was.degrees !== 0 && AXES.indexOf(was.axis) !== axis)) return undefined;
  const { u, v } = onFace(frame, placed.low.map((low, i) => (low + placed.high[i]!) / 2) as Vec3);
  const [cos, sin] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)];
  const by = [shift[0] + cos * u - sin * v - u, shift[1] + sin * u + cos * v - v];
  const to = (i: 0 | 1 | 2, from: number) => tidy(from + frame.u[i] * by[0]! + frame.v[i] * by[1]!);
  // A face is seen from outside: against the clock there is against the clock about the axis, or with it.
  const sense = frame.outward[axis as Axis] > 0 ? 1 : -1;
  const turned = Math.round(((was?.degrees ?? 0) + sense * degrees) * 1e4) / 1e4;
  return {
    ...straight,
    x: to(0, straight.x),
    y: to(1, straight.y),
    z: to(2, straight.z),
    ...(turned === 0 ? {} : { tilt: { axis: AXES[axis as Axis], degrees: turned } }),
  };
}

/** What stops a part at a place: what it runs into, and sockets that a straight opening would not meet. */
export const stopsThere = (around: Assembly, placed: PlacedPart): number =>
  stopsAt(marginsOfPart(around, placed)).length +
  faceReaches(around, placed).filter(({ face, askew }) => face.mustReachOutside && askew).length;
