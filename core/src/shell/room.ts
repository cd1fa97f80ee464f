import type { Assembly, Wall } from '../assembly';
import { inPlane, inSpace, stepped, type Axis, type Box, type Cylinder, type Point2, type Vec3 } from '../solid';

/** Everything that takes room in a cavity: shapes, and walls as half-spaces `normal · p ≥ offset`. */
export interface Room {
  low: Vec3;
  high: Vec3;
  shapes: (Box | Cylinder)[];
  walls: { normal: Vec3; offset: number }[];
}

/** What counts as taken: features to leave out (as if they were cut away), and whether the parts stand in it. */
export interface RoomOptions {
  without?: readonly string[];
  withParts?: boolean;
}

/** The cavity with what stands in it. A profile with dents becomes boxes of 1 mm strips outside of it. */
export function roomOf(
  { hull, features, parts }: Assembly,
  { without = [], withParts = false }: RoomOptions = {},
): Room {
  const left = new Set(without);
  const shapes = features.filter((f) => !left.has(f.owner)).flatMap((f) => stepped(f.shape));
  if (withParts)
    for (const part of parts)
      for (const solid of part.solids)
        if (solid.role === 'body' || solid.role === 'mount') shapes.push(...stepped(solid.shape));
  const tilted = (wall: Wall) => wall.normal.filter((n) => Math.abs(n) > 1e-9).length > 1;
  const { innerLow: low, innerHigh: high } = hull;
  if (!hull.convex) shapes.push(...outsideOf(hull.inner.low, hull.inner.axis, low, high));
  return { low, high, shapes, walls: hull.convex ? hull.walls.filter(tilted) : [] };
}

/** Boxes between a dented profile and the box around it, in strips of 1 mm, equal neighbours joined. */
function outsideOf(polygon: readonly Point2[], axis: Axis, low: Vec3, high: Vec3): Box[] {
  const [a0, b0] = inPlane(axis, low);
  const [a1, b1] = inPlane(axis, high);
  const boxes: Box[] = [];
  let run: { from: number; spans: Point2[] } | undefined;
  const close = (to: number) => {
    if (!run) return;
    for (const [from, until] of run.spans)
      boxes.push({
        kind: 'box',
        low: inSpace(axis, [run.from, from], low[axis]),
        high: inSpace(axis, [to, until], high[axis]),
      });
  };
  for (let a = a0; a < a1; a += 1) {
    const spans = gapsOf(polygon, a, Math.min(a + 1, a1), b0, b1);
    const same =
      run?.spans.length === spans.length &&
      spans.every((s, i) => s[0] === run!.spans[i]![0] && s[1] === run!.spans[i]![1]);
    if (same) continue;
    close(a);
    run = { from: a, spans };
  }
  close(a1);
  return boxes;
}

/** What of a strip a0…a1 is not inside the polygon over its whole width. */
function gapsOf(polygon: readonly Point2[], a0: number, a1: number, b0: number, b1: number): Point2[] {
  // Spans that are inside at every corner within the strip and at both of its sides.
  const places = [a0 + 1e-6, ...polygon.map((p) => p[0]).filter((a) => a > a0 && a < a1), a1 - 1e-6];
  let inside: Point2[] = [[b0, b1]];
  for (const a of places) {
    const crossings: number[] = [];
    polygon.forEach((p, i) => {
      const q = polygon[(i + 1) % polygon.length]!;
      if (p[0] > a !== q[0] > a) crossings.push(p[1] + ((a - p[0]) / (q[0] - p[0])) * (q[1] - p[1]));
    });
    crossings.sort((x, y) => x - y);
    const here: Point2[] = [];
    for (let i = 0; i + 1 < crossings.length; i += 2) here.push([crossings[i]!, crossings[i + 1]!]);
    inside = inside.flatMap(([f, t]) =>
      here.map(([hf, ht]): Point2 => [Math.max(f, hf), Math.min(t, ht)]).filter(([x, y]) => y > x),
    );
  }
  const gaps: Point2[] = [];
  let at = b0;
  for (const [f, t] of inside) {
    if (f > at + 1e-6) gaps.push([at, f]);
    at = t;
  }
  if (b1 > at + 1e-6) gaps.push([at, b1]);
  return gaps;
}
