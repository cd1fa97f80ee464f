/** Paper sizes in mm, upright. */
export const PAPERS = {
  a4: { width: 210, height: 297, label: 'A4', source: { kind: 'standard', title: 'ISO 216' } },
  letter: {
    width: 215.9,
    height: 279.4,
    label: 'Letter',
    source: { kind: 'standard', title: 'ANSI/ASME Y14.1', fromMemory: true },
  },
  a3: { width: 297, height: 420, label: 'A3', source: { kind: 'standard', title: 'ISO 216' } },
} as const;

export type Paper = keyof typeof PAPERS;

/** Room on the page around the drawing, mm: printers leave about 6; rulers and words need the rest. */
export const PAGE_MARGIN = { left: 18, right: 10, top: 18, bottom: 30 };
/** How far neighbouring pages show the same strip, mm. */
export const OVERLAP = 15;
/** White around the face on the sheet, mm. */
export const BORDER = 6;

/** One page of a tiled sheet: which part of the face it shows, in face mm. */
export interface Tile {
  column: number;
  row: number;
  u: number;
  v: number;
}

export interface Tiling {
  page: { width: number; height: number };
  /** Size of the drawing on a page, in face mm. */
  window: { width: number; height: number };
  columns: number;
  rows: number;
  tiles: Tile[];
  /** Where registration crosses stand, in face mm: in the middle of the overlaps, so both pages show them. */
  marks: [number, number][];
}

/**
 * Spreads a face over pages, upright or across, whichever takes fewer. `scale` is paper mm per face mm on u
 * and v (the ruler's correction).
 */
export function tilingOf(width: number, height: number, paper: Paper, scale: [number, number] = [1, 1]): Tiling {
  const { width: a, height: b } = PAPERS[paper];
  const upright = tile(width, height, { width: a, height: b }, scale);
  const across = tile(width, height, { width: b, height: a }, scale);
  return across.tiles.length < upright.tiles.length ? across : upright;
}

function tile(width: number, height: number, page: Tiling['page'], [su, sv]: [number, number]): Tiling {
  const window = {
    width: (page.width - PAGE_MARGIN.left - PAGE_MARGIN.right) / su,
    height: (page.height - PAGE_MARGIN.top - PAGE_MARGIN.bottom) / sv,
  };
  const count = (size: number, seen: number) =>
    Math.max(1, Math.ceil((size + 2 * BORDER - OVERLAP) / (seen - OVERLAP) - 1e-9));
  const columns = count(width, window.width);
  const rows = count(height, window.height);
  const stepU = window.width - OVERLAP;
  const stepV = window.height - OVERLAP;
  const tiles: Tile[] = [];
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < columns; column++)
      tiles.push({ column, row, u: -BORDER + column * stepU, v: -BORDER + row * stepV });
  const marks: [number, number][] = [];
  for (let c = 1; c < columns; c++)
    for (let r = 0; r < rows; r++)
      for (const share of [0.25, 0.75])
        marks.push([
          -BORDER + c * stepU + OVERLAP / 2,
          -BORDER + r * stepV + share * Math.min(window.height, height + 2 * BORDER),
        ]);
  for (let r = 1; r < rows; r++)
    for (let c = 0; c < columns; c++)
      for (const share of [0.25, 0.75])
        marks.push([
          -BORDER + c * stepU + share * Math.min(window.width, width + 2 * BORDER),
          -BORDER + r * stepV + OVERLAP / 2,
        ]);
  return { page, window, columns, rows, tiles, marks };
}

/** `A1`, `A2` … `B1`: column letter and row number from the lower left. */
export const tileName = ({ column, row }: Pick<Tile, 'column' | 'row'>) =>
  `${String.fromCharCode(65 + column)}${row + 1}`;
