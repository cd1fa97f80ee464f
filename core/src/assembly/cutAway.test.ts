import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { runs } from '../../../testing/runs';
import { feature, type CutAway, type Feature, type FeatureShape } from '../document';
import { measured, spreadOf } from '../quantity';
import { featureSolids } from './features';
import type { Solid } from './placed';

const block = (x: number, y: number, z: number, width: number, depth: number, height: number): CutAway => ({
  x: measured(x),
  y: measured(y),
  z: measured(z),
  width: measured(width),
  depth: measured(depth),
  height: measured(height),
});
const of = (shape: FeatureShape, blocks: CutAway[], rest: Partial<Feature> = {}) =>
  feature('Rib', shape, [measured(10), measured(20), measured(30)], { ...rest, cutAway: blocks });
const box: FeatureShape = { kind: 'box', width: measured(40), depth: measured(30), height: measured(20) };

/** Is a place in one of some solids? A second way: by the definition of each shape. */
const has = (solids: readonly Solid[], p: readonly number[]) =>
  solids.some(({ shape }) => {
    if (!p.every((v, i) => v >= shape.low[i]! && v <= shape.high[i]!)) return false;
    if (shape.kind !== 'cylinder') return true;
    const round = [0, 1, 2].filter((i) => i !== shape.axis);
    const radius = (shape.high[round[0]!]! - shape.low[round[0]!]!) / 2;
    return Math.hypot(...round.map((i) => p[i]! - (shape.low[i]! + shape.high[i]!) / 2)) <= radius;
  });
const inBlock = (b: CutAway, [x, y, z]: readonly number[]) =>
  x! > b.x.value &&
  x! < b.x.value + b.width.value &&
  y! > b.y.value &&
  y! < b.y.value + b.depth.value &&
  z! > b.z.value &&
  z! < b.z.value + b.height.value;

const anyBlock = fc
  .tuple(
    ...[0, 10, 20].map((at) => fc.double({ min: at, max: at + 40, noNaN: true })),
    ...[0, 1, 2].map(() => fc.double({ min: 1, max: 40, noNaN: true })),
  )
  .map(([x, y, z, w, d, h]) => block(x!, y!, z!, w!, d!, h!));
const place = fc.tuple(...[5, 15, 25].map((at) => fc.double({ min: at, max: at + 50, noNaN: true })));

describe('what is cut out of a feature', () => {
  it('is a box less blocks, place by place', () => {
    fc.assert(
      fc.property(
        fc.array(anyBlock, { maxLength: 3 }),
        fc.array(place, { minLength: 60, maxLength: 60 }),
        (blocks, ps) => {
          const whole = featureSolids('rib', of(box, []));
          const left = featureSolids('rib', of(box, blocks));
          for (const p of ps) expect(has(left, p)).toBe(has(whole, p) && !blocks.some((b) => inBlock(b, p)));
          // No piece lies in another.
          for (const [i, a] of left.entries())
            for (const b of left.slice(i + 1))
              expect(
                [0, 1, 2].every(
                  (k) => a.shape.low[k]! < b.shape.high[k]! - 1e-9 && a.shape.high[k]! > b.shape.low[k]! + 1e-9,
                ),
              ).toBe(false);
        },
      ),
      { numRuns: runs(600) },
    );
  });

  it('leaves all of a cylinder that no block has, and nothing far out of it', () => {
    fc.assert(
      fc.property(
        anyBlock,
        fc.array(place, { minLength: 60, maxLength: 60 }),
        fc.constantFrom('x', 'y', 'z'),
        (b, ps, axis) => {
          const shape: FeatureShape = {
            kind: 'cylinder',
            axis: axis as 'x',
            diameter: measured(30),
            length: measured(30),
          };
          const whole = featureSolids('rib', of(shape, []));
          const left = featureSolids('rib', of(shape, [b]));
          for (const p of ps) {
            if (inBlock(b, p)) expect(has(left, p)).toBe(false);
            else if (has(whole, p)) expect(has(left, p)).toBe(true);
          }
        },
      ),
      { numRuns: runs(600) },
    );
  });

  it('cut across a cylinder, two shorter ones are left', () => {
    const shape: FeatureShape = { kind: 'cylinder', axis: 'z', diameter: measured(20), length: measured(50) };
    const left = featureSolids('boss', of(shape, [block(0, 0, 40, 60, 60, 10)]));
    expect(left.map(({ shape: s }) => [s.kind, s.low[2], s.high[2]])).toEqual([
      ['cylinder', 30, 40],
      ['cylinder', 50, 80],
    ]);
  });

  it('cuts copies where it meets them, and leaves the room that a mechanism sweeps', () => {
    const row = of(box, [block(0, 0, 40, 200, 100, 60)], {
      copies: { kind: 'row', axis: 'x', count: 3, pitch: measured(50) },
    });
    expect(featureSolids('rib', row).map(({ shape: s }) => [s.low[0], s.high[2]])).toEqual([
      [10, 40],
      [60, 40],
      [110, 40],
    ]);
    const moving = of(box, [block(0, 0, 40, 200, 100, 60)], { sweep: { top: 5 } });
    expect(featureSolids('rib', moving).map((s) => [s.swept ?? false, s.shape.high[2]])).toEqual([
      [false, 40],
      [true, 55],
    ]);
  });

  it('its edge is as sure as the cut, the other end as what was measured', () => {
    const cut = { ...block(0, 0, 40, 60, 60, 30), z: measured(40, 'jigsaw') };
    const [left] = featureSolids('rib', of(box, [cut]));
    expect(spreadOf(left!.end(2, true)).half95).toBeCloseTo(1, 6);
    expect(spreadOf(left!.end(2, false)).half95).toBeCloseTo(0.1, 6);
  });
});
