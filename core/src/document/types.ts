import type { Measured } from '../quantity';

/** The six directions of the shell, and the names of a box's faces. Seen from the front. */
export type Side = 'front' | 'rear' | 'left' | 'right' | 'top' | 'bottom';
export const SIDES: readonly Side[] = ['front', 'rear', 'left', 'right', 'top', 'bottom'];

/** A face of the hull: one of the sides, or a named edge of a wedge's profile such as `slope`. */
export type FaceId = string;

/** Conserve: nothing irreversible. Sleeper: outside as seen. Open: cut what helps. */
export type Policy = 'conserve' | 'sleeper' | 'open';

/** Something original that has to live on in the conversion. */
export interface Survivor {
  name: string;
  /** What it is about: a face that is not to be cut, a feature that stays, or just words. */
  about: { kind: 'face' | 'feature' | 'words'; id?: string };
}

export type TargetKind =
  | 'outer-litres'
  | 'mass'
  | 'smallest-margin'
  | 'free-litres'
  | 'drives'
  | 'temperature-rise'
  | 'noise'
  | 'wall-watts'
  | 'budget'
  | 'ready-by';

export interface Target {
  kind: TargetKind;
  /** The limit in the kind's unit (litre, kg, mm, count, K, dB, W, money in whole units); a date as yyyymmdd. */
  limit: number;
}

export interface Brief {
  purpose: string;
  policy: Policy;
  place: string;
  /** Faces that stand against something and so can't take sockets or vents. */
  blockedFaces: FaceId[];
  ambient: number;
  dust: 'clean' | 'normal' | 'dusty';
  daily: string;
  survivors: Record<string, Survivor>;
  targets: Record<string, Target>;
  alternative: { name: string; litres: number; price: number };
}

export interface BoxHull {
  form: 'box';
  width: Measured;
  depth: Measured;
  height: Measured;
  walls: Record<Side, Measured>;
}

export type AxisName = 'x' | 'y' | 'z';

/**
 * A corner of a profile and the edge that starts there, counter-clockwise in the plane of the two other axes
 * in their order: (y, z) for a profile along x, (x, z) along y, (x, y) along z.
 */
export interface ProfileCorner {
  a: Measured;
  b: Measured;
  /** Radius that rounds the corner; 0 is sharp. */
  radius: Measured;
  /** Name of the face that the edge from this corner to the next makes. */
  face: FaceId;
  /** Thickness of that face. */
  wall: Measured;
  /** How far the middle of the edge stands out over its chord: an arch; 0 is straight. */
  rise: Measured;
}

/** A closed profile extruded along an axis: wedges, arched tops, rounded boxes, anything prismatic. */
export interface ProfileHull {
  form: 'profile';
  axis: AxisName;
  /** Outside, along the axis. */
  length: Measured;
  corners: ProfileCorner[];
  /** Thickness of the two end faces. */
  ends: { low: Measured; high: Measured };
}

/** A tub whose four sides lean by a draft: bottom and top rectangles over the same middle. */
export interface TubHull {
  form: 'tub';
  width: Measured;
  depth: Measured;
  height: Measured;
  topWidth: Measured;
  topDepth: Measured;
  walls: Record<Side, Measured>;
}

/** Boxes from a corner to the opposite one, mm: low x, y, z, high x, y, z. */
export type BoxList = [number, number, number, number, number, number][];

/** A solid that was read from a file: its mesh by content, and few boxes that cover its material. */
export interface ImportedSolid {
  /** SHA-256 of the stored mesh. */
  content: string;
  /** Name of the file it came from. */
  file: string;
  size: { x: Measured; y: Measured; z: Measured };
  cover: BoxList;
  /** Cubic millimetres of the material; the cover has `waste` of its own volume more. */
  volume: number;
  waste: number;
}

/** A shell that was read from a file: the material stands as boxes in its outer box. */
export interface SolidHull {
  form: 'solid';
  solid: ImportedSolid;
}

export type Hull = BoxHull | ProfileHull | TubHull | SolidHull;

export type Material = 'steel' | 'aluminium' | 'wood' | 'plywood' | 'fibreboard' | 'plastic' | 'bakelite' | 'other';

/** How a body is held, where, and from which side it comes loose. */
export interface Closure {
  kind: 'screw' | 'snap tab' | 'hinge' | 'glue' | 'rivet' | 'latch' | 'magnet' | 'lies on';
  count: number;
  where: string;
  releasedFrom: 'outside' | 'inside';
}

/**
 * A part of the hull that comes off or moves. Lid and half: everything on one side of a plane. Door, panel
 * and drawer front: a rectangle of a face.
 */
export interface Body {
  name: string;
  kind: 'lid' | 'half' | 'door' | 'drawer' | 'panel' | 'ring';
  cut:
    | { kind: 'plane'; axis: AxisName; at: Measured; side: 'above' | 'below' }
    /** A spacer ring set in under the lid: what is above the joint was moved up by its height. */
    | { kind: 'ring'; height: Measured }
    | { kind: 'face'; face: FaceId; u: Measured; v: Measured; width: Measured; height: Measured };
  motion:
    | { kind: 'lift' }
    | { kind: 'swing'; edge: Side; angle: number }
    | { kind: 'slide'; depth: Measured; travel: Measured };
  closures: Closure[];
  material: Material;
  /** Grams as weighed; null: computed from wall and material. */
  weighed: number | null;
}

