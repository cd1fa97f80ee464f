import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { amountOf, collect, newOrWorse, RANK, stationVerdict, type Finding, type Verdict } from '.';

const finding = (id: string, verdict: Verdict): Finding => ({
  id,
  station: 'fit',
  verdict,
  sentence: id,
  brief: id,
  figures: [],
  about: [],
});

it('an accepted finding steps back, until it gets worse than it was accepted', () => {
  const accepted = { a: { reason: 'foam', verdict: 'warn' as const } };
  const mild = collect([finding('a', 'warn'), finding('b', 'note')], accepted);
  expect(mild.map((f) => [f.id, f.accepted])).toEqual([
    ['b', undefined],
    ['a', 'foam'],
  ]);
  expect(stationVerdict('fit', mild, 'rest')).toMatchObject({ verdict: 'note', brief: 'b', open: 0 });
  const worse = collect([finding('a', 'stop')], accepted);
  expect(worse[0]!.accepted).toBeUndefined();
  expect(stationVerdict('fit', worse, 'rest')).toMatchObject({ verdict: 'stop', open: 1 });
  expect(stationVerdict('cut', worse, 'nothing to cut')).toMatchObject({ verdict: 'good', brief: 'nothing to cut' });
});

/** A finding with a distance, of which less is worse. */
const near = (distance: number, verdict: Verdict = 'stop'): Finding => ({
  ...finding('fit/card|rib', verdict),
  figures: [
    { label: 'required', value: 1, unit: 'mm', source: { kind: 'practice', title: 'test' } },
    { label: 'distance', value: distance, unit: 'mm', source: { kind: 'practice', title: 'test' }, worse: 'less' },
  ],
});
const acceptedAt = (f: Finding) => ({
  [f.id]: { reason: 'filed down', verdict: f.verdict as 'stop', amount: amountOf(f)! },
});

describe('what was accepted', () => {
  it('is open again once it is clearly worse, though its verdict is the same', () => {
    const known = acceptedAt(near(-0.4));
    expect(collect([near(-0.4)], known)[0]).toMatchObject({ accepted: 'filed down' });
    expect(collect([near(0.2, 'warn')], known)[0]).toMatchObject({ accepted: 'filed down' });
    const [worse] = collect([near(-30)], known);
    expect(worse).toMatchObject({ lapsed: 'filed down' });
    expect(worse!.accepted).toBeUndefined();
    expect(stationVerdict('fit', [worse!], 'rest')).toMatchObject({ verdict: 'stop', open: 1 });
  });

  it('of before amounts were kept is judged by its verdict alone', () => {
    const old = { 'fit/card|rib': { reason: 'old', verdict: 'stop' as const } };
    expect(collect([near(-30)], old)[0]).toMatchObject({ accepted: 'old' });
  });

  it('never lapses by getting better, always by twice as much, and says the same of a copy', () =>
    fc.assert(
      fc.property(
        fc.double({ min: -50, max: 50, noNaN: true }),
        fc.double({ min: 0, max: 60, noNaN: true }),
        fc.constantFrom<Verdict>('stop', 'warn', 'note'),
        fc.constantFrom<Verdict>('stop', 'warn', 'note'),
        (distance, by, was, is) => {
          const open = (now: Finding) => collect([now], acceptedAt(near(distance, was)))[0]!.accepted === undefined;
          expect(open(near(distance, was))).toBe(false);
          expect(open(near(distance + by, is))).toBe(RANK[is] < RANK[was]);
          if (RANK[is] > RANK[was]) expect(open(near(distance - by, is))).toBe(false);
          expect(open(near(distance - Math.abs(distance) - 0.3, was))).toBe(true);
          const anew = newOrWorse([near(distance, was)], [near(distance - by, is)]);
          expect(anew.length > 0).toBe(open(near(distance - by, is)));
        },
      ),
      { numRuns: 400, seed: 5 },
    ));

  it('keeps a number that a plan can hold, whatever it is', () => {
    expect(amountOf(near(-Infinity))).toBe(1e9);
    expect(amountOf(near(Infinity))).toBe(-1e9);
    expect(amountOf(near(NaN))).toBeUndefined();
    expect(amountOf(finding('a', 'stop'))).toBeUndefined();
  });
});
