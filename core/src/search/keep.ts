import { placePart, type Assembly, type FaceFrame } from '../assembly';
import { raisedV } from '../cut';
import type { Conversion, Wish } from '../document';
import { eachFree, halfSize, isThrough, openedBy, ownWish, takeRow, valueOf, type Positions } from '../fit';
import { axisOf, signOf, type Orientation } from '../solid';
import { boxAt, type Posed } from './posed';

/** Takes positions at which an opening of a face would hang over the edge of its wall, or, under Conserve, need a cut. */
export function keepFacesOnTheirWalls(
  document: Conversion,
  base: Assembly,
  id: string,
  orientation: Orientation,
  positions: Positions,
): void {
  const placed = placePart(id, document.kit.parts[id]!, { x: 0, y: 0, z: 0, locked: false, ...orientation });
  const conserve = document.brief.policy === 'conserve';
  const tests: ((x: number, y: number, z: number) => boolean)[] = [];
  for (const face of placed.faces) {
    if (!face.mustReachOutside) continue;
    const axis = axisOf(face.direction);
    const wall = base.hull.walls.find((w) => w.normal[axis] * signOf(face.direction) < -0.999);
    const frame = base.hull.frames.find((f) => f.face === wall?.face);
    if (!frame) continue;
    for (const cut of face.cuts) {
      const [hu, hv] = halfSize(cut, frame);
      const windows = windowsOf(document, frame, conserve && cut.kind === 'cut', hu, hv);
      const through = openedBy(document, frame, cut);
      tests.push((x, y, z) => {
        const p = [cut.at[0] + x - frame.origin[0], cut.at[1] + y - frame.origin[1], cut.at[2] + z - frame.origin[2]];
        const u = p[0]! * frame.u[0] + p[1]! * frame.u[1] + p[2]! * frame.u[2];
        const v = p[0]! * frame.v[0] + p[1]! * frame.v[1] + p[2]! * frame.v[2];
        if (!windows.some((w) => u >= w.u0 - 1e-6 && u <= w.u1 + 1e-6 && v >= w.v0 - 1e-6 && v <= w.v1 + 1e-6))
          return false;
        return cut.kind !== 'cut' || conserve || isThrough(document, base, { ...through, centre: [u, v] });
      });
    }
  }
  if (tests.length > 0) keep(positions, (x, y, z) => tests.every((test) => test(x, y, z)));
}

/** Where on a face the middle of an opening of a half size may be. */
function windowsOf(document: Conversion, frame: FaceFrame, onlyExisting: boolean, hu: number, hv: number) {
  if (onlyExisting)
    return Object.values(document.shell.openings)
      .filter((o) => o.face === frame.face)
      .map(({ shape, u, v }) => {
        const [ou, ov] =
          shape.kind === 'round'
            ? [shape.diameter.value / 2, shape.diameter.value / 2]
            : [shape.width.value / 2, shape.height.value / 2];
        const at = raisedV(document, frame, v.value);
        return { u0: u.value - ou + hu, u1: u.value + ou - hu, v0: at - ov + hv, v1: at + ov - hv };
      });
  const us = frame.outline.map((p) => p[0]);
  const vs = frame.outline.map((p) => p[1]);
  return [{ u0: Math.min(...us) + hu, u1: Math.max(...us) - hu, v0: Math.min(...vs) + hv, v1: Math.max(...vs) - hv }];
}

/** Takes positions at which a wish about the part and the shell does not hold. */
export function keepWishes(
  base: Assembly,
  id: string,
  posed: Posed,
  wishes: readonly Wish[],
  positions: Positions,
): void {
  const own = wishes.filter((w) => w.part === id && w.kind === 'on face');
  for (const wish of own)
    keep(positions, (x, y, z) => ownWish(wish, boxAt(id, posed, [x, y, z]), base.hull)?.holds !== false);
}

/** Takes every free position for which a test fails. */
function keep(positions: Positions, test: (x: number, y: number, z: number) => boolean): void {
  const { runs } = positions;
  const failed: [row: number, x: number][] = [];
  eachFree(positions, (x, y, z) => {
    if (!test(valueOf(runs[0], x), valueOf(runs[1], y), valueOf(runs[2], z))) failed.push([z * runs[1].count + y, x]);
  });
  for (const [row, x] of failed) takeRow(positions, row, x, x);
}
