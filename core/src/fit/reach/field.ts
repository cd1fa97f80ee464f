import {
  COSTS,
  distancesFrom,
  FAR,
  isTaken,
  sizeWithBorder,
  STEP_COST,
  type Cells,
  type Distances,
} from '@young-shell/kernels';
import type { Positions } from '../space';

/** A grid of cells with a taken border: made once for many fields. */
export interface CellGrid {
  cells: Cells;
  /** Cells along x, y, z with the border. */
  size: Distances['size'];
  step: number;
  /** Middle of the first cell within the border, mm. */
  origin: [number, number, number];
}

/** Distances from one place through the free cells of a grid, along 26 neighbours. */
export interface Field {
  size: Distances['size'];
  /** In twelfths of a step from the start, `FAR` where nothing leads to. */
  distance: Distances['values'];
  step: number;
  origin: [number, number, number];
  start: number;
}

type Lattice = Pick<CellGrid, 'size' | 'origin' | 'step'>;

/** Free positions of a point (equal steps on all axes) as cells with a border. */
export function cellsOf({ runs, words, bits }: Positions): CellGrid {
  const count = runs.map((r) => r.count) as [number, number, number];
  const origin = runs.map((r) => r.from) as [number, number, number];
  return { cells: { count, words, bits }, size: sizeWithBorder(count), step: runs[0].step, origin };
}

/** Is a cell free? */
export const isOpen = ({ cells, size: [sx, sy] }: CellGrid, cell: number): boolean =>
  cell >= 0 && !isTaken(cells, (cell % sx) - 1, (Math.floor(cell / sx) % sy) - 1, Math.floor(cell / (sx * sy)) - 1);

/** Index of the cell that holds a place; −1 outside. */
export function cellAt({ size: [sx, sy, sz], origin, step }: Lattice, p: readonly number[]): number {
  const x = Math.round((p[0]! - origin[0]) / step) + 1;
  const y = Math.round((p[1]! - origin[1]) / step) + 1;
  const z = Math.round((p[2]! - origin[2]) / step) + 1;
  return x < 1 || y < 1 || z < 1 || x >= sx - 1 || y >= sy - 1 || z >= sz - 1 ? -1 : (z * sy + y) * sx + x;
}

/** Middle of a cell, mm. */
export function middleOf({ size: [sx, sy], origin, step }: Lattice, cell: number): [number, number, number] {
  const x = cell % sx;
  const y = Math.floor(cell / sx) % sy;
  const z = Math.floor(cell / (sx * sy));
  return [origin[0] + (x - 1) * step, origin[1] + (y - 1) * step, origin[2] + (z - 1) * step];
}

/** Distances from a free cell to all cells that free cells lead to. */
export function fieldFrom({ cells, step, origin }: CellGrid, start: number): Field {
  const { size, values } = distancesFrom(cells, start);
  return { size, distance: values, step, origin, start };
}

/** Length of the way to a cell along the grid, mm; Infinity where there is none. */
export function lengthTo({ distance, step }: Field, cell: number): number {
  const twelfths = cell < 0 ? FAR : distance[cell]!;
  return twelfths === FAR ? Infinity : (twelfths / STEP_COST) * step;
}

/** The 26 neighbours: steps along x, y, z, and what a step costs; cheapest first. */
const STEPS: readonly { to: readonly [number, number, number]; cost: number }[] = [-1, 0, 1]
  .flatMap((z) => [-1, 0, 1].flatMap((y) => [-1, 0, 1].map((x) => [x, y, z] as const)))
  .filter(([x, y, z]) => x !== 0 || y !== 0 || z !== 0)
  .map((to) => ({ to, cost: COSTS[to.filter((v) => v !== 0).length as 0 | 1 | 2 | 3] }))
  .sort((a, b) => a.cost - b.cost);

/** Cells from a cell back to the start, each nearer to it than the one before. */
export function wayBack({ distance, size: [sx, sy] }: Field, from: number): number[] {
  const way = [from];
  for (let cell = from; distance[cell]! > 0;) {
    const here = distance[cell]!;
    const on = STEPS.find(({ to: [x, y, z], cost }) => distance[cell + (z * sy + y) * sx + x] === here - cost);
    if (!on) break;
    cell += (on.to[2] * sy + on.to[1]) * sx + on.to[0];
    way.push(cell);
  }
  return way;
}
