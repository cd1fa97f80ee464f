import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assemble, onFace } from '../../assembly';
import {
  applyChange,
  defaultBox,
  feature,
  newConversion,
  type Change,
  type Conversion,
  type HoleMap,
  type Opening,
} from '../../document';
import { partFrom } from '../../parts';
import { judge, marginsOf } from '../../fit';
import { measured } from '../../quantity';
import type { Point2 } from '../../solid';
import { standardPart } from '../../standards';
import { assessCut } from '../assess';
import { openingsOf } from '../openings/derived';
import { keyOf } from '../openings/opening';
import { cutRemedies } from '../remedies';
import { runs } from '../../../../testing/runs';
import { alignmentsOf, screwFor } from './alignments';
import { holesFromMap } from './fromMap';
import { fitted, motionsOf, type Motion, type PlayHole } from './motions';

const turned = ([x, y]: Point2, quarter: number, degrees: number): Point2 => {
  const a = (quarter * Math.PI) / 2 + (degrees * Math.PI) / 180;
  return [x * Math.cos(a) - y * Math.sin(a), x * Math.sin(a) + y * Math.cos(a)];
};
/** How far over its play the worst pair is, mm. */
const over = (part: readonly PlayHole[], shell: readonly PlayHole[], { quarter, degrees, shift, pairs }: Motion) =>
  Math.max(
    ...pairs.map(([p, q]) => {
      const [x, y] = turned(part[p]!.at, quarter, degrees);
      return (
        Math.hypot(x + shift[0] - shell[q]!.at[0], y + shift[1] - shell[q]!.at[1]) - part[p]!.play - shell[q]!.play
      );
    }),
  );

/** Most play left at the tightest pair, mm: ever finer grids over x, y and angle around the best so far. */
function searched(
  part: readonly PlayHole[],
  shell: readonly PlayHole[],
  pairs: Motion['pairs'],
  largest: number,
): number {
  let best = { degrees: 0, shift: [0, 0] as Point2, slack: -Infinity };
  for (let reach = 1; reach > 0.004; reach *= 0.6) {
    const { degrees, shift } = best;
    for (let a = -3; a <= 3; a++)
      for (let x = -3; x <= 3; x++)
        for (let y = -3; y <= 3; y++) {
          const at = {
            degrees: Math.max(-largest, Math.min(largest, degrees + (a / 3) * reach * largest)),
            shift: [shift[0] + x * reach, shift[1] + y * reach] as Point2,
          };
          const slack = -over(part, shell, { quarter: 0, ...at, pairs, slack: 0 });
          if (slack > best.slack) best = { ...at, slack };
        }
  }
  return best.slack;
}

