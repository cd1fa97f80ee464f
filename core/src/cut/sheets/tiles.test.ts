import { describe, expect, it } from 'vitest';
import type { CutOpening } from '..';
import { openingItems } from './sheet';
import { BORDER, OVERLAP, PAGE_MARGIN, tilingOf, tileName } from './tiles';

describe('pages of a face', () => {
  // ISO 216: A4 is 210 × 297 mm.
  const [w, h] = [210 - PAGE_MARGIN.left - PAGE_MARGIN.right, 297 - PAGE_MARGIN.top - PAGE_MARGIN.bottom];
  it('are as many as cover it with its border, each overlapping the next', () => {
    for (const [width, height] of [
      [50, 50],
      [w - 2 * BORDER, h - 2 * BORDER],
      [w - 2 * BORDER + 1, h - 2 * BORDER],
      [440, 120],
      [700, 500],
    ] as const) {
      const { tiles, window, columns, rows, marks } = tilingOf(width, height, 'a4');
      expect(tiles).toHaveLength(columns * rows);
      expect(Math.min(...tiles.map((t) => t.u))).toBe(-BORDER);
      expect(Math.max(...tiles.map((t) => t.u)) + window.width).toBeGreaterThanOrEqual(width + BORDER - 1e-6);
      expect(Math.max(...tiles.map((t) => t.v)) + window.height).toBeGreaterThanOrEqual(height + BORDER - 1e-6);
      // One column or row less would not.
      const reach = (n: number, seen: number) => n * (seen - OVERLAP) + OVERLAP - BORDER;
      if (columns > 1) expect(reach(columns - 1, window.width)).toBeLessThan(width + BORDER);
      if (rows > 1) expect(reach(rows - 1, window.height)).toBeLessThan(height + BORDER);
      // Every cross is on at least two pages, in the middle of what they share.
      expect(marks).toHaveLength(2 * ((columns - 1) * rows + (rows - 1) * columns));
      for (const [u, v] of marks) {
        const on = tiles.filter((t) => u > t.u && u < t.u + window.width && v > t.v && v < t.v + window.height);
        expect(on.length).toBeGreaterThanOrEqual(2);
        const middles = on.flatMap((t) => [Math.abs(u - t.u - OVERLAP / 2), Math.abs(v - t.v - OVERLAP / 2)]);
        expect(Math.min(...middles)).toBeCloseTo(0, 6);
      }
    }
  });
  it('show less of it where the paper comes out larger, each way by its own', () => {
    const { window } = tilingOf(60, 60, 'a4', [1.02, 1.05]);
    expect(window.width).toBeCloseTo(w / 1.02, 6);
    expect(window.height).toBeCloseTo(h / 1.05, 6);
  });
  it('are turned where that takes fewer, and named by column and row', () => {
    expect(tilingOf(h - 2 * BORDER - 10, w - 2 * BORDER - 30, 'a4').page).toEqual({ width: 297, height: 210 });
    expect(tilingOf(40, 60, 'a4').page).toEqual({ width: 210, height: 297 });
    expect(tileName({ column: 2, row: 0 })).toBe('C1');
  });
});

it('a hexagon of a honeycomb is as wide across its flats as it is to be, points up', () => {
  const opening = {
    key: 'vent-1',
    name: 'Vent',
    kind: 'cut',
    face: 'rear',
    centre: [50, 50],
    shape: { kind: 'rectangle', width: 60, height: 60, radius: 0 },
    pattern: { kind: 'honeycomb', across: 6, web: 2 },
    screws: [],
  } as unknown as CutOpening;
  const holes = openingItems(opening, [50, 50], 1).filter(
    (i) => i.kind === 'line' && i.layer === 'cut' && i.points.length === 6,
  );
  expect(holes.length).toBeGreaterThan(10);
  for (const hole of holes) {
    if (hole.kind !== 'line') continue;
    const us = hole.points.map((p) => p[0]);
    const vs = hole.points.map((p) => p[1]);
    expect(Math.max(...us) - Math.min(...us)).toBeCloseTo(6, 6);
    expect(Math.max(...vs) - Math.min(...vs)).toBeCloseTo(12 / Math.sqrt(3), 6);
  }
});
