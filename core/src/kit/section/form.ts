import { CABLE_KINDS } from '../../standards/cables';
import { PART_KINDS } from '../../standards/row';
import {
  amount,
  axis,
  content,
  except,
  id,
  keyed,
  list,
  matching,
  nullable,
  number,
  numbers,
  object,
  oneOf,
  optional,
  place,
  record,
  side,
  size,
  tagged,
  text,
  whole,
  words,
  yes,
  yesOrNo,
  type Of,
} from '../../form';

export const OWN_BLOCK_ROLES = ['body', 'connector', 'keep-out', 'air'] as const;
export const OWN_FACE_KINDS = ['sockets', 'inlet', 'intake', 'exhaust', 'screen'] as const;
export const PHOTO_REFERENCES = ['A4 sheet', 'Letter sheet', 'corner sheet', 'rectangle'] as const;
/** The edges of a board that distances may start from. */
export const BOARD_EDGES = ['left', 'right', 'front', 'rear'] as const;
/** The row name of parts that have a design of their own. */
export const OWN = 'own';

const watts = number(0, 5000);

/** One block of a part that the user describes; x, y, z are its left, front and lower ends in the part's axes. */
const ownBlock = object({
  name: text(80),
  role: oneOf(OWN_BLOCK_ROLES),
  shape: tagged('kind', { box: {}, cylinder: { axis } }),
  x: place,
  y: place,
  z: place,
  width: size,
  depth: size,
  height: size,
  /** Where a connector's plug comes from, or where the air of an intake comes from. */
  direction: nullable(side),
  /** Plug and bend room in front of a connector, mm; 0 none. */
  plug: number(0, 300),
  conducts: nullable(oneOf(['live', 'mains', 'metal'])),
  /** Of a connector: which cable goes there, and whether it comes from here. Missing: a lead of any kind. */
  cable: optional(oneOf(CABLE_KINDS)),
  gives: optional(yesOrNo),
});

/** A mounting hole on the part's underside, from its left front corner. */
const ownHole = object({ name: text(80), x: place, y: place, diameter: size });

/** A side of the part with a meaning: the connectors and blocks that look there have to be reached from outside. */
const ownFace = object({
  name: text(80),
  kind: oneOf(OWN_FACE_KINDS),
  direction: side,
  /** The cut it needs, seen from outside the part: centre along the side and up, size, mm. Null: none. */
  cut: nullable(object({ u: place, v: place, width: size, height: size })),
});

/** How a tray is held in the shell. */
export const TRAY_HOLDS = ['screws', 'blocks', 'angles'] as const;
/** The edges along which a tray is cut down. */
export const TRAY_EDGES = ['left', 'right', 'front', 'rear'] as const;

/**
 * A tray from another machine: a plate with places for standoffs, and the rear panel that is one piece with it. mm, in its
 * own axes: x to its right, y to its rear, from the whole plate's left front corner.
 */
const tray = {
  /** The machine, standard or hole map it is from. */
  from: text(120),
  width: number(20, 1200),
  depth: number(20, 1200),
  thickness: number(0.3, 12),
  /** Of the rear panel over the plate; 0: it has none. */
  rear: number(0, 400),
  /** Standoffs, by hole. */
  standoffs: record(object({ x: number(-50, 1300), y: number(-50, 1300) }), 60),
  /** What is open in the rear panel: left lower corner from its left lower corner over the plate, seen from behind it the other way. */
  openings: record(
    object({ name: text(60), x: number(0, 1200), z: number(0, 400), width: number(1, 1200), height: number(1, 400) }),
    24,
  ),
  /** What is cut off at each edge, mm; and off the top of the rear panel. */
  off: object({
    left: number(0, 1200),
    right: number(0, 1200),
    front: number(0, 1200),
    rear: number(0, 1200),
    top: number(0, 400),
  }),
  held: oneOf(TRAY_HOLDS),
  material: oneOf(['steel', 'aluminium', 'plywood']),
};

