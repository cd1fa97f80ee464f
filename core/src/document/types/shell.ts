import type { Measured } from '../../quantity';

/** The six directions of the shell, and the names of a box's faces. Seen from the front. */
export type Side = 'front' | 'rear' | 'left' | 'right' | 'top' | 'bottom';
export const SIDES: readonly Side[] = ['front', 'rear', 'left', 'right', 'top', 'bottom'];

/** A face of the hull: one of the sides, or a named edge of a wedge's profile such as `slope`. */
export type FaceId = string;

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
