import { valueAt, type Conversion } from '../document';
import type { JudgedMargin } from './judge';

/** One measured value in the sum that a margin is. */
export interface SumTerm {
  /** Path of the measured value in the document. */
  path: string;
  /** What it adds, mm; negative: what it takes. */
  amount: number;
  uncertainty: number;
  of: 'shell' | 'part' | 'place';
}

/** A margin as the sum of what it is made of: the terms and `rest` add up to the distance. */
export interface MarginSum {
  terms: SumTerm[];
  /** Lengths that are not measured: what a standard fixes, slanted or round forms; mm. */
  rest: number;
  distance: number;
  /** Along which axis of the shell it runs, and which way; undefined where it is slanted: then it is no plain sum. */
  axis: 0 | 1 | 2 | undefined;
  sign: 1 | -1;
}

const ofPath = (path: string): SumTerm['of'] =>
  path.startsWith('/layout') ? 'place' : path.startsWith('/kit') ? 'part' : 'shell';

/** Takes a margin apart into the measured values it is the sum of, in the order in which they lie along it. Pure. */
export function marginSum(document: Conversion, { chain, distance, normal }: JudgedMargin): MarginSum {
  const axis = [0, 1, 2].find((i) => Math.abs(normal[i]!) > 0.999) as 0 | 1 | 2 | undefined;
  const sign = axis !== undefined && normal[axis]! < 0 ? -1 : 1;
  const terms = chain.terms.flatMap(({ id, coefficient, uncertainty }): SumTerm[] => {
    const found = valueAt(document, id);
    const value = typeof found === 'number' ? found : (found as { value: number } | undefined)?.value;
    if (value === undefined || value === 0) return [];
    return [{ path: id, amount: coefficient * value, uncertainty, of: ofPath(id) }];
  });
  const order: Readonly<Record<SumTerm['of'], number>> =
    sign > 0 ? { place: 0, part: 1, shell: 2 } : { shell: 0, place: 1, part: 2 };
  terms.sort((a, b) => Number(b.amount > 0) - Number(a.amount > 0) || order[a.of] - order[b.of]);
  const sum = terms.reduce((total, t) => total + t.amount, 0);
  return { terms, rest: Math.abs(distance - sum) < 5e-4 ? 0 : distance - sum, distance, axis, sign };
}

/** A piece of a chain of dimensions along an axis, mm from the datum. */
export interface ChainPiece {
  from: number;
  to: number;
  /** Which term it is; `gap` the margin itself, `rest` what is fixed. */
  is: SumTerm | 'gap' | 'rest';
  /** Pieces of the upper row add up to those of the lower. */
  row: 0 | 1;
}

/**
 * The sum as chains of dimensions from the datum: in one row what is taken away with the gap between, in the other what
 * it is taken from. Both end at the same place. Undefined where the margin is slanted.
 */
export function chainPieces({ terms, rest, distance, axis, sign }: MarginSum): ChainPiece[] | undefined {
  if (axis === undefined) return undefined;
  const pieces: ChainPiece[] = [];
  const row = (which: 0 | 1, all: readonly { is: ChainPiece['is']; length: number }[]) => {
    let at = 0;
    for (const { is, length } of all) {
      pieces.push({ from: at, to: at + length, is, row: which });
      at += length;
    }
  };
  const taken = terms.filter((t) => t.amount < 0).map((is) => ({ is, length: -is.amount }));
  const given = terms.filter((t) => t.amount > 0).map((is) => ({ is, length: is.amount }));
  const fixed = { is: 'rest' as const, length: Math.abs(rest) };
  const gap = { is: 'gap' as const, length: distance };
  // The gap lies between the part and what it keeps away from.
  const before = sign > 0 ? taken.filter((t) => t.is.of !== 'shell') : taken;
  const after = sign > 0 ? taken.filter((t) => t.is.of === 'shell') : [];
  row(0, [...before, ...(rest < 0 ? [fixed] : []), gap, ...after]);
  row(1, [...given, ...(rest > 0 ? [fixed] : [])]);
  return pieces;
}
