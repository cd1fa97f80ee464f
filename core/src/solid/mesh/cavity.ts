import type { Mesh } from '../loft';
import type { Vec3 } from '../shape';
import { cellsOfMesh, coarser, gathered, gridOf, merged, type Cells, type Cover, type Lines } from './cover';

/** The room in a hollow solid, or in one that is only the outside of a shell. */
export interface Cavity {
  /** From the outer box to the room on each side, mm: low and high x, y, z. 0 where it is open there. */
  walls: [number, number, number, number, number, number];
  /** What is no room in the box around the room: walls that lean, ribs, what is outside. Low x, y, z, high x, y, z; mm. */
  boxes: Cover['boxes'];
  /** Room, mm³. */
  volume: number;
}

/** From a room this many of six directions meet the solid: one side may be open. */
const ENCLOSED = 5;
/** Rooms smaller than this share of the largest are hollows in the material, not rooms. */
const SMALL = 0.02;
/** A solid with less room than this share of its box is not hollow. */
const HOLLOW = 0.2;
const EPS = 1e-6;

/**
 * The room in a solid: where nothing is and the solid stands on five sides of six at least. Cells that the surface passes
 * through count as material, so the room is never larger than it is but for the last step of a slope.
 * @param most boxes
 * @returns undefined for a solid that is not hollow
 */
export function cavityOf(mesh: Mesh, most: number): Cavity | undefined {
  const grid = gridOf(mesh);
  const { inside, crossed } = cellsOfMesh(mesh, grid.fine);
  const solid: Cells = { size: inside.size, filled: inside.filled.map((v, i) => v | crossed.filled[i]!) };
  const room = largest(enclosed(solid), grid.fine);
  const cavity = described(room, grid, most);
  const box = grid.high.reduce((product, v, i) => product * (v - grid.low[i]!), 1);
  return cavity && cavity.volume > HOLLOW * box ? cavity : undefined;
}

/**
 * The room in a solid that is only the outside of a shell, with walls of a thickness (mm): what is farther than that from
 * the surface along every axis. Over a slope a wall comes out up to 1.7 times as thick, never thinner.
 * @returns undefined where the walls leave no room
 */
export function cavityWithin(mesh: Mesh, wall: number, most: number): Cavity | undefined {
  const grid = gridOf(mesh, (planes) => planes.flatMap((v) => [v - wall, v + wall]));
  const { inside, crossed } = cellsOfMesh(mesh, grid.fine);
  const { size } = inside;
  let cells: Uint8Array = inside.filled.map((v, i) => v & (1 - crossed.filled[i]!));
  for (const axis of [0, 1, 2]) cells = eroded(cells, size, axis, grid.fine[axis]!, wall);
  return described(largest({ filled: cells, size }, grid.fine), grid, most);
}

const stepsOf = ([nx, ny]: Vec3) => [1, nx, nx * ny] as const;

/** Empty cells from which the solid is met in all directions but one at most. */
function enclosed({ filled, size }: Cells): Cells {
  const met = new Uint8Array(filled.length);
  const steps = stepsOf(size);
  for (let axis = 0; axis < 3; axis++) {
    const step = steps[axis]!;
    const n = size[axis]!;
    for (let start = 0; start < filled.length; start++) {
      if (Math.floor(start / step) % n !== 0) continue;
      for (const way of [1, -1]) {
        let seen = 0;
        for (let k = 0; k < n; k++) {
          const cell = start + (way > 0 ? k : n - 1 - k) * step;
          met[cell]! += seen;
          if (filled[cell]) seen = 1;
        }
      }
    }
  }
  return { size, filled: met.map((count, i) => Number(!filled[i] && count >= ENCLOSED)) };
}

/** Of cells along an axis those with nothing else within a distance, mm. */
function eroded(cells: Uint8Array, size: Vec3, axis: number, lines: Float64Array, by: number): Uint8Array {
  const next = new Uint8Array(cells.length);
  const step = stepsOf(size)[axis]!;
  const n = size[axis]!;
  for (let start = 0; start < cells.length; start++) {
    if (Math.floor(start / step) % n !== 0) continue;
    // Runs of cells less so much at both their ends.
    for (let k = 0; k < n; k++) {
      if (!cells[start + k * step]) continue;
      const from = k;
      while (k + 1 < n && cells[start + (k + 1) * step]) k++;
      const [low, high] = [lines[from]! + by - EPS, lines[k + 1]! - by + EPS];
      for (let i = from; i <= k; i++) if (lines[i]! >= low && lines[i + 1]! <= high) next[start + i * step] = 1;
    }
  }
  return next;
}

