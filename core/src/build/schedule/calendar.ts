/** Days are counted from 1970-01-01, which was a Thursday. */
const DAY = 86_400_000;
const THURSDAY = 3;

/** The number of a day `2026-11-30`. @throws Error where there is no such day */
export function dayNumber(day: string): number {
  const at = Date.parse(`${day}T00:00:00Z`);
  if (!/^\d{4}-\d{2}-\d{2}$/.test(day) || !Number.isFinite(at) || dayWords(Math.round(at / DAY)) !== day)
    throw new Error(`“${day}” is no day; it would be written 2026-11-30.`);
  return Math.round(at / DAY);
}

export const dayWords = (n: number): string => new Date(n * DAY).toISOString().slice(0, 10);

/** 0 is Monday. */
export const weekday = (n: number): number => (((n + THURSDAY) % 7) + 7) % 7;

/** A moment: a day, and hours after its midnight. Work begins at this hour on a working day. Common practice, no source. */
const BEGINS = 18;

/**
 * Time of work laid on days: `hours` of each weekday from 18 o’clock, past midnight where they are more than six. Moments are hours from the midnight of day 0.
 */
export class Calendar {
  constructor(private readonly hours: readonly number[]) {
    if (!hours.some((h) => h > 0)) throw new Error('No day of the week has an hour of work: nothing is ever done.');
  }

  /** When work of so many hours that may begin at a moment begins and ends; it is laid down overnight, and never begun late for minutes. */
  work(from: number, length: number): { begin: number; end: number } {
    let begin: number | undefined;
    let left = length;
    // A long evening goes on past midnight: the day before may still be open.
    for (let day = Math.floor(from / 24) - 1; ; day++) {
      const open = day * 24 + BEGINS;
      const close = open + this.hours[weekday(day)]!;
      const start = Math.max(from, open);
      if (start < close - 1e-9 || (left <= 1e-9 && start <= close)) {
        begin ??= start;
        const most = close - start;
        if (left <= most + 1e-9) return { begin, end: start + left };
        left -= most;
      }
    }
  }
}
