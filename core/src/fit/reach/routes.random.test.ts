import fc from 'fast-check';
import { expect, it } from 'vitest';
import { runs } from '../../../../testing/runs';
import { assemble, type PlacedConnector } from '../../assembly';
import { applyChange, defaultBox, feature, newConversion, type Change } from '../../document';
import { measured } from '../../quantity';
import type { Vec3 } from '../../solid';
import { CABLES } from '../../standards';
import { freeRoom, routeOf } from '.';

const SIZE: Vec3 = [260, 180, 110];
const RADIUS = CABLES.data.thickness / 2;

/** A solid as this test counts it: a box, or a cylinder along an axis; mm from the outside corner. */
interface Made {
  low: Vec3;
  size: Vec3;
  axis: -1 | 0 | 1 | 2;
}

/** Distance of a place to a solid, by the textbook: clamped differences; of a cylinder radius and height apart. */
function distance(p: Vec3, { low, size, axis }: Made): number {
  const off = p.map((v, i) => Math.max(low[i]! - v, v - low[i]! - size[i]!));
  if (axis < 0) {
    const out = Math.hypot(...off.map((v) => Math.max(0, v)));
    return out > 0 ? out : Math.max(...off);
  }
  const [i, j] = [(axis + 1) % 3, (axis + 2) % 3];
  const round = Math.hypot(p[i]! - low[i]! - size[i]! / 2, p[j]! - low[j]! - size[j]! / 2) - size[i]! / 2;
  return round > 0 || off[axis]! > 0
    ? Math.hypot(Math.max(0, round), Math.max(0, off[axis]!))
    : Math.max(round, off[axis]!);
}

const typed = (v: number) => Number((Math.round(v * 20) / 20).toFixed(2));

const solid: fc.Arbitrary<Made> = fc
  .record({
    at: fc.tuple(...SIZE.map(() => fc.double({ min: 0, max: 1, noNaN: true }))),
    size: fc.tuple(...SIZE.map(() => fc.double({ min: 8, max: 70, noNaN: true }))),
    axis: fc.constantFrom<Made['axis']>(-1, 0, 1, 2, 2, 0),
  })
  .map(({ at, size, axis }) => {
    const own = size.map((v, i) => typed(axis >= 0 && i !== axis ? size[(axis + 1) % 3]! : v)) as Vec3;
    // As people type them: to a twentieth.
    return { axis, size: own, low: own.map((v, i) => typed(3 + at[i]! * (SIZE[i]! - v))) as Vec3 };
  });

/** The shortest way over the 26 neighbours of a grid of 8 mm that keeps so far from everything; Infinity for none. */
function gridWay(from: Vec3, to: Vec3, solids: readonly Made[], keep: number): number {
  const step = 8;
  const count = SIZE.map((v) => Math.floor((v - 2 * RADIUS) / step) + 1) as Vec3;
  const at = (n: Vec3) => n.map((v) => 3 + RADIUS + v * step) as Vec3;
  const key = ([x, y, z]: Vec3) => (z * count[1] + y) * count[0] + x;
  const near = (p: Vec3) =>
    p.map((v, i) => Math.min(count[i]! - 1, Math.max(0, Math.round((v - 3 - RADIUS) / step)))) as Vec3;
  const known = new Map<number, boolean>();
  const free = (n: Vec3) => {
    const cell = key(n);
    let is = known.get(cell);
    if (is === undefined) known.set(cell, (is = solids.every((s) => distance(at(n), s) >= keep)));
    return is;
  };
  const [start, goal] = [near(from), near(to)];
  if (!free(start) || !free(goal)) return Infinity;
  const best = new Map([[key(start), 0]]);
  // Rings of equal cost, in tenths of a mm.
  const rings: Vec3[][] = [[start]];
  for (let d = 0; d < rings.length; d++)
    for (const n of rings[d] ?? []) {
      if (best.get(key(n))! < d) continue;
      if (key(n) === key(goal))
        return (
          d / 10 +
          Math.hypot(...at(start).map((v, i) => v - from[i]!)) +
          Math.hypot(...at(goal).map((v, i) => v - to[i]!))
        );
      for (let k = 0; k < 27; k++) {
        const by = [(k % 3) - 1, (Math.floor(k / 3) % 3) - 1, Math.floor(k / 9) - 1] as Vec3;
        const next = n.map((v, i) => v + by[i]!) as Vec3;
        if (k === 13 || next.some((v, i) => v < 0 || v >= count[i]!) || !free(next)) continue;
        const cost = d + Math.round(10 * step * Math.hypot(...by));
        if (cost >= (best.get(key(next)) ?? Infinity)) continue;
        best.set(key(next), cost);
        (rings[cost] ??= []).push(next);
      }
    }
  return Infinity;
}

