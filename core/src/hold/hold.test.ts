import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assemble } from '../assembly';
import { runs } from '../../../testing/runs';
import {
  applyChange,
  defaultBox,
  feature,
  lidAt,
  newConversion,
  type Body,
  type Change,
  type Conversion,
  type Placement,
} from '../document';
import { assessFit, remediesFor } from '../fit';
import { partMade } from '../kit';
import { partFrom } from '../parts';
import { measured } from '../quantity';
import { standardPart } from '../standards';
import { HOLDS, heldSentence, holdsOf, mountingWords, standoffFor, type Hold } from '.';

const upright = { rear: 'rear', top: 'top', locked: false } as const;

/** A closed box of the user’s, with four holes in its underside or none. */
const boxOf = (width: number, depth: number, height: number, holes = false, mass = 200) => ({
  name: 'Box',
  standard: 'own',
  dimensions: {},
  mass,
  own: {
    blocks: {
      body: {
        name: 'Case',
        role: 'body' as const,
        shape: { kind: 'box' as const },
        x: measured(0),
        y: measured(0),
        z: measured(0),
        width: measured(width),
        depth: measured(depth),
        height: measured(height),
        direction: null,
        plug: 0,
        conducts: null,
      },
    },
    holes: holes
      ? Object.fromEntries(
          [
            [4, 4],
            [width - 4, 4],
            [4, depth - 4],
            [width - 4, depth - 4],
          ].map(([x, y], i) => [
            `hole-${i + 1}`,
            { name: `hole ${i + 1}`, x: measured(x!), y: measured(y!), diameter: measured(3.4) },
          ]),
        )
      : {},
    faces: {},
    power: { idle: 0, typical: 0, peak: 0 },
    source: '',
  },
});

/** A shell of 400 × 300 × 150 outside, walls of 3, with parts. */
const shellWith = (...parts: [string, ReturnType<typeof boxOf>, Partial<Placement>][]) => shellUnder('open', ...parts);

function shellUnder(
  policy: Conversion['brief']['policy'],
  ...parts: [string, ReturnType<typeof boxOf>, Partial<Placement>][]
): Conversion {
  const document = newConversion('Shell', defaultBox());
  document.brief.policy = policy;
  return parts.reduce((doc, [id, part, at]) => {
    const placement = { x: 100, y: 100, z: 3, ...upright, ...at };
    return applyChange(doc, { type: 'addPart', id, part, placement }).document;
  }, document);
}
const holdOf = (document: Conversion, id: string): Hold => holdsOf(document, assemble(document)).get(id)!;

const drawer: Body = {
  name: 'Drawer',
  kind: 'drawer',
  cut: { kind: 'face', face: 'front', u: measured(200), v: measured(60), width: measured(360), height: measured(100) },
  motion: { kind: 'slide', depth: measured(250), travel: measured(200), board: measured(6) },
  closures: [],
  material: 'plywood',
  weighed: null,
};

