import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Vec3 } from '../solid';
import { DUCT_WALL, ductBlocks, ducted, ductedFrom, ductLength } from './ducts';
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

  it('is, worked by hand, fifteen blocks of 8 mm from the left wall to a smaller part aside', () => {
    const fan = part('fan', box([5, 100, 60], [25, 80, 80]));
    const to = part('to', box([150, 130, 70], [60, 40, 50]));
    expect(ductLength(fan, 'left', to)).toBe(120);
    const blocks = ductBlocks(fan, 'left', to);
    // Its lower side in y goes from 100 to 130, the most that any changes: in steps of 2.
    expect(blocks).toHaveLength(15);
    const ends = (k: number) => [...blocks[k]!.low, ...blocks[k]!.high].map((v) => Math.round(v * 1e4) / 1e4);
    // The first block has the outline at a thirtieth of the way, the last at 29 of them, each 1.6 mm of wall wider.
    expect(ends(0)).toEqual([30, 99.4, 58.7333, 38, 181.2667, 140.9333]);
    expect(ends(14)).toEqual([142, 127.4, 68.0667, 150, 171.9333, 122.2667]);
    // Straight to a part as large it is one block; against it there is no room for one.
    const straight = ductBlocks(fan, 'left', part('to', box([90, 100, 60], [10, 80, 80])));
    expect(straight).toEqual([
      { kind: 'box', low: [30, 100 - DUCT_WALL, 60 - DUCT_WALL], high: [90, 180 + DUCT_WALL, 140 + DUCT_WALL] },
    ]);
    expect(ductBlocks(fan, 'left', part('to', box([30, 100, 60], [10, 80, 80])))).toEqual([]);
    // However slanted, there are no more than 64.
    expect(ductBlocks(fan, 'left', part('to', box([400, 900, 60], [10, 80, 80])))).toHaveLength(64);
  });
});

describe('a fan with its duct', () => {
  const side = (direction: 'left' | 'right', mustReachOutside: boolean) => ({ direction, mustReachOutside });
  const at = (id: string, low: Vec3, faces: object[] = []) =>
    ({ ...part(id, box(low, [25, 80, 80])), faces }) as PlacedPart;
  const fan = at('fan', [5, 100, 60], [side('right', false), side('left', true)]);
  const to = at('to', [90, 100, 60]);

  it('looks out by the side that has to, or by its first', () => {
    expect(ductedFrom(fan)).toBe('left');
    expect(ductedFrom(at('fan', [0, 0, 0], [side('right', false)]))).toBe('right');
    expect(ductedFrom(to)).toBeUndefined();
  });

  it('is the same thing as long as both stand where they are; without a duct it is the fan itself', () => {
    const parts = [fan, to];
    const [led, other] = ducted(parts, { fan: { ductTo: 'to' } });
    expect(other).toBe(to);
    expect(led!.solids.map((s) => [s.id, s.owner, s.role, s.leadsTo, s.moving, s.outside])).toEqual([
      [undefined, 'fan', 'body', undefined, undefined, undefined],
      ['fan/duct-1', 'fan', 'duct', 'to', false, false],
    ]);
    expect(ducted(parts, { fan: { ductTo: 'to' } })[0]).toBe(led);
    expect(ducted([fan, at('to', [95, 100, 60])], { fan: { ductTo: 'to' } })[0]).not.toBe(led);
    const none: Parameters<typeof ducted>[1][] = [
      undefined,
      {},
      { fan: {} },
      { fan: { ductTo: 'fan' } },
      { fan: { ductTo: 'gone' } },
    ];
    for (const fans of none) expect(ducted(parts, fans)[0]).toBe(fan);
    // What does not lie behind it gets none.
    expect(ducted([fan, at('to', [-60, 100, 60])], { fan: { ductTo: 'to' } })[0]).toBe(fan);
  });
});
