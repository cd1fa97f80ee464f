import type { VentPattern } from '../../document';
import type { Point2 } from '../../solid';
import type { Lying } from '../openings/opening';
import { roomInside } from '../openings/opening';
import type { CutShape } from '../../standards';

/** One hole of a pattern in the opening it stands in, mm from the face's datum. */
export interface VentHole {
  centre: Point2;
  shape: CutShape;
  /** A hexagon with its flats up and down, of this width across flats; otherwise `shape` itself. */
  hexagon?: number;
}

/** More holes than this in one opening are not drawn: no one drills them, and no file wants them. */
export const MOST_HOLES = 3000;

/**
 * Free share of an endless pattern: hexagonal array 0.9069 (d/p)², square array 0.7854 (d/p)²,
 * honeycomb (a/(a + w))², slots their area by their pitches. By their areas.
 */
export function freeShare(pattern: VentPattern): number {
  switch (pattern.kind) {
    case 'open':
      return 1;
    case 'grille':
      return pattern.free;
    case 'holes': {
      const share = (pattern.diameter / pattern.pitch) ** 2;
      return share * (pattern.array === 'hexagonal' ? Math.PI / (2 * Math.sqrt(3)) : Math.PI / 4);
    }
    case 'honeycomb':
      return (pattern.across / (pattern.across + pattern.web)) ** 2;
    case 'slots':
      return slotArea(pattern) / (pattern.across * pattern.up);
  }
}

const slotArea = ({ width, length }: { width: number; length: number }) =>
  width * Math.max(0, length - width) + (Math.PI * width ** 2) / 4;

/** Area of one hole, mm². */
export function areaOfHole(pattern: VentPattern): number {
  if (pattern.kind === 'holes') return (Math.PI * pattern.diameter ** 2) / 4;
  if (pattern.kind === 'honeycomb') return (Math.sqrt(3) / 2) * pattern.across ** 2;
  if (pattern.kind === 'slots') return slotArea(pattern);
  return 0;
}

/** What a hole of the pattern lets through at most, mm: a finger, or none. */
export function widestOf(pattern: VentPattern): number | undefined {
  if (pattern.kind === 'holes') return pattern.diameter;
  if (pattern.kind === 'honeycomb') return pattern.across;
  if (pattern.kind === 'slots') return pattern.width;
  return undefined;
}

/** Steps of a pattern: along a row, from row to row, and how far every second row is shifted, mm. */
function stepsOf(pattern: VentPattern): { along: number; up: number; shift: number } | undefined {
  switch (pattern.kind) {
    case 'holes':
      return pattern.array === 'hexagonal'
        ? { along: pattern.pitch, up: (pattern.pitch * Math.sqrt(3)) / 2, shift: pattern.pitch / 2 }
        : { along: pattern.pitch, up: pattern.pitch, shift: 0 };
    case 'honeycomb': {
      const pitch = pattern.across + pattern.web;
      return { along: pitch, up: (pitch * Math.sqrt(3)) / 2, shift: pitch / 2 };
    }
    case 'slots':
      return { along: pattern.across, up: pattern.up, shift: 0 };
    default:
      return undefined;
  }
}

/** Outline of one hole; of a hexagon the circle around it. */
const outlineOf = (pattern: VentPattern): CutShape =>
  pattern.kind === 'holes'
    ? { kind: 'round', diameter: pattern.diameter }
    : pattern.kind === 'slots'
      ? { kind: 'rectangle', width: pattern.length, height: pattern.width, radius: pattern.width / 2 }
      : pattern.kind === 'honeycomb'
        ? { kind: 'round', diameter: (2 / Math.sqrt(3)) * pattern.across }
        : { kind: 'round', diameter: 0 };

/** How many holes a pattern may have at most in an opening, without making them. */
export function boundOfHoles({ shape }: Lying, pattern: VentPattern): number {
  const steps = stepsOf(pattern);
  if (!steps) return 0;
  const [w, h] = shape.kind === 'round' ? [shape.diameter, shape.diameter] : [shape.width, shape.height];
  return (Math.floor(w / steps.along) + 1) * (Math.floor(h / steps.up) + 1);
}

