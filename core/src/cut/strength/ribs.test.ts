import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assemble } from '../../assembly';
import {
  applyChange,
  defaultBox,
  feature,
  newConversion,
  type Change,
  type Conversion,
  type Feature,
} from '../../document';
import { partFrom } from '../../parts';
import { measured } from '../../quantity';
import { standardPart } from '../../standards';
import { bendingFindings } from '../findings/bending';
import { bentPlate, panelOf } from './panel';
import { bendRoughly } from './bend';
import { beamsOfRibs, ribsOn, stiffnessOf } from './ribs';

/** A rib of 10 × 30 mm along the floor of a box of sheet, from one side to the other. */
const rib: Change = {
  type: 'setFeature',
  id: 'rib-1',
  feature: feature(
    'Rib',
    { kind: 'box', width: measured(394), depth: measured(10), height: measured(30) },
    [measured(3), measured(145), measured(3)],
    { kind: 'rib' },
  ),
};
const after = (...changes: Change[]): Conversion => {
  const document = newConversion('Box', defaultBox());
  document.brief.policy = 'open';
  document.shell.material = 'plywood';
  return [
    {
      type: 'addPart',
      id: 'supply-1',
      part: partFrom(standardPart('supply/atx')!, 'Supply'),
      placement: { x: 100, y: 10, z: 3, rear: 'rear', top: 'top', locked: false },
    } as Change,
    ...changes,
  ].reduce((d, c) => applyChange(d, c).document, document);
};
const gives = (document: Conversion) => bendRoughly(document, 'bottom', assemble(document));
const cutAway = (x: number, width: number): Change =>
  ({
    type: 'setCutAway',
    id: 'rib-1',
    blocks: [
      {
        x: measured(x),
        y: measured(100),
        z: measured(0),
        width: measured(width),
        depth: measured(100),
        height: measured(100),
      },
    ],
  }) as never;

