import { describe, expect, it } from 'vitest';
import { assemble } from '../../assembly';
import { applyChange, validationIssuesOf, defaultBox, newConversion, type Conversion, type Part } from '../../document';
import { marginsOf, stopsAt } from '../../fit';
import { measured } from '../../quantity';
import { randomFrom } from '../random';
import { boundOf, outsideOf, unionVolume } from './bound';
import { GOALS, smallestBox, type Room } from './smallest';
import { runs } from '../../../../testing/runs';

/** A plain block of a part: nothing but its body. */
const brick = (name: string, [x, y, z]: Room): Part => ({
  name,
  standard: 'own',
  dimensions: {},
  mass: 100,
  own: {
    blocks: {
      body: {
        name,
        role: 'body',
        shape: { kind: 'box' },
        x: measured(0),
        y: measured(0),
        z: measured(0),
        width: measured(x),
        depth: measured(y),
        height: measured(z),
        direction: null,
        plug: 0,
        conducts: null,
      },
    },
    holes: {},
    faces: {},
    power: { idle: 0, typical: 0, peak: 0 },
    source: 'test',
  },
});

function kitOf(sizes: readonly Room[]): Conversion {
  const document = newConversion('Kit', defaultBox());
  document.brief.policy = 'open';
  sizes.forEach((size, i) => (document.kit.parts[`part-${i + 1}`] = brick(`Brick ${i + 1}`, size)));
  return document;
}

/** mm things keep from each other and from walls here. */
const GAP = 0.5;

/** The least room for two bricks: every way to turn both and to put them beside each other, sizes alone. */
function leastOfTwo(a: Room, b: Room, walls = 2 * GAP): number {
  const turns = ([x, y, z]: Room): Room[] => [[x, y, z], [x, z, y], [y, x, z], [y, z, x], [z, x, y], [z, y, x]]; // prettier-ignore
  let least = Infinity;
  for (const p of turns(a))
    for (const q of turns(b))
      for (const axis of [0, 1, 2]) {
        const room = p.map((v, i) => (i === axis ? v + q[i]! + GAP : Math.max(v, q[i]!)) + walls);
        least = Math.min(
          least,
          room.reduce((x, y) => x * y, 1),
        );
      }
  return least / 1e6;
}

describe('the smallest box', () => {
  it('of two bricks is what trying all ways gives, to a few per cent, and never under it', () => {
    for (const [a, b] of [
      [
        [100, 60, 40],
        [80, 50, 30],
      ],
      [
        [150, 150, 20],
        [90, 20, 20],
      ],
      [
        [60, 60, 60],
        [120, 60, 60],
      ],
    ].slice(0, runs(3, 2)) as [Room, Room][]) {
      const found = smallestBox(kitOf([a, b]), { goal: 'litres', wall: 2 })!;
      const inside = found.room.reduce((x, y) => x * y, 1) / 1e6;
      const truth = leastOfTwo(a, b);
      // What lies on its underside may touch there: of each pair of walls one wants no gap.
      expect(inside).toBeGreaterThan(leastOfTwo(a, b, GAP));
      expect(inside).toBeLessThan(1.08 * truth);
      expect(found.value).toBeGreaterThan(found.bound);
    }
  });

  it('used, is a plan with everything in it and nothing in each other’s way, whatever was asked', () => {
    const document = kitOf([
      [120, 80, 30],
      [60, 50, 50],
    ]);
    for (const goal of GOALS.slice(0, runs(GOALS.length, 2))) {
      const { change, outside, value, bound } = smallestBox(document, { goal, wall: 3 })!;
      const plan = applyChange(document, change).document;
      expect(validationIssuesOf(plan)).toEqual([]);
      const assembly = assemble(plan);
      expect(assembly.unplaced).toEqual([]);
      expect(stopsAt(marginsOf(assembly))).toEqual([]);
      assembly.hull.high.forEach((v, i) => expect(v).toBeCloseTo(outside[i]!, 2));
      expect(value).toBeGreaterThan(bound - 1e-9);
    }
  });

  it('is as flat as its thickest part lies, and keeps a size that is given', () => {
    const document = kitOf([
      [120, 80, 30],
      [100, 70, 25],
    ]);
    const flat = smallestBox(document, { goal: 'height', wall: 3 })!;
    // 30 lying, half a millimetre under and over it, two walls.
    expect(flat.value).toBeGreaterThanOrEqual(36);
    expect(flat.value).toBeLessThan(38.1);
    const given = smallestBox(document, { goal: 'litres', wall: 3, fixed: { 2: 90 } })!;
    expect(given.room[2]).toBe(90);
    expect(smallestBox(document, { goal: 'litres', wall: 3, fixed: { 0: 20, 1: 20, 2: 20 } })).toBeUndefined();
    expect(smallestBox(kitOf([]), { goal: 'litres', wall: 3 })).toBeUndefined();
  });

  it('tells nothing worse than before, and ends when it is stopped', () => {
    const values: number[] = [];
    let asked = 0;
    const found = smallestBox(
      kitOf([
        [90, 60, 30],
        [70, 50, 20],
      ]),
      {
        goal: 'litres',
        wall: 2,
        onFound: (best) => values.push(best.value),
        stop: () => ++asked > 4000,
      },
    );
    expect([...values].sort((p, q) => q - p)).toEqual(values);
    expect(found!.value).toBe(values.at(-1));
  });
});

describe('its bound', () => {
  it('counts what boxes have in common once, as counting points does', () => {
    const random = randomFrom(11);
    for (let round = 0; round < 10; round++) {
      const boxes = Array.from({ length: 5 }, () => {
        const low = [0, 0, 0].map(() => Math.floor(8 * random())) as Room;
        return { low, high: low.map((v) => v + 1 + Math.floor(6 * random())) as Room };
      });
      let count = 0;
      for (let x = 0; x < 16; x++)
        for (let y = 0; y < 16; y++)
          for (let z = 0; z < 16; z++)
            if (boxes.some((b) => [x, y, z].every((v, i) => b.low[i]! <= v && v + 1 <= b.high[i]!))) count++;
      expect(unionVolume(boxes)).toBe(count);
    }
  });
  it('is the sum of the bodies, the least side of the largest, and a cube with walls', () => {
    const document = kitOf([
      [100, 60, 40],
      [80, 50, 30],
    ]);
    expect(boundOf(document, Object.keys(document.kit.parts))).toEqual({ volume: 240_000 + 120_000, side: 40 });
    // 8 in cube: 8.390 L (203.2³ mm); with no walls its own volume.
    expect(outsideOf(203.2 ** 3, 0) / 1e6).toBeCloseTo(8.39, 2);
    expect(outsideOf(1e6, 5)).toBeCloseTo(110 ** 3, 3);
  });
});
