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
}

/** A conversion in the list. */
export interface Summary {
  id: string;
  name: string;
  note: string;
  policy: string;
  form: string;
  /** Its most telling profile, mm, for a small picture. */
  outline: readonly Point2[];
  /** What the Fit station says in a few words. */
  fit: { verdict: 'stop' | 'warn' | 'note' | 'good'; brief: string };
  parts: number;
  revision: number;
  updatedAt: string;
}
