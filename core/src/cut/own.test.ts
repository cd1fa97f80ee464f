import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assemble } from '../assembly';
import {
  applyChange,
  validationIssuesOf,
  defaultBox,
  newConversion,
  type Change,
  type Conversion,
  type OwnOpening,
} from '../document';
import { partFrom } from '../parts';
import { measured } from '../quantity';
import { CUTOUTS, standardPart } from '../standards';
import {
  assessCut,
  asCut,
  clearPlace,
  keyOf,
  openingsOf,
  plateSheets,
  sheetOf,
  staleFaces,
  markOf,
  type CutOpening,
} from '.';
import { cutRemedies } from './remedies';

const add = (id: string, key: string, x: number, y: number, z: number): Change => ({
  type: 'addPart',
  id,
  part: partFrom(standardPart(key)!, id),
  placement: { x, y, z, rear: 'rear', top: 'top', locked: false },
});
/** A wooden box of 400 × 320 × 160 with 9 mm walls. */
const make = (...changes: Change[]): Conversion => {
  const hull = defaultBox();
  Object.assign(hull, { width: measured(400), depth: measured(320), height: measured(160) });
  for (const side of Object.values(hull.walls)) side.value = 9;
  const from = newConversion('Box', hull);
  from.shell.material = 'wood';
  return changes.reduce((d, c) => applyChange(d, c).document, from);
};
const board = add('board-1', 'board/mini-itx', 120, 311 - 2.1 - 170, 9);
const own = (more: Partial<OwnOpening> = {}): OwnOpening => ({
  name: 'Vent',
  use: 'grille',
  face: 'left',
  u: 160,
  v: 80,
  shape: { kind: 'rectangle', width: 80, height: 50, radius: 0 },
  pattern: { kind: 'holes', diameter: 6, pitch: 20, array: 'hexagonal' },
  screws: [],
  ...more,
});
const put = (opening: OwnOpening | null, id = 'cut-1'): Change => ({ type: 'setCutOpening', id, opening });
const of = (document: Conversion) => openingsOf(document, assemble(document));
const ids = (document: Conversion) =>
  assessCut(document, assemble(document)).findings.map((f) => `${f.verdict} ${f.id}`);
const io = (document: Conversion) => of(document).find((o) => o.id.endsWith('/io'))!;

describe('an opening by hand', () => {
  it('stands where it is put, with its screws, and is on its sheet', () => {
    const inlet = CUTOUTS.find((row) => row.key === 'inlet/c14-screw')!;
    const document = make(
      put(own({ use: 'inlet', shape: inlet.shape, pattern: { kind: 'open' }, screws: [...inlet.screws] })),
    );
    const [cut, left, right] = of(document) as [CutOpening, CutOpening, CutOpening];
    expect(cut.centre).toEqual([160, 80]);
    // IEC 60320 C14: 27 × 20 with screws 40 apart (from memory).
    expect(cut.shape).toMatchObject({ width: 27, height: 20 });
    expect(right.centre[0] - left.centre[0]).toBeCloseTo(40, 9);
    expect(sheetOf(document, 'left', assemble(document)).holes.map((h) => h.name)).toEqual([
      'Vent',
      'Vent: screw 1',
      'Vent: screw 2',
    ]);
  });

  it('goes with a part, and waits while that is not in the shell', () => {
    const follow = put(own({ face: 'rear', follows: 'board-1', u: 10, v: 70 }));
    const before = of(make(board, follow)).find((o) => o.id === 'cut-1')!;
    const moved = make(add('board-1', 'board/mini-itx', 140, 138.9, 9), follow);
    expect(of(moved).find((o) => o.id === 'cut-1')!.centre[0]).toBeCloseTo(before.centre[0] - 20, 9);
    const gone = applyChange(moved, { type: 'placePart', id: 'board-1', placement: null }).document;
    expect(ids(gone)).toEqual(['note cut/lost/cut-1']);
    expect(applyChange(gone, { type: 'removePart', id: 'board-1' }).document.cut.openings).toEqual({});
  });

  it('that is larger than its face, meets another or has holes that meet is said', () => {
    expect(ids(make(put(own({ shape: { kind: 'rectangle', width: 500, height: 50, radius: 0 } }))))).toContain(
      'stop cut/web/cut-1+edge/left',
    );
    expect(ids(make(put(own()), put(own({ u: 200 }), 'cut-2')))).toContain('stop cut/web/cut-1+cut-2/left');
    const change = put(own({ pattern: { kind: 'holes', diameter: 6, pitch: 6, array: 'square' } }));
    expect(validationIssuesOf(applyChange(make(), change).document)).toMatchObject([
      { path: '/cut/openings/cut-1/pattern' },
    ]);
  });

  it('is moved to the nearest place where nothing is in its way', () => {
    const document = make(put(own()), put(own({ u: 215 }), 'cut-2'));
    const finding = assessCut(document, assemble(document)).findings.find((f) => f.id === 'cut/web/cut-1+cut-2/left')!;
    const [move] = cutRemedies(document, finding);
    const after = applyChange(document, move!.change).document;
    expect(ids(after).filter((id) => id.includes('/web/'))).toEqual([]);
    // 13.5 mm of wood are kept: 215 − 160 − 80 = −25, so 38.5 mm are missing.
    const [a, b] = ['cut-1', 'cut-2'].map((id) => of(after).find((o) => o.id === id)!);
    expect(b!.centre[0] - a!.centre[0] - 80).toBeGreaterThanOrEqual(13.5 - 1e-9);
    expect(Math.hypot(a!.centre[0] - 160, a!.centre[1] - 80)).toBeLessThan(43);
  });
});

