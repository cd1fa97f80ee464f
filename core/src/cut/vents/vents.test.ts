import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { VentPattern } from '../../document';
import { measuresOf, roomInside, webBetween, type Lying } from '../openings/opening';
import { areaOfHole, freeAreaOf, freeShare, lossOf, plateLoss, ventHoles } from './pattern';
import { proposeVents } from './propose';

const rectangle = (width: number, height: number): Lying => ({
  centre: [0, 0],
  shape: { kind: 'rectangle', width, height, radius: 0 },
});
const airOf = (lying: Lying, pattern: VentPattern) => freeAreaOf({ ...lying, ...measuresOf(lying.shape) }, pattern);
const hexagonal = (diameter: number, pitch: number): VentPattern => ({
  kind: 'holes',
  diameter,
  pitch,
  array: 'hexagonal',
});

describe('free share', () => {
  it('is 0.9069 (d/p)² in a hexagonal and 0.7854 (d/p)² in a square array (π / 2√3 and π / 4: areas of the arrays)', () => {
    expect(freeShare(hexagonal(6, 8))).toBeCloseTo(0.9069 * 0.5625, 4);
    expect(freeShare({ kind: 'holes', diameter: 6, pitch: 8, array: 'square' })).toBeCloseTo(0.7854 * 0.5625, 4);
  });

  it.each<VentPattern>([
    hexagonal(5, 8),
    { kind: 'holes', diameter: 5, pitch: 8, array: 'square' },
    { kind: 'honeycomb', across: 8, web: 3 },
    { kind: 'slots', width: 5, length: 40, across: 46, up: 9 },
  ])('of $kind is what a large opening comes to', (pattern) => {
    const large = rectangle(276, 276);
    const { holes, free, gross } = airOf(large, pattern);
    expect(free).toBeCloseTo(holes * areaOfHole(pattern), 6);
    // Holes that the edge would cut are left out: less than the endless pattern, by about half a pitch on each side.
    expect(free / gross).toBeLessThanOrEqual(freeShare(pattern) * 1.02);
    expect(free / gross).toBeGreaterThan(freeShare(pattern) * 0.8);
  });
});

describe('holes of a pattern', () => {
  it('lie in the opening and never meet, whatever the pattern', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 10, max: 50, noNaN: true }),
        fc.double({ min: 10, max: 40, noNaN: true }),
        fc.double({ min: 1, max: 8, noNaN: true }),
        fc.double({ min: 0.5, max: 6, noNaN: true }),
        fc.constantFrom('hexagonal', 'square', 'honeycomb', 'slots', 'round'),
        (width, height, d, web, kind) => {
          const pattern: VentPattern =
            kind === 'honeycomb'
              ? { kind, across: d, web }
              : kind === 'slots'
                ? { kind, width: d, length: d + 6, across: d + 6 + web, up: d + web }
                : { kind: 'holes', diameter: d, pitch: d + web, array: kind === 'square' ? 'square' : 'hexagonal' };
          const opening: Lying =
            kind === 'round' ? { centre: [3, 4], shape: { kind: 'round', diameter: width } } : rectangle(width, height);
          const holes = ventHoles(opening, pattern);
          const least = (values: number[]) => values.reduce((a, v) => Math.min(a, v), Infinity);
          expect(least(holes.map((hole) => roomInside(hole, opening)))).toBeGreaterThan(-1e-5);
          // Circles around hexagons may overlap where their flats are a web apart.
          const apart = kind === 'honeycomb' ? (2 / Math.sqrt(3) - 1) * d : 0;
          const webs = holes.flatMap((a, i) => holes.slice(i + 1).map((b) => webBetween(a, b)));
          expect(least(webs)).toBeGreaterThanOrEqual(web - apart - 1e-6);
        },
      ),
      { numRuns: 60 },
    ));

  it('ten thousand of them are none: said, not drawn', () =>
    expect(ventHoles(rectangle(300, 300), hexagonal(1, 2.5))).toEqual([]));
});

