import { describe, expect, it } from 'vitest';
import { IO_OPENING, LIBRARY, standardPart } from '.';

const holes = (key: string) => standardPart(key)!.holes.map((h) => [h.x, h.y].map((v) => Number(v.toFixed(2))));
const size = (key: string, ...names: string[]) => names.map((n) => standardPart(key)!.dimensions[n]!.value);

describe('boards', () => {
  // Mini-ITX Addendum 2.0 and ATX Specification 2.2, from memory.
  it('Mini-ITX has its four holes', () =>
    expect(holes('board/mini-itx')).toEqual([
      [6.35, 10.16],
      [6.35, 165.1],
      [163.83, 33.02],
      [163.83, 165.1],
    ]));
  it('columns and rows add up', () => {
    expect(6.35 + 157.48).toBeCloseTo(163.83, 9);
    const atx = holes('board/atx');
    expect(atx).toHaveLength(9);
    expect(new Set(atx.map((h) => h[0]))).toEqual(new Set([6.35, 163.83, 288.29]));
    expect(new Set(atx.map((h) => h[1]))).toEqual(new Set([10.16, 33.02, 165.1, 237.49]));
    expect(holes('board/micro-atx').some((h) => h[0] === 209.55)).toBe(true);
  });
  // microATX Interface Specification 1.2; sizes of the family, from memory.
  it.each([
    ['board/atx', [304.8, 243.84]],
    ['board/micro-atx', [243.84, 243.84]],
    ['board/flex-atx', [228.6, 190.5]],
    ['board/mini-itx', [170, 170]],
    ['board/dtx', [203, 244]],
    ['board/mini-dtx', [203, 170]],
    ['board/nano-itx', [120, 120]],
    ['board/card-size', [85, 56]],
  ])('%s measures %j', (key, outline) => expect(size(key, 'width', 'depth')).toEqual(outline));
  it('card-size holes are 58 × 49 mm apart', () => {
    const [a, b, c] = standardPart('board/card-size')!.holes;
    expect([b!.x - a!.x, c!.y - a!.y]).toEqual([58, 49]);
  });
  it('the input/output opening is 6.25 × 1.75 in', () => {
    expect(IO_OPENING.width).toBeCloseTo(6.25 * 25.4, 9);
    expect(IO_OPENING.height).toBeCloseTo(1.75 * 25.4, 9);
  });
});

// Power Supply Design Guide for desktop form factors, from memory.
it.each([
  ['supply/atx', [150, 86, 140]],
  ['supply/sfx', [125, 63.5, 100]],
  ['supply/tfx', [85, 65, 175]],
  ['supply/cfx', [101.6, 86, 96]],
  ['supply/lfx', [62, 72, 210]],
  ['supply/flex', [81.5, 40.5, 150]],
])('%s is %j wide, high, deep', (key, outline) => expect(size(key, 'width', 'height', 'depth')).toEqual(outline));

it('supply holes have the guide’s spacing', () => {
  const sfx = standardPart('supply/sfx')!.holes;
  expect(sfx[1]!.x - sfx[0]!.x).toBeCloseTo(113, 9);
  expect(sfx[2]!.y - sfx[1]!.y).toBeCloseTo(51.5, 9);
  const atx = standardPart('supply/atx')!.holes;
  // Seen from outside, fan down: 138 and 114 across, 64 and 74 up; doubted, and said so.
  expect([atx[3]!.x - atx[0]!.x, atx[2]!.x - atx[1]!.x, atx[1]!.y - atx[0]!.y, atx[2]!.y - atx[3]!.y]).toEqual([
    138, 114, 64, 74,
  ]);
  expect(standardPart('supply/atx')!.doubt).toMatch(/disagree/);
});

// SFF-8301, SFF-8201, from memory; fan spacings common to all makers' data sheets, from memory.
it('drive and fan patterns are as tabulated', () => {
  const [a, b, c] = standardPart('drive/3.5')!.holes;
  expect([b!.x - a!.x, c!.y - a!.y]).toEqual([95.25, expect.closeTo(44.45, 9)]);
  const large = standardPart('drive/3.5-large')!.holes;
  expect(large[2]!.y - large[0]!.y).toBeCloseTo(76.2, 9);
  expect(standardPart('drive/5.25')!.dimensions.length!.value).toBe(203);
  const [d, e, f] = standardPart('drive/2.5-7')!.holes;
  expect([e!.x - d!.x, f!.y - d!.y]).toEqual([expect.closeTo(61.72, 9), expect.closeTo(76.6, 9)]);
  const spacing = Object.fromEntries(
    [40, 60, 80, 92, 120, 140].map((s) => [
      s,
      LIBRARY.find((r) => r.key.startsWith(`fan/${s}x`))!.dimensions.spacing!.value,
    ]),
  );
  expect(spacing).toEqual({ 40: 32, 60: 50, 80: 71.5, 92: 82.5, 120: 105, 140: 124.5 });
});

it('every number of the library names its source', () => {
  for (const row of LIBRARY)
    for (const d of Object.values(row.dimensions))
      expect(d.source.title.length, `${row.key} ${d.label}`).toBeGreaterThan(3);
  expect(new Set(LIBRARY.map((r) => r.key)).size).toBe(LIBRARY.length);
});
