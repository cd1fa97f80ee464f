import fc from 'fast-check';
import { expect, it } from 'vitest';
import { runs } from '../../../../testing/runs';
import { assemble } from '../../assembly';
import { applyChange, defaultBox, newConversion, type Change, type Conversion } from '../../document';
import { HOLDS, holdsOf } from '../../hold';
import { partFrom } from '../../parts';
import { standardPart } from '../../standards';
import { assessFit, remediesFor } from '..';

const after = (document: Conversion, ...changes: Change[]) =>
  changes.reduce((d, c) => applyChange(d, c).document, document);
/** Drives side by side over the floor, each so high. */
const hanging = (...heights: number[]) =>
  after(
    newConversion('Radio', defaultBox()),
    { type: 'setBrief', brief: { policy: 'open' } },
    ...heights.flatMap((z, i): Change[] => [
      { type: 'addPart', id: `drive-${i + 1}`, part: partFrom(standardPart('drive/2.5-7')!, `Drive ${i + 1}`) },
      {
        type: 'placePart',
        id: `drive-${i + 1}`,
        placement: { x: 8 + 78 * i, y: 40, z, rear: 'rear', top: 'top', locked: false },
      },
    ]),
  );
const fitOf = (document: Conversion) => assessFit(document, assemble(document)).findings;
const unheld = (document: Conversion) =>
  [...holdsOf(document, assemble(document)).values()].filter((h) => !HOLDS.has(h.kind)).map((h) => h.part);

it('two parts that nothing holds are told one by one, three as one finding with all of them', () => {
  expect(
    fitOf(hanging(20, 30))
      .filter((f) => f.id.endsWith('/held'))
      .map((f) => f.id),
  ).toEqual(['fit/drive-1/held', 'fit/drive-2/held']);
  const [all, ...more] = fitOf(hanging(20, 30, 40)).filter((f) => f.id.endsWith('/held'));
  expect(more).toEqual([]);
  expect(all!.about.map((a) => a.id)).toEqual(['drive-1', 'drive-2', 'drive-3']);
  expect(all!.sentence).toBe(
    'Nothing holds 3 parts: Drive 1 hangs 17.0 mm over the floor; Drive 2 hangs 27.0 mm over the floor; Drive 3 hangs 37.0 mm over the floor. Set them down, or give each something that carries it.',
  );
});

it('of very many only the first are named with where they are, all are marked', () => {
  const [all] = fitOf(hanging(20, 30, 40, 50, 60, 70, 80)).filter((f) => f.id.endsWith('/held'));
  expect(all!.sentence).toContain('Drive 4 hangs 47.0 mm over the floor; and 3 more.');
  expect(all!.sentence).not.toContain('Drive 5');
  expect(all!.about).toHaveLength(7);
});

it('a part that is called as the finding of many is, is a part like others', () => {
  const plan = hanging(20);
  const { 'drive-1': part } = plan.kit.parts;
  const named = after(
    plan,
    { type: 'removePart', id: 'drive-1' },
    { type: 'addPart', id: 'all', part: part!, placement: plan.layout.placements['drive-1']! },
  );
  const finding = fitOf(named).find((f) => f.id.endsWith('/held'))!;
  expect(remediesFor(named, finding).map((w) => w.id)).toContain('set-down');
});

it('each way holds its part, the first one holds them all, and nothing new stops or hangs', () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 5, max: 90 }), { minLength: 3, maxLength: 5 }), (heights) => {
      const plan = hanging(...heights);
      const finding = fitOf(plan).find((f) => f.id === 'fit/all/held')!;
      const stops = fitOf(plan).filter((f) => f.verdict === 'stop').length;
      const ways = remediesFor(plan, finding);
      expect(ways[0]!.id).toBe('each');
      expect(unheld(after(plan, ways[0]!.change))).toEqual([]);
      for (const { change, id } of ways.slice(1)) {
        const next = after(plan, change);
        const part = /^drive-\d/.exec(id)![0];
        expect(unheld(next)).toEqual(unheld(plan).filter((other) => other !== part));
        expect(fitOf(next).filter((f) => f.verdict === 'stop')).toHaveLength(stops);
      }
    }),
    { numRuns: runs(40, 8) },
  );
});
