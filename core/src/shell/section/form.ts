import { MATERIALS } from '../../standards/materials';
import {
  amount,
  atLeast,
  axis,
  bySide,
  content,
  coordinate,
  id,
  list,
  nullable,
  number,
  numbers,
  object,
  oneOf,
  optional,
  place,
  record,
  side,
  SIDES,
  size,
  tagged,
  text,
  wall,
  whole,
  yesOrNo,
  type Of,
  type Side,
} from '../../form';

export const FEATURE_KINDS = [
  'rib',
  'boss',
  'bulge',
  'shelf',
  'rail',
  'bracket',
  'mechanism',
  'snap tab',
  'screw',
  'rivet',
  'pocket',
  /** Furniture around the shell, a handle, a lever: it stands in the way of plugs and of what opens, and takes no room inside. */
  'thing outside',
  'other',
] as const;
/** What an original control is, for how it is drawn. */
export const CONTROLS = ['knob', 'keys', 'meter', 'lamp', 'switch', 'lever'] as const;
export const HAZARD_KINDS = [
  'asbestos',
  'lead paint',
  'capacitors',
  'radium',
  'picture tube',
  'rust',
  'mould',
  'rare',
] as const;
export const CLOSURE_KINDS = ['screw', 'snap tab', 'hinge', 'glue', 'rivet', 'latch', 'magnet', 'lies on'] as const;
/** `out`: it comes out for the work and goes back. */
export const FATES = ['keep', 'out', 'cut', 'removed'] as const;

/** Boxes that may stand for an imported solid. */
export const MOST_COVER_BOXES = 400;
/** Features of one shell. */
const MOST_FEATURES = 2000;

const material = oneOf(MATERIALS);

/** A solid that was read from a file: its mesh by content, and few boxes that cover its material. */
const importedSolid = object({
  content,
  /** Name of the file it came from. */
  file: text(200),
  size: object({ x: size, y: size, z: size }),
  /** Boxes from a corner to the opposite one, mm: low x, y, z, high x, y, z. */
  cover: list(numbers<[number, number, number, number, number, number]>(coordinate, 6), 0, MOST_COVER_BOXES),
  /** Cubic millimetres of the material; the cover has `waste` of its own volume more. */
  volume: atLeast(0),
  waste: atLeast(0),
});

/** The room in a shell that was read: its walls by side, and boxes of what is no room between them. */
const cavity = object({
  walls: bySide(wall),
  cover: list(numbers<[number, number, number, number, number, number]>(coordinate, 6), 0, MOST_COVER_BOXES),
  volume: atLeast(0),
});

/**
 * A corner of a profile and the edge that starts there, counter-clockwise in the plane of the two other axes
 * in their order: (y, z) for a profile along x, (x, z) along y, (x, y) along z.
 */
const profileCorner = object({
  a: place,
  b: place,
  /** Radius that rounds the corner; 0 is sharp. */
  radius: amount,
  /** Name of the face that the edge from this corner to the next makes. */
  face: id,
  /** Thickness of that face. */
  wall,
  /** How far the middle of the edge stands out over its chord: an arch; 0 is straight. */
  rise: place,
});

const hull = tagged('form', {
  box: { width: size, depth: size, height: size, walls: bySide(wall) },
  /** A closed profile drawn out along an axis: wedges, arched tops, rounded boxes, anything prismatic. */
  profile: {
    axis,
    /** Outside, along the axis. */
    length: size,
    corners: list(profileCorner, 3, 24),
    /** Thickness of the two end faces. */
    ends: object({ low: wall, high: wall }),
  },
  /** A tub whose four sides lean by a draft: bottom and top rectangles over the same middle. */
  tub: { width: size, depth: size, height: size, topWidth: size, topDepth: size, walls: bySide(wall) },
  /** A shell that was read from a file: the material stands as boxes in its outer box. */
  solid: {
    solid: importedSolid,
    /** Missing: the material itself is what stands in the outer box. */
    cavity: optional(cavity),
  },
});

const shape = tagged('kind', {
  box: { width: size, depth: size, height: size },
  cylinder: { axis, diameter: size, length: size },
  /** A profile drawn out along an axis, its corners counted from the feature's low ends. */
  prism: { axis, length: size, corners: list(object({ a: place, b: place }), 3, 24) },
  /** A solid read from a file, standing in the shell as its cover of boxes. */
  solid: { solid: importedSolid },
});

export const fate = oneOf(FATES);

/** A block that is cut out of a feature, where it lies in the shell. */
const cutAway = object({ x: place, y: place, z: place, width: size, depth: size, height: size });
/** Blocks cut out of one feature. */
export const MOST_CUT_AWAY = 12;

const feature = object({
  name: text(80),
  kind: oneOf(FEATURE_KINDS),
  /** Missing: no control, or one nobody would know. */
  control: optional(oneOf(CONTROLS)),
  shape,
  x: place,
  y: place,
  z: place,
  fate,
  why: text(300),
  /** `base` or the id of a body. */
  body: id,
  metal: yesOrNo,
  /** It moves (a mechanism, a drawer): clearance 3 mm. */
  moving: yesOrNo,
  /** Room a mechanism sweeps beyond its own, towards each side, mm. */
  sweep: object(
    Object.fromEntries(SIDES.map((name) => [name, optional(number(0, 2000))])) as Record<
      Side,
      ReturnType<typeof optional<number>>
    >,
  ),
  /** Fillet radius where it stands on a wall, mm; 0 is sharp. */
  fillet: number(0, 100),
  /** Equal copies of it: a row along an axis, or one mirrored at a plane. */
  copies: nullable(tagged('kind', { row: { axis, count: whole(2, 60), pitch: place }, mirror: { axis, at: place } })),
  /** What is cut out of it and its copies; the rest stays, holds and stands in the way. Missing: nothing. */
  cutAway: optional(list(cutAway, 0, MOST_CUT_AWAY)),
});

