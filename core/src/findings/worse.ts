import { RANK, type Finding } from './finding';

/** How bad something was: its verdict, and an amount of which more is worse. */
interface Badness {
  verdict: Finding['verdict'];
  amount?: number | undefined;
}

/** It is called worse from so much more on: as a share of what it was, and in its unit. Common practice, no source. */
const WORSE = { share: 0.1, least: 0.2 };

/** What is endless is no more than this: it is kept with the plan. */
const MOST = 1e9;

/** How bad a finding is among those of its verdict, in the unit of its figure; undefined where none says it. */
export function amountOf({ figures }: Pick<Finding, 'figures'>): number | undefined {
  const figure = figures.find((f) => f.worse);
  if (!figure || Number.isNaN(figure.value)) return undefined;
  const amount = figure.worse === 'less' ? -figure.value : figure.value;
  return Math.max(-MOST, Math.min(MOST, amount));
}

/** Whether something got worse: a graver verdict, or clearly more of what is bad. */
export function isWorse(was: Badness, is: Badness): boolean {
  if (was.verdict !== is.verdict) return RANK[is.verdict] < RANK[was.verdict];
  if (was.amount === undefined || is.amount === undefined) return false;
  return is.amount - was.amount > Math.max(WORSE.least, WORSE.share * Math.abs(was.amount));
}

/** Findings that were not there before, or are worse now. */
export function newOrWorse(before: readonly Finding[], now: readonly Finding[]): Finding[] {
  const was = new Map(before.map((f) => [f.id, f]));
  return now.filter((f) => {
    const known = was.get(f.id);
    return !known || isWorse(badnessOf(known), badnessOf(f));
  });
}

/**
 * What speaks against a shell that gets smaller: all that is new or worse, but for heat that stopped the plan before. In
 * less room that only grows; it is told with the answer, and asks for air, not for litres.
 */
export function againstSmaller(before: readonly Finding[], now: readonly Finding[]): Finding[] {
  const known = new Set(before.map((f) => f.id));
  return newOrWorse(before, now).filter((f) => f.station !== 'air' || !known.has(f.id));
}

export const badnessOf = (finding: Finding): Badness => ({ verdict: finding.verdict, amount: amountOf(finding) });
