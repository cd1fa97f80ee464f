import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readFileSync } from 'node:fs';
import { assemble, placeInShell } from '../assembly';
import { readConversion, type Placement } from '../document';
import { eachFree, marginsOfPart, stopsAt, valueOf } from '../fit';
import { stuckTo, whereCanItGo } from '.';

const deck = readConversion(readFileSync(new URL('../../../demo/tape-deck.json', import.meta.url), 'utf8'));
const ID = 'drive-1';
const from = deck.layout.placements[ID]!;
const assembly = assemble(deck);
const where = whereCanItGo(deck, ID, { only: { rear: from.rear, top: from.top } })[0]!;
const part = deck.kit.parts[ID]!;
const stops = (p: Placement) => stopsAt(marginsOfPart(assembly, placeInShell(ID, part, p, deck)));
const hand = fc.record({
  x: fc.integer({ min: -100, max: 500 }),
  y: fc.integer({ min: -100, max: 500 }),
  z: fc.integer({ min: -100, max: 300 }),
});
const gap = (p: { x: number; y: number; z: number }, q: typeof p) => Math.hypot(p.x - q.x, p.y - q.y, p.z - q.z);

/** Every free position of the map. */
function free(): { x: number; y: number; z: number }[] {
  const found: { x: number; y: number; z: number }[] = [];
  for (const { positions } of where.maps) {
    const [rx, ry, rz] = positions.runs;
    eachFree(positions, (i, j, k) => found.push({ x: valueOf(rx, i), y: valueOf(ry, j), z: valueOf(rz, k) }));
  }
  return found;
}

describe('a dragged part that keeps to where it can go', () => {
  const all = free();

  it('never stands where it stops, and is never farther from the hand than the nearest position of the map', () =>
    fc.assert(
      fc.property(hand, (at) => {
        const wanted = { ...from, ...at };
        const stuck = stuckTo(where, assembly, deck, ID, from, wanted, [0, 1, 2]);
        expect(stops(stuck)).toEqual([]);
        const nearest = Math.min(...all.map((p) => gap(p, wanted)));
        expect(gap(stuck, wanted)).toBeLessThanOrEqual(nearest + 0.002);
      }),
      { numRuns: 150 },
    ));

  it('stays in the plane of the hand where that has a place', () =>
    fc.assert(
      fc.property(hand, ({ x, y }) => {
        const near = all.reduce((best, p) => (Math.abs(p.z - from.z) < Math.abs(best.z - from.z) ? p : best));
        const wanted = { ...from, x, y, z: near.z };
        expect(stuckTo(where, assembly, deck, ID, from, wanted, [0, 1]).z).toBeCloseTo(near.z, 3);
      }),
      { numRuns: 40 },
    ));

  it('where there is no place at all it stays where it was', () => {
    const nowhere = { ...where, maps: [] };
    expect(stuckTo(nowhere, assembly, deck, ID, from, { ...from, x: 1 }, [0])).toBe(from);
  });
});
