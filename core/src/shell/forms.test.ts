import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { assemble, featureSolids, hullModel } from '../assembly';
import {
  applyChange,
  validationIssuesOf,
  defaultArch,
  defaultBox,
  defaultRounded,
  defaultTub,
  defaultWedge,
  feature,
  lidAt,
  newConversion,
  type Body,
  type Conversion,
  type Feature,
  type Hull,
} from '../document';
import { marginsOf } from '../fit';
import { partFrom } from '../parts';
import { measured } from '../quantity';
import { leastAlong, loadSolidKernel, type SolidKernel, type Vec3 } from '../solid';
import { standardPart } from '../standards';
import { assessShell, HAZARDS, massOfBody, roomToOpen, volumesOf } from '.';
import { openingOrder } from './reopening';

let kernel: SolidKernel;
beforeAll(async () => {
  kernel = await loadSolidKernel();
});
const litres = (hull: Hull) => volumesOf(newConversion('x', hull), kernel);

describe('litres of each form against its closed form', () => {
  it('an arched top is a box and a segment of a circle', () => {
    // 420 wide, 180 to the spring, 60 rise, 280 deep: radius from chord and rise, segment ½ r² (θ − sin θ).
    const r = (420 * 420) / (8 * 60) + 30;
    const theta = 2 * Math.asin(210 / r);
    const segment = 0.5 * r * r * (theta - Math.sin(theta));
    expect(litres(defaultArch()).outside).toBeCloseTo(((420 * 180 + segment) * 280) / 1e6, 1);
    // Chords lie within 0.1 mm inside of the arc: never more than it holds.
    expect(litres(defaultArch()).outside).toBeLessThanOrEqual(((420 * 180 + segment) * 280) / 1e6);
  });

  it('rounded corners take (4 − π) r² off, and the cavity’s corners are rounder by the wall', () => {
    const { outside, cavity } = litres(defaultRounded());
    expect(outside).toBeCloseTo(((400 * 300 - (4 - Math.PI) * 900) * 150) / 1e6, 2);
    expect(cavity).toBeCloseTo(((394 * 294 - (4 - Math.PI) * 27 ** 2) * 144) / 1e6, 2);
  });

  it('a tub is a prismatoid', () => {
    // Simpson's rule is exact for it: h/6 (bottom + 4 middle + top).
    const volume = (180 / 6) * (360 * 260 + 4 * 380 * 280 + 400 * 300);
    expect(litres(defaultTub()).outside).toBeCloseTo(volume / 1e6, 6);
  });
});

describe('walls of each form', () => {
  const forms: [string, () => Hull][] = [
    ['box', defaultBox],
    ['wedge', defaultWedge],
    ['arch', defaultArch],
    ['rounded', defaultRounded],
    ['tub', defaultTub],
  ];
  it.each(forms)(
    'of a %s have chains of the value they have, and the cavity lies inside of all of them',
    (_name, make) => {
      const hull = hullModel({ hull: make(), bodies: {} });
      const { low, high, from, to, axis } = hull.inner;
      const corners: Vec3[] = [...low.map((p) => [p, from] as const), ...high.map((p) => [p, to] as const)].map(
        ([[a, b], at]) => (axis === 0 ? [at, a, b] : axis === 1 ? [a, at, b] : [a, b, at]),
      );
      for (const wall of hull.walls)
        for (const corner of corners) {
          const along = wall.normal[0] * corner[0] + wall.normal[1] * corner[1] + wall.normal[2] * corner[2];
          expect(along).toBeGreaterThanOrEqual(wall.offset - 1e-6);
        }
      for (const wall of hull.walls) {
        const middle = hull.innerLow.map((v, i) => (v + hull.innerHigh[i]!) / 2) as Vec3;
        expect(wall.chainNear(middle).value).toBeCloseTo(wall.offset, 6);
      }
    },
  );

  it('a part in the corner of a rounded shell is nearer to the round than to both walls', () => {
    const base = newConversion('Round', defaultRounded());
    const document = applyChange(base, {
      type: 'addPart',
      id: 'drive-1',
      part: partFrom(standardPart('drive/3.5')!),
      placement: { x: 5, y: 5, z: 40, rear: 'rear', top: 'top', locked: false },
    }).document;
    const walls = marginsOf(assemble(document)).filter((m) => m.kind === 'body' && m.other.kind === 'face');
    // Corner of the part at (5, 5); the round of the inside has its middle at (30, 30) and radius 27.
    const round = 27 - Math.hypot(25, 25);
    expect(walls[0]!.distance).toBeCloseTo(round, 1);
  });
});

