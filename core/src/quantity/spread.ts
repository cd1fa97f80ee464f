import type { Linear, Term } from './linear';

/** A half-width is read as a 95 % interval of a normal distribution: 1.96 standard deviations. */
const SIGMAS_AT_95 = 1.959964;

/** A margin with what its chain of measurements makes of it. Millimetres; probability 0…1. */
export interface Spread {
  nominal: number;
  /** Every value off by its whole half-width in the bad direction. */
  worst: number;
  best: number;
  /** Half-width of the 95 % interval: root of the sum of squares. */
  half95: number;
  /** Chance that the margin is over zero; normal and independent values assumed. */
  probability: number;
}

/**
 * Nominal, worst case and root-sum-square of a tolerance chain.
 * Formula: JCGM 100 (Guide to the expression of uncertainty in measurement), law of propagation for
 * uncorrelated inputs, from memory.
 */
export function spreadOf(chain: Linear): Spread {
  let sum = 0;
  let squares = 0;
  for (const { coefficient, uncertainty } of chain.terms) {
    const share = Math.abs(coefficient) * uncertainty;
    sum += share;
    squares += share * share;
  }
  const half95 = Math.sqrt(squares);
  return {
    nominal: chain.value,
    worst: chain.value - sum,
    best: chain.value + sum,
    half95,
    probability: half95 === 0 ? (chain.value >= 0 ? 1 : 0) : normalCdf((chain.value * SIGMAS_AT_95) / half95),
  };
}

/** A measured value's part in a margin's variance, 0…1. */
export interface Share {
  id: string;
  share: number;
  uncertainty: number;
}

/** Which measurement matters: the chain's terms, the largest part of the variance first. */
export function sharesOf(chain: Linear): Share[] {
  const squareOf = (t: Term) => (t.coefficient * t.uncertainty) ** 2;
  const total = chain.terms.reduce((sum, t) => sum + squareOf(t), 0);
  if (total === 0) return [];
  return chain.terms
    .map((t) => ({ id: t.id, share: squareOf(t) / total, uncertainty: t.uncertainty }))
    .filter((s) => s.share > 0)
    .sort((a, b) => b.share - a.share);
}

/**
 * Distribution function of the standard normal, absolute error under 7.5e-8.
 * Abramowitz and Stegun, Handbook of Mathematical Functions, 26.2.17, from memory.
 */
export function normalCdf(x: number): number {
  const t = 1 / (1 + 0.2316419 * Math.abs(x));
  const tail =
    0.3989422804014327 *
    Math.exp((-x * x) / 2) *
    t *
    (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))));
  return x >= 0 ? 1 - tail : tail;
}
