import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { runs } from '../../../testing/runs';
import { assemble } from '../assembly';
import {
  applyChange,
  defaultBox,
  feature,
  lidAt,
  newConversion,
  ringBody,
  validationIssuesOf,
  type Change,
  type Conversion,
} from '../document';
import { stepsOf } from '../build';
import { partFrom } from '../parts';
import { measured } from '../quantity';
import { unheldOf } from '../shell';
import { standardPart } from '../standards';
import { assessFit, cutAwayFor, marginsOfPart, remediesFor, shortAt } from '.';

const after = (document: Conversion, ...changes: Change[]) =>
  changes.reduce((d, c) => applyChange(d, c).document, document);
const drive = partFrom(standardPart('drive/2.5-7')!, 'Drive');
/** A drive on the floor of a box of 400 × 300 × 150 with walls of 3, and a rib somewhere. */
const plan = (
  x: number,
  y: number,
  rib: [number, number, number, number, number, number],
  fate: 'cut' | 'keep' = 'cut',
) =>
  after(
    newConversion('Radio', defaultBox()),
    { type: 'setBrief', brief: { policy: 'open' } },
    {
      type: 'setFeature',
      id: 'rib',
      feature: feature(
        'Rib',
        { kind: 'box', width: measured(rib[3]), depth: measured(rib[4]), height: measured(rib[5]) },
        [measured(rib[0]), measured(rib[1]), measured(rib[2])],
        { kind: 'rib', fate },
      ),
    },
    { type: 'addPart', id: 'drive-1', part: drive },
    { type: 'placePart', id: 'drive-1', placement: { x, y, z: 3, rear: 'rear', top: 'top', locked: true } },
  );
const remediesOf = (document: Conversion) => {
  const stop = assessFit(document, assemble(document)).findings.find(
    (f) => f.verdict === 'stop' && f.about.some((a) => a.id === 'rib'),
  );
  return stop ? remediesFor(document, stop) : [];
};

describe('so much cut out of a feature as a part needs', () => {
  it('a rib under a drive: a block of it, the rest stays; its step is there before the trial fit', () => {
    const document = plan(100, 100, [3, 130, 3, 394, 4, 12]);
    const way = remediesOf(document).find((r) => r.id === 'cut-away')!;
    expect(way.label).toMatch(/^Cut \d+ × 4 × 1\d(\.\d)? mm out of Rib$/);
    const next = after(document, way.change);
    expect(assemble(next).features.filter((s) => s.owner === 'rib')).not.toHaveLength(0);
    expect(remediesOf(next)).toEqual([]);
    const { steps } = stepsOf(next, assemble(next));
    const step = steps.find((s) => s.id === 'cut-away.rib')!;
    expect(step.name).toMatch(/^Cut \d+ × 4 × 1\d(\.\d)? mm out of Rib; the rest stays$/);
    expect(steps.find((s) => s.id === 'trial')!.after.map((b) => b.id)).toContain('cut-away.rib');
  });

  it('under a lid that a ring raised: where the rib is now, kept where it was', () => {
    const raised = after(
      plan(100, 100, [3, 130, 120, 394, 4, 20]),
      { type: 'setBody', id: 'lid-1', body: lidAt(measured(140), 'Lid') },
      {
        type: 'setFeature',
        id: 'rib',
        feature: { ...plan(0, 0, [3, 130, 120, 394, 4, 20]).shell.features.rib!, body: 'lid-1' },
      },
      { type: 'setBody', id: 'ring-1', body: ringBody(newConversion('Radio', defaultBox()).shell, 15) },
      {
        type: 'placePart',
        id: 'drive-1',
        placement: { x: 100, y: 100, z: 131, rear: 'rear', top: 'top', locked: true },
      },
    );
    const there = assemble(raised).features.find((s) => s.owner === 'rib')!.shape;
    expect(there.low[2]).toBe(135);
    const blocks = cutAwayFor(raised, assemble(raised), ['drive-1'], 'rib')!;
    const next = assemble(after(raised, { type: 'setCutAway', id: 'rib', blocks }));
    expect(shortAt(marginsOfPart(next, next.parts[0]!)).filter((m) => m.other.id === 'rib')).toEqual([]);
    expect(blocks[0]!.z.value).toBeCloseTo(120, 6);
  });

  it('nothing where it must be kept, under Conserve, or where nothing of it would be left', () => {
    expect(remediesOf(plan(100, 100, [3, 130, 3, 394, 4, 12], 'keep')).map((r) => r.id)).not.toContain('cut-away');
    const conserve = after(plan(100, 100, [3, 130, 3, 394, 4, 12]), {
      type: 'setBrief',
      brief: { policy: 'conserve' },
    });
    expect(remediesOf(conserve).map((r) => r.id)).not.toContain('cut-away');
    const small = remediesOf(plan(100, 100, [120, 130, 3, 10, 4, 5])).map((r) => r.id);
    expect(small).toContain('remove');
    expect(small).not.toContain('cut-away');
  });

  it('random ribs and places: what is offered gives the part its room, leaves something, and nothing loses its hold', () => {
    let offered = 0;
    const between = (min: number, max: number) => fc.integer({ min, max });
    fc.assert(
      fc.property(
        between(10, 250),
        between(10, 150),
        fc.tuple(between(3, 200), between(3, 200), fc.constant(3), between(3, 190), between(3, 90), between(2, 60)),
        (x, y, rib) => {
          const document = plan(x, y, rib);
          const assembly = assemble(document);
          const short = (d: Conversion) => {
            const there = assemble(d);
            return shortAt(marginsOfPart(there, there.parts[0]!)).filter((m) => m.other.id === 'rib');
          };
          const blocks = cutAwayFor(document, assembly, ['drive-1'], 'rib');
          if (!blocks) return;
          offered++;
          const next = after(document, { type: 'setCutAway', id: 'rib', blocks });
          expect(validationIssuesOf(next)).toEqual([]);
          expect(short(next)).toEqual([]);
          // Nor is it said that it may not be enough, should all be off in the bad direction.
          const { findings } = assessFit(next, assemble(next));
          const doubts = findings.filter(
            (f) => ['stop', 'warn'].includes(f.verdict) && f.about.some((a) => a.id === 'rib'),
          );
          expect(doubts).toEqual([]);
          const volume = (d: Conversion) =>
            assemble(d).features.reduce(
              (sum, { shape: { low, high } }) => sum + [0, 1, 2].reduce((v, i) => v * (high[i]! - low[i]!), 1),
              0,
            );
          expect(volume(next)).toBeGreaterThan(0);
          expect(volume(next)).toBeLessThan(volume(document));
          expect(unheldOf(next)).toEqual([]);
        },
      ),
      { numRuns: runs(300) },
    );
    expect(offered).toBeGreaterThan(10);
  });
});
