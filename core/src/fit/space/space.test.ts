import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assemble, placePart } from '../../assembly';
import { defaultBox, defaultTub, defaultWedge, feature, newConversion, type Feature } from '../../document';
import { partFrom } from '../../parts';
import { measured } from '../../quantity';
import { moved, ORIENTATIONS, signedDistance, type Axis, type Cylinder, type Vec3 } from '../../solid';
import { standardPart } from '../../standards';
import { freePositions } from '../freePositions';
import { marginsOfPart } from '../margins';
import { allFree, countFree, eachFree, isFree, noneFree, paintZone, takeRow, type Run } from '.';
import { runs } from '../../../../testing/runs';

const KEYS = ['drive/2.5-7', 'drive/3.5', 'card/low-profile-1', 'fan/80x15', 'supply/flex'];
const size = fc.integer({ min: 6, max: 60 });
const anyFeature = fc
  .record({
    round: fc.boolean(),
    at: fc.tuple(fc.integer({ min: 5, max: 300 }), fc.integer({ min: 5, max: 250 }), fc.integer({ min: 4, max: 90 })),
    size: fc.tuple(size, size, size),
    metal: fc.boolean(),
    moving: fc.boolean(),
  })
  .map(({ round, at, size: [w, d, h], metal, moving }): Feature =>
    feature(
      'Thing',
      round
        ? { kind: 'cylinder', axis: 'xyz'[w % 3] as 'x', diameter: measured(w), length: measured(h) }
        : { kind: 'box', width: measured(w), depth: measured(d), height: measured(h) },
      at.map((v) => measured(v)) as Parameters<typeof feature>[2],
      { metal, moving },
    ),
  );

describe('free positions', () => {
  it('are exactly those that the exact distances allow, in any box, wedge or tub with anything in it', () => {
    let both = 0;
    fc.assert(
      fc.property(
        fc.constantFrom(defaultBox, defaultWedge, defaultTub),
        fc.array(anyFeature, { maxLength: 4 }),
        fc.constantFrom(...KEYS),
        fc.constantFrom(...ORIENTATIONS),
        fc.integer({ min: 0, max: 90 }),
        (hull, features, key, orientation, shift) => {
          const document = newConversion('Any', hull());
          features.forEach((f, i) => (document.shell.features[`thing-${i}`] = f));
          const assembly = assemble(document);
          const part = partFrom(standardPart(key)!);
          const origin = { x: 0, y: 0, z: 0, locked: false, ...orientation };
          const run: Run = { from: 1 + shift / 10, step: 41, count: 9 };
          const map = freePositions(assembly, placePart('any-1', part, origin), [run, run, { ...run, step: 17 }]);
          for (let z = 0; z < 9; z++)
            for (let y = 0; y < 9; y++)
              for (let x = 0; x < 9; x++) {
                const at = { x: run.from + 41 * x, y: run.from + 41 * y, z: run.from + 17 * z };
                const exact = marginsOfPart(assembly, placePart('any-1', part, { ...origin, ...at }));
                // Air counts to its tolerable depth, and a wall may stand in it.
                const hit = exact.find((m) =>
                  m.kind === 'air' ? m.other.kind !== 'face' && m.distance < m.air!.tolerable - 1e-6 : m.spare < -1e-5,
                );
                const air = exact.some(
                  (m) => m.kind === 'air' && m.other.kind === 'face' && m.distance < m.air!.tolerable,
                );
                if (air) continue;
                if (!hit) both++;
                if (isFree(map, x, y, z) === !hit) continue;
                expect({ free: isFree(map, x, y, z), at, hit }).toBe('the same');
              }
        },
      ),
      { numRuns: runs(60), seed: 7 },
    );
    expect(both).toBeGreaterThan(300);
  });

  it('are counted, visited and asked alike', () => {
    const runs = [70, 5, 4].map((count): Run => ({ from: 0, step: 1, count })) as [Run, Run, Run];
    const p = allFree(runs);
    expect(countFree(p)).toBe(70 * 5 * 4);
    takeRow(p, 7, 30, 65);
    const seen: number[] = [];
    eachFree(p, (x, y, z) => seen.push(isFree(p, x, y, z) ? 1 : 0));
    expect(seen.length).toBe(70 * 20 - 36);
    expect(seen.every((v) => v === 1)).toBe(true);
    expect(countFree(p)).toBe(seen.length);
    for (let row = 0; row < 20; row++) takeRow(p, row, 0, 69);
    expect(noneFree(p)).toBe(true);
  });
});

