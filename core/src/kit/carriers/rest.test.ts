import { describe, expect, it } from 'vitest';
import type { MadeAngles, MadeStand } from '../../document';
import { partMade } from './made';
import { anglesBlocks, anglesHoles, standBlocks, standHoles } from './rest';

const STAND: MadeStand = {
  kind: 'stand',
  width: 120,
  depth: 80,
  height: 30,
  thickness: 3,
  foot: 'posts',
  material: 'aluminium',
};
const ANGLES: MadeAngles = {
  kind: 'angles',
  width: 100,
  reach: 60,
  leg: 40,
  strip: 20,
  thickness: 2,
  material: 'steel',
};
const ends = (blocks: ReturnType<typeof standBlocks>) => blocks.map((b) => [b.low, b.high]);
const spots = (holes: ReturnType<typeof standHoles>) => holes.map((h) => [h.x, h.y]);

describe('a stand', () => {
  it('is a plate on a post of 10 mm at each corner, screwed into the middle of each', () => {
    expect(ends(standBlocks(STAND))).toEqual([
      [
        [0, 0, 27],
        [120, 80, 30],
      ],
      [
        [0, 0, 0],
        [10, 10, 27],
      ],
      [
        [0, 70, 0],
        [10, 80, 27],
      ],
      [
        [110, 0, 0],
        [120, 10, 27],
      ],
      [
        [110, 70, 0],
        [120, 80, 27],
      ],
    ]);
    expect(spots(standHoles(STAND))).toEqual([
      [5, 5],
      [5, 75],
      [115, 5],
      [115, 75],
    ]);
    // M4 through: 4.5 mm (ISO 273 medium, from memory).
    expect(standHoles(STAND).every((h) => h.diameter === 4.5)).toBe(true);
  });
  it('has one post across where two have no room beside each other, and none wider than its plate', () => {
    expect(standBlocks({ ...STAND, width: 20 })).toHaveLength(5);
    expect(ends(standBlocks({ ...STAND, width: 19 })).slice(1)).toEqual([
      [
        [4.5, 0, 0],
        [14.5, 10, 27],
      ],
      [
        [4.5, 70, 0],
        [14.5, 80, 27],
      ],
    ]);
    expect(ends(standBlocks({ ...STAND, width: 8, depth: 9 }))[1]).toEqual([
      [0, 0, 0],
      [8, 9, 27],
    ]);
  });
  it('as a block has two screws along its longer side', () => {
    const block: MadeStand = { ...STAND, foot: 'block', material: 'wood' };
    expect(ends(standBlocks(block))).toEqual([
      [
        [0, 0, 0],
        [120, 80, 30],
      ],
    ]);
    expect(spots(standHoles(block))).toEqual([
      [30, 40],
      [90, 40],
    ]);
    expect(spots(standHoles({ ...block, depth: 200 }))).toEqual([
      [60, 50],
      [60, 150],
    ]);
    expect(spots(standHoles({ ...block, depth: 120 }))[0]).toEqual([30, 60]);
  });
  it('is refused where its plate leaves no posts', () => {
    expect(() => standBlocks({ ...STAND, height: 3 })).toThrow('A plate of 3 mm leaves no posts under 3 mm');
    expect(standBlocks({ ...STAND, height: 3.5 })).toHaveLength(5);
    expect(partMade({ ...STAND, foot: 'block', height: 3 }, 'Block').own!.source).toBe('stand made for it');
  });
});

describe('two angles', () => {
  it('hang with one leg at the wall and one from its upper end inwards', () => {
    expect(ends(anglesBlocks(ANGLES))).toEqual([
      [
        [0, 0, 0],
        [20, 40, 2],
      ],
      [
        [0, 38, 2],
        [20, 40, 60],
      ],
      [
        [80, 0, 0],
        [100, 40, 2],
      ],
      [
        [80, 38, 2],
        [100, 40, 60],
      ],
    ]);
    // Steel 7.85 g/cm³: 2 × (20 × 40 × 2 + 20 × 2 × 58) mm³.
    expect(partMade(ANGLES, 'Angles').mass).toBe(62);
  });
  it('have two screws in the leg at the wall, one where it is short; are one where two meet', () => {
    expect(spots(anglesHoles(ANGLES))).toEqual([
      [10, 9.5],
      [10, 28.5],
      [90, 9.5],
      [90, 28.5],
    ]);
    expect(spots(anglesHoles({ ...ANGLES, leg: 26 }))).toHaveLength(4);
    expect(spots(anglesHoles({ ...ANGLES, leg: 25 }))).toEqual([
      [10, 11.5],
      [90, 11.5],
    ]);
    expect(anglesBlocks({ ...ANGLES, width: 40 })).toHaveLength(4);
    expect(ends(anglesBlocks({ ...ANGLES, width: 39 }))).toHaveLength(2);
    expect(ends(anglesBlocks({ ...ANGLES, width: 39 }))[0]![0]).toEqual([0, 0, 0]);
  });
  it('are refused where a leg is no longer than it is thick', () => {
    expect(() => anglesBlocks({ ...ANGLES, leg: 2 })).toThrow('Angles of 2 mm with legs of 2 and 60 mm');
    expect(() => anglesBlocks({ ...ANGLES, reach: 2 })).toThrow('legs of 40 and 2 mm');
    expect(anglesBlocks({ ...ANGLES, leg: 12, reach: 8 })).toHaveLength(4);
  });
});
