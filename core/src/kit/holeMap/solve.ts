import { EigenvalueDecomposition, Matrix } from 'ml-matrix';
import type { HoleMap } from '../../document';
import type { Point2 } from '../../solid';
import { minimise, normalEquations, type Minimum } from './leastSquares';
import { holeModel, type HoleModel, type PhotoPoints } from './model';
import { rigidFit } from './rigidFit';
import { folded, startsOf } from './starts';
import type { HoleSolution, SolvedDistance, SolvedPoint } from './types';

/** A normalised residual over this is likely a misreading: Baarda's data snooping. */
const MISREAD = 3;
/** Under this share of redundancy an error could not be seen. */
const CHECKED = 0.02;
const MOST_MISREAD = 6;
/** Normalised residuals this near to each other can't be told apart. */
const TIE = 1e-3;
/** Eigenvalues under this share of the largest are motions that no reading holds. */
const LOOSE = 1e-8;
/** Sum of squares per reading that counts as agreeing, and how far a point may lie over the board's edge, mm. */
const GOOD_PER_READING = 4;
const SLACK = 1;
/** χ² with two degrees of freedom at 95 %. */
const CHI2_2_95 = 5.991465;

/**
 * Positions of all holes and sockets from caliper distances in any order and number, and from photos.
 * Weighted least squares (Levenberg and Marquardt from several starts); covariance of the free network by the
 * pseudo-inverse; misreadings by normalised residuals (Baarda's data snooping, geodesy texts, from memory), the
 * worst left out first until none is over 3. Half-widths are read as 95 % of a normal distribution.
 */
export function solveHoles(map: HoleMap, photos: readonly PhotoPoints[] = []): HoleSolution {
  if (Object.keys(map.points).length === 0) return NOTHING;
  const misread = new Set<string>();
  let state = adjust(map, photos, misread);
  while (misread.size < MOST_MISREAD) {
    const suspects = state.residuals
      .filter((r) => r.kind !== 'known' && r.redundancy > CHECKED && Math.abs(r.normalised) > MISREAD)
      .sort((a, b) => Math.abs(b.normalised) - Math.abs(a.normalised));
    const worst = suspects[0];
    // With too little redundancy several readings look equally wrong: none may be taken out then.
    const next = suspects[1];
    if (!worst || (next && Math.abs(worst.normalised) - Math.abs(next.normalised) < TIE)) break;
    if (worst.kind !== 'distance') break;
    misread.add(worst.id);
    state = adjust(map, photos, misread);
  }
  return solutionOf(map, state, [...misread], photos.length > 0);
}

const NOTHING: HoleSolution = {
  points: [],
  width: undefined,
  depth: undefined,
  distances: [],
  misread: [],
  missing: undefined,
  mirror: undefined,
  ambiguous: undefined,
  spread: 1,
};

interface Residual {
  id: string;
  kind: 'distance' | 'known' | 'pick';
  residual: number;
  normalised: number;
  redundancy: number;
}

interface State {
  model: HoleModel;
  best: Minimum;
  others: Minimum[];
  /** Pseudo-inverse of the normal matrix, row by row. */
  cofactor: Float64Array;
  /** Motions that no reading holds, without those of the whole figure. */
  mechanisms: Float64Array[];
  residuals: Residual[];
}

function adjust(map: HoleMap, photos: readonly PhotoPoints[], left: ReadonlySet<string>): State {
  const model = holeModel(map, photos, left);
  const wanted = wantsMirror(map);
  const { equations } = model;
  const starts = startsOf(map, model)
    .map((start) => ({ start, chi2: normalEquations(equations, start).chi2 }))
    .sort((a, b) => a.chi2 - b.chi2);
  const minima: Minimum[] = [];
  const rank = (a: Minimum, b: Minimum) => Number(offBoard(a, model)) - Number(offBoard(b, model)) || a.chi2 - b.chi2;
  for (const { start } of starts) {
    minima.push(minimise(equations, start));
    minima.sort(rank);
    // Two that agree with the readings are enough: one and perhaps its mirror image.
    const good = minima[0]!.chi2 < GOOD_PER_READING * equations.length && !offBoard(minima[0]!, model);
    if (good && minima.length >= 2) break;
  }
  // Fold each point over lines of two that it is measured from; a better or equal place is another arrangement.
  const first = minima[0]!;
  for (const { point, a, b } of foldsOf(map, model))
    minima.push(minimise(model.equations, folded(first.x, model, point, a, b), 25));
  minima.sort(rank);
  const rightWay = wanted ? minima.filter((m) => sideOf(m.x, model, wanted) === wanted.side) : minima;
  const best =
    rightWay[0] && rightWay[0].chi2 < minima[0]!.chi2 + 1 ? rightWay[0] : mirrored(minima[0]!, model, wanted);
  const { cofactor, mechanisms } = cofactorOf(model, best.x);
  return { model, best, others: minima, cofactor, mechanisms, residuals: residualsOf(model, best.x, cofactor) };
}