describe('vents', () => {
  it('keep webs and fingers, with a remedy that is tried', () => {
    const fan = add('fan-1', 'fan/80x25', 100, 286, 40);
    const coarse = put(
      own({
        face: 'rear',
        follows: 'fan-1',
        u: 0,
        v: 0,
        pattern: { kind: 'holes', diameter: 12, pitch: 14, array: 'square' },
      }),
    );
    const document = make(fan, coarse);
    const finger = assessCut(document, assemble(document)).findings.find((f) => f.id === 'cut/finger/cut-1')!;
    expect(finger).toMatchObject({ verdict: 'warn', brief: 'holes 12.0 mm' });
    const [remedy] = cutRemedies(document, finger);
    const after = applyChange(document, remedy!.change).document;
    expect(ids(after).filter((id) => /finger|pattern-web/.test(id))).toEqual([]);
  });

  it('of more holes than are drawn stop, and what would be wrong is on no sheet', () => {
    const document = make(
      put(
        own({
          shape: { kind: 'rectangle', width: 300, height: 140, radius: 0 },
          pattern: { kind: 'holes', diameter: 1, pitch: 2, array: 'square' },
        }),
      ),
    );
    expect(ids(document)).toContain('stop cut/holes/cut-1');
    expect(sheetOf(document, 'left', assemble(document)).items.filter((i) => i.layer === 'cut')).toEqual([]);
  });
});

describe('real walls', () => {
  it('a shield that snaps into 1 mm does not into 9 mm of wood; a plate behind a larger opening is one way', () => {
    const document = make(board);
    const finding = assessCut(document, assemble(document)).findings.find((f) => f.id.startsWith('cut/wall'))!;
    expect(finding.sentence).toContain('the wall has 9.0 mm');
    const ways = cutRemedies(document, finding);
    expect(ways.map((w) => w.id)).toContain('rebate');
    for (const { id, change } of ways) {
      const after = applyChange(document, change).document;
      const { works } = assessCut(after, assemble(after)).report;
      expect(works).toMatchObject([{ how: id }]);
      expect(ids(after).some((f) => f.includes('cut/wall'))).toBe(false);
      const [shape, before] = [io(after).shape, io(document).shape];
      if (shape.kind !== 'rectangle' || before.kind !== 'rectangle') throw new Error('no rectangle');
      expect(shape.width - before.width).toBeCloseTo(id === 'plate' ? 8 : 0, 9);
      const plates = plateSheets(after, assemble(after));
      expect(plates).toHaveLength(id === 'plate' ? 1 : 0);
      // The plate has the opening as the board wants it, and four screws inside its rim.
      const open = plates[0]?.items.find((i) => i.kind === 'rectangle');
      if (open?.kind === 'rectangle') expect(2 * open.half[0]).toBeCloseTo(before.width, 9);
      expect(
        sheetOf(after, 'rear', assemble(after)).items.some(
          (i) => i.kind === 'text' && i.text.startsWith('thin from inside'),
        ),
      ).toBe(id === 'rebate');
      if (id === 'rebate') expect(works[0]!.depth + works[0]!.thickness).toBeCloseTo(9, 9);
    }
  });

  it('a wall of 1.2 mm is as it should be', () => {
    const document = make(board);
    const thin = structuredClone(document);
    if (thin.shell.hull.form === 'box') thin.shell.hull.walls.rear.value = 1.2;
    thin.layout.placements['board-1']!.y = 318.8 - 2.1 - 170;
    expect(ids(thin).filter((f) => f.includes('cut/wall'))).toEqual([]);
  });
});

