import { expect, it } from 'vitest';
import { collect, stationVerdict, type Finding, type Verdict } from '.';

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
