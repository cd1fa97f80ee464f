import {
  coordinate,
  id,
  keyed,
  matching,
  name,
  nullable,
  number,
  object,
  oneOf,
  optional,
  record,
  side,
  whole,
  yesOrNo,
  type Of,
} from '../../form';
import { partForm as part } from '../../kit/section';
import { bodyForm as body, fateForm as fate } from '../../shell/section';

export const WISH_KINDS = [
  'near',
  'apart',
  'together',
  'level',
  'above',
  'on face',
  'facing',
  'not above heat',
  'reachable',
] as const;

/** A part is at a slight angle up to this, degrees; beyond, what lies in rows and looks square at walls is no help. */
export const MOST_TILT = 10;

/** Battens under a part are so high, mm: lower is a washer, higher is a stand. Common practice, no source. */
export const MIN_BATTEN = 3;
export const MAX_BATTEN = 80;

/** Where a part is: left, front and lower end of its bodies; where its rear and its top look. */
const placement = object({
  x: coordinate,
  y: coordinate,
  z: coordinate,
  rear: side,
  top: side,
  locked: yesOrNo,
  /** Turned by a little about the middle of its bodies, for holes that are there; against the clock, seen against the axis. */
  tilt: optional(object({ axis: oneOf(['x', 'y', 'z']), degrees: number(-MOST_TILT, MOST_TILT) })),
  /** The lid, half, door, drawer or panel that carries it and that it moves with, where it is for the body shut; missing: the shell. */
  on: optional(id),
  /** The tray or frame of the kit that it stands on: where that goes, it goes. */
  with: optional(id),
  /** It is screwed down on standoffs so long, mm; missing: on those that are usual for it. */
  standoffs: optional(number(0.5, 50)),
  /** It stands on two battens so high over the floor, mm; missing: on the floor itself, or on what is there. */
  battens: optional(number(MIN_BATTEN, MAX_BATTEN)),
});

/** What the user wants of a layout, beyond that everything fits. */
const wish = object({
  kind: oneOf(WISH_KINDS),
  part: id,
  /** The other part of `near`, `apart`, `together`, `level` and `above`. */
  other: nullable(id),
  /** The face of `on face`; the side of the shell that the part's rear looks to of `facing`. */
  face: nullable(id),
  /** Most gap of `near`, least of `apart`, most difference of `level`; mm. */
  distance: number(0, 5000),
});

/** Where sockets, inlets and brackets may look out of the shell. */
export const OUTLOOK_NAMES = ['rear', 'sides', 'any'] as const;

/** A layout that is kept by name, with what it changed: swapped parts, removed features, a spacer ring. */
const variant = object({
  name: name(80),
  placements: record(placement),
  parts: record(part),
  fates: record(fate),
  ring: nullable(body),
});

/** A cable, ribbon, riser or tube the user has, by the connection it is for; mm. */
const ownCable = object({ length: number(10, 5000) });

/** Mains keep at least this, mm: less may not be chosen (IEC 62368-1, from memory; local rules and licensed people come first). */
export const LEAST_MAINS = 6.4;

/** How equal parts in a row are held. */
export const ROW_HOLDS = ['side brackets', 'rods and spacers', 'printed frame'] as const;
export const MOST_IN_ROW = 60;

/** Equal parts one after the other, as one thing to place and turn: drives in a stack, cards side by side. */
const row = object({
  name: name(80),
  /** The side of each part that the next one stands at, as the part itself has it. */
  along: side,
  /** From one to the same place of the next, mm. */
  pitch: number(1, 2000),
  held: oneOf(ROW_HOLDS),
  /** Its place in the row, from 0, by part. */
  parts: keyed(id, whole(0, MOST_IN_ROW - 1), MOST_IN_ROW),
});

export const OUTSIDE_PLACES = ['beside', 'behind', 'below', 'wall'] as const;

/** What keeps a part in its place outside the shell. */
export const KEPT_BY = ['screws', 'strap', 'hook and loop', 'holder'] as const;

/** Where a part is that stays outside the shell, and how far its cable goes to it, mm. */
const outside = object({
  where: oneOf(OUTSIDE_PLACES),
  cable: number(0, 10_000),
  /** Of a fan on the outside of a face: its middle there, mm in that face's own u and v. */
  on: optional(object({ face: id, u: coordinate, v: coordinate })),
  /** What the user said keeps it there; missing: not said. */
  kept: optional(oneOf(KEPT_BY)),
});

/** What the user wants things to keep from each other, mm, and how exactly parts are marked out; missing: the usual. */
const clearances = object({
  static: optional(number(0, 50)),
  conducting: optional(number(0, 50)),
  mains: optional(number(LEAST_MAINS, 50)),
  moving: optional(number(0, 50)),
  markingOut: optional(number(0.01, 20)),
});

export const form = object({
  placements: record(placement),
  wishes: record(wish),
  variants: record(variant, 24),
  /** Missing: none. */
  rows: optional(record(row)),
  /** Where a search is to put parts: on a lid, half, door, drawer or panel, on a tray or frame; by part. */
  rides: optional(keyed(id, id, 400)),
  /** Parts that stay outside: bricks, hosts, docks. */
  outside: optional(keyed(id, outside, 100)),
  /** Missing: the usual one. */
  outlook: optional(oneOf(OUTLOOK_NAMES)),
  clearances: optional(clearances),
  cables: keyed(matching(/^[a-z0-9-]+>[a-z0-9-]+:[a-z0-9-]+$/), ownCable, 400),
});

export type Placement = Of<typeof placement>;
export type Outlook = (typeof OUTLOOK_NAMES)[number];
export type Clearances = Of<typeof clearances>;
export type WishKind = (typeof WISH_KINDS)[number];
export type Wish = Of<typeof wish>;
export type Variant = Of<typeof variant>;
export type Row = Of<typeof row>;
export type Outside = Of<typeof outside>;
export type OwnCable = Of<typeof ownCable>;
export type Layout = Of<typeof form>;
