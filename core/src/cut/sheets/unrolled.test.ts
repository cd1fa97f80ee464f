import { describe, expect, it } from 'vitest';
import { assemble, wallOf } from '../../assembly';
import {
  applyChange,
  facetsOf,
  formOf,
  newConversion,
  defaultArch,
  type Change,
  type Conversion,
} from '../../document';
import { sheetOf } from './sheet';
import { laidFlat, unrolledOf } from './unrolled';

const arched: Conversion = newConversion('Arch', defaultArch());
const assembly = assemble(arched);
const frame = assembly.hull.frames.find((f) => f.face === 'top')!;
const { thickness } = wallOf(assembly.hull, 'top')!;
const form = formOf(arched.shell.hull);
const edge = form.edges.find((e) => e.face === 'top')!;
const of = (inside: boolean) => unrolledOf(arched, frame, thickness, inside)!;

describe('an arched face laid flat', () => {
  it('is as long as its arc: 2 R asin(c / 2R), and as the many chords that stand for it', () => {
    const { chord, length, radius } = of(false);
    const h = edge.rise.value;
    // c²/4 = R² − (R − h)² (sagitta).
    expect(radius ** 2 - (radius - h) ** 2).toBeCloseTo(chord ** 2 / 4, 6);
    expect(length).toBeCloseTo(2 * radius * Math.asin(chord / 2 / radius), 9);
    const facets = facetsOf(form);
    const chords = facets.reduce((sum, f, i) => {
      const next = facets[(i + 1) % facets.length]!;
      return form.edges[f.edge]!.face === 'top'
        ? sum + Math.hypot(next.from[0] - f.from[0], next.from[1] - f.from[1])
        : sum;
    }, 0);
    expect(chords / length).toBeGreaterThan(0.999);
    expect(chords).toBeLessThanOrEqual(length + 1e-9);
  });

  it('keeps its middle in the middle, its ends at the ends, and distances along the arc', () => {
    const { chord, length, lay, radius } = of(false);
    expect(lay(0)).toBeCloseTo(0, 9);
    expect(lay(chord)).toBeCloseTo(length, 9);
    expect(lay(chord / 2)).toBeCloseTo(length / 2, 9);
    // A short step near a place is as much longer as the arc is steep there: 1 / cos of its slope.
    for (const t of [0.1, 0.3, 0.5, 0.8]) {
      const x = (t - 0.5) * chord;
      const slope = Math.asin(x / radius);
      expect((lay(t * chord + 1e-4) - lay(t * chord)) / 1e-4).toBeCloseTo(1 / Math.cos(slope), 3);
    }
  });

  it('is shorter inside, by the wall’s share of the radius', () => {
    const [outside, inside] = [of(false), of(true)];
    expect(inside.radius).toBeCloseTo(outside.radius - thickness, 9);
    expect(inside.length / outside.length).toBeCloseTo(inside.radius / outside.radius, 9);
  });

  it('has its openings where the arc has them, and the sheet is as long as the arc', () => {
    const hole: Change = {
      type: 'setCutOpening',
      id: 'cut-1',
      opening: {
        name: 'Window',
        use: 'window',
        face: 'top',
        u: 100,
        v: 100,
        shape: { kind: 'rectangle', width: 40, height: 30, radius: 0 },
        pattern: { kind: 'open' },
        screws: [{ u: 0, v: 40, diameter: 4 }],
      },
    };
    const document = applyChange(arched, hole).document;
    const arch = of(false);
    const sheet = sheetOf(document, 'top', assemble(document));
    expect(arch.along === 0 ? sheet.width : sheet.height).toBeCloseTo(arch.length, 6);
    expect(sheet.caption).toContain('laid flat');
    const [window, screw] = sheet.holes;
    const [su, sv] = laidFlat(arch, [100, 140]);
    expect([screw!.u, screw!.v]).toEqual([expect.closeTo(su, 6), expect.closeTo(sv, 6)]);
    const half = arch.along === 0 ? 20 : 15;
    const rectangle = sheet.items.find((i) => i.kind === 'rectangle' && i.layer === 'cut');
    if (rectangle?.kind !== 'rectangle') throw new Error('no rectangle');
    expect(2 * rectangle.half[arch.along]).toBeCloseTo(arch.lay(100 + half) - arch.lay(100 - half), 6);
    expect(rectangle.half[1 - arch.along]).toBeCloseTo(arch.along === 0 ? 15 : 20, 9);
    expect(window!.name).toBe('Window');
  });

  it('a flat face stays as it is', () =>
    expect(
      unrolledOf(
        arched,
        assembly.hull.frames.find((f) => f.face === 'left')!,
        3,
        false,
      ),
    ).toBeUndefined());
});
