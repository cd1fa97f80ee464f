import { csvOf, type HarnessRow } from '@young-shell/core/panel';

const HEAD = ['number', 'from', 'terminal', 'through', 'to', 'pin', 'signal', 'colour', 'AWG', 'length mm', 'plug', 'crosses', 'test', 'tested']; // prettier-ignore

/** The harness as a table (RFC 4180). */
export const harnessCsv = (rows: readonly HarnessRow[]): string =>
  csvOf(
    HEAD,
    rows.map((r, i) => [
      i + 1,
      r.from,
      r.terminal,
      r.through ?? '',
      r.to,
      r.pin,
      r.signal,
      r.colour,
      r.gauge,
      Math.round(r.length),
      r.plug,
      r.crosses ?? '',
      r.test,
      r.tested ? 'yes' : 'no',
    ]),
  );
