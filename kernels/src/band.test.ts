import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { compileKernel, moduleText } from '../compile';
import { solverOf } from './band';
import type { Band } from './bandMatrix';
import { plainFactor, plainSolve } from './plainBand';

/** A random band made positive definite by its diagonal (Gershgorin). */
function band(rows: number, half: number, seed: number): Band {
  let state = seed >>> 0;
  const next = () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 2 ** 31 - 1;
  };
  const values = Float64Array.from({ length: rows * (half + 1) }, next);
  for (let i = 0; i < rows; i++) values[i * (half + 1) + half] = 2 * half + 1.5;
  return { rows, half, values };
}

const times = ({ rows, half, values }: Band, x: Float64Array) => {
  const y = new Float64Array(rows);
  for (let i = 0; i < rows; i++)
    for (let j = Math.max(0, i - half); j <= i; j++) {
      const a = values[i * (half + 1) + half + j - i]!;
      y[i]! += a * x[j]!;
      if (j < i) y[j]! += a * x[i]!;
    }
  return y;
};

describe('the kernel for banded systems', () => {
  it('is what its source compiles to', async () => {
    const stored = readFileSync(new URL('./band.wasm.ts', import.meta.url), 'utf8');
    expect(moduleText(await compileKernel('band'))).toBe(stored);
  });

  it('solves as its twin does, and what it solves is solved', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 60 }), fc.nat(24), fc.nat(), (rows, wide, seed) => {
        const given = band(rows, Math.min(wide, rows - 1), seed);
        const load = Float64Array.from({ length: rows }, (_, i) => Math.sin(i + seed));
        const solve = solverOf({ ...given, values: given.values.slice() });
        const [x, again] = [solve(load), solve(load)];
        expect([...again]).toEqual([...x]);
        times(given, x).forEach((y, i) => expect(y).toBeCloseTo(load[i]!, 9));
        const plain = { ...given, values: given.values.slice() };
        const twin = load.slice();
        expect(plainFactor(plain)).toBe(-1);
        plainSolve(plain, twin);
        twin.forEach((y, i) => expect(y).toBeCloseTo(x[i]!, 12));
      }),
      { numRuns: 150 },
    );
  });

  it('refuses what is not positive definite', () =>
    expect(() => solverOf({ rows: 2, half: 1, values: Float64Array.from([0, 1, 2, 1]) })).toThrow(/row 1/));
});
