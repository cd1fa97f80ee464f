import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { assemble } from '../../assembly';
import { applyChange, readConversion, type Change, type Conversion, type Tools } from '../../document';
import { mountsOf, soldLength } from '../mounts/mounts';
import { openingsOf } from '../openings/derived';
import { DRILLS } from '../../standards';
import { benchOf } from './bench';
import { toolPlan } from './plan';

const deck = readConversion(readFileSync(new URL('../../../../demo/tape-deck.json', import.meta.url), 'utf8'));
const with_ = (document: Conversion, ...changes: Change[]) =>
  changes.reduce((d, c) => applyChange(d, c).document, document);
const plansOf = (document: Conversion) =>
  toolPlan(document, assemble(document), openingsOf(document, assemble(document)));
const tools = (t: Tools): Change => ({ type: 'setTools', tools: t });
const stepOf = (document: Conversion, name: RegExp) =>
  plansOf(document)
    .flatMap((p) => p.steps)
    .find((s) => name.test(s.name))!;

describe('drills', () => {
  it.each(DRILLS)(
    '$thread: tapping hole is diameter − pitch (ISO 261, to a drill that is sold)',
    ({ nominal, pitch, tap }) => expect(Math.abs(tap - (nominal - pitch))).toBeLessThan(0.06),
  );

  // ISO 273 medium, from memory.
  it.each([
    ['M2', 1.6, 2.4],
    ['M2.5', 2.05, 2.9],
    ['M3', 2.5, 3.4],
    ['M4', 3.3, 4.5],
    ['M5', 4.2, 5.5],
  ])('%s: tap %f, clear %f', (thread, tap, clear) =>
    expect(DRILLS.find((d) => d.thread === thread)).toMatchObject({ tap, clear }),
  );
});

it.each(DRILLS)(
  'a screw of $thread goes through its clearance hole, and not through its tapping hole',
  ({ nominal, clear, tap }) => {
    expect(clear).toBeGreaterThan(nominal);
    expect(tap).toBeLessThan(nominal);
  },
);

describe('tools', () => {
  it('every opening has its tool, small before large, and what stays adds up', () => {
    for (const plan of plansOf(deck)) {
      const made = openingsOf(deck, assemble(deck)).filter((o) => o.face === plan.face && !o.inExisting);
      expect(plan.steps.reduce((sum, s) => sum + s.count, 0)).toBe(made.length);
      expect(plan.area).toBeCloseTo(
        made.reduce((sum, o) => sum + o.area, 0),
        6,
      );
      expect(plan.share).toBeGreaterThan(0);
      expect(plan.steps.findLastIndex((s) => s.tool === 'drill')).toBeLessThan(
        plan.steps.findIndex((s) => s.tool === 'jigsaw') === -1
          ? Infinity
          : plan.steps.findIndex((s) => s.tool === 'jigsaw'),
      );
    }
  });

  it('the nearest hole saw, with its area and the metal it leaves beside the screws', () => {
    const fan = /fan opening/;
    expect(stepOf(with_(deck, tools({ holeSaws: [73] })), fan)).toMatchObject({
      tool: 'hole saw',
      saw: { diameter: 73, wanted: 76 },
    });
    const { saw } = stepOf(with_(deck, tools({ holeSaws: [73] })), fan);
    expect(saw!.areaShare).toBeCloseTo((73 / 76) ** 2 - 1, 9);
    // Screws of an 80 mm fan are 71.5 apart: 50.56 from the middle, less half a hole and half the saw.
    expect(saw!.metalLeft).toBeCloseTo(71.5 / Math.SQRT2 - 2.2 - 36.5, 2);
    // One that is far off is none.
    expect(stepOf(with_(deck, tools({ holeSaws: [40] })), fan).tool).toBe('jigsaw');
  });

  it('without a jigsaw the rotary tool, without that files, without any of them nothing: said', () => {
    const io = /input\/output/;
    expect(stepOf(deck, io).kerfInside).toBeCloseTo(1.25, 9);
    expect(stepOf(with_(deck, tools({ jigsaw: false })), io).tool).toBe('rotary tool');
    expect(stepOf(with_(deck, tools({ jigsaw: false, rotary: false })), io).tool).toBe('file');
    expect(stepOf(with_(deck, tools({ jigsaw: false, rotary: false, file: false })), io)).toMatchObject({
      tool: 'none',
      minutes: 0,
    });
    expect(benchOf({}).jigsaw).toBe(true);
  });
});

describe('mounts', () => {
  const planOf = (document: Conversion, part: string) =>
    mountsOf(document, assemble(document)).find((m) => m.part === part)!;

  it('say what is drilled and which screw is bought: long enough to hold, not so long that it pokes out', () => {
    for (const plan of mountsOf(deck, assemble(deck)))
      for (const option of plan.options) {
        if (option.no || !option.screw) continue;
        expect(option.screw.length).toBeGreaterThan(0);
        if (option.kind === 'standoff' || option.kind === 'screw')
          expect(option.screw.length - plan.thickness).toBeCloseTo(option.screw.engagement, 9);
      }
    expect(soldLength(9.2)).toBe(10);
    expect(soldLength(100)).toBeUndefined();
  });

  it('where nothing may be drilled, what needs no hole comes first', () => {
    const conserve = with_(deck, { type: 'setBrief', brief: { policy: 'conserve' } });
    const plan = planOf(conserve, 'drive-2');
    expect(plan.options.find((o) => o.kind === plan.chosen)!.hole).toBe(0);
    expect(plan.options.find((o) => o.kind === 'glue')!.no).toContain('undone');
    expect(
      planOf(deck, 'drive-2').options.find((o) => o.kind === planOf(deck, 'drive-2').chosen)!.hole,
    ).toBeGreaterThan(0);
  });

  it('no insert holds in bakelite, nor in metal', () => {
    for (const material of ['bakelite', 'steel'] as const) {
      const document = with_(deck, { type: 'setMaterial', material });
      expect(planOf(document, 'drive-2').options.find((o) => o.kind === 'insert')!.no).toBeTruthy();
    }
  });

  it('a choice alters what is drilled: tape nothing, wood screws a pilot, a family all its holes', () => {
    const holes = (...changes: Change[]) => {
      const document = with_(deck, ...changes);
      return openingsOf(document, assemble(document)).filter((o) => o.kind === 'drill' && o.face === 'bottom');
    };
    const of = (part: string, all: ReturnType<typeof holes>) => all.filter((o) => o.part === part);
    const before = holes();
    expect(of('drive-2', holes({ type: 'setMount', part: 'drive-2', mount: { kind: 'tape' } }))).toEqual([]);
    const pilots = of('drive-2', holes({ type: 'setMount', part: 'drive-2', mount: { kind: 'wood screw' } }));
    expect(pilots.map((o) => o.shape)).toEqual(pilots.map(() => ({ kind: 'round', diameter: 2.5 })));
    const family = of(
      'board-1',
      holes({ type: 'setMount', part: 'board-1', mount: { kind: 'standoff', family: true } }),
    );
    expect(family.length).toBeGreaterThan(of('board-1', before).length);
    // A full-size board has nine or ten holes; those in common are not drilled twice.
    for (const [i, a] of family.entries())
      for (const b of family.slice(0, i))
        expect(Math.hypot(a.centre[0] - b.centre[0], a.centre[1] - b.centre[1])).toBeGreaterThan(5);
  });
});
