import { levenbergMarquardt } from 'ml-levenberg-marquardt';
import { Matrix, SingularValueDecomposition } from 'ml-matrix';
import { describe, expect, it } from 'vitest';
import { defaultBox, newConversion, type HoleMap, type MapDistance } from '../../document';
import { measured } from '../../quantity';
import type { Point2 } from '../../solid';
import { HOLE_COLUMNS, HOLE_ROWS } from '../../standards';
import { assessKit } from '../assess';
import { generator } from './generator.testing';
import { correctedPositions, partFromHoles, rigidFit, solveHoles, turned } from '.';

// The nine holes of the ATX pattern (ATX Specification 2.2, from memory; chapter of the standards tables).
const PATTERN: Record<string, Point2> = {};
for (const [i, x] of [HOLE_COLUMNS.first, HOLE_COLUMNS.second, HOLE_COLUMNS.atxThird].entries())
  for (const [j, y] of [HOLE_ROWS.first, HOLE_ROWS.second, HOLE_ROWS.third].entries())
    PATTERN[`hole-${i}${j}`] = [x, y];
PATTERN['hole-10'] = [HOLE_COLUMNS.second, HOLE_ROWS.setBack];
const IDS = Object.keys(PATTERN);
const SIGMA = 0.1 / 1.959964;

type Pair = [string, string];
/** Readings of the pattern with the noise of calipers, ± 0.1 at 95 %. */
function mapOf(
  pairs: readonly Pair[],
  noise: () => number,
  edit: (d: MapDistance, i: number) => void = () => undefined,
): HoleMap {
  const distances: HoleMap['distances'] = {};
  pairs.forEach(([from, to], i) => {
    const [a, b] = [PATTERN[from], PATTERN[to]!];
    const true_ = !a ? (from === 'left' ? b[0] : b[1]) : Math.hypot(a[0] - b[0], a[1] - b[1]);
    const d: MapDistance = { from, to, how: 'centre', measured: measured(true_ + SIGMA * noise()) };
    edit(d, i);
    distances[`d-${i}`] = d;
  });
  const points = Object.fromEntries(
    IDS.map((id) => [id, { name: id, kind: 'hole' as const, diameter: measured(3.96) }]),
  );
  return { name: 'Board', points, distances, mirror: null, rounds: [] };
}
/** From both edges to three holes, then every hole to the others within reach of a hand. */
const pairs: Pair[] = [
  ['left', 'hole-00'],
  ['left', 'hole-02'],
  ['front', 'hole-00'],
  ['front', 'hole-20'],
  ...IDS.flatMap((a, i) => IDS.slice(i + 1).map((b): Pair => [a, b])).filter((_, i) => i % 2 === 0 || i < 12),
];

