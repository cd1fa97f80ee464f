import { beforeEach, describe, expect, it } from 'vitest';
import { assemble } from '../assembly';
import {
  applyChange,
  corner,
  defaultBox,
  feature,
  newConversion,
  type Change,
  type Conversion,
  type Feature,
  type Placement,
} from '../document';
import { partFrom } from '../parts';
import { measured } from '../quantity';
import { signedDistance, type Vec3 } from '../solid';
import { standardPart } from '../standards';
import { assessFit } from './assess';
import { shortAt } from './margin';
import { marginsOf } from './margins';
import { placeFor } from './place';
import { remediesFor } from './remedies';
import { snap } from './snap';

const upright = { rear: 'rear', top: 'top', locked: false } as const;
const make = (document: Conversion, ...changes: Change[]) =>
  changes.reduce((d, change) => applyChange(d, change).document, document);
const part = (id: string, key: string, placement?: Placement): Change => ({
  type: 'addPart',
  id,
  part: partFrom(standardPart(key)!, id),
  ...(placement ? { placement } : {}),
});
const rib = (x: number, y: number, z: number, size: Vec3, rest: Partial<Feature> = {}): Feature =>
  feature(
    'Rib',
    { kind: 'box', width: measured(size[0]), depth: measured(size[1]), height: measured(size[2]) },
    [measured(x), measured(y), measured(z)],
    { fate: 'cut', ...rest },
  );

/** A box of these inside sizes with 3 mm walls, measured with calipers. */
function room(width: number, depth: number, height: number): Conversion {
  const hull = defaultBox();
  for (const side of Object.keys(hull.walls) as (keyof typeof hull.walls)[]) hull.walls[side] = measured(3);
  hull.width = measured(width + 6);
  hull.depth = measured(depth + 6);
  hull.height = measured(height + 6);
  return newConversion('Room', hull);
}
const margin = (document: Conversion, id: string) => marginsOf(assemble(document)).find((m) => m.id === id)!;

describe('margins', () => {
  it('a 170 mm board in a 171.45 mm opening leaves 0.72 mm a side', () => {
    // 171.45 − 170.0 mm.
    const document = make(
      room(171.45, 200, 100),
      part('board-1', 'board/mini-itx', { x: 3.725, y: 20, z: 3, ...upright }),
    );
    expect(margin(document, 'board-1|left').distance).toBeCloseTo(0.725, 9);
    expect(margin(document, 'board-1|right').distance).toBeCloseTo(0.725, 9);
  });

  it('a height margin hangs on the measured chain: outside, both walls and the part, not on marking out', () => {
    const document = make(room(300, 300, 70), part('board-1', 'board/mini-itx', { x: 20, y: 20, z: 3, ...upright }));
    const judged = assessFit(document, assemble(document)).report.margins.find((m) => m.id === 'board-1|top')!;
    // 70 − (6.35 + 1.6 + 47) standoffs, board, cooler.
    expect(judged.distance).toBeCloseTo(70 - 54.95, 9);
    expect(judged.chain.terms.map((t) => t.id).sort()).toEqual([
      '/kit/parts/board-1/dimensions/coolerHeight',
      '/kit/parts/board-1/dimensions/standoffHeight',
      '/kit/parts/board-1/dimensions/thickness',
      '/shell/hull/height',
      '/shell/hull/walls/bottom',
      '/shell/hull/walls/top',
    ]);
  });

  it('an overlap says how deep and which way out', () => {
    const document = make(
      room(300, 300, 100),
      { type: 'setFeature', id: 'rib-1', feature: rib(50, 50, 30, [20, 20, 40]) },
      part('drive-1', 'drive/3.5', { x: 20, y: 20, z: 8, ...upright }),
    );
    const overlap = margin(document, 'drive-1|rib-1');
    expect(overlap.distance).toBeCloseTo(30 - (8 + 26.1), 9);
    expect(overlap.normal).toEqual([0, 0, 1]);
  });

  it('a moving thing wants 3 mm, a board beside metal 1 mm, two still things 0.5 mm', () => {
    const beside = (feature: Partial<Feature>) =>
      margin(
        make(
          room(300, 300, 100),
          { type: 'setFeature', id: 'rib-1', feature: rib(195, 20, 3, [10, 100, 20], feature) },
          part('board-1', 'board/mini-itx', { x: 20, y: 20, z: 3, ...upright }),
        ),
        'board-1|rib-1',
      ).required.value;
    expect([beside({}), beside({ metal: true }), beside({ moving: true })]).toEqual([0.5, 1, 3]);
  });

  it('in a shell with a dent a part in front of the dent is clear of it, and one over it is not', () => {
    const wall = measured(2);
    const at2 = (y: number, z: number, face: string) => corner(measured(y), measured(z), face, wall);
    const stepped = newConversion('Step', {
      form: 'profile',
      axis: 'x',
      length: measured(200),
      corners: [
        at2(0, 0, 'bottom'),
        at2(300, 0, 'rear'),
        at2(300, 120, 'top'),
        at2(150, 120, 'riser'),
        at2(150, 50, 'deck'),
        at2(0, 50, 'front'),
      ],
      ends: { low: wall, high: wall },
    });
    const at = (y: number, z: number) => make(stepped, part('drive-1', 'drive/2.5-7', { x: 50, y, z, ...upright }));
    expect(shortAt(marginsOf(assemble(at(60, 10)))).length).toBe(0);
    expect(margin(at(60, 45), 'drive-1|deck').distance).toBeCloseTo(-4, 9);
    expect(
      marginsOf(assemble(at(170, 80))).some((m) => m.kind === 'body' && m.other.id === 'deck' && m.distance < 0),
    ).toBe(false);
  });
});

