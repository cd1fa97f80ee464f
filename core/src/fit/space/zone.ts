import type { Clearances, Solid } from '../../assembly';
import { axisOf, moved, signOf, type Axis, type Shape, type Vec3 } from '../../solid';
import { requiredBetween } from '../clearance';
import { PLUG_GIVES, TOUCHING } from '../margin';
import { paintCrossed, type Crossed } from './crossed';
import { EPS, firstAbove, lastBelow, takeRow, valueOf, type Positions } from './positions';

/**
 * The positions that one block of a part may not take because of one obstacle: all nearer than `clear` to a
 * box, or, where a cylinder takes part, nearer than `radius + clear` in the plane across `round`. It is the
 * Minkowski difference of the two (Lozano-Pérez 1983, from memory), so it is exact, whatever the grid.
 */
export interface Zone {
  low: Vec3;
  high: Vec3;
  /** Axis of the cylinder; −1 for none. */
  round: Axis | -1;
  radius: number;
  clear: number;
  /** Sides on which touching is allowed: bit 2·axis for the low side, 2·axis + 1 for the high one. */
  touch: number;
  /** Two crossed cylinders: no plane and radius tells their distance, so it is asked for. The box is around it all. */
  crossed?: Crossed;
}

const isBody = (s: Pick<Solid, 'role'>) => s.role === 'body' || s.role === 'mount';

/**
 * Whether pairs get all the room they want, or just do not go into each other, or exactly what Fit does not stop at: that
 * is for proofs, where what arithmetic is off by counts as room.
 */
export type Enough = 'wanted' | 'touching' | 'least';

/** What of a solid must stay free: an air room shrinks to its tolerable depth, or to what it just does not starve with. */
export function hardShape(s: Solid, enough: Enough = 'wanted'): Shape {
  if (!s.air) return s.shape;
  const depth = enough === 'wanted' ? s.air.tolerable : s.air.least;
  const axis = axisOf(s.air.direction);
  const low: Vec3 = [...s.shape.low];
  const high: Vec3 = [...s.shape.high];
  if (signOf(s.air.direction) > 0) high[axis] = low[axis] + depth;
  else low[axis] = high[axis] - depth;
  // Before a face at an angle the room counts as the box around it.
  return s.shape.kind === 'prism' && axis !== s.shape.axis ? { kind: 'box', low, high } : { ...s.shape, low, high };
}

export const relative = (shape: Shape, to: Vec3): Shape => moved(shape, [-to[0], -to[1], -to[2]]);

/** A solid with the room it needs, wherever that is counted from. */
export interface RoomySolid {
  solid: Solid;
  shape: Shape;
}

/** Zones that obstacles forbid to a part with these solids; both relative to their own origins. */
export function zonesBetween(
  own: readonly RoomySolid[],
  obstacles: readonly RoomySolid[],
  enough: Enough,
  clearances: Clearances,
): Zone[] {
  const zones: Zone[] = [];
  for (const a of own)
    for (const b of obstacles) {
      if (!isBody(a.solid) && !isBody(b.solid)) continue;
      // A duct is kept clear of where there is room to; nothing is impossible because of it.
      if (b.solid.role === 'duct' && (enough !== 'wanted' || b.solid.leadsTo === a.solid.owner || !isBody(a.solid)))
        continue;
      const zone = zoneOf(a, b, enough, clearances);
      if (zone) zones.push(zone);
    }
  return undominated(zones);
}

const NORMALS: readonly Vec3[] = [
  [-1, 0, 0],
  [1, 0, 0],
  [0, -1, 0],
  [0, 1, 0],
  [0, 0, -1],
  [0, 0, 1],
];

/** A hair on the safe side of where Fit stops, mm: places are rounded to a thousandth. */
const HAIR = 0.01;

