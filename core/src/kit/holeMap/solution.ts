import type { HoleMap } from '../../document';
import type { Point2 } from '../../solid';
import type { Minimum } from './leastSquares';
import { holeModel, type HoleModel } from './model';
import type { Residual } from './network';
import { rigidFit } from './rigidFit';
import { CHECKED, MISREAD, TIE, wantsMirror } from './snooping';
import type { HoleSolution, SolvedDistance, SolvedPoint } from './types';

/** χ² with two degrees of freedom at 95 %. */
const CHI2_2_95 = 5.991465;

/** A figure once it is adjusted, with what else was found. */
export interface State {
  model: HoleModel;
  best: Minimum;
  others: Minimum[];
  /** Pseudo-inverse of the normal matrix, row by row. */
  cofactor: Float64Array;
  /** Motions that no reading holds, without those of the whole figure. */
  mechanisms: Float64Array[];
  residuals: Residual[];
}

/** What the user is told of an adjusted figure. */
export function solutionOf(map: HoleMap, state: State, misread: string[], hasPhoto: boolean): HoleSolution {
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
    ambiguous: missing || hasPhoto ? undefined : otherArrangement(map, state, raw),
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

/** Figures nearer to each other than this are one, mm; and a distance differs so much at least to tell them apart. */
const SAME_FIGURE = 0.5;
const TELLS = 0.3;

/** A different figure that the readings allow as well: where it differs most in a distance. */
function otherArrangement(
  map: HoleMap,
  { model, best, others }: State,
  raw: readonly Point2[],
): HoleSolution['ambiguous'] {
  const used = edgesUsed(map);
  const held = [used.has('left') || used.has('right'), used.has('front') || used.has('rear')] as const;
  if (raw.length < 2) return undefined;
  for (const other of others) {
    if (other.chi2 > best.chi2 + 9) continue;
    const there = model.ids.map((_, i): Point2 => [other.x[2 * i]!, other.x[2 * i + 1]!]);
    if (apartBy(there, raw, held) < SAME_FIGURE) continue;
    let told: { from: string; to: string } | undefined;
    let most = TELLS;
    const offer = (from: string, to: string, change: number) => {
      if (change > most) [most, told] = [change, { from, to }];
    };
    for (let i = 0; i < raw.length; i++)
      for (let j = 0; j < i; j++) {
        const gap = (p: readonly Point2[]) => Math.hypot(p[i]![0] - p[j]![0], p[i]![1] - p[j]![1]);
        offer(model.ids[j]!, model.ids[i]!, Math.abs(gap(raw) - gap(there)));
      }
    // All their distances are alike: the edges tell.
    if (!told)
      for (const [axis, edges] of [
        ['left', 'right'],
        ['front', 'rear'],
      ].entries())
        if (held[axis])
          model.ids.forEach((id, i) =>
            offer(
              edges.find((e) => used.has(e))!,
              id,
              Math.abs(raw[i]![axis]! - there[i]![axis]!),
            ),
          );
    if (told) return told;
  }
  return undefined;
}

/** How far two figures are from being one, mm, up to what no edge holds: turns, shifts and the mirror image. */
function apartBy(there: readonly Point2[], raw: readonly Point2[], held: readonly [boolean, boolean]): number {
  const worst = (p: readonly Point2[]) =>
    Math.max(...p.map((q, i) => Math.hypot(q[0] - raw[i]![0], q[1] - raw[i]![1])));
  if (held[0] && held[1]) return worst(there);
  const flips = held[0] || held[1] ? [there, there.map(([x, y]): Point2 => (held[0] ? [x, -y] : [-x, y]))] : [there, there.map(([x, y]): Point2 => [x, -y])]; // prettier-ignore
  if (!held[0] && !held[1])
    return Math.min(...flips.map((p) => Math.max(...rigidFit(p, raw).residuals.map((r) => Math.hypot(...r)))));
  const free = held[0] ? 1 : 0;
  return Math.min(
    ...flips.map((p) => {
      const by = p.reduce((sum, q, i) => sum + raw[i]![free] - q[free], 0) / p.length;
      return worst(p.map((q): Point2 => (free === 0 ? [q[0] + by, q[1]] : [q[0], q[1] + by])));
    }),
  );
}
