import type { Mesh } from '../loft';
import type { Axis, Vec3 } from '../shape';
import { boundsOfMesh, isUnder, volumeOfMesh } from './measure';

/** Boxes that cover a solid. */
export interface Cover {
  /** Low x, y, z, high x, y, z; mm. */
  boxes: [number, number, number, number, number, number][];
  /** mm³ of the solid, and of the boxes together (overlaps counted once). */
  volume: number;
  covered: number;
  /** Largest cell that slopes and curves were stepped to, mm. */
  step: number;
}

const EPS = 1e-6;
/** Finest cells, mm, and the most of them. */
const FINEST = 0.5;
const MOST_CELLS = 4_000_000;
/** Faces that lie square to an axis and hold this share of the surface get a grid plane of their own. */
const PLANE_SHARE = 0.0004;
const MOST_PLANES = 120;

/**
 * Few boxes that cover a closed mesh: cells of a grid whose planes lie in the solid's own flat faces, finer between
 * them; every cell that the solid reaches into is covered, so nothing of it sticks out. Neighbouring cells are joined
 * to boxes as large as they get. Coarser cells are taken until the boxes are few enough.
 */
export function coverBoxes(mesh: Mesh, most: number): Cover {
  const { fine, planes, longest, finest } = gridOf(mesh);
  const filled = filledCells(mesh, fine);
  const volume = volumeOfMesh(mesh);
  for (
    let step = finest, lines = fine, cells = filled;
    ;
    step *= 1.5, lines = coarser(fine, planes, step), cells = gathered(filled, fine, lines)
  ) {
    const last = step > longest / 3;
    const { boxes, covered } = merged(cells, lines, last ? Infinity : most);
    if (boxes.length <= most || last) return { boxes: boxes.slice(0, most), volume, covered, step };
  }
}

/**
 * The finest grid a mesh is looked at with: planes in its flat faces, and at more places along each axis where they are
 * given; cells between them. Coarser ones are made of its cells.
 */
export function gridOf(mesh: Mesh, more: (planes: readonly number[]) => number[] = () => []) {
  const { low, high } = boundsOfMesh(mesh);
  const longest = Math.max(high[0] - low[0], high[1] - low[1], high[2] - low[2]);
  const planes = ([0, 1, 2] as Axis[]).map((axis) => {
    const flat = flatPlanes(mesh, axis);
    return [...flat, ...more([low[axis], high[axis], ...flat])];
  });
  const linesOf = (step: number) =>
    ([0, 1, 2] as Axis[]).map((axis) => gridLines(low[axis], high[axis], planes[axis]!, step)) as Lines;
  let finest = Math.max(FINEST, longest / 120);
  while (linesOf(finest).reduce((n, l) => n * (l.length - 1), 1) > MOST_CELLS) finest *= 1.25;
  return { low, high, longest, planes, finest, fine: linesOf(finest) };
}

export type Lines = [Float64Array, Float64Array, Float64Array];

/** Lines of the fine grid that are at least a step apart; those in flat faces and at the ends stay. */
export function coarser(fine: Lines, planes: readonly number[][], step: number): Lines {
  return fine.map((lines, axis) => {
    const fixed = new Set(planes[axis]!.map((v) => v.toFixed(3)));
    const kept: number[] = [];
    lines.forEach((v, i) => {
      const stays = i === 0 || i === lines.length - 1 || fixed.has(v.toFixed(3));
      if (stays || v - kept.at(-1)! >= step - EPS) kept.push(v);
    });
    return Float64Array.from(kept);
  }) as Lines;
}

/** Cells of a coarser grid: filled where any of the fine cells in it is. */
export function gathered({ filled, size }: Cells, fine: Lines, lines: Lines): Cells {
  const to = fine.map((f, axis) =>
    Int32Array.from({ length: size[axis]! }, (_, i) => cellAt(lines[axis]!, (f[i]! + f[i + 1]!) / 2)),
  );
  const next: Cells = {
    size: lines.map((l) => l.length - 1) as Vec3,
    filled: new Uint8Array(lines.reduce((n, l) => n * (l.length - 1), 1)),
  };
  const [nx, ny, nz] = size;
  const [mx, my] = next.size;
  for (let z = 0; z < nz; z++)
    for (let y = 0; y < ny; y++) {
      const row = (z * ny + y) * nx;
      const target = (to[2]![z]! * my + to[1]![y]!) * mx;
      for (let x = 0; x < nx; x++) if (filled[row + x]) next.filled[target + to[0]![x]!] = 1;
    }
  return next;
}

