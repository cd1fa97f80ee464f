import { EigenvalueDecomposition, Matrix } from 'ml-matrix';
import { BOARD_EDGES, type BoardEdge, type HoleMap } from '../../document';
import type { Point2 } from '../../solid';
import { rigidFit } from './rigidFit';
import { EDGE } from './types';
import type { HoleModel } from './model';

const isEdge = (end: string): end is BoardEdge => (BOARD_EDGES as readonly string[]).includes(end);

/** Distances between centres as the rims give them with the nominal diameters. */
function centreDistances(map: HoleMap): { from: string; to: string; value: number }[] {
  const r = (end: string) => (isEdge(end) ? 0 : (map.points[end]?.diameter.value ?? 0) / 2);
  return Object.values(map.distances).map(({ from, to, how, measured }) => ({
    from,
    to,
    value: measured.value - (how === 'outer' ? 1 : how === 'inner' ? -1 : 0) * (r(from) + r(to)),
  }));
}

/** Coordinates that the edges give by themselves, and the board's size; undefined where they do not. */
function fromEdges(map: HoleMap) {
  const distances = centreDistances(map);
  const size: (number | undefined)[] = [undefined, undefined];
  for (const d of distances) if (isEdge(d.from) && isEdge(d.to)) size[EDGE[d.from].axis] ??= d.value;
  const at = new Map<string, [number | undefined, number | undefined]>();
  // A far edge without a size: found when another distance spans the board, otherwise guessed from the largest.
  for (const d of distances) {
    const [edge, point] = isEdge(d.from) ? [d.from, d.to] : [d.to, d.from];
    if (!isEdge(edge) || isEdge(point)) continue;
    const { axis, far } = EDGE[edge];
    const known = at.get(point) ?? [undefined, undefined];
    if (!far) known[axis] ??= d.value;
    else if (size[axis] !== undefined) known[axis] ??= size[axis]! - d.value;
    at.set(point, known);
  }
  return { at, size };
}

/**
 * Places to start the adjustment from: points laid down one after the other from triangles, and classical scaling
 * (Torgerson, 1952) of the distances, missing ones by the shortest way along the others; each as it comes, mirrored,
 * and turned to where the edges ask.
 */
export function startsOf(map: HoleMap, model: HoleModel): Float64Array[] {
  const { ids } = model;
  const n = ids.length;
  const edges = fromEdges(map);
  const index = new Map(ids.map((id, i) => [id, i]));
  const d = new Float64Array(n * n).fill(Infinity);
  const set = (i: number, j: number, v: number) => {
    if (v < d[i * n + j]!) d[i * n + j] = d[j * n + i] = v;
  };
  for (let i = 0; i < n; i++) d[i * n + i] = 0;
  for (const { from, to, value } of centreDistances(map))
    if (!isEdge(from) && !isEdge(to)) set(index.get(from)!, index.get(to)!, value);
  const given = ids.map((id) => edges.at.get(id));
  for (let i = 0; i < n; i++)
    for (let j = 0; j < i; j++) {
      const [p, q] = [given[i], given[j]];
      if (p?.[0] !== undefined && p[1] !== undefined && q?.[0] !== undefined && q[1] !== undefined)
        set(i, j, Math.hypot(p[0] - q[0], p[1] - q[1]));
    }
  const figures = trilaterated(d, n);
  for (let k = 0; k < n; k++)
    for (let i = 0; i < n; i++)
      for (let j = 0; j < n; j++) {
        const way = d[i * n + k]! + d[k * n + j]!;
        if (way < d[i * n + j]!) d[i * n + j] = way;
      }
  figures.push(scaled(d, n));
  const layouts: Point2[][] = [];
  const hasEdges = [...edges.at.values()].length > 0;
  for (const figure of figures)
    for (const mirror of [1, -1])
      for (const quarter of hasEdges ? [0, 1, 2, 3] : [0]) {
        const spun = figure.map(([x, y]): Point2 => {
          const [a, b] = [x, y * mirror];
          return quarter === 0 ? [a, b] : quarter === 1 ? [-b, a] : quarter === 2 ? [-a, -b] : [b, -a];
        });
        layouts.push(settled(spun, given));
      }
  return layouts.map((layout) => vectorOf(layout, model, edges.size));
}

