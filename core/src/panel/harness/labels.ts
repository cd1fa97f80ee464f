import type { Sheet, SheetItem } from '../../cut';
import type { HarnessRow } from './harness';

/** A flag around a wire: printed twice, folded in the middle, mm. Common practice, no source. */
const LABEL = { width: 56, height: 9, across: 3, gap: 1.5 };
/** Letters that stand in half a flag. */
const MOST = 21;

const short = (words: string) => (words.length > MOST ? `${words.slice(0, MOST - 1)}…` : words);

/** Flags for both ends of every wire at 1:1: its number, and what the other side of it goes to; to be folded around it. */
export function labelSheet(rows: readonly HarnessRow[]): Sheet {
  const items: SheetItem[] = [];
  const flags = rows.flatMap((row, i) => [
    { number: `${i + 1}a`, here: `${row.from} ${row.terminal}`, there: `${row.to} ${row.pin}` },
    { number: `${i + 1}b`, here: `${row.to} ${row.pin}`, there: `${row.from} ${row.terminal}` },
  ]);
  const lines = Math.max(1, Math.ceil(flags.length / LABEL.across));
  const height = lines * (LABEL.height + LABEL.gap);
  flags.forEach(({ number, here, there }, i) => {
    const u = (i % LABEL.across) * (LABEL.width + LABEL.gap);
    const v = height - (Math.floor(i / LABEL.across) + 1) * (LABEL.height + LABEL.gap) + LABEL.gap;
    const middle = u + LABEL.width / 2;
    items.push(
      {
        layer: 'cut',
        kind: 'rectangle',
        centre: [middle, v + LABEL.height / 2],
        half: [LABEL.width / 2, LABEL.height / 2],
        radius: 0,
      },
      {
        layer: 'reference',
        kind: 'line',
        closed: false,
        dashed: true,
        points: [
          [middle, v],
          [middle, v + LABEL.height],
        ],
      },
    );
    for (const side of [0.25, 0.75])
      items.push(
        {
          layer: 'engrave',
          kind: 'text',
          at: [u + side * LABEL.width, v + 5.2],
          text: short(`${number}  ${here}`),
          size: 2.4,
          anchor: 'middle',
        },
        {
          layer: 'engrave',
          kind: 'text',
          at: [u + side * LABEL.width, v + 1.6],
          text: short(`→ ${there}`),
          size: 2.4,
          anchor: 'middle',
        },
      );
  });
  return {
    face: 'labels',
    title: 'Flags for wires',
    width: LABEL.across * (LABEL.width + LABEL.gap),
    height,
    mirrored: false,
    caption: 'cut out, fold around the wire at the dashed line, glue the halves together',
    items,
    holes: [],
  };
}
