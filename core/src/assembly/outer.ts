import type { Conversion } from '../document';
import { kindOf } from '../parts';
import { axisOf, DIRECTIONS, signOf, type Direction } from '../solid';
import type { FaceFrame } from './frames';
import type { HullModel } from './hull';
import { placePart, type PlacedPart } from './placed';

/** A face is square to an axis from here on. */
const SQUARE = 0.999;

/** Fans that the user put on the outside of a face: where they are, blowing out as the face looks. */
export function outerOf({ layout, kit }: Pick<Conversion, 'layout' | 'kit'>, hull: HullModel): PlacedPart[] {
  return Object.entries(layout.outside ?? {}).flatMap(([id, { on }]): PlacedPart[] => {
    const part = kit.parts[id];
    const frame = on && hull.frames.find((f) => f.face === on.face);
    if (!on || !frame || !part || kindOf(part) !== 'fan') return [];
    const rear = directionOf(frame);
    if (!rear) return [];
    const placement = {
      x: 0,
      y: 0,
      z: 0,
      rear,
      top: axisOf(rear) === 2 ? ('front' as const) : ('top' as const),
      locked: true,
    };
    const at0 = placePart(id, part, placement);
    const middle = ([0, 1, 2] as const).map((i) => (at0.low[i] + at0.high[i]) / 2);
    const axis = axisOf(rear);
    const near = frame.outward[axis] > 0 ? at0.low[axis] : at0.high[axis];
    const to = ([0, 1, 2] as const).map((i) => frame.origin[i] + on.u * frame.u[i] + on.v * frame.v[i]);
    const [x, y, z] = to.map((v, i) => Math.round((v - (i === axis ? near : middle[i]!)) * 1000) / 1000) as [
      number,
      number,
      number,
    ];
    return [{ ...placePart(id, part, { ...placement, x, y, z }), outerFace: on.face }];
  });
}

/** The direction that a face looks to; undefined where it is square to no axis. */
const directionOf = ({ outward }: FaceFrame): Direction | undefined =>
  (Object.keys(DIRECTIONS) as Direction[]).find((d) => signOf(d) * outward[axisOf(d)] > SQUARE);
