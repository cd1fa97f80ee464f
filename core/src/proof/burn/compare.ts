import type { BurnIn } from '../../document';

/** One part in two runs at an equal room. */
export interface Compared {
  part: string;
  /** K that the second is warmer over its room than the first over its own, and ±; per watt where both were measured. */
  by: number;
  doubt: number;
  /** It is more than the noise. */
  told: boolean;
  scaled: boolean;
  steady: boolean;
}

/** What is repeated between runs stays so near at best: cables move, sensors sit anew. K, common practice, no source. */
const REPEAT = 0.4;

/**
 * Two runs part by part, each over its own room: what a warmer day adds falls out. Where both watts were measured, the
 * second is brought to the first’s. The same sensors are taken to have sat in both: what they are off falls out too.
 */
export function compareRuns(first: BurnIn, second: BurnIn): Compared[] {
  return Object.keys(first.parts).flatMap((part): Compared[] => {
    const [a, b] = [first.parts[part]!, second.parts[part]];
    if (!b) return [];
    const scaled = a.watts !== undefined && b.watts !== undefined && a.watts > 1 && b.watts > 1;
    const scale = scaled ? a.watts! / b.watts! : 1;
    const by = (b.temperature - second.ambient) * scale - (a.temperature - first.ambient);
    const doubt = Math.hypot(a.noise, b.noise * scale, REPEAT * Math.SQRT2);
    return [{ part, by, doubt, told: Math.abs(by) > doubt, scaled, steady: a.steady && b.steady }];
  });
}
