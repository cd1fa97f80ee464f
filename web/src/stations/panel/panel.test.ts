import type { HarnessRow } from '@young-shell/core/panel';
import { csvParse } from 'd3';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readBeeps } from './beeps';
import { featureBehind } from '@young-shell/core/panel';
import { harnessCsv } from './harnessCsv';
import { DIAGRAM, harnessLines } from './harnessLines';
import { layOut } from './layOut';

const row = (i: number, more: Partial<HarnessRow> = {}): HarnessRow => ({
  id: `control-${i}.contact`,
  control: `control-${i}`,
  from: `Button ${i}`,
  terminal: 'contact',
  header: 'header-1',
  to: 'Board',
  pin: String(1 + (i % 9)),
  signal: 'controller pin',
  colour: 'blue',
  gauge: 26,
  length: 300,
  routed: true,
  plug: 'crimp',
  tested: false,
  test: 'beeps',
  ...more,
});

describe('beeps as they are typed', () => {
  it.each([
    ['3 7', [[3, 7]]],
    [' 3-7 ', [[3, 7]]],
    ['3 7, 3 9', [[3, 7], [3, 9]]], // prettier-ignore
    ['none', []],
    ['–', []],
  ])('“%s” is %j', (text, pairs) => expect(readBeeps(text, 16)).toEqual({ pairs }));
  it.each([
    ['3', /no pair of pins/],
    ['3 7 9', /no pair of pins/],
    ['three seven', /no pair of pins/],
    ['3 77', /the plug has pins 1 to 16/],
    ['0 3', /the plug has pins 1 to 16/],
    ['4 4', /Pin 4 with itself/],
  ])('“%s” is refused in words', (text, words) => {
    const read = readBeeps(text, 16);
    expect('wrong' in read && read.wrong).toMatch(words);
  });
});

describe('keys laid out', () => {
  it('stand in their rows, each once, and 400 at most', () => {
    const made = layOut('Q W E\n\nA  S');
    expect('keys' in made && Object.values(made.keys).map((k) => [k.legend, k.y])).toEqual([
      ['Q', 0],
      ['W', 0],
      ['E', 0],
      ['A', 2],
      ['S', 2],
    ]);
    expect(layOut(' \n ')).toHaveProperty('wrong');
    expect(layOut(Array.from({ length: 401 }, () => 'x').join(' '))).toMatchObject({
      wrong: expect.stringMatching(/401 keys/),
    });
  });
});

describe('the harness', () => {
  it('as a table is read back by an independent reader, whatever the words on it', () =>
    fc.assert(
      fc.property(
        fc.array(fc.oneof(fc.string({ maxLength: 30 }), fc.constantFrom('=1+1', '+A1', '-2', '@sum', '−5')), {
          minLength: 1,
          maxLength: 6,
        }),
        (names) => {
          const clean = names.map((n) => n.replaceAll(/[\r\n]/g, ' '));
          const read = csvParse(harnessCsv(clean.map((from, i) => row(i, { from, length: 100 + i }))));
          // What a table program would take for a formula is written as a text: with an apostrophe before it.
          expect(read.map((r) => r.from)).toEqual(clean.map((n) => (/^[=+\-−@\t]/.test(n) ? `'${n}` : n)));
          expect(read.map((r) => Number(r['length mm']))).toEqual(clean.map((_, i) => 100 + i));
        },
      ),
    ));
  it('as a drawing has a line for each wire from its own height to that of its pin', () => {
    const rows = Array.from({ length: 30 }, (_, i) => row(i, i > 20 ? { header: 'header-2' } : {}));
    const { wires, pins, height } = harnessLines({ rows, disconnects: [], metres: [] });
    expect(wires.length).toBe(30);
    expect(new Set(wires.map((w) => w.y)).size).toBe(30);
    for (const { row: r, y, path } of wires) {
      const pin = pins.find((p) => p.id === `${r.header}/${r.pin}`)!;
      const numbers = path.match(/-?[\d.]+/g)!.map(Number);
      expect(numbers[0]).toBeCloseTo(DIAGRAM.left, 2);
      expect(numbers[1]).toBeCloseTo(y, 1);
      expect(numbers.at(-2)).toBeCloseTo(DIAGRAM.right, 2);
      expect(numbers.at(-1)).toBeCloseTo(pin.y, 1);
      expect(y).toBeLessThan(height);
    }
  });
});

describe('a new control', () => {
  it('reaches as deep behind its face as it says, its middle at its place', () => {
    for (const [outward, u, v] of [
      [
        [0, -1, 0],
        [1, 0, 0],
        [0, 0, 1],
      ],
      [
        [0, 1, 0],
        [-1, 0, 0],
        [0, 0, 1],
      ],
      [
        [1, 0, 0],
        [0, 1, 0],
        [0, 0, 1],
      ],
      [
        [0, 0, 1],
        [1, 0, 0],
        [0, 1, 0],
      ],
    ] as const) {
      const origin = [10, 20, 30] as const;
      const frame = {
        face: 'f',
        origin: [...origin],
        u: [...u],
        v: [...v],
        outward: [...outward],
        outline: [],
      } as never;
      const { shape, x, y, z } = featureBehind(
        frame,
        { u: 40, v: 25, diameter: 16, depth: 30 },
        (value) => ({ value }) as never,
      );
      const low = [x.value, y.value, z.value];
      const axis = 'xyz'.indexOf((shape as { axis: string }).axis);
      expect(Math.abs(outward[axis]!)).toBe(1);
      const middle = origin.map((o, i) => o + 40 * u[i]! + 25 * v[i]!);
      low.forEach((value, i) => {
        if (i !== axis) expect(value + 8).toBeCloseTo(middle[i]!, 9);
        else expect(outward[i]! > 0 ? value + 30 : value).toBeCloseTo(middle[i]!, 9);
      });
    }
  });
});