/**
 * Every hole of a pattern that lies wholly in its opening, the pattern laid so that most go in: its middle on the
 * opening's, or half a step beside it on either axis. Empty for open ones, grilles and what would be more than
 * `MOST_HOLES`.
 */
export function ventHoles(opening: Lying, pattern: VentPattern): VentHole[] {
  const steps = stepsOf(pattern);
  if (!steps || boundOfHoles(opening, pattern) > 4 * MOST_HOLES) return [];
  const shape = outlineOf(pattern);
  const [w, h] =
    opening.shape.kind === 'round'
      ? [opening.shape.diameter, opening.shape.diameter]
      : [opening.shape.width, opening.shape.height];
  const [cu, cv] = opening.centre;
  let best: VentHole[] = [];
  for (const du of [0, 0.5])
    for (const dv of [0, 0.5]) {
      const holes: VentHole[] = [];
      const rows = Math.ceil(h / 2 / steps.up) + 1;
      const columns = Math.ceil(w / 2 / steps.along) + 1;
      for (let j = -rows; j <= rows; j++)
        for (let i = -columns; i <= columns; i++) {
          const shift = j % 2 === 0 ? 0 : steps.shift;
          const centre: Point2 = [cu + (i + du) * steps.along + shift, cv + (j + dv) * steps.up];
          if (roomInside({ centre, shape }, opening) < -1e-6) continue;
          holes.push(pattern.kind === 'honeycomb' ? { centre, shape, hexagon: pattern.across } : { centre, shape });
        }
      if (holes.length > best.length) best = holes;
    }
  return best.length > MOST_HOLES ? [] : best;
}

/** What an opening lets through. */
export interface FreeArea {
  /** Area of the opening itself and what of it is free, mm². */
  gross: number;
  free: number;
  holes: number;
  /** Loss coefficient on the mean speed in the opening's gross area: Δp = zeta · ρ/2 · (Q/gross)². */
  zeta: number;
  /** Length of all cuts, mm. */
  length: number;
}

/**
 * Loss of a thin sharp-edged opening or perforated plate in a large wall, on the speed in its gross area: air comes from
 * all around and leaves into the free, as through a sharp-edged hole of the free area, whose discharge coefficient is
 * 0.61. (A plate across a duct is `plateLoss`; its limit for small f, (√0.5 + 1)², is 8 % more.)
 * @param f free share of the opening, 0 < f ≤ 1
 */
export const lossOf = (f: number): number => 1 / (DISCHARGE * f) ** 2;

/** Discharge coefficient of a sharp-edged hole (0.61: Idelchik, Handbook of Hydraulic Resistance, from memory). */
const DISCHARGE = 0.61;

/** Loss of a plate across a duct whose whole section it takes: ζ = (0.707 (1 − f)^0.375 + 1 − f)² / f². */
export const plateLoss = (f: number): number => ((Math.SQRT1_2 * (1 - f) ** 0.375 + 1 - f) / f) ** 2;

/** Free area and resistance of an opening with its pattern: of the holes that are really there. */
export function freeAreaOf(opening: Lying & { area: number; length: number }, pattern: VentPattern): FreeArea {
  const gross = opening.area;
  if (pattern.kind === 'open' || pattern.kind === 'grille') {
    const free = gross * freeShare(pattern);
    return { gross, free, holes: 0, zeta: lossOf(free / gross), length: opening.length };
  }
  const holes = ventHoles(opening, pattern);
  const one = areaOfHole(pattern);
  const free = holes.length * one;
  return {
    gross,
    free,
    holes: holes.length,
    zeta: free > 0 ? lossOf(free / gross) : Infinity,
    length: holes.length * aroundHole(pattern),
  };
}

function aroundHole(pattern: VentPattern): number {
  if (pattern.kind === 'holes') return Math.PI * pattern.diameter;
  if (pattern.kind === 'honeycomb') return 2 * Math.sqrt(3) * pattern.across;
  if (pattern.kind === 'slots') return 2 * (pattern.length - pattern.width) + Math.PI * pattern.width;
  return 0;
}