/** A post from floor to lid between both plugs. */
const post: fc.Arbitrary<Made> = fc
  .tuple(...[30, 60, 40].map((most) => fc.double({ min: 0, max: most, noNaN: true })))
  .map(([d, x, y]) => {
    const across = typed(45 + d!);
    return { axis: 2, size: [across, across, SIZE[2]], low: [typed(60 + x!), typed(3 + 20 + y!), 3] };
  });

const plug = (part: string, at: Vec3, direction: PlacedConnector['direction']): PlacedConnector => ({
  id: part,
  name: 'data',
  kind: 'data',
  gives: part === 'a',
  part,
  at,
  direction,
  straight: 12,
});

const within = (axis: 1 | 2) => fc.double({ min: 12, max: SIZE[axis] - 12, noNaN: true });
const [width, height] = [within(1), within(2)];

it('a cable goes through nothing, past cylinders and boxes, and is as long as a grid of its own finds', () =>
  fc.assert(
    fc.property(
      post,
      fc.array(solid, { minLength: 1, maxLength: 4 }),
      fc.tuple(height, height, width, width),
      (middle, others, [z1, z2, y1, y2]) => {
        const solids = [middle, ...others];
        const [from, to]: [Vec3, Vec3] = [
          [8, 3 + y1, 3 + z1],
          [SIZE[0] - 2, 3 + y2, 3 + z2],
        ];
        // Plugs stand free.
        fc.pre(
          solids.every((s) =>
            [0, 6, 12, 18, 24].every(
              (d) =>
                distance([from[0] + d, from[1], from[2]], s) > RADIUS + 1 &&
                distance([to[0] - d, to[1], to[2]], s) > RADIUS + 1,
            ),
          ),
        );
        const hull = defaultBox();
        for (const side of Object.keys(hull.walls) as (keyof typeof hull.walls)[]) hull.walls[side] = measured(3);
        [hull.width, hull.depth, hull.height] = SIZE.map((v) => measured(v + 6)) as [never, never, never];
        const changes = solids.map(({ low, size, axis }, i): Change => ({
          type: 'setFeature',
          id: `rib-${i + 1}`,
          feature: feature(
            `Solid ${i}`,
            axis < 0
              ? { kind: 'box', width: measured(size[0]), depth: measured(size[1]), height: measured(size[2]) }
              : {
                  kind: 'cylinder',
                  axis: (['x', 'y', 'z'] as const)[axis as 0 | 1 | 2],
                  diameter: measured(size[((axis + 1) % 3) as 0 | 1 | 2]),
                  length: measured(size[axis as 0 | 1 | 2]),
                },
            low.map((v) => measured(v)) as [never, never, never],
          ),
        }));
        const document = applyChange(newConversion('Room', hull), { type: 'all', what: 'solids', changes }).document;
        const assembly = assemble(document);
        const [a, b] = [plug('a', from, 'right'), plug('b', to, 'left')];
        const link = { id: 'a>b:data', kind: 'data' as const, cable: CABLES.data, from: a, to: b, own: undefined };
        const route = routeOf(assembly, link, freeRoom(assembly, CABLES.data.thickness));
        const roomy = gridWay([from[0] + 12, from[1], from[2]], [to[0] - 12, to[1], to[2]], solids, RADIUS + 5);
        if (Number.isFinite(roomy)) expect(route.length).toBeLessThan(Infinity);
        if (!Number.isFinite(route.length)) return;
        // Each place of it, a millimetre apart, against every solid.
        let sum = 0;
        for (let i = 1; i < route.points.length; i++) {
          const [p, q] = [route.points[i - 1]!, route.points[i]!];
          const long = Math.hypot(...p.map((v, k) => v - q[k]!));
          sum += long;
          for (let d = 0; d <= long; d += 1) {
            const at = p.map((v, k) => v + (long > 0 ? d / long : 0) * (q[k]! - v)) as Vec3;
            const ends = Math.min(
              Math.hypot(...at.map((v, k) => v - from[k]!)),
              Math.hypot(...at.map((v, k) => v - to[k]!)),
            );
            const keep = ends < 36 ? 0.3 * RADIUS : 0.95 * RADIUS;
            for (const s of solids)
              expect(distance(at, s), `at ${at.map((v) => v.toFixed(1)).join()}`).toBeGreaterThan(keep);
          }
        }
        // No shorter than its own line (bends cut a corner only where that is free), no longer than the grid’s way and its bends.
        const tight = gridWay([from[0] + 12, from[1], from[2]], [to[0] - 12, to[1], to[2]], solids, RADIUS);
        expect(route.length).toBeGreaterThan(0.96 * sum - 2);
        if (Number.isFinite(tight)) expect(route.length).toBeGreaterThan(0.87 * (tight + 24) - 12);
        if (Number.isFinite(roomy)) expect(route.length).toBeLessThan(1.06 * (roomy + 24) + 25);
      },
    ),
    { numRuns: runs(400, 25), seed: 302 },
  ));
