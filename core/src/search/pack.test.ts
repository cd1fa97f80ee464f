import { describe, expect, it } from 'vitest';
import type { Vec3 } from '../solid';
import { dissected, pack } from './pack';
import { randomFrom } from './random';

const block: Vec3 = [480, 380, 260];

describe('tight packing', () => {
  it('puts a dissected block together again, nothing in anything and nothing outside', () => {
    // Random guillotine cuts: a solution is known to exist (a standard device of the packing literature).
    for (const seed of [1, 2, 3, 4]) {
      const pieces = dissected(block, 9, randomFrom(seed)).map((p) => p.map((v) => v - 1) as Vec3);
      expect(dissected(block, 9, randomFrom(seed)).reduce((sum, p) => sum + p[0] * p[1] * p[2], 0)).toBe(
        480 * 380 * 260,
      );
      const packed = pack(block, pieces, { seed })!;
      expect(packed.map((p) => p.index).sort()).toEqual(pieces.map((_, i) => i).sort());
      packed.forEach((a, i) => {
        expect([...a.size].sort()).toEqual([...pieces[a.index]!].sort());
        for (let k = 0; k < 3; k++) {
          expect(a.low[k]).toBeGreaterThanOrEqual(-1e-6);
          expect(a.low[k]! + a.size[k]!).toBeLessThanOrEqual(block[k]! + 1e-6);
        }
        for (const b of packed.slice(i + 1))
          expect(
            [0, 1, 2].some(
              (k) => a.low[k]! + a.size[k]! <= b.low[k]! + 1e-6 || b.low[k]! + b.size[k]! <= a.low[k]! + 1e-6,
            ),
          ).toBe(true);
      });
    }
  }, 60_000);

  it('finds nothing where the pieces are more than the block holds, and ends', () => {
    expect(pack([100, 100, 100], [[60, 60, 100], [60, 60, 100]], { steps: 5000 })).toBeUndefined(); // prettier-ignore
    expect(pack([10, 10, 10], [[11, 1, 1]], { steps: 5000 })).toBeUndefined(); // prettier-ignore
  });
});
