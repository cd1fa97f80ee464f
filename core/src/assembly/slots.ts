import type { Conversion, Part, Placement } from '../document';
import { isRiserRoom } from '../parts';
import { placePart, type PlacedPart } from './placed';

/** A card within this of its place in a slot is in it, mm along each axis. */
const IN_SLOT = 0.25;

/** The card in a slot, without the room for a riser's plug, and back. Kept: assemblies are made for every move of a hand. */
const plugged = new WeakMap<PlacedPart, PlacedPart>();
const loose = new WeakMap<PlacedPart, PlacedPart>();

/**
 * Which cards sit in the slot of a board: those whose edge is where the slot is, the same way up. These need no riser
 * and no room for its plug; one whose board is gone gets it back. Order and other parts stay as they are.
 */
export function pluggedIn(parts: readonly PlacedPart[]): PlacedPart[] {
  const taken = new Set<string>();
  return parts.map((given) => {
    const card = loose.get(given) ?? given;
    const { edge, placement } = card;
    if (!edge) return card;
    const board = parts.find(
      ({ id, slot, placement: { rear, top } }) =>
        slot &&
        !taken.has(id) &&
        rear === placement.rear &&
        top === placement.top &&
        slot.every((v, i) => Math.abs(v - edge[i]!) <= IN_SLOT),
    );
    if (!board) return card;
    taken.add(board.id);
    let known = plugged.get(card);
    if (known?.inSlotOf !== board.id) {
      const riser = (id: string) => isRiserRoom({ id: id.slice(card.id.length + 1) });
      known = { ...card, solids: card.solids.filter((s) => !riser(s.id)), inSlotOf: board.id };
      plugged.set(card, known);
      loose.set(known, card);
    }
    return known;
  });
}

/** Where a card sits in the slot of a placed board; undefined when the board has none, or the part is no card. */
export function slotPlacement(board: PlacedPart, id: string, card: Part): Placement | undefined {
  const { rear, top } = board.placement;
  const there = placePart(id, card, { x: 0, y: 0, z: 0, rear, top, locked: false });
  if (!board.slot || !there.edge) return undefined;
  const [x, y, z] = board.slot.map((v, i) => Math.round((v - there.edge![i]!) * 1000) / 1000) as [
    number,
    number,
    number,
  ];
  return { x, y, z, rear, top, locked: false };
}

/** Which card sits in the slot of which board of a plan: ids by the board's id. */
export function cardsInSlots(parts: readonly PlacedPart[]): Record<string, string> {
  return Object.fromEntries(parts.flatMap((p) => (p.inSlotOf ? [[p.inSlotOf, p.id]] : [])));
}

/** Where a part and the card in its slot are when the part is put somewhere: the card goes with its board. */
export function movedWithCard(
  { kit, layout }: Conversion,
  inSlots: Readonly<Record<string, string>>,
  id: string,
  placement: Placement,
): Record<string, Placement> {
  const card = inSlots[id];
  const board = kit.parts[id];
  const was = card === undefined ? undefined : layout.placements[card];
  if (card === undefined || !board || !was || was.locked) return { [id]: placement };
  const seat = slotPlacement(placePart(id, board, placement), card, kit.parts[card]!);
  return { [id]: placement, ...(seat ? { [card]: seat } : {}) };
}
