import { turnedSize, type Assembly } from '../../assembly';
import type { Change, Conversion, Part, Placement } from '../../document';
import { middleFor } from '../../fit';
import { axisOf, directionOf, signOf, turnOf, type Axis, type Direction, type Vec3 } from '../../solid';
import { openingsOf } from '../openings/derived';
import { keyOf } from '../openings/opening';
import { boundsAround } from './bounds';
import { outwardCuts, sizesOf } from './kinds';
import { trayLies } from './tray';

const tidy = (v: number) => Math.round(v * 1000) / 1000;
const placementOf = (at: Vec3, rear: Direction, top: Direction): Placement => ({
  x: tidy(at[0]),
  y: tidy(at[1]),
  z: tidy(at[2]),
  rear,
  top,
  locked: false,
});

/**
 * Puts a print, made into a part of the kit, where it belongs: a tray under its part, which stands so much higher then; a
 * plate behind its opening; anything else in the middle of the floor, to be moved by hand. One change, one step to undo.
 * @param kitId a free id of the kit
 */
export function printInPlace(document: Conversion, assembly: Assembly, id: string, part: Part, kitId: string): Change {
  const print = document.cut.prints[id]!;
  const what = `put ${print.name} in its place`;
  const added = (placement: Placement): Change => ({ type: 'addPart', id: kitId, part, placement });
  const s = sizesOf(document, assembly, print);
  const tray = print.kind === 'tray' ? trayLies(assembly, print.of, s.margin!) : undefined;
  if (tray) {
    const { part: on, right, up, inwards, plane } = tray;
    const [a, b, axis] = [axisOf(right), axisOf(up), axisOf(inwards)];
    const sign = signOf(inwards);
    const standoff = on.part.dimensions.standoffHeight?.value ?? 0;
    const lift = s.thickness! + (s.boss! > 0 ? s.boss! - standoff : 0);
    const at: Vec3 = [0, 0, 0];
    at[a] = tray.low[a];
    at[b] = tray.low[b];
    at[axis] = sign > 0 ? plane : plane - s.thickness!;
    const raised: Placement = { ...on.placement };
    const key = 'xyz'[axis] as 'x' | 'y' | 'z';
    raised[key] = tidy(raised[key] + sign * lift);
    return {
      type: 'all',
      what,
      changes: [added(placementOf(at, up, inwards)), { type: 'placePart', id: on.id, placement: raised }],
    };
  }
  const behind = print.kind === 'plate' ? behindOpening(document, assembly, print.of, [kitId, part]) : undefined;
  return added(behind ?? middleFor({ ...document, kit: { ...document.kit, parts: { [kitId]: part } } }, kitId));
}

/** A plate against the inside of its wall, its middle where that of the opening is, or of a part's openings. */
function behindOpening(
  document: Conversion,
  assembly: Assembly,
  of: string | undefined,
  [print, part]: [string, Part],
): Placement | undefined {
  const openings = openingsOf(document, assembly);
  const one = openings.filter((o) => o.kind === 'cut' && keyOf(o) === of);
  const cuts = one.length > 0 ? one : outwardCuts(openings, of);
  const frame = assembly.hull.frames.find((f) => f.face === cuts[0]?.face);
  const wall = frame && assembly.hull.walls.find((w) => w.face === frame.face);
  const direction = (n: Vec3): Direction | undefined => {
    const axis = n.findIndex((v) => Math.abs(v) > 0.999);
    return axis < 0 ? undefined : directionOf(axis as Axis, n[axis]!);
  };
  const [up, out] = [frame && direction(frame.v), frame && direction(frame.outward)];
  if (!frame || !wall || !up || !out) return undefined;
  const around = boundsAround(cuts);
  const size = turnedSize(print, part, turnOf({ rear: up, top: out }));
  const [u, v] = [(around.u[0] + around.u[1]) / 2, (around.v[0] + around.v[1]) / 2];
  const middle = frame.origin.map((o, i) => o + u * frame.u[i]! + v * frame.v[i]!) as Vec3;
  const at: Vec3 = [0, 0, 0];
  for (const i of [0, 1, 2] as const) at[i] = middle[i] - size[i] / 2;
  const axis = axisOf(out);
  const inside = -signOf(out) * wall.offset;
  at[axis] = signOf(out) > 0 ? inside - size[axis] : inside;
  return placementOf(at, up, out);
}