/** A board's holes are on it: a place beyond an edge that distances start from is a mirror image. */
const offBoard = ({ x }: Minimum, { ids, columns, edges }: HoleModel): boolean =>
  ids.some((_, i) =>
    ([0, 1] as const).some((k) => {
      const size = k === 0 ? columns.width : columns.depth;
      const v = x[2 * i + k]!;
      return (edges[k] && v < -SLACK) || (size !== undefined && v > x[size]! + SLACK);
    }),
  );

const wantsMirror = (map: HoleMap) => {
  const { mirror } = map;
  return mirror && [mirror.from, mirror.to, mirror.point].every((id) => id in map.points) ? mirror : undefined;
};

type Mirror = NonNullable<ReturnType<typeof wantsMirror>>;

function sideOf(x: Float64Array, model: HoleModel, { from, to, point }: Mirror): 'left' | 'right' {
  const [a, b, p] = [from, to, point].map((id) => model.column.get(id)!) as [number, number, number];
  const cross = (x[b]! - x[a]!) * (x[p + 1]! - x[a + 1]!) - (x[b + 1]! - x[a + 1]!) * (x[p]! - x[a]!);
  return cross >= 0 ? 'left' : 'right';
}

/** The mirror image where nothing but the user's answer tells the two apart. */
function mirrored(minimum: Minimum, model: HoleModel, wanted: Mirror | undefined): Minimum {
  if (!wanted || sideOf(minimum.x, model, wanted) === wanted.side) return minimum;
  const x = Float64Array.from(minimum.x);
  // Over the axis whose edges were not measured.
  const k = model.columns.depth !== undefined ? 0 : 1;
  model.ids.forEach((_, i) => (x[2 * i + k]! *= -1));
  return minimise(model.equations, x);
}

function foldsOf(map: HoleMap, model: HoleModel): { point: string; a: string; b: string }[] {
  const neighbours = new Map<string, Set<string>>(model.ids.map((id) => [id, new Set()]));
  for (const { from, to } of Object.values(map.distances)) {
    if (!neighbours.has(from) || !neighbours.has(to)) continue;
    neighbours.get(from)!.add(to);
    neighbours.get(to)!.add(from);
  }
  const folds: { point: string; a: string; b: string }[] = [];
  // Only a point that hangs on two or three others can fold.
  for (const [point, others] of neighbours) {
    const [a, b] = [...others];
    if (others.size <= 3 && a && b) folds.push({ point, a, b });
  }
  return folds.slice(0, 24);
}

