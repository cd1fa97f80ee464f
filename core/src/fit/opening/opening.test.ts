import RAPIER from '@dimforge/rapier3d-compat';
import { describe, expect, it } from 'vitest';
import { assemble, type Assembly } from '../../assembly';
import { defaultBox, defaultTub, feature, lidAt, newConversion, type Body, type Conversion } from '../../document';
import { partFrom } from '../../parts';
import { measured } from '../../quantity';
import { standardPart } from '../../standards';
import { openingFindings, pointAt, sweepOf, type SweepMargin } from '.';
import { firstFromEnd, leastOf } from './least';

await RAPIER.init();
const length = (v: number) => measured(v);
const [W, D, H, T] = [300, 260, 200, 4];

const block = (low: readonly number[], high: readonly number[], body = 'base') =>
  feature(
    'Block',
    {
      kind: 'box',
      width: length(high[0]! - low[0]!),
      depth: length(high[1]! - low[1]!),
      height: length(high[2]! - low[2]!),
    },
    [length(low[0]!), length(low[1]!), length(low[2]!)],
    { body },
  );

/** A box of 300 × 260 × 200 outside, walls of 4, with one body. */
function shell(id: string, body: Body): Conversion {
  const hull = defaultBox();
  for (const side of Object.keys(hull.walls) as (keyof typeof hull.walls)[]) hull.walls[side] = length(T);
  [hull.width, hull.depth, hull.height] = [length(W), length(D), length(H)];
  const document = newConversion('Room', hull);
  document.shell.bodies[id] = body;
  return document;
}

const door = (face: string, u: number, v: number, width: number, height: number, motion: Body['motion']): Body => ({
  ...lidAt(length(50)),
  name: 'Door',
  kind: motion.kind === 'slide' ? 'drawer' : 'door',
  cut: { kind: 'face', face, u: length(u), v: length(v), width: length(width), height: length(height) },
  motion,
});

/** A drive of 69.85 × 100.45 × 7 with its rear to `rear` and its top to `top`, low corner at `at`. */
function drive(
  document: Conversion,
  at: readonly number[],
  rear: 'rear' | 'top',
  top: 'top' | 'rear' | 'right' | 'front',
  on?: string,
) {
  const id = `drive-${Object.keys(document.kit.parts).length + 1}`;
  document.kit.parts[id] = partFrom(standardPart('drive/2.5-7')!, `Drive ${id}`);
  document.layout.placements[id] = { x: at[0]!, y: at[1]!, z: at[2]!, rear, top, locked: false, ...(on ? { on } : {}) };
  return id;
}

type V = readonly number[];
const cuboid = (low: V, high: V) => ({
  shape: new RAPIER.Cuboid(...(low.map((v, i) => (high[i]! - v) / 2) as [number, number, number])),
  at: low.map((v, i) => (v + high[i]!) / 2),
});
const vector = ([x, y, z]: V) => ({ x: x!, y: y!, z: z! });
const still = { x: 0, y: 0, z: 0, w: 1 };

/** Least distance of boxes over a motion in fine steps, by the other library, from sizes alone. */
function dense(
  own: readonly [V, V],
  others: readonly (readonly [V, V])[],
  pose: (share: number) => { turn?: { axis: number; through: V; radians: number }; by?: V },
  steps = 600,
) {
  const a = cuboid(...own);
  let least = Infinity;
  for (let k = 0; k <= steps; k++) {
    const { turn, by } = pose(k / steps);
    let at = [...a.at];
    let rotation = still;
    if (turn) {
      const [p, q] = [(turn.axis + 1) % 3, (turn.axis + 2) % 3];
      const [u, v] = [at[p]! - turn.through[p]!, at[q]! - turn.through[q]!];
      at[p] = turn.through[p]! + Math.cos(turn.radians) * u - Math.sin(turn.radians) * v;
      at[q] = turn.through[q]! + Math.sin(turn.radians) * u + Math.cos(turn.radians) * v;
      const half = [0, 0, 0];
      half[turn.axis] = Math.sin(turn.radians / 2);
      rotation = { x: half[0]!, y: half[1]!, z: half[2]!, w: Math.cos(turn.radians / 2) };
    }
    if (by) at = at.map((v, i) => v + by[i]!);
    for (const [low, high] of others) {
      const b = cuboid(low, high);
      const contact = a.shape.contactShape(vector(at), rotation, b.shape, vector(b.at), still, 60);
      if (contact) least = Math.min(least, contact.distance);
    }
  }
  return least;
}

