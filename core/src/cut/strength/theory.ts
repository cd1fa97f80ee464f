/**
 * Where the theory of thin plates ends: over half of its thickness a plate stiffens as a skin, and the figure is too large;
 * over a tenth of the span nothing of it holds (Timoshenko, Theory of Plates and Shells, small deflections; from memory).
 */
export function beyondTheory(
  bends: number,
  { thickness, span }: { thickness: number; span: number },
): 'no' | 'beyond' | 'far' {
  if (bends > span / 10) return 'far';
  return bends > thickness / 2 ? 'beyond' : 'no';
}
