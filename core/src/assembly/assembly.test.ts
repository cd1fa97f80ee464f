import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  applyChange,
  validationIssuesOf,
  lidAt,
  defaultBox,
  defaultTub,
  defaultWedge,
  newConversion,
  ringBody,
  type Placement,
} from '../document';
import { partFrom } from '../parts';
import { measured } from '../quantity';
import { ORIENTATIONS, turnOf, type Vec3 } from '../solid';
import { standardPart } from '../standards';
import { assemble, hullModel, onFace, placePart, turnedSize } from '.';

const drive = partFrom(standardPart('drive/3.5')!);
const at = (orientation: Pick<Placement, 'rear' | 'top'>, x = 10, y = 20, z = 30): Placement => ({
  x,
  y,
  z,
  locked: false,
  ...orientation,
});

describe('placing a part', () => {
  it('keeps its sizes and its left, front and lower end in all 24 orientations', () => {
    const sizes = [101.6, 147, 26.1].sort();
    for (const orientation of ORIENTATIONS) {
      const { low, high } = placePart('drive-1', drive, at(orientation));
      expect(low).toEqual([10, 20, 30]);
      expect(high.map((h, i) => Number((h - low[i]!).toFixed(6))).sort()).toEqual(sizes);
      expect(high.map((h, i) => h - low[i]!)).toEqual(
        turnedSize('drive-1', drive, turnOf(orientation)).map((s) => expect.closeTo(s, 9)),
      );
    }
  });

  it('turns its rooms and faces with it', () => {
    const { solids, faces } = placePart('drive-1', drive, at({ rear: 'left', top: 'front' }));
    const case_ = solids.find((s) => s.id === 'drive-1/case')!;
    const plugs = solids.find((s) => s.id === 'drive-1/plugs')!;
    // Its connectors look away from its rear: to the right.
    expect(plugs.shape.low[0]).toBeCloseTo(case_.shape.high[0], 9);
    expect(faces.find((f) => f.id === 'mount')!.direction).toBe('rear');
    expect(solids.find((s) => s.air)!.air!.direction).toBe('front');
  });

  it('every end of every solid as a chain has the value the solid has', () =>
    fc.assert(
      fc.property(fc.constantFrom(...ORIENTATIONS), fc.integer({ min: -50, max: 300 }), (orientation, x) => {
        const card = partFrom(standardPart('card/full-length-2')!);
        for (const { shape, end } of placePart('card-1', card, at(orientation, x)).solids)
          for (const axis of [0, 1, 2] as const) {
            expect(end(axis, false).value).toBeCloseTo(shape.low[axis], 6);
            expect(end(axis, true).value).toBeCloseTo(shape.high[axis], 6);
          }
      }),
      { numRuns: 60, seed: 2 },
    ));
});

describe('what a part hangs on', () => {
  const ends = (z: number) => {
    const hull = defaultBox();
    hull.walls.bottom = measured(4, 'rule');
    const base = newConversion('Box', hull);
    const document = applyChange(base, {
      type: 'addPart',
      id: 'drive-1',
      part: drive,
      placement: at({ rear: 'rear', top: 'top' }, 100, 100, z),
    }).document;
    const solid = assemble(document).parts[0]!.solids.find((s) => s.id === 'drive-1/case')!;
    return solid.end(2, true).terms.map((t) => t.id);
  };
  it('is the floor’s measured thickness when it is screwed to it, the marking out when it is not', () => {
    expect(ends(4)).toEqual(['/shell/hull/walls/bottom', '/kit/parts/drive-1/dimensions/height']);
    expect(ends(12)).toEqual(['/layout/placements/drive-1/z', '/kit/parts/drive-1/dimensions/height']);
  });
});

