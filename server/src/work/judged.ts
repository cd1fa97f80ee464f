import { readStored, type Summary } from '@young-shell/core/document';
import { summaryOf } from '@young-shell/core/plan';

/** What the list shows of a conversion, or why it can't be read. */
export type Judged = { summary: Summary } | { fault: string };

/** Judges a document as it is stored. Undefined where it takes too long. */
export type Judge = (text: string) => Promise<Judged | undefined>;

export function judgedBy(text: string): Judged {
  const stored = readStored(text);
  if ('fault' in stored) return stored;
  try {
    return { summary: summaryOf(stored.document) };
  } catch (error) {
    return { fault: `It can't be judged: ${(error as Error).message}` };
  }
}

/** On this thread: for tests, and where there is no other. */
export const judgedHere: Judge = (text) => Promise.resolve(judgedBy(text));
