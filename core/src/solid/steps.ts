import { inSpace } from './loft';
import type { Point2 } from './polygon';
import type { Axis, Box } from './shape';

/** Slabs a sloped profile is stepped into, at most. */
const MOST_STEPS = 40;

/**
 * Few boxes that cover a profile extruded along an axis: exact where its edges are level or upright, stepped
 * to the outside along slopes. The steps are at most a 40th of its size wide.
 */
export function boxesOfPrism(polygon: readonly Point2[], axis: Axis, from: number, to: number): Box[] {
  const breaks = [...new Set(polygon.map((p) => p[0]))].sort((p, q) => p - q);
  const [first, last] = [breaks[0]!, breaks.at(-1)!];
  const width = Math.max(1, (last - first) / MOST_STEPS);
  const boxes: Box[] = [];
  let open: { low: number; high: number; a0: number; a1: number }[] = [];
  const close = (piece: (typeof open)[number]) =>
    boxes.push({
      kind: 'box',
      low: inSpace(axis, [piece.a0, piece.low], from),
      high: inSpace(axis, [piece.a1, piece.high], to),
    });
  for (let i = 0; i + 1 < breaks.length; i++) {
    const [p, q] = [breaks[i]!, breaks[i + 1]!];
    const steps = isStraight(polygon, p, q) ? 1 : Math.ceil((q - p) / width);
    for (let k = 0; k < steps; k++) {
      const a0 = p + ((q - p) * k) / steps;
      const a1 = p + ((q - p) * (k + 1)) / steps;
      const pieces = spansOf(polygon, a0, a1);
      const next: typeof open = [];
      for (const [low, high] of pieces) {
        const same = open.find((o) => Math.abs(o.low - low) < 1e-9 && Math.abs(o.high - high) < 1e-9);
        next.push(same ? { ...same, a1 } : { low, high, a0, a1 });
      }
      for (const piece of open)
        if (!next.some((n) => n.a0 === piece.a0 && n.low === piece.low && n.high === piece.high)) close(piece);
      open = next;
    }
  }
  open.forEach(close);
  return boxes;
}

/** Edges that cross a strip of the plane. */
function edgesAcross(polygon: readonly Point2[], a0: number, a1: number): [Point2, Point2][] {
  const edges = polygon.map((p, i): [Point2, Point2] => [p, polygon[(i + 1) % polygon.length]!]);
  return edges.filter(
    ([p, q]) => Math.min(p[0], q[0]) <= a0 + 1e-9 && Math.max(p[0], q[0]) >= a1 - 1e-9 && p[0] !== q[0],
  );
}

const isStraight = (polygon: readonly Point2[], a0: number, a1: number) =>
  edgesAcross(polygon, a0, a1).every(([p, q]) => p[1] === q[1]);

/** From–to of the other coordinate over a strip that no corner lies inside of. */
function spansOf(polygon: readonly Point2[], a0: number, a1: number): [number, number][] {
  const at = ([p, q]: [Point2, Point2], a: number) => p[1] + ((a - p[0]) / (q[0] - p[0])) * (q[1] - p[1]);
  const crossings = edgesAcross(polygon, a0, a1)
    .map((edge) => ({ middle: at(edge, (a0 + a1) / 2), ends: [at(edge, a0), at(edge, a1)] }))
    .sort((p, q) => p.middle - q.middle);
  const spans: [number, number][] = [];
  for (let i = 0; i + 1 < crossings.length; i += 2)
    spans.push([Math.min(...crossings[i]!.ends), Math.max(...crossings[i + 1]!.ends)]);
  return spans;
}