describe('faces', () => {
  const hull = hullModel({ hull: defaultWedge(), bodies: {} });
  const frame = (face: string) => hull.frames.find((f) => f.face === face)!;

  it('have right-handed frames that look out of the shell', () => {
    for (const { u, v, outward } of hull.frames) {
      const cross: Vec3 = [u[1] * v[2] - u[2] * v[1], u[2] * v[0] - u[0] * v[2], u[0] * v[1] - u[1] * v[0]];
      cross.forEach((c, i) => expect(c).toBeCloseTo(outward[i]!, 9));
    }
  });

  it('are measured from their lower left corner, seen from outside', () => {
    // 400 wide, 320 deep, 150 high at the rear, 70 at the front; deck flat from 180.
    expect(onFace(frame('front'), [30, 0, 20])).toEqual({ u: 30, v: 20, over: 0 });
    expect(onFace(frame('rear'), [30, 320, 20])).toMatchObject({ u: 370, v: 20 });
    expect(onFace(frame('right'), [400, 50, 20])).toMatchObject({ u: 50, v: 20 });
    expect(onFace(frame('left'), [0, 50, 20])).toMatchObject({ u: 270, v: 20 });
    expect(onFace(frame('bottom'), [30, 50, 0])).toMatchObject({ u: 370, v: 50 });
    expect(onFace(frame('top'), [30, 200, 150])).toMatchObject({ u: 30, v: 20 });
    expect(onFace(frame('slope'), [30, 180, 150]).v).toBeCloseTo(Math.hypot(180, 80), 9);
  });

  it('show every corner of the outline at or over their datum', () => {
    for (const { outline } of hull.frames)
      for (const [u, v] of outline) expect(Math.min(u, v)).toBeGreaterThanOrEqual(-1e-9);
  });
});

describe('walls', () => {
  it('know which of them the lid lifts off', () => {
    const bodies = { lid: lidAt(measured(70)) };
    const inLid = (hull: Parameters<typeof hullModel>[0]['hull']) =>
      hullModel({ hull, bodies })
        .walls.filter((w) => w.inLid)
        .map((w) => w.face);
    expect(inLid(defaultWedge())).toEqual(['top', 'slope']);
    expect(inLid(defaultBox())).toEqual(['top']);
  });

  it('lie as deep as they are thick, on a slope square to it', () => {
    const { walls } = hullModel({ hull: defaultWedge(), bodies: {} });
    const slope = walls.find((w) => w.face === 'slope')!;
    const [, ny, nz] = slope.normal;
    expect(ny * 0 + nz * 70).toBeCloseTo(slope.offset - 3, 9);
    expect(slope.chainNear([0, 90, 110]).value).toBeCloseTo(slope.offset, 9);
  });
});

describe('a spacer ring', () => {
  const shell = newConversion('Deck', defaultWedge());
  shell.shell.bodies.lid = lidAt(measured(60, 'rule'));
  const withRing = applyChange(shell, { type: 'setBody', id: 'ring-1', body: ringBody(shell.shell, 12) }).document;
  it('raises what is above the joint by its height, and leaves the floor where it is', () => {
    const [before, after] = [hullModel(shell.shell), hullModel(withRing.shell)];
    expect(after.innerHigh[2] - before.innerHigh[2]).toBeCloseTo(12, 9);
    expect(after.innerLow).toEqual(before.innerLow);
    const top = after.walls.find((w) => w.face === 'top')!.chainNear([0, 0, 0]);
    expect(top.terms.map((t) => t.id)).toContain('/shell/bodies/ring-1/cut/height');
  });
  it('is refused without a lid, in a tub, and twice', () => {
    const validationIssue = (document: typeof shell) => validationIssuesOf(document)[0]?.message;
    const ring = ringBody(shell.shell, 12);
    const put = (document: typeof shell, id = 'ring-1') =>
      applyChange(document, { type: 'setBody', id, body: ring }).document;
    expect(validationIssue(put(newConversion('No lid', defaultBox())))).toMatch(/under a lid/);
    expect(validationIssue(put(newConversion('Tub', defaultTub())))).toMatch(/straight up/);
    expect(validationIssue(put(withRing, 'ring-2'))).toMatch(/two spacer rings/);
    expect(validationIssue(withRing)).toBeUndefined();
  });
});
