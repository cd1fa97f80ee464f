import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { applyChange, validationIssuesOf, defaultBox, lidAt, newConversion, type Conversion } from '../document';
import { heldOn, placeFor, sweepsOf } from '../fit';
import { assemble } from '../assembly';
import { partMade, standardTray } from '../kit';
import { partFrom } from '../parts';
import { assessAll } from '../plan';
import { measured } from '../quantity';
import { standardPart } from '../standards';
import { searchLayouts, withLayout } from '.';

const assess = (plan: Conversion) => assessAll(plan).findings;

function box(): Conversion {
  const hull = defaultBox();
  [hull.width, hull.depth, hull.height] = [measured(420), measured(360), measured(220)];
  const document = newConversion('Box with a lid', hull);
  document.shell.bodies.lid = lidAt(measured(200));
  document.kit.parts['board-1'] = partFrom(standardPart('board/mini-itx')!);
  document.kit.parts['drive-1'] = partFrom(standardPart('drive/2.5-7')!, 'Drive 1');
  document.kit.parts['drive-2'] = partFrom(standardPart('drive/3.5')!, 'Drive 2');
  return document;
}
const rides = (document: Conversion, id: string, on: string) =>
  applyChange(document, { type: 'setRides', id, on }).document;

describe('a search that is told what rides', () => {
  it('puts it on the lid, everything else beside it, and nothing stops, opening the lid included', () => {
    const document = rides(box(), 'drive-1', 'lid');
    const { layouts } = searchLayouts(document, { wanted: 2, steps: 400 });
    expect(layouts.length).toBeGreaterThan(0);
    for (const { placements } of layouts) {
      expect(placements['drive-1']!.on).toBe('lid');
      expect(placements['drive-2']!.on).toBeUndefined();
      const plan = withLayout(document, placements);
      expect(validationIssuesOf(plan)).toEqual([]);
      expect(assess(plan).filter((f) => f.verdict === 'stop' && f.station === 'fit')).toEqual([]);
      const [lid] = sweepsOf(plan, assemble(plan));
      expect(lid!.carries.parts).toEqual(['drive-1']);
      // On brackets under the lid: no hole may be drilled into what one sees.
      const part = assemble(plan).parts.find((p) => p.id === 'drive-1')!;
      expect(assemble(plan).hull.innerHigh[2] - part.high[2]).toBeLessThan(20);
    }
  });
  it('stands the board on its tray, wherever that is', () => {
    const tray = partMade({ ...standardTray('board/mini-itx'), rear: 0, openings: {}, held: 'blocks' }, 'Tray');
    const placed = applyChange(box(), {
      type: 'addPart',
      id: 'tray-1',
      part: tray,
      placement: { x: 120, y: 150, z: 30, rear: 'rear', top: 'top', locked: true },
    }).document;
    const document = rides(placed, 'board-1', 'tray-1');
    const { layouts, homeless } = searchLayouts(document, { wanted: 1, steps: 300 });
    expect(homeless).toEqual([]);
    const plan = withLayout(document, layouts[0]!.placements);
    expect(heldOn(plan, assemble(plan), 'board-1')).toMatchObject({ held: 4, beyond: 0 });
  });
  it('puts a tray that is in no shell with its board on it, and leaves both together', () => {
    const tray = partMade({ ...standardTray('board/mini-itx'), rear: 0, openings: {}, held: 'blocks' }, 'Tray');
    const document = rides(
      applyChange(box(), { type: 'addPart', id: 'tray-1', part: tray }).document,
      'board-1',
      'tray-1',
    );
    const { layouts, homeless, searched } = searchLayouts(document, { wanted: 1, steps: 300 });
    expect(homeless).toEqual([]);
    expect(searched).toContain('Tray with what stands on it as one');
    const plan = withLayout(document, layouts[0]!.placements);
    const assembly = assemble(plan);
    expect(assembly.unplaced).toEqual([]);
    expect(plan.layout.placements['board-1']!.with).toBe('tray-1');
    expect(heldOn(plan, assembly, 'board-1')).toMatchObject({ held: 4, beyond: 0 });
    expect(validationIssuesOf(plan)).toEqual([]);
    expect(assess(plan).filter((f) => f.verdict === 'stop' && f.station === 'fit')).toEqual([]);
  });
  it('says which part has no place there', () => {
    const document = box();
    document.shell.bodies.lid = lidAt(measured(200));
    document.kit.parts['supply-1'] = partFrom(standardPart('supply/atx')!);
    document.shell.hull = { ...document.shell.hull, height: measured(60) } as Conversion['shell']['hull'];
    document.shell.bodies.lid = lidAt(measured(50));
    const found = searchLayouts(rides(document, 'supply-1', 'lid'), { wanted: 1, steps: 100 });
    expect(found.layouts).toEqual([]);
    // The board is too high for it as well: not even alone is there a place.
    expect(found.homeless).toEqual(['supply-1', 'board-1']);
    expect(placeFor(document, assemble(document), 'board-1').proposals).toEqual([]);
  });
  it('is forgotten with the lid; a body that is none is refused in words', () => {
    const document = rides(box(), 'drive-1', 'lid');
    const gone = applyChange(document, { type: 'setBody', id: 'lid', body: null }).document;
    expect(gone.layout).not.toHaveProperty('rides');
    expect(validationIssuesOf(rides(box(), 'drive-1', 'nothing-1'))[0]!.message).toContain('name a lid');
    expect(validationIssuesOf(rides(box(), 'drive-1', 'drive-2'))[0]!.message).toContain('can’t put');
  });
});

