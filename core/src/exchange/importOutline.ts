import { min } from 'd3-array';
import { corner, type AxisName, type FaceId, type PrismShape, type ProfileHull } from '../document';
import { measured } from '../quantity';
import type { Point2 } from '../solid';
import { fewCorners, UNITS, type FileUnit } from './read';

/** Corners a section may have. */
const MOST_CORNERS = 24;

/** A loop of a drawing in mm, its low ends at 0, with few corners; `off` is how far they may lie from it, mm. */
export function sectionOf(loop: readonly Point2[], unit: FileUnit): { corners: Point2[]; off: number } {
  const scale = UNITS[unit];
  const [a0, b0] = [min(loop, (p) => p[0])!, min(loop, (p) => p[1])!];
  const moved = loop.map(([a, b]): Point2 => [(a - a0) * scale, (b - b0) * scale]);
  return fewCorners(moved, MOST_CORNERS);
}

const length = (value: number, off: number) =>
  measured(Number(value.toFixed(2)), 'catalogue', Number(Math.max(0.5, off).toFixed(2)));

/** A hull whose section is an outline; faces are numbered where they are no plain side. */
export function hullFromSection(corners: readonly Point2[], off: number, axis: AxisName, along: number): ProfileHull {
  const plain: Record<AxisName, [string, string, string, string]> = {
    x: ['bottom', 'rear', 'top', 'front'],
    y: ['bottom', 'right', 'top', 'left'],
    z: ['front', 'right', 'rear', 'left'],
  };
  const used = new Set<FaceId>();
  const nameOf = (i: number): FaceId => {
    const [p, q] = [corners[i]!, corners[(i + 1) % corners.length]!];
    const [dx, dy] = [q[0] - p[0], q[1] - p[1]];
    const level = Math.abs(dx) > Math.abs(dy);
    const side = plain[axis][level ? (dx > 0 ? 0 : 2) : dy > 0 ? 1 : 3];
    const straight = Math.min(Math.abs(dx), Math.abs(dy)) < 0.05 * Math.hypot(dx, dy);
    if (straight && !used.has(side)) return side;
    for (let n = 2; ; n++) if (!used.has(`${side}-${n}`)) return `${side}-${n}`;
  };
  return {
    form: 'profile',
    axis,
    length: measured(along, 'guess'),
    corners: corners.map(([a, b], i) => {
      const face = nameOf(i);
      used.add(face);
      return corner(length(a, off), length(b, off), face);
    }),
    ends: { low: measured(3, 'guess', 1), high: measured(3, 'guess', 1) },
  };
}

/** A feature's shape from an outline. */
export function prismFromSection(corners: readonly Point2[], off: number, axis: AxisName, along: number): PrismShape {
  return {
    kind: 'prism',
    axis,
    length: measured(along, 'guess'),
    corners: corners.map(([a, b]) => ({ a: length(a, off), b: length(b, off) })),
  };
}
