import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assemble, placePart } from '../assembly';
import { applyChange, defaultBox, newConversion, type Conversion, type Side } from '../document';
import { marginsOfPart, stopsAt } from '../fit';
import { partFrom } from '../parts';
import { measured } from '../quantity';
import { standardPart } from '../standards';
import { conflictOf, missOf, searchLayouts, withLayout } from '.';

function kitIn(room: readonly number[], ...keys: string[]): Conversion {
  const hull = defaultBox();
  for (const side of Object.keys(hull.walls) as Side[]) hull.walls[side] = measured(3);
  [hull.width, hull.depth, hull.height] = room.map((v) => measured(v + 6)) as [never, never, never];
  return keys.reduce(
    (document, key, i) =>
      applyChange(document, { type: 'addPart', id: `part-${i + 1}`, part: partFrom(standardPart(key)!, key) }).document,
    newConversion('Too small', hull),
  );
}

describe('by how much parts that can’t be together miss it', () => {
  it('is what the distances say when it is done: the others as it says, the one left out where it says', () => {
    let told = 0;
    fc.assert(
      fc.property(
        fc.tuple(
          fc.integer({ min: 110, max: 200 }),
          fc.integer({ min: 150, max: 260 }),
          fc.integer({ min: 30, max: 75 }),
        ),
        (room) => {
          const document = kitIn(room, 'drive/3.5', 'drive/3.5', 'drive/2.5-7');
          const found = searchLayouts(document, { wanted: 1, steps: 200 });
          if (found.layouts.length > 0) return;
          const conflict = conflictOf(document, { steps: 200 });
          const set = conflict?.parts ?? found.homeless;
          const shortfall = missOf(document, set);
          if (!shortfall) return;
          told++;
          expect(set).toContain(shortfall.part);
          expect(Object.keys(shortfall.others).sort()).toEqual(set.filter((id) => id !== shortfall.part).sort());
          const assembly = assemble(withLayout(document, shortfall.others));
          // The others are in nobody’s way.
          for (const id of Object.keys(shortfall.others)) {
            const part = assembly.parts.find((p) => p.id === id)!;
            const beside = { ...assembly, parts: assembly.parts.filter((p) => p !== part) };
            expect(stopsAt(marginsOfPart(beside, part))).toEqual([]);
          }
          const placed = placePart(shortfall.part, document.kit.parts[shortfall.part]!, shortfall.placement);
          const stops = stopsAt(marginsOfPart(assembly, placed)).filter((m) => m.kind === 'body');
          const bodies = shortfall.by.filter((b) => b.kind === 'body');
          for (const { about, mm } of bodies) {
            const same = stops.find((m) => m.other.kind === about.kind && m.other.id === about.id)!;
            expect(-same.distance, `${shortfall.sentence} ${about.id}`).toBeCloseTo(mm, 1);
          }
          expect(shortfall.short).toBeGreaterThan(0);
          expect(shortfall.short).toBeCloseTo(Math.max(...shortfall.by.map((b) => b.mm)), 6);
        },
      ),
      { numRuns: 14, seed: 3 },
    );
    expect(told).toBeGreaterThan(4);
  });

  it('with that much more room they go in', () => {
    // Two drives side by side are 203.2 mm, and can’t stand on each other.
    const room = [200, 190, 32] as const;
    const document = kitIn(room, 'drive/3.5', 'drive/3.5');
    const set = conflictOf(document, { steps: 300 })!.parts;
    const shortfall = missOf(document, set)!;
    const wider = kitIn(
      [room[0] + 2 * shortfall.short + 2, room[1] + 2 * shortfall.short + 2, room[2]],
      'drive/3.5',
      'drive/3.5',
    );
    expect(searchLayouts(wider, { wanted: 1, steps: 400, enough: 'touching' }).layouts.length).toBeGreaterThan(0);
  });
});
