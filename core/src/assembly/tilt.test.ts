import { faceReaches } from './faceReach';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  applyChange,
  validationIssuesOf,
  feature,
  newConversion,
  defaultBox,
  type Change,
  type Conversion,
  type Placement,
} from '../document';
import { judge, marginsOf } from '../fit';
import { partFrom } from '../parts';
import { measured } from '../quantity';
import { DIRECTIONS } from '../solid';
import { standardPart } from '../standards';
import { assemble } from './assemble';
import { placedConnectors } from './connectors';
import { placePart } from './placed';
import { socketPlacement, pluggedOf } from './slots';

const board = partFrom(standardPart('board/mini-itx')!, 'board-1');
const at = (x: number, y: number, tilt?: Placement['tilt']): Placement => ({
  x,
  y,
  z: 3,
  rear: 'rear',
  top: 'top',
  locked: false,
  ...(tilt ? { tilt } : {}),
});
const hull = () => Object.assign(defaultBox(), { width: measured(400), depth: measured(350), height: measured(200) });
const plan = (...changes: Change[]): Conversion =>
  changes.reduce((d, c) => applyChange(d, c).document, newConversion('Box', hull()));

describe('a part at a slight angle', () => {
  it('is the straight part turned about the middle of its bodies, corner by corner, cuts and connectors too', () =>
    fc.assert(
      fc.property(fc.constantFrom('x', 'y', 'z'), fc.double({ min: -10, max: 10, noNaN: true }), (axis, degrees) => {
        const straight = placePart('board-1', board, at(80, 60));
        const turned = placePart('board-1', board, at(80, 60, { axis, degrees }));
        const k = 'xyz'.indexOf(axis);
        const [b, c] = [(k + 1) % 3, (k + 2) % 3];
        const middle = [0, 1, 2].map((i) => (straight.low[i]! + straight.high[i]!) / 2);
        const angle = (degrees * Math.PI) / 180;
        const spun = (p: readonly number[]) => {
          const q = [...p];
          q[b] = middle[b]! + Math.cos(angle) * (p[b]! - middle[b]!) - Math.sin(angle) * (p[c]! - middle[c]!);
          q[c] = middle[c]! + Math.sin(angle) * (p[b]! - middle[b]!) + Math.cos(angle) * (p[c]! - middle[c]!);
          return q;
        };
        const same = (p: readonly number[], q: readonly number[]) =>
          p.forEach((v, i) => expect(v).toBeCloseTo(q[i]!, 9));
        straight.solids.forEach(({ shape }, n) => {
          const corners = [shape.low, shape.high].flatMap((x) =>
            [shape.low, shape.high].flatMap((y) => [shape.low, shape.high].map((z) => spun([x[0], y[1], z[2]]))),
          );
          const there = turned.solids[n]!.shape;
          if (there.kind !== 'cylinder')
            for (let i = 0; i < 3; i++) {
              expect(there.low[i]).toBeCloseTo(Math.min(...corners.map((p) => p[i]!)), 9);
              expect(there.high[i]).toBeCloseTo(Math.max(...corners.map((p) => p[i]!)), 9);
              // The chain says the same as the shape.
              expect(turned.solids[n]!.end(i as 0, true).value).toBeCloseTo(there.high[i]!, 9);
              expect(turned.solids[n]!.end(i as 0, false).value).toBeCloseTo(there.low[i]!, 9);
            }
        });
        straight.faces.forEach((face, f) =>
          face.cuts.forEach((cut, n) => same(turned.faces[f]!.cuts[n]!.at, spun(cut.at))),
        );
        const connectors = placedConnectors(turned);
        placedConnectors(straight).forEach((p, n) => same(connectors[n]!.at, spun(p.at)));
      }),
      { numRuns: 60, seed: 1 },
    ));

  it('has margins that are those of its corners, and chains that say what a measured value does to them', () => {
    const make = (alter: (d: Conversion) => void, y = 80) => {
      const block = feature('Block', { kind: 'box', width: measured(40), depth: measured(30), height: measured(90) }, [
        measured(300),
        measured(y),
        measured(3),
      ]);
      const made = structuredClone(
        plan(
          { type: 'setFeature', id: 'block-1', feature: block },
          { type: 'addPart', id: 'board-1', part: board, placement: at(110, 90, { axis: 'z', degrees: 4 }) },
        ),
      );
      alter(made);
      const assembly = assemble(made);
      return judge(
        assembly,
        marginsOf(assembly).find((m) => m.other.id === 'block-1')!,
      );
    };
    const margin = make(() => undefined);
    // The front right corner of the board looks at the block's left side: a straight distance along x.
    const straight = placePart('board-1', board, at(110, 90));
    const [u, v] = [0, 1].map((i) => (straight.low[i]! + straight.high[i]!) / 2) as [number, number];
    const { low, high } = straight.solids.find((s) => s.id === 'board-1/plate')!.shape;
    const angle = (4 * Math.PI) / 180;
    const corner = u + (high[0] - u) * Math.cos(angle) - (low[1] - v) * Math.sin(angle);
    expect(margin.distance).toBeCloseTo(300 - corner, 9);
    expect(margin.normal).toEqual([1, 0, 0]);
    // Beside its corner, and before a corner of its own: there the board's slanting edge is nearest.
    expect(make(() => undefined, 100).normal[1]).toBeCloseTo(Math.sin(angle), 9);
    for (const y of [80, 100]) {
      // Both ends of its line lie on what it is between.
      const { from, to, distance } = make(() => undefined, y);
      expect(Math.hypot(...to.map((v, i) => v - from[i]!))).toBeCloseTo(distance, 9);
      expect(to[0]).toBeCloseTo(300, 9);
      expect(to[1]).toBeGreaterThan(y - 1e-6);
    }
    const slope = (y: number, path: string, alter: (d: Conversion, by: number) => void) => {
      const from = make(() => undefined, y);
      const term = from.chain.terms.find((t) => t.id === path);
      const by = 0.01;
      expect(term?.coefficient ?? 0).toBeCloseTo((make((d) => alter(d, by), y).distance - from.distance) / by, 4);
    };
    for (const y of [80, 100]) {
      slope(y, '/shell/features/block-1/x', (d, by) => (d.shell.features['block-1']!.x.value += by));
      slope(
        y,
        '/kit/parts/board-1/dimensions/width',
        (d, by) => (d.kit.parts['board-1']!.dimensions.width!.value += by),
      );
      slope(
        y,
        '/kit/parts/board-1/dimensions/depth',
        (d, by) => (d.kit.parts['board-1']!.dimensions.depth!.value += by),
      );
      slope(y, '/layout/placements/board-1/x', (d, by) => (d.layout.placements['board-1']!.x += by));
    }
  });

  it('keeps lying on what it is turned upon, and on nothing else', () => {
    const { solids } = placePart('board-1', board, at(0, 0, { axis: 'z', degrees: 2 }));
    for (const s of solids) for (const d of s.contact) expect(DIRECTIONS[d][2]).not.toBe(0);
    expect(solids.some((s) => s.contact.includes('bottom'))).toBe(true);
  });

  it('does not bring its sockets through a wall: they are askew, and that stops', () => {
    const assembly = (degrees: number) =>
      assemble(
        plan({
          type: 'addPart',
          id: 'board-1',
          part: board,
          placement: at(110, 350 - 3 - 170, degrees === 0 ? undefined : { axis: 'z', degrees }),
        }),
      );
    const sockets = (degrees: number) =>
      faceReaches(assembly(degrees), assembly(degrees).parts[0]!).find((r) => r.face.mustReachOutside)!;
    expect(sockets(0)).toMatchObject({ reaches: true });
    expect(sockets(1.2)).toMatchObject({ reaches: false, askew: true, face: { askew: 1.2 } });
  });

  it('takes along what is plugged into it', () => {
    const card = partFrom(standardPart('card/half-length-2')!, 'card-1');
    const placement = at(110, 90, { axis: 'z', degrees: 3 });
    const seat = socketPlacement(placePart('board-1', board, placement), 'card-1', card)!;
    expect(seat.tilt).toEqual(placement.tilt);
    const both = plan(
      { type: 'addPart', id: 'board-1', part: board, placement },
      { type: 'addPart', id: 'card-1', part: card, placement: seat },
    );
    expect(pluggedOf(assemble(both).parts)).toEqual({ 'board-1': ['card-1'] });
    const { tilt: _, ...straight } = seat;
    const askew = applyChange(both, { type: 'placePart', id: 'card-1', placement: straight }).document;
    expect(pluggedOf(assemble(askew).parts)).toEqual({});
  });

  it('is refused beyond what it is for, with its range', () => {
    const plan11 = plan({
      type: 'addPart',
      id: 'board-1',
      part: board,
      placement: at(0, 0, { axis: 'z', degrees: 11 }),
    });
    expect(
      validationIssuesOf(plan11)
        .map((c) => c.message)
        .join(),
    ).toMatch(/10/);
  });
});
