import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assemble, type PlacedConnector } from '../../assembly';
import { applyChange, defaultBox, feature, newConversion, readConversion, type Conversion } from '../../document';
import { measured } from '../../quantity';
import type { Vec3 } from '../../solid';
import { CABLES } from '../../standards';
import { remediesFor } from '../remedies';
import { allFree, isFree, takeRow, type Run } from '../space';
import { reachFindings } from './findings';
import { leaving, leavingBoth } from './bend';
import { rounded } from './withBends';
import { cellAt, cellsOf, fieldFrom, freeRoom, lengthTo, routeOf, routesOf, wayBack } from '.';
import { runs } from '../../../../testing/runs';

const deck = readConversion(readFileSync(new URL('../../../../demo/tape-deck.json', import.meta.url), 'utf8'));

describe('a distance field', () => {
  it('has the lengths that trying all neighbours again and again finds, in any small room', () => {
    // Independent: Bellman and Ford’s relaxation over the same costs, without buckets, order or pruning.
    fc.assert(
      fc.property(
        fc.integer({ min: 3, max: 37 }),
        fc.array(fc.tuple(fc.nat(36), fc.nat(7), fc.nat(6)), { maxLength: 160 }),
        (nx, taken) => {
          const [ny, nz] = [8, 7];
          const runs = [nx, ny, nz].map((count): Run => ({ from: 0, step: 5, count })) as [Run, Run, Run];
          const p = allFree(runs);
          for (const [x, y, z] of taken) if (x < nx && x + y + z > 0) takeRow(p, z * ny + y, x, x);
          const grid = cellsOf(p);
          const field = fieldFrom(grid, cellAt(grid, [0, 0, 0]));
          const known = new Map([['0,0,0', 0]]);
          for (let changed = true; changed;) {
            changed = false;
            for (const [key, d] of [...known]) {
              const [x, y, z] = key.split(',').map(Number) as Vec3;
              for (let k = 0; k < 27; k++) {
                const step = [(k % 3) - 1, (Math.floor(k / 3) % 3) - 1, Math.floor(k / 9) - 1] as Vec3;
                const next: Vec3 = [x + step[0], y + step[1], z + step[2]];
                if (k === 13 || !isFree(p, ...next)) continue;
                const cost = d + [0, 12, 17, 21][step.filter((v) => v !== 0).length]!;
                if (cost >= (known.get(next.join()) ?? Infinity)) continue;
                known.set(next.join(), cost);
                changed = true;
              }
            }
          }
          for (let z = 0; z < nz; z++)
            for (let y = 0; y < ny; y++)
              for (let x = 0; x < nx; x++) {
                const want = known.get([x, y, z].join());
                const got = lengthTo(field, cellAt(grid, [5 * x, 5 * y, 5 * z]));
                expect(got, `${x} ${y} ${z}`).toBe(want === undefined ? Infinity : (want / 12) * 5);
              }
        },
      ),
      { numRuns: runs(25, 10), seed: 11 },
    );
  });

  it('leads back to where it began, one neighbour at a time', () => {
    const grid = freeRoom(assemble(deck), 6);
    const field = fieldFrom(grid, cellAt(grid, [150, 200, 100]));
    const end = cellAt(grid, [400, 100, 30]);
    const way = wayBack(field, end);
    expect(way[0]).toBe(end);
    expect(way.at(-1)).toBe(field.start);
    const [sx, sy] = field.size;
    for (let i = 1; i < way.length; i++) {
      const by = Math.abs(way[i]! - way[i - 1]!);
      expect([0, sx * sy, sx * sy + sx, sx * sy - sx].some((b) => Math.abs(by - b) <= sx + 1)).toBe(true);
    }
  });
});

