import { describe, expect, it } from 'vitest';
import { assemble } from '../assembly';
import {
  applyChange,
  newConversion,
  defaultWedge,
  feature,
  lidAt,
  ringBody,
  type Change,
  type Conversion,
  type Opening,
} from '../document';
import { partFrom } from '../parts';
import { measured } from '../quantity';
import { standardPart } from '../standards';
import { assessCut, facesToCut, openingsOf, OVERLAP, PAPERS, sheetOf, thinWebs, tilingOf } from '.';

const add = (id: string, key: string, x: number, y: number, z: number): Change => ({
  type: 'addPart',
  id,
  part: partFrom(standardPart(key)!, id),
  placement: { x, y, z, rear: 'rear', top: 'top', locked: false },
});
const make = (...changes: Change[]): Conversion => {
  const hull = defaultWedge();
  for (const corner of hull.corners) corner.wall = measured(3);
  return changes.reduce((d, c) => applyChange(d, c).document, newConversion('Deck', hull));
};
// Depth 320, rear wall 3: its inside is at y = 317, the floor's inside at z = 3.
const supply = add('supply-1', 'supply/sfx', 40, 217, 3);
const board = add('board-1', 'board/mini-itx', 200, 317 - 2.1 - 170, 3);
const of = (document: Conversion) => openingsOf(document, assemble(document));

describe('openings', () => {
  it('follow the part that needs them', () => {
    const before = of(make(supply)).find((o) => o.id.endsWith('/inlet/inlet'))!;
    const after = of(
      make(supply, {
        type: 'placePart',
        id: 'supply-1',
        placement: { x: 50, y: 217, z: 7, rear: 'rear', top: 'top', locked: false },
      }),
    );
    // Seen from behind, a move to the right is a move to the left.
    expect(after.find((o) => o.id === before.id)!.centre).toEqual([before.centre[0] - 10, before.centre[1] + 4]);
  });

  it('are where the part has them: supply holes 113 × 51.5 mm apart, board holes as the standard, seen from below', () => {
    // Power Supply Design Guide; Mini-ITX Addendum 2.0; both from memory.
    const holes = of(make(supply))
      .filter((o) => o.kind === 'drill')
      .map((o) => o.centre);
    expect(Math.max(...holes.map((h) => h[0])) - Math.min(...holes.map((h) => h[0]))).toBeCloseTo(113, 9);
    expect(Math.max(...holes.map((h) => h[1])) - Math.min(...holes.map((h) => h[1]))).toBeCloseTo(51.5, 9);
    const floor = of(make(board)).filter((o) => o.face === 'bottom');
    expect(floor).toHaveLength(4);
    // Board's right end at x = 370 of 400; seen from below x runs to the left.
    expect(floor[0]!.centre[0]).toBeCloseTo(400 - (370 - 6.35), 9);
    expect(floor[0]!.centre[1]).toBeCloseTo(317 - 2.1 - 10.16, 9);
  });

  it('the input/output opening is 158.75 × 44.45 and the allowance on each side', () => {
    const io = of(make(board)).find((o) => o.id.endsWith('/io'))!;
    expect(io.shape).toEqual({ kind: 'rectangle', width: 158.75 + 0.8, height: 44.45 + 0.8, radius: 1 });
  });

  it('a part that does not reach its wall needs none', () =>
    expect(of(make(add('supply-1', 'supply/sfx', 40, 180, 3))).filter((o) => o.face === 'rear')).toEqual([]));

  it('one that falls into an opening that is there is no cut', () => {
    const [u, v] = of(make(supply)).find((o) => o.id.endsWith('/inlet/inlet'))!.centre;
    const there = make(supply, {
      type: 'setOpening',
      id: 'old-1',
      opening: {
        name: 'Old hatch',
        face: 'rear',
        shape: { kind: 'rectangle', width: measured(130), height: measured(60) },
        u: measured(u),
        v: measured(v),
      },
    });
    expect(of(there).every((o) => o.inExisting === 'old-1')).toBe(true);
    expect(facesToCut(there, assemble(there))).toEqual([]);
  });

  it('one of just the part’s own size takes it: nothing is cut, nothing runs into it', () => {
    const io = of(make(board)).find((o) => o.id.endsWith('/io'))!;
    const hole = (width: number): Change => ({
      type: 'setOpening',
      id: 'old-1',
      opening: {
        name: 'Old shield',
        face: 'rear',
        shape: { kind: 'rectangle', width: measured(width), height: measured(44.45) },
        u: measured(io.centre[0]),
        v: measured(io.centre[1]),
      },
    });
    const said = (d: Conversion) => assessCut(d, assemble(d)).findings.map((f) => f.sentence);
    const exact = make(board, hole(158.75));
    expect(of(exact).find((o) => o.id.endsWith('/io'))!.inExisting).toBe('old-1');
    expect(said(exact).filter((s) => /runs into/.test(s))).toEqual([]);
    const narrow = make(board, hole(158));
    expect(of(narrow).find((o) => o.id.endsWith('/io'))!.inExisting).toBeUndefined();
  });

  it('an opening over the joint of the lid goes up with a spacer ring, and the web beside it is counted from there', () => {
    const hatch = (document: Conversion, v: number): Change => ({
      type: 'setOpening',
      id: 'old-1',
      opening: {
        name: 'Old hatch',
        face: 'rear',
        shape: { kind: 'rectangle', width: measured(130), height: measured(10) },
        u: measured(of(document).find((o) => o.id.endsWith('/inlet/inlet'))!.centre[0]),
        v: measured(v),
      },
    });
    const lidded = make(supply, { type: 'setBody', id: 'lid', body: lidAt(measured(50)) });
    const ring: Change = { type: 'setBody', id: 'ring-1', body: ringBody(lidded.shell, 12) };
    const webOf = (...changes: Change[]) => {
      const document = changes.reduce((d, c) => applyChange(d, c).document, lidded);
      return assessCut(document, assemble(document)).findings.find((f) => f.id.includes('old-1'))?.figures[0]!.value;
    };
    // The same height over the floor: 68 as measured, or 56 and raised by 12. Without the ring 56 is 12 mm nearer.
    const level = webOf(hatch(lidded, 68))!;
    expect(webOf(ring, hatch(lidded, 56))).toBeCloseTo(level, 9);
    expect(webOf(hatch(lidded, 56))).toBeCloseTo(level - 12, 9);
  });
});