describe('as it was cut', () => {
  const made = (document: Conversion, by: [number, number], more: number): Change => {
    const o = io(document);
    if (o.shape.kind !== 'rectangle') throw new Error('no rectangle');
    const shape = { ...o.shape, width: o.shape.width + more, height: o.shape.height + more };
    return {
      type: 'adjustOpening',
      key: keyOf(o),
      name: o.name,
      patch: { made: { face: 'rear', u: o.centre[0] + by[0], v: o.centre[1] + by[1], shape, note: '' } },
    };
  };
  const document = make(board);
  const verdict = (by: [number, number], more: number) =>
    assessCut(
      applyChange(document, made(document, by, more)).document,
      assemble(applyChange(document, made(document, by, more)).document),
    ).findings.find((f) => f.id.startsWith('cut/made'));

  it('as it should be is nothing to say; too small, off, too large are', () => {
    expect(verdict([0, 0], 0)).toBeUndefined();
    // 0.4 mm of allowance a side: what is 1 mm smaller lacks 0.1 a side, at its corners 0.1 both ways.
    expect(verdict([0, 0], -1)).toMatchObject({ verdict: 'stop' });
    expect(verdict([0, 0], -1)!.figures[0]!.value).toBeCloseTo(-0.1 * Math.SQRT2, 9);
    expect(verdict([0.6, 0], 0)!.figures[0]!.value).toBeCloseTo(-0.2, 9);
    expect(verdict([0.6, 0], 0)!.sentence).toContain('large enough');
    expect(verdict([0, 0], 4)).toMatchObject({ verdict: 'note', brief: 'gap 2.4 mm' });
  });

  it('does not follow its part: moving that is said, moving it back or cutting anew helps', () => {
    const cut = applyChange(document, made(document, [0, 0], 0)).document;
    const moved = applyChange(cut, {
      type: 'placePart',
      id: 'board-1',
      placement: { ...cut.layout.placements['board-1']!, x: 130 },
    }).document;
    expect(io(moved).centre).toEqual(io(cut).centre);
    expect(asCut(io(moved))!.room).toBeCloseTo(0.4 - 10, 6);
    const finding = assessCut(moved, assemble(moved)).findings.find((f) => f.id.startsWith('cut/made'))!;
    const ways = cutRemedies(moved, finding);
    expect(ways.map((w) => w.id)).toEqual(['move-to', 'anew']);
    expect(applyChange(moved, ways[0]!.change).document.layout.placements['board-1']!.x).toBeCloseTo(120, 6);
    const anew = applyChange(moved, ways[1]!.change).document;
    expect(Object.values(anew.shell.openings)).toHaveLength(1);
    expect(io(anew).made).toBeUndefined();
    // The part is gone: what was cut is still there.
    const gone = applyChange(moved, { type: 'removePart', id: 'board-1' }).document;
    expect(of(gone).filter((o) => o.made)).toHaveLength(1);
    expect(sheetOf(gone, 'rear', assemble(gone)).holes).toEqual([]);
  });

  it('detached it stays, and is cut there', () => {
    const o = io(document);
    const lying = { face: 'rear', u: o.centre[0], v: o.centre[1], shape: o.shape };
    const left = applyChange(document, {
      type: 'adjustOpening',
      key: keyOf(o),
      name: o.name,
      patch: { detached: lying },
    }).document;
    const moved = applyChange(left, {
      type: 'placePart',
      id: 'board-1',
      placement: { ...left.layout.placements['board-1']!, x: 121 },
    }).document;
    expect(io(moved)).toMatchObject({ detached: true, centre: o.centre });
    expect(ids(moved)).toContain('stop cut/made/board-1.sockets.io');
  });
});

