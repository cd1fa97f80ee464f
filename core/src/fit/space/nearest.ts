import { nearestIndex, valueOf, type Positions, type Run } from './positions';

/**
 * The free position nearest to a place, within so many mm; undefined when there is none. Rows are looked at in the
 * order of their distance, in each the nearest free bit to both sides.
 * @param held axes along which it may be no farther away than half a step
 */
export function nearestFree(
  p: Positions,
  [px, py, pz]: readonly [number, number, number],
  within = Infinity,
  held: readonly boolean[] = [],
): [number, number, number] | undefined {
  const [rx, ry, rz] = p.runs;
  let best: [number, number, number] | undefined;
  let least = within * within;
  const ix = nearestIndex(rx, px);
  for (const iz of nearby(rz, pz, held[2])) {
    const dz = (valueOf(rz, iz) - pz) ** 2;
    if (dz > least) break;
    for (const iy of nearby(ry, py, held[1])) {
      const dyz = dz + (valueOf(ry, iy) - py) ** 2;
      if (dyz > least) break;
      const row = (iz * ry.count + iy) * p.words;
      for (const x of [freeFrom(p, row, ix, 1), freeFrom(p, row, ix - 1, -1)]) {
        if (x < 0 || (held[0] && x !== ix)) continue;
        const square = dyz + (valueOf(rx, x) - px) ** 2;
        if (square <= least) {
          least = square;
          best = [valueOf(rx, x), valueOf(ry, iy), valueOf(rz, iz)];
        }
      }
    }
  }
  return best;
}

/** Indices of a run from the one nearest to a value outwards. */
function* nearby(run: Run, value: number, only = false): Generator<number> {
  const middle = Math.min(run.count - 1, Math.max(0, nearestIndex(run, value)));
  yield middle;
  if (only) return;
  for (let k = 1; k < run.count; k++) {
    const [below, above] = [middle - k, middle + k];
    const first = value - valueOf(run, below) <= valueOf(run, above) - value ? below : above;
    const second = first === below ? above : below;
    if (first >= 0 && first < run.count) yield first;
    if (second >= 0 && second < run.count) yield second;
  }
}

/** Index of the first free position of a row from an index on, upward or downward; −1 for none. */
function freeFrom({ runs, bits }: Positions, row: number, from: number, way: 1 | -1): number {
  const { count } = runs[0];
  let x = way > 0 ? Math.max(0, from) : Math.min(count - 1, from);
  while (x >= 0 && x < count) {
    const w = x >> 5;
    const bit = x & 31;
    const free = ~bits[row + w]! & (way > 0 ? 0xffffffff << bit : 0xffffffff >>> (31 - bit));
    if (free !== 0) return (w << 5) + (way > 0 ? 31 - Math.clz32(free & -free) : 31 - Math.clz32(free));
    x = way > 0 ? (w + 1) << 5 : (w << 5) - 1;
  }
  return -1;
}