/** Triangles to begin with: the better one's distances may hold the misreading. */
const SEEDS = 4;

/**
 * Figures laid down from a triangle: the point with the most known distances next, where two circles meet; of their
 * two meetings the one that suits its other distances. Points that hang on fewer than two are put aside of the rest.
 */
function trilaterated(d: Float64Array, n: number): Point2[][] {
  const known = (i: number, j: number) => i !== j && Number.isFinite(d[i * n + j]!);
  const triangles: { ids: [number, number, number]; area: number }[] = [];
  for (let i = 0; i < n; i++)
    for (let j = i + 1; j < n; j++)
      for (let k = j + 1; k < n; k++) {
        if (!known(i, j) || !known(j, k) || !known(i, k)) continue;
        const [a, b, c] = [d[i * n + j]!, d[j * n + k]!, d[i * n + k]!];
        const s = (a + b + c) / 2;
        triangles.push({ ids: [i, j, k], area: Math.sqrt(Math.max(0, s * (s - a) * (s - b) * (s - c))) });
      }
  triangles.sort((p, q) => q.area - p.area);
  const seeds = triangles
    .filter((_, i) => i % Math.max(1, Math.floor(triangles.length / (2 * SEEDS))) === 0)
    .slice(0, SEEDS);
  return seeds.map(({ ids: [i, j, k] }) => {
    const at: (Point2 | undefined)[] = Array.from({ length: n }, () => undefined);
    const side = d[i * n + j]!;
    at[i] = [0, 0];
    at[j] = [side, 0];
    at[k] = meetings(at[i], at[j], d[i * n + k]!, d[j * n + k]!)[0]!;
    for (;;) {
      let next = -1;
      let most = 1;
      for (let p = 0; p < n; p++) {
        if (at[p]) continue;
        let count = 0;
        for (let q = 0; q < n; q++) if (at[q] && known(p, q)) count++;
        if (count > most) [next, most] = [p, count];
      }
      if (next < 0) break;
      at[next] = placed(next, at, d, n);
    }
    const largest = Math.max(1, ...at.flatMap((p) => (p ? [Math.abs(p[0]), Math.abs(p[1])] : [])));
    return at.map((p, q): Point2 => p ?? [largest * (1.2 + 0.1 * (q % 3)), largest * 0.3 * ((q % 5) - 2)]);
  });
}

/** Where a point lies by its distances to those that are placed: the best of all meetings of two circles. */
function placed(p: number, at: readonly (Point2 | undefined)[], d: Float64Array, n: number): Point2 {
  const near = at.flatMap((q, i) => (q && i !== p && Number.isFinite(d[p * n + i]!) ? [{ q, r: d[p * n + i]! }] : []));
  let best: Point2 = [0, 0];
  let least = Infinity;
  for (let i = 0; i < near.length; i++)
    for (let j = 0; j < i; j++)
      for (const candidate of meetings(near[i]!.q, near[j]!.q, near[i]!.r, near[j]!.r)) {
        // Sum of what is off, without squares: one misreading does not pull it away.
        const off = near.reduce(
          (s, { q, r }) => s + Math.abs(Math.hypot(candidate[0] - q[0], candidate[1] - q[1]) - r),
          0,
        );
        if (off < least) [best, least] = [candidate, off];
      }
  return best;
}

