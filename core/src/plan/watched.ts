import type { Conversion } from '../document';
import type { Read, Station } from '../station';

/** A station that was asked anew. */
export interface Recomputed {
  station: string;
  ms: number;
  /** What it reads that is not the same as when it was asked last; empty the first time. */
  because: readonly Read[];
}

let watcher: ((recomputed: Recomputed) => void) | undefined;
const before = new Map<string, Conversion>();

/** Tells of every station that is asked anew from now on; nobody is told any more without a watcher. */
export function watchAssessing(told: ((recomputed: Recomputed) => void) | undefined): void {
  watcher = told;
}

/** Does a station’s work, and tells who watches how long that took and why it had to be done. */
export function watched<R>(station: Station, document: Conversion, work: () => R): R {
  const last = before.get(station.id);
  before.set(station.id, document);
  if (!watcher) return work();
  const begun = performance.now();
  const done = work();
  watcher({
    station: station.id,
    ms: performance.now() - begun,
    because: last ? station.reads.filter((read) => partOf(last, read) !== partOf(document, read)) : [],
  });
  return done;
}

function partOf(document: Conversion, read: Read): unknown {
  const [section, field] = read.split('.') as [keyof Conversion, string | undefined];
  const whole = document[section];
  return field === undefined ? whole : (whole as unknown as Record<string, unknown>)[field];
}
