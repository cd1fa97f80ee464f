import { median, quantileSorted } from 'd3-array';
import type { Scores } from '../../document';

/** Repeated runs of one test. */
export interface Spread {
  count: number;
  median: number;
  low: number;
  high: number;
  /** Quartiles. */
  q1: number;
  q3: number;
}

/** So many runs at least say something. Common practice, no source: never one run. */
export const LEAST_RUNS = 3;

export function spreadOf(values: readonly number[]): Spread {
  const sorted = [...values].sort((a, b) => a - b);
  return {
    count: sorted.length,
    median: median(sorted) ?? NaN,
    low: sorted[0] ?? NaN,
    high: sorted.at(-1) ?? NaN,
    q1: quantileSorted(sorted, 0.25) ?? NaN,
    q3: quantileSorted(sorted, 0.75) ?? NaN,
  };
}

/** Two sets of runs of one test. */
export interface ScoreComparison {
  /** Share by which the second’s median is better; negative: worse. */
  better: number;
  verdict: 'better' | 'worse' | 'no difference to be seen' | 'too few runs' | 'not comparable';
  words: string;
}

/** The share of all pairs in which the second is better; a half where they do not differ (Mann and Whitney’s U over n·m). */
export function betterShare(first: readonly number[], second: readonly number[], better: Scores['better']): number {
  let wins = 0;
  for (const a of first) for (const b of second) wins += a === b ? 0.5 : (better === 'more' ? b > a : b < a) ? 1 : 0;
  return wins / (first.length * second.length);
}

/** Exact chance that U is at most so small if the two do not differ, for few runs without ties. */
export function chanceOfU(n: number, m: number, u: number): number {
  // Ways to get each U: Mann and Whitney’s recursion f(n, m, u) = f(n − 1, m, u − m) + f(n, m − 1, u).
  const known = new Map<string, number>();
  const ways = (a: number, b: number, v: number): number => {
    if (v < 0) return 0;
    if (a === 0 || b === 0) return v === 0 ? 1 : 0;
    const key = `${a},${b},${v}`;
    const had = known.get(key);
    if (had !== undefined) return had;
    const made = ways(a - 1, b, v - b) + ways(a, b - 1, v);
    known.set(key, made);
    return made;
  };
  let sum = 0;
  let all = 0;
  for (let v = 0; v <= n * m; v++) {
    const w = ways(n, m, v);
    all += w;
    if (v <= u) sum += w;
  }
  return sum / all;
}

/** Is the second set better than the first: by medians, and only where the runs are told apart (U test, 5 %, two-sided). */
export function compareScores(first: Scores, second: Scores): ScoreComparison {
  if (
    first.test !== second.test ||
    first.settings !== second.settings ||
    first.unit !== second.unit ||
    first.better !== second.better
  )
    return { better: NaN, verdict: 'not comparable', words: 'Another test or other settings: they can’t be compared.' };
  const [a, b] = [spreadOf(first.values), spreadOf(second.values)];
  const better = ((first.better === 'more' ? 1 : -1) * (b.median - a.median)) / a.median;
  const percent = `${better >= 0 ? '+' : '−'}${Math.abs(100 * better).toFixed(1)} %`;
  if (a.count < LEAST_RUNS || b.count < LEAST_RUNS)
    return {
      better,
      verdict: 'too few runs',
      words: `${percent} by the medians, of ${Math.min(a.count, b.count)} ${Math.min(a.count, b.count) === 1 ? 'run' : 'runs'}: run each three times at least.`,
    };
  const share = betterShare(first.values, second.values, first.better);
  const u = Math.floor(Math.min(share, 1 - share) * a.count * b.count);
  // Three against three can’t reach 5 %: all of one over all of the other is taken for told there.
  const told = a.count * b.count <= 12 ? share === 0 || share === 1 : 2 * chanceOfU(a.count, b.count, u) <= 0.05;
  if (!told)
    return {
      better,
      verdict: 'no difference to be seen',
      words: `${percent} by the medians, less than the runs differ among themselves.`,
    };
  return {
    better,
    verdict: better > 0 ? 'better' : 'worse',
    words: `${percent}: more than the runs differ among themselves.`,
  };
}
