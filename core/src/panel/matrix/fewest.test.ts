import fc from 'fast-check';
import { expect, it } from 'vitest';
import { runs } from '../../../../testing/runs';
import { fewestPins } from './fewest';

/** Every choice of so many of `n` lines, as bits. */
const choices = (n: number, many: number) =>
  Array.from({ length: 1 << n }, (_, bits) => bits).filter((bits) => {
    let count = 0;
    for (let k = 0; k < n; k++) count += (bits >> k) & 1;
    return count === many;
  });

/** Least pins by brute force: any rows and any columns for each group, side by side or not; no two share a row and a column. */
function bruteForce(sizes: readonly (readonly [number, number])[]): number {
  const fits = (rows: number, columns: number) => {
    const place = (k: number, used: readonly (readonly [number, number])[]): boolean => {
      const size = sizes[k];
      if (!size) return true;
      for (const [a, b] of [size, [size[1], size[0]] as const])
        for (const r of choices(rows, a))
          for (const c of choices(columns, b))
            if (used.every(([p, q]) => (p & r) === 0 || (q & c) === 0) && place(k + 1, [...used, [r, c]])) return true;
      return false;
    };
    return place(0, []);
  };
  for (let pins = 2; ; pins++) for (let rows = 1; rows < pins; rows++) if (fits(rows, pins - rows)) return pins;
}

it('2 × 2, 2 × 2 and 4 × 4 need ten pins, not twelve', () =>
  expect(
    fewestPins([
      [2, 2],
      [2, 2],
      [4, 4],
    ]),
  ).toEqual({ pins: 10, proven: true }));

it('one group needs its own lines, none none; a keyboard of two halves ties the shorter', () => {
  expect(fewestPins([])).toEqual({ pins: 0, proven: true });
  expect(fewestPins([[8, 16]])).toEqual({ pins: 24, proven: true });
  expect(fewestPins([[8, 8], [8, 4]]).pins).toBe(20); // prettier-ignore
});

it('are what trying all choices of lines finds, where they are called proven; never fewer than that', () =>
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.integer({ min: 1, max: 3 }), fc.integer({ min: 1, max: 3 })), {
        minLength: 1,
        maxLength: 3,
      }),
      (sizes) => {
        const { pins, proven } = fewestPins(sizes);
        const least = bruteForce(sizes);
        if (proven) expect(pins).toBe(least);
        expect(pins).toBeGreaterThanOrEqual(least);
        expect(pins).toBeLessThanOrEqual(least + 1);
      },
    ),
    { numRuns: runs(300, 60), seed: 5 },
  ));
