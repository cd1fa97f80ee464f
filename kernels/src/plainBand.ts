import type { Band } from './bandMatrix';

/** Factors a band in place: the plain twin of the kernel. Gives the row whose pivot is not positive, or −1. */
export function plainFactor({ rows, half, values }: Band): number {
  const stride = half + 1;
  for (let i = 0; i < rows; i++) {
    const a = i * stride + half - i;
    const from = Math.max(0, i - half);
    for (let j = from; j <= i; j++) {
      const b = j * stride + half - j;
      let sum = values[a + j]!;
      for (let k = from; k < j; k++) sum -= values[a + k]! * values[b + k]!;
      if (j < i) values[a + j] = sum / values[b + j]!;
      else if (sum > 0) values[a + i] = Math.sqrt(sum);
      else return i;
    }
  }
  return -1;
}

/** Solves in place by a factored band. */
export function plainSolve({ rows, half, values }: Band, x: Float64Array): void {
  const stride = half + 1;
  for (let i = 0; i < rows; i++) {
    const a = i * stride + half - i;
    let sum = x[i]!;
    for (let k = Math.max(0, i - half); k < i; k++) sum -= values[a + k]! * x[k]!;
    x[i] = sum / values[a + i]!;
  }
  for (let i = rows - 1; i >= 0; i--) {
    const a = i * stride + half - i;
    x[i]! /= values[a + i]!;
    for (let k = Math.max(0, i - half); k < i; k++) x[k]! -= values[a + k]! * x[i]!;
  }
}
