import type { Part } from '../document';
import { add, shift, subtract } from '../quantity';
import { axisOf } from '../solid';
import { FREED, type Block, type Connector, type PartFace, type PartModel, type Point } from './model';

/** A board with what is plugged into it, as one part: only while a layout is looked for, never stored. */
export interface JoinedPart extends Part {
  plugged: readonly { id: string; part: Part }[];
}

export const isJoined = (part: Part): part is JoinedPart => 'plugged' in part;

/** The board of a joined part by itself. */
export function boardOf({ plugged: _, ...board }: JoinedPart): Part {
  return board;
}

/** Ids of the blocks and connectors of what is plugged in, in the joined part. */
const idIn = (part: string, id: string) => `${part}/${id}`;

/**
 * The blocks and faces of a board and of a part that is plugged into it, in the board's axes; what the two need no more
 * is left out. @throws Error without a socket for it.
 */
export function joinedModel(board: PartModel, id: string, other: PartModel): PartModel {
  const { plug } = other;
  const [first, ...left] = (plug && board.sockets?.[plug.into]) ?? [];
  if (!plug || !first) throw new Error('The board has no such socket, or the part no plug to go into it.');
  const socket = first.at;
  const sockets = { ...board.sockets, [plug.into]: left };
  const there = (p: Point): Point => [0, 1, 2].map((i) => add(p[i]!, subtract(socket[i]!, plug.at[i]!))) as Point;
  const freed = FREED[plug.into];
  const blocks = other.blocks
    .filter((b) => !freed.other.includes(b.id))
    .map((b): Block => ({ ...b, id: idIn(id, b.id), low: there(b.low), high: there(b.high) }));
  // What holds it is its socket, not the side by which it would be screwed down.
  const looking = freed.fitted ? other.faces.filter((f) => f.mustReachOutside) : other.faces;
  const faces = looking.map((face): PartFace => {
    const by = [0, 1, 2].map((i) => socket[i]!.value - plug.at[i]!.value);
    return {
      ...face,
      id: idIn(id, face.id),
      plane: shift(face.plane, by[axisOf(face.direction)]!),
      cuts: face.cuts.map((cut) => ({
        ...cut,
        id: idIn(id, cut.id),
        at: cut.at.map((v, i) => v + by[i]!) as [number, number, number],
      })),
    };
  });
  const own = board.blocks.filter((b) => !freed.board.includes(b.id));
  return { blocks: [...own, ...blocks], faces: [...board.faces, ...faces], sockets };
}

/** What is left to be wired: connectors whose blocks are still there. */
export const joinedConnectors = (
  { blocks }: PartModel,
  board: readonly Connector[],
  plugged: readonly { id: string; connectors: readonly Connector[] }[],
): Connector[] =>
  [
    ...board,
    ...plugged.flatMap(({ id, connectors }) =>
      connectors.map((c) => ({ ...c, id: idIn(id, c.id), block: idIn(id, c.block) })),
    ),
  ].filter((c) => blocks.some((b) => b.id === c.block));
