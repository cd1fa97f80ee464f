import { allFree, firstAbove, lastBelow, valueOf, type Positions, type Run } from './positions';

/**
 * Redoes a part of a grid: the positions from `low` to `high` (mm) are painted anew by `paint`, which gets a smaller
 * grid of just them. For a small change of what stands around, that is all there is to do.
 */
export function repaint(
  p: Positions,
  low: readonly number[],
  high: readonly number[],
  paint: (region: Positions) => void,
): void {
  const first = [0, 0, 0];
  const runs = p.runs.map((run, i): Run => {
    const from = Math.max(0, firstAbove(run, low[i]!) - 1);
    const to = Math.min(run.count - 1, lastBelow(run, high[i]!) + 1);
    first[i] = from;
    const count = Math.max(0, to - from + 1);
    const part: Run = { from: valueOf(run, Math.min(from, run.count - 1)), step: run.step, count };
    return run.at ? { ...part, at: run.at.subarray(from, from + count) } : part;
  }) as [Run, Run, Run];
  if (runs.some((run) => run.count === 0)) return;
  const region = allFree(runs);
  paint(region);
  const [nx, ny, nz] = runs.map((run) => run.count) as [number, number, number];
  const shift = first[0]! & 31;
  for (let z = 0; z < nz; z++)
    for (let y = 0; y < ny; y++) {
      const from = (z * ny + y) * region.words;
      const to = ((z + first[2]!) * p.runs[1].count + y + first[1]!) * p.words + (first[0]! >> 5);
      for (let w = 0; w < region.words; w++) {
        const valid = nx - 32 * w >= 32 ? 0xffffffff : 0xffffffff >>> (32 - (nx - 32 * w));
        const bits = region.bits[from + w]! & valid;
        p.bits[to + w] = (p.bits[to + w]! & ~(valid << shift)) | (bits << shift);
        if (shift > 0 && valid >>> (32 - shift) !== 0)
          p.bits[to + w + 1] = (p.bits[to + w + 1]! & ~(valid >>> (32 - shift))) | (bits >>> (32 - shift));
      }
    }
}