describe('holes that meet holes', () => {
  const place = fc.tuple(fc.double({ min: 0, max: 60, noNaN: true }), fc.double({ min: 0, max: 60, noNaN: true }));

  it('are what a fine search over shifts and turns finds: as many at least, and all that is said is so', () =>
    fc.assert(
      fc.property(
        fc.array(place, { minLength: 2, maxLength: 4 }),
        fc.array(place, { minLength: 2, maxLength: 7 }),
        fc.double({ min: 0.2, max: 0.9, noNaN: true }),
        fc.constantFrom<0 | 1 | 2 | 3>(0, 1, 2, 3),
        fc.double({ min: -2.5, max: 2.5, noNaN: true }),
        fc.nat(4),
        (own, there, play, quarter, degrees, planted) => {
          const part = spread(own).map((at): PlayHole => ({ at, play: play / 2 }));
          const shell = spread(there).map((at): PlayHole => ({ at, play: play / 2 }));
          // Some are put where they meet, within what the play lets them be off.
          spread(own)
            .slice(0, planted)
            .forEach((p, i) => {
              const [x, y] = turned(p, quarter, degrees);
              shell.push({
                at: [x + 20 + (i % 2 ? 0.3 : -0.3) * play, y + 7 + (i % 3 ? 0.2 : -0.2) * play],
                play: play / 2,
              });
            });
          const found = motionsOf(part, shell);
          if (spread(shell.map((h) => h.at)).length < shell.length) return;
          for (const m of found) {
            expect(over(part, shell, m)).toBeLessThan(1e-3);
            expect(-over(part, shell, m)).toBeCloseTo(m.slack, 2);
            expect(Math.abs(m.degrees)).toBeLessThan(3.001);
          }
          expect(Math.max(0, ...found.map((m) => m.pairs.length))).toBeGreaterThanOrEqual(bruteForce(part, shell));
        },
      ),
      { numRuns: 150 },
    ));

  it('lie where a search over x, y and angle leaves most play, however unlike the holes are', () =>
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            at: place,
            off: fc.tuple(fc.double({ min: -1, max: 1, noNaN: true }), fc.double({ min: -1, max: 1, noNaN: true })),
            own: fc.double({ min: 0, max: 0.5, noNaN: true }),
            play: fc.oneof(fc.double({ min: 0.1, max: 0.5, noNaN: true }), fc.double({ min: 2, max: 4, noNaN: true })),
          }),
          { minLength: 2, maxLength: 4 },
        ),
        (made) => {
          const part = spread(made.map((m) => m.at)).map((at, i): PlayHole => ({ at, play: made[i]!.own }));
          const shell = part.map(({ at }, i): PlayHole => ({
            at: [at[0] + made[i]!.off[0] * made[i]!.play, at[1] + made[i]!.off[1] * made[i]!.play],
            play: made[i]!.play,
          }));
          const pairs = part.map((_, i): [number, number] => [i, i]);
          const best = searched(part, shell, pairs, 3);
          fc.pre(best > 0.01);
          const said = fitted(
            part,
            shell,
            part.map((p) => p.at),
            pairs,
            (3 * Math.PI) / 180,
          );
          const degrees = (said.angle * 180) / Math.PI;
          // What is said is so at the place that is said, it is no less than the search has, and never more than a hole gives.
          expect(-over(part, shell, { quarter: 0, degrees, shift: said.shift, pairs, slack: 0 })).toBeCloseTo(
            said.slack,
            4,
          );
          expect(said.slack).toBeGreaterThan(best - 0.03);
          expect(said.slack).toBeLessThanOrEqual(
            Math.min(...pairs.map(([p, q]) => part[p]!.play + shell[q]!.play)) + 1e-9,
          );
        },
      ),
      { numRuns: runs(800, 60), seed: 30 },
    ));

  it('need the play they have: 1 mm too far apart is met with 0.5 mm at each end, not with 0.49', () => {
    const at = (d: number, play: number): PlayHole[] => [
      { at: [0, 0], play },
      { at: [d, 0], play },
    ];
    expect(motionsOf(at(50, 0.25), at(51, 0.2501)).filter((m) => m.quarter === 0)).toHaveLength(1);
    expect(motionsOf(at(50, 0.25), at(51, 0.249))).toEqual([]);
  });

  it('that meet to the last digit end as quickly as others', () => {
    // Ends of the search so near to each other that nothing lies between them.
    const part: PlayHole[] = [0.1, 30.2, 50.4].map((x) => ({ at: [x, x / 3], play: 0 }));
    const shell = part.map(({ at: [x, y] }): PlayHole => ({ at: [x + 1e-14 + 17.3, y + 2.1], play: 0 }));
    expect(motionsOf(part, shell, 0).length).toBeLessThan(5);
  });

  it('may be slots, met anywhere along them', () => {
    const part: PlayHole[] = [
      { at: [0, 0], play: 0.1 },
      { at: [40, 0], play: 0.1 },
    ];
    const shell = (slot: Point2): PlayHole[] => [
      { at: [10, 10], play: 0.1 },
      { at: [55, 10], play: 0.1, slot },
    ];
    expect(motionsOf(part, shell([6, 0])).filter((m) => m.quarter === 0)).toHaveLength(1);
    expect(motionsOf(part, shell([4, 0]))).toEqual([]);
    expect(motionsOf(part, shell([0, 6]))).toEqual([]);
  });
});

/** Holes are no nearer to each other than their size: those that are, are left out. */
const spread = (all: readonly Point2[]): Point2[] =>
  all.filter((p, i) => all.slice(0, i).every((q) => Math.hypot(p[0] - q[0], p[1] - q[1]) > 3));