/** Places along an axis where much of the surface lies flat across it. */
function flatPlanes({ positions: p, triangles: t }: Mesh, axis: Axis): number[] {
  const areas = new Map<number, number>();
  let total = 0;
  const [b, c] = [(axis + 1) % 3, (axis + 2) % 3];
  for (let i = 0; i < t.length; i += 3) {
    const [i0, i1, i2] = [t[i]! * 3, t[i + 1]! * 3, t[i + 2]! * 3];
    const cross = Math.abs(
      (p[i1 + b]! - p[i0 + b]!) * (p[i2 + c]! - p[i0 + c]!) - (p[i1 + c]! - p[i0 + c]!) * (p[i2 + b]! - p[i0 + b]!),
    );
    total += cross;
    const v = p[i0 + axis]!;
    if (Math.abs(p[i1 + axis]! - v) > 1e-4 || Math.abs(p[i2 + axis]! - v) > 1e-4) continue;
    const key = Math.round(v * 1000) / 1000;
    areas.set(key, (areas.get(key) ?? 0) + cross);
  }
  return [...areas]
    .filter(([, area]) => area > PLANE_SHARE * total)
    .sort((x, y) => y[1] - x[1])
    .slice(0, MOST_PLANES)
    .map(([v]) => v);
}

function gridLines(low: number, high: number, planes: readonly number[], step: number): Float64Array {
  const fixed = [low, ...planes.filter((v) => v > low + 1e-3 && v < high - 1e-3).sort((a, b) => a - b), high];
  const lines: number[] = [low];
  for (let i = 1; i < fixed.length; i++) {
    const [from, to] = [fixed[i - 1]!, fixed[i]!];
    if (to - from < 1e-3) continue;
    const n = Math.max(1, Math.ceil((to - from) / step - 1e-9));
    for (let k = 1; k <= n; k++) lines.push(from + ((to - from) * k) / n);
  }
  return Float64Array.from(lines);
}

export interface Cells {
  filled: Uint8Array;
  size: Vec3;
}

/** Cells whose middle is in the solid or that its surface crosses. */
function filledCells(mesh: Mesh, lines: Lines): Cells {
  const { inside, crossed } = cellsOfMesh(mesh, lines);
  const { filled } = inside;
  crossed.filled.forEach((c, i) => (filled[i]! |= c));
  return inside;
}

/** Cells whose middle is in the solid, and cells that its surface crosses. */
export function cellsOfMesh(mesh: Mesh, lines: Lines): { inside: Cells; crossed: Cells } {
  const size = lines.map((l) => l.length - 1) as Vec3;
  const [nx, ny, nz] = size;
  const inside = new Uint8Array(nx * ny * nz);
  const filled = new Uint8Array(nx * ny * nz);
  fillInside(mesh, lines, size, inside);
  const { positions: p, triangles: t } = mesh;
  const corner: Vec3[] = [
    [0, 0, 0],
    [0, 0, 0],
    [0, 0, 0],
  ];
  const first: Vec3 = [0, 0, 0];
  const last: Vec3 = [0, 0, 0];
  for (let i = 0; i < t.length; i += 3) {
    const [a, b, c] = [t[i]! * 3, t[i + 1]! * 3, t[i + 2]! * 3];
    let inPlane = false;
    for (let axis = 0; axis < 3; axis++) {
      const [u, v, w] = [p[a + axis]!, p[b + axis]!, p[c + axis]!];
      const from = u < v ? (u < w ? u : w) : v < w ? v : w;
      const to = u > v ? (u > w ? u : w) : v > w ? v : w;
      first[axis] = cellAt(lines[axis]!, from + EPS);
      inPlane ||= to - from < EPS && Math.abs(lines[axis]![first[axis]!]! - from) < EPS;
      last[axis] = to - EPS < lines[axis]![first[axis]! + 1]! ? first[axis]! : cellAt(lines[axis]!, to - EPS);
    }
    // A face that lies in a grid plane reaches into neither neighbour.
    if (inPlane) continue;
    const [x0, y0, z0] = first;
    const [x1, y1, z1] = last;
    // Most triangles of a fine mesh lie in one cell, and most cells are filled when they come.
    if (x0 === x1 && y0 === y1 && z0 === z1) {
      filled[(z0 * ny + y0) * nx + x0] = 1;
      continue;
    }
    for (let k = 0; k < 3; k++) for (let axis = 0; axis < 3; axis++) corner[k]![axis] = p[t[i + k]! * 3 + axis]!;
    // A triangle that spans cells along one axis only reaches into each of them.
    const single = Number(x0 !== x1) + Number(y0 !== y1) + Number(z0 !== z1) <= 1;
    for (let z = z0; z <= z1; z++)
      for (let y = y0; y <= y1; y++)
        for (let x = x0; x <= x1; x++) {
          const cell = (z * ny + y) * nx + x;
          if (filled[cell]) continue;
          if (
            single ||
            crosses(
              corner as [Vec3, Vec3, Vec3],
              [lines[0][x]!, lines[1][y]!, lines[2][z]!],
              [lines[0][x + 1]!, lines[1][y + 1]!, lines[2][z + 1]!],
            )
          )
            filled[cell] = 1;
        }
  }
  return { inside: { filled: inside, size }, crossed: { filled, size } };
}

