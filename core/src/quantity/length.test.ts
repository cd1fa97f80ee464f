import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { inUnit } from './inUnit';
import { editLength, formatLength, LengthError, parseLength } from './length';

describe('parseLength', () => {
  // 25.4 mm an inch: international yard and pound agreement, 1959.
  it.each([
    ['12.7', 12.7],
    ['12,7', 12.7],
    ['1/2"', 12.7],
    ['0.5in', 12.7],
    ['3 1/2"', 88.9],
    [`1' 3 1/2"`, 393.7],
    [`1'3.5"`, 393.7],
    ['2 ft', 609.6],
    ['1ft 6', 457.2],
    ['45+3.2', 48.2],
    ['45 - 3.2', 41.8],
    ['−3', -3],
    ['3*20.32', 60.96],
    ['(45+3.2)/2', 24.1],
    ['1in + 3', 28.4],
    ['2cm', 20],
    ['0.1 m', 100],
    ['40 thou', 1.016],
    ['.5', 0.5],
  ])('reads %s as %f mm', (text, mm) => expect(parseLength(text)).toBeCloseTo(mm, 9));

  it('reads a bare number in the unit that is shown', () => expect(parseLength('1/2', 'inch')).toBeCloseTo(12.7, 9));

  it.each(['', 'abc', '12..5', '3 apples', '1/0"', '5/0', '2in*3in', '(3', '1e400', 'NaN', 'Infinity', '200 m'])(
    'refuses “%s” and says what would be right',
    (text) => expect(() => parseLength(text)).toThrow(LengthError),
  );

  it('gives back every length that it wrote', () =>
    fc.assert(
      fc.property(fc.double({ min: -9e4, max: 9e4, noNaN: true }), fc.constantFrom('mm', 'inch'), (mm, unit) => {
        expect(parseLength(editLength(mm, unit), unit)).toBeCloseTo(mm, unit === 'mm' ? 2 : 3);
        const step = unit === 'mm' ? 0.1 : 0.0254;
        expect(Math.abs(parseLength(formatLength(mm, unit), unit) - mm)).toBeLessThanOrEqual(step / 2 + 1e-9);
      }),
    ));

  it('adds what is joined by a plus, in any units', () =>
    fc.assert(
      fc.property(fc.nat(150), fc.nat(150), fc.constantFrom('mm', 'in', 'cm', "'"), (a, b, unit) => {
        const alone = parseLength(`${a}${unit}`) + parseLength(`${b}mm`);
        expect(parseLength(`${a}${unit} + ${b}mm`)).toBeCloseTo(alone, 6);
      }),
    ));

  it('never gives anything but a finite length or a LengthError', () =>
    fc.assert(
      fc.property(fc.string({ unit: fc.constantFrom(...`0123456789./+-*()"' inmft`) }), (text) => {
        try {
          expect(Number.isFinite(parseLength(text))).toBe(true);
        } catch (error) {
          expect(error).toBeInstanceOf(LengthError);
        }
      }),
    ));
});

describe('a sentence in inches', () => {
  it.each([
    ['Card is 3.8 mm into Rib 1.', 'Card is 0.150 in into Rib 1.'],
    ['has 1.1 mm to the wall ± 0.7 mm: 83 %', 'has 0.043 in to the wall ± 0.028 in: 83 %'],
    ['−1.1 ±1.1 mm right', '−0.043 ±0.043 in right'],
    ['Spare −3.8 ± 0.5 mm.', 'Spare −0.150 ± 0.020 in.'],
    ['“25.4 mm” is out of range; enter 0 to 127 mm.', '“25.4 mm” is out of range; enter 0.000 to 5.000 in.'],
    ['It would be 80 to 120; 254 × 508 mm, 1–2 mm.', 'It would be 80 to 120; 10.000 × 20.000 in, 0.039–0.079 in.'],
    ['from −25.4 ± 2.54 to 50.8 mm', 'from −1.000 ± 0.100 to 2.000 in'],
    ['12 mm² and 3 mmHg stay; 254 mm does not.', '12 mm² and 3 mmHg stay; 10.000 in does not.'],
    ['12.9 → 25.8 cm² free of 64.516 cm²', '2.00 → 4.00 in² free of 10.00 in²'],
    ['M3 screws, 2.5 in drive', 'M3 screws, 2.5 in drive'],
  ])('%s', (mm, inches) => {
    expect(inUnit(mm, 'inch')).toBe(inches);
    expect(inUnit(mm, 'mm')).toBe(mm);
  });
});

describe('inches as fractions', () => {
  // A sixty-fourth is 0.396875 mm: by hand.
  it.each([
    [12.7, '1/2'],
    [88.9, '3 1/2'],
    [-38.1, '−1 1/2'],
    [0.396875, '1/64'],
    [25.4, '1'],
    [0, '0'],
    [3.8, '0.150'],
    [1.1, '0.043'],
  ])('%s mm is %s', (mm, text) => expect(formatLength(mm, 'fraction')).toBe(text));
  it('show no other length than decimals would, and read back as they are shown', () =>
    fc.assert(
      fc.property(fc.double({ min: -3000, max: 3000, noNaN: true }), (mm) => {
        const shown = formatLength(mm, 'fraction');
        expect(Math.abs(parseLength(shown, 'fraction') - mm)).toBeLessThan(0.0005 * 25.4 + 1e-9);
        // What is opened for editing and left as it is stays what it was, to what five decimals say.
        expect(Math.abs(parseLength(editLength(mm, 'fraction'), 'fraction') - mm)).toBeLessThan(0.0002);
      }),
    ));
});

describe('feet and inches as they are written on drawings', () => {
  // 25.4 mm an inch, 304.8 a foot: by hand.
  it.each([
    [`1' 3-1/2"`, 393.7],
    [`1'-3-1/2"`, 393.7],
    [`1'-3"`, 381],
    [`1' 3 1/2"`, 393.7],
    [`7-1/2"`, 190.5],
    [`7-1/2 in`, 190.5],
    [`7 - 1/2"`, 7 - 12.7],
    [`2'-1/2"`, 622.3],
    [`10-1/2`, 9.5],
    [`1' - 3"`, 304.8 - 76.2],
    [`3-1/4" + 1-3/4"`, 127],
  ])('%s', (text, mm) => expect(parseLength(text)).toBeCloseTo(mm, 9));

  it('a fraction over zero is refused in either form', () => {
    expect(() => parseLength(`7-1/0"`)).toThrow(/fraction over zero/);
    expect(() => parseLength(`1'-3-1/0"`)).toThrow(/fraction over zero/);
  });
});
