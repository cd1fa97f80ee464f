import { freeSockets, placeInShell, placePart, pluggedIn, socketPlacement, type PlacedPart } from '../assembly';
import type { Conversion, Part, Placement } from '../document';
import { marginsOfPart, shortAt, stopsAt } from '../fit';
import { FREED, isJoined, partModel, type JoinedPart, type PlugKind } from '../parts';
import type { Vec3 } from '../solid';
import { startOf, type LayoutOptions, type Start } from './layout';

/** The kit as a search sees it: as it is, or with parts plugged into a board. */
export interface Form {
  document: Conversion;
  start: Start;
  options: LayoutOptions;
  /** Placements of the form's parts as those of the kit's. */
  apart: (placements: Record<string, Placement>) => Record<string, Placement>;
  /** Modules and drives lie loose in it though there are sockets and bays for them: only where nothing else is found. */
  spare?: true;
}

/** More forms are not looked at: with each part that may be plugged in there are at least twice as many. */
const MOST_FORMS = 6;

/**
 * The forms in which a kit is searched: every part by itself, on cables; and with each part that may move plugged into
 * each board that has a socket for it: the two as one part, or, where the board stays, the part at its socket. A card is
 * first tried by itself, what stands on the main socket first there; a module or a drive goes into its socket or bay
 * wherever there is one.
 * @param every all forms, for a proof that there is none
 */
export function formsOf(document: Conversion, start: Start, options: LayoutOptions, every = false): Form[] {
  const { parts } = document.kit;
  const loose: Form = { document, start, options, apart: (placements) => placements };
  let forms: Form[] = [loose];
  for (const id of start.free) {
    const { plug } = partModel(id, parts[id]!);
    if (!plug || options.flat?.includes(id)) continue;
    const more = forms.flatMap((form) => pluggedForms(form, id, plug.into));
    if (every) forms = [...forms, ...more];
    else if (FREED[plug.into].fitted) forms = (more.length > 0 ? more : forms).slice(0, MOST_FORMS);
    else forms = (plug.into === 'slot' ? [...forms, ...more] : [...more, ...forms]).slice(0, MOST_FORMS);
  }
  return forms.includes(loose) ? forms : [...forms, { ...loose, spare: true }];
}

/** A form with a part plugged into each board that has a free socket for it. */
function pluggedForms(form: Form, id: string, into: PlugKind): Form[] {
  const { document, start, options } = form;
  const forms: (Form | undefined)[] = [];
  for (const board of start.free)
    if (partModel(board, document.kit.parts[board]!).sockets?.[into]?.length)
      forms.push(joined(document, board, id, options));
  for (const board of start.base.parts) {
    const [which] = freeSockets(start.base.parts, board, id, into);
    if (which !== undefined) forms.push(atSocket(document, start, board, id, which, options));
  }
  return forms
    .filter((next): next is Form => next !== undefined)
    .map((next) => ({ ...next, apart: (found) => form.apart(next.apart(found)) }));
}

const without = (ids: readonly string[] | undefined, id: string) => ids?.filter((other) => other !== id);

/** A board and what is plugged into it as one part under the board's id. */
export function joined(document: Conversion, board: string, card: string, options: LayoutOptions): Form {
  const next = narrowed(options, card);
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
    start: startOf(form, next),
    options: next,
    apart: (found) => {
      const at = found[board];
      if (!at) return found;
      const placement = { ...at, ...boardIn(board, part, own, at) };
      const seat = socketPlacement(placePart(board, own, placement), card, other)!;
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
  if (made?.plugged.at(-1)!.id === id) return made;
  const plugged = [...(isJoined(board) ? board.plugged : []), { id, part: card }];
  const part: JoinedPart = { ...board, name: `${board.name} with ${card.name}`, plugged };
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

/** The part at the socket of a board that stays; undefined when something is in its way there. */
function atSocket(
  document: Conversion,
  start: Start,
  board: PlacedPart,
  card: string,
  which: number,
  options: LayoutOptions,
): Form | undefined {
  const part = document.kit.parts[card]!;
  const seat = socketPlacement(board, card, part, which);
  if (!seat) return undefined;
  const parts = pluggedIn([...start.base.parts, placeInShell(card, part, seat, document)]);
  const placed = parts.at(-1)!;
  const margins = marginsOfPart({ ...start.base, parts }, placed);
  if (!placed.pluggedInto || (options.enough === 'wanted' ? shortAt(margins) : stopsAt(margins)).length > 0)
    return undefined;
  const form: Conversion = {
    ...document,
    layout: {
      ...document.layout,
      placements: { ...document.layout.placements, [card]: { ...seat, locked: true } },
    },
  };
  return { document: form, start: startOf(form, options), options, apart: (found) => ({ ...found, [card]: seat }) };
}
