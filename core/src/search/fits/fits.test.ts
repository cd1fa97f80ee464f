import { describe, expect, it } from 'vitest';
import { assemble, placeInShell } from '../../assembly';
import { applyChange, defaultBox, feature, lidAt, newConversion, type Conversion } from '../../document';
import { marginsOf, marginsOfPart, stopsAt } from '../../fit';
import { partFrom } from '../../parts';
import { measured } from '../../quantity';
import { ORIENTATIONS } from '../../solid';
import { standardPart } from '../../standards';
import { searchLayouts } from '../layouts';
import { partWith, whatFits } from './fits';
import { fitTogether } from './together';
import { greatest, largest, withPart } from './try';
import { runs } from '../../../../testing/runs';

const length = (v: number) => measured(v);

/** A room of these sizes inside, walls of 2 mm, open at the top. */
function room(x: number, y: number, z: number): Conversion {
  const hull = defaultBox();
  for (const side of Object.keys(hull.walls) as (keyof typeof hull.walls)[]) hull.walls[side] = length(2);
  [hull.width, hull.depth, hull.height] = [length(x + 4), length(y + 4), length(z + 4)];
  const document = newConversion('Room', hull);
  document.brief.policy = 'open';
  document.shell.bodies.lid = lidAt(length(z + 3));
  return document;
}

const rows = (...keys: string[]) => keys.map((key) => standardPart(key)!);

/** Is there a place for a part on a grid, whatever its face rules? Only what stands in each other counts. */
function anyPlace(document: Conversion, key: string, step: number, size: readonly number[]): boolean {
  const part = partWith(standardPart(key)!);
  const plan = withPart(document, 'try-1', part);
  const assembly = assemble(plan);
  for (const o of ORIENTATIONS)
    for (let x = 2; x <= size[0]!; x += step)
      for (let y = 2; y <= size[1]!; y += step)
        for (let z = 2; z <= size[2]!; z += step) {
          const placed = placeInShell('try-1', part, { x, y, z, ...o, locked: false }, plan);
          if (placed.high.some((v, i) => v > size[i]! + 2)) continue;
          if (stopsAt(marginsOfPart(assembly, placed).filter((m) => m.kind === 'body')).length === 0) return true;
        }
  return false;
}

describe('what would fit', () => {
  const library = rows(
    'board/mini-itx',
    'supply/atx',
    'supply/sfx',
    'supply/flex',
    'drive/3.5',
    'fan/80x15',
    'fan/80x25',
    'card/low-profile-2',
  );

  it('says of each thing the same as trying all places does', () => {
    const size = [180, 176, 60] as const;
    const document = room(...size);
    document.shell.features['post-1'] = feature(
      'Post',
      { kind: 'box', width: length(20), depth: length(20), height: length(50) },
      [length(120), length(100), length(2)],
    );
    const found = whatFits(document, { library });
    for (const option of found.filter((o) => o.group === 'supply' || o.group === 'board')) {
      if (option.fits === 'no') {
        expect(anyPlace(document, option.id, runs(6, 10), size), option.id).toBe(false);
        expect(option.shortfall?.lacking ?? 1).toBeGreaterThan(0);
      }
    }
    // 86 mm of an ATX supply do not go in 60; the board meets the post.
    expect(Object.fromEntries(found.map((o) => [o.id, o.fits]))).toMatchObject({
      'board/mini-itx': 'no',
      'supply/atx': 'no',
    });
    expect(found.find((o) => o.id === 'supply/flex')!.fits).not.toBe('no');
  });

  it('puts each thing where it stops at nothing, with the room it says', () => {
    const document = room(300, 260, 100);
    for (const option of whatFits(document, { library })) {
      if (!option.change) continue;
      const assembly = assemble(applyChange(document, option.change).document);
      const margins = marginsOf(assembly);
      expect(stopsAt(margins), option.id).toEqual([]);
      const least = Math.min(...margins.filter((m) => m.kind === 'body').map((m) => m.spare));
      if (option.spare !== undefined) expect(option.spare).toBeCloseTo(least, 6);
    }
  });

  it('finds the cooler that the lid leaves room for, and not one millimetre more', () => {
    const document = room(200, 200, 100);
    const [board] = whatFits(document, { library: rows('board/mini-itx') });
    // 100 mm less the standoff of 6.35 and the board of 1.6; under 5 mm its fan starves (common practice, no source).
    expect(board!.most).toEqual({ what: 'cooler', value: Math.floor(100 - 6.35 - 1.6 - 5) });
  });

  it('finds the screen whose outline goes in, by its diagonal alone', () => {
    // Inside 320 × 200: 13.3 in at 16:9 is 294.4 × 165.6 and bezels (by the sides of 16 : 9), 14 in is 309.9 wide and does not.
    const screens = whatFits(room(320, 60, 200), { library: [] });
    expect(screens.find((s) => s.name === 'Screen 16:9')!.most).toEqual({ what: 'diagonal', value: 13.3 });
    // 15.6 in: 345.4 × 194.3.
    const wider = whatFits(room(360, 60, 216), { library: [] });
    expect(wider.find((s) => s.name === 'Screen 16:9')!.most!.value).toBe(15.6);
  });

  it('of fans of one size takes the thickest, and counts drives until none goes in', () => {
    const document = room(110, 200, 60);
    const found = whatFits(document, { library });
    expect(found.filter((o) => o.group === 'fan').map((o) => o.id)).toEqual(['fan/80x25']);
    // 26.1 mm each: two do not go in 52, whatever air they are given.
    const drivesIn = (z: number) =>
      whatFits(room(110, 200, z), { library: rows('drive/3.5') }).find((o) => o.group === 'drive')!.most;
    expect(drivesIn(60)).toEqual({ what: 'number', value: 2, more: true });
    expect(drivesIn(52)).toEqual({ what: 'number', value: 1, more: true });
  });
});

