import RAPIER from '@dimforge/rapier3d-compat';
import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { signedDistance } from './distance';
import { centreOf, moved, type Cylinder, type Shape, type Vec3 } from './shape';

// Independent distances: the Rapier physics library (GJK/EPA, single precision).
beforeAll(() => RAPIER.init());

/** A quaternion that lays Rapier's y-cylinder along an axis. */
const TURNS = [
  { x: 0, y: 0, z: Math.SQRT1_2, w: Math.SQRT1_2 },
  { x: 0, y: 0, z: 0, w: 1 },
  { x: Math.SQRT1_2, y: 0, z: 0, w: Math.SQRT1_2 },
] as const;
const NONE = { x: 0, y: 0, z: 0, w: 1 };

function rapierDistance(a: Shape, b: Shape): number {
  const build = (s: Shape) => {
    const half = [0, 1, 2].map((i) => (s.high[i]! - s.low[i]!) / 2) as Vec3;
    const [x, y, z] = centreOf(s);
    return {
      shape: s.kind === 'box' ? new RAPIER.Cuboid(...half) : new RAPIER.Cylinder(half[s.axis], half[(s.axis + 1) % 3]!),
      at: { x, y, z },
      turn: s.kind === 'box' ? NONE : TURNS[s.axis],
    };
  };
  const [p, q] = [build(a), build(b)];
  return p.shape.contactShape(p.at, p.turn, q.shape, q.at, q.turn, 1000)!.distance;
}

const crossed = (a: Shape, b: Shape) => a.kind === 'cylinder' && b.kind === 'cylinder' && a.axis !== b.axis;

/** Nearest points of two convex bodies by alternating projections (Cheney and Goldstein 1959, from memory). */
function byProjections(a: Cylinder, b: Cylinder): number {
  const onto = (c: Cylinder, p: Vec3): Vec3 => {
    const q: Vec3 = [...p];
    q[c.axis] = Math.min(c.high[c.axis], Math.max(c.low[c.axis], p[c.axis]));
    const [i, j] = [(c.axis + 1) % 3, (c.axis + 2) % 3] as [0 | 1 | 2, 0 | 1 | 2];
    const middle = centreOf(c);
    const radius = (c.high[i] - c.low[i]) / 2;
    const off = Math.hypot(p[i] - middle[i], p[j] - middle[j]);
    if (off > radius) for (const k of [i, j]) q[k] = middle[k] + ((p[k] - middle[k]) * radius) / off;
    return q;
  };
  let p = centreOf(a);
  let q = onto(b, p);
  for (let n = 0; n < 4000; n++) {
    p = onto(a, q);
    q = onto(b, p);
  }
  return Math.hypot(p[0] - q[0], p[1] - q[1], p[2] - q[2]);
}

const size = fc.double({ min: 1, max: 60, noNaN: true });
const at = fc.double({ min: -60, max: 60, noNaN: true });
const shape: fc.Arbitrary<Shape> = fc
  .tuple(fc.constantFrom('box', 0, 1, 2), at, at, at, size, size, size)
  .map(([kind, x, y, z, w, d, h]) => {
    if (kind === 'box') return { kind: 'box', low: [x, y, z], high: [x + w, y + d, z + h] };
    const axis = kind as 0 | 1 | 2;
    const extent = [w, w, w] as Vec3;
    extent[axis] = d;
    return { kind: 'cylinder', axis, low: [x, y, z], high: [x + extent[0], y + extent[1], z + extent[2]] };
  });
const box = (low: Vec3, high: Vec3): Shape => ({ kind: 'box', low, high });

describe('signedDistance', () => {
  const normal: Vec3 = [0, 0, 0];

  it('agrees with an independent library, apart and overlapping', () =>
    fc.assert(
      fc.property(shape, shape, (a, b) => {
        const own = signedDistance(a, b, normal);
        const other = rapierDistance(a, b);
        const round = a.kind === 'cylinder' || b.kind === 'cylinder';
        // Its search on round bodies stops some 0.1 mm short of the nearest points, never nearer than they are.
        expect(own).toBeLessThan(other + 0.05);
        // Nor is its depth for overlapping round bodies always a way out (two equal crossed rods: 0.7 for 1.0).
        if (own > 0 || !round) expect(own).toBeGreaterThan(other - (round ? 0.3 : 0.001));
      }),
      { numRuns: 1500, seed: 7, endOnFailure: true },
    ));

  it('crossed cylinders are as far apart as alternating projections find them', () =>
    fc.assert(
      fc.property(at, at, at, size, size, (x, y, z, r, l) => {
        const a: Cylinder = { kind: 'cylinder', axis: 0, low: [0, 0, 0], high: [l, r, r] };
        const b: Cylinder = { kind: 'cylinder', axis: 2, low: [x, y + 130, z], high: [x + r, y + 130 + r, z + l] };
        expect(signedDistance(a, b, normal)).toBeCloseTo(byProjections(a, b), 3);
      }),
      { numRuns: 100, seed: 3, endOnFailure: true },
    ));

  it('moving a by distance · normal makes the two touch', () =>
    fc.assert(
      fc.property(shape, shape, (a, b) => {
        const distance = signedDistance(a, b, normal);
        expect(Math.hypot(...normal)).toBeCloseTo(1, 6);
        const touching = moved(a, [normal[0] * distance, normal[1] * distance, normal[2] * distance]);
        const left = signedDistance(touching, b, [0, 0, 0]);
        expect(left).toBeGreaterThan(-0.01);
        // Overlaps of crossed cylinders are searched: the way out may be a little longer than the least.
        expect(left).toBeLessThan(crossed(a, b) && distance < 0 ? 0.5 : 1e-3);
      }),
      { numRuns: 500, seed: 11, endOnFailure: true },
    ));

  it('two boxes 3 and 4 mm apart on two axes are 5 mm apart', () =>
    expect(signedDistance(box([0, 0, 0], [1, 1, 1]), box([4, 5, 0], [6, 6, 1]), normal)).toBeCloseTo(5, 12));

  it('a box 4 mm in another leaves by the shortest way', () => {
    expect(signedDistance(box([0, 0, 0], [50, 50, 14]), box([10, 10, 10], [20, 20, 40]), normal)).toBeCloseTo(-4, 12);
    expect(normal).toEqual([0, 0, 1]);
  });
});