/** Pseudo-inverse of the normal matrix and the motions it does not hold. */
function cofactorOf(model: HoleModel, x: Float64Array): { cofactor: Float64Array; mechanisms: Float64Array[] } {
  const n = model.size;
  const { normal } = normalEquations(model.equations, x);
  const matrix = Matrix.from1DArray(n, n, Array.from(normal));
  const { realEigenvalues: values, eigenvectorMatrix: vectors } = new EigenvalueDecomposition(matrix, {
    assumeSymmetric: true,
  });
  const least = Math.max(...values) * LOOSE;
  const cofactor = new Float64Array(n * n);
  const free: Float64Array[] = [];
  for (let e = 0; e < n; e++) {
    const v = Float64Array.from({ length: n }, (_, i) => vectors.get(i, e));
    if (values[e]! <= least) {
      free.push(v);
      continue;
    }
    for (let i = 0; i < n; i++) {
      const vi = v[i]! / values[e]!;
      if (vi !== 0) for (let j = 0; j < n; j++) cofactor[i * n + j]! += vi * v[j]!;
    }
  }
  // Taken away from them: shifts and the turn of the whole figure, as far as they are free.
  const whole = wholeMotions(model, x);
  const mechanisms: Float64Array[] = [];
  const basis: Float64Array[] = [];
  const dot = (a: Float64Array, b: Float64Array) => a.reduce((s, v, i) => s + v * b[i]!, 0);
  const orthogonal = (v: Float64Array) => {
    const rest = Float64Array.from(v);
    for (const b of basis) {
      const along = dot(rest, b);
      for (let i = 0; i < n; i++) rest[i]! -= along * b[i]!;
    }
    return rest;
  };
  const take = (v: Float64Array): boolean => {
    const rest = orthogonal(v);
    const length = Math.sqrt(dot(rest, rest));
    if (length < 1e-4 * Math.sqrt(dot(v, v))) return false;
    basis.push(rest.map((r) => r / length));
    return true;
  };
  const inFree = (v: Float64Array) => {
    const projected = new Float64Array(n);
    for (const f of free) {
      const along = dot(v, f);
      for (let i = 0; i < n; i++) projected[i]! += along * f[i]!;
    }
    return Math.sqrt(dot(projected, projected)) > 0.999 * Math.sqrt(dot(v, v));
  };
  for (const motion of whole) if (inFree(motion)) take(motion);
  for (const v of free) if (take(v)) mechanisms.push(basis[basis.length - 1]!);
  return { cofactor, mechanisms };
}

/** Shifts and the turn of all points, with what photos make of them. */
function wholeMotions(model: HoleModel, x: Float64Array): Float64Array[] {
  const points = model.ids.length;
  let [cx, cy] = [0, 0];
  for (let i = 0; i < points; i++) {
    cx += x[2 * i]! / points;
    cy += x[2 * i + 1]! / points;
  }
  const make = (vx: (i: number) => number, vy: (i: number) => number, turn: number) => {
    const v = new Float64Array(model.size);
    for (let i = 0; i < points; i++) {
      v[2 * i] = vx(i);
      v[2 * i + 1] = vy(i);
    }
    for (const { angle, shift } of model.turning) {
      const [c, s] = [Math.cos(x[angle]!), Math.sin(x[angle]!)];
      // R(angle) p + shift stays the same when the figure moves and the photo's frame with it.
      const [dx, dy] = turn === 0 ? [v[0]!, v[1]!] : [turn * cy, -turn * cx];
      v[angle] = -turn;
      v[shift] = -(c * dx - s * dy);
      v[shift + 1] = -(s * dx + c * dy);
    }
    return v;
  };
  return [
    make(
      () => 1,
      () => 0,
      0,
    ),
    make(
      () => 0,
      () => 1,
      0,
    ),
    make(
      (i) => -(x[2 * i + 1]! - cy),
      (i) => x[2 * i]! - cx,
      1,
    ),
  ];
}

function residualsOf(model: HoleModel, x: Float64Array, cofactor: Float64Array): Residual[] {
  const n = model.size;
  const row = new Float64Array(n);
  return model.equations.map((equation): Residual => {
    row.fill(0);
    const residual = equation.value - equation.at(x, row);
    let known = 0;
    for (let i = 0; i < n; i++)
      if (row[i] !== 0) for (let j = 0; j < n; j++) if (row[j] !== 0) known += row[i]! * cofactor[i * n + j]! * row[j]!;
    const variance = Math.max(0, equation.sigma ** 2 - known);
    const redundancy = variance / equation.sigma ** 2;
    return {
      id: equation.id,
      kind: equation.kind,
      residual,
      redundancy,
      normalised: redundancy > 1e-9 ? residual / Math.sqrt(variance) : 0,
    };
  });
}

