import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { runs } from '../../../../testing/runs';
import { assemble, bodyIdOn, hullModel } from '../../assembly';
import {
  applyChange,
  defaultBox,
  lidAt,
  newConversion,
  type Body,
  type Conversion,
  type OwnOpening,
} from '../../document';
import { measured } from '../../quantity';
import { assessCut } from '../assess';
import { cutRemedies } from '../remedies';
import { area } from '../../solid';
import { sheetOf, sheetsToCut } from '../sheets/sheet';
import { frameOf } from './derived';
import { jointsOn } from './joints';

/** A box of 400 × 300 × 150 with a lid from some height on, and an opening in its rear wall. */
function rearWith(joint: number, { u, v, w, h }: { u: number; v: number; w: number; h: number }, keeps?: string[]) {
  const document = newConversion('Shell', defaultBox());
  document.brief.policy = 'open';
  const lid = lidAt(measured(joint), 'Lid');
  document.shell.bodies.lid = keeps ? { ...lid, cut: { ...lid.cut, keeps } as Body['cut'] } : lid;
  const opening: OwnOpening = {
    name: 'Window',
    use: 'window',
    face: 'rear',
    u,
    v,
    shape: { kind: 'rectangle', width: w, height: h, radius: 1 },
    pattern: { kind: 'open' },
    screws: [],
  };
  return applyChange(document, { type: 'setCutOpening', id: 'cut-1', opening }).document;
}
const jointSaid = (document: Conversion) =>
  assessCut(document, assemble(document)).findings.find((f) => f.id.startsWith('cut/joint/'));

