import { materialOf, wallOf, type Assembly } from '../../assembly';
import type { Conversion, OwnOpening } from '../../document';
import { inTheWayOf } from '../../fit';
import type { Point2 } from '../../solid';
import { insideFace, leastWeb, numbersOf } from '../findings/webs';
import { middleOf, openingsOf, raisedV } from './derived';
import { halfOf, webBetween, type CutOpening, type Lying } from './opening';

/** How far an opening by hand is moved to be out of the way, mm. */
const FARTHEST = 160;
/** So far it is looked at every 1.5 mm, farther out every 4. */
const NEAR = 45;

/**
 * The nearest place on its face at which an opening by hand and its screws are in nothing's way: not over the edge, webs
 * wide enough to every other opening, nothing behind the wall. Places lie on rings, 1 mm apart near by, 3 farther out.
 * @returns undefined where there is none within 160 mm; the opening itself where it is clear as it is
 */
export function clearPlace(
  document: Conversion,
  assembly: Assembly,
  id: string,
  own: OwnOpening,
): OwnOpening | undefined {
  const at = middleOf(assembly, own);
  const wall = wallOf(assembly.hull, own.face);
  if (!at || !wall) return undefined;
  const { frame, centre } = at;
  const least = leastWeb(materialOf(document, assembly.hull, own.face, centre), wall.thickness);
  const others: Lying[] = [
    ...openingsOf(document, assembly).filter((o: CutOpening) => o.face === own.face && o.group !== id),
    ...Object.values(document.shell.openings)
      .filter((o) => o.face === own.face)
      .map((o): Lying => ({ centre: [o.u.value, raisedV(document, frame, o.v.value)], shape: numbersOf(o.shape) })),
  ];
  const isClear = ([du, dv]: Point2) => {
    const middle: Point2 = [centre[0] + du, centre[1] + dv];
    const group: Lying[] = [
      { centre: middle, shape: own.shape },
      ...own.screws.map((s): Lying => ({
        centre: [middle[0] + s.u, middle[1] + s.v],
        shape: { kind: 'round', diameter: s.diameter },
      })),
    ];
    if (!group.every((g) => insideFace(frame, g) >= least && others.every((o) => webBetween(g, o) >= least)))
      return false;
    return (
      inTheWayOf(assembly, {
        face: own.face,
        centre: middle,
        half: halfOf(own.shape),
        round: own.shape.kind === 'round',
      }).length === 0
    );
  };
  if (isClear([0, 0])) return own;
  for (let r = 1; r <= FARTHEST; r += r < NEAR ? 1 : 3) {
    const around = Math.max(8, Math.round((2 * Math.PI * r) / (r < NEAR ? 1.5 : 4)));
    for (let k = 0; k < around; k++) {
      const angle = (2 * Math.PI * k) / around;
      const by: Point2 = [Math.round(10 * r * Math.cos(angle)) / 10, Math.round(10 * r * Math.sin(angle)) / 10];
      if (isClear(by)) return { ...own, u: tidy(own.u + by[0]), v: tidy(own.v + by[1]) };
    }
  }
  return undefined;
}

const tidy = (v: number) => Math.round(v * 100) / 100;
