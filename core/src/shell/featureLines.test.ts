import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { applyChange, defaultBox, lidAt, newConversion, validationIssuesOf, type Conversion } from '../document';
import { measured } from '../quantity';
import { featuresFromLines, freePlace } from './featureLines';

const shell = (): Conversion => {
  const document = newConversion('Shell', defaultBox());
  document.shell.bodies.lid = lidAt(measured(140), 'Deck plate');
  return document;
};
const made = (text: string, document = shell(), unit: 'mm' | 'inch' = 'mm') => {
  const found = featuresFromLines(text, document, unit);
  if ('wrong' in found) throw new Error(found.wrong);
  const next = applyChange(document, found.change).document;
  expect(validationIssuesOf(next)).toEqual([]);
  return found.features.map((f) => f.feature);
};
const wrong = (text: string) => {
  const found = featuresFromLines(text, shell());
  return 'wrong' in found ? found.wrong : `taken: ${JSON.stringify(found.features)}`;
};

describe('a feature by one line', () => {
  it('is a rib on the lid, hung under the top', () => {
    const [rib] = made('rib 200×12×18 on lid');
    // 150 high, 3 thick at the top.
    expect(rib).toMatchObject({
      name: 'Rib 1',
      kind: 'rib',
      body: 'lid',
      fate: 'cut',
      shape: { kind: 'box', width: { value: 200 }, depth: { value: 12 }, height: { value: 18 } },
      z: { value: 150 - 3 - 18 },
    });
  });
  it('has its name, its place, its row; is round where it says so', () => {
    expect(made('boss Motor foot ø8×12 at 40 60 3 on the base')[0]).toMatchObject({
      name: 'Motor foot',
      kind: 'boss',
      shape: { kind: 'cylinder', axis: 'z', diameter: { value: 8 }, length: { value: 12 } },
      x: { value: 40 },
      y: { value: 60 },
      z: { value: 3 },
    });
    expect(made('rib 60x6x20 at 20,30 ×4 every 40 along y')[0]).toMatchObject({
      x: { value: 20 },
      y: { value: 30 },
      z: { value: 3 },
      copies: { kind: 'row', axis: 'y', count: 4, pitch: { value: 40 } },
    });
    expect(made('shelf 12,5 × 80 × 4.5')[0]!.shape).toMatchObject({ width: { value: 12.5 }, height: { value: 4.5 } });
    expect(made('Old transformer 60*50*40')[0]).toMatchObject({ name: 'Old transformer', kind: 'other' });
  });
  it('is read in the unit of who writes, and in the one that is written', () => {
    expect(made('rib 2×1×0.5', shell(), 'inch')[0]!.shape).toMatchObject({
      width: { value: 50.8 },
      height: { value: 12.7 },
    });
    expect(made('rib 20mm×1×10mm', shell(), 'inch')[0]!.shape).toMatchObject({
      width: { value: 20 },
      depth: { value: 25.4 },
    });
  });
  it('lands where nothing stands yet, one after the other', () =>
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 5, max: 90 }), fc.integer({ min: 5, max: 60 })), {
          minLength: 2,
          maxLength: 8,
        }),
        (sizes) => {
          const all = made(sizes.map(([w, d]) => `rib ${w}×${d}×20`).join('\n'));
          for (const [i, a] of all.entries())
            for (const b of all.slice(i + 1)) {
              const ends = (f: typeof a, k: 'x' | 'y') => {
                const of = f.shape as { width: { value: number }; depth: { value: number } };
                return [f[k].value, f[k].value + (k === 'x' ? of.width : of.depth).value] as const;
              };
              const meets = (['x', 'y'] as const).every(
                (k) => ends(a, k)[0] < ends(b, k)[1] - 1e-6 && ends(b, k)[0] < ends(a, k)[1] - 1e-6,
              );
              expect(meets).toBe(false);
            }
        },
      ),
      { numRuns: 25 },
    ));
  it('says what is wrong with it, and what would be right', () => {
    expect(wrong('')).toMatch(/Nothing is written/);
    expect(wrong('rib on lid')).toMatch(/it has no sizes; write width × depth × height, such as rib 200×12×18/);
    expect(wrong('rib 0×12×18')).toMatch(/“0” is no size; enter more than 0 and up to 5000 mm/);
    expect(wrong('rib 99999×12×18')).toMatch(/“99999” is no size/);
    expect(wrong('rib 10×12×18 on the trunk')).toMatch(/the shell has no “the trunk”; it has Deck plate/);
    expect(wrong('rib 10×12×18 ×99 every 4')).toMatch(/99 in a row; enter 2 to 60/);
    expect(wrong('rib 10×12×18\nrib')).toMatch(/^Line 2, “rib”: it has no sizes/);
  });
});

describe('a table of features', () => {
  it('is taken row by row, with its head, its kinds, tabs, semicolons and decimal commas', () => {
    const all = made('kind\tx\ty\tz\tw\td\th\nrib\t20\t30\t3\t60\t6\t20\nboss\t100,5\t40\t3\t8\t8\t12');
    expect(all.map((f) => [f.kind, f.x.value])).toEqual([
      ['rib', 20],
      ['boss', 100.5],
    ]);
    expect(made('20 30 3 60 6 20\n90;30;3;60;6;20').map((f) => f.x.value)).toEqual([20, 90]);
    expect(wrong('-5 30 3 60 6 20')).toMatch(/-5 mm is no place; places count from the outer corner/);
  });
  it('is taken whole or not at all', () => {
    expect(wrong('20 30 3 60 6 20\n20 30 3 60 6 0')).toMatch(/^Line 2, .*0 mm is no size/);
    expect(wrong(Array.from({ length: 201 }, () => '1 1 1 1 1 1').join('\n'))).toMatch(/201 lines; enter 200/);
  });
  it('finds no place in a full shell, and says the corner', () => {
    expect(freePlace(shell(), [394, 294, 10], 'base')).toEqual([3, 3, 3]);
    const full = applyChange(shell(), {
      type: 'setFeature',
      id: 'other-1',
      feature: made('394×294×100')[0]!,
    }).document;
    expect(freePlace(full, [20, 20, 10], 'base')).toEqual([3, 3, 3]);
  });
});