describe('webs', () => {
  const [u, v] = of(make(supply)).find((o) => o.id.endsWith('/inlet/inlet'))!.centre;
  const { shape } = of(make(supply)).find((o) => o.id.endsWith('/inlet/inlet'))!;
  const width = shape.kind === 'rectangle' ? shape.width : 0;
  /** An old opening 20 mm wide, so far beside the inlet. */
  const old = (away: number): Change => ({
    type: 'setOpening',
    id: 'old-1',
    opening: {
      name: 'Old hatch',
      face: 'rear',
      shape: { kind: 'rectangle', width: measured(20), height: measured(8) },
      u: measured(u + width / 2 + 10 + away),
      v: measured(v),
    },
  });
  const beside = (...changes: Change[]) => {
    const document = make(supply, ...changes);
    return thinWebs(document, assemble(document)).filter((w) => w.beside.kind === 'opening');
  };

  it('are the gap between two outlines, and only those that are too thin are named', () => {
    expect(beside(old(2.5))).toMatchObject([{ beside: { id: 'old-1' } }]);
    expect(beside(old(2.5))[0]!.web).toBeCloseTo(2.5, 9);
    const { least } = beside(old(2.5))[0]!;
    expect(beside(old(least + 0.01))).toEqual([]);
    expect(beside(old(least - 0.01))).toHaveLength(1);
  });

  it('are told between neighbours, the narrowest of a pair, and not past what lies between', () => {
    const document = make(supply);
    const [one] = of(document);
    const slot = (group: string, at: number, aside = 0) => ({
      ...one!,
      id: `${group}/${at}`,
      group,
      name: group,
      centre: [100 + at, 60 + aside] as [number, number],
      shape: { kind: 'rectangle' as const, width: 4, height: 40, radius: 0 },
    });
    const between = (...all: ReturnType<typeof slot>[]) =>
      thinWebs(document, assemble(document), all)
        .filter((w) => w.beside.kind === 'part')
        .map((w) => `${w.opening.group}-${w.beside.id} ${w.web.toFixed(1)}`);
    expect(between(slot('a', 0), slot('b', 4.9), slot('c', 9.7))).toEqual(['a-b 0.9', 'b-c 0.8']);
    // Aside of it the web past it is there.
    expect(between(slot('a', 0), slot('b', 4.9, 41), slot('c', 6.5))).toEqual(['a-b 1.3', 'a-c 2.5', 'b-c 1.0']);
    expect(between(slot('a', 0), slot('b', 9), slot('b', 6))).toEqual(['a-b 2.0']);
  });

  it('are negative where openings run together: a warning at an old one, not a stop', () => {
    expect(beside(old(-4))[0]!.web).toBeCloseTo(-4, 9);
    const finding = assessCut(make(supply, old(-4)), assemble(make(supply, old(-4)))).findings.find((f) =>
      f.id.includes('old-1'),
    );
    expect(finding).toMatchObject({ verdict: 'warn', brief: 'openings meet' });
  });
});

