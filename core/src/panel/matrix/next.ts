import type { KeyMatrix } from '../../document';
import { solveMatrix } from './solve';

/** The key to hold next, and why. */
export interface NextKey {
  key?: string;
  why: string;
  /** Keys that are sure, of all. */
  sure: number;
  of: number;
}

/** Keys that were never read first, in their order on the board; then what disagrees; then rings and twins. */
export function nextKey(matrix: Pick<KeyMatrix, 'pins' | 'keys'>): NextKey {
  const { doubtful, solved } = solveMatrix(matrix);
  const of = Object.keys(matrix.keys).length;
  const open = doubtful.filter((d) => !d.fine);
  const sure = of - new Set(open.map((d) => d.key)).size;
  if (of === 0) return { why: 'No key is laid out yet.', sure, of };
  if (solved || open.length === 0) return { why: 'Every key was read twice and agrees.', sure, of };
  const order = [
    'not read',
    'read once',
    'readings differ',
    'on an odd ring',
    'shares its pins',
    'closes nothing',
    'both ways',
    'other way round',
  ];
  const place = (key: string) => {
    const { x, y } = matrix.keys[key]!;
    return y * 1000 + x;
  };
  const first = [...open].sort(
    (a, b) =>
      order.indexOf(a.why) - order.indexOf(b.why) ||
      Object.keys(matrix.keys[a.key]!.readings).length - Object.keys(matrix.keys[b.key]!.readings).length ||
      place(a.key) - place(b.key),
  )[0]!;
  return { key: first.key, why: first.words, sure, of };
}
