import type { Assembly, PlacedPart } from '../../assembly';
import { axisOf, directionOf, opposite, signOf, type Direction, type Vec3 } from '../../solid';

/** What its edges keep from the walls, mm. */
const FREE = 0.5;

/** How a tray lies on the wall its part stands on, and where the part's holes are in it. */
export interface TrayLie {
  part: PlacedPart;
  /** Seen from inside the shell: the tray's x, its y, and the way its bosses look. */
  right: Direction;
  up: Direction;
  inwards: Direction;
  /** Coordinate of the wall's side it lies on, along `inwards`. */
  plane: number;
  /** Its edges in shell coordinates: so far beyond the part as is wanted, but into no wall; mm. */
  low: Vec3;
  high: Vec3;
  /** Screw holes in shell coordinates. */
  holes: readonly (readonly number[])[];
}

/**
 * A tray between a part and the wall it stands on: a solid can't be turned inside out, so its x runs to the right as
 * seen from inside (right × up = inwards).
 * @param beyond how far it is to reach beyond the part on each side, mm
 */
export function trayLies(assembly: Assembly, of: string | undefined, beyond: number): TrayLie | undefined {
  const part = assembly.parts.find((p) => p.id === of?.split('.')[0]);
  const mount = part?.faces.find((f) => !f.mustReachOutside && f.cuts.some((c) => c.kind === 'drill'));
  if (!part || !mount) return undefined;
  const inwards = opposite(mount.direction);
  const axis = axisOf(inwards);
  const up = directionOf(axis === 2 ? 1 : 2, 1);
  // right = up × inwards
  const [b, c] = [axisOf(up), axis];
  const a = (3 - b - c) as 0 | 1 | 2;
  const even = (b + 1) % 3 === c;
  const right = directionOf(a, signOf(inwards) * (even ? 1 : -1));
  const standing = part.solids.filter((s) => s.role === 'body' || s.role === 'mount');
  const plane =
    signOf(inwards) > 0
      ? Math.min(...standing.map((s) => s.shape.low[axis]))
      : Math.max(...standing.map((s) => s.shape.high[axis]));
  const { innerLow, innerHigh } = assembly.hull;
  return {
    low: part.low.map((v, i) => Math.max(v - beyond, innerLow[i]! + FREE)) as Vec3,
    high: part.high.map((v, i) => Math.min(v + beyond, innerHigh[i]! - FREE)) as Vec3,
    part,
    right,
    up,
    inwards,
    plane,
    holes: mount.cuts.filter((cut) => cut.kind === 'drill').map((cut) => cut.at),
  };
}
