import { boardName, faceReaches, type Assembly, type PlacedCut, type PlacedPart, type Solid } from '../../assembly';
import type { Conversion } from '../../document';
import { axisOf, DIRECTIONS, signOf, type Direction, type Vec3 } from '../../solid';
import { movesAir, openShare } from './ways';
import type { Gap, Zones } from './zones';

/** From the plane of a part’s face to where its drawer’s room and the one beyond the board are asked for, mm. */
const BESIDE = 12;

/** A point inside a drawer before a board, and one beyond it, at a place of a part’s face. */
export function bothSides(at: Vec3, direction: Direction, plane: number, board: Solid): { inside: Vec3; beyond: Vec3 } {
  const axis = axisOf(direction);
  const way = DIRECTIONS[direction];
  const { low, high } = board.shape;
  const [inside, beyond]: [Vec3, Vec3] = [[...at], [...at]];
  inside[axis] = plane - BESIDE * way[axis];
  beyond[axis] = (way[axis] > 0 ? high : low)[axis] + BESIDE * way[axis];
  return { inside, beyond };
}

/** Area of a cut, mm². */
const areaOf = ({ shape }: PlacedCut): number =>
  shape.kind === 'round' ? (Math.PI / 4) * shape.diameter ** 2 : shape.size[0] * shape.size[1];

/**
 * Openings in the boards of drawers, for what looks through them and moves no air itself: sockets, slots, intakes. Each
 * joins the room in the drawer to the one beyond the board; where the board parts no two zones it is none.
 */
export function windowsOf(document: Conversion, assembly: Assembly, { zoneAt }: Pick<Zones, 'zoneAt'>): Gap[] {
  const byHand = assembly.inBoards.flatMap(({ opening, board, direction, low, high, area }): Gap[] => {
    const at = low.map((v, i) => (v + high[i]!) / 2) as Vec3;
    const { shape } = board;
    const plane = (signOf(direction) > 0 ? shape.low : shape.high)[axisOf(direction)];
    const { inside, beyond } = bothSides(at, direction, plane, board);
    const [from, to] = [zoneAt(inside), zoneAt(beyond)];
    const name = `${opening.name} in ${boardName(board.name)}`;
    return from === to ? [] : [{ from, to, axis: axisOf(direction), at, area, room: area, window: name }];
  });
  const looking = assembly.parts.flatMap((part) =>
    faceReaches(assembly, part).flatMap(({ face, board, reaches }): Gap[] => {
      if (!board || !reaches) return [];
      return face.cuts.flatMap((cut) => windowOf(document, part, cut, { face, board, zoneAt }));
    }),
  );
  return [...byHand, ...looking];
}

function windowOf(
  document: Conversion,
  part: PlacedPart,
  cut: PlacedCut,
  { face, board, zoneAt }: { face: PlacedPart['faces'][number]; board: Solid; zoneAt: Zones['zoneAt'] },
): Gap[] {
  if (cut.kind !== 'cut') return [];
  const opening = { id: `${part.id}/${face.id}/${cut.id}`, part: part.id, group: part.id };
  const share = movesAir(document, opening) ? undefined : openShare(document, opening);
  if (share === undefined) return [];
  const { inside, beyond } = bothSides(cut.at, face.direction, face.plane, board);
  const [from, to] = [zoneAt(inside), zoneAt(beyond)];
  if (from === to) return [];
  const area = areaOf(cut) * share;
  const at: Vec3 = [...cut.at];
  return [{ from, to, axis: axisOf(face.direction), at, area, room: area, window: `${cut.name} of ${part.part.name}` }];
}