describe('the hole solver on the standard pattern with the noise of calipers', () => {
  it('has 95 % of the true positions inside their 95 % ellipses, over 1 000 runs', () => {
    const { normal } = generator(11);
    let inside = 0;
    for (let run = 0; run < 1000; run++) {
      for (const p of solveHoles(mapOf(pairs, normal)).points) {
        const [x, y] = PATTERN[p.id]!;
        const [xx, xy, yy] = p.covariance;
        const [dx, dy] = [p.x - x, p.y - y];
        if ((yy * dx * dx - 2 * xy * dx * dy + xx * dy * dy) / (xx * yy - xy * xy) < 5.991) inside++;
      }
    }
    // Readings left out by chance (three in a thousand) cost a little; binomial width with correlated holes ±1 %.
    expect(inside / 9000).toBeGreaterThan(0.935);
    expect(inside / 9000).toBeLessThan(0.965);
  });

  it('finds a misreading of 1 mm in 95 % of the cases, and names it', () => {
    const { normal, even } = generator(5);
    let [found, cases] = [0, 0];
    for (let run = 0; run < 300; run++) {
      const wrong = Math.floor(even() * pairs.length);
      const map = mapOf(
        pairs,
        normal,
        (d, i) => i === wrong && (d.measured = measured(d.measured.value + (even() < 0.5 ? 1 : -1))),
      );
      const { distances } = solveHoles(map);
      if (distances[wrong]!.redundancy < 0.15) continue;
      cases++;
      if (distances[wrong]!.misread) found++;
    }
    expect(cases).toBeGreaterThan(250);
    expect(found / cases).toBeGreaterThan(0.95);
  });

  it('agrees with a general least-squares package', () => {
    const { normal } = generator(3);
    const map = mapOf(pairs, normal);
    const { points, distances } = solveHoles(map);
    expect(distances.every((d) => !d.misread)).toBe(true);
    const column = new Map(IDS.map((id, i) => [id, 2 * i]));
    const rows = Object.values(map.distances);
    const { parameterValues } = levenbergMarquardt(
      { x: rows.map((_, i) => i), y: rows.map((d) => d.measured.value) },
      (p) => (i) => {
        const { from, to } = rows[i]!;
        const b = column.get(to)!;
        if (from === 'left') return p[b]!;
        if (from === 'front') return p[b + 1]!;
        const a = column.get(from)!;
        return Math.hypot(p[b]! - p[a]!, p[b + 1]! - p[a + 1]!);
      },
      {
        initialValues: points.flatMap((p) => [p.x + 0.7, p.y - 0.4]),
        maxIterations: 200,
        damping: 1e-3,
        errorTolerance: 1e-12,
        gradientDifference: 1e-4,
        centralDifference: true,
      },
    );
    points.forEach((p, i) => {
      expect(parameterValues[2 * i]).toBeCloseTo(p.x, 2);
      expect(parameterValues[2 * i + 1]).toBeCloseTo(p.y, 2);
    });
  });
});

