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
import { nearestIndex, valueOf, type Positions } from '../space';

/** A grid of cells with a taken border: made once for many fields. */
export interface CellGrid {
  cells: Cells;
  /** Cells along x, y, z with the border. */
  size: Distances['size'];
  step: number;
  /** Middles of the cells within the border along each axis, mm. */
  runs: Positions['runs'];
}

/** Distances from one place through the free cells of a grid, along 26 neighbours. */
export interface Field {
  size: Distances['size'];
  /** In twelfths of a step from the start, `FAR` where nothing leads to. */
  distance: Distances['values'];
  step: number;
  runs: Positions['runs'];
  start: number;
}

type Lattice = Pick<CellGrid, 'size' | 'runs'>;

/** Free positions of a point (the same steps on all axes, places between them counted as one more) as cells with a border. */
export function cellsOf({ runs, words, bits }: Positions): CellGrid {
  const count = runs.map((r) => r.count) as [number, number, number];
  return { cells: { count, words, bits }, size: sizeWithBorder(count), step: runs[0].step, runs };
}

/** Is a cell free? */
export const isOpen = ({ cells, size: [sx, sy] }: CellGrid, cell: number): boolean =>
  cell >= 0 && !isTaken(cells, (cell % sx) - 1, (Math.floor(cell / sx) % sy) - 1, Math.floor(cell / (sx * sy)) - 1);

/** Index of the cell that holds a place; −1 outside. */
export function cellAt({ size: [sx, sy, sz], runs }: Lattice, p: readonly number[]): number {
  const [x, y, z] = runs.map((run, i) => nearestIndex(run, p[i]!) + 1) as [number, number, number];
  return x < 1 || y < 1 || z < 1 || x >= sx - 1 || y >= sy - 1 || z >= sz - 1 ? -1 : (z * sy + y) * sx + x;
}

/** Middle of a cell, mm. */
export function middleOf({ size: [sx, sy], runs: [rx, ry, rz] }: Lattice, cell: number): [number, number, number] {
  const x = cell % sx;
  const y = Math.floor(cell / sx) % sy;
  const z = Math.floor(cell / (sx * sy));
  return [valueOf(rx, x - 1), valueOf(ry, y - 1), valueOf(rz, z - 1)];
}

/** Distances from a free cell to all cells that free cells lead to. */
export function fieldFrom({ cells, step, runs }: CellGrid, start: number): Field {
  const { size, values } = distancesFrom(cells, start);
  return { size, distance: values, step, runs, start };
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
