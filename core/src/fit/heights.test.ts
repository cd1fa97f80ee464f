import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { runs } from '../../../testing/runs';
import { assemble } from '../assembly';
import { buildReport } from '../build';
import {
  applyChange,
  defaultBox,
  evenWalls,
  feature,
  lidAt,
  newConversion,
  type Change,
  type Conversion,
} from '../document';
import { heldSentence, holdsOf } from '../hold';
import { partFrom } from '../parts';
import { measured } from '../quantity';
import { searchLayouts } from '../search';
import { LONGEST_STANDOFF, STANDOFF_LENGTHS, standardPart } from '../standards';
import { assessFit, marginsOf, placeFor, stopsAt } from '.';

const after = (document: Conversion, ...changes: Change[]) =>
  changes.reduce((d, c) => applyChange(d, c).document, document);
const rib = (height: number, depth = 4, metal = false): Change => ({
  type: 'setFeature',
  id: 'rib',
  feature: feature(
    'Rib',
    { kind: 'box', width: measured(214), depth: measured(depth), height: measured(height) },
    [measured(3), measured(110), measured(3)],
    { kind: 'rib', metal },
  ),
});
/** A board of 170 × 170 in a box of 214 inside, and something across its floor. */
const plan = (height: number, ...more: Change[]) =>
  after(
    newConversion('Tin', {
      ...defaultBox(),
      width: measured(220),
      depth: measured(220),
      height: measured(height),
      walls: evenWalls(measured(3)),
    }),
    { type: 'setBrief', brief: { policy: 'open' } },
    { type: 'setBody', id: 'lid-1', body: lidAt(measured(height - 3)) },
    { type: 'addPart', id: 'board-1', part: partFrom(standardPart('board/mini-itx')!, 'Board') },
    ...more,
  );
const first = (document: Conversion) => placeFor(document, assemble(document), 'board-1').proposals[0];

describe('standoffs over what stands on the floor', () => {
  it('none where nothing is in the way', () => {
    expect(first(plan(120))!.placement.standoffs).toBeUndefined();
    expect(first(plan(120, rib(3)))!.placement.standoffs).toBeUndefined();
  });

  it('Place and Layouts set a board over a rib of 15 mm: held, in the bill, and nothing is said of it', () => {
    const document = plan(120, rib(15));
    const proposal = first(document)!;
    expect(proposal.reasons.join()).toContain('on standoffs of 20 mm on the floor, over what stands there');
    const [layout] = searchLayouts(document, { wanted: 1 }).layouts;
    for (const placement of [proposal.placement, layout!.placements['board-1']!]) {
      const placed = after(document, { type: 'placePart', id: 'board-1', placement });
      const assembly = assemble(placed);
      expect(placement).toMatchObject({ z: 3, standoffs: 20 });
      expect(heldSentence(holdsOf(placed, assembly).get('board-1')!)).toBe(
        'It is screwed to the floor, on standoffs of 20 mm.',
      );
      expect(assessFit(placed, assembly).findings.filter((f) => ['stop', 'warn'].includes(f.verdict))).toEqual([]);
      const rows = buildReport(placed, assembly).bill.rows.map((r) => r.name);
      expect(rows).toContain('standoff 6-32 UNC × 20');
    }
  });

  it('not where no standoff that is sold is so long', () => {
    expect(first(plan(200, rib(LONGEST_STANDOFF + 1, 100)))?.placement.standoffs).toBeUndefined();
  });

  it('random heights: the shortest that is sold and passes, as by trying each', () => {
    fc.assert(
      fc.property(fc.integer({ min: 8, max: 40 }), fc.boolean(), (height, metal) => {
        const document = plan(160, rib(height, 4, metal));
        const { placement } = first(document)!;
        const fitsAt = (length: number) => {
          const placed = after(document, {
            type: 'placePart',
            id: 'board-1',
            placement: { ...placement, standoffs: length },
          });
          return (
            stopsAt(marginsOf(assemble(placed))).length === 0 &&
            assessFit(placed, assemble(placed)).findings.every(
              (f) => !f.about.some((a) => a.id === 'rib') || !['stop', 'warn'].includes(f.verdict),
            )
          );
        };
        const shortest = STANDOFF_LENGTHS.find((l) => l >= 7 && fitsAt(l));
        expect(placement.standoffs).toBe(shortest);
      }),
      { numRuns: runs(60, 15) },
    );
  });
});