/** How deep solids of these roles may be in something, mm. */
export function givenIn(roles: readonly Solid['role'][], enough: Enough): number {
  if (enough === 'wanted' || roles.includes('air')) return 0;
  if (roles.includes('plug room')) return enough === 'least' ? PLUG_GIVES : PLUG_GIVES - HAIR;
  return enough === 'least' ? TOUCHING : 0;
}

function zoneOf(
  { solid, shape: a }: RoomySolid,
  { solid: obstacle, shape: b }: RoomySolid,
  enough: Enough,
  clearances: Clearances,
): Zone | undefined {
  const air = solid.role === 'air' || obstacle.role === 'air';
  const clear = air || enough !== 'wanted' ? 0 : requiredBetween(solid, obstacle, DIAGONAL, clearances).value;
  let touch = 0;
  if (clear > 0)
    for (let side = 0; side < 6; side++) {
      // The part on the low side of the obstacle looks at it to the high side.
      const towards = NORMALS[side ^ 1]!;
      if (requiredBetween(solid, obstacle, towards, clearances).value === 0) touch |= 1 << side;
    }
  const low: Vec3 = [0, 0, 0];
  const high: Vec3 = [0, 0, 0];
  for (let i = 0; i < 3; i++) {
    low[i] = b.low[i]! - a.high[i]!;
    high[i] = b.high[i]! - a.low[i]!;
  }
  const zone: Zone = { low, high, round: -1, radius: 0, clear, touch };
  const given = givenIn([solid.role, obstacle.role], enough);
  // Before an intake an obstacle counts as the box around it.
  const cylinder = a.kind === 'cylinder' ? a : b.kind === 'cylinder' ? b : undefined;
  if (a.kind === 'cylinder' && b.kind === 'cylinder' && a.axis !== b.axis && !air)
    return { ...zone, crossed: { own: a, obstacle: b, given } };
  if (air || !cylinder) return thinner(zone, given);
  zone.round = cylinder.axis;
  const plane = [(cylinder.axis + 1) % 3, (cylinder.axis + 2) % 3];
  const radiusOf = (s: Shape) => (s.kind === 'cylinder' ? (s.high[plane[0]!]! - s.low[plane[0]!]!) / 2 : 0);
  zone.radius = radiusOf(a) + radiusOf(b);
  for (const i of plane) {
    low[i] = low[i]! + zone.radius;
    high[i] = high[i]! - zone.radius;
    // Two cylinders side by side leave a line, which rounding must not turn inside out.
    if (a.kind === b.kind) low[i] = high[i] = (low[i]! + high[i]!) / 2;
  }
  return thinner(zone, given);
}

/** A zone less `by` mm from all around; undefined where nothing of it is left. */
function thinner(zone: Zone, by: number): Zone | undefined {
  if (by === 0) return zone;
  const { low, high, round } = zone;
  const off = round < 0 ? by : Math.max(0, by - zone.radius);
  if (round >= 0) zone.radius = Math.max(0, zone.radius - by);
  for (let i = 0; i < 3; i++) {
    const less = i === round ? by : off;
    low[i] = low[i]! + less;
    high[i] = high[i]! - less;
    if (high[i]! < low[i]!) return undefined;
  }
  // Nothing of the roundness is left: what is left is a box.
  if (zone.radius === 0) zone.round = -1;
  return zone;
}

/** Where along an axis a part comes to touch what the zones stand for, or to keep what it wants from it, mm. */
export function contactsAlong(zones: readonly Zone[], axis: Axis): number[] {
  return zones.flatMap(({ low, high, round, radius, clear, touch }) => {
    const reach = round >= 0 && axis !== round ? radius : 0;
    const side = (high: boolean) => reach + ((touch & (1 << (2 * axis + Number(high)))) !== 0 ? 0 : clear);
    return [low[axis] - side(false), high[axis] + side(true)];
  });
}

/** No special direction: what is wanted where nothing may touch. */
const DIAGONAL: Vec3 = [Math.SQRT1_2, Math.SQRT1_2, 0];

