import { describe, expect, it } from 'vitest';
import { assemble, faceReaches } from '../assembly';
import { carrierSheet, carriersToCut } from '../cut/sheets/carriers';
import { applyChange, defaultBox, newConversion, type Body, type Conversion, type Placement } from '../document';
import { partFrom } from '../parts';
import { measured } from '../quantity';
import { standardPart } from '../standards';
import { assessFit } from './assess';
import { placeFor } from './place';
import { seatsFor } from './seats';

const drawer = (travel: number): Body => ({
  name: 'Drawer',
  kind: 'drawer',
  cut: { kind: 'face', face: 'front', u: measured(200), v: measured(70), width: measured(380), height: measured(130) },
  motion: { kind: 'slide', depth: measured(280), travel: measured(travel), board: measured(6) },
  closures: [],
  material: 'plywood',
  weighed: null,
});

/** A box of 400 × 300 × 150 with a drawer, a fan or a board in it. */
function withDrawer(
  key: string,
  travel = 280,
  at: Partial<Placement> = {},
  policy: 'open' | 'conserve' = 'open',
): Conversion {
  const document = newConversion('Shell', defaultBox());
  document.brief.policy = policy;
  document.shell.bodies['drawer-1'] = drawer(travel);
  return applyChange(document, {
    type: 'addPart',
    id: 'it-1',
    part: partFrom(standardPart(key)!, 'It'),
    placement: { x: 60, y: 60, z: 11, rear: 'rear', top: 'top', locked: false, on: 'drawer-1', ...at },
  }).document;
}
const said = (document: Conversion) => assessFit(document, assemble(document)).findings;

describe('a drawer as a room', () => {
  it('takes a fan at each of its boards, whose sheet has its opening and its screws', () => {
    // Inside of the back: the drawer reaches 280 mm in from the front wall of 3, its back is 6 thick.
    const document = withDrawer('fan/80x25', 280, { x: 100, y: 3 + 280 - 6 - 25, z: 20 });
    const assembly = assemble(document);
    const [reach] = faceReaches(assembly, assembly.parts[0]!);
    expect(reach).toMatchObject({ reaches: true, onWall: true, gap: 0 });
    expect(reach!.board!.id).toBe('body/drawer-1/back');
    expect(said(document).filter((f) => f.verdict === 'stop')).toEqual([]);
    expect(carriersToCut(document, assembly)).toEqual(['drawer-1-back']);
    const sheet = carrierSheet(document, assembly, 'drawer-1-back')!;
    // Seen from the front: its left lower corner is the drawer's, 10 mm from the shell's left and 5 over its floor.
    const round = sheet.holes.find((h) => h.kind === 'cut')!;
    expect([round.u, round.v]).toEqual([100 + 40 - 10, 20 + 40 - 5]);
    expect(sheet.holes.filter((h) => h.kind === 'drill')).toHaveLength(4);
  });
  it('offers a fan its sides, back and floor, none under Conserve', () => {
    const sides = (policy: 'open' | 'conserve') => {
      const document = withDrawer('fan/80x25', 280, {}, policy);
      return new Set(
        (['rear', 'left', 'right', 'bottom', 'front'] as const).flatMap((rear) =>
          seatsFor(
            document,
            'it-1',
            { rear, top: rear === 'bottom' ? 'front' : 'top' },
            false,
            true,
            'drawer-1',
          ).flatMap((s) => s.reasons.filter((r) => r.endsWith('of Drawer'))),
        ),
      );
    };
    expect([...sides('open')].sort()).toEqual(
      ['back', 'floor', 'left side', 'right side'].map((side) => `screwed side at the ${side} of Drawer`),
    );
    expect(sides('conserve').size).toBe(0);
    const document = withDrawer('fan/80x25');
    const [best] = placeFor(document, assemble(document), 'it-1').proposals;
    const placed = applyChange(document, { type: 'placePart', id: 'it-1', placement: best!.placement }).document;
    expect(said(placed).filter((f) => f.verdict === 'stop')).toEqual([]);
  });
  it('leaves sockets at its back out of reach by what stays inside', () => {
    const at = (travel: number) => {
      const { y: _, ...rest } = { x: 60, y: 0, z: 11 };
      const document = withDrawer('board/mini-itx', travel, rest);
      const seat = seatsFor(document, 'it-1', { rear: 'rear', top: 'top' }, false, true, 'drawer-1').find((s) =>
        s.reasons.some((r) => r.endsWith('the back of Drawer')),
      )!;
      const placement = { ...document.layout.placements['it-1']!, y: seat.at[1]! };
      return said(applyChange(document, { type: 'placePart', id: 'it-1', placement }).document).find((f) =>
        f.id.endsWith('/pulled'),
      );
    };
    expect(at(280)).toBeUndefined();
    expect(at(225)).toBeUndefined();
    // 280 − 140: more than a hand with a plug reaches in (60 mm, common practice, no source).
    expect(at(140)).toMatchObject({ verdict: 'warn', figures: [{ value: 140 }] });
  });
});
