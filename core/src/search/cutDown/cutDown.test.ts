import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assemble, hullModel } from '../../assembly';
import {
  applyChange,
  applyOperations,
  validationIssuesOf,
  defaultBox,
  defaultTub,
  defaultWedge,
  lidAt,
  newConversion,
  type Conversion,
  type Hull,
} from '../../document';
import type { Finding } from '../../findings';
import { assessFit } from '../../fit';
import { partFrom } from '../../parts';
import { assessAll } from '../../plan';
import { measured } from '../../quantity';
import { loadSolidKernel } from '../../solid';
import { standardPart } from '../../standards';
import { afterCut, cutDown, howFar, howFarAnew } from '..';
import { runs } from '../../../../testing/runs';

const assess = (plan: Conversion) => assessAll(plan).findings;

function box(): Conversion {
  const hull = defaultBox();
  [hull.width, hull.depth, hull.height] = [measured(500), measured(400), measured(300)];
  const document = newConversion('Long box', hull);
  document.shell.bodies.lid = lidAt(measured(280));
  for (const [id, x] of [
    ['drive-1', 20],
    ['drive-2', 340],
  ] as const) {
    document.kit.parts[id] = partFrom(standardPart('drive/3.5')!, id);
    document.layout.placements[id] = { x, y: 60, z: 10, rear: 'rear', top: 'top', locked: false };
  }
  return document;
}

/** Where the middle of every opening of a plan is in space. */
function openingsInSpace({ shell }: Conversion): Record<string, number[]> {
  const { frames } = hullModel(shell);
  return Object.fromEntries(
    Object.entries(shell.openings).map(([id, o]) => {
      const f = frames.find((one) => one.face === o.face)!;
      return [id, [0, 1, 2].map((i) => f.origin[i]! + o.u.value * f.u[i]! + o.v.value * f.v[i]!)];
    }),
  );
}

