import type { Harness, HarnessRow } from '@young-shell/core/panel';
import { curveBumpX, line, scalePoint } from 'd3';

/** px at the width of the panel: words are 14 px high. */
const ROW = 21;
export const DIAGRAM = { width: 327, left: 142, right: 212 };

/** The harness as it is drawn: where each wire begins and ends, and its line between. */
export interface HarnessLines {
  height: number;
  wires: { row: HarnessRow; number: number; y: number; path: string }[];
  pins: { id: string; words: string; y: number }[];
}

/** Ends of controls down the left in the order of the table, pins down the right by header and number. */
export function harnessLines({ rows }: Harness): HarnessLines {
  const pinOf = (r: HarnessRow) => `${r.header}/${r.pin}`;
  const words = new Map(rows.map((r) => [pinOf(r), `${r.pin} ${r.signal}`]));
  const pins = [...words.keys()].sort((a, b) => {
    const [h, p] = a.split('/') as [string, string];
    const [g, q] = b.split('/') as [string, string];
    return h === g ? Number(p) - Number(q) : h < g ? -1 : 1;
  });
  const height = Math.max(rows.length, pins.length) * ROW + 8;
  const ends = [ROW / 2 + 2, height - ROW / 2];
  const left = scalePoint(
    rows.map((r) => r.id),
    ends,
  );
  const right = scalePoint(pins, ends);
  const path = line().curve(curveBumpX);
  return {
    height,
    wires: rows.map((row, i) => ({
      row,
      number: i + 1,
      y: left(row.id)!,
      path: path([
        [DIAGRAM.left, left(row.id)!],
        [DIAGRAM.right, right(pinOf(row))!],
      ])!,
    })),
    pins: pins.map((id) => ({ id, words: words.get(id)!, y: right(id)! })),
  };
}
