import { describe, expect, it } from 'vitest';
import { hullModel } from '../assembly';
import { defaultBox, lidAt, newConversion, type Body } from '../document';
import { DENSITY } from '../standards';
import { measured } from '../quantity';
import { massOfBody } from './bodies';

/** A lid of a box of 400 × 300 × 150 with walls of 3 mm, from 50 mm on, that leaves some faces standing. */
function lid(keeps: string[]): { document: ReturnType<typeof newConversion>; body: Body } {
  const document = newConversion('Shell', defaultBox());
  const whole = lidAt(measured(50), 'Cover');
  const body: Body = { ...whole, material: 'steel', cut: { ...whole.cut, keeps } as Body['cut'] };
  document.shell.bodies.lid = body;
  return { document, body };
}
const grams = (keeps: string[]) => {
  const { document, body } = lid(keeps);
  return massOfBody(document, body);
};

describe('a cover that leaves faces standing', () => {
  it('weighs less by what is left: the face above the joint, as thick as it is', () => {
    const steel = DENSITY.steel.value / 1e6;
    const whole = grams([]);
    // The rear above the joint is 400 × 100 × 3.
    expect(whole - grams(['rear'])).toBeCloseTo(400 * 100 * 3 * steel, 6);
    expect(whole - grams(['left', 'right'])).toBeCloseTo(2 * 300 * 100 * 3 * steel, 6);
    expect(grams(['bottom'])).toBeCloseTo(whole, 6);
  });
  it('takes no wall along that stays', () => {
    const of = (keeps: string[]) => {
      const { document } = lid(keeps);
      // From 0 on all walls are the lid’s.
      const body = document.shell.bodies.lid!;
      document.shell.bodies.lid = { ...body, cut: { ...body.cut, at: measured(0.5) } as Body['cut'] };
      return hullModel(document.shell)
        .walls.filter((w) => w.inLid)
        .map((w) => w.face);
    };
    expect(of(['rear'])).not.toContain('rear');
    expect(of([])).toEqual(expect.arrayContaining(of(['rear'])));
  });
});
