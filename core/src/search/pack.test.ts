import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Vec3 } from '../solid';
import { packCorners } from './corners';
import { packJoined } from './joined';
import { dissected, pack, type PackedPart } from './pack';
import { randomFrom } from './random';

const block: Vec3 = [480, 380, 260];

function expectPacked(packed: PackedPart[] | undefined, pieces: readonly Vec3[]) {
  expect(packed?.map((p) => p.index).sort((a, b) => a - b)).toEqual(pieces.map((_, i) => i));
  packed!.forEach((a, i) => {
    expect([...a.size].sort()).toEqual([...pieces[a.index]!].sort());
    for (let k = 0; k < 3; k++) {
      expect(a.low[k]).toBeGreaterThanOrEqual(-1e-6);
      expect(a.low[k]! + a.size[k]!).toBeLessThanOrEqual(block[k]! + 1e-6);
    }
    for (const b of packed!.slice(i + 1))
      expect(
        [0, 1, 2].some((k) => a.low[k]! + a.size[k]! <= b.low[k]! + 1e-6 || b.low[k]! + b.size[k]! <= a.low[k]! + 1e-6),
      ).toBe(true);
  });
}

describe('tight packing', () => {
  // Random guillotine cuts: a solution is known to exist (a standard device of the packing literature).
  const cut = (count: number, seed: number) => {
    const whole = dissected(block, count, randomFrom(seed));
    expect(whole.reduce((sum, p) => sum + p[0] * p[1] * p[2], 0)).toBe(block[0] * block[1] * block[2]);
    return whole.map((p) => p.map((v) => v - 1) as Vec3);
  };

  it('puts dissected blocks together again, nothing in anything and nothing outside', () => {
    for (const [seed, count] of [12, 15, 20, 25].entries()) {
      const pieces = cut(count, seed);
      expectPacked(packJoined(block, pieces), pieces);
    }
  });

  it('finds any few pieces again, each turned any way', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 11 }),
        fc.nat(9999),
        fc.array(fc.nat(5), { minLength: 11, maxLength: 11 }),
        (count, seed, turns) => {
          const pieces = cut(count, seed).map(([a, b, c], i): Vec3 =>
          ([[a, b, c], [a, c, b], [b, a, c], [b, c, a], [c, a, b], [c, b, a]] as Vec3[])[turns[i]!]!,
        ); // prettier-ignore
          expectPacked(packJoined(block, pieces), pieces);
        },
      ),
      { numRuns: 60, seed: 3 },
    );
  });

  it('goes by corners where no cut goes through', () => {
    // Four boxes around a fifth, as a pinwheel: every straight cut would go through one of them.
    const pieces: Vec3[] = [[300, 150], [180, 240], [290, 140], [190, 230], [110, 90]].map(([x, y]) => [x!, y!, 260]); // prettier-ignore
    expect(packJoined(block, pieces)).toBeUndefined();
    expectPacked(packCorners(block, pieces, { seed: 1 }), pieces);
    expectPacked(pack(block, cut(9, 4)), cut(9, 4));
  }, 60_000);

  it('finds nothing where the pieces are more than the block holds, and ends', () => {
    expect(pack([100, 100, 100], [[60, 60, 100], [60, 60, 100]], { steps: 5000 })).toBeUndefined(); // prettier-ignore
    expect(pack([10, 10, 10], [[11, 1, 1]], { steps: 5000 })).toBeUndefined(); // prettier-ignore
  });
});
