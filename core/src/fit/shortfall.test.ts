import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { placePart, assemble } from '../assembly';
import { defaultBox, newConversion, OWN, type Conversion, type Part, type Side } from '../document';
import { partFrom } from '../parts';
import { measured } from '../quantity';
import { ORIENTATIONS } from '../solid';
import { standardPart } from '../standards';
import { stopsAt } from './margin';
import { marginsOfPart } from './margins';
import { middleFor } from './middle';
import { nearestShortfall } from './shortfall';
import { runs } from '../../../testing/runs';

const length = (v: number) => measured(v, 'calipers', 0.1);
function room(size: readonly number[]): Conversion {
  const hull = defaultBox();
  for (const side of Object.keys(hull.walls) as Side[]) hull.walls[side] = length(3);
  [hull.width, hull.depth, hull.height] = size.map((v) => length(v + 6)) as [never, never, never];
  return newConversion('Room', hull);
}
const block = (size: readonly number[]): Part => {
  const [width, depth, height] = size.map(length) as [never, never, never];
  const zero = length(0);
  const shape = { kind: 'box' } as const;
  const body = { name: 'body', role: 'body', shape, direction: null, plug: 0, conducts: null } as const;
  return {
    name: 'Block',
    standard: OWN,
    dimensions: {},
    mass: 100,
    own: {
      blocks: { body: { ...body, x: zero, y: zero, z: zero, width, depth, height } },
      holes: {},
      faces: {},
      power: { idle: 0, typical: 0, peak: 0 },
      source: 'test',
    },
  };
};
const withPart = (document: Conversion, id: string, part: Part): Conversion => ({
  ...document,
  kit: { ...document.kit, parts: { ...document.kit.parts, [id]: part } },
});
/** By how much a part stops somewhere, at worst. */
const worst = (document: Conversion, id: string, at: Parameters<typeof placePart>[2]) =>
  Math.max(
    0,
    ...stopsAt(marginsOfPart(assemble(document), placePart(id, document.kit.parts[id]!, at))).map((m) => -m.distance),
  );

describe('a part that has no place', () => {
  it('misses by half of what a room is too short: it goes into both walls alike', () => {
    // Closed form: 80 mm in 72 between two walls, turned any way; the other sides fit.
    const document = withPart(room([72, 60, 40]), 'block-1', block([80, 75, 39]));
    const shortfall = nearestShortfall(document, 'block-1', assemble(document))!;
    expect(shortfall.short).toBeCloseTo((75 - 60) / 2, 1);
    expect(shortfall.sentence).toMatch(/Block fits nowhere.*7\.5 mm into the/);
  });

  it('is told exactly what the distances say of its place', () => {
    const sizes = fc.tuple(
      fc.integer({ min: 30, max: 90 }),
      fc.integer({ min: 30, max: 90 }),
      fc.integer({ min: 30, max: 90 }),
    );
    fc.assert(
      fc.property(sizes, (size) => {
        const document = withPart(room([70, 60, 50]), 'block-1', block(size));
        const shortfall = nearestShortfall(document, 'block-1', assemble(document));
        const fits = [...size].sort((a, b) => a - b).every((v, i) => v <= [50, 60, 70][i]! + 0.1);
        expect(shortfall === undefined).toBe(fits);
        if (shortfall) expect(shortfall.short).toBeCloseTo(worst(document, 'block-1', shortfall.placement), 6);
      }),
      { numRuns: runs(60) },
    );
  });

  it('is put where no place of a fine grid is better by more than the grid is coarse', () => {
    const sizes = fc.tuple(
      fc.integer({ min: 40, max: 80 }),
      fc.integer({ min: 40, max: 70 }),
      fc.integer({ min: 20, max: 60 }),
    );
    fc.assert(
      fc.property(sizes, (size) => {
        const document = withPart(room([64, 52, 36]), 'block-1', block(size));
        const shortfall = nearestShortfall(document, 'block-1', assemble(document));
        if (!shortfall) return;
        let least = Infinity;
        for (const { rear, top } of ORIENTATIONS)
          for (let x = -14; x <= 20; x += 2)
            for (let y = -14; y <= 20; y += 2)
              for (let z = -14; z <= 20; z += 2)
                if (least > 0)
                  least = Math.min(least, worst(document, 'block-1', { x, y, z, rear, top, locked: false }));
        expect(shortfall.short).toBeLessThanOrEqual(least + 0.02);
      }),
      { numRuns: 3, seed: 5 },
    );
  }, 120_000);

  it('that has one after all misses none', () => {
    const document = withPart(room([72, 60, 40]), 'block-1', block([70, 30, 20]));
    expect(nearestShortfall(document, 'block-1', assemble(document))).toBeUndefined();
  });

  it('for want of a face it may use is told which one the brief forbids', () => {
    const document = withPart(room([200, 200, 150]), 'fan-1', partFrom(standardPart('fan/120x25')!, 'Fan'));
    document.brief.policy = 'open';
    document.brief.blockedFaces = ['front', 'rear', 'left', 'right', 'top', 'bottom'];
    const shortfall = nearestShortfall(document, 'fan-1', assemble(document))!;
    expect(shortfall).toMatchObject({ forbidden: true, short: 0 });
    expect(shortfall.sentence).toMatch(/which the brief does not allow/);
  });
});

it('a part begins by hand in the middle of the floor', () => {
  const document = withPart(room([72, 60, 40]), 'block-1', block([20, 10, 5]));
  expect(middleFor(document, 'block-1')).toMatchObject({ x: 29, y: 28, z: 3, rear: 'rear', top: 'top' });
});
