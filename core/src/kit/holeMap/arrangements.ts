import { BOARD_EDGES, type BoardEdge, type HoleMap } from '../../document';
import type { HoleModel } from './model';
import { EDGE } from './types';

/** A place a point has along an axis by a distance from an edge of the board, mm. */
interface FromEdge {
  axis: 0 | 1;
  at: number;
}

/** The figure as a graph: which points are tied to which, and which to the board's edges. */
interface Ties {
  ids: readonly string[];
  neighbours: Map<string, Set<string>>;
  edges: Map<string, FromEdge[]>;
}

const isEdge = (end: string): end is BoardEdge => (BOARD_EDGES as readonly string[]).includes(end);
/** With more points than this only pairs that are tied to each other or to a common one are folded over. */
const ALL_PAIRS = 14;
/** Angles at which a figure is laid against the edges. */
const ANGLES = 48;
const MOST_STARTS = 120;

function tiesOf(map: HoleMap, { ids, columns }: HoleModel, x: Float64Array): Ties {
  const neighbours = new Map(ids.map((id) => [id, new Set<string>()]));
  const edges = new Map(ids.map((id) => [id, [] as FromEdge[]]));
  for (const { from, to, measured } of Object.values(map.distances)) {
    if (isEdge(from) && isEdge(to)) continue;
    if (isEdge(from) || isEdge(to)) {
      const [edge, point] = isEdge(from) ? [from, to] : [to as BoardEdge, from];
      const { axis, far } = EDGE[edge];
      const column = axis === 0 ? columns.width : columns.depth;
      const size = far && column !== undefined ? x[column]! : undefined;
      edges.get(point)?.push({ axis, at: size === undefined ? measured.value : size - measured.value });
      continue;
    }
    neighbours.get(from)?.add(to);
    neighbours.get(to)?.add(from);
  }
  return { ids, neighbours, edges };
}

/** The pieces a figure falls into without some of its points. */
function pieces({ ids, neighbours }: Ties, without: readonly string[]): string[][] {
  const seen = new Set(without);
  const found: string[][] = [];
  for (const id of ids) {
    if (seen.has(id)) continue;
    const piece = [id];
    seen.add(id);
    for (let i = 0; i < piece.length; i++)
      for (const next of neighbours.get(piece[i]!)!)
        if (!seen.has(next)) {
          seen.add(next);
          piece.push(next);
        }
    found.push(piece);
  }
  return found;
}

/**
 * Other figures that the same readings may allow, as starts: pieces folded over the line of two points they hang on;
 * pieces that edges hold along one axis only, turned over at the point they hang on; pieces laid against the edges at
 * another angle or the other way round.
 * @param x the figure that was found, as the model's unknowns, mm @param agrees it agrees with its readings
 */
export function otherStarts(map: HoleMap, model: HoleModel, x: Float64Array, agrees: boolean): Float64Array[] {
  const ties = tiesOf(map, model, x);
  const found = [
    ...foldedStarts(ties, model, x),
    ...turnedOverStarts(ties, model, x),
    ...laidStarts(ties, model, x),
  ].slice(0, MOST_STARTS);
  // Where hardly a reading is to spare, figures that no fold leads to may fit as well.
  const spare = model.equations.length - model.size;
  return spare < (agrees ? BARELY : FEW) ? [...found, ...scattered(model, x, SCATTERED)] : found;
}

/** Less to spare than this, also of a figure that does not agree, and so many starts anywhere on the board. */
const BARELY = 3;
const FEW = 8;
const SCATTERED = 60;

/** The points anywhere over the figure's own size: a row of places that repeats for the same figure (Weyl, golden ratio). */
function scattered({ ids, column }: HoleModel, x: Float64Array, count: number): Float64Array[] {
  const ends = [0, 1].map((k) => {
    const at = ids.map((id) => x[column.get(id)! + k]!);
    const [low, high] = [Math.min(...at), Math.max(...at)];
    return { from: low - 0.2 * (high - low), by: 1.4 * (high - low) + 1 };
  });
  let turn = 0;
  const next = () => (turn = (turn + 0.6180339887498949) % 1);
  return Array.from({ length: count }, (_, k) => {
    const start = Float64Array.from(x);
    for (const id of ids)
      for (const i of [0, 1])
        start[column.get(id)! + i] = ends[i]!.from + ends[i]!.by * ((next() * (k + 2) * 7.13) % 1);
    return start;
  });
}

const heldBy = ({ edges }: Ties, piece: readonly string[]): Set<0 | 1> =>
  new Set(piece.flatMap((id) => edges.get(id)!.map((e) => e.axis)));

