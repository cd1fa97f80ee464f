import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assemble } from '../../assembly';
import { defaultBox, newConversion } from '../../document';
import { measured } from '../../quantity';
import { liesBetween, webBetween, type CutOpening } from '../openings/opening';
import { leastWeb, thinWebs } from './webs';

const plan = newConversion('Box', {
  ...defaultBox(),
  width: measured(400),
  depth: measured(300),
  height: measured(200),
});
plan.shell.material = 'steel';
const assembly = assemble(plan);
const LEAST = leastWeb('steel', 3);

const at = fc.integer({ min: 40, max: 360 });
const shape = fc.oneof(
  fc.integer({ min: 3, max: 60 }).map((diameter) => ({ kind: 'round' as const, diameter })),
  fc
    .tuple(fc.integer({ min: 3, max: 90 }), fc.integer({ min: 3, max: 40 }), fc.integer({ min: 0, max: 20 }))
    .map(([width, height, radius]) => ({ kind: 'rectangle' as const, width, height, radius })),
);
const opening = fc
  .record({
    face: fc.constantFrom('rear', 'front'),
    group: fc.constantFrom('a', 'b', 'c', 'd', 'e'),
    u: at,
    v: fc.integer({ min: 60, max: 140 }),
    shape,
    made: fc.boolean(),
  })
  .map(({ u, v, ...rest }) => ({ ...rest, centre: [u, v] as [number, number] }));

describe('webs between openings that are found by who is near', () => {
  it('are those of all pairs asked one by one', () => {
    let [told, none] = [0, 0];
    fc.assert(
      fc.property(fc.array(opening, { minLength: 2, maxLength: 24 }), (some) => {
        const all = some.map(({ made, ...o }, i): CutOpening => ({
          ...o,
          id: `${o.group}/${i}`,
          name: o.group,
          kind: 'cut',
          allowance: 0,
          length: 0,
          area: 0,
          source: { kind: 'practice', title: 'a test' },
          ...(made ? { made: true } : {}),
        }));
        const found = new Map(
          thinWebs(plan, assembly, all)
            .filter((w) => w.beside.kind === 'part')
            .map((w) => [`${[w.opening.group, w.beside.id].sort().join('+')}/${w.opening.face}`, w.web]),
        );
        const wanted = new Map<string, number>();
        all.forEach((a, i) =>
          all.forEach((b, j) => {
            // A pair of two that are made is nobody's business any more.
            if (j <= i || a.face !== b.face || a.group === b.group || (a.made && b.made)) return;
            const web = webBetween(a, b);
            if (web >= LEAST) return;
            if (web >= 0 && all.some((o) => o !== a && o !== b && o.face === a.face && liesBetween(o, a, b))) return;
            const pair = `${[a.group, b.group].sort().join('+')}/${a.face}`;
            wanted.set(pair, Math.min(web, wanted.get(pair) ?? Infinity));
          }),
        );
        expect([...found.keys()].sort()).toEqual([...wanted.keys()].sort());
        for (const [pair, web] of wanted) expect(found.get(pair)).toBeCloseTo(web, 9);
        if (wanted.size > 0) told++;
        else none++;
      }),
      { numRuns: 400 },
    );
    expect(Math.min(told, none)).toBeGreaterThan(20);
  });
});
