import type { Axis, Shape, Vec3 } from '../solid';
import type { Room } from './room';

/** For every cell of a plane across an axis: the longest free run along that axis, in whole steps. */
export interface RoomMap {
  axis: Axis;
  step: number;
  /** Lower corner of the first cell in the plane, and where runs are counted from along the axis. */
  origin: Vec3;
  /** Cells along the two other axes, in their order. */
  columns: number;
  rows: number;
  /** mm a cell; the first coordinate runs fastest. */
  run: Float32Array;
  /** Where the run starts, in shell coordinates, mm. */
  from: Float32Array;
  longest: number;
}

const PLANE: readonly [Axis, Axis][] = [
  [1, 2],
  [0, 2],
  [0, 1],
];
const EPS = 1e-6;

/**
 * Free height (axis 2), depth (1) or width (0) at every point of the cavity. Columns of cells as bits along the
 * axis; a cell counts as taken when anything reaches into it, so a run is never longer than it is in truth, and
 * shorter by less than two steps.
 */
export function roomMap(room: Room, axis: Axis = 2, step = 1): RoomMap {
  const [ua, va] = PLANE[axis]!;
  const size = (i: Axis) => room.high[i] - room.low[i];
  const columns = Math.max(1, Math.ceil(size(ua) / step - EPS));
  const rows = Math.max(1, Math.ceil(size(va) / step - EPS));
  const deep = Math.max(0, Math.floor(size(axis) / step + EPS));
  const words = Math.ceil(deep / 32) || 1;
  const bits = new Uint32Array(columns * rows * words);
  const grid: Grid = { bits, words, deep, columns, rows, step, axis, ua, va, low: room.low };
  paintWalls(grid, room);
  for (const shape of room.shapes) paintShape(grid, shape);
  const map: RoomMap = {
    axis,
    step,
    origin: room.low,
    columns,
    rows,
    run: new Float32Array(columns * rows),
    from: new Float32Array(columns * rows),
    longest: 0,
  };
  longestRuns(grid, map);
  return map;
}

interface Grid {
  bits: Uint32Array;
  words: number;
  deep: number;
  columns: number;
  rows: number;
  step: number;
  axis: Axis;
  ua: Axis;
  va: Axis;
  low: Vec3;
}

/** Marks the cells of a column between two places along the axis as taken. */
function block(g: Grid, column: number, from: number, to: number): void {
  const first = Math.max(0, Math.floor((from - g.low[g.axis]) / g.step + EPS));
  const last = Math.min(g.deep, Math.ceil((to - g.low[g.axis]) / g.step - EPS)) - 1;
  if (last < first) return;
  const base = column * g.words;
  const fw = first >> 5;
  const lw = last >> 5;
  const head = (0xffffffff << (first & 31)) >>> 0;
  const tail = 0xffffffff >>> (31 - (last & 31));
  if (fw === lw) g.bits[base + fw]! |= head & tail;
  else {
    g.bits[base + fw]! |= head;
    for (let w = fw + 1; w < lw; w++) g.bits[base + w] = 0xffffffff;
    g.bits[base + lw]! |= tail;
  }
}

function paintWalls(g: Grid, { walls, high }: Room): void {
  const { ua, va, axis, step } = g;
  for (const { normal, offset } of walls) {
    const [nu, nv, n] = [normal[ua], normal[va], normal[axis]];
    for (let v = 0; v < g.rows; v++)
      for (let u = 0; u < g.columns; u++) {
        // The corner of the cell that the wall reaches first.
        const cu = g.low[ua] + (nu > 0 ? u : u + 1) * step;
        const cv = g.low[va] + (nv > 0 ? v : v + 1) * step;
        const rest = offset - nu * cu - nv * cv;
        const column = v * g.columns + u;
        if (Math.abs(n) < 1e-9) {
          if (rest > EPS) block(g, column, g.low[axis], high[axis]);
        } else if (n > 0) block(g, column, g.low[axis], rest / n);
        else block(g, column, rest / n, high[axis]);
      }
  }
}

function paintShape(g: Grid, shape: Shape): void {
  const { ua, va, axis, step, low: origin } = g;
  const { low, high } = shape;
  const u0 = Math.max(0, Math.floor((low[ua] - origin[ua]) / step + EPS));
  const u1 = Math.min(g.columns, Math.ceil((high[ua] - origin[ua]) / step - EPS));
  const v0 = Math.max(0, Math.floor((low[va] - origin[va]) / step + EPS));
  const v1 = Math.min(g.rows, Math.ceil((high[va] - origin[va]) / step - EPS));
  if (shape.kind === 'box') {
    for (let v = v0; v < v1; v++) for (let u = u0; u < u1; u++) block(g, v * g.columns + u, low[axis], high[axis]);
    return;
  }
  const radius = (high[(shape.axis + 1) % 3]! - low[(shape.axis + 1) % 3]!) / 2;
  const centre = (i: Axis) => (low[i] + high[i]) / 2;
  /** Least distance of a cell's side from the cylinder's middle line, along an axis. */
  const off = (i: Axis, k: number) => {
    const from = origin[i] + k * step - centre(i);
    return from > 0 ? from : from + step < 0 ? -(from + step) : 0;
  };
  for (let v = v0; v < v1; v++)
    for (let u = u0; u < u1; u++) {
      const column = v * g.columns + u;
      if (shape.axis === axis) {
        if (Math.hypot(off(ua, u), off(va, v)) < radius - EPS) block(g, column, low[axis], high[axis]);
        continue;
      }
      const d = shape.axis === ua ? off(va, v) : off(ua, u);
      if (d >= radius - EPS) continue;
      const half = Math.sqrt(radius * radius - d * d);
      block(g, column, centre(axis) - half, centre(axis) + half);
    }
}

function longestRuns(g: Grid, map: RoomMap): void {
  const { bits, words, deep, step } = g;
  for (let column = 0; column < g.columns * g.rows; column++) {
    const base = column * words;
    let best = 0;
    let start = 0;
    let at = 0;
    while (at < deep) {
      // Next free cell.
      let w = at >> 5;
      let free = (~bits[base + w]! >>> (at & 31)) >>> 0;
      if (free === 0) {
        at = (w + 1) << 5;
        continue;
      }
      at += trailingZeros(free);
      if (at >= deep) break;
      // Next taken one after it.
      let end = at;
      for (;;) {
        w = end >> 5;
        if (w >= words) break;
        free = bits[base + w]! >>> (end & 31);
        if (free !== 0) {
          end += trailingZeros(free);
          break;
        }
        end = (w + 1) << 5;
      }
      if (end > deep) end = deep;
      if (end - at > best) {
        best = end - at;
        start = at;
      }
      at = end;
    }
    map.run[column] = best * step;
    map.from[column] = g.low[g.axis] + start * step;
    if (best * step > map.longest) map.longest = best * step;
  }
}

const trailingZeros = (word: number): number => 31 - Math.clz32(word & -word);
