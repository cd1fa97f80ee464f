import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { PinHunt } from '../../document';
import { hashToUnit } from '../../quantity';
import { countWirings, wiringBy, wirings, type Wiring } from './possibilities';
import { progressOf, sawOn, testsOf } from './tests';

const hunt = (
  pins: number,
  switches: number,
  lamps: number,
  resistors: number,
  rails: PinHunt['rails'] = {},
): PinHunt => ({
  name: 'P',
  pins,
  holds: { switches, lamps, resistors },
  rails,
  tests: {},
});

/** Follows the guide on a wiring; gives how many tests it took. */
function follow(of: PinHunt, truth: Wiring): { tests: number; known: (string | undefined)[] } {
  const going = structuredClone(of);
  for (let n = 0; n < 500; n++) {
    const { next, known, contradiction } = progressOf(going);
    expect(contradiction).toBeUndefined();
    if (!next) return { tests: n, known };
    going.tests[`test-${n}`] = { test: next.id, saw: sawOn(truth, next.id) };
  }
  throw new Error('It never ends.');
}

/** Least mean number of tests of any tree, by trying all (small cases). */
function bestTree(ways: readonly Wiring[], tests: readonly string[], memo = new Map<string, number>()): number {
  if (ways.length <= 1) return 0;
  const key = ways.map((w) => w.join()).join(';');
  const known = memo.get(key);
  if (known !== undefined) return known;
  let best = Infinity;
  for (const test of tests) {
    const parts = new Map<string, Wiring[]>();
    for (const w of ways) {
      const saw = sawOn(w, test);
      parts.set(saw, [...(parts.get(saw) ?? []), w]);
    }
    if (parts.size < 2) continue;
    let sum = ways.length;
    for (const part of parts.values()) sum += bestTree(part, tests, memo);
    best = Math.min(best, sum);
  }
  memo.set(key, best);
  return best;
}

describe('wirings', () => {
  it('are as many as counted, and none twice', () => {
    for (const of of [
      hunt(4, 1, 0, 0),
      hunt(5, 1, 1, 0),
      hunt(6, 2, 1, 0),
      hunt(6, 1, 1, 1),
      hunt(5, 0, 2, 0),
      hunt(6, 1, 0, 0, { gnd: { volts: 0, pins: 2 } }),
    ]) {
      const all = wirings(of);
      expect(all.length).toBe(countWirings(of));
      expect(new Set(all.map((w) => w.join())).size).toBe(all.length);
    }
    expect(() => wirings(hunt(3, 2, 0, 0))).toThrow(/4 ends are named, and the plug has 3 pins/);
    expect(() => wirings(hunt(14, 3, 2, 1))).toThrow(/too many to weigh up/);
  });
});

describe('the next test', () => {
  it('always ends with the wiring that is there', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 4, max: 6 }),
        fc.integer({ min: 0, max: 2 }),
        fc.integer({ min: 0, max: 1 }),
        fc.nat(),
        (pins, s, l, seed) => {
          if (2 * (s + l) > pins || s + l === 0) return;
          const of = hunt(pins, s, l, 0);
          const all = wirings(of);
          const truth = all[seed % all.length]!;
          expect(follow(of, truth).known).toEqual(truth);
        },
      ),
      { numRuns: 40 },
    ));

  it('takes on average no fewer tests than the information asks, and within 12 % of the best tree there is', () => {
    for (const of of [hunt(4, 1, 0, 0), hunt(4, 0, 1, 0), hunt(4, 1, 1, 0), hunt(5, 1, 0, 0)]) {
      const all = wirings(of);
      const mean = all.reduce((sum, truth) => sum + follow(of, truth).tests, 0) / all.length;
      const tests = testsOf(of);
      const sees = Math.max(...tests.map((t) => t.sees.length));
      expect(mean).toBeGreaterThanOrEqual(Math.log(all.length) / Math.log(sees) - 1e-9);
      const best =
        bestTree(
          all,
          tests.map((t) => t.id),
        ) / all.length;
      expect(mean).toBeGreaterThanOrEqual(best - 1e-9);
      expect(mean).toBeLessThanOrEqual(1.12 * best);
    }
  });

  it('two pins of one rail beep with nothing held, and are told from a button and from nothing', () => {
    const of = hunt(6, 1, 0, 1, { gnd: { volts: 0, pins: 2 } });
    for (const truth of wirings(of).filter((_, i) => i % 7 === 0)) {
      expect(follow(of, truth).known).toEqual(truth);
      const [a, b] = truth.flatMap((w, i) => (w === 'gnd' ? [i + 1] : []));
      expect(sawOn(truth, `beep ${a} ${b}`)).toBe('always');
    }
  });

  it('a contradiction is told, and nothing is lost', () => {
    const of = hunt(4, 1, 0, 0);
    of.tests = { a: { test: 'beep 1 2', saw: 'with a button' }, b: { test: 'beep 1 3', saw: 'with a button' } };
    expect(progressOf(of).contradiction).toMatch(/beep 1 3: with a button/);
    expect(progressOf(of).left).toBe(1);
  });
});

describe('a supply’s plug', () => {
  const rails = { '12v': { volts: 12, pins: 7 }, ground: { volts: 0, pins: 7 } };

  it('of 20 pins turns out to be 7 × 12 V, 7 × 0 V, 6 unused (an invented plug), in 17 to 19 tests', () => {
    // 20! / (7! 7! 6!) ways, three answers a test.
    const bound = Math.ceil(Math.log(133_024_320) / Math.log(3));
    let most = 0;
    let sum = 0;
    for (let seed = 0; seed < 60; seed++) {
      const truth = wiringBy(hunt(20, 0, 0, 0, rails), `t${seed}`);
      const { tests, known } = follow(hunt(20, 0, 0, 0, rails), truth);
      expect(known).toEqual(truth);
      expect(known.filter((k) => k === '12v').length).toBe(7);
      most = Math.max(most, tests);
      sum += tests;
    }
    expect(bound).toBe(18);
    expect(most).toBeLessThanOrEqual(19);
    expect(sum / 60).toBeGreaterThan(bound - 2);
    expect(progressOf(hunt(20, 0, 0, 0, rails))).toMatchObject({ of: 133_024_320, least: 18 });
  });

  it('with too many pins of a rail is told', () => {
    const of = hunt(4, 0, 0, 0, { '5v': { volts: 5, pins: 1 } });
    of.tests = { a: { test: 'volts 1', saw: '5v' }, b: { test: 'volts 2', saw: '5v' } };
    expect(progressOf(of).contradiction).toMatch(/2 pins show 5v.*said to have 1/);
    of.tests = { a: { test: 'volts 1', saw: '5v' }, b: { test: 'volts 1', saw: 'nothing' } };
    expect(progressOf(of).contradiction).toMatch(/Pin 1 was 5v before and is nothing now/);
  });

  it('the luck of a simulated plug is spread evenly', () => {
    const at = Array.from({ length: 10 }, () => 0);
    for (let i = 0; i < 5000; i++) at[Math.floor(hashToUnit(`x${i}`) * 10)]!++;
    for (const n of at) expect(Math.abs(n - 500)).toBeLessThan(110);
  });
});
