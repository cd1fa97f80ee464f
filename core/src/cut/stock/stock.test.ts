import fc from 'fast-check';
import polygonClipping from 'polygon-clipping';
import { describe, expect, it } from 'vitest';
import { cutBars } from './bars';
import { nest } from './nest';
import { BOX_JOINTS, boxPanels } from './panels';

/** Fewest bars by trying every way to part the pieces. */
function bruteForce(lengths: readonly number[], bar: number, kerf: number): number {
  let best = lengths.length;
  const rooms: number[] = [];
  const place = (i: number): void => {
    if (rooms.length >= best) return;
    if (i === lengths.length) {
      best = rooms.length;
      return;
    }
    for (let k = 0; k <= rooms.length; k++) {
      const before = rooms[k];
      const room = before === undefined ? bar : before - kerf;
      if (room < lengths[i]! - 1e-9) continue;
      rooms[k] = room - lengths[i]!;
      place(i + 1);
      if (before === undefined) rooms.pop();
      else rooms[k] = before;
    }
  };
  place(0);
  return best;
}

describe('bars', () => {
  it('are as few as every way of parting says, with a cut between two pieces', () =>
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 100, max: 900 }), { minLength: 1, maxLength: 8 }),
        fc.integer({ min: 0, max: 5 }),
        (lengths, kerf) => {
          const { bars, proven } = cutBars(
            lengths.map((length) => ({ name: `${length}`, length })),
            1000,
            kerf,
          );
          expect(proven).toBe(true);
          expect(bars).toHaveLength(bruteForce(lengths, 1000, kerf));
          expect(bars.flatMap((b) => b.pieces.map((p) => p.length)).sort()).toEqual([...lengths].sort());
          for (const { pieces, left } of bars) {
            const used = pieces.reduce((sum, p) => sum + p.length, 0) + kerf * (pieces.length - 1);
            expect(used).toBeLessThanOrEqual(1000);
            expect(left).toBeCloseTo(Math.max(0, 1000 - used), 6);
          }
        },
      ),
      { numRuns: 200 },
    ));

  it('a piece longer than the bar is refused; one of just its length needs no cut', () => {
    expect(() => cutBars([{ name: 'rail', length: 1001 }], 1000, 2)).toThrow(/rail is 1001 mm long/);
    expect(cutBars([{ name: 'rail', length: 1000 }], 1000, 2).bars).toMatchObject([{ left: 0 }]);
  });
});

describe('nesting', () => {
  const piece = fc.record({ width: fc.integer({ min: 20, max: 280 }), height: fc.integer({ min: 20, max: 180 }) });

  it('never overlaps and keeps the cut between pieces (polygon-clipping, an independent polygon library)', () =>
    fc.assert(
      fc.property(
        fc.array(piece, { minLength: 1, maxLength: 14 }),
        fc.integer({ min: 0, max: 4 }),
        fc.boolean(),
        (sizes, kerf, grain) => {
          const pieces = sizes.map((s, i) => ({ name: `${i}`, ...s }));
          const sheets = nest(pieces, 300, 200, kerf, grain);
          expect(sheets.flatMap((s) => s.pieces.map((p) => Number(p.name))).sort((a, b) => a - b)).toEqual(
            pieces.map((_, i) => i),
          );
          for (const { pieces: placed } of sheets)
            placed.forEach((a, i) => {
              if (grain) expect(a.turned).toBe(false);
              expect(Math.min(a.x, a.y)).toBeGreaterThanOrEqual(0);
              expect(a.x + a.width).toBeLessThanOrEqual(300);
              expect(a.y + a.height).toBeLessThanOrEqual(200);
              const ring = (p: typeof a, more: number): [number, number][] => [
                [p.x - more, p.y - more],
                [p.x + p.width + more, p.y - more],
                [p.x + p.width + more, p.y + p.height + more],
                [p.x - more, p.y + p.height + more],
              ];
              for (const b of placed.slice(0, i))
                expect(polygonClipping.intersection([ring(a, kerf / 2 - 1e-6)], [ring(b, kerf / 2 - 1e-6)])).toEqual(
                  [],
                );
            });
        },
      ),
      { numRuns: 100 },
    ));

  it('what does not go on the sheet is refused, with its grain or at all', () => {
    expect(nest([{ name: 'side', width: 150, height: 290 }], 300, 200, 2, false)).toHaveLength(1);
    expect(() => nest([{ name: 'side', width: 150, height: 290 }], 300, 200, 2, true)).toThrow(/with its grain/);
    expect(() => nest([{ name: 'side', width: 310, height: 290 }], 300, 200, 2, false)).toThrow(/side of 310 × 290/);
  });
});

describe('panels of a box', () => {
  it.each(BOX_JOINTS)(
    'that meet by %s fill its walls once: their material is the outer less the inner room',
    (joint) => {
      const [w, d, h, t] = [400, 300, 160, 9];
      const { panels, bars } = boxPanels(w, d, h, t, joint);
      const volume = panels.reduce((sum, p) => sum + p.width * p.height * t, 0);
      // Sides, front and rear run from top to bottom; floor and top lie within: a butt joint is just the walls.
      const walls = w * d * h - (w - 2 * t) * (d - 2 * t) * (h - 2 * t);
      if (joint === 'rebate') expect(volume).toBeGreaterThan(walls);
      else expect(volume).toBeCloseTo(walls, 6);
      expect(bars).toHaveLength(joint === 'angle bar' ? 12 : 0);
    },
  );
});
