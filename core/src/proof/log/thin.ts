/** Rows of a block, of which the least and greatest are kept. */
const BLOCK = 32;
interface Blocks {
  low: Int32Array;
  high: Int32Array;
}
const blocks = new WeakMap<Float64Array, Blocks>();

/** Rows of the least and the greatest between two rows (`to` not included); −1 where there is no reading. */
function within(values: Float64Array, from: number, to: number): [number, number] {
  let low = -1;
  let high = -1;
  for (let i = from; i < to; i++) {
    const v = values[i]!;
    if (v !== v) continue;
    if (low < 0 || v < values[low]!) low = i;
    if (high < 0 || v > values[high]!) high = i;
  }
  return [low, high];
}

/** Least and greatest of every block: made once for a channel, so that going along a long log looks at few rows. */
function blocksOf(values: Float64Array): Blocks {
  let made = blocks.get(values);
  if (made) return made;
  const count = Math.ceil(values.length / BLOCK);
  made = { low: new Int32Array(count), high: new Int32Array(count) };
  for (let b = 0; b < count; b++)
    [made.low[b], made.high[b]] = within(values, b * BLOCK, Math.min(values.length, (b + 1) * BLOCK)) as [
      number,
      number,
    ];
  blocks.set(values, made);
  return made;
}

/** The same by blocks where the stretch is long. */
function least(values: Float64Array, from: number, to: number): [number, number] {
  if (to - from < 3 * BLOCK) return within(values, from, to);
  const { low: lows, high: highs } = blocksOf(values);
  const [first, last] = [Math.ceil(from / BLOCK), Math.floor(to / BLOCK)];
  let [low, high] = within(values, from, first * BLOCK);
  const take = (l: number, h: number) => {
    if (l >= 0 && (low < 0 || values[l]! < values[low]!)) low = l;
    if (h >= 0 && (high < 0 || values[h]! > values[high]!)) high = h;
  };
  for (let b = first; b < last; b++) take(lows[b]!, highs[b]!);
  take(...within(values, last * BLOCK, to));
  return [low, high];
}

/**
 * The least and greatest of each of `count` columns of pixels: what a line of so many pixels can show of a long log.
 * @param from to rows, `to` not included
 * @returns row numbers, rising
 */
export function thinned(values: Float64Array, from: number, to: number, count: number): number[] {
  const n = to - from;
  if (n <= 2 * count) return Array.from({ length: Math.max(0, n) }, (_, i) => from + i);
  const rows: number[] = [];
  for (let c = 0; c < count; c++) {
    const a = from + Math.floor((c * n) / count);
    const [low, high] = least(values, a, from + Math.floor(((c + 1) * n) / count));
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
