import fc from 'fast-check';
import { expect, it } from 'vitest';
import { assemble } from '../assembly';
import { applyChange, defaultBox, newConversion, type Conversion, type Side } from '../document';
import { partFrom } from '../parts';
import { measured } from '../quantity';
import { loadSolidKernel } from '../solid';
import { standardPart } from '../standards';
import { overlapsOf } from './overlaps';

const [W, D, H, T] = [300, 260, 200, 4];

/** A box with two drives, one of them anywhere, perhaps halfway through a wall. */
function plan(x: number, y: number, z: number): Conversion {
  const hull = defaultBox();
  for (const side of Object.keys(hull.walls) as Side[]) hull.walls[side] = measured(T);
  [hull.width, hull.depth, hull.height] = [measured(W), measured(D), measured(H)];
  const put = (document: Conversion, id: string, at: readonly [number, number, number]) =>
    applyChange(document, {
      type: 'addPart',
      id,
      part: partFrom(standardPart('drive/3.5')!, id),
      placement: { x: at[0], y: at[1], z: at[2], rear: 'rear', top: 'top', locked: false },
    }).document;
  return put(put(newConversion('Box', hull), 'drive-1', [100, 60, 60]), 'drive-2', [x, y, z]);
}

it('what two drives and the walls have in common is what their ends say', async () => {
  const kernel = await loadSolidKernel();
  let met = 0;
  fc.assert(
    fc.property(
      fc.integer({ min: -60, max: 260 }),
      fc.integer({ min: -60, max: 180 }),
      fc.integer({ min: 20, max: 100 }),
      (x, y, z) => {
        const document = plan(x, y, z);
        const [a, b] = assemble(document).parts.map((p) => p.solids.find((s) => s.role === 'body')!.shape);
        const common = [0, 1, 2].reduce(
          (v, i) => v * Math.max(0, Math.min(a!.high[i]!, b!.high[i]!) - Math.max(a!.low[i]!, b!.low[i]!)),
          1,
        );
        const whole = [0, 1, 2].reduce((v, i) => v * (b!.high[i]! - b!.low[i]!), 1);
        const inside = [W, D, H].reduce(
          (v, size, i) => v * Math.max(0, Math.min(size - T, b!.high[i]!) - Math.max(T, b!.low[i]!)),
          1,
        );
        const found = overlapsOf(document, kernel);
        for (const { part, other, volume, depth } of found) {
          expect(depth).toBeGreaterThan(0.05);
          // Every wall that it is in tells all of it that is not in the room.
          const expected = other.kind === 'part' ? common : part === 'drive-2' ? whole - inside : 0;
          expect(volume / Math.max(1, expected)).toBeCloseTo(1, 3);
        }
        const between = found.some((o) => o.other.kind === 'part');
        if (common > 100) expect(between).toBe(true);
        if (whole - inside > 2000) expect(found.some((o) => o.other.kind === 'face')).toBe(true);
        if (between) met++;
      },
    ),
    { numRuns: 60, seed: 9 },
  );
  expect(met).toBeGreaterThan(5);
});
