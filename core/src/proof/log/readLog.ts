import { dsvFormat } from 'd3-dsv';
import type { Log } from './log';

/** A log larger than this is refused, characters. */
export const LARGEST_LOG = 200_000_000;
/** Steps longer than so many usual ones are a gap. */
const GAP = 5;
const HOUR = 3600;
const DAY = 24 * HOUR;
const TIME_NAMES =
  /^(time|zeit|date|datum|timestamp|epoch|elapsed|seconds?|sec|s|t|date\s*(and|\/|,)?\s*time|datetime|uhrzeit)\b/i;

/** Which of `;`, tab and `,` parts the columns: the one that is there in most of the first lines, equally often. */
function delimiterOf(lines: readonly string[]): string {
  const scores = [';', '\t', ','].map((d) => {
    const counts = lines.map((l) => l.split(d).length - 1).filter((n) => n > 0);
    const usual = counts.sort((a, b) => a - b)[Math.floor(counts.length / 2)] ?? 0;
    return { d, score: counts.filter((n) => n === usual).length * Math.min(usual, 50) };
  });
  // A semicolon or tab beside decimal commas wins.
  return scores.reduce((best, s) => (s.score > best.score ? s : best)).d;
}

/** A number with a point or a comma; NaN for what is none. `comma`: the columns are not parted by commas. */
function numberOf(cell: string, comma: boolean): number {
  const plain = cell.trim().replace(/\s*(°?[CFK]|rpm|MHz|W|%|V|A)$/i, '');
  if (plain === '') return NaN;
  if (comma && /^[+-]?\d+,\d+$/.test(plain)) return Number(plain.replace(',', '.'));
  return Number(plain);
}

/** Seconds of a clock such as 23:59:01.5, or NaN. */
function clockOf(cell: string): number {
  const m = /^(\d{1,2}):(\d{2})(?::(\d{2})(?:[.,](\d+))?)?$/.exec(cell.trim());
  if (!m) return NaN;
  return Number(m[1]) * HOUR + Number(m[2]) * 60 + Number(m[3] ?? 0) + Number(`0.${m[4] ?? 0}`);
}

/** Seconds since 1970 of a date, year first or last; NaN for what is none. Days before months where they are parted by dots. */
function dayOf(cell: string): number {
  const a = /^(\d{4})[-/.](\d{1,2})[-/.](\d{1,2})$/.exec(cell.trim());
  if (a) return Date.UTC(Number(a[1]), Number(a[2]) - 1, Number(a[3])) / 1000;
  const b = /^(\d{1,2})([./-])(\d{1,2})\2(\d{4})$/.exec(cell.trim());
  if (!b) return NaN;
  const [x, y] = [Number(b[1]), Number(b[3])];
  // With slashes the month stands first, unless it can't be one.
  const [day, month] = b[2] === '/' && x <= 12 ? [y, x] : [x, y];
  return Date.UTC(Number(b[4]), month - 1, day) / 1000;
}

/** Seconds of one cell of time, whatever its kind; NaN for what is none. */
function timeOf(cell: string, comma: boolean): number {
  const plain = cell.trim();
  const parted = /^(\S+)[ T](\S+?)(Z|[+-]\d{2}:?\d{2})?$/.exec(plain);
  if (parted) {
    const seconds = dayOf(parted[1]!) + clockOf(parted[2]!);
    const zone = /^([+-])(\d{2}):?(\d{2})$/.exec(parted[3] ?? '');
    const offset = zone ? (zone[1] === '-' ? -1 : 1) * (Number(zone[2]) * HOUR + Number(zone[3]) * 60) : 0;
    return seconds - offset;
  }
  const clock = clockOf(plain);
  if (Number.isFinite(clock)) return clock;
  const n = numberOf(plain, comma);
  // Milliseconds since 1970.
  return n > 1e11 ? n / 1000 : n;
}

/**
 * A file of a logging program as a log: columns parted by `,` `;` or tab, decimal points or commas, time as seconds, as a
 * clock, as date and clock in one column or two. A clock that was set (summer time, midnight) is put straight, gaps stay
 * gaps, rows that are none are left out; each is told in `notes`.
 * @throws Error that names what is wrong and what would be right
 */
