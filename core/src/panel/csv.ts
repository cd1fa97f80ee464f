import { csvFormatRows } from 'd3-dsv';

/** What a table program takes for the beginning of a formula. */
const FORMULA = /^[=+\-−@\t\r]/;

/** A text as a cell that stays a text: one that begins like a formula gets an apostrophe before it, as tables write text. */
const asText = (cell: string): string => (FORMULA.test(cell) ? `'${cell}` : cell);

/** A table, comma-separated, in quotes where it has to be (RFC 4180). Numbers are written as they are, words stay words. */
export const csvOf = (head: readonly string[], rows: readonly (readonly (string | number)[])[]): string =>
  `${csvFormatRows([
    [...head],
    ...rows.map((row) => row.map((cell) => (typeof cell === 'number' ? String(cell) : asText(cell)))),
  ]).replaceAll('\n', '\r\n')}\r\n`;
