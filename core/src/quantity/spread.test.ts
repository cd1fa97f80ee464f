import { describe, expect, it } from 'vitest';
import { add, chain, exactly, scale, subtract } from './linear';
import { measured } from './measured';
import { normalCdf, sharesOf, spreadOf } from './spread';

describe('spreadOf', () => {
  it('a 170 mm board in a 171.45 mm opening leaves 1.45 mm: ± 0.5 and ± 0.2 make 0.75 at worst, 0.911 at best root', () => {
    const margin = subtract(chain('/a', measured(171.45, 'rule')), chain('/b', measured(170, 'standard')));
    const spread = spreadOf(margin);
    expect(spread.nominal).toBeCloseTo(1.45, 9);
    expect(spread.worst).toBeCloseTo(1.45 - 0.7, 9);
    expect(spread.half95).toBeCloseTo(Math.hypot(0.5, 0.2), 9);
  });

  it('a value that enters twice counts twice or cancels, as it does in the shell', () => {
    const wall = chain('/wall', measured(3, 'calipers'));
    expect(spreadOf(add(wall, wall)).half95).toBeCloseTo(0.2, 9);
    expect(subtract(wall, wall).terms).toHaveLength(0);
    expect(scale(wall, -2).terms[0]!.coefficient).toBe(-2);
  });

  it('is sure of a margin without uncertainty', () => {
    expect(spreadOf(exactly(0.1)).probability).toBe(1);
    expect(spreadOf(exactly(-0.1)).probability).toBe(0);
  });

  it('half of the variance comes from each of two equal values', () => {
    const shares = sharesOf(add(chain('/a', measured(1, 'rule')), chain('/b', measured(1, 'rule')), -1));
    expect(shares.map((s) => s.share)).toEqual([0.5, 0.5]);
  });
});

// Table of the normal distribution, e.g. NIST/SEMATECH e-Handbook 1.3.6.7.1, from memory.
it.each([
  [0, 0.5],
  [1, 0.84134],
  [1.96, 0.975],
  [-1.96, 0.025],
  [3, 0.99865],
])('the normal distribution at %f is %f', (x, p) => expect(normalCdf(x)).toBeCloseTo(p, 5));