/** An empty box of these inside sizes, with 3 mm walls. */
function empty(size: Vec3): Conversion {
  const hull = defaultBox();
  for (const side of Object.keys(hull.walls) as (keyof typeof hull.walls)[]) hull.walls[side] = measured(3);
  [hull.width, hull.depth, hull.height] = size.map((v) => measured(v + 6)) as [never, never, never];
  return newConversion('Room', hull);
}
const socket = (at: Vec3, direction: PlacedConnector['direction']): PlacedConnector => ({
  id: 'a',
  name: 'data',
  kind: 'data',
  gives: true,
  part: 'a',
  at,
  direction,
  straight: 20,
});
const run = (document: Conversion, from: PlacedConnector, to: PlacedConnector) => {
  const assembly = assemble(document);
  const link = { id: 'a>b:data', kind: 'data' as const, cable: CABLES.data, from, to, own: undefined };
  return routeOf(assembly, link, freeRoom(assembly, CABLES.data.thickness));
};

describe('a route', () => {
  it('with nothing in its way is the straight line between the plugs', () => {
    const document = empty([300, 200, 100]);
    const route = run(document, socket([20, 100, 50], 'right'), socket([280, 100, 50], 'left'));
    expect(route.length).toBeCloseTo(260, 6);
    expect(route.radius).toBe(Infinity);
    // 260 × 1.03 + 15 = 282.8: the next usual length.
    expect(route.suggested).toBe(300);
    expect(route.slack).toBeCloseTo(40, 6);
  });

  it('around one corner is the two straight lines past it, by hand', () => {
    // A wall from the front to y = 123, 10 thick, floor to lid; the cable’s middle passes 3 mm off its corners.
    const document = applyChange(empty([300, 200, 60]), {
      type: 'setFeature',
      id: 'wall-1',
      feature: feature('Wall', { kind: 'box', width: measured(10), depth: measured(120), height: measured(60) }, [
        measured(148),
        measured(3),
        measured(3),
      ]),
    }).document;
    const [a, b] = [socket([40, 40, 33], 'right'), socket([266, 40, 33], 'left')];
    const route = run(document, a, b);
    // From the plug ends 60 and 246 to the corners at (145, 126) and (161, 126), and across.
    const byHand = 20 + Math.hypot(145 - 60, 126 - 40) + 16 + Math.hypot(246 - 161, 126 - 40) + 20;
    expect(route.length).toBeGreaterThan(byHand - 30);
    expect(route.length).toBeLessThan(byHand * 1.04);
    const along = route.points.reduce(
      (s, p, i) => (i === 0 ? 0 : s + Math.hypot(...p.map((v, k) => v - route.points[i - 1]![k]!))),
      0,
    );
    expect(along).toBeGreaterThanOrEqual(byHand - 0.5);
  });

  it('begins to bend only where its stiff plug ends: a U-turn, in closed form', () => {
    // Two plugs of 20 that look the same way, 60 apart: between their ends two quarter circles and what is left.
    const document = empty([300, 300, 100]);
    for (const [radius, apart] of [
      [10, 60],
      [20, 60],
      [20, 110],
    ] as const) {
      // prettier-ignore
      const assembly = assemble(document);
      const cable = { ...CABLES.data, bendRadius: radius };
      const [from, to] = [socket([60, 100, 50], 'right'), socket([60, 100 + apart, 50], 'right')];
      const route = routeOf(
        assembly,
        { id: 'a>b:data', kind: 'data', cable, from, to, own: undefined },
        freeRoom(assembly, 6),
      );
      expect(route.length).toBeCloseTo(40 + apart - 2 * radius + Math.PI * radius, 2);
      expect(route.radius).toBeCloseTo(radius, 6);
    }
  });

  it('around a round post is the two tangents and the arc between, within 2 %', () => {
    const radius = 40;
    const document = applyChange(empty([300, 200, 60]), {
      type: 'setFeature',
      id: 'post-1',
      feature: feature('Post', { kind: 'cylinder', axis: 'z', diameter: measured(2 * radius), length: measured(60) }, [
        measured(153 - radius),
        measured(103 - radius),
        measured(3),
      ]),
    }).document;
    const route = run(document, socket([33, 103, 33], 'right'), socket([273, 103, 33], 'left'));
    const [out, d] = [radius + 3, 100];
    const byHand = 40 + 2 * Math.sqrt(d * d - out * out) + out * (Math.PI - 2 * Math.acos(out / d));
    expect(route.length).toBeGreaterThan(byHand - 0.5);
    expect(route.length).toBeLessThan(byHand * 1.02);
  });

  it('goes round a motor whose size no binary number is, whatever the middle of it comes to', () => {
    for (let k = 0; k < 12; k++) {
      const [x, y, across] = [100.05 + 0.1 * k, 55.65 + 0.05 * k, 88.3];
      const document = applyChange(empty([300, 200, 60]), {
        type: 'setFeature',
        id: 'motor-1',
        feature: feature('Motor', { kind: 'cylinder', axis: 'z', diameter: measured(across), length: measured(60) }, [
          measured(x),
          measured(y),
          measured(3),
        ]),
      }).document;
      const { points } = run(document, socket([33, 103, 33], 'right'), socket([273, 103, 33], 'left'));
      for (const [px, py] of points)
        expect(Math.hypot(px - x - across / 2, py - y - across / 2), `${px}, ${py}`).toBeGreaterThan(across / 2 + 2.9);
    }
  });

  it.each([
    [6.2, true],
    [6.05, true],
    [5.8, false],
  ])('a slot of %d mm lets a cable of 6 mm through wherever it is: %s', (slot, passes) => {
    for (const at of [61.3, 90.77, 100]) {
      const wall = (id: string, y: number, depth: number) => ({
        type: 'setFeature' as const,
        id,
        feature: feature('Wall', { kind: 'box', width: measured(10), depth: measured(depth), height: measured(60) }, [
          measured(148),
          measured(y),
          measured(3),
        ]),
      });
      const changes = [wall('wall-1', 3, at - 3), wall('wall-2', at + slot, 203 - at - slot)];
      const document = applyChange(empty([300, 200, 60]), { type: 'all', what: 'walls', changes }).document;
      const { length } = run(document, socket([30, 90, 33], 'right'), socket([270, 90, 33], 'left'));
      expect(Number.isFinite(length), `slot at ${at}`).toBe(passes);
    }
  });

  it('that is closed in is no way at all', () => {
    const document = applyChange(empty([200, 100, 60]), {
      type: 'setFeature',
      id: 'wall-1',
      feature: feature('Wall', { kind: 'box', width: measured(10), depth: measured(100), height: measured(60) }, [
        measured(98),
        measured(3),
        measured(3),
      ]),
    }).document;
    const route = run(document, socket([30, 50, 30], 'right'), socket([180, 50, 30], 'left'));
    expect(route.length).toBe(Infinity);
  });

  it('bends around the outside of a corner: by tangents and arc about a circle through it, in closed form', () => {
    // Legs of d at a right angle: from both ends the tangent to a circle of r through the corner, and the arc between.
    for (const [d, r] of [
      [400, 20],
      [900, 35],
    ] as const) {
      const points: Vec3[] = [[0, 0, 0], [d, 0, 0], [d, d, 0]]; // prettier-ignore
      const { length, radius } = rounded(points, r);
      const middle = Math.hypot(d * Math.SQRT1_2 - r, d * Math.SQRT1_2);
      const tangent = Math.sqrt(middle ** 2 - r ** 2);
      const arc = Math.PI - Math.atan2(d * Math.SQRT1_2, d * Math.SQRT1_2 - r) - Math.acos(r / middle);
      const byHand = 2 * (tangent + r * arc);
      expect(byHand - 2 * d).toBeGreaterThan(2);
      expect(Math.abs(length - byHand)).toBeLessThan(0.03 * r);
      expect(radius).toBeCloseTo(d, 9);
    }
  });
});

