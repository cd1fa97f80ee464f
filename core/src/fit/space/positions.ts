/** Positions to be tried along an axis: a single exact one, or a run of equal steps; mm. */
export interface Run {
  from: number;
  step: number;
  count: number;
}

export const valueOf = (run: Run, i: number) => run.from + run.step * i;

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