export const FRAME_FORMS = ['flat', 'box'] as const;
export const BAR_PROFILES = ['angle', 'square tube', 'flat bar', 'solid'] as const;
export const BAR_JOINTS = ['rivets', 'screws', 'corner pieces'] as const;
export const MOST_CROSS = 12;
/** Sides of a frame that mesh goes on; a flat one has no others than the first two. */
export const MESH_SIDES = ['top', 'bottom', 'left', 'right', 'front', 'rear'] as const;

/** A frame of bars: a flat one with cross members, or a box of two with uprights. mm, from outside to outside. */
const frame = {
  shape: oneOf(FRAME_FORMS),
  width: number(40, 3000),
  depth: number(40, 3000),
  /** Of a box. */
  height: number(0, 3000),
  /** Cross members from front to rear, besides the two at the ends. */
  cross: whole(0, MOST_CROSS),
  profile: oneOf(BAR_PROFILES),
  /** Side of the bar, and thickness of its walls. */
  side: number(3, 100),
  wall: number(0.5, 50),
  joint: oneOf(BAR_JOINTS),
  material: oneOf(['steel', 'aluminium', 'wood']),
  /** Perforated sheet or mesh on the outside of its bars; `open`: share of it that is holes. On wood it is of steel. */
  mesh: optional(object({ sides: list(oneOf(MESH_SIDES), 1, 6), thickness: number(0.3, 6), open: number(0, 0.95) })),
};

export const STAND_FOOTS = ['posts', 'block'] as const;

/** A plate on four posts, or a solid block: what brings a part up to its height. mm. */
const stand = {
  width: number(8, 1500),
  depth: number(8, 1500),
  /** To the top of it. */
  height: number(1, 600),
  /** Of the plate. */
  thickness: number(0.5, 30),
  foot: oneOf(STAND_FOOTS),
  material: oneOf(['steel', 'aluminium', 'plywood', 'wood']),
};

/** Two angles on a wall that carry a part between them. mm, as they hang: the legs at the wall point down. */
const angles = {
  /** From outer side to outer side of both. */
  width: number(16, 1500),
  /** Of the leg that carries, from the wall. */
  reach: number(8, 600),
  /** Of the leg at the wall. */
  leg: number(12, 300),
  /** Width of each, and its thickness. */
  strip: number(8, 60),
  thickness: number(0.8, 10),
  material: oneOf(['steel', 'aluminium']),
};

/** Two side sheets on a base, drives between them, one over the other. mm. */
const cage = {
  bay: oneOf(['3.5 in', '2.5 in']),
  bays: whole(1, 12),
  /** From one drive's underside to the next one's. */
  pitch: number(6, 120),
  thickness: number(0.5, 12),
  material: oneOf(['steel', 'aluminium', 'plywood']),
};

/** From which sizes a design was made, so that it is made again when one of them changes. */
export const madeForm = tagged('kind', { tray, frame, stand, angles, cage });

/** A part described block by block. */
const ownDesign = object({
  /** What it is, like a row of the library; missing: something else. */
  kind: optional(oneOf(PART_KINDS)),
  blocks: keyed(id, ownBlock, 120),
  holes: record(ownHole),
  faces: record(ownFace),
  /** Other parts stand and are screwed on it: a tray, a bracket. */
  carries: optional(yes),
  /** W. */
  power: object({ idle: watts, typical: watts, peak: watts }),
  /** Where it comes from: a file, a hole map, the bench. */
  source: text(200),
  /** A tray or a frame of these sizes: its blocks follow from them. */
  made: optional(madeForm),
});

/** A part of the kit: a row of the standards library with its dimensions, each adjustable; or an own design. */
export const part = object({
  name: text(120),
  standard: words(80),
  dimensions: keyed(except(matching(/^[a-z][A-Za-z0-9]{0,40}$/), ['constructor', 'prototype']), amount, 60),
  /** Grams; what the user weighed or the library's typical value. */
  mass: number(0, 200_000),
  /** What it draws, W, as measured or as its sheet says; missing: as is usual for its kind. */
  draw: optional(object({ idle: watts, typical: watts, peak: watts })),
  /** Present when `standard` is `own`. */
  own: optional(ownDesign),
  /** Wished for some day: where it is placed it keeps its room; nothing feeds, buys or mounts it yet. */
  later: optional(yes),
});

