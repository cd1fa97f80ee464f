/** y = end − (end − begin) e^(−t/τ), fitted. Half-widths hold 95 %. */
export interface Fitted {
  begin: number;
  end: number;
  endDoubt: number;
  /** s. */
  tau: number;
  tauDoubt: number;
  /** Standard deviation of what is left. */
  left: number;
  count: number;
}

/** Shares of the time that was logged between which τ is looked for. */
const FROM = 1 / 400;
const TO = 20;

/** F of the step under which there is none: chance gives more in one of a thousand series without one, τ being looked for. */
const TOLD = 9;

/** For one τ, the best `end` and `step` in y = end + step e^(−t/τ) are linear; sums as they are wanted. */
function linear(t: Float64Array, y: Float64Array, tau: number) {
  let [n, se, see, sy, sye] = [0, 0, 0, 0, 0];
  for (let i = 0; i < t.length; i++) {
    const e = Math.exp(-t[i]! / tau);
    n++;
    se += e;
    see += e * e;
    sy += y[i]!;
    sye += y[i]! * e;
  }
  const det = n * see - se * se;
  const end = det > 1e-12 ? (sy * see - se * sye) / det : sy / n;
  const step = det > 1e-12 ? (n * sye - se * sy) / det : 0;
  let ss = 0;
  for (let i = 0; i < t.length; i++) {
    const r = y[i]! - end - step * Math.exp(-t[i]! / tau);
    ss += r * r;
  }
  return { end, step, ss };
}

/**
 * A first-order answer fitted to readings: for each time constant the two temperatures follow by linear least squares, so
 * that only τ is searched (variable projection). Its intervals are those of the linearised problem (inverse of JᵀJ times
 * the variance of what is left), made wider where readings follow each other. @returns undefined for too little to go by
 * @param t s from when the load began; @param y readings, no NaN
 */
export function fitFirstOrder(t: Float64Array, y: Float64Array): Fitted | undefined {
  const n = t.length;
  const span = n > 0 ? t[n - 1]! - t[0]! : 0;
  if (n < 8 || !(span > 0)) return undefined;
  const cost = (logTau: number) => linear(t, y, Math.exp(logTau)).ss;
  let best = { at: 0, ss: Infinity };
  const [low, high] = [Math.log(span * FROM), Math.log(span * TO)];
  const COARSE = 60;
  for (let k = 0; k <= COARSE; k++) {
    const at = low + ((high - low) * k) / COARSE;
    const ss = cost(at);
    if (ss < best.ss) best = { at, ss };
  }
  // Golden section about the best.
  const width = (high - low) / COARSE;
  let [a, b] = [best.at - width, best.at + width];
  const GOLD = (Math.sqrt(5) - 1) / 2;
  let [c, d] = [b - GOLD * (b - a), a + GOLD * (b - a)];
  let [fc, fd] = [cost(c), cost(d)];
  for (let k = 0; k < 40; k++) {
    if (fc < fd) {
      [b, d, fd] = [d, c, fc];
      c = b - GOLD * (b - a);
      fc = cost(c);
    } else {
      [a, c, fc] = [c, d, fd];
      d = a + GOLD * (b - a);
      fd = cost(d);
    }
  }
  const tau = Math.exp((a + b) / 2);
  const { end, step, ss } = linear(t, y, tau);
  const left = Math.sqrt(ss / (n - 3));
  // What is left, one reading to the next.
  let [follow, last] = [0, NaN];
  const J = [0, 0, 0, 0, 0, 0];
  for (let i = 0; i < n; i++) {
    const e = Math.exp(-t[i]! / tau);
    const r = y[i]! - end - step * e;
    if (last === last) follow += r * last;
    last = r;
    const [j1, j2, j3] = [1, e, (step * e * t[i]!) / tau ** 2];
    J[0]! += j1 * j1;
    J[1]! += j1 * j2;
    J[2]! += j1 * j3;
    J[3]! += j2 * j2;
    J[4]! += j2 * j3;
    J[5]! += j3 * j3;
  }
  const rho = ss > 0 ? Math.max(0, Math.min(0.99, follow / ss)) : 0;
  const wider = Math.sqrt((1 + rho) / (1 - rho));
  const [p, q, r, s, u, v] = J as [number, number, number, number, number, number];
  const det = p * (s * v - u * u) - q * (q * v - u * r) + r * (q * u - s * r);
  const varEnd = (s * v - u * u) / det;
  const varTau = (p * s - q * q) / det;
  const half = (variance: number) =>
    det > 0 && variance > 0 ? studentOf(n - 3) * left * Math.sqrt(variance) * wider : Infinity;
  // Is there a step at all? Against no change, an exponential with a τ that was looked for has to explain much more.
  const mean = y.reduce((sum, v) => sum + v, 0) / n;
  const flat = y.reduce((sum, v) => sum + (v - mean) ** 2, 0);
  if ((flat - ss) / 2 < TOLD * left ** 2 * wider ** 2)
    return {
      begin: mean,
      end: mean,
      endDoubt: studentOf(n - 1) * Math.sqrt(flat / (n - 1) / n) * wider,
      tau: 0,
      tauDoubt: Infinity,
      left: Math.sqrt(flat / (n - 1)),
      count: n,
    };
  return { begin: end + step, end, endDoubt: half(varEnd), tau, tauDoubt: half(varTau), left, count: n };
}

/** Student’s t for 95 %, two-sided (Cornish–Fisher in 1/ν; within 1 % from ν = 5 on). */
export function studentOf(nu: number): number {
  const z = 1.959964;
  return z + (z ** 3 + z) / (4 * nu) + (5 * z ** 5 + 16 * z ** 3 + 3 * z) / (96 * nu ** 2);
}
