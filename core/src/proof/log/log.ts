import type { ChannelKind } from '../section';

/** What was written down while the machine ran: one time, many channels. */
export interface Log {
  /** Seconds from the first row on; rising. */
  time: Float64Array;
  /** One value a row each; NaN where there was none. */
  columns: { name: string; values: Float64Array }[];
  /** What was found while it was read: gaps, clock changes, rows that were left out. */
  notes: string[];
}

/** A channel of a log, and the part it is on where it is on one. */
export interface Channel {
  column: string;
  is: ChannelKind;
  part?: string | undefined;
}

/** A sensible way to read the columns, by their names and those of the parts. */
export function guessChannels(
  columns: readonly string[],
  parts: Readonly<Record<string, { name: string; kind: string }>>,
): Channel[] {
  const first = (...kinds: string[]) => Object.entries(parts).find(([, p]) => kinds.includes(p.kind))?.[0];
  return columns.map((column): Channel => {
    const low = column.toLowerCase();
    const named = Object.entries(parts).find(
      ([id, { name }]) => low.includes(name.toLowerCase()) || new RegExp(`\\b${id}\\b`).test(low),
    )?.[0];
    const part =
      named ??
      (/cpu|processor|package|core/.test(low)
        ? first('board')
        : /gpu|graphic|card/.test(low)
          ? first('card')
          : /hdd|drive|disc|disk|ssd|nvme/.test(low)
            ? first('drive')
            : undefined);
    const is = ((): ChannelKind => {
      if (/rpm|tach/.test(low)) return 'fan';
      if (/ambient|room|umgebung/.test(low)) return 'ambient';
      if (/exhaust|leav|outlet/.test(low)) return 'exhaust';
      if (/inside|case|chassis|intern/.test(low)) return 'inside';
      if (/\bfan\b/.test(low)) return 'fan';
      if (/mhz|ghz|clock|freq/.test(low)) return 'clock';
      if (/\bwatts?\b|\[w\]|\(w\)|\bw\b|power/.test(low)) return part === undefined ? 'watts' : 'part watts';
      if (part !== undefined && !/load|usage|use|%|voltage|\bv\b/.test(low)) return 'part';
      return 'none';
    })();
    const channel: Channel = { column, is };
    if (part !== undefined && (is === 'part' || is === 'part watts' || is === 'clock' || is === 'fan'))
      channel.part = part;
    if (is === 'fan' && named === undefined) delete channel.part;
    return channel;
  });
}

/** Values of a column by name; undefined where there is none. */
export const columnOf = (log: Log, name: string | undefined): Float64Array | undefined =>
  log.columns.find((c) => c.name === name)?.values;