const tightest = (margins: readonly SweepMargin[], mover: string, other: string) =>
  margins.filter((m) => m.mover.id === mover && m.other.id === other && m.kind === 'body');
const bodyOf = (assembly: Assembly, id: string): [V, V] => {
  const part = assembly.parts.find((p) => p.id === id)!;
  return [part.low, part.high];
};

describe('a door that carries a drive', () => {
  // Hinged at the left edge of the front: x = 40, y = 0; it opens towards −y, seen from above against the clock is −.
  const swing = door('front', 150, 100, 220, 160, { kind: 'swing', edge: 'left', angle: 120 });
  const through = [40, 0, 0];
  const pose = (share: number) => ({ turn: { axis: 2, through, radians: (-share * 120 * Math.PI) / 180 } });

  it('has the least distance over its whole swing that an independent library finds in fine steps', () => {
    let seed = 7;
    const random = () => ((seed = (seed * 16807) % 2147483647) - 1) / 2147483646;
    let met = 0;
    for (let round = 0; round < 60; round++) {
      const document = shell('door-1', swing);
      const at = [60 + 90 * random(), 4 + 60 * random(), 40 + 20 * random()];
      const id = drive(document, at, 'top', 'rear', 'door-1');
      const low = [at[0]! + 70.5 + 25 * random(), at[1]! - 25 + 30 * random(), 10 + 60 * random()];
      const high = low.map((v) => v + 10 + 50 * random());
      document.shell.features['block-1'] = block(low, high);
      const assembly = assemble(document);
      const { margins, fault } = sweepOf(document, assembly, 'door-1');
      expect(fault).toBeUndefined();
      const own = bodyOf(assembly, id);
      const truth = dense(own, [[low, high]], pose);
      const shut = dense(own, [[low, high]], () => ({}), 1);
      const [found] = tightest(margins, id, 'block-1');
      // In 600 steps over 120° the farthest corner, 250 mm out, moves 0.9 mm: half of it may be missed by the steps.
      if (truth < Math.min(7.5, shut - 0.6)) {
        met++;
        expect(found, `${round}: ${truth} after ${shut}`).toBeDefined();
        if (truth > 0) expect(found!.distance).toBeLessThan(truth + 0.06);
        if (truth > 0) expect(found!.distance).toBeGreaterThan(truth - 0.5);
        else expect(found!.distance).toBeLessThan(0.06);
      } else if (found) expect(truth).toBeLessThan(8.6);
    }
    expect(met).toBeGreaterThan(10);
  });

  it('passes the frame it is set in, from the sizes alone', () => {
    // The window is x 40…260, z 20…180; the drive stands near the free edge, 20 mm deep: it swings out past the frame.
    for (const x of [150, 180, 189]) {
      const document = shell('door-1', swing);
      const id = drive(document, [x, 30, 60], 'top', 'rear', 'door-1');
      const assembly = assemble(document);
      const truth = dense(
        bodyOf(assembly, id),
        [
          [
            [260, 0, 0],
            [W, T, H],
          ],
        ],
        pose,
        2000,
      );
      const { margins } = sweepOf(document, assembly, 'door-1');
      const [found] = tightest(margins, id, 'front');
      if (truth < 7.5)
        expect(found!.distance).toBeCloseTo(Math.max(truth, found!.distance < 0 ? found!.distance : truth), 0);
      expect((found?.distance ?? 8) < 0).toBe(truth < 0);
    }
  });

  it('says when it first touches on closing, and is free a hair before', () => {
    const document = shell('door-1', swing);
    const id = drive(document, [150, 60, 60], 'top', 'rear', 'door-1');
    document.shell.features['block-1'] = block([222, 5, 30], [240, 50, 150]);
    const assembly = assemble(document);
    const { margins, ...report } = sweepOf(document, assembly, 'door-1');
    const [found] = tightest(margins, id, 'block-1');
    expect(found!.distance).toBeLessThan(0);
    const own = bodyOf(assembly, id);
    const from = (start: number) =>
      dense(
        own,
        [
          [
            [222, 5, 30],
            [240, 50, 150],
          ],
        ],
        (s) => pose(start + s * (1 - start)),
        400,
      );
    expect(from(found!.touches! + 0.004)).toBeGreaterThan(0);
    expect(from(found!.touches! - 0.004)).toBeLessThan(0);
    const [finding] = openingFindings(document, [{ ...report, margins }]).filter((f) => f.verdict === 'stop');
    expect(finding!.sentence).toMatch(
      /on Door, goes \d.*into Block when Door is opened by \d+°\. Closing it, they first touch at \d+°\./,
    );
  });

  it('says clearly that there is no hinge at the front of a front', () => {
    const document = shell('door-1', { ...swing, motion: { kind: 'swing', edge: 'rear', angle: 90 } });
    const { fault } = sweepOf(document, assemble(document), 'door-1');
    expect(fault).toContain('said to be at its rear edge');
  });
});

