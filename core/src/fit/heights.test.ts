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

describe('battens over what stands on the floor', () => {
  const brick = (height: number, ...more: Change[]) =>
    after(
      newConversion('Chest', {
        ...defaultBox(),
        width: measured(220),
        depth: measured(320),
        height: measured(140),
        walls: evenWalls(measured(3)),
      }),
      { type: 'setBrief', brief: { policy: 'open' } },
      { type: 'setBody', id: 'lid-1', body: lidAt(measured(137)) },
      { type: 'addPart', id: 'drive-1', part: partFrom(standardPart('drive/5.25')!, 'Old drive') },
      ...(height > 0 ? [rib(height)] : []),
      ...more,
    );
  const place = (document: Conversion) => placeFor(document, assemble(document), 'drive-1').proposals[0];
  it('none where nothing is in the way', () => expect(place(brick(0))!.placement.battens).toBeUndefined());
  it('set what has no holes over a rib, as Place and as Layouts: it stands, is strapped, bought and said in the step', () => {
    const document = brick(15);
    const [layout] = searchLayouts(document, { wanted: 1 }).layouts;
    for (const placement of [place(document)!.placement, layout!.placements['drive-1']!]) {
      expect(placement.battens).toBeGreaterThan(15);
      expect(placement.z).toBeCloseTo(3 + placement.battens!, 6);
      const placed = after(document, { type: 'placePart', id: 'drive-1', placement });
      const words = (d: Conversion) => heldSentence(holdsOf(d, assemble(d)).get('drive-1')!);
      expect(words(placed)).toBe(
        `It stands on the floor by its own weight. Two battens of ${placement.battens} mm bear it.`,
      );
      const strapped = after(placed, { type: 'setMount', part: 'drive-1', mount: { kind: 'strap' } });
      expect(words(strapped)).toBe(`It is strapped to the floor. Two battens of ${placement.battens} mm bear it.`);
      const { bill, steps } = buildReport(placed, assemble(placed));
      expect(bill.rows.find((r) => r.name.startsWith(`batten, ${placement.battens} ×`))!.count).toBe(2);
      expect(steps.some((s) => s.name.includes(`on two battens of ${placement.battens} mm`))).toBe(true);
      // Half a batten too low is no place on battens.
      const low = after(placed, {
        type: 'placePart',
        id: 'drive-1',
        placement: { ...placement, battens: placement.battens! - 5 },
      });
      expect(words(low)).not.toContain('battens');
    }
  });
  it('bear a supply that hangs in the rear wall, too: said, bought and in its step', () => {
    const document = after(
      brick(15),
      { type: 'removePart', id: 'drive-1' },
      { type: 'addPart', id: 'supply-1', part: partFrom(standardPart('supply/sfx')!, 'Supply') },
      { type: 'setFeature', id: 'rib', feature: { ...brick(15).shell.features.rib!, y: measured(270) } },
    );
    const { placement } = placeFor(document, assemble(document), 'supply-1').proposals.find(
      (p) => p.placement.battens !== undefined,
    )!;
    const placed = after(document, { type: 'placePart', id: 'supply-1', placement });
    const hold = holdsOf(placed, assemble(placed)).get('supply-1')!;
    expect(hold).toMatchObject({ kind: 'screws', battens: placement.battens });
    const { bill, steps } = buildReport(placed, assemble(placed));
    expect(bill.rows.some((r) => r.name.startsWith(`batten, ${placement.battens} ×`))).toBe(true);
    expect(steps.find((s) => s.id === 'place.supply-1')!.name).toMatch(/on two battens of/);
  });
  it('are as low as they may be: each millimetre less and the part is too near to what is under it', () => {
    fc.assert(
      fc.property(fc.integer({ min: 4, max: 40 }), (height) => {
        const document = brick(height);
        const placement = place(document)?.placement;
        // A part that stands beside the rib needs none.
        if (placement?.battens === undefined) return;
        const short = (by: number) => {
          const at = { ...placement, z: placement.z - by, battens: placement.battens! - by };
          return stopsAt(marginsOf(assemble(after(document, { type: 'placePart', id: 'drive-1', placement: at }))))
            .length;
        };
        expect(short(0)).toBe(0);
        expect(short(placement.battens - height + 1)).toBeGreaterThan(0);
        expect(placement.battens - height).toBeLessThanOrEqual(3);
      }),
      { numRuns: runs(12) },
    );
  });
});
