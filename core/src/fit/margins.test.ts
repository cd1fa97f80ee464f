import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assemble, type PlacedPart } from '../assembly';
import { applyChange, defaultBox, newConversion, readConversion, type Change, type Conversion } from '../document';
import { partFrom } from '../parts';
import { signedDistance } from '../solid';
import { standardPart } from '../standards';
import { assessFit } from './assess';
import { judge } from './judge';
import { severityOf, urgencyOf } from './margin';
import { marginsOf, marginsOfPart } from './margins';
import { runs } from '../../../testing/runs';

const demo = (name: string) =>
  readConversion(readFileSync(new URL(`../../../demo/${name}.json`, import.meta.url), 'utf8'));
const DEMOS = ['tape-deck', 'typewriter', 'cocktail-table'].map(demo);
/** The same plan without anything that could be remembered of it. */
const anew = (document: Conversion) => JSON.parse(JSON.stringify(document)) as Conversion;
const plain = (value: unknown) => JSON.parse(JSON.stringify(value)) as unknown;

const edit = fc.record({
  part: fc.nat(50),
  axis: fc.constantFrom('x' as const, 'y' as const, 'z' as const),
  by: fc.integer({ min: -40, max: 40 }),
  what: fc.constantFrom('move', 'move', 'take out', 'feature', 'wall'),
});

/** An edit as a change of a plan, or nothing where the plan has no such thing. */
function changeOf(
  document: Conversion,
  { part, axis, by, what }: typeof edit extends fc.Arbitrary<infer E> ? E : never,
) {
  const pick = (of: object) => Object.keys(of)[part % Math.max(1, Object.keys(of).length)];
  if (what === 'feature') {
    const id = pick(document.shell.features);
    return id ? ({ type: 'setFate', id, fate: by > 0 ? 'removed' : 'keep' } satisfies Change) : undefined;
  }
  if (what === 'wall') {
    const wall = { value: 2 + Math.abs(by) / 20, uncertainty: 0.1, tool: 'calipers' as const };
    return document.shell.hull.form === 'box'
      ? ({ type: 'setMeasured', path: '/shell/hull/walls/left', measured: wall, what: 'wall' } satisfies Change)
      : undefined;
  }
  const id = pick(document.layout.placements);
  if (!id) return undefined;
  const from = document.layout.placements[id]!;
  if (what === 'take out') return { type: 'placePart', id, placement: null } satisfies Change;
  return { type: 'placePart', id, placement: { ...from, [axis]: from[axis] + by } } satisfies Change;
}

describe('margins that are kept from one edit to the next', () => {
  it('are the same as those of the plan anew, whatever was edited and undone', () =>
    fc.assert(
      fc.property(fc.constantFrom(...DEMOS), fc.array(edit, { minLength: 1, maxLength: 8 }), (start, edits) => {
        const seen = [start];
        for (const one of edits) {
          const last = seen.at(-1)!;
          const change = changeOf(last, one);
          if (change) seen.push(applyChange(last, change).document);
        }
        // Forward, and back again as undo goes.
        for (const document of [...seen, ...seen.reverse()]) {
          expect(plain(marginsOf(assemble(document)))).toEqual(plain(marginsOf(assemble(anew(document)))));
          expect(plain(assessFit(document, assemble(document)).findings)).toEqual(
            plain(assessFit(anew(document), assemble(anew(document))).findings),
          );
        }
      }),
      { numRuns: runs(25, 10) },
    ));

  it('are the same objects for what did not move, judged once', () => {
    const [deck] = DEMOS as [Conversion];
    const before = marginsOf(assemble(deck));
    const from = deck.layout.placements['drive-1']!;
    const change: Change = { type: 'placePart', id: 'drive-1', placement: { ...from, x: from.x + 1 } };
    const moved = applyChange(deck, change).document;
    const assembly = assemble(moved);
    const old = new Set(before);
    for (const margin of marginsOf(assembly)) {
      const touched = margin.part === 'drive-1' || margin.other.id === 'drive-1';
      expect(old.has(margin)).toBe(!touched);
      expect(judge(assembly, margin)).toBe(judge(assembly, margin));
    }
  });
});