describe('hinges of every face and edge', () => {
  it.each([
    ['front', 'left'],
    ['front', 'right'],
    ['front', 'top'],
    ['front', 'bottom'],
    ['rear', 'left'],
    ['rear', 'top'],
    ['left', 'front'],
    ['left', 'rear'],
    ['left', 'top'],
    ['right', 'rear'],
    ['right', 'bottom'],
    ['top', 'rear'],
    ['top', 'left'],
    ['bottom', 'front'],
    ['left', 'left'],
    ['right', 'left'],
  ] as const)('of the %s, at its %s edge, open outwards', (face, edge) => {
    const document = shell('door-1', door(face, 130, 100, 100, 90, { kind: 'swing', edge, angle: 90 }));
    const assembly = assemble(document);
    const { motion, fault } = sweepOf(document, assembly, 'door-1');
    expect(fault).toBeUndefined();
    const frame = assembly.hull.frames.find((f) => f.face === face)!;
    const middle = frame.origin.map((o, i) => o + 130 * frame.u[i]! + 100 * frame.v[i]!) as [number, number, number];
    const open = pointAt(motion!, middle, 1);
    const out = open.reduce((sum, v, i) => sum + (v - middle[i]!) * frame.outward[i]!, 0);
    // Opened square, its middle stands out by half of what it is wide or high, and as far beside its hinge.
    expect(out).toBeCloseTo(
      ['top', 'bottom'].includes(edge) && !['top', 'bottom'].includes(face)
        ? 45
        : ['top', 'bottom'].includes(face) && edge !== 'left'
          ? 45
          : 50,
      6,
    );
  });
});