function solutionOf(map: HoleMap, state: State, misread: string[], hasPhoto: boolean): HoleSolution {
  const { model, best, cofactor, mechanisms, residuals } = state;
  const n = model.size;
  const anchored = model.columns.width !== undefined || hasNearEdge(map);
  const raw = model.ids.map((_, i): Point2 => [best.x[2 * i]!, best.x[2 * i + 1]!]);
  const frame = anchored ? { angle: 0, shift: [0, 0] as Point2 } : displayFrame(raw);
  const [c, s] = [Math.cos(frame.angle), Math.sin(frame.angle)];
  const points = model.ids.map((id, i): SolvedPoint => {
    const [x, y] = raw[i]!;
    const at = (p: number, q: number) => cofactor[(2 * i + p) * n + 2 * i + q]!;
    const [xx, xy, yy] = [at(0, 0), at(0, 1), at(1, 1)];
    const covariance: SolvedPoint['covariance'] = [
      c * c * xx - 2 * c * s * xy + s * s * yy,
      c * s * xx + (c * c - s * s) * xy - c * s * yy,
      s * s * xx + 2 * c * s * xy + c * c * yy,
    ];
    return {
      id,
      x: c * x - s * y + frame.shift[0],
      y: s * x + c * y + frame.shift[1],
      covariance,
      ellipse: ellipseOf(covariance),
      loose: mechanisms.some((m) => Math.hypot(m[2 * i]!, m[2 * i + 1]!) > 1e-3),
    };
  });
  const byId = new Map(residuals.map((r) => [r.id, r]));
  const suspects = new Set(misread);
  // What is still over the limit could not be told apart: those are named together.
  const worst = Math.max(
    0,
    ...residuals.filter((r) => r.kind !== 'known' && r.redundancy > CHECKED).map((r) => Math.abs(r.normalised)),
  );
  const distances = Object.entries(map.distances).map(([id, { from, to, measured }]): SolvedDistance => {
    const known = byId.get(id);
    const residual = known ? known.residual : leftOutResidual(map, state, id);
    return {
      id,
      from,
      to,
      fitted: measured.value - residual,
      residual,
      normalised: known?.normalised ?? Infinity,
      redundancy: known?.redundancy ?? 1,
      misread:
        suspects.has(id) ||
        (known !== undefined &&
          known.redundancy > CHECKED &&
          Math.abs(known.normalised) > Math.max(MISREAD, worst - TIE)),
    };
  });
  const degrees = residuals.reduce((sum, r) => sum + r.redundancy, 0);
  const missing = mechanisms.length > 0 ? { count: mechanisms.length, add: bestAddition(map, state) } : undefined;
  return {
    points,
    width: model.columns.width === undefined ? undefined : best.x[model.columns.width],
    depth: model.columns.depth === undefined ? undefined : best.x[model.columns.depth],
    distances,
    misread,
    missing,
    mirror: missing || hasPhoto || wantsMirror(map) || anchoredBothWays(map) ? undefined : mirrorQuestion(points),
    ambiguous: missing ? undefined : otherArrangement(state, raw),
    spread: degrees > 0.5 ? Math.sqrt(best.chi2 / degrees) : 1,
  };
}

/** The reading that was left out, against the solution without it. */
function leftOutResidual(map: HoleMap, { best }: State, id: string): number {
  const { equations, size, ids } = holeModel(map);
  const equation = equations.find((e) => e.id === id)!;
  const row = new Float64Array(size);
  const x = new Float64Array(size);
  // Points and sizes stand in the same columns; radii may not, and are taken as measured.
  x.set(best.x.subarray(0, Math.min(2 * ids.length + 2, best.x.length, size)));
  for (const e of equations)
    if (e.kind === 'known') {
      row.fill(0);
      e.at(x, row);
      x[row.findIndex((v) => v !== 0)] = e.value;
    }
  row.fill(0);
  return equation.value - equation.at(x, row);
}

const edgesUsed = (map: HoleMap) =>
  new Set(
    Object.values(map.distances)
      .flatMap(({ from, to }) => [from, to])
      .filter((e) => /^(left|right|front|rear)$/.test(e)),
  );
const hasNearEdge = (map: HoleMap) => edgesUsed(map).size > 0;
const anchoredBothWays = (map: HoleMap) => {
  const used = edgesUsed(map);
  return (used.has('left') || used.has('right')) && (used.has('front') || used.has('rear'));
};