describe('a zone shrunk by a cell', () => {
  it('holds no position whose cell has a position outside the zone', () => {
    const anyZone = fc.record({
      low: fc.tuple(fc.integer({ min: 0, max: 20 }), fc.integer({ min: 0, max: 20 }), fc.integer({ min: 0, max: 20 })),
      size: fc.tuple(fc.integer({ min: 0, max: 12 }), fc.integer({ min: 0, max: 12 }), fc.integer({ min: 0, max: 12 })),
      round: fc.constantFrom(-1 as const, 0 as const, 1 as const, 2 as const),
      radius: fc.integer({ min: 1, max: 9 }),
      clear: fc.constantFrom(0, 0.5, 3),
      touch: fc.constantFrom(0, 16, 63),
    });
    const run: Run = { from: 0, step: 1, count: 40 };
    fc.assert(
      fc.property(anyZone, fc.integer({ min: 1, max: 3 }), ({ low, size: s, round, radius, clear, touch }, cell) => {
        const zone = {
          low: low as Vec3,
          high: low.map((v, i) => v + s[i]!) as Vec3,
          round,
          radius: round < 0 ? 0 : radius,
          clear,
          touch,
        };
        const whole = allFree([run, run, run]);
        const shrunk = allFree([run, run, run]);
        paintZone(whole, zone, [0, 0, 0]);
        paintZone(shrunk, zone, [0, 0, 0], [cell, cell, cell]);
        for (let z = cell; z < 40 - cell; z += 3)
          for (let y = cell; y < 40 - cell; y += 2)
            for (let x = cell; x < 40 - cell; x++)
              if (!isFree(shrunk, x, y, z))
                for (const dz of [-cell, 0, cell])
                  for (const dy of [-cell, 0, cell])
                    for (const dx of [-cell, 0, cell]) expect(isFree(whole, x + dx, y + dy, z + dz)).toBe(false);
      }),
      { numRuns: runs(60), seed: 3 },
    );
  });
});

describe('two crossed cylinders', () => {
  it('forbid exactly the positions at which they are nearer than they may be, whichever axes they have', () => {
    const side = fc.integer({ min: 4, max: 40 });
    const axis = fc.constantFrom<Axis>(0, 1, 2);
    const cylinder = (along: Axis, diameter: number, length: number, at: number): Cylinder => ({
      kind: 'cylinder',
      axis: along,
      low: [at, at, at],
      high: [0, 1, 2].map((i) => at + (i === along ? length : diameter)) as Vec3,
    });
    const run: Run = { from: -45, step: 3.1, count: 29 };
    let taken = 0;
    fc.assert(
      fc.property(
        fc.tuple(axis, axis).filter(([a, b]) => a !== b),
        fc.tuple(side, side, side, side),
        fc.constantFrom(0, 0.5, 3),
        fc.constantFrom(0, 0.05, 15),
        ([a, b], [ra, la, rb, lb], clear, given) => {
          const own = cylinder(a, ra, la, 0);
          const obstacle = cylinder(b, rb, lb, 2);
          const low = obstacle.low.map((v, i) => v - own.high[i]!) as Vec3;
          const high = obstacle.high.map((v, i) => v - own.low[i]!) as Vec3;
          const map = allFree([run, run, run]);
          paintZone(
            map,
            { low, high, round: -1, radius: 0, clear, touch: 0, crossed: { own, obstacle, given } },
            [0, 0, 0],
          );
          for (let z = 0; z < run.count; z += 4)
            for (let y = 1; y < run.count; y += 4)
              for (let x = 0; x < run.count; x++) {
                const at = [x, y, z].map((i) => run.from + run.step * i) as Vec3;
                const d = signedDistance(moved(own, at), obstacle, [0, 0, 0]) - (clear - given);
                if (Math.abs(d) < 1e-4) continue;
                if (d < 0) taken++;
                expect(isFree(map, x, y, z), `${at.join()}: ${d}`).toBe(d > 0);
              }
        },
      ),
      { numRuns: runs(24, 12), seed: 24 },
    );
    expect(taken).toBeGreaterThan(300);
  });
});