/** Leaves out zones that lie in another one. */
function undominated(zones: Zone[]): Zone[] {
  const sized = zones.map((zone) => {
    const { low, high } = zone;
    return { zone, size: (high[0] - low[0]) * (high[1] - low[1]) * (high[2] - low[2]) };
  });
  sized.sort((a, b) => b.size - a.size);
  const kept: Zone[] = [];
  for (const { zone } of sized) {
    let inside = false;
    for (let k = 0; k < kept.length && !inside; k++) inside = holds(kept[k]!, zone);
    if (!inside) kept.push(zone);
  }
  return kept;
}

/** Does a zone lie wholly in another one? For the other only boxes are asked. No functions here: it is asked for all pairs. */
function holds(outer: Zone, inner: Zone): boolean {
  if (outer.round >= 0 || outer.crossed || outer.clear < inner.clear || (outer.touch & ~inner.touch) !== 0)
    return false;
  const grown = (inner.round < 0 ? 0 : inner.radius) - EPS;
  return (
    outer.low[0] <= inner.low[0] - grown &&
    outer.low[1] <= inner.low[1] - grown &&
    outer.low[2] <= inner.low[2] - grown &&
    outer.high[0] >= inner.high[0] + grown &&
    outer.high[1] >= inner.high[1] + grown &&
    outer.high[2] >= inner.high[2] + grown
  );
}

const NONE: Vec3 = [0, 0, 0];

/**
 * Marks the positions of a zone, moved by `by`, as taken. `shrink` (mm along each axis) takes that much off both
 * sides: with half the size of a cell it leaves only what is forbidden to every position in the cell.
 */
