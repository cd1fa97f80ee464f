import { placePart, type Assembly, type FaceFrame, halfSize } from '../assembly';
import { raisedV } from '../cut';
import type { Conversion, Wish } from '../document';
import { eachFree, openedBy, ownWish, takeRow, throughAt, valueOf, type Positions } from '../fit';
import { axisOf, signOf, type Orientation } from '../solid';
import { boxAt, type PosedPart } from './posed';

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
      const through =
        cut.kind === 'cut' && !conserve ? throughAt(document, base, openedBy(document, frame, cut)) : () => true;
      const { origin, u, v } = frame;
      const off = [0, 1, 2].map((i) => cut.at[i]! - origin[i]!);
      const [offU, offV] = [dot(off, u), dot(off, v)];
      tests.push((x, y, z) => {
        const [atU, atV] = [offU + x * u[0] + y * u[1] + z * u[2], offV + x * v[0] + y * v[1] + z * v[2]];
        for (const w of windows)
          if (atU >= w.u0 - 1e-6 && atU <= w.u1 + 1e-6 && atV >= w.v0 - 1e-6 && atV <= w.v1 + 1e-6)
            return through(atU, atV);
        return false;
      });
    }
  }
  if (tests.length > 0) keep(positions, (x, y, z) => tests.every((test) => test(x, y, z)));
}

const dot = (a: readonly number[], b: readonly number[]) => a[0]! * b[0]! + a[1]! * b[1]! + a[2]! * b[2]!;

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
  posed: PosedPart,
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
