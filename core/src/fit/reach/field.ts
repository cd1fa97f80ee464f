import type { Positions } from '../space';

/** Cost of a step along one, two or three axes; a twelfth of the grid's step each, so 17 and 21 stand for √2 and √3. */
const UNIT = 12;
const COSTS = [0, 12, 17, 21] as const;
/** Not reached; also the largest distance there can be: 2 700 steps. */
const FAR = 0x7fff;
/** Set on cells beside something taken. */
const AT_WALL = 0x8000;
/** Buckets of a ring: a power of two over the largest cost. */
const RING = 32;

/** Distances from one place through the free cells of a grid, along 26 neighbours. */
export interface Field {
  /** Cells along x, y, z with a border of one taken cell on every side. */
  size: [number, number, number];
  /** Twelfths of a step from the start, `FAR` where nothing leads to, and a flag beside walls. */
  distance: Uint16Array;
  step: number;
  origin: [number, number, number];
  start: number;
}

/** What a cell is: free with nothing taken around it, free beside something taken, or taken. */
const OPEN = 0;
const BESIDE = 1;
const TAKEN = 2;

/** A grid of cells with a taken border: made once for many fields. */
export interface CellGrid {
  size: [number, number, number];
  cells: Uint8Array;
  step: number;
  /** Middle of the first cell within the border, mm. */
  origin: [number, number, number];
}

/** Free positions of a point (equal steps on all axes) as cells with a border. */
export function cellsOf({ runs, words, bits }: Positions): CellGrid {
  const [nx, ny, nz] = runs.map((r) => r.count) as [number, number, number];
  const [sx, sy] = [nx + 2, ny + 2];
  const cells = new Uint8Array(sx * sy * (nz + 2)).fill(TAKEN);
  const FULL = 0xffffffff;
  const rowAt = (y: number, z: number) => (y < 0 || z < 0 || y >= ny || z >= nz ? -1 : (z * ny + y) * words);
  const grown = new Uint32Array(words);
  for (let z = 0; z < nz; z++)
    for (let y = 0; y < ny; y++) {
      // Everything within one cell of something taken, a row at a time.
      grown.fill(0);
      for (let dz = -1; dz <= 1; dz++)
        for (let dy = -1; dy <= 1; dy++) {
          const row = rowAt(y + dy, z + dz);
          for (let w = 0; w < words; w++) {
            if (row < 0) {
              grown[w] = FULL;
              continue;
            }
            const v = bits[row + w]!;
            const before = w === 0 ? 1 : bits[row + w - 1]! >>> 31;
            const after = w === words - 1 ? FULL : bits[row + w + 1]!;
            grown[w]! |= v | (v << 1) | before | (v >>> 1) | (after << 31);
          }
        }
      const row = (z * ny + y) * words;
      const to = ((z + 1) * sy + y + 1) * sx + 1;
      for (let w = 0; w < words; w++) {
        const word = bits[row + w]!;
        const near = grown[w]!;
        const base = to + 32 * w;
        const last = Math.min(32, nx - 32 * w);
        if (near === 0) cells.fill(OPEN, base, base + last);
        else
          for (let b = 0; b < last; b++) cells[base + b] = (word >>> b) & 1 ? TAKEN : (near >>> b) & 1 ? BESIDE : OPEN;
      }
    }
  return { size: [sx, sy, nz + 2], cells, step: runs[0].step, origin: [runs[0].from, runs[1].from, runs[2].from] };
}

/** Is a cell free? */
export const isOpen = ({ cells }: CellGrid, cell: number): boolean => cell >= 0 && cells[cell] !== TAKEN;

/** Index of the cell that holds a place; −1 outside. */
export function cellAt(
  { size: [sx, sy, sz], origin, step }: Pick<CellGrid, 'size' | 'origin' | 'step'>,
  p: readonly number[],
): number {
  const x = Math.round((p[0]! - origin[0]) / step) + 1;
  const y = Math.round((p[1]! - origin[1]) / step) + 1;
  const z = Math.round((p[2]! - origin[2]) / step) + 1;
  return x < 1 || y < 1 || z < 1 || x >= sx - 1 || y >= sy - 1 || z >= sz - 1 ? -1 : (z * sy + y) * sx + x;
}

/** Middle of a cell, mm. */
export function middleOf(
  { size: [sx, sy], origin, step }: Pick<CellGrid, 'size' | 'origin' | 'step'>,
  cell: number,
): [number, number, number] {
  const x = cell % sx;
  const y = Math.floor(cell / sx) % sy;
  const z = Math.floor(cell / (sx * sy));
  return [origin[0] + (x - 1) * step, origin[1] + (y - 1) * step, origin[2] + (z - 1) * step];
}

/** The 26 neighbours: steps along x, y, z, and what a step costs; cheapest first. */
const STEPS: readonly { to: readonly [number, number, number]; cost: number }[] = [-1, 0, 1]
  .flatMap((z) => [-1, 0, 1].flatMap((y) => [-1, 0, 1].map((x) => [x, y, z] as const)))
  .filter(([x, y, z]) => x !== 0 || y !== 0 || z !== 0)
  .map((to) => ({ to, cost: COSTS[to.filter((v) => v !== 0).length as 0 | 1 | 2 | 3] }))
  .sort((a, b) => a.cost - b.cost);

