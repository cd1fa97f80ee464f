import { booleans, measurements, primitives } from '@jscad/modeling';
import { beforeAll, describe, expect, it } from 'vitest';
import { loadSolidKernel, type SolidKernel } from './kernel';
import { ORIENTATIONS, quarterTurn, turnOf, turnPoint } from './orientation';
import { area, clip, contains, crossingEdges, inset, type Point2 } from './polygon';
import { centreOf, type Shape, type Vec3 } from './shape';

let kernel: SolidKernel;
beforeAll(async () => {
  kernel = await loadSolidKernel();
});

// Independent volumes: the JSCAD modelling library (its own BSP-tree booleans).
function jscadOverlap(a: Shape, b: Shape): number {
  const build = (s: Shape) => {
    const sizes = [0, 1, 2].map((i) => s.high[i]! - s.low[i]!) as Vec3;
    if (s.kind === 'box') return primitives.cuboid({ size: sizes, center: centreOf(s) });
    return primitives.cylinder({ radius: sizes[0] / 2, height: sizes[2], center: centreOf(s), segments: 96 });
  };
  return measurements.measureVolume(booleans.intersect(build(a), build(b)));
}

describe('solid kernel', () => {
  const plate: Shape = { kind: 'box', low: [0, 0, 0], high: [40, 30, 10] };
  it.each<[string, Shape]>([
    ['a box over its corner', { kind: 'box', low: [32, 25, 4], high: [60, 60, 60] }],
    ['a cylinder through its edge', { kind: 'cylinder', axis: 2, low: [30, 10, -5], high: [50, 30, 25] }],
    ['a cylinder inside it', { kind: 'cylinder', axis: 2, low: [5, 5, 2], high: [15, 15, 8] }],
  ])('overlap with %s as an independent library has it', (_name, other) => {
    const own = kernel.scope((make) => make.volume(make.intersection(make.shape(plate), make.shape(other))));
    expect(own / jscadOverlap(plate, other)).toBeCloseTo(1, 3);
  });

  it('lays prisms and cylinders along the axis they were given', () =>
    kernel.scope((make) => {
      const wedge: Point2[] = [
        [0, 0],
        [30, 0],
        [30, 20],
      ];
      expect(make.volume(make.loft({ axis: 0, from: 5, to: 15, low: wedge, high: wedge }))).toBeCloseTo(3000, 6);
      const mirrored = make.loft({ axis: 1, from: 5, to: 15, low: wedge, high: wedge });
      const block: Shape = { kind: 'box', low: [20, 5, 0], high: [30, 15, 10] };
      expect(make.volume(make.intersection(mirrored, make.shape(block)))).toBeCloseTo(1000, 6);
      for (const axis of [0, 1, 2] as const) {
        const high: Vec3 = [20, 20, 20];
        high[axis] = 50;
        const rod: Shape = { kind: 'cylinder', axis, low: [0, 0, 0], high };
        const around = make.shape({ kind: 'box', low: [0, 0, 0], high });
        expect(make.volume(make.intersection(make.shape(rod), around)) / (Math.PI * 100 * 50)).toBeCloseTo(1, 2);
      }
    }));
});

describe('orientations', () => {
  it('are 24, all different, all without mirroring', () => {
    const seen = new Set(ORIENTATIONS.map((o) => JSON.stringify([[1, 2, 3]].map((p) => turnPoint(turnOf(o), p)))));
    expect(seen.size).toBe(24);
    for (const o of ORIENTATIONS) {
      const [a, b, c] = [
        [1, 0, 0],
        [0, 1, 0],
        [0, 0, 1],
      ].map((p) => turnPoint(turnOf(o), p)) as [Vec3, Vec3, Vec3];
      const det =
        a[0] * (b[1] * c[2] - b[2] * c[1]) - a[1] * (b[0] * c[2] - b[2] * c[0]) + a[2] * (b[0] * c[1] - b[1] * c[0]);
      expect(det).toBe(1);
    }
  });

  it('four quarter turns are none', () => {
    for (const about of [0, 1, 2] as const) {
      let o = ORIENTATIONS[5]!;
      for (let i = 0; i < 4; i++) o = quarterTurn(o, about);
      expect(o).toEqual(ORIENTATIONS[5]);
    }
  });
});

describe('polygons', () => {
  const house: Point2[] = [
    [0, 0],
    [10, 0],
    [10, 6],
    [5, 10],
    [0, 6],
  ];
  it('have their area, inset and clip by hand', () => {
    expect(area(house)).toBe(80);
    expect(
      area(
        inset(
          house.slice(0, 2).concat([
            [10, 6],
            [0, 6],
          ]),
          [1, 1, 1, 1],
        )!.corners,
      ),
    ).toBeCloseTo(8 * 4, 9);
    expect(inset(house, [4, 6, 1, 1, 6])).toBeUndefined();
    expect(area(clip(house, [0, -1], -6))).toBeCloseTo(60, 9);
    expect(contains(house, [5, 9])).toBe(true);
    expect(contains(house, [1, 9])).toBe(false);
  });
  it('that cross themselves are found', () => {
    expect(crossingEdges(house)).toBeUndefined();
    expect(
      crossingEdges([
        [0, 0],
        [10, 10],
        [10, 0],
        [0, 10],
      ]),
    ).toEqual([0, 2]);
  });
});
