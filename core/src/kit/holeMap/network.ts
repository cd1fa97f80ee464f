import { EigenvalueDecomposition, Matrix } from 'ml-matrix';
import { normalEquations } from './leastSquares';
import type { HoleModel } from './model';

/** Eigenvalues under this share of the largest are motions that no reading holds. */
const LOOSE = 1e-8;

/** What is left of a reading once the figure is adjusted. */
export interface Residual {
  id: string;
  kind: 'distance' | 'known' | 'pick';
  residual: number;
  normalised: number;
  redundancy: number;
}

/** Pseudo-inverse of the normal matrix and the motions it does not hold. */
export function cofactorOf(model: HoleModel, x: Float64Array): { cofactor: Float64Array; mechanisms: Float64Array[] } {
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

/** Residuals with their standardised values and how much the other readings check them. */
export function residualsOf(model: HoleModel, x: Float64Array, cofactor: Float64Array): Residual[] {
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
