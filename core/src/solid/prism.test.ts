import RAPIER from '@dimforge/rapier3d-compat';
import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { signedDistance } from './distance';
import { loadSolidKernel } from './kernel';
import { area } from './polygon';
import {
  across,
  centreOf,
  leastAlong,
  moved,
  prism,
  stepped,
  type Axis,
  type Prism,
  type Shape,
  type Vec3,
} from './shape';

// Independent distances: the Rapier physics library (GJK/EPA, single precision).
beforeAll(() => RAPIER.init());

/** A box of a size turned about an axis through its middle, with what an independent library needs of it. */
interface Turned {
  shape: Prism;
  half: Vec3;
  middle: Vec3;
  degrees: number;
}

function turnedBox(axis: Axis, middle: Vec3, half: Vec3, degrees: number): Turned {
  const [b, c] = across(axis);
  const [cos, sin] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)];
  const outline = [
    [-half[b], -half[c]],
    [half[b], -half[c]],
    [half[b], half[c]],
    [-half[b], half[c]],
  ].map(([u, v]): [number, number] => [middle[b] + cos * u! - sin * v!, middle[c] + sin * u! + cos * v!]);
  return { shape: prism(axis, outline, middle[axis] - half[axis], middle[axis] + half[axis]), half, middle, degrees };
}

const at = fc.double({ min: -50, max: 50, noNaN: true });
const size = fc.double({ min: 1, max: 40, noNaN: true });
const axes = fc.constantFrom<Axis>(0, 1, 2);
const turned = fc
  .tuple(axes, at, at, at, size, size, size, fc.double({ min: -10, max: 10, noNaN: true }))
  .map(([axis, x, y, z, w, d, h, degrees]) => turnedBox(axis, [x, y, z], [w, d, h], degrees));
const straight = fc
  .tuple(fc.constantFrom('box', 0, 1, 2), at, at, at, size, size, size)
  .map(([kind, x, y, z, w, d, h]): Shape => {
    if (kind === 'box') return { kind: 'box', low: [x, y, z], high: [x + w, y + d, z + h] };
    const extent = [w, w, w] as Vec3;
    extent[kind as Axis] = d;
    return {
      kind: 'cylinder',
      axis: kind as Axis,
      low: [x, y, z],
      high: [x + extent[0], y + extent[1], z + extent[2]],
    };
  });

const about = (axis: Axis, degrees: number) => {
  const half = (degrees * Math.PI) / 360;
  const s = Math.sin(half);
  return { x: axis === 0 ? s : 0, y: axis === 1 ? s : 0, z: axis === 2 ? s : 0, w: Math.cos(half) };
};
const point = ([x, y, z]: Vec3) => ({ x, y, z });
const ofTurned = ({ shape, half, middle, degrees }: Turned) => ({
  shape: new RAPIER.Cuboid(...half),
  at: point(middle),
  turn: about(shape.axis, degrees),
});
const ofStraight = (s: Shape) => {
  const half = [0, 1, 2].map((i) => (s.high[i]! - s.low[i]!) / 2) as Vec3;
  return s.kind === 'box'
    ? { shape: new RAPIER.Cuboid(...half), at: point(centreOf(s)), turn: about(0, 0) }
    : {
        shape: new RAPIER.Cylinder(half[s.axis], half[(s.axis + 1) % 3]!),
        at: point(centreOf(s)),
        turn: s.axis === 0 ? about(2, 90) : s.axis === 2 ? about(0, 90) : about(0, 0),
      };
};
const rapier = (p: ReturnType<typeof ofStraight>, q: ReturnType<typeof ofStraight>) =>
  p.shape.contactShape(p.at, p.turn, q.shape, q.at, q.turn, 1000)!.distance;

