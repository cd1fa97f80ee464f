/**
 * The least and greatest of each of `count` columns of pixels: what a line of so many pixels can show of a long log.
 * @param from to rows, `to` not included
 * @returns pairs of row numbers, rising
 */
export function thinned(values: Float64Array, from: number, to: number, count: number): number[] {
  const n = to - from;
  if (n <= 2 * count) return Array.from({ length: Math.max(0, n) }, (_, i) => from + i);
  const rows: number[] = [];
  for (let c = 0; c < count; c++) {
    const a = from + Math.floor((c * n) / count);
    const b = from + Math.floor(((c + 1) * n) / count);
    let low = -1;
    let high = -1;
    for (let i = a; i < b; i++) {
      const v = values[i]!;
      if (v !== v) continue;
      if (low < 0 || v < values[low]!) low = i;
      if (high < 0 || v > values[high]!) high = i;
    }
    if (low < 0) rows.push(a);
    else if (low === high) rows.push(low);
    else rows.push(Math.min(low, high), Math.max(low, high));
  }
  return rows;
}

/** The first row whose time is not before `t`. `time` rises. */
export function rowAt(time: Float64Array, t: number): number {
  let low = 0;
  let high = time.length;
  while (low < high) {
    const mid = (low + high) >> 1;
    if (time[mid]! < t) low = mid + 1;
    else high = mid;
  }
  return low;
}
