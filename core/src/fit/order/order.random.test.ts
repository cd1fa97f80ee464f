import fc from 'fast-check';
import { expect, it } from 'vitest';
import { runs } from '../../../../testing/runs';
import { assemble, type PlacedPart } from '../../assembly';
import { defaultBox, evenWalls, feature, lidAt, newConversion, type Body, type Conversion } from '../../document';
import { partFrom } from '../../parts';
import { measured } from '../../quantity';
import { moved, ORIENTATIONS, signedDistance, type Shape, type Vec3 } from '../../solid';
import { standardPart } from '../../standards';
import { away } from './motion';
import { exitsOf, remainsOf, type Exit } from './exits';
import { orderOf } from './order';
import { goesAlong } from './sweep';

const KEYS = [
  'drive/3.5',
  'drive/2.5-7',
  'supply/tfx',
  'supply/flex',
  'fan/80x25',
  'fan/120x25',
  'board/mini-itx',
] as const;
const num = (min: number, max: number) => fc.integer({ min, max });
export const [W, D, H] = [320, 260, 160];

export const door = (face: string, u: number, v: number, width: number, height: number): Body => ({
  ...lidAt(measured(100), 'Hatch'),
  kind: 'door',
  cut: { kind: 'face', face, u: measured(u), v: measured(v), width: measured(width), height: measured(height) },
});

/** What opens: a lid, a block at the back, a hatch in the top or in a side. */
const opens: fc.Arbitrary<Body> = fc.oneof(
  num(60, 156).map((z) => lidAt(measured(z))),
  num(60, 200).map((y): Body => ({
    ...lidAt(measured(100), 'Back'),
    cut: { kind: 'plane', axis: 'y', at: measured(y), side: 'above' },
  })),
  fc.tuple(num(80, 300), num(70, 240)).map(([w, h]) => door('top', W / 2, D / 2, w, h)),
  fc.tuple(num(80, 300), num(50, 140)).map(([w, h]) => door('front', W / 2, H / 2, w, h)),
);
const parts = fc.array(
  fc.record({
    key: fc.constantFrom(...KEYS),
    turn: fc.constantFrom(...ORIENTATIONS),
    at: fc.tuple(num(3, 300), num(3, 240), num(3, 140)),
  }),
  { minLength: 2, maxLength: 6 },
);
const shelf = fc.option(fc.tuple(num(20, 150), num(20, 120), num(40, 110), num(60, 200)));

const bodies = (p: PlacedPart): Shape[] => p.solids.filter(goesAlong).map((s) => s.shape);
const normal: Vec3 = [0, 0, 0];
const deep = (a: readonly Shape[], b: readonly Shape[]): number =>
  Math.max(-1, ...a.flatMap((s) => b.map((o) => (apart(s, o) ? -1 : -signedDistance(s, o, normal)))));
const apart = (a: Shape, b: Shape) => [0, 1, 2].some((i) => a.high[i]! <= b.low[i]! || b.high[i]! <= a.low[i]!);

type Slab = { low: Vec3; high: Vec3 };

/** A box less another one: what is left of it in up to six. */
function less(from: Slab, hole: Slab): Slab[] {
  const left: Slab[] = [];
  const rest: Slab = { low: [...from.low], high: [...from.high] };
  for (const i of [0, 1, 2] as const) {
    if (hole.low[i] >= rest.high[i] || hole.high[i] <= rest.low[i]) return [from];
    if (hole.low[i] > rest.low[i])
      left.push({ low: [...rest.low], high: rest.high.map((v, k) => (k === i ? hole.low[i] : v)) as Vec3 });
    if (hole.high[i] < rest.high[i])
      left.push({ low: rest.low.map((v, k) => (k === i ? hole.high[i] : v)) as Vec3, high: [...rest.high] });
    rest.low[i] = Math.max(rest.low[i], hole.low[i]);
    rest.high[i] = Math.min(rest.high[i], hole.high[i]);
  }
  return left;
}

/** The walls of the box as six slabs, less what is open: by hand, not by the hull. */
function wallsLeft(exits: readonly Exit[]): Shape[] {
  const size: Vec3 = [W, D, H];
  const slabs = ([0, 1, 2] as const).flatMap((i) =>
    [0, size[i] - 3].map((at): Slab => ({
      low: [0, 1, 2].map((k) => (k === i ? at : 0)) as Vec3,
      high: [0, 1, 2].map((k) => (k === i ? at + 3 : size[k as 0])) as Vec3,
    })),
  );
  const holes = exits.map(({ opens: o, direction }): Slab =>
    o.kind === 'window'
      ? {
          // The hatch is in one wall only.
          low: o.low.map((v, i) => (Number.isFinite(v) ? v : direction === 'top' ? size[i]! - 3 : 0)) as Vec3,
          high: o.high.map((v, i) => (Number.isFinite(v) ? v : direction === 'top' ? size[i]! : 3)) as Vec3,
        }
      : direction === 'top'
        ? { low: [0, 0, o.at], high: [W, D, H] }
        : { low: [0, o.at, 0], high: [W, D, H] },
  );
  return holes
    .reduce((left, hole) => left.flatMap((slab) => less(slab, hole)), slabs)
    .map((slab) => ({ kind: 'box', ...slab }));
}

