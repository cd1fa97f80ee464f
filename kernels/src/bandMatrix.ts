/**
 * A symmetric banded matrix: row i holds its columns i − half … i, `half + 1` numbers a row, the diagonal last; what
 * would lie before column 0 is not looked at.
 */
export interface Band {
  rows: number;
  half: number;
  values: Float64Array;
}
