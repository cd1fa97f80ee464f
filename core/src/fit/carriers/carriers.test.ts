import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assemble, movedWith, placePart } from '../../assembly';
import {
  applyChange,
  validationIssuesOf,
  newConversion,
  type Change,
  type Conversion,
  type Placement,
} from '../../document';
import { standardTray, TRAY_ROWS, partMade } from '../../kit';
import { partFrom } from '../../parts';
import { defaultBox } from '../../shell/section';
import { ORIENTATIONS } from '../../solid';
import { standardPart } from '../../standards';
import { placeFor } from '../place';
import { assessFit } from '../assess';
import { marginsOf } from '../margins';
import { behindTray, bundleOf, frameLoad, heldOn, resized, standOn } from '.';

const at = (x: number, y: number, z: number, rest: Partial<Placement> = {}): Placement => ({
  x,
  y,
  z,
  rear: 'rear',
  top: 'top',
  locked: false,
  ...rest,
});
const apply = (document: Conversion, ...changes: Change[]): Conversion =>
  changes.reduce((d, change) => applyChange(d, change).document, document);

/** A large box with a tray for a board, and the board on it. */
function onTray(board = 'board/mini-itx', tray = board, held: 'screws' | 'blocks' = 'blocks') {
  const document = apply(
    newConversion('Large box', { ...defaultBox(), width: big(900), depth: big(900), height: big(600) }),
    {
      type: 'addPart',
      id: 'tray-1',
      part: partMade({ ...standardTray(tray), held }, 'Tray'),
      placement: at(100, 100, 60),
    },
    { type: 'addPart', id: 'board-1', part: partFrom(standardPart(board)!) },
  );
  const stand = standOn(document, 'board-1', 'tray-1')!;
  return { document: apply(document, { type: 'placePart', id: 'board-1', placement: stand.placement }), stand };
}
const big = (value: number) => ({ value, uncertainty: 0.5, tool: 'calipers' as const });

/** Holes of a board in a tray’s own axes, by both placed parts’ own words. */
function holesOnTray(document: Conversion): number[][] {
  const [tray, board] = ['tray-1', 'board-1'].map((id) =>
    placePart(id, document.kit.parts[id]!, document.layout.placements[id]!),
  );
  const [o, x, y, z] = [
    [0, 0, 0],
    [1, 0, 0],
    [0, 1, 0],
    [0, 0, 1],
  ].map((p) => tray!.toShell(p));
  return board!.faces
    .flatMap((f) => f.cuts.filter((c) => c.kind === 'drill'))
    .map((c) => [x!, y!, z!].map((e) => e.reduce((sum, v, i) => sum + (v - o![i]!) * (c.at[i]! - o![i]!), 0)));
}

