import { describe, expect, it } from 'vitest';
import { hullModel } from '../assembly';
import { defaultBox, newConversion, type Wish } from '../document';
import { measured } from '../quantity';
import type { Vec3 } from '../solid';
import { gapBetween, ownWish, pairWish, type Boxed } from './wishes';

const box = (id: string, low: Vec3, size: Vec3, more: Partial<Boxed> = {}): Boxed => ({
  id,
  low,
  high: low.map((v, i) => v + size[i]!) as Vec3,
  rear: 'rear',
  hot: false,
  ...more,
});
const wish = (kind: Wish['kind'], more: Partial<Wish> = {}): Wish => ({
  kind,
  part: 'a',
  other: 'b',
  face: null,
  distance: 40,
  ...more,
});
const cube: Vec3 = [10, 10, 10];
const a = box('a', [0, 0, 0], cube);

describe('the gap between two boxes', () => {
  it.each<[string, Vec3, number]>([
    ['beside each other along one axis', [13, 0, 0], 3],
    ['corner to corner: 3-4-12 is 13', [13, 14, 22], 13],
    ['touching', [10, 0, 0], 0],
    ['in each other', [5, 5, 5], 0],
  ])('%s', (_, low, gap) => {
    const b = box('b', low, cube);
    expect(gapBetween(a, b)).toBeCloseTo(gap, 9);
    expect(gapBetween(b, a)).toBeCloseTo(gap, 9);
  });
});

describe('a wish about two parts holds up to its limit and not beyond it', () => {
  it.each<[Wish['kind'], Vec3, Vec3]>([
    ['near', [50, 0, 0], [50.1, 0, 0]],
    ['apart', [50, 0, 0], [49.9, 0, 0]],
    ['together', [15, 0, 0], [15.1, 0, 0]],
    ['level', [30, 0, 40], [30, 0, 40.1]],
    ['above', [30, 0, -10], [30, 0, -9.9]],
  ])('%s', (kind, holds, fails) => {
    expect(pairWish(wish(kind), a, box('b', holds, cube))!.holds).toBe(true);
    expect(pairWish(wish(kind), a, box('b', fails, cube))!.holds).toBe(false);
    // Whichever of the two is named first.
    expect(pairWish(wish(kind), box('b', fails, cube), a)!.holds).toBe(false);
  });

  it('and says nothing of other parts', () =>
    expect(pairWish(wish('near'), a, box('c', [0, 0, 0], cube))).toBeUndefined());
});

describe('not above heat', () => {
  const heat = (low: Vec3, hot = true) =>
    pairWish(wish('not above heat', { other: null }), box('b', low, cube, { hot }), a);
  it('is broken right over something hot, however high', () => {
    expect(heat([5, 5, -10])!.holds).toBe(false);
    expect(heat([5, 5, -200])!.holds).toBe(false);
  });
  it('holds beside it, under it, and over what stays cool', () => {
    expect(heat([10, 0, -10])!.holds).toBe(true);
    expect(heat([5, 5, 10])!.holds).toBe(true);
    expect(heat([5, 5, -10], false)).toBeUndefined();
  });
});

describe('a wish about a part and the shell', () => {
  const hull = defaultBox();
  for (const side of Object.keys(hull.walls) as (keyof typeof hull.walls)[]) hull.walls[side] = measured(3);
  const model = hullModel(newConversion('Box', hull).shell);
  it('on a face: within 6 mm of its inside', () => {
    const at = (x: number) => ownWish(wish('on face', { face: 'left' }), box('a', [x, 50, 50], cube), model)!;
    expect(at(3).value).toBeCloseTo(0, 9);
    expect(at(9).holds).toBe(true);
    expect(at(9.1).holds).toBe(false);
    expect(ownWish(wish('on face', { face: 'none' }), a, model)!.holds).toBe(false);
  });
  it('facing: where its rear looks', () => {
    expect(ownWish(wish('facing', { face: 'rear' }), a, model)!.holds).toBe(true);
    expect(ownWish(wish('facing', { face: 'left' }), a, model)!.holds).toBe(false);
  });
});
