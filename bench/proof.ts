import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { readConversion } from '@young-shell/core/document';
import { analyse, readLog, thinned, type Channel, type Log } from '@young-shell/core/proof';
import { bookPdf } from '../core/src/build/book/book';
import { medianOf, type Row } from './measure';

const demo = readConversion(readFileSync(new URL('../demo/tape-deck.json', import.meta.url), 'utf8'));
const font = (path: string) => new Uint8Array(readFileSync(createRequire(import.meta.url).resolve(path)));

const PARTS = ['board-1', 'card-1', 'drive-1', 'drive-2'];
const CHANNELS: Channel[] = [
  { column: 'room', is: 'ambient' },
  { column: 'inside', is: 'inside' },
  { column: 'wall', is: 'watts' },
  ...PARTS.map((part): Channel => ({ column: part, is: 'part', part })),
  { column: 'mhz', is: 'clock', part: 'board-1' },
];

/** A log once a second, so many rows of eight channels. */
function logOf(rows: number): Log {
  let state = 9;
  const next = () => (state = (Math.imul(state, 1664525) + 1013904223) >>> 0) / 2 ** 32;
  return {
    time: Float64Array.from({ length: rows }, (_, i) => i),
    columns: CHANNELS.map(({ column }, c) => ({
      name: column,
      values: Float64Array.from({ length: rows }, (_, i) => 20 + 5 * c * (1 - Math.exp(-i / 900)) + 0.3 * next()),
    })),
    notes: [],
  };
}

const textOf = ({ time, columns }: Log): string =>
  [
    ['time', ...columns.map((c) => c.name)].join(';'),
    ...Array.from(time, (t, i) => [t, ...columns.map((c) => c.values[i]!.toFixed(1))].join(';')),
  ].join('\n');

/** Figures of Proof and of the build book. */
export async function proofRows(short: boolean): Promise<Row[]> {
  const copy = await medianOf(() => JSON.parse(JSON.stringify(demo)), short ? 3 : 30);
  const log = logOf(short ? 20_000 : 604_800);
  const text = textOf(log);
  const split = await medianOf(() => text.split('\n').map((l) => l.split(';').length), short ? 1 : 3);
  const fonts = {
    text: font('@fontsource/barlow/files/barlow-latin-500-normal.woff'),
    figures: font('@fontsource/barlow-condensed/files/barlow-condensed-latin-600-normal.woff'),
  };
  return [
    {
      what: 'a week of 1 Hz, 8 channels: analysed and thinned for drawing',
      ms: await medianOf(
        () => {
          analyse(log, CHANNELS, { limits: { 'board-1': 95 } });
          for (const { values } of log.columns) thinned(values, 0, values.length, 700);
        },
        short ? 1 : 5,
      ),
      limit: 1000,
      against: 'copying the plan through JSON',
      againstMs: copy,
    },
    {
      what: 'the same, one step of scrolling',
      ms: await medianOf(
        () => log.columns.map(({ values }) => thinned(values, 1000, values.length, 700)),
        short ? 1 : 10,
      ),
      limit: 16,
      against: 'copying the plan through JSON',
      againstMs: copy,
    },
    {
      what: 'its file read',
      ms: await medianOf(() => readLog(text), short ? 1 : 3),
      limit: Infinity,
      against: 'parting its text at line ends and semicolons',
      againstMs: split,
    },
    {
      what: 'build book of the demo',
      ms: await medianOf(() => bookPdf(demo, { fonts, today: '2027-01-04', findings: [], photos: {} }), short ? 1 : 5),
      limit: 5000,
      against: 'copying the plan through JSON',
      againstMs: copy,
    },
  ];
}