describe('what holds a part', () => {
  it('is what it was put on, in random piles: floors, drawers, shelves, parts on parts', () => {
    const seen = new Set<string>();
    fc.assert(
      fc.property(
        fc.record({
          w: fc.integer({ min: 30, max: 95 }),
          d: fc.integer({ min: 30, max: 90 }),
          holes: fc.boolean(),
          under: fc.constantFrom('floor', 'drawer', 'shelf', 'part', 'air'),
          gap: fc.integer({ min: 1, max: 30 }),
          over: fc.double({ min: 0, max: 1, noNaN: true }),
        }),
        ({ w, d, holes, under, gap, over }) => {
          const base = newConversion('Shell', defaultBox());
          base.brief.policy = 'open';
          const part = boxOf(w, d, 20, holes);
          let [z, by] = [3, 'the floor'];
          const on: Partial<Placement> = {};
          if (under === 'drawer') {
            base.shell.bodies['drawer-1'] = drawer;
            // Its front is from 10 to 110 high; its floor is 6 thick.
            [z, by] = [16, 'the floor of Drawer'];
            on.on = 'drawer-1';
          }
          if (under === 'shelf') {
            base.shell.features['shelf-1'] = feature(
              'Shelf',
              { kind: 'box', width: measured(394), depth: measured(294), height: measured(4) },
              [measured(3), measured(3), measured(40)],
              { kind: 'shelf' },
            );
            [z, by] = [44, 'Shelf'];
          }
          let document = base;
          let x = 100;
          if (under === 'part') {
            const lower = boxOf(100, 200, 30);
            document = applyChange(document, {
              type: 'addPart',
              id: 'low-1',
              part: { ...lower, name: 'Lower box' },
              placement: { x: 100, y: 60, z: 3, ...upright },
            }).document;
            // So much of it hangs over the right edge of the lower box.
            x = 200 - w + over * w;
            [z, by] = [33, 'Lower box'];
          }
          if (under === 'air') z += gap;
          document = applyChange(document, {
            type: 'addPart',
            id: 'it-1',
            part,
            placement: { x, y: 100, z, ...upright, ...on },
          }).document;
          const hold = holdOf(document, 'it-1');
          const hanging = under === 'part' ? over : 0;
          // Two of its four holes hang free once it is over by 4 mm; it falls once its middle is over the edge.
          const overHoles = x + w - 4 > 200 + 1e-6;
          const kind =
            under === 'air'
              ? 'nothing'
              : holes
                ? 'screws'
                : hanging < 0.47
                  ? 'stands'
                  : hanging > 0.53
                    ? 'nothing'
                    : undefined;
          seen.add(`${under} ${kind}`);
          if (under === 'part' && hanging > 0.9) return;
          if (kind === 'nothing') expect(HOLDS.has(hold.kind)).toBe(false);
          else if (kind) {
            expect(hold.kind).toBe(kind);
            expect(hold.by!.name).toBe(by);
            expect(hold.by!.body).toBe(on.on);
            if (kind === 'screws') expect(hold.met).toBe(under === 'part' && overHoles ? 2 : 4);
          }
        },
      ),
      { numRuns: runs(1000, 200) },
    );
    expect([...seen].sort().filter((s) => !s.endsWith('undefined'))).toEqual([
      'air nothing',
      'drawer screws',
      'drawer stands',
      'floor screws',
      'floor stands',
      'part nothing',
      'part screws',
      'part stands',
      'shelf screws',
      'shelf stands',
    ]);
  });

  it('is not what lies beside it: a box against a wall, a hair over the floor', () => {
    expect(holdOf(shellWith(['it-1', boxOf(50, 50, 20), { x: 3, z: 40 }]), 'it-1')).toMatchObject({
      kind: 'touches',
      by: { name: 'the left face' },
      side: 'left',
    });
    expect(holdOf(shellWith(['it-1', boxOf(50, 50, 20), { z: 3.7 }]), 'it-1').kind).toBe('nothing');
    expect(holdOf(shellWith(['it-1', boxOf(50, 50, 20), { z: 3.5 }]), 'it-1').kind).toBe('stands');
  });

  it('is the tray before the wall, where a tray stands between', () => {
    const tray = partMade(
      {
        kind: 'stand',
        width: 120,
        depth: 100,
        height: 10,
        thickness: 3,
        foot: 'posts',
        material: 'aluminium',
      },
      'Stand',
    );
    let document = shellWith();
    document = applyChange(document, {
      type: 'addPart',
      id: 'stand-1',
      part: tray,
      placement: { x: 90, y: 90, z: 3, ...upright },
    }).document;
    document = applyChange(document, {
      type: 'addPart',
      id: 'it-1',
      part: boxOf(60, 60, 20, true),
      placement: { x: 100, y: 100, z: 13, ...upright },
    }).document;
    expect(holdOf(document, 'it-1')).toMatchObject({ kind: 'screws', by: { kind: 'part', id: 'stand-1' } });
    expect(holdOf(document, 'stand-1')).toMatchObject({ kind: 'screws', by: { kind: 'wall', id: 'bottom' }, met: 4 });
  });

  it('is standoffs of any usual length, once that is said', () => {
    const document = shellWith(['it-1', boxOf(60, 60, 20, true), { z: 31 }]);
    expect(holdOf(document, 'it-1').kind).toBe('nothing');
    const said = applyChange(document, { type: 'setMount', part: 'it-1', mount: { kind: 'standoff' } }).document;
    expect(holdOf(said, 'it-1')).toMatchObject({ kind: 'screws', gap: 28, met: 4, by: { id: 'bottom' } });
    // Lengths as they are sold (common practice, no source): the longest that is no longer than the gap.
    expect([2.9, 6.35, 13, 28, 49, 60].map((gap) => standoffFor(gap))).toEqual([3, 6, 12, 28, 45, 50]);
    expect(standoffFor(2)).toBeUndefined();
  });

  it('is strap, tape or glue only where it lies on something', () => {
    const put = (z: number) =>
      applyChange(shellWith(['it-1', boxOf(60, 60, 20), { z }]), {
        type: 'setMount',
        part: 'it-1',
        mount: { kind: 'tape' },
      }).document;
    expect(holdOf(put(3), 'it-1')).toMatchObject({ kind: 'tape', by: { name: 'the floor' } });
    expect(holdOf(put(30), 'it-1').kind).toBe('nothing');
  });

  it('is told where some of its holes have nothing under them', () => {
    const on = (x: number) => {
      const document = newConversion('Shell', defaultBox());
      document.brief.policy = 'open';
      document.shell.features['shelf-1'] = feature(
        'Shelf',
        { kind: 'box', width: measured(100), depth: measured(200), height: measured(4) },
        [measured(100), measured(50), measured(40)],
        { kind: 'shelf' },
      );
      const placement = { x, y: 100, z: 44, ...upright };
      return applyChange(document, { type: 'addPart', id: 'it-1', part: boxOf(60, 60, 20, true), placement }).document;
    };
    const said = (x: number) =>
      assessFit(on(x), assemble(on(x))).findings.find((f) => f.id === 'fit/it-1/free-holes')?.sentence;
    // Its holes are 4 mm from its sides; the shelf ends at 200.
    expect(said(143)).toBeUndefined();
    expect(said(145)).toMatch(/^2 of the 4 screw holes of Box have nothing under them: Shelf takes 2\./);
  });

  it('is the row, where one of it is held', () => {
    const parts = ['a-1', 'a-2', 'a-3'].map(
      (id, i) => [id, boxOf(40, 60, 20), { x: 60 + 50 * i, z: 30 }] as [string, ReturnType<typeof boxOf>, object],
    );
    const row: Change = {
      type: 'setRow',
      id: 'row-1',
      row: { name: 'Three', along: 'right', pitch: 50, held: 'side brackets', parts: { 'a-1': 0, 'a-2': 1, 'a-3': 2 } },
    };
    const floating = applyChange(shellWith(...parts), row).document;
    const { findings } = assessFit(floating, assemble(floating));
    // One thing is said once.
    expect(findings.filter((f) => f.id.endsWith('/held')).map((f) => f.sentence)).toEqual([
      expect.stringContaining('Nothing holds Three: it hangs 27.0 mm over the floor'),
    ]);
  });

  it('belongs to a body: what is screwed to the lid’s part of a wall comes off with it, across the joint it ties both', () => {
    const supply = partFrom(standardPart('supply/atx')!, 'Supply');
    const at = (joint: number) => {
      const document = newConversion('Shell', defaultBox());
      document.brief.policy = 'open';
      document.shell.bodies.lid = lidAt(measured(joint), 'Lid');
      return applyChange(document, {
        type: 'addPart',
        id: 'supply-1',
        part: supply,
        placement: { x: 60, y: 297 - 140, z: 3, ...upright },
      }).document;
    };
    // Its screws are between 3 and 89 mm high (an ATX supply is 86 mm high).
    for (const [joint, bodies] of [
      [140, [undefined]],
      [40, [undefined, 'lid']],
      [2, ['lid']],
    ] as const) {
      const hold = holdOf(at(joint), 'supply-1');
      expect(hold.kind).toBe('screws');
      expect(new Set(hold.bodies)).toEqual(new Set(bodies));
    }
    const said = (joint: number) =>
      assessFit(at(joint), assemble(at(joint))).findings.filter((f) => /joint|moves-with/.test(f.id));
    expect(said(140)).toEqual([]);
    expect(said(40)).toMatchObject([{ id: 'fit/supply-1/joint', verdict: 'stop' }]);
    expect(said(2)).toMatchObject([{ id: 'fit/lid|base/moves-with', verdict: 'warn' }]);
    // Its remedy is taken, and nothing is said any more.
    const [goes] = remediesFor(at(2), said(2)[0]!);
    const gone = applyChange(at(2), goes!.change).document;
    expect(gone.layout.placements['supply-1']!.on).toBe('lid');
    const joints = remediesFor(at(40), said(40)[0]!);
    expect(joints.map((r) => r.id)).toContain('joint-higher');
    for (const { change } of joints) {
      const next = applyChange(at(40), change).document;
      expect(holdOf(next, 'supply-1').bodies).toHaveLength(1);
    }
  });
});

