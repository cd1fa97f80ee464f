// AssemblyScript. Cholesky factors of a symmetric banded matrix, and solutions by them, in double precision.
//
// Row i holds its band from column i − w to the diagonal, `stride` doubles from row to row. L[i][j] = (A[i][j] − Σ L[i][k] ·
// L[j][k]) / L[j][j] (Golub and Van Loan, Matrix Computations, 4.3.5, from memory): both factors of the sum lie in a row
// each, so it runs along memory; four rows j are taken at once against one row i.

let n: i32 = 0;
let w: i32 = 0;
let stride: i32 = 0;
let matrix: usize = 0;
let vector: usize = 0;

/** Lays the arrays out for `rows` rows of half-width `half`; returns where they end: the memory has to reach so far. */
export function layOut(rows: i32, half: i32): usize {
  n = rows;
  w = half;
  stride = half + 1;
  matrix = (__heap_base + 15) & ~15;
  vector = matrix + 8 * usize(stride) * usize(n) + 64;
  return vector + 8 * usize(n) + 64;
}

export function matrixAt(): usize {
  return matrix;
}

export function vectorAt(): usize {
  return vector;
}

/** Where column 0 of row i would lie. */
function row(i: i32): usize {
  return matrix + 8 * (usize(i) * usize(stride) + usize(w)) - 8 * usize(i);
}

function at(base: usize, j: i32): f64 {
  return load<f64>(base + 8 * usize(j));
}

function dot(a: usize, b: usize, from: i32, to: i32): f64 {
  let sum = f64x2.splat(0);
  let k = from;
  for (; k + 1 < to; k += 2) sum = f64x2.add(sum, f64x2.mul(v128.load(a + 8 * usize(k)), v128.load(b + 8 * usize(k))));
  let s = f64x2.extract_lane(sum, 0) + f64x2.extract_lane(sum, 1);
  if (k < to) s += at(a, k) * at(b, k);
  return s;
}

/** Factors the matrix in place. Gives the row whose pivot is not positive, or −1. */
export function factor(): i32 {
  for (let i = 0; i < n; i++) {
    const a = row(i);
    const from = max(0, i - w);
    let j = from;
    for (; j + 3 < i; j += 4) {
      const b0 = row(j);
      const b1 = row(j + 1);
      const b2 = row(j + 2);
      const b3 = row(j + 3);
      let s0 = f64x2.splat(0);
      let s1 = f64x2.splat(0);
      let s2 = f64x2.splat(0);
      let s3 = f64x2.splat(0);
      let k = from;
      for (; k + 1 < j; k += 2) {
        const x = v128.load(a + 8 * usize(k));
        s0 = f64x2.add(s0, f64x2.mul(x, v128.load(b0 + 8 * usize(k))));
        s1 = f64x2.add(s1, f64x2.mul(x, v128.load(b1 + 8 * usize(k))));
        s2 = f64x2.add(s2, f64x2.mul(x, v128.load(b2 + 8 * usize(k))));
        s3 = f64x2.add(s3, f64x2.mul(x, v128.load(b3 + 8 * usize(k))));
      }
      let t0 = f64x2.extract_lane(s0, 0) + f64x2.extract_lane(s0, 1);
      let t1 = f64x2.extract_lane(s1, 0) + f64x2.extract_lane(s1, 1);
      let t2 = f64x2.extract_lane(s2, 0) + f64x2.extract_lane(s2, 1);
      let t3 = f64x2.extract_lane(s3, 0) + f64x2.extract_lane(s3, 1);
      for (; k < j; k++) {
        const x = at(a, k);
        t0 += x * at(b0, k);
        t1 += x * at(b1, k);
        t2 += x * at(b2, k);
        t3 += x * at(b3, k);
      }
      const l0 = (at(a, j) - t0) / at(b0, j);
      store<f64>(a + 8 * usize(j), l0);
      t1 += l0 * at(b1, j);
      const l1 = (at(a, j + 1) - t1) / at(b1, j + 1);
      store<f64>(a + 8 * usize(j + 1), l1);
      t2 += l0 * at(b2, j) + l1 * at(b2, j + 1);
      const l2 = (at(a, j + 2) - t2) / at(b2, j + 2);
      store<f64>(a + 8 * usize(j + 2), l2);
      t3 += l0 * at(b3, j) + l1 * at(b3, j + 1) + l2 * at(b3, j + 2);
      store<f64>(a + 8 * usize(j + 3), (at(a, j + 3) - t3) / at(b3, j + 3));
    }
    for (; j < i; j++) {
      const b = row(j);
      store<f64>(a + 8 * usize(j), (at(a, j) - dot(a, b, from, j)) / at(b, j));
    }
    const pivot = at(a, i) - dot(a, a, from, i);
    if (!(pivot > 0)) return i;
    store<f64>(a + 8 * usize(i), sqrt(pivot));
  }
  return -1;
}

/** Solves for the vector in place, the matrix being factored. */
export function solve(): void {
  for (let i = 0; i < n; i++) {
    const a = row(i);
    const from = max(0, i - w);
    store<f64>(vector + 8 * usize(i), (at(vector, i) - dot(a, vector, from, i)) / at(a, i));
  }
  for (let i = n - 1; i >= 0; i--) {
    const a = row(i);
    const x = at(vector, i) / at(a, i);
    store<f64>(vector + 8 * usize(i), x);
    const by = f64x2.splat(x);
    let k = max(0, i - w);
    for (; k + 1 < i; k += 2) {
      const to = vector + 8 * usize(k);
      v128.store(to, f64x2.sub(v128.load(to), f64x2.mul(by, v128.load(a + 8 * usize(k)))));
    }
    for (; k < i; k++) store<f64>(vector + 8 * usize(k), at(vector, k) - x * at(a, k));
  }
}