describe('what stands at an angle', () => {
  const normal: Vec3 = [0, 0, 0];

  it('is as far from others as an independent library finds', () => {
    fc.assert(
      fc.property(turned, turned, (p, q) => {
        const own = signedDistance(p.shape, q.shape, normal);
        const other = rapier(ofTurned(p), ofTurned(q));
        // In single precision gaps come out up to 0.004 long there. About the same axis in closed form; else searched: never more than there is, and hardly less.
        expect(own).toBeLessThan(other + 2e-3);
        expect(own).toBeGreaterThan(other - (p.shape.axis === q.shape.axis ? 0.01 : 0.05));
      }),
      { numRuns: 400, seed: 5, endOnFailure: true },
    );
    fc.assert(
      fc.property(turned, straight, (p, s) => {
        const own = signedDistance(p.shape, s, normal);
        const other = rapier(ofTurned(p), ofStraight(s));
        expect(own).toBeLessThan(other + (s.kind === 'box' ? 2e-3 : 0.05));
        // Depths of round bodies are not always a way out there; its gaps stop some 0.1 mm short.
        if (own > 0 || s.kind === 'box') expect(own).toBeGreaterThan(other - (s.kind === 'box' ? 0.01 : 0.3));
        expect(signedDistance(s, p.shape, normal)).toBeCloseTo(own, 4);
      }),
      { numRuns: 600, seed: 9, endOnFailure: true },
    );
  });

  it('touches when moved by distance · normal', () =>
    fc.assert(
      fc.property(turned, straight, (p, s) => {
        const distance = signedDistance(p.shape, s, normal);
        expect(Math.hypot(...normal)).toBeCloseTo(1, 6);
        const touching = moved(p.shape, normal.map((n) => n * distance) as Vec3);
        expect(Math.abs(signedDistance(touching, s, [0, 0, 0]))).toBeLessThan(
          s.kind === 'box' || s.axis === p.shape.axis ? 1e-6 : 0.5,
        );
      }),
      { numRuns: 300, seed: 2, endOnFailure: true },
    ));

  it('turned by nothing is the box', () =>
    fc.assert(
      fc.property(axes, at, size, straight, (axis, x, w, s) => {
        const { shape } = turnedBox(axis, [x, 0, 0], [w, 9, 4], 0);
        const box: Shape = { kind: 'box', low: [x - w, -9, -4], high: [x + w, 9, 4] };
        // Of crossed round bodies only what can't be too long a gap is said.
        const least = s.kind === 'cylinder' && s.axis !== axis ? 0.3 : 1e-6;
        const apart = signedDistance(box, s, [0, 0, 0]);
        const own = signedDistance(shape, s, [0, 0, 0]);
        expect(own).toBeLessThan(apart + 1e-6);
        expect(own).toBeGreaterThan(apart - least);
        expect(leastAlong(shape, 0.36, -0.48, 0.8)).toBeCloseTo(leastAlong(box, 0.36, -0.48, 0.8), 9);
      }),
      { numRuns: 200, seed: 4 },
    ));

  it('as a solid has the volume of the box, where it stands; in steps it is held whole, and hardly more', async () => {
    const kernel = await loadSolidKernel();
    fc.assert(
      fc.property(turned, ({ shape, half }) => {
        const steps = stepped(shape);
        kernel.scope((make) => {
          const solid = make.shape(shape);
          expect(make.volume(solid)).toBeCloseTo(8 * half[0] * half[1] * half[2], 3);
          expect(make.volume(make.difference(solid, [make.shape({ ...shape, kind: 'box' } as Shape)]))).toBeLessThan(
            1e-3,
          );
          expect(
            make.volume(
              make.difference(
                solid,
                steps.map((s) => make.shape(s)),
              ),
            ),
          ).toBeLessThan(1e-3);
        });
        const [b, c] = across(shape.axis);
        const held = steps.reduce((sum, s) => sum + (s.high[b] - s.low[b]) * (s.high[c] - s.low[c]), 0);
        expect(held - area(shape.outline)).toBeLessThan(2 * 8 * (shape.high[b] - shape.low[b]));
      }),
      { numRuns: 40, seed: 6 },
    );
  });
});
