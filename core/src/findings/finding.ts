import type { Change } from '../document';
import type { Source } from '../quantity';

export type Verdict = 'stop' | 'warn' | 'note' | 'good';

/** What a figure counts; `mm`, `mm²` and `gram` are shown as the user reads them. */
export type Unit =
  | 'mm'
  | 'litre'
  | 'percent'
  | 'gram'
  | 'count'
  | 'mm²'
  | 'K'
  | '°C'
  | 'W'
  | 'V'
  | 'A'
  | 'mV'
  | 'Pa'
  | 'm³/h'
  | 'dB(A)'
  | 'MB/s'
  | 'kHz'
  | 'Hz'
  | 's';

/** One of the numbers a finding rests on. */
export interface Figure {
  label: string;
  value: number;
  unit: Unit;
  /** Formula or document. */
  source: Source;
  /** It is what makes the finding bad: the more, or the less, the worse. */
  worse?: 'more' | 'less';
}

/** What a finding is about; the view goes there. */
export interface About {
  kind: 'part' | 'feature' | 'face' | 'opening' | 'measurement' | 'target' | 'survivor' | 'cut';
  id: string;
}

/** A change to the plan that would help. */
export interface Remedy {
  id: string;
  label: string;
  /** What it costs or spoils, in a few words. */
  price: string;
  change: Change;
}

/** What a station has to say about one thing. */
export interface Finding {
  /** Stable while it is about the same thing: `fit/card-1/lid`. */
  id: string;
  /** The id of the station that says it. */
  station: string;
  verdict: Verdict;
  sentence: string;
  /** A few words and a figure for the verdict strip. */
  brief: string;
  figures: Figure[];
  about: About[];
  /** A measured value that is worth measuring again, as a document path. */
  measureAgain?: string;
  /** Remedies are searched on demand: `remediesFor`. */
  mayHaveRemedies?: boolean;
  /** Set by `collect` where the user accepted it. */
  accepted?: string;
  /** Set by `collect`: who answers for what was accepted. */
  answers?: string;
  /** Set by `collect` where the user accepted what can kill, and nobody answers for it: why it was acceptable. */
  unanswered?: string;
  /** Set by `collect` where the user accepted it, and it has got worse since: why it was acceptable. */
  lapsed?: string;
}

export const RANK: Readonly<Record<Verdict, number>> = { stop: 0, warn: 1, note: 2, good: 3 };
