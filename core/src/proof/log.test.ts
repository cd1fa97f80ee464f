import { describe, expect, it } from 'vitest';
import { guessChannels } from './log/log';
import { readLog, spanOf } from './log/readLog';
import { rowAt, thinned } from './log/thin';

describe('a log file', () => {
  it('is read with points and commas, blanks and tabs, all the same', () => {
    const rows = (sep: string, comma: boolean) =>
      ['time', 'ambient', 'CPU °C'].join(sep) +
      '\n' +
      [0, 1, 2, 3]
        .map((t) =>
          [t, 21.5 + t / 10, 40.25 + t]
            .map((v, i) => (i > 0 && comma ? String(v).replace('.', ',') : String(v)))
            .join(sep),
        )
        .join('\n');
    const [a, b, c, d] = [rows(',', false), rows(';', true), rows('\t', true), rows(';', false)].map(readLog);
    for (const log of [b, c, d]) expect(log).toEqual(a);
    expect([...a!.columns[1]!.values]).toEqual([40.25, 41.25, 42.25, 43.25]);
  });

  it('takes dates, clocks, epochs and elapsed seconds for time', () => {
    const seconds = (first: string, second: string) => [...readLog(`time;a\n${first};1\n${second};2`).time];
    expect(seconds('2027-03-01 10:00:00', '2027-03-01 10:00:05')).toEqual([0, 5]);
    expect(seconds('01.03.2027 10:00:00', '01.03.2027 10:01:00')).toEqual([0, 60]);
    expect(seconds('2027-03-01T10:00:00Z', '2027-03-01T10:00:02.5Z')).toEqual([0, 2.5]);
    expect(seconds('1772359200', '1772359210')).toEqual([0, 10]);
    expect(seconds('1772359200000', '1772359201000')).toEqual([0, 1]);
    expect([...readLog('Date;Time;a\n2027-03-01;10:00:00;1\n2027-03-01;10:00:30;2').time]).toEqual([0, 30]);
  });

  const clock = (...times: string[]) => readLog(`time;a;b\n${times.map((t, i) => `${t};${i};1`).join('\n')}`);

  it('puts a clock straight that was set, and says so', () => {
    const back = clock('2027-10-31 02:59:58', '2027-10-31 02:59:59', '2027-10-31 02:00:00', '2027-10-31 02:00:01');
    expect([...back.time]).toEqual([0, 1, 2, 3]);
    expect(back.notes).toEqual([expect.stringMatching(/set back by an hour/)]);
    const on = clock('2027-03-28 01:59:58', '2027-03-28 01:59:59', '2027-03-28 03:00:00', '2027-03-28 03:00:01');
    expect([...on.time]).toEqual([0, 1, 2, 3]);
    expect(on.notes).toEqual([expect.stringMatching(/set forward by an hour/)]);
    const midnight = clock('23:59:58', '23:59:59', '00:00:00', '00:00:01');
    expect([...midnight.time]).toEqual([0, 1, 2, 3]);
    const jump = clock('100', '101', '40', '41');
    expect([...jump.time]).toEqual([0, 1, 2, 3]);
    expect(jump.notes).toEqual([expect.stringMatching(/jumps back/)]);
  });

  it('leaves gaps as gaps, what is no row and what is told twice out', () => {
    const log = readLog('time;a\n0;1\n1;2\n2;\n???\n3;4\n3;5\n60;6\n61;n/a');
    expect([...log.time]).toEqual([0, 1, 2, 3, 60, 61]);
    expect([...log.columns[0]!.values]).toEqual([1, 2, NaN, 4, 6, NaN]);
    expect(log.notes.join(' ')).toMatch(/1 row is no reading.*1 gap, the longest of 57 s.*1 rows with the time/s);
  });

  it.each([
    ['', /has no rows/],
    ['hello', /has no rows/],
    ['a;b\nx;y\nz;w', /No line of names with numbers under it/],
    ['volts;amps\n1;2\n3;4', /is a time/],
    ['time;a\n1;x\n2;y', /No line of names|holds numbers/],
  ])('that is none (%j) is refused with what would be right', (text, words) => {
    expect(() => readLog(text)).toThrow(words);
  });

  it('its columns are guessed by their names and those of the parts', () => {
    const parts = {
      'board-1': { name: 'Board', kind: 'board' },
      'card-1': { name: 'Big card', kind: 'card' },
      'fan-1': { name: 'Exhaust fan', kind: 'fan' },
    };
    const names = [
      'Ambient',
      'CPU Package [°C]',
      'Big card temp',
      'CPU Power [W]',
      'Core Clock MHz',
      'Exhaust fan rpm',
      'Exhaust air',
      'Wall W',
      'Load %',
    ];
    expect(guessChannels(names, parts).map((c) => [c.is, c.part])).toEqual([
      ['ambient', undefined],
      ['part', 'board-1'],
      ['part', 'card-1'],
      ['part watts', 'board-1'],
      ['clock', 'board-1'],
      ['fan', 'fan-1'],
      ['exhaust', undefined],
      ['watts', undefined],
      ['none', undefined],
    ]);
  });
});

it('a thin trace keeps the least and greatest of what each pixel stands for', () => {
  const values = Float64Array.from({ length: 10_000 }, (_, i) => (i === 5003 ? 99 : i === 7777 ? -5 : Math.sin(i)));
  const rows = thinned(values, 0, 10_000, 100);
  expect(rows).toContain(5003);
  expect(rows).toContain(7777);
  expect(rows.length).toBeLessThanOrEqual(200);
  expect([...rows].sort((a, b) => a - b)).toEqual(rows);
  expect(rowAt(Float64Array.of(0, 2, 4), 3)).toBe(2);
});

it('by blocks of a long channel it is the same as looked at row by row, with holes in it too', () => {
  const values = Float64Array.from({ length: 200_000 }, (_, i) =>
    i % 9 === 4 || (i > 50_000 && i < 60_000) ? NaN : Math.sin(i * 1.7) * (1 + (i % 1013)),
  );
  for (const [from, to, count] of [
    [0, 200_000, 40],
    [137, 199_991, 33],
    [50_500, 59_000, 5],
  ] as const)
    for (const row of thinned(values, from, to, count)) {
      const c = Math.floor(((row - from) * count) / (to - from));
      const [a, b] = [from + Math.floor((c * (to - from)) / count), from + Math.floor(((c + 1) * (to - from)) / count)];
      const seen = [...values.slice(a, b)].filter((v) => v === v);
      if (seen.length > 0) expect([Math.min(...seen), Math.max(...seen)]).toContain(values[row]);
    }
});

it('spans are said as one says them', () => {
  expect([30, 120, 3600, 3900, 90_000].map(spanOf)).toEqual(['30 s', '2 min', '1 h', '1 h 05', '1 d 1 h']);
});