describe('what the solver says of a figure', () => {
  const still = () => 0;
  it('with rims measured, holes of any diameter come out at their centres', () => {
    const map = mapOf(pairs, still, (d, i) => {
      if (d.from in PATTERN)
        [d.how, d.measured] =
          i % 3 === 0
            ? ['outer', measured(d.measured.value + 3.96)]
            : i % 3 === 1
              ? ['inner', measured(d.measured.value - 3.96)]
              : [d.how, d.measured];
    });
    for (const p of solveHoles(map).points)
      expect([p.x, p.y]).toEqual([expect.closeTo(PATTERN[p.id]![0], 4), expect.closeTo(PATTERN[p.id]![1], 4)]);
  });

  it('a figure that is not rigid says how many distances are missing and a good one to add', () => {
    const four = ['hole-00', 'hole-02', 'hole-20', 'hole-22'];
    const square: Pair[] = [
      ['hole-00', 'hole-02'],
      ['hole-02', 'hole-22'],
      ['hole-22', 'hole-20'],
      ['hole-20', 'hole-00'],
    ];
    const map = mapOf(square, still);
    map.points = Object.fromEntries(four.map((id) => [id, map.points[id]!]));
    const solution = solveHoles(map);
    expect(solution.missing?.count).toBe(1);
    // Only the diagonals make a quadrilateral rigid.
    expect([solution.missing!.add.from, solution.missing!.add.to].sort().join()).toMatch(
      /hole-00,hole-22|hole-02,hole-20/,
    );
    expect(solution.points.every((p) => p.loose)).toBe(true);
    map.distances['d-9'] = {
      from: 'hole-00',
      to: 'hole-22',
      how: 'centre',
      measured: measured(Math.hypot(281.94, 227.33)),
    };
    expect(solveHoles(map).missing).toBeUndefined();
  });

  it('without edges asks which side a hole lies on, and obeys the answer', () => {
    const map = mapOf(pairs.slice(4), still);
    const { mirror } = solveHoles(map);
    expect(mirror).toBeDefined();
    const side = (solution: ReturnType<typeof solveHoles>) => {
      const [a, b, p] = [mirror!.from, mirror!.to, mirror!.point].map((id) =>
        solution.points.find((q) => q.id === id)!,
      );
      return (b!.x - a!.x) * (p!.y - a!.y) - (b!.y - a!.y) * (p!.x - a!.x) > 0 ? 'left' : 'right';
    };
    for (const answer of ['left', 'right'] as const) {
      const solved = solveHoles({ ...map, mirror: { ...mirror!, side: answer } });
      expect(side(solved)).toBe(answer);
      expect(solved.mirror).toBeUndefined();
      expect(Math.max(...solved.distances.map((d) => Math.abs(d.residual)))).toBeLessThan(1e-4);
    }
  });

  it('a point that can fold over the line of two others is told to be ambiguous', () => {
    const hang: Pair[] = [
      ['hole-00', 'hole-02'],
      ['hole-00', 'hole-20'],
      ['hole-02', 'hole-20'],
      ['hole-22', 'hole-02'],
      ['hole-22', 'hole-20'],
    ];
    const map = mapOf(hang, still);
    map.points = Object.fromEntries(['hole-00', 'hole-02', 'hole-20', 'hole-22'].map((id) => [id, map.points[id]!]));
    expect([solveHoles(map).ambiguous?.from, solveHoles(map).ambiguous?.to].sort()).toEqual(['hole-00', 'hole-22']);
  });

  it('a photo of the board joins the calipers: it turns and shifts as it was taken and settles the mirror', () => {
    const { normal } = generator(8);
    const map = mapOf(pairs.slice(4), normal);
    const photo = IDS.map((id) => {
      const [x, y] = turned(PATTERN[id]!, { angle: 0.7, shift: [40, -9] });
      return { point: id, x: x + 0.2 * normal(), y: y + 0.2 * normal(), uncertainty: 0.4 };
    });
    const solved = solveHoles(map, [{ photo: 'photo-1', points: photo }]);
    expect([solved.mirror, solved.missing, solved.ambiguous]).toEqual([undefined, undefined, undefined]);
    const fit = rigidFit(
      solved.points.map((p): Point2 => [p.x, p.y]),
      solved.points.map((p) => PATTERN[p.id]!),
    );
    expect(Math.max(...fit.residuals.map((r) => Math.hypot(...r)))).toBeLessThan(0.12);
  });

  it('with too few distances to tell which is wrong, names those it may be and leaves none out', () => {
    const four = ['hole-00', 'hole-02', 'hole-20', 'hole-22'];
    const all = four.flatMap((a, i) => four.slice(i + 1).map((b): Pair => [a, b]));
    const map = mapOf(all, still, (d, i) => i === 2 && (d.measured = measured(d.measured.value + 1)));
    map.points = Object.fromEntries(four.map((id) => [id, map.points[id]!]));
    const solution = solveHoles(map);
    expect(solution.misread).toEqual([]);
    expect(solution.distances.filter((d) => d.misread)).toHaveLength(6);
  });

  it('an empty map and a single point are no error', () => {
    const map = mapOf([], still);
    expect(solveHoles(map).missing?.count).toBe(2 * 9 - 3);
    expect(solveHoles({ ...map, points: {} }).points).toEqual([]);
    expect(solveHoles({ ...map, points: { a: map.points['hole-00']! } }).missing).toBeUndefined();
  });
});

it('the rigid fit is that of Umeyama (1991) by singular values, computed with a general matrix library', () => {
  const { normal } = generator(21);
  const from = IDS.map((id) => PATTERN[id]!);
  const to = from.map((p): Point2 =>
    turned([p[0] * 1.004 + normal(), p[1] * 1.004 + normal()], { angle: -2.1, shift: [5, 70] }),
  );
  const centred = (ps: readonly Point2[]) => {
    const m = [0, 1].map((k) => ps.reduce((s, p) => s + p[k]!, 0) / ps.length);
    return new Matrix(ps.map((p) => [p[0] - m[0]!, p[1] - m[1]!]));
  };
  const [a, b] = [centred(from), centred(to)];
  const svd = new SingularValueDecomposition(b.transpose().mmul(a));
  const [u, v] = [svd.leftSingularVectors, svd.rightSingularVectors];
  const d = Math.sign(
    new Matrix(u.mmul(v.transpose()).to2DArray()).get(0, 0) * u.mmul(v.transpose()).get(1, 1) -
      u.mmul(v.transpose()).get(0, 1) * u.mmul(v.transpose()).get(1, 0),
  );
  const r = u.mmul(Matrix.diag([1, d])).mmul(v.transpose());
  const fit = rigidFit(from, to);
  expect(Math.cos(fit.angle)).toBeCloseTo(r.get(0, 0), 10);
  expect(Math.sin(fit.angle)).toBeCloseTo(r.get(1, 0), 10);
  expect(fit.scale).toBeCloseTo((svd.diagonal[0]! + d * svd.diagonal[1]!) / a.norm('frobenius') ** 2, 10);
  expect(() => rigidFit([[0, 0]], [[1, 1]])).toThrow(/two points/);
});

