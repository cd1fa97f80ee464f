import { expect, it } from 'vitest';
import { validationIssuesOf, validationIssuesOfPart, applyChange, defaultBox, newConversion } from '../document';
import { partModel } from '../parts';
import { activeArea, panelPart } from '.';

// Computed: Pythagoras on the diagonal.
it.each([
  [13.3, [16, 9], 294.4, 165.6],
  [15.6, [16, 9], 345.4, 194.3],
  [10.1, [16, 10], 217.5, 136.0],
] as const)(
  'the picture of a %f in panel is as large as its diagonal and aspect say',
  (diagonal, aspect, width, height) => {
    const area = activeArea(diagonal, aspect);
    expect(area.width).toBeCloseTo(width, 1);
    expect(area.height).toBeCloseTo(height, 1);
  },
);

it('a panel is a valid part with its picture cut into the face it looks at', () => {
  const part = panelPart({
    diagonalInch: 10.1,
    aspect: [16, 10],
    bezel: { side: 5, top: 5, bottom: 12 },
    thickness: 6,
  });
  expect(validationIssuesOfPart(part)).toEqual([]);
  const { faces } = partModel('panel-1', part);
  expect(faces[0]).toMatchObject({
    direction: 'front',
    cuts: [{ shape: { size: [217.5, 136] }, at: [expect.closeTo(113.75, 0), 0, expect.closeTo(80, 0)] }],
  });
  const document = applyChange(newConversion('Box', defaultBox()), { type: 'addPart', id: 'panel-1', part }).document;
  expect(validationIssuesOf(document)).toEqual([]);
});

it('a diagonal of zero or an aspect of nothing is refused in words', () => {
  expect(() => activeArea(0, [16, 9])).toThrow(/diagonal of 0 in/);
  expect(() => activeArea(NaN, [16, 9])).toThrow(/NaN/);
  expect(() => activeArea(10, [16, 0])).toThrow(/16 : 0/);
});