describe('ribs on a face', () => {
  it('count by their own section: E b h³ / 12, G b³ h / 3', () => {
    // Steel of 210 000 N/mm², ν 0.3 (EN 1993-1-1, from memory): 6 × 20 mm by hand.
    const { bending, torsion } = stiffnessOf({ width: 6, height: 20, material: 'steel' });
    expect(bending / ((210_000 * 6 * 20 ** 3) / 12)).toBeCloseTo(1, 2);
    expect(torsion / ((210_000 / 2.6) * ((6 ** 3 * 20) / 3))).toBeCloseTo(1, 2);
    // Lying flat it twists as easily, and bends far more easily.
    expect(stiffnessOf({ width: 20, height: 6, material: 'steel' }).torsion).toBeCloseTo(torsion, 6);
  });
  it('stand where they are, along the face; short ones, and those that hang beside it, are none', () => {
    const on = (document: Conversion) => {
      const { hull } = assemble(document);
      return ribsOn(
        document,
        hull.frames.find((f) => f.face === 'bottom')!,
        3,
        'plywood',
        false,
      );
    };
    expect(on(after(rib))).toMatchObject([{ owner: 'rib-1', along: 'x', width: 10, height: 30 }]);
    const box = (x: number, z: number, width: number): Change => ({
      type: 'setFeature',
      id: 'rib-1',
      feature: feature(
        'Rib',
        { kind: 'box', width: measured(width), depth: measured(10), height: measured(20) },
        [measured(x), measured(145), measured(z)],
        { kind: 'rib' },
      ),
    });
    expect(on(after(box(3, 3, 29)))).toEqual([]);
    expect(on(after(box(3, 3, 31)))).toHaveLength(1);
    expect(on(after(box(3, 9, 300)))).toEqual([]);
  });
  it('run along whichever side of the face is theirs, and lie on the grid where they lie on the face', () => {
    const grid = { nx: 10, ny: 5, dx: 40, dy: 60, low: [20, 30] as const };
    const there = new Float64Array(50).fill(1);
    const one = { owner: 'r', width: 5, height: 20, material: 'steel' as const };
    const nodes = (along: 'x' | 'y', from: number, to: number, across: number, standing = there) =>
      beamsOfRibs([{ ...one, along, from, to, across }], grid, standing).map((b) => [b.along, b.node]);
    // Nodes every 40 mm from 20, and every 60 from 30; eleven in a row.
    expect(nodes('x', 100, 180, 150)).toEqual([
      ['x', 2 * 11 + 2],
      ['x', 2 * 11 + 3],
    ]);
    expect(nodes('y', 90, 210, 260)).toEqual([
      ['y', 1 * 11 + 6],
      ['y', 2 * 11 + 6],
    ]);
    expect(nodes('x', 20, 60, 30)).toEqual([['x', 0]]);
    expect(nodes('x', 380, 420, 330)).toEqual([['x', 5 * 11 + 9]]);
    expect(nodes('y', 270, 330, 420)).toEqual([['y', 4 * 11 + 10]]);
    // Shorter than half an element it is none; over a hole on both sides none goes, at the rim of one it does.
    expect(nodes('x', 100, 118, 150)).toEqual([]);
    const holed = there.slice();
    holed[1 * 10 + 2] = 0;
    expect(nodes('x', 100, 180, 150, holed)).toHaveLength(2);
    holed[2 * 10 + 2] = 0;
    expect(nodes('x', 100, 180, 150, holed)).toEqual([['x', 2 * 11 + 3]]);
    const column = there.slice();
    column[2 * 10 + 5] = 0;
    column[2 * 10 + 6] = 0;
    expect(nodes('y', 90, 210, 260, column)).toEqual([['y', 1 * 11 + 6]]);
    expect(nodes('x', 20, 60, 30, column)).toHaveLength(1);
  });
  it('are none where they move, are worked by hand, sweep or stand outside; metal ones are of steel; copies count each', () => {
    const found = (patch: Partial<Feature>) => {
      const plan = after(rib);
      const features = { 'rib-1': { ...plan.shell.features['rib-1']!, ...patch } };
      const { hull } = assemble(plan);
      const frame = hull.frames.find((f) => f.face === 'bottom')!;
      return ribsOn({ shell: { ...plan.shell, features } }, frame, 3, 'plywood', false);
    };
    expect(found({})).toMatchObject([{ material: 'plywood', from: 3, to: 397 }]);
    expect(found({ metal: true })[0]!.material).toBe('steel');
    for (const not of [{ moving: true }, { control: 'lever' as const }, { kind: 'thing outside' as const }])
      expect(found(not)).toEqual([]);
    expect(found({ sweep: { top: 40 } })).toHaveLength(1);
    const cylinder = { kind: 'cylinder' as const, axis: 'x' as const, diameter: measured(10), length: measured(300) };
    expect(found({ shape: cylinder })).toEqual([]);
    const row = { kind: 'row' as const, axis: 'y' as const, count: 3, pitch: measured(40) };
    expect(found({ copies: row })).toHaveLength(3);
    // Across the floor, from front to rear, seen from below with its left at the shell’s right.
    const turned = { kind: 'box' as const, width: measured(10), depth: measured(250), height: measured(30) };
    const [across] = found({ shape: turned, x: measured(100), y: measured(20) });
    expect(across).toMatchObject({ along: 'y', width: 10, height: 30 });
    expect(across!.to - across!.from).toBeCloseTo(250, 6);
  });
  it('make a floor give less, as a beam of their section along the same line does', () => {
    const bare = after();
    const [with_, without] = [gives(after(rib)), gives(bare)];
    expect(with_.after).toBeLessThan(0.9 * without.after);
    expect(with_.before).toBeCloseTo(with_.after, 9);
    const assembly = assemble(bare);
    const panel = panelOf(bare, assembly, 'bottom', 'supported', undefined, 0.4);
    const ribbed = panelOf(after(rib), assemble(after(rib)), 'bottom', 'supported', undefined, 0.4);
    const pressed = (plate: ReturnType<typeof bentPlate>) =>
      Math.max(...plate.under(plate.pressed(() => 1e-4)).map(Math.abs));
    // The same beam given by hand: a row of nodes at the rib’s middle, 150 of 300 mm.
    const row = Math.round(150 / panel.dy);
    const beams = Array.from({ length: panel.nx }, (_, i) => ({
      node: row * (panel.nx + 1) + i,
      along: 'x' as const,
      ...stiffnessOf({ width: 10, height: 30, material: panel.material }),
    }));
    expect(pressed(bentPlate(ribbed, 'after'))).toBeCloseTo(pressed(bentPlate(panel, 'after', beams)), 9);
  });
  it('take their stiffness with them: taken out, the floor gives as without them; cut, in between, the more the longer the cut', () => {
    const whole = gives(after(rib));
    const gone = gives(after(rib, { type: 'setFate', id: 'rib-1', fate: 'removed' }));
    expect(gone.after).toBeCloseTo(gives(after()).after, 9);
    expect(gone.before).toBeCloseTo(whole.after, 9);
    fc.assert(
      fc.property(fc.integer({ min: 20, max: 180 }), (width) => {
        const part = gives(after(rib, cutAway(200 - width, 2 * width)));
        expect(part.after).toBeGreaterThan(whole.after);
        expect(part.after).toBeLessThanOrEqual(gone.after * 1.0001);
      }),
      { numRuns: 8, seed: 2 },
    );
  });
  it('are told where the floor gives more than its span tolerates without them', () => {
    const said = (...changes: Change[]) => {
      const thick = after(rib, ...changes);
      // A sheet of 0.8 mm: 294 mm of span tolerate 1.2.
      const { hull, features } = thick.shell;
      const walls = { ...(hull as { walls: object }).walls, bottom: measured(0.8) };
      const low = { ...features['rib-1']!, z: measured(0.8) };
      const plan = {
        ...thick,
        shell: { ...thick.shell, material: 'steel', hull: { ...hull, walls }, features: { 'rib-1': low } },
        layout: {
          ...thick.layout,
          placements: { 'supply-1': { ...thick.layout.placements['supply-1']!, y: 80, z: 0.8 } },
        },
      } as unknown as Conversion;
      return bendingFindings(plan, assemble(plan)).find((f) => f.id === 'cut/bend/bottom');
    };
    const found = said({ type: 'setFate', id: 'rib-1', fate: 'removed' });
    expect(found!.sentence).toMatch(/Without the ribs that are cut/);
    expect(said()?.sentence ?? '').not.toMatch(/Without the ribs/);
  });
});