/**
 * After a step in a direction, the directions in which an open cell may be left so that no shorter or equally long way
 * around it is lost: the same one and the straighter ones it is made of. Last: all, for the start and beside walls.
 */
const ONWARD: readonly Int32Array[] = [
  ...STEPS.map(({ to }) =>
    Int32Array.from(STEPS.flatMap((other, k) => (other.to.every((v, i) => v === 0 || v === to[i]) ? [k] : []))),
  ),
  Int32Array.from(STEPS.keys()),
];
const ALL = STEPS.length;

const offsetsOf = ([sx, sy]: readonly number[]): Int32Array =>
  Int32Array.from(STEPS.map(({ to: [x, y, z] }) => (z * sy! + y) * sx! + x));
/** What each kind of cell begins with. */
const START_OF = Uint16Array.from([FAR, FAR | AT_WALL, AT_WALL]);
/** Bits of a cell's index in an entry of a bucket: up to 67 million cells. */
const CELL_BITS = 26;
const CELL_MASK = (1 << CELL_BITS) - 1;
const COST = Int32Array.from(STEPS.map((s) => s.cost));

/**
 * Distances from a cell to all cells that free cells lead to: Dijkstra with buckets (Dial 1969, from memory). Costs are
 * at most 21, so a ring of 32 buckets holds all that wait. In the open a cell is left only in directions that keep to
 * the order “diagonal first” (canonical ordering, Harabor and Grastien 2011, from memory); beside something taken in
 * all: the distances are the same, most cells are looked at once instead of 26 times.
 * @param until stop as soon as this cell is reached; −1 for the whole field
 */
export function fieldFrom(grid: CellGrid, start: number, until = -1): Field {
  const { size, cells, step, origin } = grid;
  const count = cells.length;
  // One small array holds all that is looked up at random: memory, not arithmetic, is what takes the time.
  const distance = new Uint16Array(count);
  // A taken cell is as near as the start: nothing ever gets nearer, so one look decides.
  for (let i = 0; i < count; i++) distance[i] = START_OF[cells[i]!]!;
  const by = offsetsOf(size);
  let room = 1 << 12;
  let lists = new Int32Array(RING * room);
  const filled = new Int32Array(RING);
  distance[start]! &= AT_WALL;
  // An entry is a cell and, above it, the direction it was reached in.
  lists[0] = start | (ALL << CELL_BITS);
  filled[0] = 1;
  let waiting = 1;
  for (let d = 0; waiting > 0 && d < FAR - RING; d++) {
    const slot = d & (RING - 1);
    const here = filled[slot]!;
    if (here === 0) continue;
    for (let i = 0; i < here; i++) {
      const entry = lists[slot * room + i]!;
      const cell = entry & CELL_MASK;
      const known = distance[cell]!;
      if ((known & FAR) !== d) continue;
      if (cell === until) return { size, distance, step, origin, start };
      const ways = ONWARD[known < AT_WALL ? entry >>> CELL_BITS : ALL]!;
      for (let j = 0; j < ways.length; j++) {
        const k = ways[j]!;
        const next = cell + by[k]!;
        const there = d + COST[k]!;
        const was = distance[next]!;
        if (there >= (was & FAR)) continue;
        distance[next] = there | (was & AT_WALL);
        const to = there & (RING - 1);
        const n = filled[to]!;
        if (n === room) {
          lists = longer(lists, room);
          room *= 2;
        }
        lists[to * room + n] = next | (k << CELL_BITS);
        filled[to] = n + 1;
        waiting++;
      }
    }
    filled[slot] = 0;
    waiting -= here;
  }
  return { size, distance, step, origin, start };
}

/** The same lists with twice the room each. */
function longer(lists: Int32Array, room: number): Int32Array<ArrayBuffer> {
  const next = new Int32Array(2 * lists.length);
  for (let slot = 0; slot < RING; slot++) next.set(lists.subarray(slot * room, (slot + 1) * room), 2 * slot * room);
  return next;
}

/** Length of the way to a cell along the grid, mm; Infinity where there is none. */
export function lengthTo({ distance, step, start }: Field, cell: number): number {
  // A taken cell says 0, as the start does.
  if (cell < 0 || (distance[cell] === AT_WALL && cell !== start)) return Infinity;
  const twelfths = distance[cell]! & FAR;
  return twelfths === FAR ? Infinity : (twelfths / UNIT) * step;
}

/** Cells from a cell back to the start, each nearer to it than the one before. */
export function wayBack(field: Field, from: number): number[] {
  const { distance, size, start } = field;
  const by = offsetsOf(size);
  const way = [from];
  let cell = from;
  for (;;) {
    const here = distance[cell]! & FAR;
    if (here === 0) return way;
    const k = COST.findIndex((cost, i) => {
      const next = cell + by[i]!;
      // A taken cell says 0, too; only the start means it.
      return (distance[next]! & FAR) === here - cost && (here > cost || next === start);
    });
    if (k < 0) return way;
    cell += by[k]!;
    way.push(cell);
  }
}
