import type { Solid } from '../../assembly';
import { axisOf, moved, signOf, type Axis, type Shape, type Vec3 } from '../../solid';
import { requiredBetween } from '../clearance';
import { takeRow, type Positions } from './positions';

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
}

const EPS = 1e-6;

const isBody = (s: Pick<Solid, 'role'>) => s.role === 'body' || s.role === 'mount';

/** What of a solid must stay free at least: an air room shrinks to its tolerable depth. */
export function hardShape(s: Solid): Shape {
  if (!s.air) return s.shape;
  const axis = axisOf(s.air.direction);
  const low: Vec3 = [...s.shape.low];
  const high: Vec3 = [...s.shape.high];
  if (signOf(s.air.direction) > 0) high[axis] = low[axis] + s.air.tolerable;
  else low[axis] = high[axis] - s.air.tolerable;
  return { ...s.shape, low, high };
}

export const relative = (shape: Shape, to: Vec3): Shape => moved(shape, [-to[0], -to[1], -to[2]]);

/** Zones that obstacles forbid to a part with these solids; both relative to their own origins. */
export function zonesBetween(
  own: readonly { solid: Solid; shape: Shape }[],
  obstacles: readonly { solid: Solid; shape: Shape }[],
): Zone[] {
  const zones: Zone[] = [];
  for (const a of own)
    for (const b of obstacles) {
      if (!isBody(a.solid) && !isBody(b.solid)) continue;
      zones.push(zoneOf(a.solid, a.shape, b.solid, b.shape));
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

function zoneOf(solid: Solid, a: Shape, obstacle: Solid, b: Shape): Zone {
  const air = solid.role === 'air' || obstacle.role === 'air';
  const clear = air ? 0 : requiredBetween(solid, obstacle, DIAGONAL).value;
  let touch = 0;
  if (clear > 0)
    for (let side = 0; side < 6; side++) {
      // The part on the low side of the obstacle looks at it to the high side.
      const towards = NORMALS[side ^ 1]!;
      if (requiredBetween(solid, obstacle, towards).value === 0) touch |= 1 << side;
    }
  const low: Vec3 = [0, 0, 0];
  const high: Vec3 = [0, 0, 0];
  for (let i = 0; i < 3; i++) {
    low[i] = b.low[i]! - a.high[i]!;
    high[i] = b.high[i]! - a.low[i]!;
  }
  const zone: Zone = { low, high, round: -1, radius: 0, clear, touch };
  // Before an intake an obstacle counts as the box around it; two crossed cylinders do too.
  if (air) return zone;
  if (a.kind === 'cylinder' && b.kind === 'cylinder' && a.axis !== b.axis) return zone;
  const cylinder = a.kind === 'cylinder' ? a : b.kind === 'cylinder' ? b : undefined;
  if (!cylinder) return zone;
  zone.round = cylinder.axis;
  const plane = [(cylinder.axis + 1) % 3, (cylinder.axis + 2) % 3];
  const radiusOf = (s: Shape) => (s.kind === 'cylinder' ? (s.high[plane[0]!]! - s.low[plane[0]!]!) / 2 : 0);
  zone.radius = radiusOf(a) + radiusOf(b);
  for (const i of plane) {
    low[i] = low[i]! + zone.radius;
    high[i] = high[i]! - zone.radius;
  }
  return zone;
}

/** No special direction: what is wanted where nothing may touch. */
const DIAGONAL: Vec3 = [Math.SQRT1_2, Math.SQRT1_2, 0];

/** Leaves out zones that lie in another one. */
function undominated(zones: Zone[]): Zone[] {
  const size = (z: Zone) => (z.high[0] - z.low[0]) * (z.high[1] - z.low[1]) * (z.high[2] - z.low[2]);
  const bySize = [...zones].sort((a, b) => size(b) - size(a));
  const kept: Zone[] = [];
  for (const zone of bySize) {
    const grown = zone.round < 0 ? 0 : zone.radius;
    const inside = kept.some(
      (k) =>
        k.round < 0 &&
        (k.touch & ~zone.touch) === 0 &&
        k.clear >= zone.clear &&
        [0, 1, 2].every((i) => k.low[i]! <= zone.low[i]! - grown + EPS && k.high[i]! >= zone.high[i]! + grown - EPS),
    );
    if (!inside) kept.push(zone);
  }
  return kept;
}

const NONE: Vec3 = [0, 0, 0];

/**
 * Marks the positions of a zone, moved by `by`, as taken. `shrink` (mm along each axis) takes that much off both
 * sides: with half the size of a cell it leaves only what is forbidden to every position in the cell.
 */
export function paintZone(p: Positions, zone: Zone, by: Vec3, shrink: Vec3 = NONE): void {
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
  const yFrom = Math.max(0, Math.floor((y0 - yReach + EPS - ry.from) / ry.step) + 1);
  const yTo = Math.min(ry.count - 1, Math.ceil((y1 + yReach - EPS - ry.from) / ry.step) - 1);
  const zFrom = Math.max(0, Math.floor((z0 - zReach + EPS - rz.from) / rz.step) + 1);
  const zTo = Math.min(rz.count - 1, Math.ceil((z1 + zReach - EPS - rz.from) / rz.step) - 1);
  const lowTouch = (touch & 1) !== 0 ? 0 : c;
  const highTouch = (touch & 2) !== 0 ? 0 : c;
  // Most rows run through the core itself: their ends are the same.
  const coreFrom = Math.max(0, Math.floor((x0 - lowTouch + EPS - rx.from) / rx.step) + 1);
  const coreTo = Math.min(rx.count - 1, Math.ceil((x1 + highTouch - EPS - rx.from) / rx.step) - 1);
  for (let iz = zFrom; iz <= zTo; iz++) {
    const z = rz.from + rz.step * iz;
    const dz = z < z0 ? z0 - z : z > z1 ? z - z1 : 0;
    if (dz > 0 && round !== 0 && round !== 1 && (touch & (z < z0 ? 16 : 32)) !== 0) continue;
    for (let iy = yFrom; iy <= yTo; iy++) {
      const y = ry.from + ry.step * iy;
      const dy = y < y0 ? y0 - y : y > y1 ? y - y1 : 0;
      if (dy > 0 && round !== 0 && round !== 2 && (touch & (y < y0 ? 4 : 8)) !== 0) continue;
      let low: number;
      let high: number;
      if (round < 0) {
        if (dy === 0 && dz === 0) {
          takeRow(p, iz * ry.count + iy, coreFrom, coreTo);
          continue;
        }
        const rest = c * c - dy * dy - dz * dz;
        if (rest <= 0) continue;
        low = high = Math.sqrt(rest);
      } else if (round === 0) {
        const out = Math.hypot(dy, dz) - radius;
        if (out >= c - EPS) continue;
        low = out > 0 ? Math.sqrt(c * c - out * out) : lowTouch;
        high = out > 0 ? low : highTouch;
      } else {
        const along = round === 2 ? dz : dy;
        const across = round === 2 ? dy : dz;
        const rest = c * c - along * along;
        if (along > 0 && rest <= 0) continue;
        const reach = radius + (along > 0 ? Math.sqrt(rest) : c);
        if (across >= reach) continue;
        low = high = Math.sqrt(reach * reach - across * across);
      }
      const from = Math.floor((x0 - low + EPS - rx.from) / rx.step) + 1;
      const to = Math.ceil((x1 + high - EPS - rx.from) / rx.step) - 1;
      takeRow(p, iz * ry.count + iy, from > 0 ? from : 0, to < rx.count ? to : rx.count - 1);
    }
  }
}