describe('the cables of the demo', () => {
  const assembly = assemble(deck);
  const routes = routesOf(deck, assembly);
  it('connect what the kit has, and none is shorter than the straight line', () => {
    expect(routes.map((r) => r.link.id).sort()).toEqual([
      'board-1>card-1:riser',
      'board-1>drive-1:data',
      'board-1>drive-2:data',
      'board-1>fan-1:fan-lead',
      'supply-1>board-1:main-power',
      'supply-1>board-1:processor-power',
      'supply-1>card-1:card-power',
      'supply-1>drive-1:drive-power',
      'supply-1>drive-2:drive-power',
    ]);
    for (const { link, points } of routes) {
      const straight = Math.hypot(...link.from.at.map((v, i) => v - link.to.at[i]!));
      const along = points.reduce(
        (s, p, i) => (i === 0 ? 0 : s + Math.hypot(...p.map((v, k) => v - points[i - 1]![k]!))),
        0,
      );
      expect(along).toBeGreaterThanOrEqual(straight - 1e-9);
    }
  });
  it('too short is a finding that stops, with how much', () => {
    const short = applyChange(deck, { type: 'setCable', id: 'board-1>card-1:riser', cable: { length: 150 } }).document;
    const finding = reachFindings(short, routesOf(short, assembly)).find(
      (f) => f.id === 'fit/reach/board-1>card-1:riser',
    );
    expect(finding).toMatchObject({ verdict: 'stop', sentence: expect.stringMatching(/too short.*take one of \d+/) });
    const remedies = remediesFor(short, finding!);
    expect(remedies.map((r) => r.id)).toContain('longer');
    for (const { change, label } of remedies) {
      const next = applyChange(short, change).document;
      expect(
        reachFindings(next, routesOf(next, assemble(next))).map((f) => f.id),
        label,
      ).not.toContain(finding!.id);
    }
  });
});