describe('what stands on a tray', () => {
  it('stands on all its holes on the tray it is made for, and on none of its own by chance', () => {
    for (const { key, holes } of TRAY_ROWS.filter(
      (r) => r.key.includes('atx') || r.key.includes('itx') || r.key.includes('dtx'),
    )) {
      const { document, stand } = onTray(key);
      expect(stand.held, key).toBe(holes.length);
      expect(heldOn(document, assemble(document), 'board-1')).toMatchObject({
        held: holes.length,
        drilled: 0,
        beyond: 0,
      });
      expect(validationIssuesOf(document)).toEqual([]);
    }
  });
  it('a small board of the family stands on a large tray with all its holes', () => {
    expect(onTray('board/mini-itx', 'board/atx').stand).toMatchObject({ held: 4, holes: 4 });
    // A board that the tray is not made for: what it meets by brute force over all pairs of holes and turns.
    const { document, stand } = onTray('board/atx', 'board/mini-itx');
    expect(stand.held).toBeLessThan(stand.holes);
    expect(heldOn(document, assemble(document), 'board-1')!.held).toBe(stand.held);
  });
  it('touches nothing of the tray but with its standoffs', () => {
    const { document } = onTray('board/atx');
    const short = marginsOf(assemble(document)).filter(
      (m) => m.id.includes('tray-1') && m.id.includes('board-1') && m.spare < -1e-6,
    );
    expect(short.map((m) => `${m.id} ${m.distance}`)).toEqual([]);
  });
  it('keeps its place on it however the tray is moved and turned', () => {
    const { document } = onTray();
    const before = holesOnTray(document);
    fc.assert(
      fc.property(
        fc.constantFrom(...ORIENTATIONS),
        fc.tuple(fc.integer({ min: 0, max: 400 }), fc.integer({ min: 0, max: 400 }), fc.integer({ min: 0, max: 300 })),
        ({ rear, top }, [x, y, z]) => {
          const moved = movedWith(document, {}, 'tray-1', at(x, y, z, { rear, top }));
          const after = apply(
            document,
            ...Object.entries(moved).map(([id, placement]): Change => ({ type: 'placePart', id, placement })),
          );
          expect(validationIssuesOf(after)).toEqual([]);
          holesOnTray(after).forEach((hole, i) => hole.forEach((v, k) => expect(v).toBeCloseTo(before[i]![k]!, 2)));
          expect(heldOn(after, assemble(after), 'board-1')).toMatchObject({ held: 4 });
        },
      ),
      { numRuns: 60 },
    );
  });
  it('rides on the drawer that its tray rides on', () => {
    const { document } = onTray();
    const moved = movedWith(document, {}, 'tray-1', { ...document.layout.placements['tray-1']!, on: 'lid' });
    expect(moved['board-1']).toMatchObject({ on: 'lid', with: 'tray-1' });
  });
  it('stays where it is when the tray is cut down, and the tray does too', () => {
    const { document } = onTray('board/mini-itx', 'board/atx');
    for (const { rear, top } of ORIENTATIONS.slice(0, 8)) {
      const moved = movedWith(document, {}, 'tray-1', at(200, 200, 200, { rear, top }));
      const turned = apply(
        document,
        ...Object.entries(moved).map(([id, placement]): Change => ({ type: 'placePart', id, placement })),
      );
      const tray = standardTray('board/atx');
      const cut = apply(
        turned,
        resized(turned, 'tray-1', { ...tray, off: { left: 30, right: 10, front: 20, rear: 0, top: 15 } }),
      );
      expect(cut.layout.placements['board-1']).toEqual(turned.layout.placements['board-1']);
      const corner = (d: Conversion) =>
        placePart('tray-1', d.kit.parts['tray-1']!, d.layout.placements['tray-1']!).toShell([50, 60, 0]);
      corner(cut).forEach((v, i) => expect(v).toBeCloseTo(corner(turned)[i]!, 3));
    }
  });
  it('that was weighed is lighter by the share that is cut off, and as heavy as before when it is whole again', () => {
    const { document } = onTray();
    const tray = standardTray('board/mini-itx');
    const computed = document.kit.parts['tray-1']!.mass;
    const weighed = apply(document, { type: 'setPart', id: 'tray-1', part: { mass: 2 * computed } });
    const cut = apply(
      weighed,
      resized(weighed, 'tray-1', { ...tray, held: 'blocks', off: { ...tray.off, front: 60 } }),
    );
    const fresh = partMade({ ...tray, off: { ...tray.off, front: 60 } }, 'Tray').mass;
    expect(Math.abs(cut.kit.parts['tray-1']!.mass - 2 * fresh)).toBeLessThanOrEqual(2);
    const whole = apply(cut, resized(cut, 'tray-1', { ...tray, held: 'blocks' }));
    expect(Math.abs(whole.kit.parts['tray-1']!.mass - 2 * computed)).toBeLessThanOrEqual(2);
  });
  it('hangs free where the tray is cut away under it, and one says so', () => {
    const { document } = onTray();
    const tray = standardTray('board/mini-itx');
    const cut = apply(
      document,
      resized(document, 'tray-1', { ...tray, held: 'blocks', off: { ...tray.off, left: 40 } }),
    );
    expect(heldOn(cut, assemble(cut), 'board-1')).toMatchObject({ held: 2, beyond: 2 });
    expect(assessFit(cut, assemble(cut)).findings.find((f) => f.id === 'fit/board-1/beyond-tray')?.sentence).toContain(
      '2 of 4 holes',
    );
  });
  it('is found a place with its tray: nothing of both is in the way there', () => {
    const { document } = onTray();
    const assembly = assemble(document);
    const [best] = placeFor(document, assembly, 'tray-1', {
      step: 8,
      orientations: [{ rear: 'rear', top: 'top' }],
    }).proposals;
    const moved = movedWith(document, {}, 'tray-1', best!.placement);
    const placed = apply(
      document,
      ...Object.entries(moved).map(([id, placement]): Change => ({ type: 'placePart', id, placement })),
    );
    expect(assessFit(placed, assemble(placed)).findings.filter((f) => f.verdict === 'stop')).toEqual([]);
    // The board’s sockets reach the wall: that is what fixes the tray.
    expect(Math.abs(placed.layout.placements['board-1']!.y - document.layout.placements['board-1']!.y)).toBeGreaterThan(
      1,
    );
  });
});

