/** What arithmetic is off by, mm. */
export const EPS = 1e-6;

/** Positions to be tried along an axis: a single exact one, a run of equal steps, or any places; mm. */
export interface Run {
  from: number;
  /** With places: about how far they are apart. */
  step: number;
  count: number;
  /** The places themselves, ascending, where they are not equal steps. */
  at?: Float64Array;
}

export const valueOf = ({ from, step, at }: Run, i: number): number => (at ? at[i]! : from + step * i);

/** Index of the first position above a value; `count` or more where there is none. */
export function firstAbove({ from, step, at }: Run, value: number): number {
  if (!at) return Math.floor((value - from) / step) + 1;
  let [low, high] = [0, at.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (at[middle]! > value) high = middle;
    else low = middle + 1;
  }
  return low;
}

/** Index of the last position below a value; negative where there is none. */
export function lastBelow({ from, step, at }: Run, value: number): number {
  if (!at) return Math.ceil((value - from) / step) - 1;
  let [low, high] = [0, at.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (at[middle]! < value) low = middle + 1;
    else high = middle;
  }
  return low - 1;
}

/** Index of the position nearest to a value; outside of the run it may be less than 0 or more than its last. */
export function nearestIndex(run: Run, value: number): number {
  if (!run.at) return Math.round((value - run.from) / run.step);
  const above = firstAbove(run, value);
  if (above <= 0) return 0;
  if (above >= run.count) return run.count - 1;
  return run.at[above]! - value < value - run.at[above - 1]! ? above : above - 1;
}

/** Places nearer to each other than this are one, mm. */
const SAME = 0.005;

/** A run with more places in it, mm; those beyond its ends are left out. */
export function withPlaces(run: Run, places: readonly number[]): Run {
  if (run.count <= 1 || places.length === 0) return run;
  const last = valueOf(run, run.count - 1);
  const first = valueOf(run, 0);
  const all = [...places.filter((v) => v > first && v < last)];
  for (let i = 0; i < run.count; i++) all.push(valueOf(run, i));
  all.sort((a, b) => a - b);
  const at = all.filter((v, i) => i === 0 || v - all[i - 1]! > SAME);
  return { from: at[0]!, step: run.step, count: at.length, at: Float64Array.from(at) };
}

/** A grid of positions of a part's low ends, one bit each: 0 free, 1 taken. x runs fastest; rows are whole words. */
export interface Positions {
  runs: readonly [Run, Run, Run];
  /** Words a row. */
  words: number;
  bits: Uint32Array;
}

/** A grid on which all positions are free; the bits behind the end of each row count as taken. */
export function allFree(runs: readonly [Run, Run, Run]): Positions {
  const [rx, ry, rz] = runs;
  const words = Math.max(1, (rx.count + 31) >>> 5);
  const bits = new Uint32Array(words * ry.count * rz.count);
  const rest = rx.count & 31;
  if (rest !== 0) for (let w = words - 1; w < bits.length; w += words) bits[w] = (0xffffffff << rest) >>> 0;
  return { runs, words, bits };
}

export const copyOf = ({ runs, words, bits }: Positions): Positions => ({ runs, words, bits: bits.slice() });

/** Is the position with these indices free? Outside of the grid none is. */
export function isFree({ runs, words, bits }: Positions, x: number, y: number, z: number): boolean {
  if (x < 0 || y < 0 || z < 0 || x >= runs[0].count || y >= runs[1].count || z >= runs[2].count) return false;
  return (bits[(z * runs[1].count + y) * words + (x >> 5)]! & (1 << (x & 31))) === 0;
}

/** How many positions are free. */
export function countFree({ bits }: Positions): number {
  let free = 0;
  for (let i = 0; i < bits.length; i++) {
    let v = ~bits[i]!;
    if (v === 0) continue;
    v -= (v >>> 1) & 0x55555555;
    v = (v & 0x33333333) + ((v >>> 2) & 0x33333333);
    free += Math.imul((v + (v >>> 4)) & 0x0f0f0f0f, 0x01010101) >>> 24;
  }
  return free;
}

/** Is none free? Cheaper than counting. */
export function noneFree({ bits }: Positions): boolean {
  for (let i = 0; i < bits.length; i++) if (bits[i] !== 0xffffffff) return false;
  return true;
}

/** Calls with the indices of every free position, x fastest. */
export function eachFree({ runs, words, bits }: Positions, visit: (x: number, y: number, z: number) => void): void {
  const rows = runs[1].count * runs[2].count;
  for (let row = 0; row < rows; row++) {
    const z = Math.floor(row / runs[1].count);
    const y = row - z * runs[1].count;
    for (let w = 0; w < words; w++) {
      let free = ~bits[row * words + w]!;
      while (free !== 0) {
        const low = free & -free;
        visit((w << 5) + 31 - Math.clz32(low), y, z);
        free ^= low;
      }
    }
  }
}

/** Marks a run of positions in a row as taken, both ends included. */
export function takeRow(p: Positions, row: number, from: number, to: number): void {
  if (to < from) return;
  const base = row * p.words;
  const fw = from >> 5;
  const lw = to >> 5;
  const head = 0xffffffff << (from & 31);
  const tail = 0xffffffff >>> (31 - (to & 31));
  const { bits } = p;
  if (fw === lw) {
    bits[base + fw]! |= head & tail;
    return;
  }
  bits[base + fw]! |= head;
  for (let w = fw + 1; w < lw; w++) bits[base + w] = 0xffffffff;
  bits[base + lw]! |= tail;
}

/**
 * Calls with the indices of every corner of the free positions: a free position that along each axis with more
 * than one position has a taken neighbour on one side or the other.
 */
export function eachCorner(p: Positions, visit: (x: number, y: number, z: number) => void): void {
  const { runs, words, bits } = p;
  const [nx, ny, nz] = runs.map((r) => r.count) as [number, number, number];
  const free = (y: number, z: number, w: number) =>
    y < 0 || y >= ny || z < 0 || z >= nz || w < 0 || w >= words ? 0 : ~bits[(z * ny + y) * words + w]!;
  for (let z = 0; z < nz; z++)
    for (let y = 0; y < ny; y++)
      for (let w = 0; w < words; w++) {
        const here = free(y, z, w);
        if (here === 0) continue;
        let corner = here;
        if (nx > 1) {
          const before = (here << 1) | (free(y, z, w - 1) >>> 31);
          const after = (here >>> 1) | (free(y, z, w + 1) << 31);
          corner &= ~(before & after);
        }
        if (ny > 1) corner &= ~(free(y - 1, z, w) & free(y + 1, z, w));
        if (nz > 1) corner &= ~(free(y, z - 1, w) & free(y, z + 1, w));
        while (corner !== 0) {
          const low = corner & -corner;
          visit((w << 5) + 31 - Math.clz32(low), y, z);
          corner ^= low;
        }
      }
}

/** A run of equal steps, at most `step` long, that begins and ends exactly with the room; undefined without room. */
export function evenRun(from: number, room: number, step: number): Run | undefined {
  if (room < -1e-6) return undefined;
  const count = Math.max(1, Math.ceil(room / step - 1e-6) + 1);
  return { from, step: count > 1 ? room / (count - 1) : 1, count };
}
