import { applyChange, validationIssuesAfter, valueAt, type Conversion } from '../document';
import { RANK, type Finding } from '../findings';
import type { Measured } from '../quantity';

/** What a plan would be if one measured value were another than it is. */
export interface OffBy {
  path: string;
  value: number;
  uncertainty: number;
  /** Findings that come or get worse when it is off by its ± towards less, and towards more. */
  less: string[];
  more: string[];
  /** The nearest value on each side at which something stops that does not now, and what; none: not within `looked`. */
  below?: Break;
  above?: Break;
  /** mm to each side that were looked at. */
  looked: number;
}

export interface Break {
  /** It still holds here, mm; 0.05 mm farther it does not. */
  at: number;
  sentence: string;
}

/** mm to each side that are looked at in any case, or so many times the ±. */
const LOOKED = { least: 10, times: 6 } as const;
/** Steps between two looks, mm, and how exactly the last one is known. */
const STEP = { least: 0.5, share: 0.5 } as const;
const EXACT = 0.05;

/**
 * What if a measurement is wrong? Everything else stays: parts keep their places from the datum. What stops is looked for
 * in steps of half the ± outwards from the value, then by halving. `says`: what all stations say of a plan.
 * @throws Error where the path leads to no measured value
 */
export function offBy(document: Conversion, path: string, says: (document: Conversion) => readonly Finding[]): OffBy {
  const measured = valueAt(document, path) as Measured | undefined;
  if (!measured || typeof measured.value !== 'number' || typeof measured.uncertainty !== 'number')
    throw new Error(`“${path}” is no measured value of this plan.`);
  const { value, uncertainty } = measured;
  const open = (findings: readonly Finding[]) =>
    findings.filter((f) => RANK[f.verdict] < RANK.good && f.accepted === undefined);
  const now = new Map(open(says(document)).map((f) => [f.id, f.verdict]));
  /** What is worse with another value, or why there is no such plan. */
  const worseAt = (mm: number): { verdict: Finding['verdict']; sentence: string }[] => {
    const { document: next, operations } = applyChange(document, {
      type: 'setMeasured',
      path,
      measured: { ...measured, value: mm },
      what: path,
    });
    const [validationIssue] = validationIssuesAfter(next, operations);
    if (validationIssue) return [{ verdict: 'stop', sentence: validationIssue.message }];
    return open(says(next)).filter(({ id, verdict }) => {
      const was = now.get(id);
      return was === undefined || RANK[verdict] < RANK[was];
    });
  };
  const stopAt = (mm: number) => worseAt(mm).find((f) => f.verdict === 'stop')?.sentence;
  const looked = Math.max(LOOKED.least, LOOKED.times * uncertainty);
  const step = Math.max(STEP.least, STEP.share * uncertainty);
  const breakTowards = (sign: 1 | -1): Break | undefined => {
    for (let away = step; away <= looked + 1e-9; away += step) {
      let sentence = stopAt(value + sign * away);
      if (sentence === undefined) continue;
      let [holds, fails] = [away - step, away];
      while (fails - holds > EXACT) {
        const middle = (holds + fails) / 2;
        const stop = stopAt(value + sign * middle);
        if (stop === undefined) holds = middle;
        else [fails, sentence] = [middle, stop];
      }
      return { at: value + sign * holds, sentence };
    }
    return undefined;
  };
  const sentences = (mm: number) => worseAt(mm).map((f) => f.sentence);
  const [below, above] = [breakTowards(-1), breakTowards(1)];
  return {
    path,
    value,
    uncertainty,
    less: uncertainty > 0 ? sentences(value - uncertainty) : [],
    more: uncertainty > 0 ? sentences(value + uncertainty) : [],
    ...(below ? { below } : {}),
    ...(above ? { above } : {}),
    looked,
  };
}
