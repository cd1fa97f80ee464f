import { levenbergMarquardt } from 'ml-levenberg-marquardt';
import { describe, expect, it } from 'vitest';
import { hashToUnit } from '../quantity';
import { analyse, loadOf } from './burn/analyse';
import { fitFirstOrder, studentOf } from './burn/fit';
import { lineThrough } from './burn/window';
import type { Channel, Log } from './log/log';

const normal = (...words: (string | number)[]) => {
  const key = words.join('|');
  return Math.sqrt(-2 * Math.log(1 - hashToUnit(`u${key}`))) * Math.cos(2 * Math.PI * hashToUnit(`v${key}`));
};
const times = (n: number, every: number) => Float64Array.from({ length: n }, (_, i) => i * every);

describe('a first-order answer', () => {
  it('stands at 63.2 % after one time constant (1 − 1/e)', () => {
    const t = times(400, 10);
    const fit = fitFirstOrder(
      t,
      t.map((s) => 40 * (1 - Math.exp(-s / 600))),
    )!;
    expect(fit.tau).toBeCloseTo(600, 2);
    expect(fit.end).toBeCloseTo(40, 4);
    expect(fit.begin + (fit.end - fit.begin) * (1 - Math.exp(-1))).toBeCloseTo(0.632 * 40, 1);
  });

  it('over 500 noisy runs, the truth lies in the stated interval in 95 % of them', () => {
    let [inTau, inEnd] = [0, 0];
    const RUNS = 500;
    for (let run = 0; run < RUNS; run++) {
      const tau = 200 + 1200 * hashToUnit(`tau${run}`);
      const end = 10 + 60 * hashToUnit(`end${run}`);
      const t = times(360, 10);
      const y = t.map((s, i) => end * (1 - Math.exp(-s / tau)) + (0.1 + 0.5 * hashToUnit(`n${run}`)) * normal(run, i));
      const fit = fitFirstOrder(t, y)!;
      if (Math.abs(fit.tau - tau) <= fit.tauDoubt) inTau++;
      if (Math.abs(fit.end - end) <= fit.endDoubt) inEnd++;
    }
    // 95 %, and what chance allows in 500 (4 standard deviations of the binomial: 0.0097).
    for (const share of [inTau / RUNS, inEnd / RUNS]) {
      expect(share).toBeGreaterThan(0.95 - 0.039);
      expect(share).toBeLessThan(0.99);
    }
  });

  it('where one reading follows the other, the interval still holds in nine of ten', () => {
    let inside = 0;
    for (let run = 0; run < 200; run++) {
      const t = times(400, 10);
      let drift = 0;
      const y = t.map((s, i) => {
        drift = 0.8 * drift + 0.2 * normal('ar', run, i);
        return 45 * (1 - Math.exp(-s / 700)) + drift;
      });
      const fit = fitFirstOrder(t, y)!;
      if (Math.abs(fit.end - 45) <= fit.endDoubt) inside++;
    }
    expect(inside / 200).toBeGreaterThan(0.88);
  });

  it('is the one of a general least-squares package (ml-levenberg-marquardt)', () => {
    for (let run = 0; run < 20; run++) {
      const [end, step, tau] = [20 + 3 * run, -(15 + 2 * run), 150 + 60 * run];
      const t = times(200, 15);
      const y = t.map((s, i) => end + step * Math.exp(-s / tau) + 0.3 * normal('lm', run, i));
      const { parameterValues } = levenbergMarquardt(
        { x: [...t], y: [...y] },
        ([a, b, c]: number[]) =>
          (x: number) =>
            a! + b! * Math.exp(-x / c!),
        {
          initialValues: [end * 1.1, step * 0.9, tau * 1.3],
          maxIterations: 200,
          damping: 1e-3,
          gradientDifference: 1e-4,
          errorTolerance: 1e-12,
        },
      );
      const fit = fitFirstOrder(t, y)!;
      expect(fit.end).toBeCloseTo(parameterValues[0]!, 1);
      expect(fit.tau / parameterValues[2]!).toBeCloseTo(1, 2);
    }
  });

  it('has no answer where there is too little, and no time constant where nothing moves', () => {
    expect(fitFirstOrder(times(5, 10), new Float64Array(5))).toBeUndefined();
    const t = times(100, 10);
    let told = 0;
    for (let run = 0; run < 300; run++) {
      const fit = fitFirstOrder(
        t,
        t.map((_, i) => 20 + 0.2 * normal('flat', run, i)),
      )!;
      if (Number.isFinite(fit.tauDoubt)) told++;
    }
    expect(told).toBeLessThanOrEqual(2);
  });
});

// Student’s t, two-sided 95 %: tables of any handbook of statistics (from memory).
it.each([
  [5, 2.571],
  [10, 2.228],
  [30, 2.042],
  [120, 1.98],
])('t for %i degrees of freedom is %f', (nu, t) => expect(Math.abs(studentOf(nu) / t - 1)).toBeLessThan(0.01));