function foldedStarts(ties: Ties, { column }: HoleModel, x: Float64Array): Float64Array[] {
  const { ids, neighbours } = ties;
  const near = (a: string, b: string) => {
    if (neighbours.get(a)!.has(b)) return true;
    for (const id of neighbours.get(a)!) if (neighbours.get(b)!.has(id)) return true;
    return false;
  };
  const starts: Float64Array[] = [];
  for (let i = 0; i < ids.length; i++)
    for (let j = 0; j < i; j++) {
      const [a, b] = [ids[i]!, ids[j]!];
      if (ids.length > ALL_PAIRS && !near(a, b)) continue;
      const all = pieces(ties, [a, b]);
      const free = all.filter((piece) => heldBy(ties, piece).size === 0);
      // Of pieces that no edge holds one may stay: turning the others over is the same.
      const stay =
        free.length === all.length ? free.reduce((p, q) => (q.length > p.length ? q : p), free[0] ?? []) : undefined;
      for (const piece of free)
        if (piece !== stay)
          starts.push(
            reflected(
              x,
              piece.map((id) => column.get(id)!),
              column.get(a)!,
              column.get(b)!,
            ),
          );
    }
  return starts;
}

/** With some points over the line of two others. */
function reflected(x: Float64Array, points: readonly number[], a: number, b: number): Float64Array {
  const next = Float64Array.from(x);
  const [ux, uy] = [x[b]! - x[a]!, x[b + 1]! - x[a + 1]!];
  const l2 = ux * ux + uy * uy || 1;
  for (const p of points) {
    const t = ((x[p]! - x[a]!) * ux + (x[p + 1]! - x[a + 1]!) * uy) / l2;
    next[p] = 2 * (x[a]! + t * ux) - x[p]!;
    next[p + 1] = 2 * (x[a + 1]! + t * uy) - x[p + 1]!;
  }
  return next;
}

function turnedOverStarts(ties: Ties, { column }: HoleModel, x: Float64Array): Float64Array[] {
  const starts: Float64Array[] = [];
  for (const hinge of ties.ids)
    for (const piece of pieces(ties, [hinge])) {
      const held = [...heldBy(ties, piece)];
      if (held.length !== 1) continue;
      const other = 1 - held[0]!;
      const next = Float64Array.from(x);
      for (const id of piece) {
        const c = column.get(id)! + other;
        next[c] = 2 * x[column.get(hinge)! + other]! - x[c]!;
      }
      starts.push(next);
    }
  return starts;
}

/** Every piece laid against the edges that hold it, at each angle and both ways round where that fits best. */
function laidStarts(ties: Ties, { column }: HoleModel, x: Float64Array): Float64Array[] {
  const starts: Float64Array[] = [];
  for (const piece of pieces(ties, [])) {
    const marks = piece.flatMap((id) => ties.edges.get(id)!.map((e) => ({ c: column.get(id)!, ...e })));
    if (marks.length === 0 || piece.length < 2) continue;
    for (const way of [1, -1] as const) {
      const laid = Array.from({ length: ANGLES }, (_, k) => laidAt(x, marks, way, (2 * Math.PI * k) / ANGLES));
      laid.forEach(({ shortfalls, angle, shift }, k) => {
        // Only where it lies better than a little to both sides.
        const [before, after] = [laid[(k + ANGLES - 1) % ANGLES]!, laid[(k + 1) % ANGLES]!];
        if (shortfalls > before.shortfalls || shortfalls > after.shortfalls) return;
        const [c, s] = [Math.cos(angle), Math.sin(angle)];
        const next = Float64Array.from(x);
        for (const id of piece) {
          const p = column.get(id)!;
          const [u, v] = [x[p]!, way * x[p + 1]!];
          next[p] = c * u - s * v + shift[0];
          next[p + 1] = s * u + c * v + shift[1];
        }
        starts.push(next);
      });
    }
  }
  return starts;
}

/** How well a piece turned by an angle lies against the edges, at its best shift along each axis. */
function laidAt(x: Float64Array, marks: readonly (FromEdge & { c: number })[], way: 1 | -1, angle: number) {
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  const off = marks.map(({ c: p, axis, at }) => {
    const [u, v] = [x[p]!, way * x[p + 1]!];
    return { axis, by: at - (axis === 0 ? c * u - s * v : s * u + c * v) };
  });
  const shift = ([0, 1] as const).map((axis) => {
    const own = off.filter((o) => o.axis === axis);
    return own.length === 0 ? 0 : own.reduce((sum, o) => sum + o.by, 0) / own.length;
  }) as [number, number];
  const shortfalls = off.reduce((sum, o) => sum + (o.by - shift[o.axis]!) ** 2, 0);
  return { shortfalls, angle, shift };
}
