import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { airReport } from '../air';
import { billOf } from '../build/materials';
import { generateSteps } from '../build/steps/generate';
import { openingsOf } from '../cut';
import { applyChange, defaultBox, newConversion, type Change, type Conversion, type Outside } from '../document';
import { assessFit, balanceOf, remediesFor, routesOf } from '../fit';
import { kitMass } from '../kit';
import { partFrom } from '../parts';
import { powerReport } from '../power/report';
import { measured } from '../quantity';
import { standardPart } from '../standards';
import { assemble, onFace } from '.';

function plan(on: Outside['on'], more: Partial<Outside> = {}, key = 'fan/80x25'): Conversion {
  const hull = defaultBox();
  [hull.width, hull.depth, hull.height] = [measured(400), measured(300), measured(200)];
  const changes: Change[] = [
    { type: 'addPart', id: 'it-1', part: partFrom(standardPart(key)!, 'It') },
    { type: 'setStaysOutside', id: 'it-1', outside: { where: 'wall', cable: 300, ...(on ? { on } : {}), ...more } },
  ];
  const document = newConversion('Shell', hull);
  document.brief.policy = 'open';
  return changes.reduce((d, c) => applyChange(d, c).document, document);
}
const said = (document: Conversion) => assessFit(document, assemble(document)).findings;
const ids = (document: Conversion) => said(document).map((f) => f.id);

describe('a fan on the outside of a face', () => {
  it('lies on it wherever it is put, outside the shell, its opening and its screws at its middle', () => {
    const faces = ['left', 'right', 'front', 'rear', 'top', 'bottom'] as const;
    fc.assert(
      fc.property(
        fc.constantFrom(...faces),
        fc.integer({ min: 50, max: 140 }),
        fc.integer({ min: 50, max: 140 }),
        (face, u, v) => {
          const document = plan({ face, u, v });
          const assembly = assemble(document);
          const [fan] = assembly.outer;
          const frame = assembly.hull.frames.find((f) => f.face === face)!;
          // All of it lies from the face outward, 25 mm deep.
          const overs = [fan!.low, fan!.high].map((p) => onFace(frame, p).over).sort((a, b) => a - b);
          expect(overs[0]).toBeCloseTo(0, 6);
          expect(overs[1]).toBeCloseTo(25, 6);
          const openings = openingsOf(document, assembly);
          const cut = openings.filter((o) => o.kind === 'cut');
          expect(cut.map((o) => [o.face, ...o.centre.map(Math.round)])).toEqual([[face, u, v]]);
          // Screws of an 80 mm fan are 71.5 apart (common practice, no source).
          const drills = openings.filter((o) => o.kind === 'drill').map((o) => o.centre);
          expect(drills).toHaveLength(4);
          for (const [a, b] of drills)
            expect([Math.abs(a - u), Math.abs(b - v)].map((x) => x.toFixed(2))).toEqual(['35.75', '35.75']);
        },
      ),
      { numRuns: 40, seed: 7 },
    );
  });
  it('moves as much air as one inside the wall does, by the same openings', () => {
    const slot = (document: Conversion): Conversion =>
      applyChange(document, {
        type: 'setOpening',
        id: 'slot',
        opening: {
          name: 'Slot',
          face: 'front',
          shape: { kind: 'rectangle', width: measured(100), height: measured(30) },
          u: measured(200),
          v: measured(60),
        },
      }).document;
    const inside = applyChange(slot(plan(undefined)), {
      type: 'placePart',
      id: 'it-1',
      placement: { x: 160, y: 300 - 3 - 25, z: 60, rear: 'rear', top: 'top', locked: false },
    }).document;
    const flow = (document: Conversion) =>
      airReport(document, assemble(document), 'full').fans.map((f) => [f.inside, f.flow]);
    const [[freeOut, out], [freeIn, wanted]] = [
      flow(slot(plan({ face: 'rear', u: 200, v: 100 })))[0]!,
      flow(inside)[0]!,
    ];
    expect([freeOut, freeIn]).toEqual([false, false]);
    expect(wanted as number).toBeGreaterThan(0);
    expect((out as number) / (wanted as number)).toBeCloseTo(1, 2);
  });
  it('is screwed on from outside, with bolts through it and the wall, and a guard', () => {
    const document = plan({ face: 'rear', u: 200, v: 100 });
    const assembly = assemble(document);
    const step = generateSteps(document, assembly).find((s) => s.id === 'place.it-1')!;
    expect(step.name).toMatch(/outside of the rear/);
    expect(step.cautions.join()).toMatch(/guard/);
    // 25 + 3 mm of wall + 4 mm of nut and washer.
    expect(billOf(document, assembly).rows.find((r) => r.name.startsWith('M4 × 35'))).toMatchObject({ count: 4 });
    expect(billOf(document, assembly).rows.some((r) => r.name === 'fan guard, 80 mm')).toBe(true);
    expect(ids(document).filter((id) => id.includes('it-1'))).toEqual([]);
  });
  it('stops over an edge, under low feet, before what the shell stands against; no other part can sit there', () => {
    expect(ids(plan({ face: 'rear', u: 30, v: 100 }))).toContain('fit/it-1/outer-edge');
    expect(ids(plan({ face: 'rear', u: 40, v: 100 }))).not.toContain('fit/it-1/outer-edge');
    const under = applyChange(plan({ face: 'bottom', u: 200, v: 150 }), { type: 'setAir', air: { feet: 34 } }).document;
    const stop = said(under).find((f) => f.id === 'fit/it-1/below')!;
    expect(stop.figures[0]!.value).toBe(35);
    const [feet] = remediesFor(under, stop);
    expect(ids(applyChange(under, feet!.change).document)).not.toContain('fit/it-1/below');
    const free = plan({ face: 'rear', u: 200, v: 100 });
    expect(ids({ ...free, brief: { ...free.brief, blockedFaces: ['rear'] } })).toContain('fit/it-1/outer-blocked');
    expect(
      said(plan({ face: 'rear', u: 200, v: 100 }, {}, 'drive/2.5-7')).find((f) => f.about[0]?.id === 'it-1')!.sentence,
    ).toMatch(/only a fan can/);
  });
});

