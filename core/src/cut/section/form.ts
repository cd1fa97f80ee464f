import { CUT_USES } from '../../standards/cutouts';
import { stockForm } from './stock';
import { toolsForm } from './tools';
import {
  coordinate,
  id,
  keyed,
  list,
  matching,
  name,
  number,
  object,
  oneOf,
  optional,
  record,
  tagged,
  text,
  whole,
  yesOrNo,
  type Of,
} from '../../form';

const ruler = number(80, 120);
const width = number(0.1, 5000);

export const PAPER_NAMES = ['a4', 'letter', 'a3'] as const;

const shape = tagged('kind', {
  round: { diameter: width },
  rectangle: { width, height: width, radius: number(0, 2500) },
});

/** What is left standing in an opening, so that air gets through and fingers do not. */
const pattern = tagged('kind', {
  open: {},
  /** Round holes, `pitch` from middle to middle. */
  holes: { diameter: number(0.5, 60), pitch: number(0.6, 200), array: oneOf(['square', 'hexagonal']) },
  /** Slots with round ends that lie along the opening's width. */
  slots: { width: number(0.5, 60), length: number(1, 500), across: number(1, 600), up: number(0.6, 200) },
  /** Hexagons, `across` their flats, with a web between them. */
  honeycomb: { across: number(1, 60), web: number(0.2, 40) },
  /** A grille that is bought or cut from what came out: its free share as its sheet says. */
  grille: { free: number(0.05, 1), from: oneOf(['bought', 'removed piece', 'mesh']) },
});

/** An opening that does not follow from a part: a grille, a window, a pass-through, a hole for a button or a socket. */
const opening = object({
  name: name(80),
  use: oneOf(CUT_USES),
  face: id,
  /** Middle from the face's lower left, seen from outside; with `follows` from the middle of that part. */
  u: coordinate,
  v: coordinate,
  shape,
  pattern,
  /** The part it goes with. */
  follows: optional(id),
  /** Screw holes from the middle. */
  screws: list(object({ u: coordinate, v: coordinate, diameter: number(0.5, 30) }), 0, 12),
  /** Words engraved or stuck under it. */
  label: optional(text(40)),
  /** Row of the table of usual cut-outs it was made from. */
  row: optional(text(60)),
});

/** An outline as it lies on a face. */
const lying = { face: id, u: coordinate, v: coordinate, shape };

/** What the user says of an opening that follows from the layout, or made of any. */
const adjusted = object({
  /** Added on each side instead of the usual, mm. */
  allowance: optional(number(0, 20)),
  /** It stays here, wherever its part goes. */
  detached: optional(object(lying)),
  /** What sits in it wants a thinner wall: the wall is thinned around it, or a thin plate sits behind a larger opening. */
  wall: optional(oneOf(['rebate', 'plate'])),
  /** A joint runs through it, and both sides are notched. */
  joint: optional(oneOf(['both'])),
  /** As it was really cut or drilled, measured. */
  made: optional(object({ ...lying, note: text(300) })),
});

/** How a part is held where it stands. */
export const MOUNT_KINDS = [
  'screw',
  'standoff',
  'insert',
  't-nut',
  'rivet',
  'wood screw',
  'tape',
  'glue',
  'strap',
  'existing holes',
] as const;

const mount = object({
  kind: oneOf(MOUNT_KINDS),
  /** Holes of all boards of its family are drilled at once. */
  family: optional(yesOrNo),
});

/** `board-1.sockets.io` for one that follows from a part, the id for one by hand. */
export const openingKey = matching(/^[a-z][a-z0-9-]{0,63}(\.[a-z0-9-]{1,64}){0,2}$/);

export const PRINT_KINDS = [
  'plate',
  'tray',
  'bracket',
  'stack',
  'ring',
  'fan adapter',
  'duct',
  'filter frame',
  'foot',
  'button cap',
  'rod guide',
  'cable clip',
] as const;

/** A part to print: its kind and the sizes that differ from what follows from the plan, mm. */
const print = object({
  name: name(80),
  kind: oneOf(PRINT_KINDS),
  /** The part it is for, or the opening. */
  of: optional(openingKey),
  sizes: keyed(matching(/^[a-z][A-Za-z]{0,23}$/), number(-5000, 5000), 20),
  count: whole(1, 200),
});

export const form = object({
  /** Added on each side of an opening, mm. */
  allowance: number(0, 5),
  paper: oneOf(PAPER_NAMES),
  /** What the two 100 mm rulers measured on the last print, mm. */
  ruler: object({ horizontal: ruler, vertical: ruler }),
  /** Faces marked from inside are printed mirrored. */
  mirrored: list(id, 0, 20),
  openings: record(opening),
  mounts: record(mount),
  tools: toolsForm,
  stock: optional(stockForm),
  prints: record(print, 60),
  adjusted: keyed(openingKey, adjusted, 400),
  /** What sheets of a face were printed from: a changed plan tells which are stale. */
  printed: record(object({ mark: matching(/^[0-9a-f]{8}$/), when: text(30) })),
});

export type CutSettings = Of<typeof form>;
export type OwnOpening = Of<typeof opening>;
export type Adjusted = Of<typeof adjusted>;
export type PrintKind = (typeof PRINT_KINDS)[number];
export type Print = Of<typeof print>;
export type MountKind = (typeof MOUNT_KINDS)[number];
export type Mount = Of<typeof mount>;
export type VentPattern = Of<typeof pattern>;
