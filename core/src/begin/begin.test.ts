import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { hullModel } from '../assembly';
import { facesAgainst, mayCut, standingPlace, STANDS } from '../brief';
import { validationIssuesOf, POLICY_NAMES, STARTING_FORMS, type StartingForm } from '../document';
import { TOOL_NAMES } from '../quantity';
import { searchLayouts } from '../search';
import { saidAtRest } from '../plan';
import { standardPart } from '../standards';
import { BUNDLES, HINGES, OPENINGS, RIDGES, firstPlan, FIRST_ANSWERS, SIZES, WALLS, wrongWith, type Answers } from '.';

const FORMS = Object.keys(STARTING_FORMS) as StartingForm[];
const places = Object.keys(STANDS) as (keyof typeof STANDS)[];

const answers: fc.Arbitrary<Answers> = fc.record({
  name: fc.constantFrom('', 'Old tape deck'),
  form: fc.constantFrom(...FORMS),
  sizes: fc.constantFrom('outside', 'inside'),
  width: fc.double({ min: SIZES.least, max: SIZES.most, noNaN: true }),
  depth: fc.double({ min: SIZES.least, max: SIZES.most, noNaN: true }),
  height: fc.double({ min: SIZES.least, max: SIZES.most, noNaN: true }),
  wall: fc.double({ min: WALLS.least, max: WALLS.most, noNaN: true }),
  material: fc.constantFrom('steel', 'wood', 'other'),
  tool: fc.constantFrom(...TOOL_NAMES),
  opens: fc.constantFrom(...OPENINGS),
  hinge: fc.constantFrom(...HINGES),
  ridge: fc.constantFrom(...RIDGES),
  feet: fc.constantFrom(0, 12),
  rearSeen: fc.boolean(),
  stands: fc.constantFrom(...places),
  policy: fc.constantFrom(...POLICY_NAMES),
  kit: fc.constantFrom(...Object.values(BUNDLES).map((b) => b.parts)),
});

describe('a first plan', () => {
  it('of any answers that are in order is a valid plan, and of others is refused with the value', () => {
    let made = 0;
    fc.assert(
      fc.property(answers, (given) => {
        let plan;
        try {
          plan = firstPlan(given);
        } catch (error) {
          // Walls, or a form that can't be that thick: the words name a length.
          expect((error as Error).message).toMatch(/\d mm/);
          return;
        }
        made++;
        expect(wrongWith(given)).toEqual({});
        expect(validationIssuesOf(plan)).toEqual([]);
      }),
    );
    expect(made).toBeGreaterThan(20);
  });

  it.each(FORMS)('%s: is as large outside as was measured outside', (form) => {
    const { low, high } = hullModel(firstPlan({ ...FIRST_ANSWERS, form, width: 431, depth: 287, height: 165 }).shell);
    // An arch is a row of chords, inside the true curve by a tenth.
    const digits = form === 'arch' ? 0 : 6;
    expect(high.map((v, i) => v - low[i]!)).toEqual([431, 287, 165].map((v) => expect.closeTo(v, digits)));
  });

  it('an arch turns, and is as large either way', () => {
    for (const [ridge, axis] of [
      ['front to rear', 'y'],
      ['left to right', 'x'],
    ] as const) {
      const { shell } = firstPlan({ ...FIRST_ANSWERS, form: 'arch', ridge, width: 431, depth: 287, height: 165 });
      expect(shell.hull).toMatchObject({ form: 'profile', axis });
      const { low, high } = hullModel(shell);
      expect(high.map((v, i) => v - low[i]!)).toEqual([431, 287, 165].map((v) => expect.closeTo(v, 0)));
    }
  });

  it('keeps what was said of hinge, feet and what is seen', () => {
    const plan = firstPlan({ ...FIRST_ANSWERS, opens: 'hinged', hinge: 'left', feet: 14, rearSeen: true });
    expect(plan.shell.bodies['lid-1']).toMatchObject({
      motion: { kind: 'swing', edge: 'left' },
      closures: [{ kind: 'hinge' }],
    });
    expect(plan.air.feet).toBe(14);
    expect(mayCut(plan.brief, 'rear')).toBe(false);
    expect(wrongWith({ ...FIRST_ANSWERS, feet: 900 }).feet).toMatch(/900 mm: enter 0 to 500/);
  });

  it('has inside what was measured inside', () => {
    const { innerLow, innerHigh } = hullModel(
      firstPlan({ ...FIRST_ANSWERS, sizes: 'inside', width: 431, depth: 287, height: 165, wall: 9 }).shell,
    );
    expect(innerHigh.map((v, i) => v - innerLow[i]!)).toEqual([431, 287, 165].map((v) => expect.closeTo(v, 6)));
  });

  it('says of every length what it was taken with, and that what was not asked is a guess', () => {
    const { hull } = firstPlan({ ...FIRST_ANSWERS, form: 'wedge', tool: 'calipers' }).shell;
    const tools = hull.form === 'profile' ? hull.corners.map((c) => [c.a.tool, c.b.tool]) : [];
    // Rear and top were taken; where the slope begins and how high the front is were not.
    expect(tools.slice(1)).toEqual([
      ['calipers', 'guess'],
      ['calipers', 'calipers'],
      ['guess', 'calipers'],
      ['guess', 'guess'],
    ]);
  });

  it('refuses what is out of range, with what would be right', () => {
    expect(wrongWith({ ...FIRST_ANSWERS, width: NaN }).width).toMatch(/20 to 3000/);
    expect(wrongWith({ ...FIRST_ANSWERS, wall: 80 }).wall).toMatch(/0.3 to 60/);
    expect(wrongWith({ ...FIRST_ANSWERS, height: 50, wall: 30 }).wall).toMatch(/leave no room in 50/);
    expect(wrongWith({ ...FIRST_ANSWERS, kit: [{ key: 'board/none', name: 'x', count: 1 }] }).kit).toMatch(
      /known parts/,
    );
  });

  it.each(Object.entries(BUNDLES))('%s: is made of parts of the library and goes into a large box', (_key, bundle) => {
    expect(bundle.parts.every(({ key }) => standardPart(key))).toBe(true);
    const plan = firstPlan({ ...FIRST_ANSWERS, tool: 'rule', width: 620, depth: 520, height: 320, kit: bundle.parts });
    const { layouts } = searchLayouts(plan, { wanted: 1, assess: saidAtRest });
    expect(layouts).toHaveLength(1);
  });
});

describe('where it stands', () => {
  it.each(FORMS)('%s: is told from the faces that stand against something', (form) => {
    const { shell } = firstPlan({ ...FIRST_ANSWERS, form });
    for (const place of places) expect(standingPlace(shell, facesAgainst(shell, place))).toBe(place);
    expect(facesAgainst(shell, 'table')).toEqual(['bottom']);
    expect(standingPlace(shell, ['front'])).toBeUndefined();
  });
});
