import type { Point2 } from '../../solid';
import type { Sheet, SheetItem } from './sheet';
import { PAGE_MARGIN, PAPERS, type Paper } from './tiles';

/** Room between two faces on one page, mm. */
const BESIDE = 14;

/** Sheets that go on fewer pages side by side, largest first, each with its name; those that need a page stay alone. */
export function onePage(sheets: readonly Sheet[], paper: Paper): Sheet[] {
  const { width, height } = PAPERS[paper];
  const [long, short] = [Math.max(width, height), Math.min(width, height)];
  const room = {
    width: long - PAGE_MARGIN.left - PAGE_MARGIN.right - 2 * 6,
    height: short - PAGE_MARGIN.top - PAGE_MARGIN.bottom - 2 * 6,
  };
  const small = sheets.filter((s) => s.width <= room.width && s.height + BESIDE <= room.height);
  const pages: {
    parts: { sheet: Sheet; u: number; v: number }[];
    rows: { v: number; height: number; used: number }[];
  }[] = [];
  for (const sheet of [...small].sort((a, b) => b.height - a.height)) {
    const placed = pages.some((page) => {
      for (const row of page.rows)
        if (row.used + sheet.width <= room.width && sheet.height <= row.height) {
          page.parts.push({ sheet, u: row.used, v: row.v });
          row.used += sheet.width + BESIDE;
          return true;
        }
      const last = page.rows.at(-1)!;
      const v = last.v + last.height + BESIDE;
      if (v + sheet.height > room.height) return false;
      page.rows.push({ v, height: sheet.height, used: sheet.width + BESIDE });
      page.parts.push({ sheet, u: 0, v });
      return true;
    });
    if (!placed)
      pages.push({
        parts: [{ sheet, u: 0, v: 0 }],
        rows: [{ v: 0, height: sheet.height, used: sheet.width + BESIDE }],
      });
  }
  return [
    ...sheets.filter((s) => !small.includes(s)),
    ...pages.map(({ parts }) => (parts.length === 1 ? parts[0]!.sheet : beside(parts))),
  ];
}

function beside(parts: readonly { sheet: Sheet; u: number; v: number }[]): Sheet {
  const items = parts.flatMap(({ sheet, u, v }): SheetItem[] => {
    const to = ([a, b]: Point2): Point2 => [a + u, b + v];
    return [
      ...sheet.items.map((i): SheetItem =>
        i.kind === 'line'
          ? { ...i, points: i.points.map(to) }
          : i.kind === 'text'
            ? { ...i, at: to(i.at) }
            : { ...i, centre: to(i.centre) },
      ),
      {
        layer: 'engrave',
        kind: 'text',
        at: [u, v + sheet.height + 3],
        text: `${sheet.title}${sheet.mirrored ? ' (from inside)' : ''}`,
        size: 4,
        anchor: 'start',
      },
    ];
  });
  return {
    face: parts.map(({ sheet }) => sheet.face).join('-'),
    title: parts.map(({ sheet }) => sheet.title).join(', '),
    width: Math.max(...parts.map(({ sheet, u }) => u + sheet.width)),
    height: Math.max(...parts.map(({ sheet, v }) => v + sheet.height)) + 8,
    mirrored: false,
    caption: 'each face from its own datum',
    items,
    holes: parts.flatMap(({ sheet }) => sheet.holes.map((h) => ({ ...h, name: `${sheet.title}, ${h.name}` }))),
  };
}
