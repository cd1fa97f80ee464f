import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { measured } from '../../quantity';
import { area } from '../../solid/polygon';
import { cornerPoints, putAt, withCornerOn, withCornersAt, withProfileCornerOn } from './editSection';
import { validationIssuesOfShell } from './rules';
import { defaultWedge, STARTING_FORMS } from './starts';

const wedge = () => defaultWedge().corners;

describe('a section', () => {
  it('keeps what is known of the corners that stay; those that were dragged are guesses', () => {
    const read = { ...measured(320, 'rule', 0.5), readings: [319.9, 320.1], when: '2031-01-01' };
    const corners = wedge().map((c, i) => (i === 1 ? { ...c, a: read } : c));
    const same = withCornersAt(corners, cornerPoints(corners));
    expect(same).toEqual(corners);
    const moved = withCornersAt(
      corners,
      cornerPoints(corners).map(([a, b]) => [a + 1, b]),
    );
    // Where it was dragged to nobody measured; a typed length was.
    expect(moved[1]!.a).toEqual({ value: 321, uncertainty: 1, tool: 'guess' });
    expect(putAt(read, 321, 'calipers')).toEqual(measured(321, 'calipers'));
    expect(moved[1]!.b).toBe(corners[1]!.b);
    expect(moved.map((c) => c.face)).toEqual(corners.map((c) => c.face));
  });

  it('wants as many points as it has corners', () =>
    expect(() => withCornersAt(wedge(), [[0, 0]])).toThrow('1 points are given for 5 corners'));

  it('a value put where it is stays the same object', () => {
    const value = measured(7, 'tape', 1);
    expect(putAt(value, 7 + 1e-12)).toBe(value);
    expect(putAt(value, 7.1).value).toBe(7.1);
  });
});

describe('one corner more', () => {
  it('stands in the middle of its edge, also of the one that closes the section', () => {
    const corners = [
      [0, 0],
      [40, 0],
      [40, 25],
      [0, 25],
    ].map(([a, b]) => ({ a: measured(a!), b: measured(b!) }));
    expect(cornerPoints(withCornerOn(corners, 0))[1]).toEqual([20, 0]);
    expect(cornerPoints(withCornerOn(corners, 3))[4]).toEqual([0, 12.5]);
  });

  it('of a hull is a face of a new name, however often, and the hull stays as large', () => {
    const edges = fc.array(fc.nat(4), { minLength: 1, maxLength: 9 });
    fc.assert(
      fc.property(fc.constantFrom('wedge', 'arch', 'rounded' as const), edges, (form, inserts) => {
        const hull = STARTING_FORMS[form]();
        if (hull.form !== 'profile') throw new Error(`A ${form} has no profile.`);
        let { corners } = hull;
        const before = area(cornerPoints(corners));
        for (const i of inserts) corners = withProfileCornerOn(corners, i % corners.length);
        expect(new Set(corners.map((c) => c.face)).size).toBe(hull.corners.length + inserts.length);
        // The grid of 0.1 mm moves a corner by 0.05 mm at most.
        expect(Math.abs(area(cornerPoints(corners)) - before)).toBeLessThan(0.05 * 1400 * inserts.length);
        const shell = { hull: { ...hull, corners }, material: 'wood' as const };
        const rest = { bodies: {}, features: {}, openings: {}, hazards: {} };
        const validationIssues = validationIssuesOfShell({ ...shell, ...rest } as Parameters<
          typeof validationIssuesOfShell
        >[0]);
        // Half an edge may be too short for the rounding or the arch at its end, or for its walls, and that is what it says.
        for (const { message } of validationIssues)
          expect(message).toMatch(/ at most [1-9][\d.]* mm|under 1 mm long|too short for its walls/);
      }),
      { numRuns: 60 },
    );
  });
});
