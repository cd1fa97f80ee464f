import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { compileKernel, moduleText } from '../compile';
import { distancesFrom } from './distances';
import { sizeWithBorder, type Cells } from './grid';
import { plainDistances } from './plainDistances';

/** A grid with boxes taken from it; everything else is free. */
function grid(count: [number, number, number], boxes: readonly (readonly number[])[]): Cells {
  const words = Math.ceil(count[0] / 32);
  const bits = new Uint32Array(words * count[1] * count[2]);
  for (const [x0, y0, z0, w, d, h] of boxes as [number, number, number, number, number, number][])
    for (let z = z0; z < Math.min(count[2], z0 + h); z++)
      for (let y = y0; y < Math.min(count[1], y0 + d); y++)
        for (let x = x0; x < Math.min(count[0], x0 + w); x++)
          bits[(z * count[1] + y) * words + (x >>> 5)]! |= 1 << (x & 31);
  return { count, words, bits };
}

describe('the kernel for distances', () => {
  it('is what its source compiles to', async () => {
    const stored = readFileSync(new URL('./distances.wasm.ts', import.meta.url), 'utf8');
    expect(moduleText(await compileKernel('distances'))).toBe(stored);
  });

  it('finds the same distances as its twin, cell by cell', () => {
    const size = fc.tuple(fc.integer({ min: 1, max: 70 }), fc.integer({ min: 1, max: 24 }), fc.integer({ min: 1, max: 20 })); // prettier-ignore
    const box = fc.tuple(fc.nat(69), fc.nat(23), fc.nat(19), fc.integer({ min: 1, max: 40 }), fc.integer({ min: 1, max: 20 }), fc.integer({ min: 1, max: 16 })); // prettier-ignore
    fc.assert(
      fc.property(size, fc.array(box, { maxLength: 40 }), fc.nat(), (count, boxes, pick) => {
        const cells = grid(count, boxes);
        const [sx, sy] = sizeWithBorder(count);
        const at = [pick % count[0], (pick >>> 4) % count[1], (pick >>> 8) % count[2]] as const;
        const start = ((at[2] + 1) * sy + at[1] + 1) * sx + at[0] + 1;
        const [fast, plain] = [distancesFrom(cells, start), plainDistances(cells, start)];
        expect(fast.size).toEqual(plain.size);
        expect(fast.values.findIndex((v, i) => v !== plain.values[i])).toBe(-1);
      }),
      { numRuns: 300, seed: 7 },
    );
  });

  it('goes through a maze, forth and back', () => {
    // Walls with a gap at one end, then at the other: the way runs along each of them.
    const walls = [0, 1, 2, 3, 4, 5].map((n) => [n % 2, 3 * n + 2, 0, 30, 1, 9]);
    const cells = grid([31, 21, 9], walls);
    const [sx, sy] = sizeWithBorder(cells.count);
    const start = (1 * sy + 1) * sx + 1;
    const { values } = distancesFrom(cells, start);
    expect(values).toEqual(plainDistances(cells, start).values);
    expect(values[(1 * sy + 20) * sx + 1]! / 12).toBeGreaterThan(6 * 27);
  });
});