export const DRAWER_BOARDS = ['floor', 'left side', 'right side', 'front side', 'rear side', 'back'] as const;

/** An opening in a board of a drawer; u, v: its middle from the lower left corner seen from inside, of the floor from above. */
const boardOpening = object({
  name: text(80),
  board: oneOf(DRAWER_BOARDS),
  shape: tagged('kind', { rectangle: { width: size, height: size }, round: { diameter: size } }),
  u: place,
  v: place,
  /** It is there already; otherwise it is to be cut. */
  there: yesOrNo,
});

/**
 * A part of the hull that comes off or moves. Lid and half: everything on one side of a plane. Door, panel
 * and drawer front: a rectangle of a face.
 */
export const body = object({
  name: text(80),
  kind: oneOf(['lid', 'half', 'door', 'drawer', 'panel', 'ring']),
  cut: tagged('kind', {
    /** `keeps`: faces that stay with the rest though they reach past the joint: a cover without its rear wall. */
    plane: { axis, at: place, side: oneOf(['above', 'below']), keeps: optional(list(id, 0, 20)) },
    face: { face: id, u: place, v: place, width: size, height: size },
    /** A spacer ring set in under the lid: what is above the joint was moved up by its height. */
    ring: { height: size },
  }),
  motion: tagged('kind', {
    lift: {},
    swing: { edge: side, angle: number(1, 360) },
    slide: {
      depth: size,
      travel: size,
      /** Thickness of its floor, sides and back; missing: as thick as its front. */
      board: optional(size),
      /** Room for a rail beside each side; missing: it slides on wood. */
      rail: optional(amount),
      /** Kilograms its rails carry; missing: not known. */
      rating: optional(number(0.1, 1000)),
      /** Free height outside over the upper edge of its front (a table top), and under its lower edge (knees); missing: free. */
      above: optional(amount),
      below: optional(amount),
      /** Openings in its floor, sides and back. */
      openings: optional(list(boardOpening, 0, 40)),
    },
  }),
  /** How it is held, where, and from which side it comes loose. */
  closures: list(
    object({
      kind: oneOf(CLOSURE_KINDS),
      count: whole(1, 200),
      where: text(120),
      releasedFrom: oneOf(['outside', 'inside']),
      /** What it was shut with as it came, where that was replaced; missing: it is as it came. */
      was: optional(oneOf(CLOSURE_KINDS)),
    }),
    0,
    20,
  ),
  material,
  /** Grams as weighed; null: computed from wall and material. */
  weighed: nullable(number(0, 500_000)),
});

/** An opening that the shell already has; u, v: its centre on the face, from the lower left seen from outside. */
const opening = object({
  name: text(80),
  face: id,
  shape: tagged('kind', { rectangle: { width: size, height: size }, round: { diameter: size } }),
  u: place,
  v: place,
});

/** What a shell may contain that hurts, and what was found. */
const hazard = object({
  state: oneOf(['unknown', 'absent', 'suspected', 'present', 'dealt with']),
  note: text(300),
});

export const form = object({
  hull,
  material,
  /** Grams of the empty shell on a scale, with lids and doors; missing: computed from walls and material. */
  weighed: optional(number(1, 500_000)),
  bodies: record(body),
  features: record(feature, MOST_FEATURES),
  openings: record(opening),
  hazards: object(
    Object.fromEntries(HAZARD_KINDS.map((kind) => [kind, optional(hazard)])) as Record<
      (typeof HAZARD_KINDS)[number],
      ReturnType<typeof optional<Of<typeof hazard>>>
    >,
  ),
});

export type Hull = Of<typeof hull>;
export type BoxHull = Extract<Hull, { form: 'box' }>;
export type ProfileHull = Extract<Hull, { form: 'profile' }>;
export type TubHull = Extract<Hull, { form: 'tub' }>;
export type SolidCavity = NonNullable<Extract<Hull, { form: 'solid' }>['cavity']>;
export type SolidHull = Extract<Hull, { form: 'solid' }>;
export type ProfileCorner = Of<typeof profileCorner>;
export type ImportedSolid = Of<typeof importedSolid>;
export type BoxList = ImportedSolid['cover'];
export type FeatureShape = Of<typeof shape>;
export type PrismShape = Extract<FeatureShape, { kind: 'prism' }>;
export type Feature = Of<typeof feature>;
export type Control = (typeof CONTROLS)[number];
export type FeatureKind = (typeof FEATURE_KINDS)[number];
export type CutAway = Of<typeof cutAway>;
export type Fate = (typeof FATES)[number];
export type Copies = NonNullable<Feature['copies']>;
export type Body = Of<typeof body>;
export type BoardOpening = Of<typeof boardOpening>;
export type Closure = Body['closures'][number];
export type Opening = Of<typeof opening>;
export type HazardKind = (typeof HAZARD_KINDS)[number];
export type Hazard = Of<typeof hazard>;
export type Shell = Of<typeof form>;