describe('what makes no sense', () => {
  const { document } = onTray();
  const wrong = (...changes: Change[]) => validationIssuesOf(apply(document, ...changes)).map((c) => c.message);
  it('a tray on itself, on what stands on it, on what carries nothing, on what is not there', () => {
    const tray = document.layout.placements['tray-1']!;
    expect(wrong({ type: 'placePart', id: 'tray-1', placement: { ...tray, with: 'tray-1' } })[0]).toContain(
      'would carry itself',
    );
    expect(wrong({ type: 'placePart', id: 'tray-1', placement: { ...tray, with: 'board-1' } })[0]).toContain(
      'can’t stand on',
    );
    expect(wrong({ type: 'placePart', id: 'tray-1', placement: { ...tray, with: 'gone-1' } })[0]).toContain(
      'no such part',
    );
    const two = apply(document, {
      type: 'addPart',
      id: 'tray-2',
      part: document.kit.parts['tray-1']!,
      placement: at(0, 0, 0, { with: 'tray-1' }),
    });
    const round = apply(two, { type: 'placePart', id: 'tray-1', placement: { ...tray, with: 'tray-2' } });
    expect(
      validationIssuesOf(round)
        .map((c) => c.message)
        .join(),
    ).toContain('would carry itself');
  });
  it('nothing stands on a tray that is gone: it stays where it is, undone it stands there again', () => {
    const gone = applyChange(document, { type: 'removePart', id: 'tray-1' });
    expect(gone.document.layout.placements['board-1']).not.toHaveProperty('with');
    expect(validationIssuesOf(gone.document)).toEqual([]);
  });
});

describe('the room behind a tray', () => {
  it('is what is free to the floor, and a bundle takes what its cables take', () => {
    const { document } = onTray();
    const room = behindTray(document, assemble(document), 'tray-1')!;
    const inside = assemble(document).hull.innerLow[2];
    expect(room.free).toBeCloseTo(60 - inside, 6);
    expect(room.to).toBe('the floor');
    // Two equal round cables in a circle: it is twice as thick as one; seven: three times (geometry). The share of 0.7 is between.
    expect(bundleOf([8])).toBe(8);
    expect(bundleOf(Array.from({ length: 7 }, () => 10))).toBeGreaterThan(30 * 0.95);
    expect(bundleOf(Array.from({ length: 7 }, () => 10))).toBeLessThan(34);
  });
  it('too little for the thickest cable is a warning that names what does not close', () => {
    const { document } = onTray();
    const low = apply(
      document,
      { type: 'addPart', id: 'supply-1', part: partFrom(standardPart('supply/sfx')!), placement: at(600, 100, 60) },
      ...Object.entries(movedWith(document, {}, 'tray-1', at(100, 100, assemble(document).hull.innerLow[2] + 3))).map(
        ([id, placement]): Change => ({ type: 'placePart', id, placement }),
      ),
    );
    const finding = assessFit(low, assemble(low)).findings.find((f) => f.id === 'fit/tray-1/behind');
    expect(finding?.verdict).toBe('warn');
    expect(finding?.sentence).toContain('3.0 mm are free to the floor');
  });
});

describe('what stands on a frame', () => {
  it('loads it with all that stands on it, and on that again', () => {
    const { document } = onTray();
    const frame = partMade(
      {
        kind: 'frame',
        shape: 'flat',
        width: 600,
        depth: 400,
        height: 0,
        cross: 0,
        profile: 'flat bar',
        side: 15,
        wall: 2,
        joint: 'screws',
        material: 'aluminium',
      },
      'Frame',
    );
    const placed = apply(document, { type: 'addPart', id: 'frame-1', part: frame, placement: at(50, 50, 20) });
    const stand = standOn(placed, 'tray-1', 'frame-1')!;
    const on = apply(
      placed,
      ...Object.entries(movedWith(placed, {}, 'tray-1', stand.placement)).map(([id, placement]): Change => ({
        type: 'placePart',
        id,
        placement,
      })),
    );
    expect(validationIssuesOf(on)).toEqual([]);
    const grams = document.kit.parts['tray-1']!.mass + document.kit.parts['board-1']!.mass;
    expect(frameLoad(on, 'frame-1')!.load).toBeCloseTo(grams / 1000, 6);
    expect(assessFit(on, assemble(on)).findings.find((f) => f.id === 'fit/frame-1/sag')?.sentence).toContain('sags');
  });
});
