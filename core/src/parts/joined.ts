import type { Part } from '../document';
import { add, shift, subtract } from '../quantity';
import { axisOf } from '../solid';
import type { Block, Connector, PartFace, PartModel, Point } from './model';

/** A board with a card in its slot, as one part: only while a layout is looked for, never stored. */
export interface JoinedPart extends Part {
  card: { id: string; part: Part };
}

export const isJoined = (part: Part): part is JoinedPart => 'card' in part;

/** The board of a joined part by itself. */
export function boardOf({ card: _, ...board }: JoinedPart): Part {
  return board;
}

/** Ids of the card's blocks and connectors in the joined part. */
const ofCard = (id: string) => `card/${id}`;

/** Room that only a card on a riser needs. */
export const isRiserRoom = (block: { id: string }) => block.id === 'riser';

/** The blocks and faces of a board and of a card that sits in its slot, in the board's axes. @throws Error without a slot. */
export function joinedModel(board: PartModel, card: PartModel): PartModel {
  const { slot } = board;
  const { edge } = card;
  if (!slot || !edge) throw new Error('The board has no slot, or the card no edge to go into it.');
  const there = (p: Point): Point => [0, 1, 2].map((i) => add(p[i]!, subtract(slot[i]!, edge[i]!))) as Point;
  const blocks = card.blocks
    .filter((b) => !isRiserRoom(b))
    .map((b): Block => ({ ...b, id: ofCard(b.id), low: there(b.low), high: there(b.high) }));
  const faces = card.faces.map((face): PartFace => {
    const by = [0, 1, 2].map((i) => slot[i]!.value - edge[i]!.value);
    return {
      ...face,
      id: ofCard(face.id),
      plane: shift(face.plane, by[axisOf(face.direction)]!),
      cuts: face.cuts.map((cut) => ({
        ...cut,
        id: ofCard(cut.id),
        at: cut.at.map((v, i) => v + by[i]!) as [number, number, number],
      })),
    };
  });
  return { blocks: [...board.blocks, ...blocks], faces: [...board.faces, ...faces] };
}

/** What is left to be wired: the slot is taken, and the card needs no riser. */
export function joinedConnectors(board: readonly Connector[], card: readonly Connector[]): Connector[] {
  return [
    ...board.filter((c) => c.kind !== 'riser'),
    ...card.filter((c) => c.kind !== 'riser').map((c) => ({ ...c, id: ofCard(c.id), block: ofCard(c.block) })),
  ];
}
