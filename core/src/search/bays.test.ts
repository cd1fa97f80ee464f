import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assemble, movedWithPlugged, pluggedOf, socketPlacement } from '../assembly';
import { generateSteps } from '../build/steps/generate';
import { carrierSheet } from '../cut/sheets/carriers';
import { applyChange, defaultBox, lidAt, newConversion, type Conversion, type MadeCage } from '../document';
import { assessFit, holderOf, marginsOf, orderOf, placeFor, resized, shortAt } from '../fit';
import { holdsOf } from '../hold';
import { partMade } from '../kit';
import { partFrom } from '../parts';
import { assessAll } from '../plan';
import { measured } from '../quantity';
import { standardPart } from '../standards';
import { searchLayouts, withLayout } from '.';

const cage = (made: Partial<MadeCage> = {}): MadeCage => ({
  kind: 'cage',
  bay: '3.5 in',
  bays: 2,
  pitch: 36,
  thickness: 1.5,
  material: 'aluminium',
  ...made,
});
const upright = { rear: 'rear', top: 'top', locked: false } as const;

function box(size: readonly [number, number, number], kit: Record<string, string>): Conversion {
  const hull = defaultBox();
  [hull.width, hull.depth, hull.height] = size.map((v) => measured(v)) as [never, never, never];
  const document = newConversion('Box', hull);
  document.brief = { ...document.brief, policy: 'open', blockedFaces: [] };
  document.shell.bodies.lid = lidAt(measured(size[2] - 20));
  for (const [id, key] of Object.entries(kit)) document.kit.parts[id] = partFrom(standardPart(key)!, id);
  return document;
}
const adds = (document: Conversion, id: string, part: Conversion['kit']['parts'][string]) =>
  applyChange(document, { type: 'addPart', id, part }).document;
const said = (document: Conversion) => assessFit(document, assemble(document)).findings;

