import RAPIER from '@dimforge/rapier3d-compat';
import { describe, expect, it } from 'vitest';
import { assemble } from '../../assembly';
import { defaultBox, feature, lidAt, newConversion, type Body, type Conversion } from '../../document';
import { partFrom } from '../../parts';
import { measured } from '../../quantity';
import { standardPart } from '../../standards';
import { exitsOf, orderOf } from '.';
import { remainsOf } from './exits';
import { turnOut } from './turn';

await RAPIER.init();
const length = (v: number) => measured(v);
const box = (low: readonly number[], high: readonly number[]) =>
  feature(
    'Shelf',
    {
      kind: 'box',
      width: length(high[0]! - low[0]!),
      depth: length(high[1]! - low[1]!),
      height: length(high[2]! - low[2]!),
    },
    [length(low[0]!), length(low[1]!), length(low[2]!)],
    { fate: 'keep' },
  );

/** A box with walls of 3 mm around a room, and a drive of 69.85 × 100.45 × 7 in it. */
function room(size: readonly [number, number, number], at: readonly [number, number, number]): Conversion {
  const hull = defaultBox();
  for (const side of Object.keys(hull.walls) as (keyof typeof hull.walls)[]) hull.walls[side] = length(3);
  [hull.width, hull.depth, hull.height] = size.map((v) => length(v + 6)) as [never, never, never];
  const document = newConversion('Room', hull);
  document.kit.parts['drive-1'] = partFrom(standardPart('drive/2.5-7')!, 'Drive');
  document.layout.placements['drive-1'] = { x: at[0], y: at[1], z: at[2], rear: 'rear', top: 'top', locked: false };
  return document;
}

/** The drive on the floor, under shelves that leave a gap at one end each: right, left, right. */
function labyrinth(shelves: number, gap: number): Conversion {
  const document = room([300, 120, 160], [10, 10, 3]);
  document.shell.bodies.lid = lidAt(length(163));
  for (let i = 0; i < shelves; i++) {
    const z = 20 + 30 * i;
    document.shell.features[`shelf-${i + 1}`] =
      i % 2 === 0 ? box([3, 3, z], [303 - gap, 123, z + 4]) : box([3 + gap, 3, z], [303, 123, z + 4]);
  }
  return document;
}

describe('a way of many moves', () => {
  it.each([
    [1, 3],
    [2, 5],
    [3, 7],
  ])('leads past %i shelves in %i moves', (shelves, moves) => {
    const order = orderOf(labyrinth(shelves, 75), assemble(labyrinth(shelves, 75)));
    expect(order.trapped).toEqual([]);
    expect(order.steps[0]!.legs.length).toBeLessThanOrEqual(moves);
    expect(order.steps[0]!.tilted).toBeUndefined();
    expect(order.first['drive-1']).toEqual([]);
  });
  it('is none where the gap is a millimetre too narrow', () => {
    expect(orderOf(labyrinth(2, 70.5), assemble(labyrinth(2, 70.5))).trapped).toEqual([]);
    expect(orderOf(labyrinth(2, 69), assemble(labyrinth(2, 69))).trapped).toEqual(['drive-1']);
  });
});

/** A hatch in the top, and the drive flat on the floor under it, its 100 mm along y. */
function underHatch(hatch: number, height: number): Conversion {
  const document = room([200, 240, height], [60, 70, 3]);
  const panel: Body = {
    ...lidAt(length(50)),
    name: 'Hatch',
    kind: 'panel',
    cut: { kind: 'face', face: 'top', u: length(103), v: length(123), width: length(90), height: length(hatch) },
  };
  document.shell.bodies['panel-1'] = panel;
  return document;
}