describe('an opening and a joint', () => {
  it('cross exactly where the opening begins under the joint and ends above it; what is offered clears it', () => {
    let crossed = 0;
    fc.assert(
      fc.property(
        fc.integer({ min: 30, max: 120 }),
        fc.integer({ min: 60, max: 340 }),
        fc.integer({ min: 20, max: 130 }),
        fc.integer({ min: 8, max: 60 }),
        fc.integer({ min: 6, max: 30 }),
        (joint, u, v, w, h) => {
          const document = rearWith(joint, { u, v, w, h });
          const crosses = v - h / 2 < joint && v + h / 2 > joint;
          const finding = jointSaid(document);
          expect(finding?.verdict).toBe(crosses ? 'stop' : undefined);
          if (!crosses || !finding) return;
          crossed++;
          expect(finding.figures[0]!.value).toBeCloseTo(v + h / 2 - joint, 6);
          const remedies = cutRemedies(document, finding);
          expect(remedies.map((r) => r.id)).toContain('notch');
          for (const { id, change } of remedies) {
            const next = applyChange(document, change).document;
            expect(jointSaid(next)?.verdict, id).toBe(id === 'notch' ? 'note' : undefined);
            const at = next.shell.bodies.lid!.cut as { at: { value: number } };
            const own = next.cut.openings['cut-1']!;
            // 5 mm of plastic stay beside it (common practice, no source).
            if (id !== 'notch') expect(Math.abs(own.v - at.at.value) - h / 2).toBeCloseTo(5, 1);
          }
        },
      ),
      { numRuns: runs(300, 60) },
    );
    expect(crossed).toBeGreaterThan(5);
  });

  it('do not where the cover leaves that face standing', () => {
    const through = { u: 200, v: 75, w: 40, h: 30 };
    expect(jointSaid(rearWith(75, through))?.verdict).toBe('stop');
    const kept = rearWith(75, through, ['rear']);
    expect(jointSaid(kept)).toBeUndefined();
    const hull = hullModel(kept.shell);
    expect(bodyIdOn(kept, hull, 'rear', [200, 140])).toBeUndefined();
    expect(bodyIdOn(kept, hull, 'left', [100, 140])).toBe('lid');
    expect(bodyIdOn(kept, hull, 'left', [100, 60])).toBeUndefined();
    expect(jointsOn(kept, frameOf(assemble(kept), 'rear'))).toEqual([]);
  });

  it('cross at the edge of a door, from whichever side', () => {
    const lidded = rearWith(149, { u: 200, v: 75, w: 40, h: 30 });
    const door: Body = {
      ...lidAt(measured(0), 'Door'),
      kind: 'door',
      cut: { kind: 'face', face: 'rear', u: measured(240), v: measured(75), width: measured(60), height: measured(90) },
    };
    const document = [
      { type: 'setBody', id: 'lid', body: null } as const,
      { type: 'setBody', id: 'door-1', body: door } as const,
    ].reduce((doc, change) => applyChange(doc, change).document, lidded);
    // From 180 to 220 over the door’s edge at 210.
    const finding = jointSaid(document)!;
    expect(finding.sentence).toMatch(/crosses the joint between (the shell itself and Door|Door and the shell itself)/);
    expect(cutRemedies(document, finding).map((r) => r.id)).toEqual(['notch']);
  });

  it('are drawn on the sheet, the joint as a line at its height', () => {
    const document = rearWith(60, { u: 200, v: 100, w: 40, h: 30 });
    const sheet = sheetOf(document, 'rear', assemble(document));
    const line = sheet.items.find(
      (i) => i.kind === 'line' && i.layer === 'reference' && i.dashed === true && !i.closed,
    );
    expect(line).toMatchObject({
      points: [
        [expect.any(Number), 60],
        [expect.any(Number), 60],
      ],
    });
    expect(sheet.items.some((i) => i.kind === 'text' && i.text === 'joint: Lid')).toBe(true);
  });

  it('are drawn on both pieces, each from a datum of its own: what is marked on them meets at the joint', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 40, max: 110 }),
        fc.integer({ min: 60, max: 340 }),
        fc.integer({ min: -9, max: 9 }),
        fc.boolean(),
        (joint, u, off, mirrored) => {
          const plan = rearWith(joint, { u, v: joint + off, w: 40, h: 20 });
          const document = mirrored ? { ...plan, cut: { ...plan.cut, mirrored: ['rear'] } } : plan;
          const assembly = assemble(document);
          expect(sheetsToCut(document, assembly)).toEqual(['rear', 'rear-of-lid', 'rear-of-base']);
          const whole = sheetOf(document, 'rear', assembly);
          const [lid, base] = ['rear-of-lid', 'rear-of-base'].map((key) => sheetOf(document, key, assembly));
          expect(lid!.height + base!.height).toBeCloseTo(whole.height, 6);
          expect([lid!.width, base!.width]).toEqual([whole.width, whole.width]);
          // Counted on the lid from the joint, on the shell from its own corner.
          const tidy = (x: number) => Math.round(x * 1e6) / 1e6 + 0;
          expect(lid!.holes.map((h) => [h.u, h.v].map(tidy))).toEqual([[u, off]]);
          expect(base!.holes.map((h) => [h.u, h.v].map(tidy))).toEqual([[u, joint + off]]);
          const areaOf = (sheet: typeof whole) =>
            sheet.items.reduce((sum, i) => {
              if (i.layer !== 'cut') return sum;
              if (i.kind === 'line') return sum + Math.abs(area(i.points));
              return i.kind === 'rectangle' ? sum + 4 * i.half[0] * i.half[1] : sum;
            }, 0);
          expect(areaOf(lid!) + areaOf(base!)).toBeCloseTo(40 * 20, 6);
          expect(areaOf(lid!)).toBeCloseTo(40 * (10 + off), 6);
        },
      ),
      { numRuns: 60, seed: 5 },
    );
    // Beside the joint, or where the cover leaves the face standing, one sheet is enough.
    for (const other of [
      rearWith(60, { u: 200, v: 100, w: 40, h: 30 }),
      rearWith(60, { u: 200, v: 60, w: 40, h: 30 }, ['rear']),
    ])
      expect(sheetsToCut(other, assemble(other))).toEqual(['rear']);
  });

  it('are drawn on the pieces of an upright joint, too: each line where it is on the face, less the corner of the piece', () => {
    const split = (u: number, shape: OwnOpening['shape'], mirrored: boolean) => {
      const document = newConversion('Shell', defaultBox());
      document.brief.policy = 'open';
      const half: Body = {
        ...lidAt(measured(60), 'Right half'),
        kind: 'half',
        cut: { kind: 'plane', axis: 'x', at: measured(250), side: 'above' },
        motion: { kind: 'lift' },
      };
      document.shell.bodies.half = half;
      document.shell.openings.old = {
        name: 'Old',
        face: 'front',
        shape: { kind: 'round', diameter: measured(12) },
        u: measured(30),
        v: measured(100),
      };
      const opening: OwnOpening = {
        name: 'Dial',
        use: 'window',
        face: 'front',
        u,
        v: 70,
        shape,
        pattern: { kind: 'open' },
        screws: [{ u: 0, v: -40, diameter: 3 }],
      };
      const plan = applyChange(document, { type: 'setCutOpening', id: 'cut-1', opening }).document;
      return mirrored ? { ...plan, cut: { ...plan.cut, mirrored: ['front'] } } : plan;
    };
    for (const mirrored of [false, true])
      for (const u of [245, 252, 258]) {
        const document = split(u, { kind: 'round', diameter: 40 }, mirrored);
        const assembly = assemble(document);
        // From outside, the front has the shell’s left at its left: 250 of 400 mm.
        const whole = sheetOf(document, 'front', assembly);
        const [right, left] = ['front-of-half', 'front-of-base'].map((key) => sheetOf(document, key, assembly));
        expect([right!.width, left!.width].map(Math.round)).toEqual([150, 250]);
        // On a mirrored sheet the right half lies at the left of the paper.
        const corner = { right: mirrored ? 0 : 250, left: mirrored ? 150 : 0 };
        for (const [piece, low] of [
          [right!, corner.right],
          [left!, corner.left],
        ] as const) {
          const round = (sheet: typeof whole, layer: string, radius: number) =>
            sheet.items.flatMap((i) =>
              i.kind === 'circle' && i.layer === layer && i.radius === radius ? [i.centre] : [],
            );
          const [there] = round(whole, 'cut', 20);
          expect(round(piece, 'cut', 20).map((c) => c.map((x) => Math.round(x * 1e6) / 1e6))).toEqual([
            [there![0] - low, there![1]],
          ]);
          // Its old hole is on the left piece alone, its screw on the one in which it lies.
          expect(round(piece, 'reference', 6)).toHaveLength(piece === left ? 1 : 0);
          expect(round(piece, 'drill', 1.5)).toHaveLength(u < 250 === (piece === left) ? 1 : 0);
          // No dashed joint, no datum of the whole; its own tick at its corner; nothing written beyond its edge.
          expect(piece.items.some((i) => i.kind === 'line' && i.dashed === true && !i.closed)).toBe(false);
          for (const item of piece.items)
            if (item.kind === 'text') {
              expect(item.text.startsWith('datum')).toBe(false);
              expect(item.at[0]).toBeGreaterThanOrEqual(-1e-6);
              expect(item.at[0]).toBeLessThanOrEqual(piece.width + 1e-6);
            } else if (item.kind === 'line')
              for (const [x] of item.points) expect(x > -1e-6 && x < piece.width + 1e-6).toBe(true);
          const tick = piece.items.at(-1)!;
          expect(tick).toMatchObject({
            points: mirrored
              ? [
                  [piece.width - 12, 0],
                  [piece.width, 0],
                  [piece.width, 12],
                ]
              : [
                  [12, 0],
                  [0, 0],
                  [0, 12],
                ],
          });
        }
        // Figures count from the lower left corner of the piece, seen from outside, on either sheet.
        expect(right!.holes[0]).toMatchObject({ u: u - 250, v: 70 });
        expect(left!.holes[0]).toMatchObject({ u, v: 70 });
      }
    // What only touches the joint, or is there already, asks for no pieces.
    const clear = split(270, { kind: 'round', diameter: 40 }, false);
    expect(sheetsToCut(clear, assemble(clear))).toEqual(['front']);
  });
});
