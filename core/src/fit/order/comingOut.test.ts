import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { runs } from '../../../../testing/runs';
import { assemble } from '../../assembly';
import { generateSteps } from '../../build/steps/generate';
import { applyChange, defaultBox, feature, lidAt, newConversion, type Conversion } from '../../document';
import { partFrom } from '../../parts';
import { measured } from '../../quantity';
import { standardPart } from '../../standards';
import { remediesFor } from '../remedies';
import { accessOf } from './access';
import { orderFindings } from './findings';
import { orderOf } from './order';

const upright = { rear: 'rear', top: 'top', locked: false } as const;

/** A box of 400 × 300 × 150 under a lid, a shelf 80 high in it, drives below the shelf and on it. */
function withShelf(fate: 'keep' | 'out', width: number, depth: number, below: number, above: number): Conversion {
  const document = newConversion('Shell', defaultBox());
  document.brief.policy = 'open';
  document.shell.bodies.lid = lidAt(measured(145), 'Lid');
  document.shell.features['shelf-1'] = feature(
    'Shelf',
    { kind: 'box', width: measured(width), depth: measured(depth), height: measured(2) },
    [measured(200 - width / 2), measured(150 - depth / 2), measured(80)],
    { kind: 'shelf', fate },
  );
  const drive = partFrom(standardPart('drive/3.5')!, 'Drive');
  const put = (doc: Conversion, id: string, i: number, z: number) =>
    applyChange(doc, { type: 'addPart', id, part: drive, placement: { x: 90 + 110 * i, y: 80, z, ...upright } })
      .document;
  let made = document;
  for (let i = 0; i < below; i++) made = put(made, `low-${i + 1}`, i, 3);
  for (let i = 0; i < above; i++) made = put(made, `high-${i + 1}`, i, 82);
  return made;
}
const orderIn = (document: Conversion) => orderOf(document, assemble(document));

describe('a shelf that comes out and goes back', () => {
  it('goes in after all that is below it and before all that is on it, and its step says so', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 350, max: 390 }),
        fc.integer({ min: 250, max: 290 }),
        fc.integer({ min: 1, max: 2 }),
        fc.integer({ min: 0, max: 2 }),
        (width, depth, below, above) => {
          const fixed = orderIn(withShelf('keep', width, depth, below, above));
          expect(fixed.trapped.filter((id) => id.startsWith('low'))).toHaveLength(below);
          const document = withShelf('out', width, depth, below, above);
          const order = orderIn(document);
          expect(order.trapped).toEqual([]);
          const place = new Map(order.steps.flatMap((s, i) => s.parts.map((id) => [id, i] as const)));
          for (const [id, at] of place) {
            if (id.startsWith('low')) expect(at).toBeLessThan(place.get('shelf-1')!);
            if (id.startsWith('high')) expect(at).toBeGreaterThan(place.get('shelf-1')!);
          }
          const steps = generateSteps(document, assemble(document), order);
          const after = (id: string) => steps.find((s) => s.id === id)!.after.map((b) => b.id);
          for (let i = 1; i <= below; i++) expect(after('back.shelf-1')).toContain(`place.low-${i}`);
          for (let i = 1; i <= above; i++) expect(after(`place.high-${i}`)).toContain('back.shelf-1');
          expect(after('back.shelf-1')).toContain('out.shelf-1');
        },
      ),
      { numRuns: runs(60, 15) },
    ));

  it('is offered where it keeps parts in, and only where it comes out itself', () => {
    const said = (document: Conversion) => {
      const assembly = assemble(document);
      const order = orderOf(document, assembly);
      const finding = orderFindings(document, assembly, order, accessOf(document, assembly)).find(
        (f) => f.id === 'fit/trapped/shelf-1',
      )!;
      return remediesFor(document, finding);
    };
    const [out] = said(withShelf('keep', 380, 284, 1, 1));
    expect(out).toMatchObject({ id: 'out-and-back', change: { type: 'setFate', id: 'shelf-1', fate: 'out' } });
    // A rib on either side, from wall to wall over it: the shelf can't pass.
    const held = [60, 300].reduce(
      (doc, x, i) =>
        applyChange(doc, {
          type: 'setFeature',
          id: `rib-${i + 1}`,
          feature: feature(
            'Rib',
            { kind: 'box', width: measured(40), depth: measured(294), height: measured(20) },
            [measured(x), measured(3), measured(120)],
            { kind: 'rib' },
          ),
        }).document,
      withShelf('keep', 380, 284, 1, 1),
    );
    expect(said(held).map((r) => r.id)).not.toContain('out-and-back');
  });
});
