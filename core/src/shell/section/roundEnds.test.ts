import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assemble, hullModel } from '../../assembly';
import { validationIssuesOf, newConversion, type Conversion, type ProfileHull } from '../../document';
import { measured } from '../../quantity';
import { area } from '../../solid/polygon';
import { facetsOf } from './facets';
import { formOf } from './hullForm';
import { STARTING_FORMS } from './starts';

/** A box whose upright edges are rounded by a radius, its walls 3 mm. */
function rounded(width: number, depth: number, radius: number, wall = 3): Conversion {
  const hull = STARTING_FORMS.rounded() as ProfileHull;
  const at = [
    [0, 0],
    [width, 0],
    [width, depth],
    [0, depth],
  ];
  hull.corners = hull.corners.map((c, i) => ({
    ...c,
    a: measured(at[i]![0]!),
    b: measured(at[i]![1]!),
    radius: measured(radius),
    wall: measured(wall),
  }));
  hull.length = measured(150);
  hull.ends = { low: measured(3), high: measured(3) };
  return newConversion('Rounded', hull);
}
const outside = ({ shell }: Conversion) => area(facetsOf(formOf(shell.hull)).map((f) => f.from));
/** Closed form: a rectangle less its corners, plus a circle. */
const exact = (w: number, d: number, r: number) => w * d - (4 - Math.PI) * r * r;

describe('round ends', () => {
  it.each([
    ['a stadium', 300, 150, 75],
    ['a can', 150, 150, 75],
    ['next to a stadium', 300, 150, 74.99],
    ['a flat that the walls eat', 300, 150, 74],
  ])('%s is a shell, with the area of its closed form and room inside', (_name, w, d, r) => {
    const document = rounded(w, d, r);
    expect(validationIssuesOf(document)).toEqual([]);
    // Chords lie within 0.1 mm of the arc.
    expect(Math.abs(outside(document) - exact(w, d, r))).toBeLessThan(0.1 * 2 * Math.PI * r);
    const { inner, convex } = hullModel(document.shell);
    expect(convex).toBe(true);
    expect(Math.abs(area(inner.low) - exact(w - 6, d - 6, r - 3))).toBeLessThan(0.15 * 2 * Math.PI * r);
    expect(assemble(document).hull.frames.map((f) => f.face)).toEqual(
      expect.arrayContaining(['front', 'rear', 'left', 'right']),
    );
  });

  it('of any radius up to half the depth make a shell, beyond it are refused with what would be right', () => {
    const side = fc.integer({ min: 60, max: 400 });
    fc.assert(
      fc.property(side, side, fc.double({ min: 0.1, max: 1.2, noNaN: true }), (w, d, share) => {
        const half = Math.min(w, d) / 2;
        const document = rounded(w, d, share * half);
        const validationIssues = validationIssuesOf(document);
        if (share <= 1) {
          expect(validationIssues).toEqual([]);
          expect(hullModel(document.shell).innerHigh.every(Number.isFinite)).toBe(true);
        } else if (share > 1.001) expect(validationIssues[0]!.message).toMatch(/leave at most \d/);
      }),
      { numRuns: 200 },
    );
  });

  it('with walls as thick as the radius are refused, not drawn inside out', () =>
    expect(validationIssuesOf(rounded(300, 150, 75, 80))[0]!.message).toMatch(/leave no room/));
});