/** Index of the cell that holds a place; clamped to the grid. */
function cellAt(lines: Float64Array, v: number): number {
  let [a, b] = [0, lines.length - 1];
  while (b - a > 1) {
    const m = (a + b) >> 1;
    if (lines[m]! <= v) a = m;
    else b = m;
  }
  return a;
}

/** Cells whose middle an upward ray has crossed the surface below an odd number of times. */
function fillInside(
  { positions: p, triangles: t }: Mesh,
  lines: readonly Float64Array[],
  [nx, ny, nz]: Vec3,
  filled: Uint8Array,
): void {
  const crossings: number[][] = Array.from({ length: nx * ny }, () => []);
  // A hair off the middle, so that the ray does not run along an edge.
  const middle = (l: Float64Array, i: number) => l[i]! + (l[i + 1]! - l[i]!) * 0.50013;
  const [lx, ly, lz] = lines as [Float64Array, Float64Array, Float64Array];
  for (let i = 0; i < t.length; i += 3) {
    const [a, b, c] = [t[i]! * 3, t[i + 1]! * 3, t[i + 2]! * 3];
    const [ax, ay, bx, by, cx, cy] = [p[a]!, p[a + 1]!, p[b]!, p[b + 1]!, p[c]!, p[c + 1]!];
    const det = (bx - ax) * (cy - ay) - (by - ay) * (cx - ax);
    if (det === 0) continue;
    const x0 = cellAt(lx, Math.min(ax, bx, cx));
    const x1 = cellAt(lx, Math.max(ax, bx, cx));
    const y0 = cellAt(ly, Math.min(ay, by, cy));
    const y1 = cellAt(ly, Math.max(ay, by, cy));
    for (let y = y0; y <= y1; y++) {
      const py = middle(ly, y);
      for (let x = x0; x <= x1; x++) {
        const px = middle(lx, x);
        const u = ((px - ax) * (cy - ay) - (py - ay) * (cx - ax)) / det;
        const v = ((bx - ax) * (py - ay) - (by - ay) * (px - ax)) / det;
        if (!isUnder(ax, ay, bx, by, cx, cy, px, py)) continue;
        crossings[y * nx + x]!.push(p[a + 2]! + u * (p[b + 2]! - p[a + 2]!) + v * (p[c + 2]! - p[a + 2]!));
      }
    }
  }
  for (let column = 0; column < nx * ny; column++) {
    const zs = crossings[column]!.sort((m, n) => m - n);
    for (let k = 0; k + 1 < zs.length; k += 2)
      for (let z = cellAt(lz, zs[k]!); z < nz; z++) {
        const m = middle(lz, z);
        if (m < zs[k]!) continue;
        if (m > zs[k + 1]!) break;
        filled[z * nx * ny + column] = 1;
      }
  }
}

