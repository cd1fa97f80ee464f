import type { Linear, Source } from '../quantity';
import type { Axis, Direction } from '../solid';
import type { CableKind } from '../standards';

export type Point = [Linear, Linear, Linear];

/** What a block of a part stands for. */
export type BlockRole = 'body' | 'mount' | 'plug room' | 'air';

/** One box or cylinder of a part, in the part's own axes (x right, y to its rear, z up). */
export interface Block {
  id: string;
  name: string;
  role: BlockRole;
  shape: { kind: 'box' } | { kind: 'cylinder'; axis: Axis };
  low: Point;
  high: Point;
  /** A board's bare conductors are live; cases and brackets are metal. */
  conducts?: 'live' | 'mains' | 'metal';
  /** Sides on which it may touch what it is mounted to. */
  contact?: Direction[];
  /** Sides on which its own opening takes the wall away before it: it keeps no distance from that wall. */
  through?: Direction[];
  /** For air: away from the face, and how much is enough, tolerable, least (mm). */
  air?: { direction: Direction; wanted: number; tolerable: number; least: number };
  /** For a plug room: outside the shell, through the wall of its face. */
  outside?: boolean;
}

/** An outline to be cut or drilled in the wall a face meets; `at` is its centre in the part's axes. */
export interface FaceCut {
  id: string;
  name: string;
  kind: 'cut' | 'drill';
  shape:
    | { kind: 'rectangle'; size: [along: number, across: number]; axes: [Axis, Axis]; radius: number }
    | { kind: 'round'; diameter: number };
  at: [number, number, number];
  /** The cut may be larger by the allowance; a hole for a screw may not. */
  allowance: boolean;
  source: Source;
}

/** A plane of a part with a meaning. */
export interface PartFace {
  id: string;
  name: string;
  direction: Direction;
  /** It has to reach an outer face of the shell to do its work. */
  mustReachOutside: boolean;
  /** Farthest from the inside of a wall at which it still works, mm. */
  reach: number;
  /** Preferred gap to the inside of the wall, mm. */
  setback: number;
  /** Where the plane is along its direction, in the part's axes. */
  plane: Linear;
  cuts: FaceCut[];
}

/** Places of a board or cage into which a part goes as a whole: card slot, main power socket, M.2 socket, bay for drives. */
export type PlugKind = 'slot' | 'main socket' | 'M.2 socket' | '2.5 in bay' | '3.5 in bay';

/**
 * What two that are plugged together need no more: blocks of the board that are taken, room for a cable of the other.
 * How far it is drawn out before it is free, mm: a slot and a main plug sit about 9 mm deep, a module 4; a drive leaves
 * its bay by its whole length (common practice, no source). What is `fitted` keeps no distance from what holds it; `lies`
 * are blocks of the board that it lies on or in.
 */
export const FREED: Readonly<
  Record<
    PlugKind,
    { board: readonly string[]; other: readonly string[]; grip: number; fitted: boolean; lies?: readonly string[] }
  >
> = {
  slot: { board: ['slot'], other: ['riser'], grip: 9, fitted: false },
  'main socket': { board: ['main-socket', 'main-plug'], other: ['main-lead'], grip: 9, fitted: false },
  'M.2 socket': { board: [], other: [], grip: 4, fitted: true, lies: ['plate', 'pins'] },
  '2.5 in bay': { board: [], other: [], grip: 100, fitted: true },
  '3.5 in bay': { board: [], other: [], grip: 147, fitted: true },
};

/** A place for a whole part: where its plug's point goes, and which way the part leaves. */
export interface Socket<P, D> {
  at: P;
  out: D;
}

/** A part as geometry, in its own axes. */
export interface PartModel {
  blocks: Block[];
  faces: PartFace[];
  /** Where a board's sockets hold what is plugged into it, in the part's axes. */
  sockets?: Partial<Record<PlugKind, readonly Socket<Point, Direction>[]>>;
  /** What a part plugs into the board with, and the point of it that goes to the socket's. */
  plug?: { into: PlugKind; at: Point };
}

/** A place of a part where a cable, riser or tube begins or ends. */
export interface Connector {
  id: string;
  name: string;
  kind: CableKind;
  /** It gives (power from a supply, a socket of a board) or takes. */
  gives: boolean;
  /** Block it sits on, and where in it: shares of the block's size along the part's x, y, z. */
  block: string;
  at: [number, number, number];
  /** Where the cable leaves to, in the part's axes. */
  direction: Direction;
  /** Straight out of it before the cable may bend: the plug, mm. */
  straight: number;
}
