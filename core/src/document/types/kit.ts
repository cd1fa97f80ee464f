import type { Measured } from '../../quantity';
import type { AxisName, Side } from './shell';

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
