import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assemble, pluggedOf, type PlacedPart } from '../../assembly';
import { applyChange, defaultBox, lidAt, newConversion, type Conversion } from '../../document';
import { partFrom } from '../../parts';
import { measured } from '../../quantity';
import { searchLayouts, withLayout } from '../../search';
import { standardPart } from '../../standards';
import { assessFit, placeFor, sweepsOf } from '..';
import { moduleFindings } from './moduleFindings';

const upright = { rear: 'rear', top: 'top', locked: false } as const;

function box(size: readonly [number, number, number], kit: Record<string, string>): Conversion {
  const hull = defaultBox();
  [hull.width, hull.depth, hull.height] = size.map((v) => measured(v)) as [never, never, never];
  const document = newConversion('Box', hull);
  document.brief = { ...document.brief, policy: 'open', blockedFaces: [] };
  document.shell.bodies.lid = lidAt(measured(size[2] - 20));
  for (const [id, key] of Object.entries(kit)) document.kit.parts[id] = partFrom(standardPart(key)!, id);
  return document;
}
const said = (document: Conversion) => assessFit(document, assemble(document)).findings;

describe('a module in its socket', () => {
  it('lies on a wide board, under a small one, and says when it is not reached any more', () => {
    const placed = (board: string, card?: string) => {
      const kit = { 'board-1': board, ...(card ? { 'card-1': card } : {}), ssd: 'drive/m2-2280' };
      const document = box([500, 420, 260], kit);
      const [first] = searchLayouts(document, { wanted: 1, steps: 300 }).layouts;
      return withLayout(document, first!.placements);
    };
    const wide = placed('board/micro-atx');
    const [board, ssd] = ['board-1', 'ssd'].map((id) => assemble(wide).parts.find((p) => p.id === id)!);
    expect(ssd!.pluggedInto).toBe('board-1');
    expect(ssd!.pluggedOut).toBe(board!.placement.top);
    expect(said(wide).some((f) => f.id === 'fit/covered/ssd')).toBe(false);
    const small = said(placed('board/mini-itx')).find((f) => f.id === 'fit/covered/ssd');
    expect(small).toMatchObject({ verdict: 'note', sentence: expect.stringContaining('sits under board-1') as string });
  });
  it('rides where its board rides', () => {
    let plan = box([400, 400, 200], { 'board-1': 'board/mini-itx', ssd: 'drive/m2-2280' });
    plan = applyChange(plan, {
      type: 'setBody',
      id: 'drawer-1',
      body: {
        name: 'Drawer',
        kind: 'drawer',
        cut: {
          kind: 'face',
          face: 'front',
          u: measured(200),
          v: measured(85),
          width: measured(380),
          height: measured(160),
        },
        motion: { kind: 'slide', depth: measured(340), travel: measured(300), board: measured(6) },
        closures: [],
        material: 'plywood',
        weighed: null,
      },
    }).document;
    const at = { x: 60, y: 100, z: 12, ...upright, on: 'drawer-1' };
    plan = applyChange(plan, { type: 'placePart', id: 'board-1', placement: at }).document;
    const inSocket = placeFor(plan, assemble(plan), 'ssd').proposals.find((p) =>
      p.reasons[0]!.startsWith('in the M.2'),
    )!;
    const placed = applyChange(plan, { type: 'placePart', id: 'ssd', placement: inSocket.placement }).document;
    expect(sweepsOf(placed, assemble(placed)).find((s) => s.body === 'drawer-1')!.carries.parts).toEqual([
      'board-1',
      'ssd',
    ]);
    expect(said(placed).filter((f) => f.verdict === 'stop')).toEqual([]);
  });
  it('lies under the card beside it', () => {
    const document = box([500, 420, 260], {
      'board-1': 'board/micro-atx',
      ssd: 'drive/m2-2280',
      card: 'card/half-length-2',
    });
    const at = { x: 120, y: 100, z: 9, ...upright };
    let plan = applyChange(document, { type: 'placePart', id: 'board-1', placement: at }).document;
    for (const id of ['ssd', 'card']) {
      const place = placeFor(plan, assemble(plan), id).proposals.find((p) => p.reasons[0]!.startsWith('in the'));
      if (place) plan = applyChange(plan, { type: 'placePart', id, placement: place.placement }).document;
    }
    const into = pluggedOf(assemble(plan).parts)['board-1'];
    expect(into).toContain('ssd');
    if (into!.includes('card'))
      expect(said(plan).find((f) => f.id === 'fit/covered/ssd')!.sentence).toContain('lies under card');
  });
  it('is covered by what stands within 60 mm over its middle, the way it comes out, and by nothing else', () => {
    let plan = box([500, 420, 260], { 'board-1': 'board/micro-atx', ssd: 'drive/m2-2280', other: 'drive/2.5-7' });
    const at = { x: 120, y: 100, z: 9, ...upright };
    plan = applyChange(plan, { type: 'placePart', id: 'board-1', placement: at }).document;
    const seat = placeFor(plan, assemble(plan), 'ssd').proposals.find((p) => p.reasons[0]!.startsWith('in the M.2'))!;
    plan = applyChange(plan, { type: 'placePart', id: 'ssd', placement: seat.placement }).document;
    const module = assemble(plan).parts.find((p) => p.id === 'ssd')!;
    const covered = (x: number, y: number, z: number): boolean => {
      const placement = { x, y, z, ...upright };
      const there = applyChange(plan, { type: 'placePart', id: 'other', placement }).document;
      return moduleFindings(assemble(there)).some((f) => f.id === 'fit/covered/ssd');
    };
    const [u, v] = [0, 1].map((i) => (module.low[i]! + module.high[i]!) / 2) as [number, number];
    const top = module.high[2];
    // By the drive’s own size, 69.85 × 100.45 × 7 mm (SFF-8201, from memory).
    const over = (x: number, y: number, z: number) =>
      x <= u && x + 69.85 >= u && y <= v && y + 100.45 >= v && z - top > -1 && z - top < 60;
    const near = (p: PlacedPart['low'], i: 0 | 1) =>
      fc.integer({ min: Math.round(p[i]) - 120, max: Math.round(p[i]) + 60 });
    fc.assert(
      fc.property(near(module.low, 0), near(module.low, 1), fc.integer({ min: 2, max: 90 }), (x, y, up) => {
        expect(covered(x, y, top + up)).toBe(over(x, y, top + up));
      }),
      { numRuns: 60, seed: 4 },
    );
    expect([59.9, 60].map((up) => covered(u - 30, v - 50, top + up))).toEqual([true, false]);
  });
});