describe('a way with a tilt', () => {
  it('leads through a hatch that is shorter than the part, and an independent library sees nothing in its way', () => {
    const document = underHatch(80, 120);
    const order = orderOf(document, assemble(document));
    expect(order.trapped).toEqual([]);
    expect(order.steps[0]!.tilted).toBeGreaterThan(0);
    const assembly = assemble(document);
    const exits = exitsOf(document, assembly);
    const part = assembly.parts[0]!;
    const way = turnOut(assembly, part, [], exits, remainsOf(assembly, exits))!;
    // The walls as boxes of the library: five whole ones, and the top around its hatch, from the sizes alone.
    const [w, d, h] = [206, 246, 126];
    const [y0, y1] = [123 - 40, 123 + 40];
    const plates = [
      [0, 0, 0, w, d, 3], [0, 0, 0, 3, d, h], [w - 3, 0, 0, w, d, h], [0, 0, 0, w, 3, h], [0, d - 3, 0, w, d, h],
      [0, 0, h - 3, w, y0, h], [0, y1, h - 3, w, d, h], [0, 0, h - 3, 103 - 45, d, h], [103 + 45, 0, h - 3, w, d, h],
    ]; // prettier-ignore
    const cuboid = (low: readonly number[], high: readonly number[], less = 0) => ({
      shape: new RAPIER.Cuboid(...(low.map((v, i) => (high[i]! - v) / 2 - less) as [number, number, number])),
      at: low.map((v, i) => (v + high[i]!) / 2),
    });
    const vector = ([x, y, z]: readonly number[]) => ({ x: x!, y: y!, z: z! });
    const still = { x: 0, y: 0, z: 0, w: 1 };
    const own = part.solids.filter((s) => s.role === 'body').map((s) => cuboid(s.shape.low, s.shape.high, 0.05));
    const middle = part.low.map((v, i) => (v + part.high[i]!) / 2);
    const [p, q] = [0, 1, 2].filter((i) => i !== way.axis) as [number, number];
    for (let i = 1; i < way.poses.length; i++)
      for (let k = 0; k <= 20; k++) {
        const share = k / 20;
        const [a, b] = [way.poses[i - 1]!, way.poses[i]!];
        const by = a.by.map((v, c) => v + (b.by[c]! - v) * share);
        const angle = ((a.degrees + (b.degrees - a.degrees) * share) * Math.PI) / 180;
        // About y the plane (x, z) is turned the other way round than the library counts.
        const signed = way.axis === 1 ? -angle : angle;
        const turn = { ...still, [['x', 'y', 'z'][way.axis]!]: Math.sin(signed / 2), w: Math.cos(signed / 2) };
        for (const one of own) {
          const [u, v] = [one.at[p]! - middle[p]!, one.at[q]! - middle[q]!];
          const at = [...one.at];
          at[p] = middle[p]! + Math.cos(angle) * u - Math.sin(angle) * v;
          at[q] = middle[q]! + Math.sin(angle) * u + Math.cos(angle) * v;
          const moved = at.map((c, axis) => c + by[axis]!);
          for (const plate of plates) {
            const wall = cuboid(plate.slice(0, 3), plate.slice(3));
            const meet = one.shape.intersectsShape(vector(moved), turn, wall.shape, vector(wall.at), still);
            expect(meet, `pose ${i} at ${share}`).toBe(false);
          }
        }
      }
    // And at its end it is above the shell.
    expect(part.low[2] + way.poses.at(-1)!.by[2]).toBeGreaterThan(126 - 100);
  });
  it('is none through a hatch that is too short for the room under it', () => {
    // 7 mm thick through 3 mm of wall at an angle a want 7 / sin a + 3 / tan a: 20 mm from 30° on, where 100 mm stand
    // 56 mm high.
    expect(orderOf(underHatch(20, 40), assemble(underHatch(20, 40))).trapped).toEqual(['drive-1']);
    expect(orderOf(underHatch(20, 70), assemble(underHatch(20, 70))).trapped).toEqual([]);
    expect(orderOf(underHatch(9, 160), assemble(underHatch(9, 160))).trapped).toEqual(['drive-1']);
  });
});
