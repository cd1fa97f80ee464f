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

/** A corner of a wedge's side profile and the edge that starts there, counter-clockwise seen from the right side. */
export interface ProfilePoint {
  y: Measured;
  z: Measured;
  /** Name of the face that the edge from this corner to the next makes. */
  face: FaceId;
  /** Thickness of that face. */
  wall: Measured;
}

/** A side profile in (y, z), extruded across the width. */
export interface WedgeHull {
  form: 'wedge';
  width: Measured;
  profile: ProfilePoint[];
  walls: { left: Measured; right: Measured };
}

export type Hull = BoxHull | WedgeHull;

export type Material = 'steel' | 'aluminium' | 'wood' | 'plywood' | 'fibreboard' | 'plastic' | 'bakelite' | 'other';

/** The part of the hull above a height: what is lifted off to get in. */
export interface Lid {
  name: string;
  /** Height over the datum of the joint between base and lid. */
  splitHeight: Measured;
  closure: 'screws outside' | 'screws inside' | 'snap tabs' | 'hinge' | 'lift off';
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

/** Something inside the shell; x, y, z are its left, front and lower ends from the datum. */
export interface Feature {
  name: string;
  shape: BoxShape | CylinderShape;
  x: Measured;
  y: Measured;
  z: Measured;
  fate: 'keep' | 'cut' | 'removed';
  why: string;
  body: 'base' | 'lid';
  metal: boolean;
  /** It moves (a mechanism, a drawer): clearance 3 mm. */
  moving: boolean;
}

/** An opening that the shell already has; u, v: its centre on the face, from the lower left seen from outside. */
export interface Opening {
  name: string;
  face: FaceId;
  shape: { kind: 'rectangle'; width: Measured; height: Measured } | { kind: 'round'; diameter: Measured };
  u: Measured;
  v: Measured;
}

export interface Shell {
  hull: Hull;
  material: Material;
  lid: Lid | null;
  features: Record<string, Feature>;
  openings: Record<string, Opening>;
}

/** A part of the kit: a row of the standards library with its dimensions, each adjustable. */
export interface Part {
  name: string;
  standard: string;
  dimensions: Record<string, Measured>;
  /** Grams; what the user weighed or the library's typical value. */
  mass: number;
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
  kit: { parts: Record<string, Part> };
  layout: { placements: Record<string, Placement> };
  cut: CutSettings;
  accepted: Record<string, Accepted>;
}