describe('place it for me', () => {
  let document: Conversion;
  beforeEach(() => {
    document = make(room(300, 260, 90), { type: 'setFeature', id: 'rib-1', feature: rib(3, 180, 3, [60, 83, 20]) });
  });

  it('puts a board with its sockets to a rear wall that may be cut, on the floor, clear of everything', () => {
    document = make(document, part('board-1', 'board/mini-itx'));
    const [best] = placeFor(document, assemble(document), 'board-1').proposals;
    expect(best!.placement).toMatchObject({ rear: 'rear', top: 'top', z: 3 });
    expect(best!.placement.y + 170 + 1.2).toBeGreaterThan(260);
    const placed = make(document, { type: 'placePart', id: 'board-1', placement: best!.placement });
    expect(assessFit(placed, assemble(placed)).findings.filter((f) => f.verdict === 'stop')).toEqual([]);
  });

  it('finds nothing for a part that is larger than the shell, and says what was searched', () => {
    document = make(document, part('board-1', 'board/atx'));
    const result = placeFor(document, assemble(document), 'board-1');
    expect(result.proposals).toEqual([]);
    expect(result.searched).toMatch(/24 orientations, positions every 2 mm/);
  });

  it('does not lay sockets at a face that stands against something', () => {
    document = make(document, part('board-1', 'board/mini-itx'), {
      type: 'setBrief',
      brief: { policy: 'open', blockedFaces: ['rear'] },
    });
    for (const { placement } of placeFor(document, assemble(document), 'board-1').proposals)
      expect(placement.rear).not.toBe('rear');
  });
});

describe('remedies', () => {
  it('are tried before they are offered: each leaves the pair clear', () => {
    const document = make(
      room(320, 300, 120),
      { type: 'setFeature', id: 'rib-1', feature: rib(100, 60, 3, [8, 120, 30]) },
      part('drive-1', 'drive/3.5', { x: 20, y: 60, z: 3, ...upright }),
    );
    const finding = assessFit(document, assemble(document)).findings.find((f) => f.id === 'fit/drive-1|rib-1')!;
    expect(finding.verdict).toBe('stop');
    const remedies = remediesFor(document, finding);
    expect(remedies.map((r) => r.id)).toEqual(expect.arrayContaining(['turn', 'remove']));
    for (const remedy of remedies) {
      const next = applyChange(document, remedy.change).document;
      expect(
        assessFit(next, assemble(next)).findings.some((f) => f.id === finding.id),
        remedy.label,
      ).toBe(false);
    }
  });

  it('keep a feature that must stay or survive, and never cut under the Conserve policy', () => {
    const overlapping = (fate: Feature['fate'], policy: 'open' | 'conserve', survivor = false) => {
      const document = make(
        room(320, 300, 120),
        { type: 'setBrief', brief: { policy } },
        {
          type: 'setSurvivor',
          id: 's-1',
          survivor: { name: 'It', about: survivor ? { kind: 'feature', id: 'rib-1' } : { kind: 'words' } },
        },
        { type: 'setFeature', id: 'rib-1', feature: rib(100, 60, 3, [8, 120, 30], { fate }) },
        part('drive-1', 'drive/3.5', { x: 20, y: 60, z: 3, ...upright }),
      );
      const finding = assessFit(document, assemble(document)).findings.find((f) => f.id === 'fit/drive-1|rib-1')!;
      return remediesFor(document, finding).map((r) => r.id);
    };
    expect(overlapping('keep', 'open')).not.toContain('remove');
    expect(overlapping('cut', 'conserve')).not.toContain('remove');
    expect(overlapping('cut', 'open', true)).not.toContain('remove');
    expect(overlapping('cut', 'open')).toContain('remove');
  });
});

it('snapping lays a part against a wall at the clearance the pair wants', () => {
  const document = make(
    room(300, 300, 100),
    part('card-1', 'card/low-profile-1', { x: 5.3, y: 40, z: 12, ...upright }),
  );
  const assembly = assemble(document);
  const snapped = snap(assembly, assembly.parts[0]!, [0], 4);
  expect(snapped.to[0]).toBe('left');
  expect(5.3 + snapped.by[0]).toBeCloseTo(3.5, 9);
});

it('measure again names what makes a tight margin unsure', () => {
  const document = make(
    room(171.45, 200, 100),
    part('board-1', 'board/mini-itx', { x: 3.725, y: 20, z: 3, ...upright }),
  );
  const loose = make(document, {
    type: 'setMeasured',
    path: '/shell/hull/width',
    measured: measured(177.45, 'tape'),
    what: 'width',
  });
  expect(assessFit(loose, assemble(loose)).report.measureAgain[0]!.id).toBe('/shell/hull/width');
});

it('an empty shell and an empty kit make no findings that stop', () => {
  expect(assessFit(room(10, 10, 10), assemble(room(10, 10, 10))).findings).toEqual([]);
  expect(
    signedDistance(
      { kind: 'box', low: [0, 0, 0], high: [0, 0, 0] },
      { kind: 'box', low: [1, 0, 0], high: [1, 0, 0] },
      [0, 0, 0],
    ),
  ).toBe(1);
});