export interface BoxShape {
  kind: 'box';
  width: Measured;
  depth: Measured;
  height: Measured;
}

export interface CylinderShape {
  kind: 'cylinder';
  axis: 'x' | 'y' | 'z';
  diameter: Measured;
  length: Measured;
}

/** A profile extruded along an axis, its corners counted from the feature's low ends. */
export interface PrismShape {
  kind: 'prism';
  axis: AxisName;
  length: Measured;
  corners: { a: Measured; b: Measured }[];
}

/** A solid read from a file, standing in the shell as its cover of boxes. */
export interface SolidShape {
  kind: 'solid';
  solid: ImportedSolid;
}

export type FeatureShape = BoxShape | CylinderShape | PrismShape | SolidShape;

export const FEATURE_KINDS = [
  'rib',
  'boss',
  'bulge',
  'shelf',
  'rail',
  'bracket',
  'mechanism',
  'pocket',
  'other',
] as const;
export type FeatureKind = (typeof FEATURE_KINDS)[number];

/** Equal copies of a feature: a row along an axis, or one mirrored at a plane. */
export type Copies =
  { kind: 'row'; axis: AxisName; count: number; pitch: Measured } | { kind: 'mirror'; axis: AxisName; at: Measured };

/** Something inside the shell; x, y, z are its left, front and lower ends from the datum. */
export interface Feature {
  name: string;
  kind: FeatureKind;
  shape: FeatureShape;
  x: Measured;
  y: Measured;
  z: Measured;
  fate: 'keep' | 'cut' | 'removed';
  why: string;
  /** `base` or the id of a body. */
  body: string;
  metal: boolean;
  /** It moves (a mechanism, a drawer): clearance 3 mm. */
  moving: boolean;
  /** Room a mechanism sweeps beyond its own, towards each side, mm. */
  sweep: Partial<Record<Side, number>>;
  /** Fillet radius where it stands on a wall, mm; 0 is sharp. */
  fillet: number;
  copies: Copies | null;
}

/** An opening that the shell already has; u, v: its centre on the face, from the lower left seen from outside. */
export interface Opening {
  name: string;
  face: FaceId;
  shape: { kind: 'rectangle'; width: Measured; height: Measured } | { kind: 'round'; diameter: Measured };
  u: Measured;
  v: Measured;
}

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
export type HazardKind = (typeof HAZARD_KINDS)[number];

/** What a shell may contain that hurts, and what was found. */
export interface Hazard {
  state: 'unknown' | 'absent' | 'suspected' | 'present' | 'dealt with';
  note: string;
}

export interface Shell {
  hull: Hull;
  material: Material;
  bodies: Record<string, Body>;
  features: Record<string, Feature>;
  openings: Record<string, Opening>;
  hazards: Partial<Record<HazardKind, Hazard>>;
}

export const OWN_BLOCK_ROLES = ['body', 'connector', 'keep-out', 'air'] as const;

/** One block of a part that the user describes; x, y, z are its left, front and lower ends in the part's axes. */
export interface OwnBlock {
  name: string;
  role: (typeof OWN_BLOCK_ROLES)[number];
  shape: { kind: 'box' } | { kind: 'cylinder'; axis: AxisName };
  x: Measured;
  y: Measured;
  z: Measured;
  width: Measured;
  depth: Measured;
  height: Measured;
  /** Where a connector's plug comes from, or where the air of an intake comes from. */
  direction: Side | null;
  /** Plug and bend room in front of a connector, mm; 0 none. */
  plug: number;
  conducts: 'live' | 'metal' | null;
}

/** A mounting hole on the part's underside, from its left front corner. */
export interface OwnHole {
  name: string;
  x: Measured;
  y: Measured;
  diameter: Measured;
}

export const OWN_FACE_KINDS = ['sockets', 'inlet', 'intake', 'exhaust', 'screen'] as const;

/** A side of the part with a meaning: the connectors and blocks that look there have to be reached from outside. */
export interface OwnFace {
  name: string;
  kind: (typeof OWN_FACE_KINDS)[number];
  direction: Side;
  /** The cut it needs, seen from outside the part: centre along the side and up, size, mm. Null: none. */
  cut: { u: Measured; v: Measured; width: Measured; height: Measured } | null;
}

/** A part described block by block. */
export interface OwnDesign {
  blocks: Record<string, OwnBlock>;
  holes: Record<string, OwnHole>;
  faces: Record<string, OwnFace>;
  /** W. */
  power: { idle: number; typical: number; peak: number };
  /** Where it comes from: a file, a hole map, the bench. */
  source: string;
}

/** The row name of parts that have a design of their own. */
export const OWN = 'own';

