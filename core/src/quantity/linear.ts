import type { Measured } from './measured';

/** One measured value's share in a sum: ∂sum/∂value and the value's half-width in mm. */
export interface Term {
  /** Path of the measured value in the document, e.g. `/shell/hull/width`. */
  readonly id: string;
  readonly coefficient: number;
  readonly uncertainty: number;
}

/**
 * A length that is a linear combination of measured values: a tolerance chain. The same measured value
 * may enter at several places; it is kept as one term, so that it cancels or adds as it does in the shell.
 */
export interface Linear {
  readonly value: number;
  readonly terms: readonly Term[];
}

/** A length without uncertainty. */
export const exactly = (value: number): Linear => ({ value, terms: [] });

/** A measured value as a chain of one. `id` is its path in the document. */
export function chain(id: string, measured: Measured): Linear {
  return {
    value: measured.value,
    terms: [{ id, coefficient: 1, uncertainty: measured.uncertainty }],
  };
}

/** `a + factor · b`, terms of the same measured value joined. */
export function add(a: Linear, b: Linear, factor = 1): Linear {
  if (b.terms.length === 0) return { value: a.value + factor * b.value, terms: a.terms };
  const terms = a.terms.slice();
  for (const term of b.terms) {
    const index = terms.findIndex((t) => t.id === term.id);
    const coefficient = factor * term.coefficient;
    if (index < 0) terms.push({ ...term, coefficient });
    else terms[index] = { ...term, coefficient: terms[index]!.coefficient + coefficient };
  }
  return {
    value: a.value + factor * b.value,
    terms: terms.filter((t) => Math.abs(t.coefficient) > 1e-12),
  };
}

export const subtract = (a: Linear, b: Linear): Linear => add(a, b, -1);

export const scale = (a: Linear, factor: number): Linear => add(exactly(0), a, factor);

export const shift = (a: Linear, by: number): Linear => ({ value: a.value + by, terms: a.terms });
