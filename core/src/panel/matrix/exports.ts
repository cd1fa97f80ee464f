import type { KeyMatrix } from '../../document';
import { csvOf } from '../csv';
import { keyCode } from '../../standards';
import { solveMatrix } from './solve';

/** One key of a map as it is written out. */
interface MapKey {
  key: string;
  legend: string;
  row: number;
  column: number;
  code: number;
  x: number;
  y: number;
}

/** @throws Error while the matrix is not solved: half a map looks like a whole one */
function mapOf(matrix: KeyMatrix): { rows: number[]; columns: number[]; diodes: boolean; keys: MapKey[] } {
  const { rows, columns, cells, solved, doubtful, diodes } = solveMatrix(matrix);
  if (!solved)
    throw new Error(
      `The map of ${matrix.name} is not ready: ${doubtful.length === 0 ? 'no key is laid out.' : `${new Set(doubtful.map((d) => d.key)).size} keys are in doubt. First: ${doubtful[0]!.words}`}`,
    );
  const keys = cells
    .map(({ key, row, column }): MapKey => {
      const { legend, x, y } = matrix.keys[key]!;
      return { key, legend, row: rows.indexOf(row), column: columns.indexOf(column), code: keyCode(legend) ?? 0, x, y };
    })
    .sort((a, b) => a.row - b.row || a.column - b.column);
  return { rows, columns, diodes, keys };
}

/** The map as JSON: pins of rows and columns, and every key with its code (USB HID usage, page 7; 0: none). */
export const matrixJson = (matrix: KeyMatrix): string =>
  `${JSON.stringify({ name: matrix.name, ...mapOf(matrix) }, null, 2)}\n`;

/** The map as a table (RFC 4180). */
export function matrixCsv(matrix: KeyMatrix): string {
  const { rows, columns, keys } = mapOf(matrix);
  return csvOf(
    ['legend', 'row', 'column', 'row pin', 'column pin', 'code'],
    keys.map((k) => [k.legend, k.row, k.column, rows[k.row]!, columns[k.column]!, k.code]),
  );
}

/** The map as a C header that explains itself: pins, and `KEY_CODES[row][column]`. */
export function matrixHeader(matrix: KeyMatrix): string {
  const { rows, columns, diodes, keys } = mapOf(matrix);
  const table = rows.map((_, r) =>
    columns.map((__, c) => {
      const key = keys.find((k) => k.row === r && k.column === c);
      return key ? `0x${key.code.toString(16).padStart(2, '0').toUpperCase()}` : '0x00';
    }),
  );
  const comment = (words: string) => words.replaceAll('*/', '* /').replaceAll(/[\r\n]/g, ' ');
  const guard = 'YOUNG_SHELL_KEY_MAP_H';
  return `/*
 * Key map of ${comment(matrix.name)}.
 *
 * Lines are numbered as on the plug. ROW_PINS are driven low one after the other; COLUMN_PINS are read with their
 * pull-ups on: low is pressed.${diodes ? ' Each key has a diode: current goes from column to row.' : ' There are no diodes: three keys on the corners of a rectangle show the fourth.'}
 * KEY_CODES are usages of the USB HID page 7 (keyboard); 0x00 is no key.
 */
#ifndef ${guard}
#define ${guard}

#include <stdint.h>

#define KEY_ROWS ${rows.length}
#define KEY_COLUMNS ${columns.length}

static const uint8_t ROW_PINS[KEY_ROWS] = { ${rows.join(', ')} };
static const uint8_t COLUMN_PINS[KEY_COLUMNS] = { ${columns.join(', ')} };

static const uint8_t KEY_CODES[KEY_ROWS][KEY_COLUMNS] = {
${table
  .map(
    (line, r) =>
      `  { ${line.join(', ')} }, /* row ${r}: ${comment(
        keys
          .filter((k) => k.row === r)
          .map((k) => k.legend)
          .join(' '),
      )} */`,
  )
  .join('\n')}
};

#endif /* ${guard} */
`;
}