describe('margins of one part', () => {
  it('are those of all that touch it, from its side', () => {
    for (const document of DEMOS) {
      const assembly = assemble(document);
      const all = marginsOf(assembly);
      for (const part of assembly.parts) {
        const own = marginsOfPart(assembly, part);
        const kept = all.filter((m) => m.part === part.id || m.other.id === part.id);
        expect(own).toHaveLength(kept.length);
        const sorted = (list: typeof own) => list.map((m) => m.spare).sort((a, b) => a - b);
        sorted(own).forEach((spare, i) => expect(spare).toBeCloseTo(sorted(kept)[i]!, 6));
      }
    }
  });

  it('come tightest first, air by how far it is from starving', () => {
    for (const document of DEMOS) {
      const urgencies = marginsOf(assemble(document)).map(urgencyOf);
      expect(urgencies).toEqual([...urgencies].sort((a, b) => a - b));
    }
  });
});

describe('how bad a margin is', () => {
  const [margin] = marginsOf(assemble(DEMOS[0]!));
  it.each([
    ['body', -0.06, -1, 'stop'],
    ['body', -0.04, -0.5, 'warn'],
    ['body', 0.4, -0.1, 'warn'],
    ['body', 0.5, 0, 'good'],
    ['plug', -15.1, -15, 'stop'],
    ['plug', -2, -2, 'warn'],
    ['plug', 1, 1, 'good'],
  ] as const)('%s at %f mm, %f mm to spare: %s', (kind, distance, spare, verdict) => {
    const { air, ...rest } = margin!;
    expect(air).toBeUndefined();
    expect(severityOf({ ...rest, kind, distance, spare })).toBe(verdict);
  });

  it.each([
    [4, 'stop'],
    [12, 'warn'],
    [22, 'note'],
    [40, 'good'],
  ] as const)('an intake with %f mm before it: %s', (distance, verdict) => {
    const air = { tolerable: 20, least: 10 };
    expect(severityOf({ ...margin!, kind: 'air', distance, spare: distance - 30, air })).toBe(verdict);
  });
});

describe('margins of parts that are far from each other', () => {
  it('are there exactly where two bodies are within 60 mm, counted pair by pair', () => {
    let near = 0;
    let far = 0;
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(
            fc.constantFrom('drive/3.5', 'fan/80x25', 'board/pico-itx', 'supply/sfx'),
            fc.integer({ min: 0, max: 700 }),
            fc.integer({ min: 0, max: 300 }),
            fc.constantFrom('rear' as const, 'left' as const),
          ),
          { minLength: 4, maxLength: 12 },
        ),
        (parts) => {
          const plan = newConversion('Far', defaultBox());
          parts.forEach(([key, x, y, rear], i) => {
            plan.kit.parts[`p-${i}`] = partFrom(standardPart(key)!, `P ${i}`);
            plan.layout.placements[`p-${i}`] = { x, y, z: 100, rear, top: 'top', locked: false };
          });
          const assembly = assemble(plan);
          const found = new Set(
            marginsOf(assembly)
              .filter((m) => m.kind === 'body' && m.other.kind === 'part')
              .map((m) => `${m.part} ${m.other.id}`),
          );
          const bodies = (p: PlacedPart) => p.solids.filter((s) => s.role === 'body' || s.role === 'mount');
          assembly.parts.forEach((a, i) => {
            for (const b of assembly.parts.slice(i + 1)) {
              const gaps = bodies(a).flatMap((s) => bodies(b).map((t) => signedDistance(s.shape, t.shape, [0, 0, 0])));
              // Two that just touch are seated, not near.
              if (gaps.some((gap) => Math.abs(gap) <= 0.05)) continue;
              const isNear = Math.min(...gaps) <= 60;
              expect([a.id, b.id, found.has(`${a.id} ${b.id}`)]).toEqual([a.id, b.id, isNear]);
              if (isNear) near++;
              else far++;
            }
          });
        },
      ),
      { numRuns: runs(300, 60) },
    );
    expect(near).toBeGreaterThan(50);
    expect(far).toBeGreaterThan(50);
  });
});
