import type { HarnessRow } from '@young-shell/core/panel';

/** The harness as a table: comma-separated, words in quotes (RFC 4180). */
export function harnessCsv(rows: readonly HarnessRow[]): string {
  const quoted = (words: string) => `"${words.replaceAll('"', '""')}"`;
  return [
    'number,from,terminal,through,to,pin,signal,colour,AWG,length mm,plug,crosses,test,tested',
    ...rows.map((r, i) =>
      [
        i + 1,
        quoted(r.from),
        quoted(r.terminal),
        quoted(r.through ?? ''),
        quoted(r.to),
        r.pin,
        quoted(r.signal),
        quoted(r.colour),
        r.gauge,
        r.length.toFixed(0),
        quoted(r.plug),
        quoted(r.crosses ?? ''),
        quoted(r.test),
        r.tested ? 'yes' : 'no',
      ].join(','),
    ),
    '',
  ].join('\r\n');
}