describe('what stays outside and could fall', () => {
  it('is asked what keeps it, with four answers; each is a step, straps are bought', () => {
    for (const where of ['below', 'wall'] as const) {
      const document = plan(undefined, { where }, 'drive/2.5-7');
      const question = said(document).find((f) => f.id === 'fit/it-1/kept')!;
      const answers = remediesFor(document, question);
      expect(answers.map((a) => a.id)).toEqual(['kept-screws', 'kept-strap', 'kept-hook-and-loop', 'kept-holder']);
      for (const { id, change } of answers) {
        const next = applyChange(document, change).document;
        expect(ids(next)).not.toContain('fit/it-1/kept');
        expect(generateSteps(next, assemble(next)).some((s) => s.id === 'keep.it-1')).toBe(true);
        expect(billOf(next, assemble(next)).rows.some((r) => r.name === 'strap')).toBe(id === 'kept-strap');
      }
    }
    expect(ids(plan(undefined, { where: 'beside' }, 'drive/2.5-7'))).not.toContain('fit/it-1/kept');
  });

  it('is fed by a lead through its own opening, weighs, and is carried with the shell', () => {
    const board = (document: Conversion): Conversion =>
      (
        [
          { type: 'addPart', id: 'board-1', part: partFrom(standardPart('board/mini-itx')!, 'Board') },
          {
            type: 'placePart',
            id: 'board-1',
            placement: { x: 30, y: 120, z: 3, rear: 'rear', top: 'top', locked: false },
          },
        ] as Change[]
      ).reduce((d, c) => applyChange(d, c).document, document);
    const document = board(plan({ face: 'left', u: 100, v: 120 }));
    const assembly = assemble(document);
    const [route, ...more] = routesOf(document, assembly).filter((r) => r.link.to.part === 'it-1');
    expect(more).toEqual([]);
    expect(route!.link).toMatchObject({ kind: 'fan lead', from: { part: 'board-1' } });
    // Its lead begins inside, at the middle of the opening, and is no shorter than straight.
    const frame = assembly.hull.frames.find((f) => f.face === 'left')!;
    const at = onFace(frame, route!.link.to.at);
    expect([at.u, at.v]).toEqual([expect.closeTo(100, 6), expect.closeTo(120, 6)]);
    expect(at.over).toBeLessThan(-3);
    const [from, to] = [route!.link.from.at, route!.link.to.at];
    expect(route!.length).toBeGreaterThanOrEqual(Math.hypot(...from.map((v, i) => v - to[i]!)) - 1);
    expect(route!.length).toBeLessThan(600);
    // Its weight is on the left: the whole tips that way sooner, and by its moment.
    const bare = board(plan(undefined));
    const [with_, without] = [document, bare].map((d) => balanceOf(d, assemble(d)));
    const mass = document.kit.parts['it-1']!.mass;
    expect(with_!.parts - without!.parts).toBeCloseTo(mass, 6);
    const moment = (b: typeof with_) => (b!.parts + b!.shell) * b!.centre[0];
    expect(moment(with_) - moment(without)).toBeCloseTo(mass * -12.5, 3);
    expect(kitMass(document) - kitMass(bare)).toBeCloseTo(mass, 6);
    expect(powerReport(document, assembly).budget.parts.map((p) => p.part)).toContain('it-1');
  });
});