type Put = { key: (typeof KEYS)[number]; turn: (typeof ORIENTATIONS)[number]; at: [number, number, number] };

/** A shell with parts thrown in: those that lie free where they fell. */
export function thrown(body: Body, made: readonly Put[], shelfAt: readonly number[] | null): Conversion {
  const hull = { ...defaultBox(), walls: evenWalls(measured(3)) };
  Object.assign(hull, { width: measured(W), depth: measured(D), height: measured(H) });
  const document = newConversion('Random', hull);
  document.shell.bodies = { opens: body };
  if (shelfAt) {
    const [x, y, z, width] = shelfAt as [number, number, number, number];
    const shape = { kind: 'box', width: measured(width), depth: measured(100), height: measured(3) } as const;
    document.shell.features['shelf-1'] = feature('Shelf', shape, [measured(x), measured(y), measured(z)]);
  }
  made.forEach(({ key, turn, at: [x, y, z] }, i) => {
    const id = `part-${i}`;
    document.kit.parts[id] = partFrom(standardPart(key)!, id);
    document.layout.placements[id] = { x, y, z, locked: false, ...turn };
    const assembly = assemble(document);
    const own = assembly.parts.find((p) => p.id === id);
    const others = [
      ...assembly.parts.filter((p) => p.id !== id).flatMap(bodies),
      ...assembly.features.map((f) => f.shape),
    ];
    const free = own && own.low.every((v) => v >= 3) && deep(bodies(own), others) <= 0;
    const { innerHigh } = assembly.hull;
    if (free && own.high.every((v, k) => v <= innerHigh[k]!)) return;
    delete document.kit.parts[id];
    delete document.layout.placements[id];
  });
  return document;
}

const tally = { plans: 0, ways: 0, trapped: 0, cells: 0 };

/** Is a way out found by steps of 4 mm along the axes, over all places of the room? Shapes count as the boxes around them. */
function stepsOut(part: PlacedPart, others: readonly Shape[]): boolean {
  const own = bodies(part);
  const S = 4;
  const [low, high] = [
    [0, 0, 0],
    [W, D, H],
  ];
  const free = (by: Vec3, along: number, step: number) => {
    // The room swept by the last step, too, so that nothing thin is jumped over.
    const there = own.map((s) => moved(s, by));
    const room = there.map((s): Shape => {
      const box = { kind: 'box' as const, low: [...s.low] as Vec3, high: [...s.high] as Vec3 };
      if (step > 0) box.low[along as 0] -= step;
      if (step < 0) box.high[along as 0] -= step;
      return box;
    });
    return deep(room, others) <= 0.05;
  };
  const seen = new Set(['0,0,0']);
  let layer: [number, number, number][] = [[0, 0, 0]];
  while (layer.length > 0) {
    const next: typeof layer = [];
    for (const at of layer)
      for (let axis = 0; axis < 3; axis++)
        for (const sign of [1, -1]) {
          const to = [...at] as typeof at;
          to[axis]! += sign;
          if (seen.has(to.join())) continue;
          const by = to.map((n) => n * S) as Vec3;
          if (!free(by, axis, sign * S)) continue;
          seen.add(to.join());
          if (own.every((s) => [0, 1, 2].some((i) => s.low[i]! + by[i]! > high[i]! || s.high[i]! + by[i]! < low[i]!))) {
            tally.cells += seen.size;
            return true;
          }
          next.push(to);
        }
    layer = next;
  }
  tally.cells += seen.size;
  return false;
}

it('every way in is free where it is followed, and what is trapped is found no way out of by steps', () => {
  fc.assert(
    fc.property(opens, parts, shelf, (body, made, shelfAt) => {
      const document = thrown(body, made as Put[], shelfAt);
      const assembly = assemble(document);
      const exits = exitsOf(document, assembly);
      const remains = remainsOf(assembly, exits);
      const order = orderOf(document, assembly);
      tally.plans++;
      const partOf = (id: string) => assembly.parts.find((p) => p.id === id)!;
      const standing = [...remains.features.filter((f) => !f.swept).map((f) => f.shape), ...wallsLeft(exits)];
      order.steps.forEach((step, i) => {
        if (step.tilted !== undefined) return;
        tally.ways++;
        const there = order.steps
          .slice(0, i)
          .flatMap((s) => s.parts)
          .flatMap((id) => bodies(partOf(id)));
        for (let k = 0; k <= 300; k++) {
          const by = away(step, k / 400);
          for (const id of step.parts) {
            const own = bodies(partOf(id)).map((s) => moved(s, by));
            const where = `${id} at ${by.map((v) => v.toFixed(1)).join(' ')}`;
            expect(deep(own, [...there, ...standing]), where).toBeLessThan(0.3);
          }
        }
      });
      for (const id of order.trapped) {
        tally.trapped++;
        const left = order.trapped.filter((other) => other !== id).flatMap((other) => bodies(partOf(other)));
        expect(stepsOut(partOf(id), [...left, ...standing]), id).toBe(false);
      }
    }),
    { numRuns: runs(1200, 24), seed: 35 },
  );
  if (process.env.YOUNG_SHELL_LONG) console.log('ways in and traps', tally);
  expect(tally.ways).toBeGreaterThan(5);
  expect(tally.trapped).toBeGreaterThan(0);
});
