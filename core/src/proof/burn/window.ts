/** A straight line through readings of a window, by least squares. */
export interface Line {
  /** Per second, and the mean over the window. */
  slope: number;
  mean: number;
  count: number;
  /** Standard deviation of what is left. */
  left: number;
  /** Correlation of one reading with the next of what is left: readings that follow each other know less than they seem. */
  follow: number;
}

/** Least squares over rows `from`…`to` (not included), NaN left out. */
export function lineThrough(time: Float64Array, values: Float64Array, from: number, to: number): Line {
  let n = 0;
  let st = 0;
  let sv = 0;
  for (let i = from; i < to; i++) {
    const v = values[i]!;
    if (v !== v) continue;
    n++;
    st += time[i]!;
    sv += v;
  }
  if (n === 0) return { slope: NaN, mean: NaN, count: 0, left: NaN, follow: 0 };
  const mt = st / n;
  const mean = sv / n;
  let tt = 0;
  let tv = 0;
  for (let i = from; i < to; i++) {
    const v = values[i]!;
    if (v !== v) continue;
    const t = time[i]! - mt;
    tt += t * t;
    tv += t * (v - mean);
  }
  const slope = tt > 0 ? tv / tt : 0;
  let ss = 0;
  let s1 = 0;
  let last = NaN;
  for (let i = from; i < to; i++) {
    const v = values[i]!;
    if (v !== v) continue;
    const e = v - mean - slope * (time[i]! - mt);
    ss += e * e;
    if (last === last) s1 += e * last;
    last = e;
  }
  return {
    slope,
    mean,
    count: n,
    left: n > 2 ? Math.sqrt(ss / (n - 2)) : 0,
    follow: ss > 0 ? Math.max(0, Math.min(0.99, s1 / ss)) : 0,
  };
}

/** ± of the mean of a window, 95 %: readings that follow each other count for fewer. */
export const doubtOfMean = ({ left, count, follow }: Line): number =>
  count < 2 ? Infinity : 1.96 * (left / Math.sqrt(Math.max(1, (count * (1 - follow)) / (1 + follow))));

/** Steady: the slope stays under this over this long. Common practice, no source. */
export const STEADY = { slope: 0.1 / 60, window: 600 };