/** Most pairs at once, over shifts that put one on one (moved about within its play) and fine turns. */
function bruteForce(part: readonly PlayHole[], shell: readonly PlayHole[]): number {
  let most = 0;
  for (let quarter = 0; quarter < 4; quarter++)
    for (let degrees = -3; degrees <= 3; degrees += 0.25) {
      const own = part.map((p) => turned(p.at, quarter, degrees));
      for (const [i, p] of own.entries())
        for (const h of shell) {
          const play = part[i]!.play + h.play;
          for (const dx of [-0.7, 0, 0.7])
            for (const dy of [-0.7, 0, 0.7]) {
              const [sx, sy] = [h.at[0] - p[0] + dx * play, h.at[1] - p[1] + dy * play];
              const met = own.filter(([x, y], k) =>
                shell.some((g) => Math.hypot(x + sx - g.at[0], y + sy - g.at[1]) <= part[k]!.play + g.play - 1e-6),
              ).length;
              most = Math.max(most, met);
            }
        }
    }
  return most < 2 ? 0 : most;
}

describe('a drive in a shell that has holes', () => {
  const hole = (u: number, v: number, diameter = 4): Opening => ({
    name: `Hole at ${u}`,
    face: 'bottom',
    shape: { kind: 'round', diameter: measured(diameter) },
    u: measured(u),
    v: measured(v),
  });
  const drive: Change = { type: 'addPart', id: 'drive-1', part: partFrom(standardPart('drive/3.5')!, 'drive-1') };
  const make = (...openings: Opening[]) => {
    const hull = defaultBox();
    Object.assign(hull, { width: measured(400), depth: measured(300), height: measured(160) });
    const all: Change[] = [
      drive,
      ...openings.map((opening, i): Change => ({ type: 'setOpening', id: `opening-${i + 1}`, opening })),
      { type: 'setBrief', brief: { policy: 'conserve' } },
    ];
    return all.reduce((d, c) => applyChange(d, c).document, newConversion('Box', hull));
  };

  it('is put on two of them, and its holes really come to lie there', () => {
    // SFF-8301: the bottom holes of a 3.5 in drive are 44.45 by 95.25 mm apart (from memory).
    const document = make(hole(150, 100), hole(245.3, 100), hole(30, 250));
    const assembly = assemble(document);
    const [best] = alignmentsOf(document, assembly, 'drive-1');
    expect(best).toMatchObject({ degrees: 0, stops: 0, face: 'bottom' });
    expect(best!.met.map((m) => m.with).sort()).toEqual(['Hole at 150', 'Hole at 245.3']);
    expect(best!.advice).toContain('strap');
    const placed = applyChange(document, { type: 'placePart', id: 'drive-1', placement: best!.placement }).document;
    const there = assemble(placed);
    const frame = there.hull.frames.find((f) => f.face === 'bottom')!;
    const holes = there.parts[0]!.faces.flatMap((f) => f.cuts).map((c) => onFace(frame, c.at));
    const near = [
      [150, 100],
      [245.3, 100],
    ].map(([u, v]) => Math.min(...holes.map((h) => Math.hypot(h.u - u!, h.v - v!))));
    // 6-32 in a hole of 4 mm and in its own of 3.7: (4 − 3.505 + 3.7 − 3.505) / 2.
    for (const off of near) expect(off).toBeLessThan(0.345);
  });

  it('turned a little where it must be: put there, its holes lie on those that are, in the plan and on the sheet', () => {
    for (const degrees of [-2.4, -1.5, 0.9, 2.8]) {
      const angle = (degrees * Math.PI) / 180;
      // The four bottom holes of the drive (SFF-8301, from memory), turned by hand.
      const corners = [
        [0, 0],
        [95.25, 0],
        [95.25, 44.45],
        [0, 44.45],
      ].map(([x, y]): Point2 => [
        150 + x! * Math.cos(angle) - y! * Math.sin(angle),
        100 + x! * Math.sin(angle) + y! * Math.cos(angle),
      ]);
      const document = make(...corners.map(([u, v]) => hole(u, v, 4)));
      const [best] = alignmentsOf(document, assemble(document), 'drive-1');
      expect(best!.met).toHaveLength(4);
      // Within the play of the screws: 0.3 mm over 105 mm.
      expect(best!.degrees).toBeCloseTo(degrees, 0);
      expect(best!.stops).toBe(0);
      expect(best!.placement.tilt?.axis).toBe('z');
      const placed = applyChange(document, { type: 'placePart', id: 'drive-1', placement: best!.placement }).document;
      const assembly = assemble(placed);
      expect(assembly.parts[0]!.solids[0]!.shape.kind).toBe('prism');
      const drilled = openingsOf(placed, assembly).filter((o) => o.face === 'bottom' && o.kind === 'drill');
      for (const [u, v] of corners)
        // 6-32 in a hole of 4 mm and in its own of 3.7: (4 − 3.505 + 3.7 − 3.505) / 2.
        expect(Math.min(...drilled.map((o) => Math.hypot(o.centre[0] - u, o.centre[1] - v)))).toBeLessThan(0.345);
      expect(drilled.filter((o) => o.inExisting)).toHaveLength(4);
    }
  });

  it('on rivets that may go: drilled out, their holes are as wide as their bodies', () => {
    const rivet = (x: number, fate: 'cut' | 'keep') =>
      feature(
        `Rivet at ${x}`,
        { kind: 'cylinder', axis: 'z', diameter: measured(4), length: measured(2) },
        [measured(x - 2), measured(98), measured(3)],
        { kind: 'rivet', fate },
      );
    const with2 = (fate: 'cut' | 'keep') =>
      [150, 245.25].reduce(
        (d, x, i) => applyChange(d, { type: 'setFeature', id: `rivet-${i + 1}`, feature: rivet(x, fate) }).document,
        make(),
      );
    const [best] = alignmentsOf(with2('cut'), assemble(with2('cut')), 'drive-1');
    expect(best!.met.map((m) => [m.with, m.how])).toEqual([
      [expect.stringContaining('Rivet'), 'drilled out'],
      [expect.stringContaining('Rivet'), 'drilled out'],
    ]);
    expect(best!.slack).toBeCloseTo((4 - 3.505 + 3.7 - 3.505) / 2, 1);
    expect(alignmentsOf(with2('keep'), assemble(with2('keep')), 'drive-1')).toEqual([]);
  });

  it('on holes of a hole map that is laid on the floor from inside, as far off as both are uncertain', () => {
    const n = (value: number) => measured(value, 'calipers');
    const map: HoleMap = {
      name: 'Floor plate',
      points: Object.fromEntries(
        ['a', 'b', 'c', 'd'].map((id) => [id, { name: `hole ${id}`, kind: 'hole', diameter: n(4) }]),
      ),
      // A rectangle of the drive's own hole distances, its first hole 20 from the left and 10 from the front edge.
      distances: {
        'd-1': { from: 'left', to: 'a', how: 'centre', measured: n(20) },
        'd-2': { from: 'front', to: 'a', how: 'centre', measured: n(10) },
        'd-3': { from: 'left', to: 'b', how: 'centre', measured: n(115.25) },
        'd-4': { from: 'front', to: 'b', how: 'centre', measured: n(10) },
        'd-5': { from: 'left', to: 'c', how: 'centre', measured: n(115.25) },
        'd-6': { from: 'front', to: 'c', how: 'centre', measured: n(54.45) },
        'd-7': { from: 'left', to: 'd', how: 'centre', measured: n(20) },
        'd-8': { from: 'front', to: 'd', how: 'centre', measured: n(54.45) },
      },
      mirror: null,
      rounds: [],
    };
    const document = applyChange(make(), { type: 'setHoleMap', id: 'map-1', map }).document;
    const laid = holesFromMap(document, 'map-1', {
      face: 'bottom',
      u: measured(300, 'rule'),
      v: measured(60, 'rule'),
      fromInside: true,
    });
    expect(laid.map((o) => [o.u.value, o.v.value].map((v) => Math.round(v * 100) / 100)).sort()).toEqual([
      [184.75, 114.45],
      [184.75, 70],
      [280, 114.45],
      [280, 70],
    ]);
    for (const { u } of laid) expect(u.uncertainty).toBeGreaterThan(measured(300, 'rule').uncertainty);
    // From inside its holes lie left of where its edge is: at 0 they would be beside the floor.
    expect(() =>
      holesFromMap(document, 'map-1', { face: 'bottom', u: measured(0), v: measured(0), fromInside: true }),
    ).toThrow(/would lie at -\d+\.\d, .*off the face of 400\.0 × 300\.0 mm/);
    const noted = laid.reduce(
      (d, opening, i) => applyChange(d, { type: 'setOpening', id: `opening-${i + 1}`, opening }).document,
      document,
    );
    expect(alignmentsOf(noted, assemble(noted), 'drive-1')[0]!.met).toHaveLength(4);
    const { 'd-8': _, ...fewer } = map.distances;
    const short = applyChange(document, {
      type: 'setHoleMap',
      id: 'map-1',
      map: { ...map, distances: fewer },
    }).document;
    expect(() =>
      holesFromMap(short, 'map-1', { face: 'bottom', u: measured(0), v: measured(0), fromInside: false }),
    ).toThrow(/distances? (is|are) missing|fits as well/);
  });

  it('a hole its screw does not go through is none', () =>
    expect(alignmentsOf(make(hole(150, 100, 3)), assemble(make(hole(150, 100, 3))), 'drive-1')).toEqual([]));

  it('screws by clearance hole: 3.4 takes M3, 4.5 M4 (ISO 273, medium)', () =>
    expect([screwFor(3.4), screwFor(4.5)]).toEqual([3, 4]));

  it('its holes drilled askew by hand: it is stood on them, turned as they are, and nothing is off any more', () => {
    const placed = applyChange(make(), {
      type: 'placePart',
      id: 'drive-1',
      placement: { x: 150, y: 100, z: 3, rear: 'rear', top: 'top', locked: false },
    }).document;
    const holes = openingsOf(placed, assemble(placed)).filter((o) => o.face === 'bottom' && o.kind === 'drill');
    const angle = (-1.4 * Math.PI) / 180;
    const drilled = holes.reduce((d, o) => {
      const [u, v] = [o.centre[0] - 190, o.centre[1] - 170];
      const made = {
        face: 'bottom',
        u: 190.8 + u * Math.cos(angle) - v * Math.sin(angle),
        v: 169.5 + u * Math.sin(angle) + v * Math.cos(angle),
        shape: o.shape,
        note: '',
      };
      return applyChange(d, { type: 'adjustOpening', key: keyOf(o), name: o.name, patch: { made } }).document;
    }, placed);
    const off = assessCut(drilled, assemble(drilled)).findings.filter((f) => f.id.startsWith('cut/made'));
    expect(off.length).toBeGreaterThan(0);
    const way = cutRemedies(drilled, off[0]!).find((r) => r.id === 'on-drilled')!;
    const done = applyChange(drilled, way.change).document;
    expect(done.layout.placements['drive-1']!.tilt).toEqual({ axis: 'z', degrees: 1.4 });
    expect(assessCut(done, assemble(done)).findings.filter((f) => f.id.startsWith('cut/made'))).toEqual([]);
    // Its margins know that it stands there more exactly than anything that is only marked out.
    const play = (d: Conversion) =>
      judge(
        assemble(d),
        marginsOf(assemble(d)).find((m) => m.other.id === 'front')!,
      ).chain.terms.find((t) => t.id.startsWith('/layout'))!.uncertainty;
    const fronted = (d: Conversion) =>
      applyChange(d, {
        type: 'placePart',
        id: 'drive-1',
        placement: { ...d.layout.placements['drive-1']!, y: 20 },
      }).document;
    expect(play(fronted(placed))).toBe(0.5);
    expect(play(fronted(done))).toBeCloseTo(Math.hypot(0.1, 0.2), 9);
    // The real holes are where its own are now, to what is rounded.
    for (const o of openingsOf(done, assemble(done)).filter((h) => h.made))
      expect(Math.hypot(o.centre[0] - o.wanted!.centre[0], o.centre[1] - o.wanted!.centre[1])).toBeLessThan(0.002);
  });
});
