import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { runs } from '../../../../testing/runs';
import { allFree, type Positions, type Run } from '../space';
import { cellsOf, fieldFrom, isOpen, lengthTo, middleOf, wayBack, type CellGrid } from './field';
import { shortestWay } from './shortestWay';

const run = (count: number): Run => ({ from: 2, step: 4, count });

function take(positions: Positions, x: number, y: number, z: number) {
  const row = (z * positions.runs[1].count + y) * positions.words;
  positions.bits[row + (x >>> 5)]! |= (1 << (x & 31)) >>> 0;
}

/** A room with walls across it, each with a few holes: ways wind, and some lead nowhere. */
function maze([nx, ny, nz]: [number, number, number], walls: [number, number, number][], stones: number[]): CellGrid {
  const positions = allFree([run(nx), run(ny), run(nz)]);
  for (const [axis, at, hole] of walls)
    for (let z = 0; z < nz; z++)
      for (let y = 0; y < ny; y++)
        for (let x = 0; x < nx; x++) {
          const place = [x, y, z];
          const counts = [nx, ny, nz];
          if (place[axis] !== at % counts[axis]!) continue;
          const [u, v] = [place[(axis + 1) % 3]!, place[(axis + 2) % 3]!];
          if (hole === 0 || u !== hole % counts[(axis + 1) % 3]! || v > hole % 5) take(positions, x, y, z);
        }
  for (const stone of stones) take(positions, stone % nx, (stone >> 7) % ny, (stone >> 14) % nz);
  return cellsOf(positions);
}

/** The second way: distances through the whole grid. */
function byWhole(grid: CellGrid, from: number, to: number) {
  const field = fieldFrom(grid, to);
  return Number.isFinite(lengthTo(field, from)) ? wayBack(field, from).map((cell) => middleOf(grid, cell)) : undefined;
}

describe('the shortest way between two cells', () => {
  it('is the one that distances through the whole grid give, cell by cell, and none where these say none', () => {
    let none = 0;
    let long = 0;
    fc.assert(
      fc.property(
        fc.tuple(fc.integer({ min: 3, max: 150 }), fc.integer({ min: 3, max: 60 }), fc.integer({ min: 3, max: 30 })),
        fc.array(fc.tuple(fc.integer({ min: 0, max: 2 }), fc.nat(200), fc.nat(90)), { maxLength: 7 }),
        fc.array(fc.nat(1 << 20), { maxLength: 200 }),
        fc.array(fc.nat(1 << 20), { minLength: 4, maxLength: 4 }),
        ([nx, ny, nz], walls, stones, ends) => {
          const grid = maze([nx, ny, nz], walls, stones);
          const cells = ends.map(
            (end) =>
              (((end >> 14) % nz) + 1) * grid.size[0] * grid.size[1] +
              (((end >> 7) % ny) + 1) * grid.size[0] +
              (end % nx) +
              1,
          );
          for (const [from, to] of [cells.slice(0, 2), cells.slice(2)] as [number, number][]) {
            if (!isOpen(grid, from) || !isOpen(grid, to)) continue;
            const expected = byWhole(grid, from, to);
            expect(shortestWay(grid, from, to)).toEqual(expected);
            if (!expected) none++;
            else if (expected.length > 90) long++;
          }
        },
      ),
      { numRuns: runs(1500, 300) },
    );
    // The cases that are worth it came up.
    expect(none).toBeGreaterThan(20);
    expect(long).toBeGreaterThan(5);
  });

  it('goes round a wall that reaches far beyond both ends', () => {
    const positions = allFree([run(400), run(120), run(3)]);
    for (let z = 0; z < 3; z++) for (let x = 0; x < 390; x++) take(positions, x, 60, z);
    const grid = cellsOf(positions);
    const [from, to] = [58, 62].map((y) => (2 * grid.size[1] + y + 1) * grid.size[0] + 21);
    const way = shortestWay(grid, from!, to!)!;
    expect(way).toEqual(byWhole(grid, from!, to!));
    expect(Math.max(...way.map(([x]) => x))).toBe(2 + 4 * 390);
  });

  it('keeps the places of narrow gaps', () => {
    const at = Float64Array.from({ length: 70 }, (_, i) => 2 + 4 * i + (i > 40 ? 1.5 : 0));
    const grid = cellsOf(allFree([{ from: 2, step: 4, count: 70, at }, run(9), run(9)]));
    const cell = (x: number) => (5 * grid.size[1] + 5) * grid.size[0] + x + 1;
    expect(shortestWay(grid, cell(39), cell(42))!.map(([x]) => x)).toEqual([158, 162, 167.5, 171.5]);
  });
});