describe('a drawer', () => {
  const drawer = door('front', 150, 100, 200, 80, {
    kind: 'slide',
    depth: length(180),
    travel: length(150),
    board: length(6),
    rail: length(12),
  });

  it('is boards for what lies in it, and all its room for the rest', () => {
    const document = shell('drawer-1', drawer);
    drive(document, [72, 20, 66], 'rear', 'top', 'drawer-1');
    drive(document, [100, 80, 100], 'rear', 'top');
    const assembly = assemble(document);
    const boards = assembly.features.filter((s) => s.owner === 'body/drawer-1').map((s) => s.shape);
    // Window x 50…250, z 60…140, from y = 4 to 184; 12 mm of rail beside, boards of 6.
    expect(boards.map((b) => [b.low, b.high])).toEqual([
      [[62, 4, 60], [238, 184, 66]],
      [[62, 4, 60], [68, 184, 140]],
      [[232, 4, 60], [238, 184, 140]],
      [[62, 178, 60], [238, 184, 140]],
    ]); // prettier-ignore
    // The second drive stands in its room without riding on it.
    const { margins } = sweepOf(document, assembly, 'drawer-1');
    expect(
      tightest(margins, 'drive-1', 'drive-2').length + margins.filter((m) => m.other.id === 'drive-2').length,
    ).toBeGreaterThan(0);
  });

  it('drags its load past a post that stands on its way, to the hundredth', () => {
    const document = shell('drawer-1', {
      ...drawer,
      cut: {
        ...drawer.cut,
        kind: 'face',
        face: 'front',
        u: length(150),
        v: length(100),
        width: length(200),
        height: length(60),
      } as Body['cut'],
    });
    // It stands 25 mm over the drawer’s sides; a shelf hangs down before it, 2 mm over it.
    const id = drive(document, [100, 70, 150 - 25], 'rear', 'top', 'drawer-1');
    document.shell.features['shelf-1'] = block([60, 20, 134], [240, 50, 190]);
    const { margins } = sweepOf(document, assemble(document), 'drawer-1');
    const [found] = tightest(margins, id, 'shelf-1');
    expect(found!.distance).toBeCloseTo(134 - 132, 1);
    expect(found!.spare).toBeCloseTo(2 - 3, 1);
  });

  it('that is longer than the shell is named with what is there', () => {
    const document = shell('drawer-1', {
      ...drawer,
      motion: { kind: 'slide', depth: length(400), travel: length(150) },
    });
    const { fault } = sweepOf(document, assemble(document), 'drawer-1');
    expect(fault).toBe('Door is 400 mm deep; inside, the shell is 252 mm from front to back of it.');
  });
});

describe('a lid', () => {
  it('that swings meets what stands higher than its joint, and a tub’s leaning walls are no hindrance', () => {
    for (const tub of [false, true]) {
      const document = shell('lid', { ...lidAt(length(120)), motion: { kind: 'swing', edge: 'rear', angle: 90 } });
      if (tub)
        document.shell.hull = {
          ...defaultTub(),
          width: length(W),
          topWidth: length(W + 20),
          topDepth: length(D + 20),
          depth: length(D),
          height: length(H),
        };
      document.shell.features['post-1'] = block([140, 10, 20], [160, 20, 190]);
      const { margins } = sweepOf(document, assemble(document), 'lid');
      const [found] = margins.filter((m) => m.mover.kind === 'body' && m.other.id === 'post-1');
      expect(found!.distance).toBeLessThan(0);
      const lower = {
        ...document,
        shell: { ...document.shell, features: { 'post-1': block([140, 10, 20], [160, 20, 100]) } },
      };
      expect(sweepOf(lower, assemble(lower), 'lid').margins).toEqual([]);
    }
  });
});

describe('the least of a function', () => {
  it('is found to what was asked, and nothing under it anywhere', () => {
    for (let k = 1; k < 60; k++) {
      const f = (t: number) => 3 * Math.sin(k * t + k) + 2 * Math.cos(2.3 * k * t) + 6;
      const slope = 3 * k + 4.6 * k;
      const { value } = leastOf(f, slope, 0.01, 100)!;
      for (let i = 0; i <= 5000; i++) expect(f(i / 5000)).toBeGreaterThan(value - 0.0101);
    }
  });
  it('is none where all is of no interest, and the way down stops before the level', () => {
    expect(leastOf((t) => 10 + t, 1, 0.01, 8)).toBeUndefined();
    expect(firstFromEnd((t) => t - 0.3, 1, 0)!).toBeCloseTo(0.3, 1);
    expect(firstFromEnd((t) => t + 1, 1, 0)).toBeUndefined();
  });
});
