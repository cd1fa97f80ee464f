import type { Assembly, Clearances, Required, Solid, Wall } from '../assembly';
import { axisOf, signOf, type Direction, type Vec3 } from '../solid';

/** Walls count as square to a side up to this, as a cosine (2.5°): shells are measured, not machined. */
const SQUARE = 0.999;
/** Between two solids sides meet squarely or not at all. */
const EXACTLY = 1 - 1e-9;

const someAlong = (directions: readonly Direction[] | undefined, normal: Vec3, square: number): boolean =>
  directions?.some((d) => normal[axisOf(d)] * signOf(d) > square) ?? false;

/** The solid may touch in this direction. */
const mayTouch = (solid: Solid, normal: Vec3, square: number): boolean => someAlong(solid.contact, normal, square);

/** What bare conductors keep from everything that conducts, whatever they are mounted on. */
const bareOf = ({ conducts }: Solid, { mains, conducting }: Clearances): Required | undefined =>
  conducts === 'mains' ? mains : conducts === 'live' ? conducting : undefined;

const farther = (p: Required | undefined, q: Required | undefined): Required | undefined =>
  !q || (p && p.value >= q.value) ? p : q;

/** Clearance wanted from a part's solid to a wall (`normal` points from the solid to the wall). */
export function requiredToWall(
  solid: Solid,
  wall: Wall,
  { metalShell, clearances }: Pick<Assembly, 'metalShell' | 'clearances'>,
): Required {
  const outward: Vec3 = [-wall.normal[0], -wall.normal[1], -wall.normal[2]];
  if (solid.role === 'plug room') return clearances.room;
  // What is bare in its own opening has no wall before it.
  if (someAlong(solid.through, outward, SQUARE)) return clearances.mount;
  const bare = metalShell ? bareOf(solid, clearances) : undefined;
  if (bare) return bare;
  return mayTouch(solid, outward, SQUARE) ? clearances.mount : clearances.static;
}

/** Clearance wanted between two solids; `normal` points from a to b. */
export function requiredBetween(a: Solid, b: Solid, normal: Vec3, clearances: Clearances): Required {
  if (a.role === 'plug room' || b.role === 'plug room') return clearances.room;
  if (a.role === 'duct' || b.role === 'duct') return clearances.mount;
  const bare = a.conducts && b.conducts ? farther(bareOf(a, clearances), bareOf(b, clearances)) : undefined;
  // What rides together keeps still to each other.
  if ((a.moving || b.moving) && (a.rides === undefined || a.rides !== b.rides))
    return farther(bare, clearances.moving)!;
  if (bare) return bare;
  const away: Vec3 = [-normal[0], -normal[1], -normal[2]];
  if ((b.ownerKind === 'feature' || b.carries) && mayTouch(a, normal, EXACTLY)) return clearances.mount;
  if (a.carries && mayTouch(b, away, EXACTLY)) return clearances.mount;
  return clearances.static;
}
