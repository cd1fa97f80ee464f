import { placeInShell, placePart, pluggedIn, slotPlacement, type PlacedPart } from '../assembly';
import type { Conversion, Part, Placement } from '../document';
import { marginsOfPart, shortAt, stopsAt } from '../fit';
import { partModel, type JoinedPart } from '../parts';
import type { Vec3 } from '../solid';
import { startOf, type LayoutOptions, type Start } from './layout';

/** The kit as a search sees it: as it is, or with a card in the slot of a board. */
export interface Form {
  document: Conversion;
  start: Start;
  /** Placements of the form's parts as those of the kit's. */
  apart: (placements: Record<string, Placement>) => Record<string, Placement>;
}

/**
 * The forms in which a kit is searched: every part by itself, cards on risers; and for each card that may move and each
 * board with a slot the card in it: the two as one part, or, where the board stays, the card at its slot.
 */
export function formsOf(document: Conversion, start: Start, options: LayoutOptions): Form[] {
  const { parts } = document.kit;
  const forms: Form[] = [{ document, start, apart: (placements) => placements }];
  const cards = start.free.filter((id) => partModel(id, parts[id]!).edge && !options.flat?.includes(id));
  for (const card of cards) {
    for (const board of start.free)
      if (partModel(board, parts[board]!).slot) forms.push(joined(document, board, card, options));
    for (const board of start.base.parts) {
      const form = board.slot && atSlot(document, start, board, card, options);
      if (form) forms.push(form);
    }
  }
  return forms;
}

const without = (ids: readonly string[] | undefined, id: string) => ids?.filter((other) => other !== id);

/** Board and card as one part under the board's id. */
export function joined(document: Conversion, board: string, card: string, options: LayoutOptions): Form {
  const own = document.kit.parts[board]!;
  const other = document.kit.parts[card]!;
  const part = joinedPart(own, card, other);
  const { [card]: _, ...rest } = document.kit.parts;
  const { [card]: __, ...placements } = document.layout.placements;
  const form: Conversion = {
    ...document,
    kit: { ...document.kit, parts: { ...rest, [board]: part } },
    layout: { ...document.layout, placements },
  };
  return {
    document: form,
    start: startOf(form, narrowed(options, card)),
    apart: (found) => {
      const at = found[board];
      if (!at) return found;
      const placement = { ...at, ...boardIn(board, part, own, at) };
      const seat = slotPlacement(placePart(board, own, placement), card, other)!;
      return { ...found, [board]: placement, [card]: seat };
    },
  };
}

const narrowed = (options: LayoutOptions, card: string): LayoutOptions => {
  const next = { ...options };
  if (options.only) next.only = without(options.only, card)!;
  if (options.free) next.free = without(options.free, card)!;
  return next;
};

const known = new WeakMap<Part, WeakMap<Part, JoinedPart>>();

/** The same joined part for the same two: what is known of a part is kept with it. */
function joinedPart(board: Part, id: string, card: Part): JoinedPart {
  const made = known.get(board)?.get(card);
  if (made?.card.id === id) return made;
  const part: JoinedPart = { ...board, name: `${board.name} with ${card.name}`, card: { id, part: card } };
  if (!known.has(board)) known.set(board, new WeakMap());
  known.get(board)!.set(card, part);
  return part;
}

/** Where the board is in a joined part that is at a place. */
function boardIn(id: string, part: JoinedPart, board: Part, at: Placement): { x: number; y: number; z: number } {
  const plate = (p: PlacedPart): Vec3 => p.solids[0]!.shape.low;
  const whole = plate(placePart(id, part, at));
  const alone = plate(placePart(id, board, at));
  const [x, y, z] = [at.x, at.y, at.z].map((v, i) => Math.round((v + whole[i]! - alone[i]!) * 1000) / 1000) as [
    number,
    number,
    number,
  ];
  return { x, y, z };
}

/** The card at the slot of a board that stays; undefined when something is in its way there. */
function atSlot(
  document: Conversion,
  start: Start,
  board: PlacedPart,
  card: string,
  options: LayoutOptions,
): Form | undefined {
  const part = document.kit.parts[card]!;
  const seat = slotPlacement(board, card, part);
  if (!seat) return undefined;
  const parts = pluggedIn([...start.base.parts, placeInShell(card, part, seat, document)]);
  const placed = parts.at(-1)!;
  const margins = marginsOfPart({ ...start.base, parts }, placed);
  if (!placed.inSlotOf || (options.enough === 'wanted' ? shortAt(margins) : stopsAt(margins)).length > 0)
    return undefined;
  const form: Conversion = {
    ...document,
    layout: {
      ...document.layout,
      placements: { ...document.layout.placements, [card]: { ...seat, locked: true } },
    },
  };
  return { document: form, start: startOf(form, options), apart: (found) => ({ ...found, [card]: seat }) };
}