/** Without edges: the two farthest points along x, everything at or over zero. */
function displayFrame(raw: readonly Point2[]): { angle: number; shift: Point2 } {
  let [from, to, far] = [raw[0] ?? [0, 0], raw[0] ?? [1, 0], 0];
  for (const p of raw)
    for (const q of raw) {
      const d = Math.hypot(p[0] - q[0], p[1] - q[1]);
      if (d > far + 1e-9) [from, to, far] = [p, q, d];
    }
  const angle = far > 0 ? -Math.atan2(to[1] - from[1], to[0] - from[0]) : 0;
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  const spun = raw.map(([x, y]): Point2 => [c * x - s * y, s * x + c * y]);
  return { angle, shift: [-Math.min(0, ...spun.map((p) => p[0])) + 0, -Math.min(...spun.map((p) => p[1])) + 0] };
}

/** Half-axes of the 95 % ellipse of a covariance. */
export function ellipseOf([xx, xy, yy]: SolvedPoint['covariance']): SolvedPoint['ellipse'] {
  const middle = (xx + yy) / 2;
  const half = Math.hypot((xx - yy) / 2, xy);
  const axis = (variance: number) => Math.sqrt(CHI2_2_95 * Math.max(0, variance));
  return { long: axis(middle + half), short: axis(middle - half), angle: Math.atan2(2 * xy, xx - yy) / 2 };
}

/** The distance between two points that the loose motions change most. */
function bestAddition(map: HoleMap, { model, best, mechanisms }: State): { from: string; to: string } {
  const measured = new Set(Object.values(map.distances).map(({ from, to }) => [from, to].sort().join()));
  let [from, to, most] = [model.ids[0] ?? '', model.ids[1] ?? '', -1];
  for (let i = 0; i < model.ids.length; i++)
    for (let j = 0; j < i; j++) {
      const [a, b] = [model.ids[i]!, model.ids[j]!];
      if (measured.has([a, b].sort().join())) continue;
      const [dx, dy] = [best.x[2 * i]! - best.x[2 * j]!, best.x[2 * i + 1]! - best.x[2 * j + 1]!];
      const d = Math.hypot(dx, dy) || 1;
      const change = mechanisms.reduce(
        (sum, m) => sum + ((dx * (m[2 * i]! - m[2 * j]!) + dy * (m[2 * i + 1]! - m[2 * j + 1]!)) / d) ** 2,
        0,
      );
      if (change > most) [from, to, most] = [b, a, change];
    }
  return { from, to };
}

/** Two far points and the one farthest from their line, for the mirror question. */
function mirrorQuestion(points: readonly SolvedPoint[]): HoleSolution['mirror'] {
  let found: HoleSolution['mirror'];
  let most = 1;
  for (const a of points)
    for (const b of points)
      for (const p of points) {
        const off = Math.abs((b.x - a.x) * (p.y - a.y) - (b.y - a.y) * (p.x - a.x));
        if (off > most * 1.0001) {
          most = off;
          found = { from: a.id, to: b.id, point: p.id };
        }
      }
  return found;
}

/** A different figure that the readings allow as well: where it differs most in a distance. */
function otherArrangement({ model, best, others }: State, raw: readonly Point2[]): HoleSolution['ambiguous'] {
  for (const other of others) {
    if (other.chi2 > best.chi2 + 9) break;
    const there = model.ids.map((_, i): Point2 => [other.x[2 * i]!, other.x[2 * i + 1]!]);
    const flipped = there.map(([x, y]): Point2 => [x, -y]);
    if (there.length < 2) return undefined;
    const apart = Math.min(
      ...[there, flipped].map((p) => Math.max(...rigidFit(p, raw).residuals.map((r) => Math.hypot(...r)))),
    );
    if (apart < 0.5) continue;
    let [from, to, most] = ['', '', 0];
    for (let i = 0; i < raw.length; i++)
      for (let j = 0; j < i; j++) {
        const gap = (p: readonly Point2[]) => Math.hypot(p[i]![0] - p[j]![0], p[i]![1] - p[j]![1]);
        const change = Math.abs(gap(raw) - gap(there));
        if (change > most) [from, to, most] = [model.ids[j]!, model.ids[i]!, change];
      }
    if (most > 0.3) return { from, to };
  }
  return undefined;
}
