/** A point of the plane; which two axes it means is the caller's. */
export type Point2 = readonly [number, number];

const cross = (o: Point2, a: Point2, b: Point2) => (a[0] - o[0]) * (b[1] - o[1]) - (a[1] - o[1]) * (b[0] - o[0]);

/** Signed area, positive counter-clockwise (shoelace formula). */
export function area(polygon: readonly Point2[]): number {
  let twice = 0;
  for (let i = 0; i < polygon.length; i++) {
    const a = polygon[i]!;
    const b = polygon[(i + 1) % polygon.length]!;
    twice += a[0] * b[1] - b[0] * a[1];
  }
  return twice / 2;
}

/** No corner turns right (for a counter-clockwise polygon). */
export function isConvex(polygon: readonly Point2[]): boolean {
  return polygon.every((p, i) => {
    const n = polygon.length;
    return cross(p, polygon[(i + 1) % n]!, polygon[(i + 2) % n]!) >= -1e-9;
  });
}

/** Indices of the first two edges that cross or touch without being neighbours. */
export function crossingEdges(polygon: readonly Point2[]): [number, number] | undefined {
  const n = polygon.length;
  for (let i = 0; i < n; i++)
    for (let j = i + 1; j < n; j++) {
      if (j === i + 1 || (i === 0 && j === n - 1)) continue;
      if (segmentsMeet(polygon[i]!, polygon[(i + 1) % n]!, polygon[j]!, polygon[(j + 1) % n]!)) return [i, j];
    }
  return undefined;
}

function segmentsMeet(a: Point2, b: Point2, c: Point2, d: Point2): boolean {
  const abc = cross(a, b, c);
  const abd = cross(a, b, d);
  const cda = cross(c, d, a);
  const cdb = cross(c, d, b);
  if (((abc > 0 && abd < 0) || (abc < 0 && abd > 0)) && ((cda > 0 && cdb < 0) || (cda < 0 && cdb > 0))) return true;
  const within = (p: Point2, q: Point2, r: Point2, side: number) =>
    side === 0 &&
    Math.min(p[0], q[0]) <= r[0] &&
    r[0] <= Math.max(p[0], q[0]) &&
    Math.min(p[1], q[1]) <= r[1] &&
    r[1] <= Math.max(p[1], q[1]);
  return within(a, b, c, abc) || within(a, b, d, abd) || within(c, d, a, cda) || within(c, d, b, cdb);
}

/** Even-odd rule; a point on the border may go either way. */
export function contains(polygon: readonly Point2[], [x, y]: Point2): boolean {
  let inside = false;
  for (let i = 0, j = polygon.length - 1; i < polygon.length; j = i++) {
    const a = polygon[i]!;
    const b = polygon[j]!;
    if (a[1] > y !== b[1] > y && x < ((b[0] - a[0]) * (y - a[1])) / (b[1] - a[1]) + a[0]) inside = !inside;
  }
  return inside;
}

/** What is left of a polygon where `normal · p ≥ offset` (Sutherland and Hodgman, 1974). */
export function clip(polygon: readonly Point2[], normal: Point2, offset: number): Point2[] {
  const kept: Point2[] = [];
  for (let i = 0; i < polygon.length; i++) {
    const a = polygon[i]!;
    const b = polygon[(i + 1) % polygon.length]!;
    const da = normal[0] * a[0] + normal[1] * a[1] - offset;
    const db = normal[0] * b[0] + normal[1] * b[1] - offset;
    if (da >= 0) kept.push(a);
    if ((da > 0 && db < 0) || (da < 0 && db > 0)) {
      const t = da / (da - db);
      kept.push([a[0] + t * (b[0] - a[0]), a[1] + t * (b[1] - a[1])]);
    }
  }
  return kept;
}

/** A polygon whose edges were moved inward, and which edges are left of it. */
export interface Inset {
  corners: Point2[];
  /** `kept[i]`: index of the original edge that the edge from corner i lies on. */
  kept: number[];
}

/**
 * Moves every edge inward by its own distance and joins the neighbours again (mitred). An edge that may
 * vanish (a chord of a small rounding) and would run backwards is dropped. Undefined where the walls leave no
 * room: an edge that must stay would run backwards (`onLost` is told which), or the result crosses itself.
 */
export function inset(
  polygon: readonly Point2[],
  by: readonly number[],
  mayVanish: (edge: number) => boolean = () => false,
  onLost: (edge: number) => void = () => {},
): Inset | undefined {
  const n = polygon.length;
  const lines = polygon.map((a, i) => {
    const b = polygon[(i + 1) % n]!;
    const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
    const along: Point2 = [(b[0] - a[0]) / length, (b[1] - a[1]) / length];
    const inward: Point2 = [-along[1], along[0]];
    return { edge: i, along, inward, offset: inward[0] * a[0] + inward[1] * a[1] + by[i]! };
  });
  while (lines.length >= 3) {
    const corners = lines.map((line, i): Point2 => {
      const before = lines[(i + lines.length - 1) % lines.length]!;
      const det = before.inward[0] * line.inward[1] - before.inward[1] * line.inward[0];
      if (Math.abs(det) < 1e-9) {
        const p = polygon[line.edge]!;
        const d = line.offset - line.inward[0] * p[0] - line.inward[1] * p[1];
        return [p[0] + line.inward[0] * d, p[1] + line.inward[1] * d];
      }
      return [
        (before.offset * line.inward[1] - line.offset * before.inward[1]) / det,
        (before.inward[0] * line.offset - line.inward[0] * before.offset) / det,
      ];
    });
    const run = (i: number) => {
      const c = corners[i]!;
      const next = corners[(i + 1) % corners.length]!;
      return (next[0] - c[0]) * lines[i]!.along[0] + (next[1] - c[1]) * lines[i]!.along[1];
    };
    let worst = -1;
    let least = 1e-9;
    for (let i = 0; i < lines.length; i++)
      if (run(i) < least) {
        least = run(i);
        worst = i;
      }
    if (worst < 0) return crossingEdges(corners) ? undefined : { corners, kept: lines.map((l) => l.edge) };
    // Of the edges that run backwards the most reversed one that may go goes first.
    const candidates = lines.map((_, i) => i).filter((i) => run(i) < 1e-9 && mayVanish(lines[i]!.edge));
    if (candidates.length === 0) {
      onLost(lines[worst]!.edge);
      return undefined;
    }
    lines.splice(
      candidates.reduce((a, b) => (run(b) < run(a) ? b : a)),
      1,
    );
  }
  return undefined;
}
