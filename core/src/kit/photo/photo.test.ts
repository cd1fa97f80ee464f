import { describe, expect, it } from 'vitest';
import type { Photo, Pixel } from '../../document';
import { measured } from '../../quantity';
import type { Point2 } from '../../solid';
import { standardPart } from '../../standards';
import { solveHoles } from '../holeMap';
import { homography, project } from './homography';
import { measurePhoto, photoPointsOf, PICK, pixelAt } from '.';

function generator(seed: number) {
  let a = seed;
  const even = () => {
    a = (a * 1664525 + 1013904223) % 4294967296;
    return a / 4294967296;
  };
  return { even, normal: () => Math.sqrt(-2 * Math.log(1 - even())) * Math.cos(2 * Math.PI * even()) };
}

const [W, H] = [4000, 3000];
/** A camera over the plane z = 0 with a known place and lens: world mm → px. Independent of the code under test. */
function camera(tilt: number, turn: number, distance: number, k: number) {
  const [ct, st, cr, sr] = [Math.cos(tilt), Math.sin(tilt), Math.cos(turn), Math.sin(turn)];
  const focal = 3200;
  return ([x, y]: Point2): Pixel => {
    const [X, Y] = [cr * (x - 105) - sr * (y - 148), sr * (x - 105) + cr * (y - 148)];
    const depth = distance + st * Y;
    let [u, v] = [(focal * X) / depth, (-focal * ct * Y) / depth];
    // The lens: r_straight = r / (1 + k r²), solved for r.
    const s = Math.hypot(u, v) / 2500;
    const r = k === 0 || s === 0 ? s : (1 - Math.sqrt(1 - 4 * k * s * s)) / (2 * k * s);
    const f = s === 0 ? 1 : r / s;
    [u, v] = [u * f, v * f];
    return [W / 2 + u, H / 2 + v];
  };
}
const A4: Point2[] = [
  [0, 0],
  [210, 0],
  [210, 297],
  [0, 297],
];
// The mounting pattern of the Mini-ITX board, laid on the sheet.
const HOLES = standardPart('board/mini-itx')!.holes.map((h): Point2 => [h.x + 18, h.y + 40]);

function photoOf(see: (p: Point2) => Pixel, noise: () => number): Photo {
  const pick = (p: Point2): Pixel => {
    const [u, v] = see(p);
    return [u + (PICK / 1.959964) * noise(), v + (PICK / 1.959964) * noise()];
  };
  const edge = (a: Point2, b: Point2) =>
    Array.from({ length: 7 }, (_, i) => pick([a[0] + ((b[0] - a[0]) * i) / 6, a[1] + ((b[1] - a[1]) * i) / 6]));
  return {
    name: 'Board on a sheet',
    content: '0'.repeat(64),
    width: W,
    height: H,
    reference: { kind: 'A4 sheet', width: measured(210, 'standard', 0), height: measured(297, 'standard', 0) },
    corners: A4.map(pick),
    straight: [edge(A4[0]!, A4[3]!), edge(A4[1]!, A4[2]!), edge(A4[3]!, A4[2]!)],
    picks: Object.fromEntries(
      HOLES.map((h, i) => [
        `pick-${i + 1}`,
        {
          name: `hole ${i + 1}`,
          kind: 'point' as const,
          at: [pick(h)],
          shows: { map: 'map-1', point: `hole-${i + 1}` },
        },
      ]),
    ),
    offPlane: 0,
    distance: 450,
  };
}