describe('features', () => {
  const at = (x: number, y: number, z: number) => [measured(x), measured(y), measured(z)] as [never, never, never];
  const solids = (f: Feature) => featureSolids('f', f);

  it('a section drawn out is covered by its boxes, exactly where it is level and upright', () => {
    const step = feature(
      'Step',
      {
        kind: 'prism',
        axis: 'x',
        length: measured(50),
        corners: [
          [0, 0],
          [40, 0],
          [40, 10],
          [20, 10],
          [20, 30],
          [0, 30],
        ].map(([a, b]) => ({ a: measured(a!), b: measured(b!) })),
      },
      at(10, 20, 5),
    );
    const volume = solids(step).reduce(
      (s, { shape: { low, high } }) => s + (high[0] - low[0]) * (high[1] - low[1]) * (high[2] - low[2]),
      0,
    );
    expect(volume).toBeCloseTo(50 * (40 * 10 + 20 * 20), 6);
  });

  it('a slope is covered: every point of it lies in a box', () => {
    const wedge = feature(
      'Wedge',
      {
        kind: 'prism',
        axis: 'y',
        length: measured(20),
        corners: [
          [0, 0],
          [60, 0],
          [0, 30],
        ].map(([a, b]) => ({ a: measured(a!), b: measured(b!) })),
      },
      at(0, 0, 0),
    );
    fc.assert(
      fc.property(fc.double({ min: 0, max: 1, noNaN: true }), fc.double({ min: 0, max: 1, noNaN: true }), (u, v) => {
        const [x, z] = [60 * u, 30 * (1 - u) * v];
        expect(
          solids(wedge).some(
            ({ shape: { low, high } }) =>
              x >= low[0] - 1e-9 && x <= high[0] + 1e-9 && z >= low[2] - 1e-9 && z <= high[2] + 1e-9,
          ),
        ).toBe(true);
      }),
      { seed: 7 },
    );
  });

  it('a row has its copies a pitch apart, hanging on the pitch once more each; a mirror image lies across its plane', () => {
    const rib = feature(
      'Rib',
      { kind: 'box', width: measured(2), depth: measured(50), height: measured(9) },
      at(20, 10, 3),
      {
        copies: { kind: 'row', axis: 'x', count: 4, pitch: measured(30) },
      },
    );
    const row = solids(rib);
    expect(row.map((s) => s.shape.low[0])).toEqual([20, 50, 80, 110]);
    const pitch = row[3]!.end(0, false).terms.find((t) => t.id.endsWith('/copies/pitch'));
    expect(pitch).toMatchObject({ coefficient: 3 });
    const boss = feature(
      'Boss',
      { kind: 'cylinder', axis: 'z', diameter: measured(10), length: measured(20) },
      at(20, 10, 3),
      {
        copies: { kind: 'mirror', axis: 'x', at: measured(100) },
      },
    );
    expect(solids(boss).map((s) => [s.shape.low[0], s.shape.high[0]])).toEqual([
      [20, 30],
      [170, 180],
    ]);
  });

  it('a mechanism has the room it sweeps, a fillet is covered at its foot', () => {
    const lever = feature(
      'Lever',
      { kind: 'box', width: measured(10), depth: measured(10), height: measured(10) },
      at(50, 50, 50),
      {
        moving: true,
        sweep: { front: 40 },
      },
    );
    const swept = solids(lever).find((s) => s.swept)!;
    expect([swept.shape.low[1], swept.moving]).toEqual([10, true]);
    const filleted = feature(
      'Boss',
      { kind: 'box', width: measured(10), depth: measured(10), height: measured(30) },
      at(50, 50, 3),
      { fillet: 4 },
    );
    const foot = solids(filleted).filter((s) => !s.swept);
    expect(Math.min(...foot.map((s) => s.shape.low[0]))).toBeCloseTo(46, 6);
    // On the fillet's arc, half way out: r − √(r² − (r − d)²) high at d from the side.
    const height = 4 - Math.sqrt(16 - (4 - 2) ** 2);
    expect(foot.some(({ shape: { low, high } }) => low[0] <= 48 && high[2] >= 3 + height - 1e-9)).toBe(true);
    expect(leastAlong(foot[0]!.shape, 0, 0, 1)).toBe(3);
  });

  it('copies in one another, a section that crosses itself and a copy outside the shell are refused in words', () => {
    const document = newConversion('Box', defaultBox());
    const validationIssue = (f: Feature) =>
      validationIssuesOf(applyChange(document, { type: 'setFeature', id: 'f-1', feature: f }).document)[0]?.message;
    const rib = (copies: Feature['copies']) =>
      feature('Rib', { kind: 'box', width: measured(2), depth: measured(50), height: measured(9) }, at(20, 10, 3), {
        copies,
      });
    expect(validationIssue(rib({ kind: 'row', axis: 'x', count: 3, pitch: measured(0) }))).toMatch(/in one another/);
    expect(validationIssue(rib({ kind: 'row', axis: 'x', count: 30, pitch: measured(30) }))).toMatch(/Rib.*from .* to/);
    const bow = [
      [0, 0],
      [40, 30],
      [40, 0],
      [0, 30],
    ].map(([a, b]) => ({ a: measured(a!), b: measured(b!) }));
    expect(
      validationIssue(feature('Bow', { kind: 'prism', axis: 'x', length: measured(5), corners: bow }, at(20, 20, 5))),
    ).toMatch(/crosses itself/);
  });
});

