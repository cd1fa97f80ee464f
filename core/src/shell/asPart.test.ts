import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { runs } from '../../../testing/runs';
import { assemble } from '../assembly';
import {
  applyChange,
  defaultBox,
  feature,
  newConversion,
  validationIssuesOf,
  type Change,
  type Conversion,
} from '../document';
import { partFrom } from '../parts';
import { measured } from '../quantity';
import { standardPart } from '../standards';
import { asFeatures, asPart } from './asPart';

const after = (document: Conversion, ...changes: Change[]) =>
  changes.reduce((d, c) => applyChange(d, c).document, document);
const radio = newConversion('Radio', defaultBox());

describe('a feature as a part, and back', () => {
  it('stands where it stood, as large as it was, whatever its shape', () => {
    const mm = (min: number, max: number) => fc.integer({ min, max });
    fc.assert(
      fc.property(
        mm(3, 100),
        mm(3, 100),
        mm(3, 60),
        mm(2, 90),
        mm(2, 90),
        mm(2, 60),
        fc.boolean(),
        (x, y, z, w, d, h, round) => {
          const shape = round
            ? ({ kind: 'cylinder', axis: 'z', diameter: measured(w), length: measured(h) } as const)
            : ({ kind: 'box', width: measured(w), depth: measured(d), height: measured(h) } as const);
          const plan = after(radio, {
            type: 'setFeature',
            id: 'speaker',
            feature: feature('Speaker', shape, [measured(x), measured(y), measured(z)]),
          });
          const before = assemble(plan).features.find((s) => s.owner === 'speaker')!.shape;
          const kit = after(plan, asPart(plan, 'speaker')!);
          expect(validationIssuesOf(kit)).toEqual([]);
          expect(kit.shell.features).toEqual({});
          const [part] = assemble(kit).parts;
          expect(part!.solids.map(({ shape: s }) => [s.kind, s.low, s.high])).toEqual([
            [before.kind, before.low, before.high],
          ]);
          const back = after(kit, asFeatures(kit, assemble(kit), part!.id)!);
          expect(validationIssuesOf(back)).toEqual([]);
          expect(back.kit.parts).toEqual({});
          expect(assemble(back).features.map(({ shape: s }) => [s.low, s.high])).toEqual([[before.low, before.high]]);
        },
      ),
      { numRuns: runs(100) },
    );
  });

  it('a part of many pieces is the box around them; one that is not in the shell is none', () => {
    const plan = after(radio, {
      type: 'addPart',
      id: 'board-1',
      part: partFrom(standardPart('board/mini-itx')!, 'Board'),
    });
    expect(asFeatures(plan, assemble(plan), 'board-1')).toBeUndefined();
    const placed = after(plan, {
      type: 'placePart',
      id: 'board-1',
      placement: { x: 20, y: 20, z: 3, rear: 'rear', top: 'top', locked: false },
    });
    const next = after(placed, asFeatures(placed, assemble(placed), 'board-1')!);
    expect(Object.values(next.shell.features)).toHaveLength(1);
    expect(asPart(radio, 'none')).toBeUndefined();
  });
});