describe('an arc out of a plug', () => {
  const place = fc.tuple(...[0, 1, 2].map(() => fc.double({ min: -80, max: 80, noNaN: true }))) as fc.Arbitrary<Vec3>;
  const away = (p: Vec3, q: Vec3) => Math.hypot(...p.map((v, k) => v - q[k]!));

  it('ends tangent to the line to its target, and is as long as its own pieces', () => {
    fc.assert(
      fc.property(place, fc.double({ min: 2, max: 30, noNaN: true }), (target, radius) => {
        const { arc, length, radius: r } = leaving([0, 0, 0], [1, 0, 0], target, radius);
        if (arc.length === 1 || Math.hypot(target[1], target[2]) < 0.01) return;
        expect(r).toBeLessThanOrEqual(radius + 1e-9);
        // Chords of a circle are shorter than its arc by their share, known from the angle.
        const piece = length / r / (arc.length - 1);
        const chords = arc.slice(1).reduce((sum, p, k) => sum + away(p, arc[k]!), 0);
        expect(chords).toBeCloseTo((length * Math.sin(piece / 2)) / (piece / 2), 6);
        // The way on is at right angles to the spoke at the arc's end: tangent.
        const end = arc.at(-1)!;
        const side = [0, target[1], target[2]].map((v) => v / Math.hypot(target[1], target[2]));
        const spoke = end.map((v, k) => v - side[k]! * r);
        const on = target.map((v, k) => v - end[k]!);
        expect(Math.abs(spoke.reduce((sum, v, k) => sum + v * on[k]!, 0))).toBeLessThan(1e-6 * 80 * 80);
        // Nothing with this radius is shorter: no arc can be nearer than the straight line.
        expect(length + away(end, target)).toBeGreaterThanOrEqual(away(target, [0, 0, 0]) - 1e-9);
      }),
    );
  });

  it('shares its straight piece with the arc at the other end', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 62, max: 200, noNaN: true }),
        fc.double({ min: -40, max: 40, noNaN: true }),
        (y, x) => {
          const [one, other] = leavingBoth([[0, 0, 0], [1, 0, 0]], [[x, y, 0], [1, 0, 0]], 15); // prettier-ignore
          const [from, to] = [one.arc.at(-1)!, other.arc.at(-1)!];
          const on = to.map((v, k) => v - from[k]!) as Vec3;
          for (const [end, middle] of [
            [from, [0, 15, 0]],
            [to, [x, y - 15, 0]],
          ] as const)
            // prettier-ignore
            expect(on.reduce((sum, v, k) => sum + v * (end[k]! - middle[k]!), 0)).toBeCloseTo(0, 2);
        },
      ),
    );
  });
});
