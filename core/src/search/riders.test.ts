import { describe, expect, it } from 'vitest';
import { applyChange, complaintsOf, defaultBox, lidAt, newConversion, type Conversion } from '../document';
import { heldOn, sweepsOf } from '../fit';
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
      expect(complaintsOf(plan)).toEqual([]);
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
  it('says which part has no place there', () => {
    const document = box();
    document.shell.bodies.lid = lidAt(measured(200));
    document.kit.parts['supply-1'] = partFrom(standardPart('supply/atx')!);
    document.shell.hull = { ...document.shell.hull, height: measured(60) } as Conversion['shell']['hull'];
    document.shell.bodies.lid = lidAt(measured(50));
    const found = searchLayouts(rides(document, 'supply-1', 'lid'), { wanted: 1, steps: 100 });
    expect(found.layouts).toEqual([]);
    expect(found.homeless).toEqual(['supply-1']);
  });
  it('is forgotten with the lid; a body that is none is refused in words', () => {
    const document = rides(box(), 'drive-1', 'lid');
    const gone = applyChange(document, { type: 'setBody', id: 'lid', body: null }).document;
    expect(gone.layout).not.toHaveProperty('rides');
    expect(complaintsOf(rides(box(), 'drive-1', 'nothing-1'))[0]!.message).toContain('name a lid');
    expect(complaintsOf(rides(box(), 'drive-1', 'drive-2'))[0]!.message).toContain('can’t put');
  });
});