describe('a row that is in no shell yet', () => {
  /** Drives in a row, beside a board, in a box of such a room. */
  const rowOf = (room: [number, number, number], count: number, pitch: number): Conversion => {
    const hull = defaultBox();
    [hull.width, hull.depth, hull.height] = room.map((v) => measured(v)) as [never, never, never];
    const document = newConversion('Box with a row', hull);
    const parts = Object.fromEntries(Array.from({ length: count }, (_, i) => [`drive-${i + 1}`, i]));
    for (const id of Object.keys(parts)) document.kit.parts[id] = partFrom(standardPart('drive/2.5-7')!, id);
    document.kit.parts['drive-9'] = partFrom(standardPart('drive/3.5')!, 'Beside it');
    return applyChange(document, {
      type: 'setRow',
      id: 'row-1',
      row: { name: 'Drives', along: 'top', pitch, held: 'side brackets', parts },
    }).document;
  };

  it('is placed as one, at its pitch, in whatever box it goes into; nothing stops, and what fails is named', () => {
    let [found, failed] = [0, 0];
    fc.assert(
      fc.property(
        fc.tuple(...[0, 1, 2].map(() => fc.integer({ min: 120, max: 420 }))),
        fc.integer({ min: 2, max: 4 }),
        fc.integer({ min: 8, max: 30 }),
        (room, count, pitch) => {
          const document = rowOf(room as [number, number, number], count, pitch);
          const { layouts, homeless } = searchLayouts(document, { wanted: 1, steps: 120 });
          const [layout] = layouts;
          if (!layout) {
            failed++;
            // Whatever its size along the row: that of a drive with its plug and a gap on all sides goes in anywhere larger.
            const long = 7 + (count - 1) * pitch;
            const sizes = [long + 20, 70 + 20, 100 + 60].sort((a, b) => a - b);
            if (homeless.length > 0)
              expect(room.toSorted((a, b) => a - b).some((v, i) => v - 6 < sizes[i]!)).toBe(true);
            return;
          }
          found++;
          expect(homeless).toEqual([]);
          const plan = withLayout(document, layout.placements);
          expect(validationIssuesOf(plan)).toEqual([]);
          expect(assemble(plan).unplaced).toEqual([]);
          const at = Array.from({ length: count }, (_, i) => layout.placements[`drive-${i + 1}`]!);
          at.forEach(({ x, y, z, rear, top }, i) => {
            const first = at[0]!;
            expect([rear, top]).toEqual([first.rear, first.top]);
            expect(Math.hypot(x - first.x, y - first.y, z - first.z)).toBeCloseTo(i * pitch, 3);
          });
          expect(assess(plan).filter((f) => f.verdict === 'stop' && f.station === 'fit')).toEqual([]);
        },
      ),
      { numRuns: 25, seed: 4 },
    );
    expect(Math.min(found, failed)).toBeGreaterThan(3);
  });

  it('rides where one of it is to, and stays where it is once it is in the shell', () => {
    const document = structuredClone(rowOf([420, 360, 220], 3, 20));
    document.shell.bodies.lid = lidAt(measured(200));
    const { layouts } = searchLayouts(rides(document, 'drive-2', 'lid'), { wanted: 1, steps: 200 });
    const [{ placements }] = layouts as [(typeof layouts)[number]];
    for (const id of ['drive-1', 'drive-2', 'drive-3']) expect(placements[id]!.on).toBe('lid');
    const plan = withLayout(document, placements);
    const again = searchLayouts(plan, { wanted: 1, steps: 200 }).layouts[0]!;
    for (const id of ['drive-1', 'drive-2', 'drive-3'])
      expect(withLayout(plan, again.placements).layout.placements[id]).toEqual(placements[id]);
  });
});