/** The largest piece of cells that hang together, and those that are not small beside it. */
function largest({ filled, size }: Cells, lines: Lines): Cells {
  const piece = new Int32Array(filled.length);
  const volumes: number[] = [0];
  const [nx, ny, nz] = size;
  const volumeOf = (cell: number) => {
    const [x, y, z] = [cell % nx, Math.floor(cell / nx) % ny, Math.floor(cell / (nx * ny))];
    return (lines[0][x + 1]! - lines[0][x]!) * (lines[1][y + 1]! - lines[1][y]!) * (lines[2][z + 1]! - lines[2][z]!);
  };
  const stack: number[] = [];
  for (let start = 0; start < filled.length; start++) {
    if (!filled[start] || piece[start]) continue;
    const name = volumes.length;
    volumes.push(0);
    piece[start] = name;
    stack.push(start);
    while (stack.length > 0) {
      const cell = stack.pop()!;
      volumes[name]! += volumeOf(cell);
      const [x, y, z] = [cell % nx, Math.floor(cell / nx) % ny, Math.floor(cell / (nx * ny))];
      const visit = (there: boolean, next: number) => {
        if (!there || !filled[next] || piece[next]) return;
        piece[next] = name;
        stack.push(next);
      };
      visit(x > 0, cell - 1);
      visit(x + 1 < nx, cell + 1);
      visit(y > 0, cell - nx);
      visit(y + 1 < ny, cell + nx);
      visit(z > 0, cell - nx * ny);
      visit(z + 1 < nz, cell + nx * ny);
    }
  }
  const most = volumes.reduce((a, b) => Math.max(a, b), 0);
  return { size, filled: filled.map((_, i) => Number(piece[i]! > 0 && volumes[piece[i]!]! >= SMALL * most)) };
}

/** Walls, room and what is no room, of the cells that are. */
function described(room: Cells, grid: ReturnType<typeof gridOf>, most: number): Cavity | undefined {
  const { fine, planes, longest, finest, low, high } = grid;
  const first = [Infinity, Infinity, Infinity];
  const last = [-1, -1, -1];
  const [nx, ny] = room.size;
  let volume = 0;
  room.filled.forEach((is, cell) => {
    if (!is) return;
    let v = 1;
    [cell % nx, Math.floor(cell / nx) % ny, Math.floor(cell / (nx * ny))].forEach((k, i) => {
      first[i] = Math.min(first[i]!, k);
      last[i] = Math.max(last[i]!, k);
      v *= fine[i]![k + 1]! - fine[i]![k]!;
    });
    volume += v;
  });
  if (last[0]! < 0) return undefined;
  const from = first.map((k, i) => fine[i]![k]!);
  const to = last.map((k, i) => fine[i]![k + 1]!);
  const ends = [0, 1, 2].map((i) => [...planes[i]!, from[i]!, to[i]!]);
  const not: Cells = { size: room.size, filled: room.filled.map((v) => 1 - v) };
  for (let step = finest, lines = fine, cells = not; ; step *= 1.5) {
    const final = step > longest / 3;
    const boxes = merged(cells, lines, final ? Infinity : 4 * most)
      .boxes.map(
        (b) => b.map((v, k) => (k < 3 ? Math.max(v, from[k]!) : Math.min(v, to[k - 3]!))) as Cover['boxes'][number],
      )
      .filter((b) => [0, 1, 2].every((i) => b[i + 3]! - b[i]! > 1e-3));
    if (boxes.length <= most || final)
      return {
        walls: [...from.map((v, i) => v - low[i]!), ...to.map((v, i) => high[i]! - v)] as Cavity['walls'],
        boxes: boxes.slice(0, most),
        volume,
      };
    lines = coarser(fine, ends, step * 1.5);
    cells = gathered(not, fine, lines);
  }
}
