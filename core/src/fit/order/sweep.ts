import { polygonHull } from 'd3-polygon';
import type { PlacedPart, Solid, Wall } from '../../assembly';
import {
  across,
  axisOf,
  leastAlong,
  moved,
  signedDistance,
  signOf,
  type Direction,
  type Shape,
  type Vec3,
} from '../../solid';
import type { Exit, Remains } from './exits';

/** A straight move of a part. */
export interface Leg {
  direction: Direction;
  by: number;
}

/**
 * Deeper than this counts as a hit, mm: parts that touch slide along each other. A hair more than where a search lets them
 * touch (0.05), so that what it finds is no hit by rounding.
 */
const HIT = 0.05 + 1e-6;

/** A shape drawn out along a direction: the room it sweeps, exact but for cylinders across their axis. */
export function swept(shape: Shape, { direction, by }: Leg): Shape {
  const axis = axisOf(direction);
  const low: Vec3 = [...shape.low];
  const high: Vec3 = [...shape.high];
  if (signOf(direction) > 0) high[axis] += by;
  else low[axis] -= by;
  if (shape.kind === 'prism' && shape.axis !== axis) {
    const [b] = across(shape.axis);
    const far = signOf(direction) * by;
    const there = shape.outline.map(([u, v]): [number, number] => (axis === b ? [u + far, v] : [u, v + far]));
    const outline = polygonHull([...shape.outline.map(([u, v]): [number, number] => [u, v]), ...there]);
    return { ...shape, outline: outline ?? shape.outline, low, high };
  }
  return shape.kind !== 'box' && shape.axis === axis ? { ...shape, low, high } : { kind: 'box', low, high };
}

const after = (shape: Shape, { direction, by }: Leg): Shape => {
  const to: Vec3 = [0, 0, 0];
  to[axisOf(direction)] = signOf(direction) * by;
  return moved(shape, to);
};

/** What goes along with a part; what is outside of the wall is put on from there. */
export const goesAlong = (s: Solid) => (s.role === 'body' || s.role === 'mount') && !s.swept && !s.outside;
const bodies = (part: PlacedPart) => part.solids.filter(goesAlong);

const normal: Vec3 = [0, 0, 0];

/** Do two shapes stand in each other, by more than they may touch? */
export function overlaps(a: Shape, b: Shape): boolean {
  for (let i = 0; i < 3; i++) if (a.high[i]! <= b.low[i]! + HIT || b.high[i]! <= a.low[i]! + HIT) return false;
  return a.kind === 'box' && b.kind === 'box' ? true : signedDistance(a, b, normal) < -HIT;
}

/** Do two sets of shapes meet on the way, more than they do at its start? */
function meets(own: readonly Shape[], leg: Leg, others: readonly Shape[]): boolean {
  for (const a of own) {
    const room = swept(a, leg);
    for (const b of others) if (overlaps(room, b) && !overlaps(a, b)) return true;
  }
  return false;
}

/** Does a way meet the shell that is left? */
export function meetsShell(part: PlacedPart, legs: readonly Leg[], { walls, features }: Remains, exit: Exit): boolean {
  let own: Shape[] = bodies(part).map((s) => s.shape);
  const obstacles = features.filter((f) => !f.swept).map((f) => f.shape);
  for (const leg of legs) {
    if (meets(own, leg, obstacles)) return true;
    for (const wall of walls) {
      const towards = wall.normal[axisOf(leg.direction)] * signOf(leg.direction);
      if (towards > -1e-6) continue;
      if (own.every((s) => leastAlong(after(s, leg), ...wall.normal) >= wall.offset - HIT)) continue;
      if (!passes(own, wall, exit, leg.direction)) return true;
    }
    own = own.map((s) => after(s, leg));
  }
  return false;
}

/**
 * Does everything go out through an exit past a wall, which leans in or lies across the way? Of the wall stands only
 * what lies before the joint: there it reaches farthest in at the joint itself, and all that goes out passes there.
 */
function passes(own: readonly Shape[], wall: Wall, { opens, direction }: Exit, way: Direction): boolean {
  if (way !== direction) return false;
  const axis = axisOf(direction);
  if (opens.kind === 'window')
    return own.every((s) =>
      [0, 1, 2].every((i) => i === axis || (s.low[i]! >= opens.low[i]! - 1e-6 && s.high[i]! <= opens.high[i]! + 1e-6)),
    );
  const beside: Vec3 = [...wall.normal];
  beside[axis] = 0;
  // A wall across the way goes with what opens, wherever in its thickness the joint is.
  if (Math.hypot(...beside) < 1e-3) return wall.normal[axis] * opens.at > wall.offset - wall.thickness;
  const behind = (s: Shape) => (signOf(direction) > 0 ? s.low[axis] : -s.high[axis]) < signOf(direction) * opens.at;
  return own.filter(behind).every((s) => leastAlong(s, ...beside) + wall.normal[axis] * opens.at >= wall.offset - HIT);
}

/** Which other parts a way meets. */
export function blockersOf(part: PlacedPart, legs: readonly Leg[], others: readonly PlacedPart[]): string[] {
  return others
    .filter((other) => {
      const shapes = bodies(other).map((s) => s.shape);
      let own: Shape[] = bodies(part).map((s) => s.shape);
      for (const leg of legs) {
        if (meets(own, leg, shapes)) return true;
        own = own.map((s) => after(s, leg));
      }
      return false;
    })
    .map((other) => other.id);
}
