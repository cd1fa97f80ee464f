/** Pins of a controller for groups of rows and columns whose lines may be tied together. */
export interface PinCount {
  pins: number;
  /** No arrangement has fewer: the count is what arithmetic demands. Else it is “at most”. */
  proven: boolean;
}

/** Places that are tried for one size of the controller; common keyboards take some hundred. */
const TRIES = 20_000;

/**
 * Lines of groups that no key joins may be tied together as long as no two groups meet on the same row and column: each
 * group is a rectangle of rows × columns, either way round, in the controller’s own rows × columns. Sizes are tried from
 * the least on that can be at all (room for the largest group, and a cell for every cell of all).
 * @param sizes lines of the two sides of each group
 */
export function fewestPins(sizes: readonly (readonly [number, number])[]): PinCount {
  if (sizes.length === 0) return { pins: 0, proven: true };
  const cells = sizes.reduce((sum, [a, b]) => sum + a * b, 0);
  const short = Math.max(...sizes.map(([a, b]) => Math.min(a, b)));
  const long = Math.max(...sizes.map(([a, b]) => Math.max(a, b)));
  const apart = sizes.reduce((sum, [a, b]) => sum + a + b, 0);
  const order = [...sizes].sort((p, q) => q[0] * q[1] - p[0] * p[1]);
  let sure = true;
  for (let pins = short + long; pins < apart; pins++)
    for (let rows = short; 2 * rows <= pins; rows++) {
      const columns = pins - rows;
      if (columns < long || rows * columns < cells) continue;
      const found = packs(order, rows, columns);
      if (found) return { pins, proven: sure };
      sure = false;
    }
  return { pins: apart, proven: sure };
}

/** Do rectangles lie beside each other in a grid? Each goes to the first cells that are free, either way round. */
function packs(sizes: readonly (readonly [number, number])[], rows: number, columns: number): boolean {
  const taken = new Uint8Array(rows * columns);
  let tries = 0;
  const isFree = (r: number, c: number, a: number, b: number) => {
    for (let i = r; i < r + a; i++) for (let j = c; j < c + b; j++) if (taken[i * columns + j]) return false;
    return true;
  };
  const fill = (r: number, c: number, a: number, b: number, by: 0 | 1) => {
    for (let i = r; i < r + a; i++) taken.fill(by, i * columns + c, i * columns + c + b);
  };
  const place = (k: number): boolean => {
    const size = sizes[k];
    if (!size) return true;
    for (const [a, b] of size[0] === size[1] ? [size] : [size, [size[1], size[0]] as const])
      for (let r = 0; r + a <= rows; r++)
        for (let c = 0; c + b <= columns; c++) {
          if (++tries > TRIES) return false;
          if (!isFree(r, c, a, b)) continue;
          fill(r, c, a, b, 1);
          if (place(k + 1)) return true;
          fill(r, c, a, b, 0);
        }
    return false;
  };
  return place(0);
}
