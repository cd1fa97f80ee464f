import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { airReport } from '../air';
import { airModel } from '../air/build/model';
import { buildReport } from '../build';
import { assessCut, sheetOf } from '../cut';
import {
  applyChange,
  defaultBox,
  newConversion,
  type BoardOpening,
  type Body,
  type Change,
  type Conversion,
} from '../document';
import { partFrom } from '../parts';
import { measured } from '../quantity';
import { standardPart } from '../standards';
import { assemble } from '.';

const opening = (
  board: BoardOpening['board'],
  u: number,
  v: number,
  more: Partial<BoardOpening> = {},
): BoardOpening => ({
  name: 'Cable hole',
  board,
  shape: { kind: 'rectangle', width: measured(50), height: measured(20) },
  u: measured(u),
  v: measured(v),
  there: false,
  ...more,
});
const drawer = (openings: BoardOpening[]): Body => ({
  name: 'Drawer',
  kind: 'drawer',
  cut: { kind: 'face', face: 'front', u: measured(200), v: measured(75), width: measured(394), height: measured(144) },
  motion: { kind: 'slide', depth: measured(200), travel: measured(200), board: measured(6), openings },
  closures: [],
  material: 'plywood',
  weighed: null,
});
/** A box of 400 × 400 × 150 with walls of 3, a drawer in its front from 3 to 397, 3 to 203, 3 to 147, and a fan at its back. */
function plan(...openings: BoardOpening[]): Conversion {
  const hull = defaultBox();
  Object.assign(hull, { width: measured(400), depth: measured(400), height: measured(150) });
  return (
    [
      { type: 'setBody', id: 'drawer-1', body: drawer(openings) },
      {
        type: 'addPart',
        id: 'fan-1',
        part: partFrom(standardPart('fan/80x25')!, 'Fan'),
        placement: { x: 150, y: 197 - 25, z: 20, rear: 'rear', top: 'top', locked: false, on: 'drawer-1' },
      },
    ] as Change[]
  ).reduce((d, c) => applyChange(d, c).document, newConversion('Shell', hull));
}
const boxes = (document: Conversion) => assemble(document).inBoards.map(({ low, high }) => [low, high]);

describe('openings in the boards of a drawer', () => {
  it('lie where they are said to, seen from inside: the boards by hand', () => {
    // Drawer from 3 to 397 wide, 3 to 203 deep, 3 to 147 high, boards of 6.
    expect(boxes(plan(opening('floor', 100, 60)))).toEqual([
      [
        [78, 53, 3],
        [128, 73, 9],
      ],
    ]);
    expect(boxes(plan(opening('back', 100, 60)))).toEqual([
      [
        [78, 197, 53],
        [128, 203, 73],
      ],
    ]);
    // Who looks at the right side from inside has the rear on the left; at the left side the front.
    expect(boxes(plan(opening('right side', 60, 40)))).toEqual([
      [
        [391, 203 - 85, 33],
        [397, 203 - 35, 53],
      ],
    ]);
    expect(boxes(plan(opening('left side', 60, 40)))).toEqual([
      [
        [3, 38, 33],
        [9, 88, 53],
      ],
    ]);
    expect(assemble(plan(opening('front side', 60, 40))).inBoards).toEqual([]);
  });

  it('stop where they reach over an edge, by as much, and only there: random ones against the board’s size', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 394 }), fc.integer({ min: 1, max: 144 }), (u, v) => {
        const document = plan(opening('back', u, v));
        const said = assessCut(document, assemble(document)).findings.filter((f) => f.id.startsWith('cut/board/'));
        const over = Math.max(25 - u, u + 25 - 394, 10 - v, v + 10 - 144);
        expect(said.some((f) => f.id.endsWith('.edge'))).toBe(over > 0);
        if (over > 0) expect(said[0]!.sentence).toContain(`reaches ${over.toFixed(1)} mm over the edge of the back`);
      }),
      { numRuns: 60, seed: 3 },
    );
  });

  it('are on the sheet of their board, with a step; what is there already is not', () => {
    const document = plan(opening('back', 40, 60), opening('left side', 60, 40, { name: 'Old slot', there: true }));
    const assembly = assemble(document);
    const rows = sheetOf(document, 'drawer-1-back', assembly).holes;
    expect(rows.find((r) => r.name === 'Cable hole')).toMatchObject({ kind: 'cut', u: 40, v: 60, size: '50.0 × 20.0' });
    const { steps } = buildReport(document, assembly);
    expect(steps.find((s) => s.id === 'boards.drawer-1')).toMatchObject({
      name: 'Cut cable hole into the back of Drawer by the sheets',
      phase: 'cut',
    });
    const only = plan(opening('left side', 60, 40, { there: true }));
    expect(buildReport(only, assemble(only)).steps.map((s) => s.id)).not.toContain('boards.drawer-1');
  });

  it('stop where something is screwed to the wood they take away', () => {
    const at = (u: number, v: number) => {
      const document = plan(opening('back', u, v));
      return assessCut(document, assemble(document)).findings.filter((f) => f.id.startsWith('cut/board/'));
    };
    // A screw of the fan at 190 + 35.75 and 60 + 35.75 in the shell: 222.75 and 92.75 on the board.
    expect(at(222.75, 92.75).map((f) => f.sentence)[0]).toContain('takes away where Fan');
    expect(at(40, 92.75)).toEqual([]);
  });

  it('let air from the drawer to the room behind, there or to be cut', () => {
    const gaps = (document: Conversion) =>
      airModel(document, assemble(document), 'full').zones.gaps.filter((g) => g.window !== undefined);
    for (const there of [true, false])
      expect(gaps(plan(opening('back', 40, 60, { there }))).map((g) => [g.window, g.area, g.at])).toEqual([
        ['Cable hole in the back of Drawer', 1000, [43, 200, 63]],
      ]);
    // The fan has no way out behind: by the hole its air comes back, the more the larger the hole is.
    const flow = (size: number) => {
      const document = plan(opening('back', 60, 70, { shape: { kind: 'round', diameter: measured(size) } }));
      return airReport(document, assemble(document), 'full').fans[0]!.flow;
    };
    expect(flow(60)).toBeGreaterThan(1.5 * flow(20));
  });
});