describe('a burn-in', () => {
  /** A part and the room every 5 s: at rest for 10 min, then under load. */
  const logOf = (
    seconds: number,
    tau: number,
    rise: number,
    more: Partial<Record<string, (t: number) => number>> = {},
  ): Log => {
    const time = times(Math.floor(seconds / 5) + 1, 5);
    const under = (t: number) => Math.max(0, t - 600);
    const made = (name: string, of: (t: number) => number, noise: number) => ({
      name,
      values: time.map((t, i) => Math.round((of(t) + noise * normal(name, i)) * 10) / 10),
    });
    return {
      time,
      notes: [],
      columns: [
        made('room', () => 21, 0.1),
        made('cpu', (t) => 30 + rise * (1 - Math.exp(-under(t) / tau)), 0.15),
        made('watts', (t) => (t < 600 ? 10 : 60), 0.3),
        ...Object.entries(more).map(([name, of]) => made(name, of!, 0)),
      ],
    };
  };
  const CHANNELS: Channel[] = [
    { column: 'room', is: 'ambient' },
    { column: 'cpu', is: 'part', part: 'board-1' },
    { column: 'watts', is: 'part watts', part: 'board-1' },
    { column: 'watts', is: 'watts' },
    { column: 'mhz', is: 'clock', part: 'board-1' },
  ];

  it('is cut at where the load begins, level at its end, and gives K/W', () => {
    const { from, to, parts, steady, ambient } = analyse(logOf(6000, 400, 50), CHANNELS);
    expect(from).toBe(600);
    expect(to).toBe(6000);
    expect(steady).toBe(true);
    expect(ambient).toBeCloseTo(21, 1);
    expect(parts[0]!.rise).toBeCloseTo(59, 0);
    expect(parts[0]!.resistance).toBeCloseTo(59 / 60, 2);
    expect(parts[0]!.fit!.tau).toBeCloseTo(400, -1);
  });

  it('is not level while its slope is small but much is still to come', () => {
    // 0.09 K a minute over an hour and a half of time constant: 8 K are to come.
    const { parts } = analyse(logOf(9600, 5400, 40), CHANNELS);
    expect(parts[0]!.slope).toBeLessThan(0.12);
    expect(parts[0]!.steady).toBe(false);
    expect(parts[0]!.fit!.end).toBeCloseTo(49, -0.5);
    // Shorter than ten minutes nothing is level.
    expect(analyse(logOf(1100, 60, 40), CHANNELS).parts[0]!.steady).toBe(false);
  });

  it('holds back only where its clock falls at its limit', () => {
    const slow = (t: number) => (t > 3000 ? 2700 : 3600);
    const at = (limit: number, of: (t: number) => number) =>
      analyse(logOf(6000, 400, 50, { mhz: of }), CHANNELS, { limits: { 'board-1': limit } }).parts[0]!.throttle;
    expect(at(80, slow)).toMatchObject({ by: 'clock', down: 0.75 });
    expect(at(80, slow)!.share).toBeCloseTo(3000 / 5400, 1);
    // Far from its limit a clock falls for other reasons; at its limit with its full clock it does not hold back.
    expect(at(100, slow)).toBeUndefined();
    expect(at(80, () => 3600)).toBeUndefined();
  });

  it('finds the load among rests, whatever dips in it', () => {
    const time = times(1000, 10);
    const watts = time.map((t) => (t < 2000 || t > 8000 ? 12 : t > 5000 && t < 5040 ? 15 : 95));
    expect(loadOf(time, watts)).toEqual({ from: 2000, to: 8000 });
    expect(
      loadOf(
        time,
        time.map(() => 40),
      ),
    ).toEqual({ from: 0, to: 9990 });
  });

  it('without a room, or without any temperature, is refused in words', () => {
    const log = logOf(3000, 300, 20);
    expect(() => analyse(log, CHANNELS.slice(1))).toThrow(/room is not known/);
    expect(analyse(log, CHANNELS.slice(1), { ambient: 20 }).ambient).toBe(20);
    expect(() => analyse(log, [CHANNELS[0]!])).toThrow(/No column is a temperature/);
    expect(() => analyse(log, CHANNELS, { from: 900, to: 800 })).toThrow(/can’t end/);
  });

  it('a line through a window is that of the sums, gaps left out', () => {
    const t = times(50, 2);
    const v = t.map((s, i) => (i % 7 === 3 ? NaN : 3 + 0.5 * s));
    expect(lineThrough(t, v, 0, 50)).toMatchObject({
      slope: expect.closeTo(0.5, 9),
      count: 43,
      left: expect.closeTo(0, 6),
    });
  });
});