export function readLog(text: string): Log {
  if (text.length > LARGEST_LOG)
    throw new Error(
      `The file has ${(text.length / 1e6).toFixed(0)} MB; up to ${LARGEST_LOG / 1e6} MB are read. Log every second, not faster.`,
    );
  const body = text.charCodeAt(0) === 0xfeff ? text.slice(1) : text;
  const head = body
    .slice(0, 20_000)
    .split(/\r?\n/)
    .filter((l) => l.trim() !== '');
  if (head.length < 2) throw new Error('The file has no rows. A log has a line of names, then a line for each moment.');
  const delimiter = delimiterOf(head.slice(0, 60));
  const comma = delimiter !== ',';
  const format = dsvFormat(delimiter);
  const split = (line: string) => (format.parseRows(line)[0] ?? []).map((c) => c.trim());
  // The line of names: the first whose next lines hold numbers where it has words.
  const named = head.findIndex((line, i) => {
    const [cells, next] = [split(line), split(head[i + 1] ?? '')];
    return (
      cells.length >= 2 &&
      next.length >= 2 &&
      next.filter((c) => Number.isFinite(timeOf(c, comma))).length >= 2 &&
      cells.filter((c) => c !== '' && !Number.isFinite(timeOf(c, comma))).length >= 2
    );
  });
  if (named < 0)
    throw new Error(
      `No line of names with numbers under it was found (the first line is “${head[0]!.slice(0, 60)}”). A log begins like “time;ambient;processor”.`,
    );
  const names = split(head[named]!);
  const at = body.indexOf(head[named]!);
  const timeColumns = names.flatMap((n, i) => (TIME_NAMES.test(n) ? [i] : []));
  const sample = split(head[named + 1]!);
  const first = timeColumns[0] ?? sample.findIndex((c) => Number.isFinite(clockOf(c)) || /\d{4}.*\d{2}:\d{2}/.test(c));
  if (first < 0)
    throw new Error(
      `None of the columns (${names.slice(0, 8).join(', ')}${names.length > 8 ? ' …' : ''}) is a time. One has to be called “time”, “date” or “elapsed”.`,
    );
  // A date beside a clock.
  const second = timeColumns.find(
    (i) => i !== first && Number.isFinite(dayOf(sample[first] ?? '')) && Number.isFinite(clockOf(sample[i] ?? '')),
  );
  const skip = new Set([first, ...(second === undefined ? [] : [second])]);
  const kept = names.flatMap((n, i) => (skip.has(i) || n === '' ? [] : [i]));
  const rows = Math.max(16, Math.ceil(((body.length - at) / Math.max(4, head[named + 1]!.length)) * 1.3) + 16);
  let time = new Float64Array(rows);
  let values = kept.map(() => new Float64Array(rows));
  let count = 0;
  let left = 0;
  format.parseRows(body.slice(at + head[named]!.length), (row) => {
    if (row.length < 2 && (row[0] ?? '').trim() === '') return null;
    const t =
      second === undefined ? timeOf(row[first] ?? '', comma) : dayOf(row[first] ?? '') + clockOf(row[second] ?? '');
    if (!Number.isFinite(t) || row.length < names.length - 1) {
      left++;
      return null;
    }
    if (count === time.length) {
      const grown = (old: Float64Array) => {
        const more = new Float64Array(old.length * 2);
        more.set(old);
        return more;
      };
      time = grown(time);
      values = values.map(grown);
    }
    time[count] = t;
    for (let k = 0; k < kept.length; k++) values[k]![count] = numberOf(row[kept[k]!] ?? '', comma);
    count++;
    return null;
  });
  if (count < 2)
    throw new Error(`Only ${count} row of “${names.join(', ').slice(0, 60)}” could be read; a log needs at least two.`);
  const notes: string[] = [];
  if (left > 0)
    notes.push(`${left} ${left === 1 ? 'row is' : 'rows are'} no reading and ${left === 1 ? 'was' : 'were'} left out.`);
  const columns = kept
    .map((i, k) => ({ name: names[i]!, values: values[k]!.slice(0, count) }))
    .filter(({ values: v }) => v.some((x) => Number.isFinite(x)));
  if (columns.length === 0)
    throw new Error(`No column of “${names.join(', ').slice(0, 80)}” holds numbers beside the time.`);
  // Two columns of one name are told apart.
  const seen = new Map<string, number>();
  for (const column of columns) {
    const n = (seen.get(column.name) ?? 0) + 1;
    seen.set(column.name, n);
    if (n > 1) column.name = `${column.name} (${n})`;
  }
  return { ...straight(time.slice(0, count), columns, notes), notes };
}

