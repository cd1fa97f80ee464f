import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { runs } from '../../../../testing/runs';
import { assemble } from '../../assembly';
import {
  applyChange,
  evenWalls,
  feature,
  lidAt,
  newConversion,
  type Change,
  type Conversion,
  type Feature,
} from '../../document';
import { partFrom } from '../../parts';
import { measured } from '../../quantity';
import { standardPart } from '../../standards';
import { remediesFor } from '../remedies';
import { orderFindings } from './findings';
import { keptIn } from './keptIn';
import { orderOf } from './order';

const exact = (value: number) => measured(value, 'calipers', 0);
const plate = (
  name: string,
  at: [number, number, number],
  size: [number, number, number],
  rest: Partial<Feature> = {},
) =>
  feature(
    name,
    { kind: 'box', width: exact(size[0]), depth: exact(size[1]), height: exact(size[2]) },
    [exact(at[0]), exact(at[1]), exact(at[2])],
    { kind: 'shelf', ...rest },
  );

/** A box of 300 × 260 × 160 inside, its lid above 150, with these features and drives on its floor. */
function box(
  features: Record<string, Feature>,
  drives: [x: number, y: number][],
  key: 'drive/2.5-7' | 'drive/3.5' = 'drive/2.5-7',
): Conversion {
  const plan = newConversion('Box', {
    form: 'box',
    width: exact(304),
    depth: exact(264),
    height: exact(164),
    walls: evenWalls(exact(2)),
  });
  plan.brief.policy = 'open';
  plan.shell.bodies = { lid: lidAt(exact(150)) };
  plan.shell.features = features;
  drives.forEach(([x, y], i) => {
    plan.kit.parts[`drive-${i + 1}`] = partFrom(standardPart(key)!, `Drive ${i + 1}`);
    plan.layout.placements[`drive-${i + 1}`] = { x, y, z: 2, rear: 'rear', top: 'top', locked: false };
  });
  return plan;
}
const asked = (plan: Conversion) => {
  const assembly = assemble(plan);
  const order = orderOf(plan, assembly);
  return { order, kept: keptIn(plan, assembly, order), findings: orderFindings(plan, assembly, order, []) };
};
const trappedWithout = (plan: Conversion, id: string) => {
  const { document } = applyChange(plan, { type: 'setFate', id, fate: 'removed' } as Change);
  return orderOf(document, assemble(document)).trapped;
};
const SHELF = plate('Shelf', [2, 2, 80], [300, 260, 2], { fate: 'cut' });

describe('what keeps parts in', () => {
  it('is named once for all of them, and its remedy frees them', () => {
    const plan = box({ 'shelf-1': SHELF }, [
      [20, 20],
      [150, 20],
    ]);
    const { order, kept, findings } = asked(plan);
    expect(order.trapped).toHaveLength(2);
    expect(kept).toEqual([{ feature: 'shelf-1', parts: ['drive-1', 'drive-2'] }]);
    const stops = findings.filter((f) => f.verdict === 'stop');
    expect(stops.map((f) => f.id)).toEqual(['fit/trapped/shelf-1']);
    expect(stops[0]!.sentence).toMatch(/^Shelf keeps in Drive 1 and Drive 2: with Lid open/);
    const remedies = remediesFor(plan, stops[0]!);
    expect(remedies.map((r) => r.id)).toEqual(['out-and-back', 'remove']);
    for (const { change } of remedies) {
      const next = applyChange(plan, change).document;
      expect(orderOf(next, assemble(next)).trapped).toEqual([]);
    }
    // One that stays is named too: it may come out for the work, and goes back.
    const stays = box({ 'shelf-1': { ...SHELF, fate: 'keep' } }, [[20, 20]]);
    const said = asked(stays).findings.find((f) => f.id === 'fit/trapped/shelf-1')!;
    expect(said.sentence).toMatch(/^Shelf keeps in Drive 1: .* it comes out and goes in\./);
    expect(remediesFor(stays, said).map((r) => r.id)).toEqual(['out-and-back']);
  });

  it('is nothing where two shelves lie over each other, or the shell itself is in the way', () => {
    const two = box({ 'shelf-1': SHELF, 'shelf-2': plate('Upper', [2, 2, 110], [300, 260, 2]) }, [[20, 20]]);
    expect(asked(two).kept).toEqual([]);
    expect(asked(two).findings.map((f) => f.id)).toContain('fit/trapped/drive-1');
    const window = box({}, [[20, 20]]);
    window.shell.bodies.lid = {
      ...window.shell.bodies.lid!,
      kind: 'panel',
      cut: { kind: 'face', face: 'top', u: exact(150), v: exact(130), width: exact(40), height: exact(40) },
    };
    expect(asked(window).order.trapped).toEqual(['drive-1']);
    expect(asked(window).kept).toEqual([]);
  });

  it('of one feature is found wherever it is that one: against taking it out and asking again', () => {
    let [freed, none] = [0, 0];
    const edge = fc.integer({ min: 0, max: 6 }).map((k) => 2 + k * 8);
    fc.assert(
      fc.property(edge, edge, fc.integer({ min: 200, max: 300 }), fc.integer({ min: 180, max: 260 }), (x, y, w, d) => {
        const size: [number, number, number] = [Math.min(w, 302 - x), Math.min(d, 262 - y), 3];
        const plan = box(
          { 'shelf-1': plate('Shelf', [x, y, 60], size) },
          [
            [20, 20],
            [170, 90],
          ],
          'drive/3.5',
        );
        const { order, kept } = asked(plan);
        const still = trappedWithout(plan, 'shelf-1');
        const free = order.trapped.filter((id) => !still.includes(id));
        expect(kept.flatMap((k) => k.parts).sort()).toEqual(free.sort());
        if (free.length > 0) freed++;
        else none++;
      }),
      { numRuns: runs(120, 30) },
    );
    expect(freed).toBeGreaterThan(2);
    expect(none).toBeGreaterThan(5);
  });
});