export function paintZone(p: Positions, zone: Zone, by: Vec3, shrink: Vec3 = NONE): void {
  if (isBeyond(p, zone, by)) return;
  if (zone.crossed) return paintCrossed(p, zone, zone.crossed, by, shrink);
  const [rx, ry, rz] = p.runs;
  const { round, touch } = zone;
  const less = Math.max(shrink[0], shrink[1], shrink[2]);
  const c = less > 0 && touch !== 0 ? 0 : zone.clear;
  // A smaller core, grown by a cell again, lies in the zone; where the core is too small for that, a smaller radius does.
  const thin = round >= 0 && [0, 1, 2].some((i) => i !== round && zone.high[i]! - zone.low[i]! < 2 * shrink[i]!);
  const radius = thin ? zone.radius - less * Math.SQRT2 : zone.radius;
  if (radius < 0) return;
  // No functions here: this runs for every pair of blocks, often on few positions.
  const xCut = thin && round !== 0 ? 0 : shrink[0];
  const yCut = thin && round !== 1 ? 0 : shrink[1];
  const zCut = thin && round !== 2 ? 0 : shrink[2];
  const x0 = zone.low[0] + by[0] + xCut;
  const x1 = zone.high[0] + by[0] - xCut;
  const y0 = zone.low[1] + by[1] + yCut;
  const y1 = zone.high[1] + by[1] - yCut;
  const z0 = zone.low[2] + by[2] + zCut;
  const z1 = zone.high[2] + by[2] - zCut;
  if (x1 < x0 || y1 < y0 || z1 < z0) return;
  const yReach = c + (round === 0 || round === 2 ? radius : 0);
  const zReach = c + (round === 0 || round === 1 ? radius : 0);
  const yFrom = Math.max(0, firstAbove(ry, y0 - yReach + EPS));
  const yTo = Math.min(ry.count - 1, lastBelow(ry, y1 + yReach - EPS));
  const zFrom = Math.max(0, firstAbove(rz, z0 - zReach + EPS));
  const zTo = Math.min(rz.count - 1, lastBelow(rz, z1 + zReach - EPS));
  const lowTouch = (touch & 1) !== 0 ? 0 : c;
  const highTouch = (touch & 2) !== 0 ? 0 : c;
  // Most rows run through the core itself: their ends are the same.
  const coreFrom = Math.max(0, firstAbove(rx, x0 - lowTouch + EPS));
  const coreTo = Math.min(rx.count - 1, lastBelow(rx, x1 + highTouch - EPS));
  for (let iz = zFrom; iz <= zTo; iz++) {
    const z = valueOf(rz, iz);
    const dz = z < z0 ? z0 - z : z > z1 ? z - z1 : 0;
    // Just at an end it is outside: what may touch there touches.
    const zOut = z <= z0 + EPS || z >= z1 - EPS;
    const zTouch = zOut && (touch & (z <= z0 + EPS ? 16 : 32)) !== 0;
    for (let iy = yFrom; iy <= yTo; iy++) {
      const y = valueOf(ry, iy);
      const dy = y < y0 ? y0 - y : y > y1 ? y - y1 : 0;
      const yOut = y <= y0 + EPS || y >= y1 - EPS;
      const yTouch = yOut && (touch & (y <= y0 + EPS ? 4 : 8)) !== 0;
      const row = iz * ry.count + iy;
      let low: number;
      let high: number;
      // How far beyond the core of the row it looks squarely at a side that it may touch; negative for nowhere.
      let square = -1;
      if (round < 0) {
        if (!yOut && !zOut) {
          takeRow(p, row, coreFrom, coreTo);
          continue;
        }
        const rest = c * c - dy * dy - dz * dz;
        if (rest <= 0) continue;
        low = high = Math.sqrt(rest);
        if ((zTouch && !yOut) || (yTouch && !zOut)) square = 0;
      } else if (round === 0) {
        const out = Math.hypot(dy, dz) - radius;
        if (out >= c - EPS) continue;
        low = out > 0 ? Math.sqrt(c * c - out * out) : lowTouch;
        high = out > 0 ? low : highTouch;
        if (out >= 0 && ((zTouch && dy < EPS) || (yTouch && dz < EPS))) square = 0;
      } else {
        const along = round === 2 ? dz : dy;
        const across = round === 2 ? dy : dz;
        const rest = c * c - along * along;
        if (along > 0 && rest <= 0) continue;
        const reach = radius + (along > 0 ? Math.sqrt(rest) : c);
        if (across >= reach) continue;
        low = high = Math.sqrt(reach * reach - across * across);
        if ((round === 2 ? zTouch : yTouch) && across < radius) square = Math.sqrt(radius * radius - across * across);
        else if (along < EPS && across < EPS) {
          low = radius + lowTouch;
          high = radius + highTouch;
        } else if (along < EPS && across >= radius && (round === 2 ? yTouch : zTouch)) square = 0;
      }
      const from = firstAbove(rx, x0 - low + EPS);
      const to = lastBelow(rx, x1 + high - EPS);
      const last = to < rx.count ? to : rx.count - 1;
      if (square < 0) {
        takeRow(p, row, from > 0 ? from : 0, last);
        continue;
      }
      const before = lastBelow(rx, x0 - square - EPS);
      const after = firstAbove(rx, x1 + square + EPS);
      takeRow(p, row, from > 0 ? from : 0, before < last ? before : last);
      takeRow(p, row, after > 0 ? after : 0, last);
    }
  }
}

/** Does a zone lie beyond all positions? Most do: parts mostly stand at one wall, where one coordinate is fixed. */
function isBeyond({ runs }: Positions, { low, high, round, radius, clear }: Zone, by: Vec3): boolean {
  for (let i = 0; i < 3; i++) {
    const run = runs[i]!;
    const reach = round >= 0 && i !== round ? radius + clear : clear;
    if (low[i]! + by[i]! - reach > valueOf(run, run.count - 1) || high[i]! + by[i]! + reach < valueOf(run, 0))
      return true;
  }
  return false;
}
