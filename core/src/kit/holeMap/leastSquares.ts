import type { Equation } from './model';

export interface Minimum {
  x: Float64Array;
  /** Sum of the squared residuals, each over its standard deviation. */
  chi2: number;
}

/** Keeps motions of the whole figure, which no reading holds, from making the equations singular. */
const LEAST_DAMPING = 1e-7;

/**
 * Weighted nonlinear least squares from a start: Levenberg and Marquardt, damped normal equations by Cholesky.
 * Nocedal and Wright, Numerical Optimization, section 10.3, from memory.
 */
export function minimise(equations: readonly Equation[], start: Float64Array, mostSteps = 60): Minimum {
  const n = start.length;
  let x = Float64Array.from(start);
  let damping = 1e-3;
  let { chi2, normal, gradient } = normalEquations(equations, x);
  for (let step = 0; step < mostSteps; step++) {
    const damped = Float64Array.from(normal);
    for (let i = 0; i < n; i++) damped[i * n + i]! += damping * (normal[i * n + i]! + 1e-2);
    const by = solveCholesky(damped, gradient);
    if (!by) {
      damping *= 10;
      continue;
    }
    if (Math.max(...by.map(Math.abs)) < 1e-9) break;
    const next = x.map((v, i) => v + by[i]!);
    const there = normalEquations(equations, next);
    if (there.chi2 <= chi2) {
      const gain = chi2 - there.chi2;
      x = next;
      ({ chi2, normal, gradient } = there);
      damping = Math.max(LEAST_DAMPING, damping / 8);
      if (gain < 1e-10 * (1 + chi2)) break;
    } else {
      damping *= 8;
      if (damping > 1e12) break;
    }
  }
  return { x, chi2 };
}

/** JᵀWJ, JᵀW(value − f) and the sum of squares at x; the matrix row by row. */
export function normalEquations(equations: readonly Equation[], x: Float64Array) {
  const n = x.length;
  const normal = new Float64Array(n * n);
  const gradient = new Float64Array(n);
  const row = new Float64Array(n);
  const used: number[] = [];
  let chi2 = 0;
  for (const equation of equations) {
    row.fill(0);
    const weight = 1 / equation.sigma ** 2;
    const residual = equation.value - equation.at(x, row);
    chi2 += residual * residual * weight;
    used.length = 0;
    for (let i = 0; i < n; i++) if (row[i] !== 0) used.push(i);
    for (const i of used) {
      gradient[i]! += row[i]! * weight * residual;
      for (const j of used) normal[i * n + j]! += row[i]! * weight * row[j]!;
    }
  }
  return { normal, gradient, chi2 };
}

/** x with A x = b for a symmetric positive definite A (row by row, overwritten); undefined when it is not. */
function solveCholesky(a: Float64Array, b: Float64Array): Float64Array | undefined {
  const n = b.length;
  for (let j = 0; j < n; j++) {
    let d = a[j * n + j]!;
    for (let k = 0; k < j; k++) d -= a[j * n + k]! ** 2;
    if (!(d > 0)) return undefined;
    const l = Math.sqrt(d);
    a[j * n + j] = l;
    for (let i = j + 1; i < n; i++) {
      let s = a[i * n + j]!;
      for (let k = 0; k < j; k++) s -= a[i * n + k]! * a[j * n + k]!;
      a[i * n + j] = s / l;
    }
  }
  const x = Float64Array.from(b);
  for (let i = 0; i < n; i++) {
    for (let k = 0; k < i; k++) x[i]! -= a[i * n + k]! * x[k]!;
    x[i]! /= a[i * n + i]!;
  }
  for (let i = n - 1; i >= 0; i--) {
    for (let k = i + 1; k < n; k++) x[i]! -= a[k * n + i]! * x[k]!;
    x[i]! /= a[i * n + i]!;
  }
  return x;
}