describe('policy', () => {
  it('Conserve stops every cut, Sleeper those that are seen', () => {
    const verdicts = (document: Conversion) =>
      assessCut(document, assemble(document))
        .findings.filter((f) => f.id.startsWith('cut/policy'))
        .map((f) => f.id);
    expect(verdicts(make(supply, board))).toEqual([]);
    expect(verdicts(make(supply, board, { type: 'setBrief', brief: { policy: 'conserve' } }))).toEqual([
      'cut/policy/rear',
      'cut/policy/bottom',
    ]);
    const sideways = make({
      ...supply,
      placement: { x: 297, y: 60, z: 3, rear: 'right', top: 'top', locked: false },
    } as Change);
    expect(verdicts(sideways)).toEqual(['cut/policy/right']);
  });
});

describe('tiling', () => {
  it.each([
    [190, 130],
    [452, 158],
    [900, 600],
    [3000, 40],
  ])('of %f × %f mm covers the face, and neighbours share 15 mm', (width, height) => {
    for (const paper of ['a4', 'letter'] as const) {
      const { tiles, window, columns, page } = tilingOf(width, height, paper);
      expect(Math.max(...tiles.map((t) => t.u + window.width))).toBeGreaterThanOrEqual(width);
      expect(Math.max(...tiles.map((t) => t.v + window.height))).toBeGreaterThanOrEqual(height);
      if (columns > 1) expect(tiles[0]!.u + window.width - tiles[1]!.u).toBeCloseTo(OVERLAP, 9);
      expect([page.width, page.height].sort()).toEqual([PAPERS[paper].width, PAPERS[paper].height].sort());
    }
  });

  it('a mirrored sheet is drawn from the other side; its table counts from the datum that is drawn', () => {
    const plain = sheetOf(make(board), 'bottom', assemble(make(board)));
    const mirrored = sheetOf(
      make(board, { type: 'setCut', cut: { mirrored: ['bottom'] } }),
      'bottom',
      assemble(make(board, { type: 'setCut', cut: { mirrored: ['bottom'] } })),
    );
    expect(mirrored.holes).toEqual(plain.holes);
    const centres = (sheet: typeof plain) =>
      sheet.items.flatMap((i) => (i.kind === 'circle' && i.layer === 'drill' ? [i.centre] : []));
    centres(mirrored).forEach(([u, v], i) => {
      const [pu, pv] = centres(plain)[i]!;
      expect([u, v]).toEqual([expect.closeTo(plain.width - pu, 9), pv]);
      // From the datum, which lies at the right of the mirrored sheet.
      expect(plain.width - u).toBeCloseTo(pu, 9);
    });
    expect(centres(mirrored).length).toBeGreaterThan(0);
  });

  it('an opening above a spacer ring is drawn where it is now, and still takes what is put into it', () => {
    const hole: Opening = {
      name: 'Old inlet',
      face: 'rear',
      shape: { kind: 'round', diameter: measured(60) },
      u: measured(200),
      v: measured(100),
    };
    const lid: Change = { type: 'setBody', id: 'lid-1', body: lidAt(measured(60)) };
    const low = make({ type: 'setOpening', id: 'inlet-1', opening: hole }, lid);
    const raised = applyChange(low, { type: 'setBody', id: 'ring-1', body: ringBody(low.shell, 25) }).document;
    const circle = (document: Conversion) =>
      sheetOf(document, 'rear', assemble(document)).items.flatMap((i) =>
        i.kind === 'circle' && i.layer === 'reference' ? [i] : [],
      )[0]!;
    expect(circle(low).centre).toEqual([200, 100]);
    expect(circle(raised).centre).toEqual([200, 125]);
  });

  it('every copy of a feature that stays is hatched', () => {
    const rib = feature('Rib', { kind: 'box', width: measured(20), depth: measured(10), height: measured(8) }, [
      measured(60),
      measured(60),
      measured(4),
    ]);
    const copies = { kind: 'row', axis: 'x', count: 3, pitch: measured(50) } as const;
    const kept = (more: object) =>
      sheetOf(
        make({ type: 'setFeature', id: 'rib-1', feature: { ...rib, ...more } }),
        'bottom',
        assemble(make({ type: 'setFeature', id: 'rib-1', feature: { ...rib, ...more } })),
      ).items.filter((i) => i.kind === 'text' && i.text.startsWith('keep:'));
    expect(kept({})).toHaveLength(1);
    expect(kept({ copies })).toHaveLength(3);
  });
});