describe('loss', () => {
  // Idel'chik, Handbook of Hydraulic Resistance, thin perforated plate in a duct (from memory).
  it.each([
    [0.3, 19.3],
    [0.5, 4.37],
    [0.7, 1.15],
  ])('of a plate in a duct, free share %f, is %f', (f, zeta) => expect(plateLoss(f) / zeta).toBeCloseTo(1, 2));

  it('of an open hole in a large wall is what the sharp-edged discharge coefficient 0.6 gives: 1/0.6² (textbook, from memory)', () =>
    expect(lossOf(1) * 0.6 ** 2).toBeCloseTo(1, 1));
});

describe('patterns for a wanted area', () => {
  it('give at least that, with webs and finger limits kept, in the room there is', () => {
    for (const wanted of [200, 1500, 6000]) {
      const ways = proposeVents(wanted, 3, 8, [200, 120]);
      expect(ways.length).toBeGreaterThan(2);
      for (const { pattern, width, height, air } of ways) {
        expect(air.free).toBeGreaterThanOrEqual(wanted);
        expect(width).toBeLessThanOrEqual(200);
        expect(height).toBeLessThanOrEqual(120);
        // As the document would have it: the same again.
        expect(airOf(rectangle(width, height), pattern).free).toBeCloseTo(air.free, 6);
        // Not much more than asked for: a size smaller is too little.
        expect(airOf(rectangle(width - 0.5, height), pattern).free).toBeLessThan(wanted);
      }
      expect(ways.map((w) => w.minutes)).toEqual(ways.map((w) => w.minutes).sort((a, b) => a - b));
    }
    expect(proposeVents(20_000, 3, 8, [200, 120])).toEqual([]);
  });
});

describe('one outline in another', () => {
  it('has as much room as points along it say', () =>
    fc.assert(
      fc.property(
        fc.tuple(...Array.from({ length: 8 }, () => fc.double({ min: 0, max: 1, noNaN: true }))),
        fc.boolean(),
        fc.boolean(),
        ([a, b, c, d, e, f, g, h], innerRound, outerRound) => {
          const shapeOf = (round: boolean, w: number, v: number, r: number): Lying['shape'] =>
            round
              ? { kind: 'round', diameter: w }
              : { kind: 'rectangle', width: w, height: v, radius: (r * Math.min(w, v)) / 2 };
          const inner: Lying = { centre: [4 * e!, 4 * f!], shape: shapeOf(innerRound, 4 + 10 * a!, 4 + 10 * b!, g!) };
          const outer: Lying = { centre: [0, 0], shape: shapeOf(outerRound, 20 + 10 * c!, 20 + 10 * d!, h!) };
          const room = roomInside(inner, outer);
          const least = Math.min(...outline(inner).map((p) => inside(p, outer)));
          expect(room).toBeLessThanOrEqual(least + 0.02);
          if (room > 0) expect(least).toBeGreaterThan(-1e-6);
          expect(room).toBeGreaterThan(least - 0.3);
        },
      ),
      { numRuns: 400 },
    ));
});

/** Points along an outline. */
function outline({ centre: [u, v], shape }: Lying): [number, number][] {
  const [hu, hv, r] =
    shape.kind === 'round'
      ? [shape.diameter / 2, shape.diameter / 2, shape.diameter / 2]
      : [shape.width / 2, shape.height / 2, shape.radius];
  return Array.from({ length: 720 }, (_, k) => {
    const angle = (k * Math.PI) / 360;
    const [x, y] = [Math.cos(angle), Math.sin(angle)];
    return [u + Math.sign(x) * (hu - r) + r * x, v + Math.sign(y) * (hv - r) + r * y];
  });
}

/** How far a point is inside an outline, by its nearest point of a fine outline. */
function inside(p: [number, number], outer: Lying): number {
  const { shape, centre } = outer;
  const [hu, hv, r] =
    shape.kind === 'round'
      ? [shape.diameter / 2, shape.diameter / 2, shape.diameter / 2]
      : [shape.width / 2, shape.height / 2, shape.radius];
  const [x, y] = [Math.abs(p[0] - centre[0]) - (hu - r), Math.abs(p[1] - centre[1]) - (hv - r)];
  return r - (x > 0 && y > 0 ? Math.hypot(x, y) : Math.max(x, y));
}