describe('holes for screws as they were drilled', () => {
  const document = make(board);
  const hole = of(document).find((o) => o.kind === 'drill')!;
  const drilled = (by: number, diameter = 3.7) =>
    assessCut(
      applyChange(document, {
        type: 'adjustOpening',
        key: keyOf(hole),
        name: hole.name,
        patch: {
          made: {
            face: hole.face,
            u: hole.centre[0] + by,
            v: hole.centre[1],
            shape: { kind: 'round', diameter },
            note: '',
          },
        },
      }).document,
      assemble(
        applyChange(document, {
          type: 'adjustOpening',
          key: keyOf(hole),
          name: hole.name,
          patch: {
            made: {
              face: hole.face,
              u: hole.centre[0] + by,
              v: hole.centre[1],
              shape: { kind: 'round', diameter },
              note: '',
            },
          },
        }).document,
      ),
    ).findings.filter((f) => f.id.startsWith('cut/made'));
  it.each([
    [0, 3.7, 0],
    [0.19, 3.7, 0],
    [0.3, 3.7, 1],
    [0.6, 4.6, 0],
    [1.2, 4.6, 1],
  ])('%f mm off in a hole of %f mm: %i to say', (by, diameter, count) =>
    expect(drilled(by, diameter)).toHaveLength(count),
  );
});

describe('the nearest clear place', () => {
  it('is as near as a grid of 1 mm finds one, but for what lies between its rings', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 40, max: 300 }),
        fc.integer({ min: 30, max: 120 }),
        fc.integer({ min: 10, max: 60 }),
        (u, v, size) => {
          const opening = own({
            u: 150,
            v: 80,
            shape: { kind: 'rectangle', width: size, height: size / 2, radius: 0 },
          });
          const document = make(put(own({ u, v, shape: { kind: 'round', diameter: 40 } }), 'cut-2'));
          const assembly = assemble(document);
          const found = clearPlace(document, assembly, 'cut-1', opening);
          const clear = (o: OwnOpening) =>
            assessCut(
              applyChange(document, put(o)).document,
              assemble(applyChange(document, put(o)).document),
            ).findings.every((f) => !/cut\/(web|behind)\/.*cut-1/.test(f.id));
          if (found) expect(clear(found)).toBe(true);
          const distance = found ? Math.hypot(found.u - 150, found.v - 80) : Infinity;
          // Nothing clear much nearer.
          for (let r = 0; r < Math.min(distance - 2, 40); r += 4)
            for (let k = 0; k < 12; k++)
              expect(clear({ ...opening, u: 150 + r * Math.cos(k / 2), v: 80 + r * Math.sin(k / 2) })).toBe(false);
        },
      ),
      { numRuns: 12 },
    ));
});

describe('a mount that does not hold', () => {
  it('is said, and is gone with the choice', () => {
    const plastic = make(board, { type: 'setMaterial', material: 'bakelite' });
    const chosen = applyChange(plastic, { type: 'setMount', part: 'board-1', mount: { kind: 'insert' } }).document;
    expect(ids(chosen)).toContain('warn cut/mount/board-1');
    const back = applyChange(chosen, { type: 'setMount', part: 'board-1', mount: null }).document;
    expect(ids(back).some((f) => f.includes('cut/mount'))).toBe(false);
  });
});

describe('a printed sheet', () => {
  it('is known by its mark, and stale once the plan has changed', () => {
    const document = make(board);
    const mark = markOf(sheetOf(document, 'rear', assemble(document)));
    const printed = applyChange(document, {
      type: 'setPrinted',
      faces: ['rear'],
      mark: { rear: mark },
      when: '1 May 2026',
    }).document;
    expect(staleFaces(printed, assemble(printed))).toEqual([]);
    const moved = applyChange(printed, {
      type: 'placePart',
      id: 'board-1',
      placement: { ...printed.layout.placements['board-1']!, x: 120.1 },
    }).document;
    expect(staleFaces(moved, assemble(moved))).toEqual(['rear']);
    expect(ids(moved)).toContain('warn cut/stale/rear');
  });
});