/** A triangle reaches into the inside of a box (separating axes: Akenine-Möller, 2001, from memory). */
function crosses([a, b, c]: readonly [Vec3, Vec3, Vec3], low: Vec3, high: Vec3): boolean {
  const m: Vec3 = [(low[0] + high[0]) / 2, (low[1] + high[1]) / 2, (low[2] + high[2]) / 2];
  const h: Vec3 = [(high[0] - low[0]) / 2 - EPS, (high[1] - low[1]) / 2 - EPS, (high[2] - low[2]) / 2 - EPS];
  const v = [a, b, c].map((p): Vec3 => [p[0] - m[0], p[1] - m[1], p[2] - m[2]]) as [Vec3, Vec3, Vec3];
  const e = [0, 1, 2].map((i): Vec3 => [
    v[(i + 1) % 3]![0] - v[i]![0],
    v[(i + 1) % 3]![1] - v[i]![1],
    v[(i + 1) % 3]![2] - v[i]![2],
  ]);
  const apart = (x: number, y: number, z: number) => {
    const r = h[0] * Math.abs(x) + h[1] * Math.abs(y) + h[2] * Math.abs(z);
    const d0 = v[0][0] * x + v[0][1] * y + v[0][2] * z;
    const d1 = v[1][0] * x + v[1][1] * y + v[1][2] * z;
    const d2 = v[2][0] * x + v[2][1] * y + v[2][2] * z;
    return Math.min(d0, d1, d2) > r || Math.max(d0, d1, d2) < -r;
  };
  for (const [x, y, z] of e) if (apart(0, -z, y) || apart(z, 0, -x) || apart(-y, x, 0)) return false;
  if (apart(1, 0, 0) || apart(0, 1, 0) || apart(0, 0, 1)) return false;
  const [p, q] = [e[0]!, e[1]!];
  return !apart(p[1] * q[2] - p[2] * q[1], p[2] * q[0] - p[0] * q[2], p[0] * q[1] - p[1] * q[0]);
}

/** Boxes of filled cells, each grown from a cell that none covers yet as far as all is filled. */
export function merged(
  { filled, size }: Cells,
  lines: readonly Float64Array[],
  most: number,
): { boxes: Cover['boxes']; covered: number } {
  const [nx, ny, nz] = size;
  const done = new Uint8Array(filled.length);
  const boxes: Cover['boxes'] = [];
  let covered = 0;
  const at = (x: number, y: number, z: number) => (z * ny + y) * nx + x;
  const all = (x0: number, x1: number, y0: number, y1: number, z0: number, z1: number) => {
    for (let z = z0; z <= z1; z++)
      for (let y = y0; y <= y1; y++) for (let x = x0; x <= x1; x++) if (!filled[at(x, y, z)]) return false;
    return true;
  };
  for (let z = 0; z < nz; z++)
    for (let y = 0; y < ny; y++)
      for (let x = 0; x < nx; x++) {
        const start = at(x, y, z);
        if (!filled[start]) continue;
        covered +=
          (lines[0]![x + 1]! - lines[0]![x]!) *
          (lines[1]![y + 1]! - lines[1]![y]!) *
          (lines[2]![z + 1]! - lines[2]![z]!);
        if (done[start] || boxes.length > most) continue;
        let [x0, x1, y0, y1, z0, z1] = [x, x, y, y, z, z];
        for (let grew = true; grew;) {
          grew = false;
          while (x1 + 1 < nx && all(x1 + 1, x1 + 1, y0, y1, z0, z1)) [x1, grew] = [x1 + 1, true];
          while (x0 > 0 && all(x0 - 1, x0 - 1, y0, y1, z0, z1)) [x0, grew] = [x0 - 1, true];
          while (y1 + 1 < ny && all(x0, x1, y1 + 1, y1 + 1, z0, z1)) [y1, grew] = [y1 + 1, true];
          while (y0 > 0 && all(x0, x1, y0 - 1, y0 - 1, z0, z1)) [y0, grew] = [y0 - 1, true];
          while (z1 + 1 < nz && all(x0, x1, y0, y1, z1 + 1, z1 + 1)) [z1, grew] = [z1 + 1, true];
          while (z0 > 0 && all(x0, x1, y0, y1, z0 - 1, z0 - 1)) [z0, grew] = [z0 - 1, true];
        }
        for (let k = z0; k <= z1; k++) for (let j = y0; j <= y1; j++) done.fill(1, at(x0, j, k), at(x1, j, k) + 1);
        boxes.push([
          lines[0]![x0]!,
          lines[1]![y0]!,
          lines[2]![z0]!,
          lines[0]![x1 + 1]!,
          lines[1]![y1 + 1]!,
          lines[2]![z1 + 1]!,
        ]);
      }
  return { boxes, covered };
}