describe('a cage with bays', () => {
  it('takes each drive of its kind, and none twice; the drives go with it and are held', () => {
    let document = adds(box([400, 300, 200], {}), 'cage-1', partMade(cage(), 'Cage'));
    document = applyChange(document, {
      type: 'placePart',
      id: 'cage-1',
      placement: { x: 64, y: 64, z: 3, ...upright },
    }).document;
    for (const id of ['a', 'b', 'c']) {
      document = adds(document, `drive-${id}`, partFrom(standardPart('drive/3.5')!, id));
      const inBay = placeFor(document, assemble(document), `drive-${id}`).proposals.find((p) =>
        p.reasons[0]!.startsWith('in the 3.5 in bay of Cage'),
      );
      if (id === 'c') expect(inBay).toBeUndefined();
      else
        document = applyChange(document, {
          type: 'placePart',
          id: `drive-${id}`,
          placement: inBay!.placement,
        }).document;
    }
    const assembly = assemble(document);
    expect(pluggedOf(assembly.parts)).toEqual({ 'cage-1': ['drive-a', 'drive-b'] });
    const [a, b] = ['drive-a', 'drive-b'].map((id) => document.layout.placements[id]!);
    expect([b!.x - a!.x, b!.y - a!.y, b!.z - a!.z]).toEqual([0, 0, 36]);
    expect(shortAt(marginsOf(assembly))).toEqual([]);
    expect(holdsOf(document, assembly).get('drive-b')).toMatchObject({ kind: 'plug', into: '3.5 in bay' });
    expect(said(document).filter((f) => f.id.includes('held') && f.about.some((x) => x.id === 'drive-b'))).toEqual([]);
    // The cage is taken elsewhere, and turned to other sizes: each stays in its bay.
    const to = { ...document.layout.placements['cage-1']!, x: 154, z: 20 };
    const moved = movedWithPlugged(document, pluggedOf(assembly.parts), 'cage-1', to);
    expect(moved['drive-a']!.x - a!.x).toBeCloseTo(90, 6);
    expect(moved['drive-b']!.z - b!.z).toBeCloseTo(17, 6);
    const wider = applyChange(document, resized(document, 'cage-1', cage({ pitch: 50, thickness: 3 }))).document;
    expect(pluggedOf(assemble(wider).parts)).toEqual({ 'cage-1': ['drive-a', 'drive-b'] });
    expect(wider.layout.placements['drive-b']!.z - wider.layout.placements['drive-a']!.z).toBe(50);
  });
  it('has a sheet whose holes meet those in the sides of its drives', () => {
    let document = adds(box([400, 300, 200], {}), 'cage-1', partMade(cage(), 'Cage'));
    document = applyChange(document, {
      type: 'placePart',
      id: 'cage-1',
      placement: { x: 0, y: 0, z: 0, ...upright },
    }).document;
    const { holes } = carrierSheet(document, assemble(document), 'cage-1-plate')!;
    // SFF-8301 (from memory): 28.5 and 130.1 from the connectors, 6.35 over the underside; drives lie 3 over the base.
    const wanted = [0, 36].flatMap((z) => [28.5, 130.1].map((y) => [y, 3 + z + 6.35]));
    expect(holes.map((h) => [h.u, h.v]).sort()).toEqual(wanted.sort());
  });
  it('takes no drive that is wider than its bays, and says so of one that is put there', () => {
    let document = adds(box([400, 400, 200], {}), 'cage-1', partMade(cage(), 'Cage'));
    const at = { x: 60, y: 160, z: 3, ...upright };
    document = applyChange(document, { type: 'placePart', id: 'cage-1', placement: at }).document;
    const inBay = (width: number) => {
      const drive = partFrom(standardPart('drive/3.5')!, 'Drive');
      const plan = adds(document, 'drive-a', { ...drive, dimensions: { ...drive.dimensions, width: measured(width) } });
      const [board] = assemble(plan).parts;
      const seat = socketPlacement(board!, 'drive-a', plan.kit.parts['drive-a']!)!;
      const placed = applyChange(plan, { type: 'placePart', id: 'drive-a', placement: seat }).document;
      return {
        offered: placeFor(plan, assemble(plan), 'drive-a').proposals.some((p) =>
          p.reasons[0]!.startsWith('in the 3.5'),
        ),
        stops: shortAt(marginsOf(assemble(placed))).length,
      };
    };
    // 101.6 mm and 0.3 of play on each side.
    expect(inBay(102.2)).toEqual({ offered: true, stops: 0 });
    expect(inBay(102.5)).toEqual({ offered: false, stops: 1 });
  });
  it('refuses a pitch less than a drive is high, and says what would do', () => {
    expect(() => partMade(cage({ pitch: 20 }), 'Cage')).toThrow('Make it 26.1 mm or more');
  });
  it('goes in as one with its drives where these have no way into it in its place, each before the cage in the steps', () => {
    const placed = (depth: number) => {
      const document = adds(
        box([200, depth, 160], { 'drive-a': 'drive/3.5', 'drive-b': 'drive/3.5' }),
        'cage-1',
        partMade(cage(), 'Cage'),
      );
      const at: Conversion['layout']['placements'][string] = { x: 40, y: depth - 153, z: 3, ...upright };
      let plan = applyChange(document, { type: 'placePart', id: 'cage-1', placement: at }).document;
      for (const id of ['drive-a', 'drive-b']) {
        const { proposals } = placeFor(plan, assemble(plan), id);
        const { placement } = proposals.find((p) => p.reasons[0]!.startsWith('in the 3.5 in bay'))!;
        plan = applyChange(plan, { type: 'placePart', id, placement }).document;
      }
      return plan;
    };
    const tight = placed(200);
    const assembly = assemble(tight);
    const order = orderOf(tight, assembly);
    expect(order.trapped).toEqual([]);
    const [together] = order.steps;
    expect([...together!.parts].sort()).toEqual(['cage-1', 'drive-a', 'drive-b']);
    expect(holderOf(together!, assembly)).toBe('cage-1');
    const befores = (plan: Conversion, id: string) => [
      ...new Set(
        generateSteps(plan, assemble(plan), orderOf(plan, assemble(plan)))
          .find((s) => s.id === `place.${id}`)!
          .after.map((b) => b.id)
          .filter((step) => step.startsWith('place.')),
      ),
    ];
    expect(befores(tight, 'cage-1').sort()).toEqual(['place.drive-a', 'place.drive-b']);
    expect(befores(tight, 'drive-a')).toEqual([]);
    // With the length of a drive before it they slide in where it stands.
    const roomy = placed(420);
    expect(orderOf(roomy, assemble(roomy)).trapped).toEqual([]);
    expect(befores(roomy, 'drive-a')).toEqual(['place.cage-1']);
    expect(befores(roomy, 'cage-1')).toEqual([]);
  });
  it('is where a search puts the drives, however many bays it has', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 3 }),
        fc.constantFrom('3.5 in', '2.5 in'),
        fc.integer(),
        (bays, bay, seed) => {
          const drives = Object.fromEntries(
            Array.from({ length: bays }, (_, i) => [`drive-${i}`, bay === '3.5 in' ? 'drive/3.5' : 'drive/2.5-7']),
          );
          const of = cage({ bays, bay: bay as MadeCage['bay'], pitch: bay === '3.5 in' ? 40 : 16 });
          const document = adds(box([320, 320, 220], drives), 'cage-1', partMade(of, 'Cage'));
          const [first] = searchLayouts(document, { wanted: 1, steps: 300, seed }).layouts;
          const plan = withLayout(document, first!.placements);
          expect(pluggedOf(assemble(plan).parts)['cage-1']).toHaveLength(bays);
          expect(assessAll(plan).findings.filter((f) => f.verdict === 'stop' && f.station === 'fit')).toEqual([]);
        },
      ),
      { numRuns: 6, seed: 3 },
    );
  });
});
