import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Vec3 } from '../solid';
import { ductBlocks, ductLength } from './ducts';
import type { PlacedPart, Solid } from './placed';

const box = (low: Vec3, size: Vec3): { low: Vec3; high: Vec3 } => ({
  low,
  high: low.map((v, i) => v + size[i]!) as Vec3,
});
const part = (id: string, at: { low: Vec3; high: Vec3 }): PlacedPart =>
  ({
    id,
    part: { name: id },
    ...at,
    solids: [{ owner: id, ownerKind: 'part', name: id, role: 'body', shape: { kind: 'box', ...at } } as Partial<Solid>],
  }) as unknown as PlacedPart;
/** How deep the blocks of a duct run into a box, across the duct’s axis, mm. */
const into = (fan: PlacedPart, to: PlacedPart, { low, high }: { low: Vec3; high: Vec3 }) =>
  Math.max(
    0,
    ...ductBlocks(fan, 'rear', to)
      .filter((b) => b.low[1] < high[1] && b.high[1] > low[1])
      .map((b) => Math.min(...[0, 2].map((i) => Math.min(b.high[i]! - low[i]!, high[i]! - b.low[i]!)))),
  );

const size = fc.integer({ min: 10, max: 90 });
const place = fc.integer({ min: -60, max: 160 });

describe('a duct from a fan in the rear wall to a part before it', () => {
  it('meets what points all over it lie in, and nothing else', () => {
    let [met, clear] = [0, 0];
    fc.assert(
      fc.property(
        fc.tuple(place, place),
        fc.tuple(size, size),
        fc.tuple(place, fc.integer({ min: 20, max: 260 }), place),
        fc.tuple(size, size, size),
        ([x, z], [w, h], at, dims) => {
          // An 80 mm fan from y 275 to 300; the part ends at y 100.
          const fan = part('fan', box([0, 275, 0], [80, 25, 80]));
          const to = part('to', box([x, 40, z], [w, 60, h]));
          const other = box(at, dims);
          expect(ductLength(fan, 'rear', to)).toBeCloseTo(175, 9);
          // By hand: at a share t of the way the section is between the fan’s square and as much of the part’s side.
          let deepest = 0;
          for (let t = 0.002; t < 1; t += 0.004) {
            const y = 275 - 175 * t;
            if (y <= other.low[1] || y >= other.high[1]) continue;
            const sides = [0, 2].map((i) => {
              const end = Math.min(80, to.high[i]! - to.low[i]!);
              const nearest = Math.min(to.high[i]! - end / 2, Math.max(to.low[i]! + end / 2, 40));
              const middle = 40 + t * (nearest - 40);
              const half = 40 + t * (end / 2 - 40) + 1.6;
              return Math.min(middle + half - other.low[i]!, other.high[i]! - middle + half);
            });
            deepest = Math.max(deepest, Math.min(...sides));
          }
          const by = into(fan, to, other);
          // Sections of 2 mm against points: a slant of one to one and a bit is the most there is.
          expect(Math.abs(by - Math.max(0, deepest))).toBeLessThan(2.5);
          if (by > 0) met++;
          else clear++;
        },
      ),
      { numRuns: 300 },
    );
    expect(Math.min(met, clear)).toBeGreaterThan(60);
  });

  it('can’t be led straight to a part beside or behind the fan', () => {
    const fan = part('fan', box([0, 275, 0], [80, 25, 80]));
    const beside = part('to', box([100, 280, 0], [50, 20, 50]));
    expect(ductLength(fan, 'rear', beside)).toBeLessThan(0);
    expect(ductBlocks(fan, 'rear', beside)).toEqual([]);
  });
});