/** A hole or a socket corner of an unknown board or tray. */
const mapPoint = object({
  name: text(60),
  kind: oneOf(['hole', 'socket']),
  /** 0 for a corner or a mark. */
  diameter: amount,
});

/** A distance as the calipers gave it, between two points, a point and an edge, or two opposite edges. */
const mapDistance = object({
  from: id,
  to: id,
  /** Between centres, between the far rims, or between the near rims. */
  how: oneOf(['centre', 'outer', 'inner']),
  measured: size,
});

const off = number(-20, 20);

/** A test plate that was laid on the board: what its 100 mm ruler measured, how far each hole is from its pin. */
const plateRound = object({ ruler: number(80, 120), off: record(object({ x: off, y: off })) });

/** What is known of the holes of a board that no standard describes. */
const holeMap = object({
  name: text(120),
  points: keyed(except(id, BOARD_EDGES), mapPoint, 60),
  distances: record(mapDistance),
  /** Seen from the component side, going from `from` to `to`: on which side `point` lies. */
  mirror: nullable(object({ from: id, to: id, point: id, side: oneOf(['left', 'right']) })),
  rounds: list(plateRound, 0, 20),
});

/** A point of a picture, px from its upper left. */
const pixel = numbers<[number, number]>(number(-20_000, 40_000), 2);

/** Something picked in a photo: a point, the rim of a circle (three points or more). */
const photoPick = object({
  name: text(60),
  kind: oneOf(['point', 'circle']),
  at: list(pixel, 1, 24),
  /** The point of a hole map that it shows. */
  shows: nullable(object({ map: id, point: id })),
});

/** A photo of a face or board with something of known size in the same plane. */
const photo = object({
  name: text(120),
  /** SHA-256 of the stored picture. */
  content,
  width: whole(16, 20_000),
  height: whole(16, 20_000),
  reference: object({ kind: oneOf(PHOTO_REFERENCES), width: size, height: size }),
  /** The reference's corners in the picture: lower left, lower right, upper right, upper left. */
  corners: list(pixel, 0, 4),
  /** Points along edges that are straight in truth: they show how much the lens bends. */
  straight: list(list(pixel, 0, 40), 0, 20),
  picks: record(photoPick),
  /** How far off the reference's plane the picked things may lie, and how far the camera was, mm. */
  offPlane: number(0, 200),
  distance: number(50, 10_000),
});

export const form = object({ parts: record(part), holeMaps: record(holeMap), photos: record(photo) });

export type OwnBlock = Of<typeof ownBlock>;
export type OwnHole = Of<typeof ownHole>;
export type OwnFace = Of<typeof ownFace>;
export type Made = Of<typeof madeForm>;
export type MadeTray = Extract<Made, { kind: 'tray' }>;
export type MadeFrame = Extract<Made, { kind: 'frame' }>;
export type MadeStand = Extract<Made, { kind: 'stand' }>;
export type MadeAngles = Extract<Made, { kind: 'angles' }>;
export type MadeCage = Extract<Made, { kind: 'cage' }>;
export type OwnDesign = Of<typeof ownDesign>;
export type Part = Of<typeof part>;
export type BoardEdge = (typeof BOARD_EDGES)[number];
export type MapPoint = Of<typeof mapPoint>;
export type MapDistance = Of<typeof mapDistance>;
export type PlateRound = Of<typeof plateRound>;
export type HoleMap = Of<typeof holeMap>;
export type Pixel = [number, number];
export type PhotoPick = Of<typeof photoPick>;
export type Photo = Of<typeof photo>;
export type Kit = Of<typeof form>;