/** Both points at the given distances from two others; the nearest to it where the circles do not meet. */
function meetings(a: Point2, b: Point2, ra: number, rb: number): [Point2, Point2] {
  const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
  const l = Math.hypot(dx, dy) || 1e-9;
  const along = (l * l + ra * ra - rb * rb) / (2 * l);
  const off = Math.sqrt(Math.max(0, ra * ra - along * along));
  const [ux, uy] = [dx / l, dy / l];
  const foot: Point2 = [a[0] + along * ux, a[1] + along * uy];
  return [
    [foot[0] - off * uy, foot[1] + off * ux],
    [foot[0] + off * uy, foot[1] - off * ux],
  ];
}

/** Known coordinates are taken; the others are shifted along with their mean. */
function settled(figure: Point2[], given: ([number | undefined, number | undefined] | undefined)[]): Point2[] {
  const by = ([0, 1] as const).map((k) => {
    const known = figure.flatMap((p, i) => (given[i]?.[k] === undefined ? [] : [given[i]![k]! - p[k]]));
    if (known.length > 0) return known.reduce((s, v) => s + v, 0) / known.length;
    return -Math.min(0, ...figure.map((p) => p[k]));
  });
  return figure.map((p, i): Point2 => [given[i]?.[0] ?? p[0] + by[0]!, given[i]?.[1] ?? p[1] + by[1]!]);
}

function vectorOf(layout: Point2[], model: HoleModel, size: (number | undefined)[]): Float64Array {
  const x = new Float64Array(model.size);
  layout.forEach(([px, py], i) => {
    x[2 * i] = px;
    x[2 * i + 1] = py;
  });
  const furthest = (k: 0 | 1) => Math.max(1, ...layout.map((p) => p[k]));
  if (model.columns.width !== undefined) x[model.columns.width] = size[0] ?? furthest(0) + 5;
  if (model.columns.depth !== undefined) x[model.columns.depth] = size[1] ?? furthest(1) + 5;
  for (const { angle, shift, seen } of model.turning) {
    if (seen.length < 2) continue;
    const fit = rigidFit(
      seen.map(({ column }): Point2 => [x[column]!, x[column + 1]!]),
      seen.map(({ at }) => at),
    );
    x[angle] = fit.angle;
    x[shift] = fit.shift[0];
    x[shift + 1] = fit.shift[1];
  }
  // Radii start at what was measured of them.
  const row = new Float64Array(model.size);
  for (const e of model.equations)
    if (e.kind === 'known') {
      row.fill(0);
      e.at(x, row);
      x[row.findIndex((v) => v !== 0)] = e.value;
    }
  return x;
}

/** Classical scaling to the plane. Points that hang on nothing are strewn around. */
function scaled(d: Float64Array, n: number): Point2[] {
  if (n === 0) return [];
  const largest = Math.max(1, ...d.filter((v) => Number.isFinite(v)));
  const square = (i: number, j: number) => {
    const v = d[i * n + j]!;
    return Number.isFinite(v) ? v * v : (largest * (1 + 0.13 * ((i * 7 + j * 3) % 5))) ** 2;
  };
  const mean = Array.from({ length: n }, (_, i) => {
    let s = 0;
    for (let j = 0; j < n; j++) s += square(i, j);
    return s / n;
  });
  const grand = mean.reduce((s, v) => s + v, 0) / n;
  const b = Matrix.zeros(n, n);
  for (let i = 0; i < n; i++)
    for (let j = 0; j < n; j++) b.set(i, j, -0.5 * (square(i, j) - mean[i]! - mean[j]! + grand));
  const { realEigenvalues: values, eigenvectorMatrix: vectors } = new EigenvalueDecomposition(b, {
    assumeSymmetric: true,
  });
  const order = values.map((v, i) => ({ v, i })).sort((p, q) => q.v - p.v);
  const along = (k: number, i: number) => {
    const e = order[k];
    return e && e.v > 0 ? vectors.get(i, e.i) * Math.sqrt(e.v) : 0.1 * ((i % 3) - 1);
  };
  return Array.from({ length: n }, (_, i): Point2 => [along(0, i), along(1, i)]);
}
