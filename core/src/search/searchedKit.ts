import { materialOf, type Assembly } from '../assembly';
import { leastWeb } from '../cut';
import type { Conversion } from '../document';
import type { Enough } from '../fit';
import { kindOf } from '../parts';
import { DIRECTIONS, type Direction } from '../solid';
import { cableCost, Engine, NO_WEBS, type SearchSettings, type Spot, type Webs } from './engine';
import type { Form } from './forms';
import type { LayoutOptions, Start } from './layout';
import { pieceOf, type Piece } from './options';

/** What stays, as spots the rules between parts can look at. */
export function fixedSpots(document: Conversion, base: Assembly): Spot[] {
  return base.parts
    .map((placed) => {
      const piece = pieceOf(document, { ...base, features: [], parts: [] }, placed.id, {
        step: 50,
        stand: 'hanging',
        wishes: [],
      });
      const option = piece.options.find(
        ({ posed: { orientation } }) =>
          orientation.rear === placed.placement.rear && orientation.top === placed.placement.top,
      );
      return option && { piece, option, at: placed.low };
    })
    .filter((s): s is Spot => s !== undefined);
}

/** Low, at a side and to the rear; near what it is wired to; near where it was when that is wanted. */
export function costIn(document: Conversion, { base }: Start, near: boolean): SearchSettings['cost'] {
  const { innerLow, innerHigh } = base.hull;
  return (piece, option, at, placed) => {
    const { size } = option.posed;
    const gap = (i: 0 | 1) => Math.min(at[i] - innerLow[i]!, innerHigh[i]! - at[i] - size[i]);
    let cost =
      option.cost + 0.4 * (at[2] - innerLow[2]) + 0.15 * gap(0) + 0.1 * gap(1) + 0.08 * cableCost(option, at, placed);
    const was = near && document.layout.placements[piece.id];
    if (was) {
      cost += 0.5 * Math.min(200, Math.hypot(at[0] - was.x, at[1] - was.y, at[2] - was.z));
      if (was.rear !== option.posed.orientation.rear || was.top !== option.posed.orientation.top) cost += 60;
    }
    return cost;
  };
}

/** A form of the kit with all ways its parts may stand, and what its tries have learnt. */
export interface SearchedKit {
  form: Form;
  pieces: Piece[];
  homeless: string[];
  fixed: Spot[];
  cost: SearchSettings['cost'];
  engine: Engine;
  freedom: Freedom;
  /** Wall between the openings of two parts, mm. */
  web: Webs;
  tries: number;
  /** Tries since it found something new, or got freer. */
  dry: number;
  hangs: boolean;
  /** The pieces with places on brackets; a board never hangs. */
  withHanging: (pieces: readonly Piece[]) => Piece[];
}

/** What the wall between two openings that look in a direction should be, mm: as thick as that wall asks for. */
export function wantedWebs(document: Conversion, { hull }: Assembly): Webs {
  const webs: Record<Direction, number> = { left: 0, right: 0, front: 0, rear: 0, top: 0, bottom: 0 };
  for (const direction of Object.keys(webs) as Direction[]) {
    const out = DIRECTIONS[direction];
    const facing = hull.walls.filter(
      ({ normal }) => out[0] * normal[0] + out[1] * normal[1] + out[2] * normal[2] < -0.7,
    );
    webs[direction] = Math.max(0, ...facing.map((w) => leastWeb(materialOf(document, hull, w.face), w.thickness)));
  }
  return webs;
}

/** How freely a kit is placed. */
export interface Freedom {
  /** All the room that is wanted, or no more than what does not stop. */
  enough: Enough;
  /** Faces may look through one that was not chosen though they have others. */
  anyFace: boolean;
}

export function kitOf(form: Form, options: LayoutOptions, step: number, freedom: Freedom): SearchedKit {
  const { enough, anyFace } = freedom;
  const { document, start } = form;
  const asked = {
    wishes: start.wishes,
    enough,
    anyFace,
    contacts: true,
    ...(options.flat ? { flat: options.flat } : {}),
  };
  const hanging = new Map<string, Piece>();
  const withHanging = (all: readonly Piece[], which = (_: Piece) => true) =>
    all.map((piece) => {
      if (!which(piece) || kindOf(document.kit.parts[piece.id]!) === 'board') return piece;
      if (!hanging.has(piece.id))
        hanging.set(piece.id, pieceOf(document, start.base, piece.id, { step: 2 * step, stand: 'hanging', ...asked }));
      return { id: piece.id, options: [...piece.options, ...hanging.get(piece.id)!.options] };
    });
  const seated = start.free.map((id) => pieceOf(document, start.base, id, { step, stand: 'seated', ...asked }));
  // What can't be screwed down anywhere may hang.
  const pieces = withHanging(seated, (piece) => piece.options.length === 0);
  return {
    form,
    pieces,
    homeless: pieces.filter((piece) => piece.options.length === 0).map((piece) => piece.id),
    fixed: fixedSpots(document, start.base),
    cost: costIn(document, start, options.near ?? false),
    engine: new Engine(start.base.clearances, enough),
    freedom,
    web: enough === 'wanted' ? wantedWebs(document, start.base) : NO_WEBS,
    tries: 0,
    dry: 0,
    hangs: false,
    withHanging,
  };
}