describe('measuring from a photo', () => {
  it('without noise finds the pattern to a hundredth of a millimetre, whatever camera and lens', () => {
    for (const [tilt, turn, k] of [
      [0, 0, 0],
      [0.5, 0.3, -0.12],
      [-0.4, 2.5, 0.08],
    ] as const) {
      const { places, refused } = measurePhoto(photoOf(camera(tilt, turn, 450, k), () => 0));
      expect(refused).toBeUndefined();
      const measure = measurePhoto(photoOf(camera(tilt, turn, 450, k), () => 0));
      const [u, v] = pixelAt(measure, HOLES[2]!)!;
      const seen = camera(tilt, turn, 450, k)(HOLES[2]!);
      expect(Math.hypot(u - seen[0], v - seen[1])).toBeLessThan(0.1);
      places.forEach((p, i) => expect(Math.hypot(p.x - HOLES[i]![0], p.y - HOLES[i]![1])).toBeLessThan(0.01));
    }
  });

  it('has the truth inside its stated uncertainty in 95 % of synthetic views', () => {
    const { even, normal } = generator(4);
    let [inside, within, all] = [0, 0, 0];
    for (let run = 0; run < 300; run++) {
      const photo = photoOf(camera((even() - 0.5) * 1.1, even() * 6, 420 + 120 * even(), (even() - 0.5) * 0.2), normal);
      const { places, refused } = measurePhoto(photo);
      expect(refused).toBeUndefined();
      places.forEach(({ x, y, uncertainty, covariance: [xx, xy, yy] }, i) => {
        const [dx, dy] = [x - HOLES[i]![0], y - HOLES[i]![1]];
        all++;
        if ((yy * dx * dx - 2 * xy * dx * dy + xx * dy * dy) / (xx * yy - xy * xy) < 5.991) inside++;
        if (Math.hypot(dx, dy) < uncertainty) within++;
        expect(uncertainty).toBeLessThan(1);
      });
    }
    expect(inside / all).toBeGreaterThan(0.93);
    expect(inside / all).toBeLessThan(0.975);
    expect(within / all).toBeGreaterThan(0.95);
  });

  it('joins the calipers in the solver, which correct it', () => {
    const photo = photoOf(camera(0.3, 1, 450, -0.05), generator(9).normal);
    const points = Object.fromEntries(
      HOLES.map((_, i) => [`hole-${i + 1}`, { name: '', kind: 'hole' as const, diameter: measured(3.96) }]),
    );
    const [shown] = [photoPointsOf({ 'photo-1': photo }, 'map-1')];
    const far = Math.hypot(HOLES[0]![0] - HOLES[3]![0], HOLES[0]![1] - HOLES[3]![1]);
    const map = {
      name: '',
      points,
      mirror: null,
      rounds: [],
      distances: { 'd-1': { from: 'hole-1', to: 'hole-4', how: 'centre' as const, measured: measured(far) } },
    };
    const solved = solveHoles(map, shown);
    const [a, b] = [solved.points[0]!, solved.points[3]!];
    expect(Math.hypot(a.x - b.x, a.y - b.y)).toBeCloseTo(far, 0);
    expect(Math.abs(Math.hypot(a.x - b.x, a.y - b.y) - far)).toBeLessThan(0.1);
  });

  it('a circle picked at its rim gives its centre and diameter', () => {
    const see = camera(0.4, 0.2, 450, 0);
    const photo = photoOf(see, () => 0);
    photo.picks = {
      c: {
        name: 'c',
        kind: 'circle',
        shows: null,
        at: [0, 1, 2, 3, 4].map((i) => see([80 + 10 * Math.cos(i), 120 + 10 * Math.sin(i)])),
      },
    };
    expect(measurePhoto(photo).places[0]).toMatchObject({
      x: expect.closeTo(80, 2),
      y: expect.closeTo(120, 2),
      diameter: expect.closeTo(20, 2),
    });
  });

  it('refuses what can’t be measured, with words', () => {
    const photo = photoOf(camera(0, 0, 450, 0), () => 0);
    expect(measurePhoto({ ...photo, corners: photo.corners.slice(0, 3) }).refused).toMatch(/3 of 4/);
    expect(measurePhoto({ ...photo, straight: [] }).refused).toMatch(/straight in truth/);
    const wavy: Pixel[] = [
      [100, 100],
      [500, 400],
      [900, 100],
      [1300, 400],
    ];
    expect(measurePhoto({ ...photo, straight: [wavy] }).refused).toMatch(/mark it again|bend more/);
    const flat: Pixel[] = [
      [0, 0],
      [100, 0],
      [200, 0],
      [300, 0],
    ];
    expect(measurePhoto({ ...photo, corners: flat }).refused).toMatch(/on a line/);
  });
});

it('a homography takes its four points where they were asked to go', () => {
  const from: Point2[] = [
    [10, 20],
    [400, 35],
    [380, 300],
    [-5, 280],
  ];
  from.forEach((p, i) => {
    const [x, y] = project(homography(from, A4), p);
    expect(x).toBeCloseTo(A4[i]![0], 6);
    expect(y).toBeCloseTo(A4[i]![1], 6);
  });
});