describe('what would hold a part that hangs in the air', () => {
  it('holds it once it is taken, itself and all it is put on, and stops nothing new', () => {
    const kinds = new Set<string>();
    fc.assert(
      fc.property(
        fc.integer({ min: 12, max: 120 }),
        fc.integer({ min: 12, max: 90 }),
        fc.integer({ min: 5, max: 250 }),
        fc.integer({ min: 5, max: 200 }),
        fc.integer({ min: 1, max: 110 }),
        fc.boolean(),
        fc.constantFrom('open' as const, 'sleeper' as const, 'conserve' as const),
        (w, d, x, y, gap, holes, policy) => {
          const document = shellUnder(policy, ['it-1', boxOf(w, d, 20, holes), { x, y, z: 3 + gap }]);
          const assembly = assemble(document);
          const finding = assessFit(document, assembly).findings.find((f) => f.id === 'fit/it-1/held')!;
          expect(finding.figures[0]?.value ?? gap).toBeCloseTo(gap, 6);
          const stops = assessFit(document, assembly).findings.filter((f) => f.verdict === 'stop').length;
          const remedies = remediesFor(document, finding);
          // On the floor there is always room for it here.
          expect(remedies.length).toBeGreaterThan(0);
          for (const { id, change } of remedies) {
            kinds.add(id.replace(/-(left|right|front|rear)$/, ''));
            const next = applyChange(document, change).document;
            const after = assemble(next);
            for (const hold of holdsOf(next, after).values())
              expect(HOLDS.has(hold.kind), `${id}: ${hold.part}`).toBe(true);
            expect(assessFit(next, after).findings.filter((f) => f.verdict === 'stop')).toHaveLength(stops);
            // Under Conserve nothing new is screwed into the shell.
            if (policy === 'conserve' && id !== 'set-down' && id !== 'standoffs')
              expect(Object.values(next.cut.mounts).map((m) => m.kind)).toContain('tape');
          }
        },
      ),
      { numRuns: runs(300, 60) },
    );
    expect([...kinds].sort()).toEqual(['angles', 'set-down', 'stand', 'standoffs']);
  });
});

describe('the words of a hold', () => {
  it('say how, to what, and with which standoffs', () => {
    const hold: Hold = {
      part: 'it-1',
      kind: 'screws',
      by: { kind: 'wall', id: 'bottom', name: 'the floor' },
      gap: 20,
      met: 3,
      holes: 4,
      bodies: [undefined],
    };
    expect(mountingWords('Board', hold)).toBe('Screw Board to the floor, on standoffs of 20 mm');
    expect(heldSentence(hold)).toBe('It is screwed to the floor by 3 of 4 holes, on standoffs of 20 mm.');
    expect(mountingWords('Brick', { ...hold, kind: 'stands', gap: 0 })).toBe('Set Brick on the floor');
    expect(heldSentence({ ...hold, kind: 'nothing' })).toBe('Nothing holds it.');
  });
});
