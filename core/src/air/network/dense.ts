/**
 * Solves A x = b for a symmetric positive matrix by Cholesky’s decomposition A = L Lᵀ, in place: `a` (n × n by rows, of
 * which the lower half is read) becomes L, `b` becomes x. A plain twin of the library’s, without its objects: it runs
 * some hundred times an edit. Golub and Van Loan, Matrix Computations, 4.2.
 * @returns false where the matrix is not positive
 */
export function solvePositive(a: Float64Array, b: Float64Array, n: number): boolean {
  for (let i = 0; i < n; i++) {
    const row = i * n;
    // Nothing stands left of the first entry of a row, in L as in A.
    let first = 0;
    while (first < i && a[row + first] === 0) first++;
    for (let j = first; j < i; j++) {
      const other = j * n;
      let sum = a[row + j]!;
      for (let k = first; k < j; k++) sum -= a[row + k]! * a[other + k]!;
      a[row + j] = sum / a[other + j]!;
    }
    let d = a[row + i]!;
    for (let k = first; k < i; k++) d -= a[row + k]! ** 2;
    if (!(d > 0)) return false;
    a[row + i] = Math.sqrt(d);
  }
  for (let i = 0; i < n; i++) {
    let sum = b[i]!;
    for (let k = 0; k < i; k++) sum -= a[i * n + k]! * b[k]!;
    b[i] = sum / a[i * n + i]!;
  }
  for (let i = n - 1; i >= 0; i--) {
    let sum = b[i]!;
    for (let k = i + 1; k < n; k++) sum -= a[k * n + i]! * b[k]!;
    b[i] = sum / a[i * n + i]!;
  }
  return true;
}

/**
 * Solves A x = b by Gauss’s elimination in place, without exchanging rows: for matrices whose diagonal outweighs the rest
 * of its row, as balances of heat and of shares have. Golub and Van Loan, Matrix Computations, 3.4 and 4.1.
 */
export function solveDominant(a: Float64Array, b: Float64Array, n: number): void {
  for (let k = 0; k < n; k++) {
    const pivot = a[k * n + k]!;
    for (let i = k + 1; i < n; i++) {
      const factor = a[i * n + k]! / pivot;
      if (factor === 0) continue;
      for (let j = k + 1; j < n; j++) a[i * n + j] = a[i * n + j]! - factor * a[k * n + j]!;
      b[i] = b[i]! - factor * b[k]!;
    }
  }
  for (let i = n - 1; i >= 0; i--) {
    let sum = b[i]!;
    for (let j = i + 1; j < n; j++) sum -= a[i * n + j]! * b[j]!;
    b[i] = sum / a[i * n + i]!;
  }
}