describe('a test plate', () => {
  const noise = generator(30).normal;
  /** The holes as they are, seen from a plate printed by a printer that shrinks by 0.4 % and laid on askew. */
  function lay(map: HoleMap): HoleMap {
    const { positions } = correctedPositions(map, solveHoles(map));
    const shrink = 0.996;
    const seat = rigidFit(
      IDS.map((id) => PATTERN[id]!),
      IDS.map((id): Point2 => [shrink * positions[id]![0], shrink * positions[id]![1]]),
    );
    const off = Object.fromEntries(
      IDS.map((id) => {
        const [x, y] = turned(PATTERN[id]!, { angle: seat.angle + 0.002, shift: [seat.shift[0] + 0.2, seat.shift[1]] });
        const pin = positions[id]!;
        return [id, { x: x - shrink * pin[0] + 0.03 * noise(), y: y - shrink * pin[1] + 0.03 * noise() }];
      }),
    );
    return { ...map, rounds: [...map.rounds, { ruler: 100 * shrink, off }] };
  }

  it('leads within 0.2 mm in two rounds, from distances that a tape gave', () => {
    let map = mapOf(pairs, noise, (d) => (d.measured = measured(d.measured.value + 0.5 * noise(), 'tape')));
    map = lay(lay(map));
    const { rounds, done, positions } = correctedPositions(map, solveHoles(map));
    expect(rounds[0]!.worst).toBeGreaterThan(0.2);
    expect([rounds[1]!.worst < 0.2, done]).toEqual([true, true]);
    expect(rounds[1]!.scale).toBeCloseTo(1, 3);
    const fit = rigidFit(
      IDS.map((id) => PATTERN[id]!),
      IDS.map((id) => positions[id]!),
    );
    expect(Math.max(...fit.residuals.map((r) => Math.hypot(...r)))).toBeLessThan(0.15);
  });

  it('makes the board a part with its mount holes and its sockets on a face', () => {
    const map = mapOf(pairs, () => 0);
    Object.assign(map.distances, {
      wide: { from: 'left', to: 'right', how: 'centre', measured: measured(304.8) },
      deep: { from: 'front', to: 'rear', how: 'centre', measured: measured(243.84) },
      's-1': { from: 'left', to: 'usb', how: 'centre', measured: measured(80) },
      's-2': { from: 'rear', to: 'usb', how: 'centre', measured: measured(4) },
    });
    map.points.usb = { name: 'USB', kind: 'socket', diameter: measured(14) };
    const solution = solveHoles(map);
    const part = partFromHoles(map, solution, correctedPositions(map, solution));
    expect(Object.keys(part.own!.holes)).toHaveLength(9);
    expect(part.own!.holes['hole-22']).toMatchObject({
      x: { value: expect.closeTo(288.29, 2) },
      y: { value: expect.closeTo(237.49, 2) },
    });
    expect(part.own!.faces).toMatchObject({ rear: { kind: 'sockets', direction: 'rear' } });
    expect(part.own!.blocks.usb).toMatchObject({ direction: 'rear', x: { value: expect.closeTo(73, 1) } });
  });
});

it('a misread distance is a finding of the kit, with how far it is off', () => {
  const map = mapOf(pairs, generator(2).normal, (d, i) => i === 9 && (d.measured = measured(d.measured.value + 1.3)));
  const document = newConversion('Box', defaultBox());
  document.kit.holeMaps = { 'map-1': map };
  const finding = assessKit(document).find((f) => f.id === 'kit/map-1/misread');
  expect(finding).toMatchObject({ verdict: 'warn', figures: [{ value: expect.closeTo(1.3, 0) }] });
});
