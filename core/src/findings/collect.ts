import type { Accepted } from '../document';
import { RANK, type Finding, type Verdict } from './finding';
import { canKill } from './canKill';
import { badnessOf, isWorse } from './worse';

/** The worst of a station, for its cell in the verdict strip. */
export interface StationVerdict {
  station: string;
  verdict: Verdict;
  brief: string;
  /** How many findings stop or warn. */
  open: number;
}

/** Marks the accepted ones that have not got worse since (what can kill only where somebody answers for it), and sorts: worst first, accepted last, otherwise as the stations gave them. */
export function collect(findings: readonly Finding[], accepted: Record<string, Accepted>): Finding[] {
  return findings
    .map((f) => {
      const known = accepted[f.id];
      if (!known) return f;
      if (isWorse(known, badnessOf(f))) return { ...f, lapsed: known.reason };
      if (known.by === undefined)
        return canKill(f) ? { ...f, unanswered: known.reason } : { ...f, accepted: known.reason };
      return { ...f, accepted: known.reason, answers: known.by };
    })
    .map((f, i) => ({ f, i }))
    .sort(
      (a, b) =>
        Number(a.f.accepted !== undefined) - Number(b.f.accepted !== undefined) ||
        RANK[a.f.verdict] - RANK[b.f.verdict] ||
        a.i - b.i,
    )
    .map(({ f }) => f);
}

/** A station's cell: its worst finding that is not accepted; `rest` where there is none. */
export function stationVerdict(station: string, findings: readonly Finding[], rest: string): StationVerdict {
  const own = findings.filter((f) => f.station === station && f.accepted === undefined);
  const worst = own.reduce<Finding | undefined>(
    (best, f) => (!best || RANK[f.verdict] < RANK[best.verdict] ? f : best),
    undefined,
  );
  return {
    station,
    verdict: worst?.verdict ?? 'good',
    brief: worst?.brief ?? rest,
    open: own.filter((f) => RANK[f.verdict] < 2).length,
  };
}