describe('what goes in together', () => {
  it('is in no one’s way, names what it is made of, and is none in a room for one thing', () => {
    const library = rows('board/mini-itx', 'supply/sfx', 'drive/3.5', 'card/low-profile-2');
    const document = room(320, 280, 110);
    const together = fitTogether(document, whatFits(document, { library }));
    expect(together.length).toBeGreaterThan(0);
    for (const { change, parts, spare } of together) {
      const plan = applyChange(document, change).document;
      expect(Object.keys(plan.layout.placements).length).toBe(Object.keys(plan.kit.parts).length);
      expect(stopsAt(marginsOf(assemble(plan)))).toEqual([]);
      expect(parts[0]).toMatch(/^Mini-ITX board with a 47 mm cooler$/);
      expect(Number.isFinite(spare)).toBe(true);
    }
    const small = room(176, 176, 60);
    expect(fitTogether(small, whatFits(small, { library }))).toEqual([]);
  });
});

describe('what goes in together, against every combination', () => {
  it.each([
    [250, 220, 105],
    [180, 330, 90],
  ])('in a room of %d × %d × %d mm has the largest supply, and with it the most drives', (w, d, h) => {
    const library = rows('board/mini-itx', 'supply/sfx', 'supply/flex', 'drive/3.5');
    const document = room(w, d, h);
    const options = whatFits(document, { library });
    const board = options.find((o) => o.id === 'board/mini-itx')!;
    // All combinations of a supply and up to four drives, each searched by itself with much more patience.
    const goes = (supply: string, drives: number) => {
      const plan = structuredClone(document);
      const low = partFrom(standardPart('board/mini-itx')!);
      low.dimensions.coolerHeight = { ...low.dimensions.coolerHeight!, value: Math.min(47, board.most?.value ?? 0) };
      plan.kit.parts['board-1'] = low;
      plan.kit.parts['supply-1'] = partFrom(standardPart(supply)!);
      for (let i = 1; i <= drives; i++) plan.kit.parts[`drive-${i}`] = partFrom(standardPart('drive/3.5')!);
      return searchLayouts(plan, { wanted: 1, steps: 600 }).layouts.length > 0;
    };
    const found = board.fits === 'no' ? [] : fitTogether(document, options);
    const fits = board.fits === 'no' ? undefined : ['supply/sfx', 'supply/flex'].find((supply) => goes(supply, 0));
    if (!fits) {
      expect(found).toEqual([]);
      return;
    }
    const most = Math.max(...[0, 1, 2, 4].filter((n) => goes(fits, n)));
    const kinds = Object.values(applyChange(document, found[0]!.change).document.kit.parts).map((p) => p.standard);
    expect(kinds).toContain(fits);
    expect(kinds.filter((k) => k === 'drive/3.5').length).toBe(most);
  });
});

describe('the largest of sizes', () => {
  it('is what going through them one by one gives', () => {
    for (let most = 0; most <= 40; most++) {
      const sizes = [3, 7, 8, 12, 20, 31, 40];
      expect(largest(sizes, (s) => s <= most)).toBe(sizes.filter((s) => s <= most).at(-1));
      expect(greatest(5, 40, 1, (v) => v <= most)).toBe(Math.max(5, Math.min(40, most)));
    }
  });
});