/** Puts a clock straight that was set while it ran, and finds gaps; rows that are told twice are left out. */
function straight(time: Float64Array, columns: Log['columns'], notes: string[]): Pick<Log, 'time' | 'columns'> {
  const n = time.length;
  const steps = new Float64Array(Math.min(n - 1, 5000));
  for (let i = 0; i < steps.length; i++) steps[i] = time[i + 1]! - time[i]!;
  const sorted = [...steps].filter((s) => s > 0).sort((a, b) => a - b);
  const usual = sorted[Math.floor(sorted.length / 2)] ?? 1;
  let offset = 0;
  let gaps = 0;
  let longest = 0;
  let twice = 0;
  const keep: number[] = [];
  const out = new Float64Array(n);
  let last = time[0]!;
  let made = 0;
  out[made++] = 0;
  keep.push(0);
  const near = (step: number, by: number) => Math.abs(step - by) <= Math.max(2 * usual, 2);
  for (let i = 1; i < n; i++) {
    let step = time[i]! + offset - last;
    if (near(step - usual, -DAY) || (step < -DAY / 2 && step > -DAY)) {
      // A clock without a date goes over midnight.
      offset += DAY;
      step += DAY;
      notes.push('The clock went over midnight.');
    } else if (near(step - usual, -HOUR)) {
      offset += HOUR;
      step += HOUR;
      notes.push(`The clock was set back by an hour after ${spanOf(out[made - 1]!)}; it is put straight.`);
    } else if (near(step - usual, HOUR) && usual < 600) {
      offset -= HOUR;
      step -= HOUR;
      notes.push(
        `The clock was set forward by an hour after ${spanOf(out[made - 1]!)} (or the log stood still for just an hour); it is put straight.`,
      );
    } else if (step < -Math.max(2 * usual, 2)) {
      notes.push(
        `The clock jumps back by ${spanOf(-step)} after ${spanOf(out[made - 1]!)}; what follows is put on at once.`,
      );
      offset += usual - step;
      step = usual;
    }
    if (step <= 0) {
      twice++;
      continue;
    }
    if (step > GAP * usual) {
      gaps++;
      longest = Math.max(longest, step);
    }
    last += step;
    out[made] = last - time[0]!;
    keep.push(i);
    made++;
  }
  if (gaps > 0)
    notes.push(
      `${gaps} ${gaps === 1 ? 'gap' : 'gaps'}, the longest of ${spanOf(longest)}: nothing is made up for ${gaps === 1 ? 'it' : 'them'}.`,
    );
  if (twice > 0) notes.push(`${twice} rows with the time of the one before were left out.`);
  if (made === n) return { time: out, columns };
  return {
    time: out.slice(0, made),
    columns: columns.map(({ name, values }) => ({ name, values: Float64Array.from(keep, (i) => values[i]!) })),
  };
}

/** `2 h 05`, `12 min`, `30 s`. */
export function spanOf(seconds: number): string {
  if (seconds < 90) return `${seconds.toFixed(0)} s`;
  const minutes = Math.round(seconds / 60);
  if (minutes < 60) return `${minutes} min`;
  const days = Math.floor(minutes / 1440);
  const rest = minutes - days * 1440;
  return `${days > 0 ? `${days} d ` : ''}${Math.floor(rest / 60)} h${rest % 60 > 0 ? ` ${String(rest % 60).padStart(2, '0')}` : ''}`;
}