/** A part of the kit: a row of the standards library with its dimensions, each adjustable; or an own design. */
export interface Part {
  name: string;
  standard: string;
  dimensions: Record<string, Measured>;
  /** Grams; what the user weighed or the library's typical value. */
  mass: number;
  /** Present when `standard` is `own`. */
  own?: OwnDesign;
}

/** The edges of a board that distances may start from. */
export const BOARD_EDGES = ['left', 'right', 'front', 'rear'] as const;
export type BoardEdge = (typeof BOARD_EDGES)[number];

/** A hole or a socket corner of an unknown board or tray. */
export interface MapPoint {
  name: string;
  kind: 'hole' | 'socket';
  /** 0 for a corner or a mark. */
  diameter: Measured;
}

/** A distance as the calipers gave it, between two points, a point and an edge, or two opposite edges. */
export interface MapDistance {
  from: string;
  to: string;
  /** Between centres, between the far rims, or between the near rims. */
  how: 'centre' | 'outer' | 'inner';
  measured: Measured;
}

/** A test plate that was laid on the board: what its 100 mm ruler measured, how far each hole is from its pin. */
export interface PlateRound {
  ruler: number;
  off: Record<string, { x: number; y: number }>;
}

/** What is known of the holes of a board that no standard describes. */
export interface HoleMap {
  name: string;
  points: Record<string, MapPoint>;
  distances: Record<string, MapDistance>;
  /** Seen from the component side, going from `from` to `to`: on which side `point` lies. */
  mirror: { from: string; to: string; point: string; side: 'left' | 'right' } | null;
  rounds: PlateRound[];
}

export const PHOTO_REFERENCES = ['A4 sheet', 'Letter sheet', 'corner sheet', 'rectangle'] as const;

/** A point of a picture, px from its upper left. */
export type Pixel = [number, number];

/** Something picked in a photo: a point, the rim of a circle (three points or more). */
export interface PhotoPick {
  name: string;
  kind: 'point' | 'circle';
  at: Pixel[];
  /** The point of a hole map that it shows. */
  shows: { map: string; point: string } | null;
}

/** A photo of a face or board with something of known size in the same plane. */
export interface Photo {
  name: string;
  /** SHA-256 of the stored picture. */
  content: string;
  width: number;
  height: number;
  reference: { kind: (typeof PHOTO_REFERENCES)[number]; width: Measured; height: Measured };
  /** The reference's corners in the picture: lower left, lower right, upper right, upper left. */
  corners: Pixel[];
  /** Points along edges that are straight in truth: they show how much the lens bends. */
  straight: Pixel[][];
  picks: Record<string, PhotoPick>;
  /** How far off the reference's plane the picked things may lie, and how far the camera was, mm. */
  offPlane: number;
  distance: number;
}

/** Where a part is: left, front and lower end of its bodies; where its rear and its top look. */
export interface Placement {
  x: number;
  y: number;
  z: number;
  rear: Side;
  top: Side;
  locked: boolean;
}

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
export type WishKind = (typeof WISH_KINDS)[number];

/** What the user wants of a layout, beyond that everything fits. */
export interface Wish {
  kind: WishKind;
  part: string;
  /** The other part of `near`, `apart`, `together`, `level` and `above`. */
  other: string | null;
  /** The face of `on face`; the side of the shell that the part's rear looks to of `facing`. */
  face: FaceId | null;
  /** Most gap of `near`, least of `apart`, most difference of `level`; mm. */
  distance: number;
}

/** A layout that is kept by name, with what it changed: swapped parts, removed features, a spacer ring. */
export interface Variant {
  name: string;
  placements: Record<string, Placement>;
  parts: Record<string, Part>;
  fates: Record<string, Feature['fate']>;
  ring: Body | null;
}

/** A cable, ribbon, riser or tube the user has, by the connection it is for. */
export interface OwnCable {
  /** mm */
  length: number;
}

export interface CutSettings {
  /** Added on each side of an opening, mm. */
  allowance: number;
  paper: 'a4' | 'letter';
  /** What the two 100 mm rulers measured on the last print, mm. */
  ruler: { horizontal: number; vertical: number };
  /** Faces marked from inside are printed mirrored. */
  mirrored: FaceId[];
}

/** A finding the user has looked at and lives with, and why. */
export interface Accepted {
  reason: string;
  /** How bad it was then; if it gets worse, it is open again. */
  verdict: 'stop' | 'warn' | 'note';
}

/** One conversion: facts only. Lengths in mm from the front-left-bottom outer corner; x right, y rear, z up. */
export interface Conversion {
  schemaVersion: number;
  name: string;
  note: string;
  brief: Brief;
  shell: Shell;
  kit: { parts: Record<string, Part>; holeMaps: Record<string, HoleMap>; photos: Record<string, Photo> };
  layout: {
    placements: Record<string, Placement>;
    wishes: Record<string, Wish>;
    variants: Record<string, Variant>;
    cables: Record<string, OwnCable>;
  };
  cut: CutSettings;
  accepted: Record<string, Accepted>;
}