describe('bodies', () => {
  const with_ = (bodies: Record<string, Body>, hull: Hull = defaultBox()): Conversion => {
    const document = newConversion('Box', hull);
    return { ...document, shell: { ...document.shell, material: 'steel', bodies } };
  };
  const lid: Body = { ...lidAt(measured(120)), material: 'steel' };

  it('a lid weighs its walls times the density of steel, or what the scales said', () => {
    // Above 120: four walls of 3 mm, 30 high (27 under the top), and the top plate.
    const volume = 400 * 300 * 30 - 394 * 294 * 27;
    expect(massOfBody(with_({ lid }), lid)).toBeCloseTo(volume * 7.85e-3, 0);
    expect(massOfBody(with_({ lid }), { ...lid, weighed: 812 })).toBe(812);
  });

  it('a door needs the width it swings, a drawer its travel, and says so where a wall stands in the way', () => {
    const door: Body = {
      ...lid,
      name: 'Door',
      kind: 'door',
      cut: {
        kind: 'face',
        face: 'front',
        u: measured(200),
        v: measured(70),
        width: measured(180),
        height: measured(100),
      },
      motion: { kind: 'swing', edge: 'left', angle: 110 },
    };
    const drawer: Body = {
      ...door,
      name: 'Drawer',
      kind: 'drawer',
      motion: { kind: 'slide', depth: measured(120), travel: measured(90) },
    };
    const document = with_({ 'door-1': door, 'drawer-1': drawer });
    expect(roomToOpen(document, door)).toEqual({ towards: 'front', reach: 180 });
    expect(roomToOpen(document, { ...door, motion: { kind: 'swing', edge: 'left', angle: 30 } })!.reach).toBeCloseTo(
      90,
      6,
    );
    expect(roomToOpen(document, drawer)).toEqual({ towards: 'front', reach: 90 });
    document.brief.blockedFaces = ['front'];
    expect(assessShell(document).map((f) => f.id)).toEqual(
      expect.arrayContaining(['shell/body/door-1/room', 'shell/body/drawer-1/room']),
    );
  });

  it('a drawer takes the room behind its front, in whatever face it is, hanging on its own measures', () => {
    const at = (face: string): Body => ({
      ...lid,
      name: 'Drawer',
      kind: 'drawer',
      cut: { kind: 'face', face, u: measured(60), v: measured(70), width: measured(100), height: measured(40) },
      motion: { kind: 'slide', depth: measured(120), travel: measured(90) },
    });
    // The box is 400 × 300 × 150 with walls of 3; u runs to the right as the face is seen from outside.
    const ends = (face: string) => {
      const [solid] = assemble(with_({ 'drawer-1': at(face) })).features;
      return {
        low: solid!.shape.low,
        high: solid!.shape.high,
        terms: solid!.end(0, true).terms.map((t) => t.id.split('/').at(-1)),
      };
    };
    expect(ends('front')).toMatchObject({ low: [10, 3, 50], high: [110, 123, 90], terms: ['u', 'width'] });
    expect(ends('rear')).toMatchObject({ low: [290, 177, 50], high: [390, 297, 90] });
    expect(ends('right')).toMatchObject({ low: [277, 10, 50], high: [397, 110, 90] });
    expect(ends('left')).toMatchObject({
      low: [3, 190, 50],
      high: [123, 290, 90],
      terms: expect.arrayContaining(['left', 'depth']),
    });
  });

  it('what is held from inside opens after something else, or never', () => {
    const inner: Body = { ...lid, closures: [{ kind: 'screw', count: 2, where: '', releasedFrom: 'inside' }] };
    expect(openingOrder({ inner, lid })).toEqual(['lid', 'inner']);
    expect(openingOrder({ inner })).toEqual([]);
    expect(assessShell(with_({ inner })).find((f) => f.verdict === 'stop')?.sentence).toMatch(/can't be opened again/);
  });
});

it('a hazard that was found shows its caution; those not looked for are counted', () => {
  let document = newConversion('Box', defaultBox());
  document = applyChange(document, {
    type: 'setHazard',
    kind: 'picture tube',
    hazard: { state: 'present', note: '' },
  }).document;
  const findings = assessShell(document);
  expect(findings.find((f) => f.id === 'shell/hazard/picture-tube')).toMatchObject({
    verdict: 'stop',
    sentence: expect.stringContaining(HAZARDS['picture tube'].caution),
  });
  expect(findings.find((f) => f.id === 'shell/hazards/open')?.sentence).toMatch(/7 of 8/);
});