describe('a shell that is cut down', () => {
  it('is what the solid kernel makes of it: cut along two planes, pushed together, joined', async () => {
    const kernel = await loadSolidKernel();
    const hulls: [Hull, 0 | 1 | 2, number, number][] = [
      [box().shell.hull, 0, 150, 260],
      [box().shell.hull, 2, 40, 90],
      [defaultWedge(), 0, 80, 170],
      [defaultTub(), 1, 80, 120],
    ];
    for (const [hull, axis, from, to] of hulls) {
      const document = newConversion('One', hull);
      const after = afterCut(document, cutDown(document, { axis, from, to }, assemble(document)));
      kernel.scope((make) => {
        const solid = (d: Conversion) => make.loft(hullModel(d.shell).outer);
        const half = (low: number, high: number, by: number) => {
          const [p, q] = [
            [-9000, -9000, -9000] as [number, number, number],
            [9000, 9000, 9000] as [number, number, number],
          ];
          p[axis] = low;
          q[axis] = high;
          const outside = make.difference(make.shape({ kind: 'box', low: p, high: q }), [solid(document)]);
          const piece = make.difference(make.shape({ kind: 'box', low: p, high: q }), [outside]);
          return { piece, by };
        };
        const volume = make.volume(half(-9000, from, 0).piece) + make.volume(half(to, 9000, to - from).piece);
        expect(make.volume(solid(after)) / volume).toBeCloseTo(1, 5);
      });
    }
  });
  it('keeps all distances on either side, and pulls the rest nearer by what comes out', () => {
    const document = box();
    const cut = cutDown(document, { axis: 0, from: 190, to: 310 }, assemble(document));
    expect(cut.inTheWay).toEqual([]);
    const after = afterCut(document, cut);
    expect(validationIssuesOf(after)).toEqual([]);
    expect(after.layout.placements['drive-1']).toEqual(document.layout.placements['drive-1']);
    expect(after.layout.placements['drive-2']!.x).toBeCloseTo(220, 9);
    const right = (d: Conversion) => assemble(d).hull.innerHigh[0] - assemble(d).parts[1]!.high[0];
    expect(right(after)).toBeCloseTo(right(document), 9);
    // Two cuts around 500 × 400 × 300 across its width: twice the girth of 400 × 300.
    expect(cut.sawn).toBeCloseTo(2 * 2 * (400 + 300), 6);
  });
  it('undone it is the plan it was', () => {
    const document = box();
    const { document: after, inverse } = applyChange(
      document,
      cutDown(document, { axis: 0, from: 190, to: 310 }, assemble(document)).change,
    );
    expect(after).not.toEqual(document);
    expect(applyOperations(after, inverse).document).toEqual(document);
  });
  it('moves what lies on every face as the faces move in space', () =>
    fc.assert(
      fc.property(
        fc.constantFrom(0 as const, 1 as const, 2 as const),
        fc.integer({ min: 30, max: 120 }),
        fc.integer({ min: 15, max: 80 }),
        fc.array(
          fc.tuple(
            fc.constantFrom('front', 'rear', 'left', 'right', 'top', 'bottom'),
            fc.integer({ min: 12, max: 280 }),
            fc.integer({ min: 12, max: 260 }),
          ),
          { minLength: 1, maxLength: 8 },
        ),
        (axis, from, size, places) => {
          const document = box();
          document.shell.bodies = {};
          document.layout.placements = {};
          places.forEach(([face, u, v], i) => {
            document.shell.openings[`opening-${i}`] = {
              name: `Opening ${i}`,
              face,
              u: measured(u),
              v: measured(v),
              shape: { kind: 'round', diameter: measured(10) },
            } as Conversion['shell']['openings'][string];
          });
          const to = from + size;
          const cut = cutDown(document, { axis, from, to }, assemble(document));
          const after = afterCut(document, cut);
          const [was, is] = [openingsInSpace(document), openingsInSpace(after)];
          const length = (d: Conversion) => assemble(d).hull.innerHigh[axis];
          for (const [id, p] of Object.entries(was)) {
            const at = p[axis]!;
            // On the end faces themselves nothing is cut.
            const on = Math.abs(at) < 1e-6 ? 0 : Math.abs(at - length(document)) < 4 ? at - size : undefined;
            const met = on === undefined && at + 5 > from + 1e-9 && at - 5 < to - 1e-9;
            if (met) {
              expect(is[id]).toBeUndefined();
              continue;
            }
            const want = p.slice();
            want[axis] = on ?? (at > to - 1 ? at - size : at);
            want.forEach((v, i) => expect(is[id]![i]).toBeCloseTo(v, 2));
          }
        },
      ),
      { numRuns: runs(60) },
    ));
  it('a rib through it gets shorter, a control goes, a row of four is parted', () => {
    const document = box();
    const feature = (name: string, x: number, width: number, rest = {}) => ({
      name,
      kind: 'rib' as const,
      shape: { kind: 'box' as const, width: measured(width), depth: measured(10), height: measured(10) },
      x: measured(x),
      y: measured(300),
      z: measured(10),
      fate: 'keep' as const,
      why: '',
      body: 'base',
      metal: false,
      moving: false,
      sweep: {},
      fillet: 0,
      copies: null,
      ...rest,
    });
    Object.assign(document.shell.features, {
      'rib-1': feature('Rib', 100, 300),
      'knob-1': feature('Knob', 250, 20, { control: 'knob' }),
      'row-1': feature('Row', 150, 10, { copies: { kind: 'row', axis: 'x', count: 4, pitch: measured(60) } }),
    });
    expect(validationIssuesOf(document)).toEqual([]);
    const cut = cutDown(document, { axis: 0, from: 200, to: 300 }, assemble(document));
    expect(cut.shorter).toEqual(['Rib']);
    expect(cut.lost.map((l) => l.name)).toEqual(['Knob', '2 of Row']);
    const after = afterCut(document, cut);
    expect(validationIssuesOf(after)).toEqual([]);
    expect(after.shell.features['rib-1']!.shape).toMatchObject({ width: { value: 200 } });
    const row = Object.values(after.shell.features)
      .filter((f) => f.name === 'Row')
      .map((f) => f.x.value);
    expect(row.sort((a, b) => a - b)).toEqual([150, 230]);
  });
  it('says why its halves would not meet, and what is in the way', () => {
    const wedge = newConversion('Wedge', defaultWedge());
    expect(() => cutDown(wedge, { axis: 1, from: 60, to: 100 }, assemble(wedge))).toThrow('slopes there');
    expect(() => cutDown(wedge, { axis: 2, from: 20, to: 149 }, assemble(wedge))).toThrow('has a corner at');
    const document = box();
    expect(() => cutDown(document, { axis: 0, from: 0, to: 50 }, assemble(document))).toThrow(
      'takes an end wall with it: cut between 3.0 and 497.0 mm',
    );
    expect(() => cutDown(document, { axis: 0, from: 90, to: 80 }, assemble(document))).toThrow(
      'the second is over the first',
    );
    expect(() => cutDown(document, { axis: 0, from: NaN, to: 80 }, assemble(document))).toThrow('is none');
    expect(() => cutDown(document, { axis: 2, from: 270, to: 290 }, assemble(document))).toThrow('The joint of');
    const met = cutDown(document, { axis: 0, from: 50, to: 80 }, assemble(document));
    expect(met.inTheWay.map((p) => p.id)).toEqual(['drive-1']);
    expect(() => afterCut(document, met)).toThrow('move them first');
    const tub = newConversion('Tub', defaultTub());
    expect(() => cutDown(tub, { axis: 2, from: 20, to: 40 }, assemble(tub))).toThrow('another outline at every height');
  });
});

