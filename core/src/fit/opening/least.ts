/** The least value of a function on 0…1, and where. */
export interface Least {
  at: number;
  value: number;
}

/** After so many looks it is known to less. */
const MOST = 4000;

/**
 * Least of f on 0…1, to `within`: no value is smaller than what is given by more than that, where f changes by at most
 * `slope` from 0 to 1. The values at both ends of a piece bound all between them from below by (f(a) + f(b) −
 * slope · (b − a)) / 2 (Piyavskii 1972 and Shubert 1972, from memory); pieces that can’t hold less than what is known, or
 * than `interest`, are left out. Undefined: nothing is under `interest`.
 */
export function leastOf(f: (t: number) => number, slope: number, within: number, interest: number): Least | undefined {
  const [start, end] = [f(0), f(1)];
  let best: Least = end < start ? { at: 1, value: end } : { at: 0, value: start };
  const pieces = [{ a: 0, b: 1, fa: start, fb: end }];
  for (let looks = 0; looks < MOST; looks++) {
    const piece = pieces.pop();
    if (!piece) break;
    const { a, b, fa, fb } = piece;
    const low = (fa + fb - slope * (b - a)) / 2;
    if (low >= Math.min(best.value - within, interest)) continue;
    // Where the bound is least; for equal ends the middle.
    const t = (a + b) / 2 + (fa - fb) / (2 * slope);
    const m = t > a && t < b ? t : (a + b) / 2;
    const fm = f(m);
    if (fm < best.value) best = { at: m, value: fm };
    pieces.push({ a, b: m, fa, fb: fm }, { a: m, b, fa: fm, fb });
  }
  return best.value < interest ? best : undefined;
}

/** Coming from 1 down, where f is first at or under a level, in steps that can’t jump over it. Undefined: nowhere. */
export function firstFromEnd(f: (t: number) => number, slope: number, level: number): number | undefined {
  let t = 1;
  for (let looks = 0; t >= 0 && looks < MOST; looks++) {
    const over = f(t) - level;
    if (over <= NEAR) return t;
    t -= over / slope;
  }
  return undefined;
}

/** mm over the level that count as at it. */
const NEAR = 0.02;
