import type { PanelHeader } from '../../document';
import { HEADERS, headerStandard, type HeaderPin, type HeaderStandard } from '../../standards';

/** The pins of a header: of its standard, or as they were measured. */
export function pinsOf({ type, pins }: PanelHeader): Readonly<Record<string, HeaderPin>> {
  return type === 'own' ? (pins as Record<string, HeaderPin>) : headerStandard(type).pins;
}

/** How it stands: rows, columns, pitch; an own one in two rows as soon as it has more than four pins. */
export function standOf(header: PanelHeader): Pick<HeaderStandard, 'rows' | 'columns' | 'pitch' | 'missing'> {
  if (header.type !== 'own') return HEADERS[header.type];
  const count = Math.max(1, ...Object.keys(header.pins).map(Number));
  const rows = count > 4 ? 2 : 1;
  const missing = Array.from({ length: count }, (_, i) => i + 1).filter((n) => !(String(n) in header.pins));
  return { rows, columns: Math.ceil(count / rows), pitch: 2.54, missing };
}

/** Where pin `n` stands, from above: column from the left, row from below. */
export function placeOf(n: number, rows: number, columns: number): { column: number; row: number } {
  if (rows === 1) return { column: n - 1, row: 0 };
  // Large plugs are numbered row by row, small ones across.
  return columns === 12 ? { column: (n - 1) % 12, row: n > 12 ? 1 : 0 } : { column: (n - 1) >> 1, row: (n - 1) & 1 };
}

/**
 * The pin that a plug really meets where it was read from the other side, or is turned round: mirrored left to right, or
 * turned by half a turn. Undefined where no pin stands there.
 */
export function metBy(header: PanelHeader, pin: number): number | undefined {
  const { rows, columns, missing } = standOf(header);
  const { column, row } = placeOf(pin, rows, columns);
  const seen = header.seen;
  if (!seen) return pin;
  const at =
    seen === 'from below'
      ? { column: columns - 1 - column, row }
      : { column: columns - 1 - column, row: rows - 1 - row };
  for (let n = 1; n <= rows * columns; n++) {
    const p = placeOf(n, rows, columns);
    if (p.column === at.column && p.row === at.row) return missing.includes(n) ? undefined : n;
  }
  return undefined;
}
