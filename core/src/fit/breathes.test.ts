import { describe, expect, it } from 'vitest';
import { assemble, onFace } from '../assembly';
import { applyChange, defaultBox, newConversion, type Change, type Conversion } from '../document';
import { partFrom } from '../parts';
import { assessPower } from '../power';
import { measured } from '../quantity';
import { ORIENTATIONS } from '../solid';
import { standardPart } from '../standards';
import { assessFit } from './assess';
import { marginsOf } from './margins';
import { severityOf, type Margin } from './margin';

const after = (document: Conversion, ...changes: Change[]) =>
  changes.reduce((d, change) => applyChange(d, change).document, document);

/** A supply in a roomy box, turned so that its fan lies on a wall, with the margin that says so. */
function starved(): { document: Conversion; margin: Margin } {
  const hull = defaultBox();
  Object.assign(hull, { width: measured(400), depth: measured(400), height: measured(300) });
  const add = (id: string, key: string): Change => ({ type: 'addPart', id, part: partFrom(standardPart(key)!, id) });
  const empty = after(newConversion('Box', hull), add('supply-1', 'supply/atx'), add('board-1', 'board/mini-itx'));
  for (const orientation of ORIENTATIONS) {
    const document = after(empty, {
      type: 'placePart',
      id: 'supply-1',
      placement: { x: 100, y: 100, z: 3, locked: false, ...orientation },
    });
    const margin = marginsOf(assemble(document)).find(
      (m) => m.kind === 'air' && m.other.kind === 'face' && severityOf(m) === 'stop',
    );
    if (margin) return { document, margin };
  }
  throw new Error('No way round starves it.');
}

describe('a fan that lies on a wall', () => {
  const { document, margin } = starved();
  const assembly = assemble(document);
  const frame = assembly.hull.frames.find((f) => f.face === margin.other.id)!;
  const { low, high } = assembly.parts[0]!.solids.find((s) => s.id === margin.solid)!.shape;
  const [a, b] = [onFace(frame, low), onFace(frame, high)];
  const [u, v] = [(a.u + b.u) / 2, (a.v + b.v) / 2];
  const [width, height] = [Math.abs(b.u - a.u), Math.abs(b.v - a.v)];
  const hole = (share: number, round = false): Change => ({
    type: 'setOpening',
    id: 'hole-1',
    opening: {
      name: 'Old grille',
      face: frame.face,
      shape: round
        ? { kind: 'round', diameter: measured(Math.min(width, height) * share) }
        : { kind: 'rectangle', width: measured(width * share), height: measured(height) },
      u: measured(u),
      v: measured(v),
    },
  });
  const stops = (d: Conversion) => [
    ...assessFit(d, assemble(d)).findings.filter((f) => f.verdict === 'stop' && f.id.includes(margin.id)),
    ...assessPower(d, assemble(d)).findings.filter((f) => f.id === 'power/breath/supply-1'),
  ];

  it('starves where the wall is shut, at both stations', () => expect(stops(document)).toHaveLength(2));

  it.each([
    [1, false, 0],
    [0.65, false, 0],
    [0.55, false, 2],
    [1, true, 0],
    [0.8, true, 2],
  ] as const)('breathes through an opening of %d of its mouth (round: %s): %d stops', (share, round, left) =>
    expect(stops(after(document, hole(share, round)))).toHaveLength(left),
  );

  it('starves all the same where the face stands against something', () => {
    const against: Change = { type: 'setBrief', brief: { blockedFaces: [frame.face] } };
    expect(stops(after(document, hole(1), against))).toHaveLength(2);
  });

  it('breathes through a vent of the plan, and not through one beside it', () => {
    const vent = (by: number): Change => ({
      type: 'setCutOpening',
      id: 'cut-1',
      opening: {
        name: 'Vent',
        use: 'grille',
        face: frame.face,
        u: u + by,
        v,
        shape: { kind: 'rectangle', width, height, radius: 0 },
        pattern: { kind: 'open' },
        screws: [],
      },
    });
    expect(stops(after(document, vent(0)))).toHaveLength(0);
    expect(stops(after(document, vent(width)))).toHaveLength(2);
  });
});