describe('how far a shell can be cut down', () => {
  it('is checked on a copy: nothing stops anew, and a millimetre more of any piece does or meets something', () => {
    const document = box();
    const found = howFar(document, { assess });
    const before = new Set(
      assess(document)
        .filter((f) => f.verdict === 'stop')
        .map((f) => f.id),
    );
    const stops = (d: Conversion) => assess(d).filter((f) => f.verdict === 'stop' && !before.has(f.id));
    const after = applyChange(document, found.change).document;
    expect(validationIssuesOf(after)).toEqual([]);
    expect(stops(after)).toEqual([]);
    // Along the depth the air would get too warm: the stops of all stations count.
    expect(found.cuts.length).toBeGreaterThan(1);
    // In the first gap along x: by steps of a millimetre, as many as hold.
    const first = found.cuts[0]!;
    let most = 0;
    for (let d = 10; d <= 200; d++) {
      try {
        const cut = cutDown(document, { axis: 0, from: first.from, to: first.from + d }, assemble(document));
        if (cut.inTheWay.length === 0 && stops(afterCut(document, cut)).length === 0) most = d;
      } catch {
        break;
      }
    }
    expect(Math.abs(first.to - first.from - most)).toBeLessThanOrEqual(1.01);
  });
  it('asks for litres, not for air: heat that stops already speaks against nothing, heat that is new does', () => {
    const document = box();
    const geometry = (plan: Conversion) => assessFit(plan, assemble(plan)).findings;
    // A stop of Air that grows with every litre less, and is there from so much on.
    const hot = (plan: Conversion, from: number): Finding[] => {
      const [x, y, z] = hullModel(plan.shell).innerHigh;
      const warmer = 2e8 / (x * y * z);
      const source = { kind: 'practice', title: 'made up' } as const;
      const figures: Finding['figures'] = [{ label: 'warmer', value: warmer, unit: 'K', source, worse: 'more' }];
      if (warmer < from) return [];
      return [{ id: 'air/warm', station: 'air', verdict: 'stop', sentence: '', brief: '', figures, about: [] }];
    };
    const asked = (from: number) => howFar(document, { assess: (plan) => [...geometry(plan), ...hot(plan, from)] });
    const bare = howFar(document, { assess: geometry });
    expect(bare.by[0]).toBeGreaterThan(50);
    expect(asked(0).by).toEqual(bare.by);
    expect(asked(4).by[0] + asked(4).by[1] + asked(4).by[2]).toBeLessThan(bare.by[0] + bare.by[1] + bare.by[2] - 20);
  });
  it('goes further when parts are placed anew, never less far, and everything is in what is left', () => {
    const document = box();
    const assess = (plan: Conversion) => assessFit(plan, assemble(plan)).findings;
    const [stays, told] = [howFar(document, { assess }), [] as number[]];
    const litres = ([x, y, z]: readonly number[]) => x! * y! * z!;
    const found = howFarAnew(document, { assess, onFound: ({ after }) => told.push(litres(after)) })!;
    expect(litres(found.after)).toBeLessThan(litres(stays.after));
    expect(told).toEqual([...told].sort((a, b) => b - a));
    const { document: after } = applyChange(document, found.change);
    expect(validationIssuesOf(after)).toEqual([]);
    expect(Object.keys(after.layout.placements).sort()).toEqual(['drive-1', 'drive-2']);
    const before = new Set(assess(document).flatMap((f) => (f.verdict === 'stop' ? [f.id] : [])));
    expect(assess(after).filter((f) => f.verdict === 'stop' && !before.has(f.id))).toEqual([]);
    // Nothing is under the room that the two drives take.
    const drives = assemble(after).parts.map((p) => [0, 1, 2].map((i) => p.high[i]! - p.low[i]!));
    expect(litres(found.after)).toBeGreaterThan(drives.reduce((sum, d) => sum + litres(d), 0));
    // A locked part stays beside the same walls.
    const held = structuredClone(document);
    held.layout.placements['drive-1']!.locked = true;
    const locked = applyChange(held, howFarAnew(held, { assess })!.change).document;
    expect(locked.layout.placements['drive-1']).toMatchObject({ rear: 'rear', top: 'top', locked: true });
  });
  it('a shell in which nothing is loose stays as it is', () => {
    const wedge = newConversion('Wedge', defaultWedge());
    wedge.kit.parts['drive-1'] = partFrom(standardPart('drive/3.5')!, 'Drive');
    const found = howFar(wedge, { assess, stop: () => true });
    expect(found.cuts).toEqual([]);
    expect(found.after).toEqual(found.before);
  });
});
