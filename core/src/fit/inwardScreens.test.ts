import { describe, expect, it } from 'vitest';
import { assemble } from '../assembly';
import { applyChange, defaultBox, lidAt, newConversion, type Body, type Placement } from '../document';
import { panelPart } from '../kit';
import { measured } from '../quantity';
import { assessFit } from './assess';

const DOWN = { rear: 'top', top: 'rear' } as const;
const order = {
  diagonalInch: 7,
  aspect: [16, 9] as [number, number],
  bezel: { side: 5, top: 5, bottom: 5 },
  thickness: 6,
};

/** What is said of the picture of a screen in a lid that moves in some way. */
function said(motion: Body['motion'], looks: Pick<Placement, 'rear' | 'top'> = DOWN) {
  const lid = { ...lidAt(measured(60), 'Lid'), motion };
  let plan = applyChange(newConversion('Case', defaultBox()), { type: 'setBody', id: 'lid', body: lid }).document;
  const placement = { x: 80, y: 80, z: 80, ...looks, locked: false, on: 'lid' };
  plan = applyChange(plan, { type: 'addPart', id: 'screen-1', part: panelPart(order), placement }).document;
  const assembly = assemble(plan);
  const id = assembly.parts[0]!.faces.find((f) => f.cuts.some((c) => c.kind === 'cut'))!.id;
  return assessFit(plan, assembly).findings.find((f) => f.id === `fit/screen-1/${id}`);
}

describe('a screen on the inside of a lid', () => {
  it('looks to who opens it: away from the hinge, upright at 90°, leaning back beyond', () => {
    const open = (angle: number, edge: 'rear' | 'left' = 'rear') => said({ kind: 'swing', edge, angle })!;
    expect(open(90)).toMatchObject({
      verdict: 'good',
      sentence: expect.stringMatching(/to the front then, upright/) as string,
    });
    expect(open(110)).toMatchObject({
      verdict: 'good',
      sentence: expect.stringMatching(/leaning back by 20°/) as string,
    });
    expect(open(95, 'left').sentence).toMatch(/to the right then/);
    // 30° either way are the limit (common practice, no source).
    expect([60, 59, 120, 121].map((angle) => open(angle).verdict)).toEqual(['good', 'warn', 'good', 'warn']);
    expect(open(45).sentence).toMatch(/Open Lid by 60° or more/);
  });
  it('is seen only with a lid in the hand that lifts off; and is told nothing of this where it looks elsewhere', () => {
    expect(said({ kind: 'lift' })!.sentence).toMatch(/with Lid off/);
    const aside = said({ kind: 'swing', edge: 'rear', angle: 95 }, { rear: 'rear', top: 'top' });
    expect(aside?.sentence ?? '').not.toMatch(/is seen with/);
  });
});
