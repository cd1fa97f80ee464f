import { COSTS, FAR, isTaken, sizeWithBorder, type Cells, type Distances } from './grid';

/** Buckets of a ring: a power of two over the largest cost. */
const RING = 32;

/** The twin of the kernel: Dijkstra with buckets (Dial 1969, from memory). */
export function plainDistances(cells: Cells, start: number): Distances {
  const size = sizeWithBorder(cells.count);
  const [sx, sy, sz] = size;
  const values = new Uint16Array(sx * sy * sz).fill(FAR);
  const free = new Uint8Array(values.length);
  for (let z = 1; z < sz - 1; z++)
    for (let y = 1; y < sy - 1; y++)
      for (let x = 1; x < sx - 1; x++) if (!isTaken(cells, x - 1, y - 1, z - 1)) free[(z * sy + y) * sx + x] = 1;
  const steps: { by: number; cost: number }[] = [];
  for (let z = -1; z <= 1; z++)
    for (let y = -1; y <= 1; y++)
      for (let x = -1; x <= 1; x++) {
        const axes = Math.abs(x) + Math.abs(y) + Math.abs(z);
        if (axes > 0) steps.push({ by: (z * sy + y) * sx + x, cost: COSTS[axes as 1 | 2 | 3] });
      }
  // The dearest step costs less than there are buckets, so a ring of them holds all that waits.
  const buckets: number[][] = Array.from({ length: RING }, () => []);
  values[start] = 0;
  buckets[0]!.push(start);
  let waiting = 1;
  for (let d = 0; waiting > 0; d++) {
    const here = buckets[d % RING]!;
    for (const cell of here) {
      if (values[cell] !== d) continue;
      for (const { by, cost } of steps) {
        const next = cell + by;
        if (free[next] === 0 || d + cost >= values[next]!) continue;
        values[next] = d + cost;
        buckets[(d + cost) % RING]!.push(next);
        waiting++;
      }
    }
    waiting -= here.length;
    here.length = 0;
  }
  return { size, values };
}
