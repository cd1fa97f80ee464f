/** Free and taken cells of a grid. */
export interface Cells {
  /** Along x, y, z. */
  count: readonly [number, number, number];
  /** 32-bit words of a row. */
  words: number;
  /** Rows along x, those of one layer by y, layers by z: a bit a cell, lowest first, 1 where it is taken. */
  bits: Uint32Array;
}

/** Distances from one cell, as whole numbers: a step along one, two or three axes costs 12, 17 or 21. */
export interface Distances {
  /** Cells along x, y, z: with a border of taken cells on all sides, and along x filled up to a multiple of eight. */
  size: [number, number, number];
  /** By cell, `FAR` where it is taken, or where nothing leads to, or no sum below `FAR`. */
  values: Uint16Array<ArrayBuffer>;
}

/** A step along an axis, of which the others are √2 and √3, nearly. */
export const STEP_COST = 12;
/** Cost of a step along so many axes. */
export const COSTS = [0, STEP_COST, 17, 21] as const;
/** Not reached. */
export const FAR = 0xffff;

/** Size of a grid with its border. */
export const sizeWithBorder = ([x, y, z]: Cells['count']): [number, number, number] => [
  Math.ceil((x + 2) / 8) * 8,
  y + 2,
  z + 2,
];

/** Is a cell taken? By its place without the border; outside everything is. */
export const isTaken = ({ count: [nx, ny, nz], words, bits }: Cells, x: number, y: number, z: number): boolean =>
  x < 0 ||
  y < 0 ||
  z < 0 ||
  x >= nx ||
  y >= ny ||
  z >= nz ||
  ((bits[(z * ny + y) * words + (x >>> 5)]! >>> (x & 31)) & 1) === 1;
