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

/**
 * Moves every edge inward by its own distance and joins the neighbours again (mitred).
 * Undefined where the walls leave no room: an edge of the result would run backwards.
 */
export function inset(polygon: readonly Point2[], by: readonly number[]): Point2[] | undefined {
  const n = polygon.length;
  const lines = polygon.map((a, i) => {
    const b = polygon[(i + 1) % n]!;
    const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
    const inward: Point2 = [-(b[1] - a[1]) / length, (b[0] - a[0]) / length];
    return { inward, offset: inward[0] * a[0] + inward[1] * a[1] + by[i]! };
  });
  const corners = lines.map((line, i): Point2 => {
    const before = lines[(i + n - 1) % n]!;
    const det = before.inward[0] * line.inward[1] - before.inward[1] * line.inward[0];
    if (Math.abs(det) < 1e-9) {
      const p = polygon[i]!;
      return [p[0] + line.inward[0] * by[i]!, p[1] + line.inward[1] * by[i]!];
    }
    return [
      (before.offset * line.inward[1] - line.offset * before.inward[1]) / det,
      (before.inward[0] * line.offset - line.inward[0] * before.offset) / det,
    ];
  });
  const keepsDirection = corners.every((c, i) => {
    const next = corners[(i + 1) % n]!;
    const a = polygon[i]!;
    const b = polygon[(i + 1) % n]!;
    return (next[0] - c[0]) * (b[0] - a[0]) + (next[1] - c[1]) * (b[1] - a[1]) > 0;
  });
  return keepsDirection && !crossingEdges(corners) ? corners : undefined;
}
