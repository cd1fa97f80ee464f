import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assemble } from '../assembly';
import { defaultBox, feature, newConversion, type Conversion, type ProfileHull } from '../document';
import { corner } from '../document';
import { measured } from '../quantity';
import type { Box, Vec3 } from '../solid';
import { emptyBoxes, slab, stick, volume, type EmptyBox } from './emptyBoxes';
import { roomOf, type Room } from './room';
import { roomMap } from './roomMap';
import { runs } from '../../../testing/runs';

const SIZE: Vec3 = [9, 7, 6];
const cell = fc.record({
  x: fc.nat(8),
  y: fc.nat(6),
  z: fc.nat(5),
  w: fc.integer({ min: 1, max: 4 }),
  d: fc.integer({ min: 1, max: 4 }),
  h: fc.integer({ min: 1, max: 4 }),
});
const rooms = fc.array(cell, { maxLength: 6 }).map((cells): Room => ({
  low: [0, 0, 0],
  high: SIZE,
  walls: [],
  shapes: cells.map(({ x, y, z, w, d, h }): Box => ({ kind: 'box', low: [x, y, z], high: [x + w, y + d, z + h] })),
}));
const taken = ({ shapes }: Room, x: number, y: number, z: number) =>
  shapes.some(
    (s) => x >= s.low[0] && x < s.high[0] && y >= s.low[1] && y < s.high[1] && z >= s.low[2] && z < s.high[2],
  );

/** Every maximal empty box of a small grid, by trying all boxes. */
function exhaustive(room: Room): string[] {
  const empty = new Set<string>();
  const [w, d, h] = SIZE;
  const free = (x0: number, y0: number, z0: number, x1: number, y1: number, z1: number) => {
    for (let x = x0; x < x1; x++)
      for (let y = y0; y < y1; y++) for (let z = z0; z < z1; z++) if (taken(room, x, y, z)) return false;
    return true;
  };
  const all: number[][] = [];
  for (let x0 = 0; x0 < w; x0++)
    for (let y0 = 0; y0 < d; y0++)
      for (let z0 = 0; z0 < h; z0++)
        for (let x1 = x0 + 1; x1 <= w; x1++)
          for (let y1 = y0 + 1; y1 <= d; y1++)
            for (let z1 = z0 + 1; z1 <= h; z1++) if (free(x0, y0, z0, x1, y1, z1)) all.push([x0, y0, z0, x1, y1, z1]);
  for (const b of all) empty.add(b.join());
  const grows = (b: number[]) =>
    [0, 1, 2].some((k) => {
      const down = [...b];
      down[k]!--;
      const up = [...b];
      up[k + 3]!++;
      return empty.has(down.join()) || empty.has(up.join());
    });
  return all.filter((b) => !grows(b)).map((b) => b.join());
}
const keys = (boxes: EmptyBox[]) => boxes.map((b) => [...b.low, ...b.high].join());

describe('a room map', () => {
  it('is the longest free run of every column, as counting cells finds it', () =>
    fc.assert(
      fc.property(rooms, (room) => {
        const map = roomMap(room);
        for (let x = 0; x < SIZE[0]; x++)
          for (let y = 0; y < SIZE[1]; y++) {
            let best = 0;
            for (let z = 0, run = 0; z < SIZE[2]; z++)
              best = Math.max(best, (run = taken(room, x, y, z) ? 0 : run + 1));
            expect(map.run[y * map.columns + x]).toBe(best);
          }
      }),
      { numRuns: runs(60, 25), seed: 3 },
    ));

  it('under a slope of 45° falls by a millimetre a millimetre and never promises too much', () => {
    const room: Room = {
      low: [0, 0, 0],
      high: [40, 60, 60],
      shapes: [],
      walls: [{ normal: [0, -Math.SQRT1_2, -Math.SQRT1_2], offset: -60 * Math.SQRT1_2 }],
    };
    const map = roomMap(room);
    for (let y = 0; y < 60; y++) expect(map.run[y * map.columns]).toBe(60 - y - 1);
  });

  it('spares what is left out and counts a cylinder by its circle', () => {
    let deck: Conversion = newConversion('Box', defaultBox());
    deck = {
      ...deck,
      shell: {
        ...deck.shell,
        features: {
          post: feature('Post', { kind: 'cylinder', axis: 'z', diameter: measured(40), length: measured(50) }, [
            measured(103),
            measured(103),
            measured(3),
          ]),
        },
      },
    };
    const assembly = assemble(deck);
    const high = (without: string[]) => roomMap(roomOf(assembly, { without }));
    expect(high(['post']).run.every((r) => r === 144)).toBe(true);
    const low = high([]).run.filter((r) => r === 94).length;
    expect(low).toBeGreaterThan(Math.PI * 400);
    expect(low).toBeLessThan(Math.PI * 22 * 22);
  });
});

describe('empty boxes', () => {
  it('with all allowed to overlap, are exactly the maximal ones that an exhaustive search finds', () =>
    fc.assert(
      fc.property(rooms, (room) => {
        expect(keys(emptyBoxes(room, volume, 500, 1).boxes).sort()).toEqual(exhaustive(room).sort());
      }),
      { numRuns: runs(40, 15), seed: 5 },
    ));

  it('the best slab and stick are the best of all maximal boxes', () =>
    fc.assert(
      fc.property(rooms, (room) => {
        for (const quality of [slab(2), stick(2, 3)]) {
          const best = Math.max(
            0,
            ...exhaustive(room)
              .map((k) => k.split(',').map(Number))
              .map((b) => quality(b[3]! - b[0]!, b[4]! - b[1]!, b[5]! - b[2]!)),
          );
          expect(emptyBoxes(room, quality).boxes[0]?.quality ?? 0).toBe(best);
        }
      }),
      { numRuns: 40, seed: 6 },
    ));

  it('under a slope find the block that calculus finds, to the grid', () => {
    // Under y + z ≤ 60 with y, z ≥ 0 the largest rectangle is 30 × 30.
    const room: Room = {
      low: [0, 0, 0],
      high: [40, 60, 60],
      shapes: [],
      walls: [{ normal: [0, -Math.SQRT1_2, -Math.SQRT1_2], offset: -60 * Math.SQRT1_2 }],
    };
    const { boxes, complete } = emptyBoxes(room);
    expect(complete).toBe(true);
    expect(boxes[0]!.quality).toBeCloseTo(40 * 30 * 30, 6);
  });

  it('in a dented profile stay inside it', () => {
    const hull: ProfileHull = {
      form: 'profile',
      axis: 'x',
      length: measured(100),
      ends: { low: measured(2), high: measured(2) },
      corners: [
        [0, 0, 'bottom'],
        [200, 0, 'rear'],
        [200, 60, 'step'],
        [80, 60, 'riser'],
        [80, 150, 'top'],
        [0, 150, 'front'],
      ].map(([a, b, face]) => corner(measured(a as number), measured(b as number), face as string, measured(2))),
    };
    const { boxes } = emptyBoxes(roomOf(assemble(newConversion('L', hull))), volume, 2);
    // 76 mm deep × 146 high in the tower, or 196 × 56 along the floor; both 96 wide.
    expect(boxes.map((b) => b.quality)).toEqual([expect.closeTo(96 * 76 * 146, -3), expect.closeTo(96 * 196 * 56, -3)]);
  });
});
