import type { Point2 } from '../solid/polygon';
import type { Operation } from './patches';

/** A change as a page sends it, made on revision `base`. `of` is the uid of what an undo or redo is about. */
export interface SentChange {
  uid: string;
  base: number;
  type: string;
  label: string;
  kind: 'do' | 'undo' | 'redo';
  of: string | null;
  operations: Operation[];
}

/** A change as the journal keeps it: what it made the revision, and its inverse. */
export interface JournalEntry extends Omit<SentChange, 'base'> {
  revision: number;
  inverse: Operation[];
  madeAt: string;
  /** Its operations were folded away: it can be read, not undone. */
  folded?: boolean;
}

/** The journal entry at which a document was brought to a newer schema: what is before it can be read, not undone. */
export const UPGRADE = 'upgrade';

/** A conversion in the list: what is known without opening it. */
export interface Listed {
  id: string;
  name: string;
  revision: number;
  updatedAt: string;
  /** Absent until it has been judged, or where the document can't be read. */
  summary?: Summary;
  /** Why the document can't be read. */
  fault?: string;
  /** It has changed since it was judged: what is said of it is what was known before. */
  judging?: boolean;
  /** Since when that is known. */
  judgedAt?: string;
  /** When it was taken off the list; it is kept for `KEPT_DAYS` after that. */
  deletedAt?: string;
}

/** How long a deleted conversion can be brought back, days. */
export const KEPT_DAYS = 30;

/** What the list shows of a document, computed once a revision. */
export interface Summary {
  note: string;
  policy: string;
  form: string;
  /** Its most telling profile, mm, for a small picture. */
  outline: readonly Point2[];
  /** Whether it fits, in a few words. */
  headline: { verdict: 'stop' | 'warn' | 'note' | 'good'; brief: string };
  parts: number;
}
