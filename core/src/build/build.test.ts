import { readFileSync } from 'node:fs';
import earcut from 'earcut';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assemble } from '../assembly';
import { openingsOf } from '../cut';
import {
  applyChange,
  validationIssuesOf,
  defaultBox,
  feature,
  newConversion,
  readConversion,
  type Change,
  type Conversion,
} from '../document';
import { orderOf } from '../fit';
import { partMade } from '../kit';
import { measured } from '../quantity';
import type { Point2 } from '../solid';
import { assessBuild } from './assess';
import { faceArea, finishedFaces, SYSTEMS } from './finish/finish';
import { billOf } from './materials';
import { layOnDays } from './report';
import { Calendar, dayNumber, dayWords, weekday } from './schedule/calendar';
import { criticalPath, ringWith, type Timed } from './schedule/criticalPath';
import { scheduleOf, type ToDo } from './schedule/schedule';
import { markOfStep, stepsOf, whyNotAfter } from './steps/all';

const demo = (name: string) =>
  readConversion(readFileSync(new URL(`../../../demo/${name}.json`, import.meta.url), 'utf8'));
const deck = demo('tape-deck');
const PLANS = ['tape-deck', 'typewriter', 'piano-stool', 'cocktail-table'].map(demo);
const after = (document: Conversion, ...changes: Change[]) =>
  changes.reduce((d, change) => applyChange(d, change).document, document);
const said = (document: Conversion) => assessBuild(document, assemble(document)).findings;

describe('the critical path', () => {
  // A worked example of textbooks on project networks (activity on node), from memory: A 3, B 4, C 2 (A), D 5 (A, B),
  // E 1 (C), F 2 (C), G 4 (D, E), H 3 (F, G): 16 long by B, D, G, H.
  it('of a textbook network is B, D, G, H, 16 long', () => {
    const t = (id: string, length: number, ...before: string[]): Timed => ({ id, length, after: before });
    const { end, critical, windows } = criticalPath([
      t('a', 3),
      t('b', 4),
      t('c', 2, 'a'),
      t('d', 5, 'a', 'b'),
      t('e', 1, 'c'),
      t('f', 2, 'c'),
      t('g', 4, 'd', 'e'),
      t('h', 3, 'f', 'g'),
    ]);
    expect(end).toBe(16);
    expect(critical).toEqual(['b', 'd', 'g', 'h']);
    expect(windows.get('a')).toEqual({ earliest: 0, latest: 1, slack: 1 });
    expect(windows.get('f')).toEqual({ earliest: 5, latest: 11, slack: 6 });
  });

  const networks = fc.array(
    fc.record({ length: fc.integer({ min: 0, max: 9 }), after: fc.array(fc.nat({ max: 20 }), { maxLength: 3 }) }),
    { minLength: 1, maxLength: 9 },
  );
  const timed = (given: { length: number; after: number[] }[]): Timed[] =>
    given.map(({ length, after: before }, i) => ({
      id: `s${i}`,
      length,
      after: i === 0 ? [] : [...new Set(before.map((b) => `s${b % i}`))],
    }));

  it('is the longest of all chains, and slack is what a step may be late, by brute force', () =>
    fc.assert(
      fc.property(networks, (given) => {
        const steps = timed(given);
        const by = new Map(steps.map((s) => [s.id, s]));
        const longest = (id: string): number => by.get(id)!.length + Math.max(0, ...by.get(id)!.after.map(longest));
        const { end, windows, critical, order } = criticalPath(steps);
        expect(end).toBe(Math.max(...steps.map((s) => longest(s.id))));
        for (const { id, after: before } of steps)
          for (const b of before) expect(order.indexOf(b)).toBeLessThan(order.indexOf(id));
        for (const { id } of steps) {
          const { slack } = windows.get(id)!;
          expect(critical.includes(id)).toBe(slack === 0);
          // As much later as its slack delays nothing; a little more does.
          const late = (by_: number) =>
            criticalPath(steps.map((s) => (s.id === id ? { ...s, length: s.length + by_ } : s))).end;
          expect(late(slack)).toBe(end);
          expect(late(slack + 1)).toBe(end + 1);
        }
      }),
      { numRuns: 120 },
    ));

  it('a ring is refused with its steps, and a "before" that would close one is found', () => {
    const ring: Timed[] = [
      { id: 'a', length: 1, after: ['c'] },
      { id: 'b', length: 1, after: ['a'] },
      { id: 'c', length: 1, after: ['b'] },
    ];
    expect(() => criticalPath(ring)).toThrow(/ring: a, c, b|ring: /);
    const open = [{ ...ring[0]!, after: [] }, ring[1]!, ring[2]!];
    expect(ringWith(open, 'a', 'c')).toEqual(['c', 'b', 'a']);
    expect(ringWith(open, 'c', 'a')).toEqual([]);
  });
});

describe('the calendar', () => {
  it('knows weekdays (ISO 8601: 2026-11-26 is a Thursday), and refuses a day that is none', () => {
    expect(weekday(dayNumber('2026-11-26'))).toBe(3);
    expect(weekday(dayNumber('1970-01-01'))).toBe(3);
    expect(dayWords(dayNumber('2028-02-29'))).toBe('2028-02-29');
    for (const day of ['2027-02-29', '26-11-2026', '2026-13-01', '']) expect(() => dayNumber(day)).toThrow(/is no day/);
  });
  it('loses no hour that runs past midnight: minute by minute, counted by hand', () =>
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 24 }), { minLength: 7, maxLength: 7 }),
        fc.integer({ min: 0, max: 7 * 24 * 4 }),
        fc.integer({ min: 1, max: 160 }),
        (hours, quarter, quarters) => {
          fc.pre(hours.some((h) => h > 0));
          const monday = dayNumber('2026-11-30') * 24;
          const from = monday + quarter / 4;
          // Every quarter of an hour that is open, of every day by itself.
          const open = new Set<number>();
          for (let day = -1; day < 120; day++)
            for (let q = 0; q < hours[weekday(dayNumber('2026-11-30') + day)]! * 4; q++)
              open.add((day * 24 + 18) * 4 + q);
          const rest = [...open].filter((q) => q >= quarter).sort((a, b) => a - b);
          fc.pre(rest.length >= quarters);
          const { begin, end } = new Calendar(hours).work(from, quarters / 4);
          expect(begin).toBeCloseTo(monday + rest[0]! / 4, 6);
          expect(end).toBeCloseTo(monday + (rest[quarters - 1]! + 1) / 4, 6);
        },
      ),
    ));
  it('lays work on the hours of the week, over nights and free days', () => {
    const c = new Calendar([2, 0, 0, 0, 0, 5, 0]);
    const monday = dayNumber('2026-11-30') * 24;
    expect(c.work(monday, 1)).toEqual({ begin: monday + 18, end: monday + 19 });
    // Two hours on Monday, the third on Saturday.
    expect(c.work(monday, 3)).toEqual({ begin: monday + 18, end: monday + 5 * 24 + 19 });
    expect(() => new Calendar([0, 0, 0, 0, 0, 0, 0])).toThrow(/No day of the week/);
  });
});

describe('the schedule', () => {
  const todos = fc.array(
    fc.record({
      minutes: fc.integer({ min: 0, max: 200 }),
      wait: fc.integer({ min: 0, max: 60 }),
      unattended: fc.boolean(),
      after: fc.array(fc.nat({ max: 30 }), { maxLength: 3 }),
    }),
    { minLength: 1, maxLength: 25 },
  );
  const HOURS = [2, 0, 2, 0, 0, 5, 0];
  it('keeps every "before" with its waiting, never works on two at once, and only in the hours of the week', () =>
    fc.assert(
      fc.property(todos, (given) => {
        const steps = given.map(({ after: before, ...s }, i): ToDo => ({
          ...s,
          id: `s${i}`,
          after: i === 0 ? [] : before.map((b) => `s${b % i}`),
        }));
        const { slots, end, left } = scheduleOf(steps, HOURS, '2026-11-30');
        expect(slots.length).toBe(steps.length);
        const by = new Map(slots.map((s) => [s.id, s]));
        for (const s of steps) {
          const slot = by.get(s.id)!;
          for (const b of s.after) expect(slot.begin).toBeGreaterThanOrEqual(by.get(b)!.free - 1e-9);
          expect(slot.free).toBeCloseTo(slot.end + s.wait, 9);
          expect(end).toBeGreaterThanOrEqual(slot.free - 1e-9);
        }
        const work = steps
          .filter((s) => !s.unattended && s.minutes > 0)
          .map((s) => by.get(s.id)!)
          .sort((a, b) => a.begin - b.begin);
        for (let i = 1; i < work.length; i++) expect(work[i]!.begin).toBeGreaterThanOrEqual(work[i - 1]!.end - 1e-9);
        // The hours from the first to the last day hold the work.
        expect(left).toBeCloseTo(
          steps.reduce((sum, s) => sum + (s.unattended ? 0 : s.minutes / 60), 0),
          9,
        );
        for (const slot of work) {
          const day = Math.floor(slot.begin / 24);
          expect(HOURS[weekday(day)]).toBeGreaterThan(0);
          expect(slot.begin).toBeGreaterThanOrEqual(day * 24 + 18 - 1e-9);
        }
      }),
      { numRuns: 150 },
    ));
  it('a part that is not there yet holds back its step', () => {
    const steps: ToDo[] = [{ id: 'a', minutes: 30, wait: 0, after: [], notBefore: '2026-12-08' }];
    expect(dayWords(Math.floor(scheduleOf(steps, HOURS, '2026-11-30').slots[0]!.begin / 24))).toBe('2026-12-09');
  });
});

describe('steps from the plan', () => {
  it.each(PLANS.map((p) => [p.name, p] as const))(
    'of %s are in an order that has no ring, each once',
    (_name, plan) => {
      const assembly = assemble(plan);
      const { steps } = stepsOf(plan, assembly, orderOf(plan, assembly));
      expect(new Set(steps.map((s) => s.id)).size).toBe(steps.length);
      const { order } = criticalPath(
        steps.map((s) => ({ id: s.id, length: s.minutes, after: s.after.map((b) => b.id) })),
      );
      expect(order.length).toBe(steps.length);
      for (const s of steps) for (const b of s.after) expect(steps.some((o) => o.id === b.id)).toBe(true);
      const at = (id: string) => order.indexOf(id);
      // Process: no electronics before the dust is gone. Safety: no mains without earth, no cutting before the bench.
      for (const s of steps)
        if (s.id.startsWith('place.'))
          for (const d of steps) if (/^(cut|deburr|wash)/.test(d.id)) expect(at(d.id)).toBeLessThan(at(s.id));
      if (at('mains') >= 0) expect(at('earth')).toBeLessThan(at('mains'));
      for (const s of steps) if (s.id.startsWith('cut.')) expect(at('bench')).toBeLessThan(at(s.id));
    },
  );

  it('obey the order of Fit: what has to come out first goes in later', () => {
    const assembly = assemble(deck);
    const order = orderOf(deck, assembly);
    const { steps } = stepsOf(deck, assembly, order);
    let seen = 0;
    for (const [inner, outer] of Object.entries(order.first))
      for (const other of outer) {
        seen++;
        expect(steps.find((s) => s.id === `place.${other}`)!.after.map((b) => b.id)).toContain(`place.${inner}`);
      }
    expect(seen).toBeGreaterThan(0);
  });

  it('each opening that is cut, each part and each control with a way is in one', () => {
    const assembly = assemble(deck);
    const { steps } = stepsOf(deck, assembly);
    const ids = new Set(steps.map((s) => s.id));
    for (const o of openingsOf(deck, assembly))
      if (!o.inExisting && !o.made) expect(ids.has(`cut.${o.face}`)).toBe(true);
    for (const p of assembly.parts) expect(ids.has(`place.${p.id}`)).toBe(true);
    for (const id of Object.keys(deck.panel.controls)) expect(ids.has(`wire.${id}`)).toBe(true);
  });

  it('one that is left out passes on what it comes after', () => {
    const plan = after(deck, { type: 'setStep', step: 'wash', said: { left: true }, name: 'Wash' });
    const { steps } = stepsOf(plan, assemble(plan));
    expect(steps.some((s) => s.id === 'wash')).toBe(false);
    expect(steps.find((s) => s.id === 'test-patch.top')!.after.map((b) => b.id)).toContain('deburr.rear');
  });

  it('done, and the plan changes: they are told; done before its time: too', () => {
    const assembly = assemble(deck);
    const step = stepsOf(deck, assembly).steps.find((s) => s.id === 'place.drive-1')!;
    const ticked = after(deck, {
      type: 'tick',
      step: step.id,
      name: step.name,
      done: { on: '2026-11-20', of: markOfStep(step) },
    });
    expect(said(ticked).some((f) => f.id.startsWith('build/touched/'))).toBe(false);
    expect(said(ticked).find((f) => f.id === 'build/early/place-drive-1')).toMatchObject({ verdict: 'warn' });
    const from = deck.layout.placements['drive-1']!;
    const moved = after(ticked, { type: 'placePart', id: 'drive-1', placement: { ...from, x: from.x + 12 } });
    expect(said(moved).find((f) => f.id === 'build/touched/place-drive-1')).toMatchObject({ verdict: 'warn' });
    const mains = after(deck, { type: 'tick', step: 'mains', name: 'Mains', done: { on: '2026-11-20', of: '' } });
    expect(said(mains).find((f) => f.id === 'build/early/mains')).toMatchObject({ verdict: 'stop' });
    const gone = after(ticked, { type: 'removePart', id: 'drive-1' });
    expect(said(gone).find((f) => f.id === 'build/lost')!.sentence).toMatch(/place\.drive-1/);
  });

  it('what may be cut is cut only for an opening through it, and what carries parts is made before the trial fit', () => {
    const names = (d: Conversion) => stepsOf(d, assemble(d)).steps.map((s) => s.name);
    expect(names(deck).filter((n) => /away|Take out/.test(n))).toEqual(['Cut away Transformer shelf']);
    const empty = after(
      deck,
      ...Object.keys(deck.layout.placements).map((id): Change => ({ type: 'placePart', id, placement: null })),
    );
    expect(names(empty).filter((n) => /Capstan/.test(n))).toEqual([]);
    // An opening over a post that may be cut: the post is cut away where the opening goes through it.
    const frame = assemble(deck).hull.frames.find((f) => f.face === 'rear')!;
    const opening = { name: 'Socket', use: 'other', face: 'rear', u: 60, v: 40, pattern: { kind: 'open' }, screws: [] };
    const post = feature(
      'Post',
      { kind: 'box', width: measured(20), depth: measured(20), height: measured(20) },
      [measured(frame.origin[0] - 70), measured(frame.origin[1] - 25), measured(30)],
      { fate: 'cut', kind: 'bracket' },
    );
    const through = after(deck, { type: 'setFeature', id: 'post-1', feature: post }, {
      type: 'setCutOpening',
      id: 'cut-9',
      opening: { ...opening, shape: { kind: 'round', diameter: 16 } },
    } as Change);
    expect(names(through)).toContain('Take out Post, where Socket goes through it');
    const frameParts = {
      kind: 'frame',
      shape: 'flat',
      width: 200,
      depth: 100,
      height: 0,
      cross: 0,
      profile: 'flat bar',
      side: 15,
      wall: 2,
      joint: 'screws',
      material: 'aluminium',
    } as const;
    const framed = after(deck, { type: 'addPart', id: 'frame-1', part: partMade(frameParts, 'Frame') });
    const { steps } = stepsOf(framed, assemble(framed));
    expect(steps.findIndex((s) => s.id === 'carrier.frame-1')).toBeLessThan(steps.findIndex((s) => s.id === 'trial'));
    expect(whyNotAfter(steps, 'carrier.frame-1', 'trial')).toMatch(/comes before “Trial fit/);
  });

  it('an "after" that would be a ring is refused with the reason, one that would not is kept', () => {
    const { steps } = stepsOf(deck, assemble(deck));
    expect(whyNotAfter(steps, 'trial', 'cut.rear')).toMatch(/“Trial fit.*” comes before “Drill and cut the rear”/);
    expect(whyNotAfter(steps, 'cut.rear', 'own.step-1')).toBeUndefined();
  });

  it('a deck without hours, or with a start that is no day, says so and loses nothing', () => {
    const none = after(deck, { type: 'setBuild', build: { hours: [0, 0, 0, 0, 0, 0, 0] } });
    const { steps } = stepsOf(none, assemble(none));
    expect(layOnDays(none, steps, '2026-11-26').words).toMatch(/No day of the week/);
    expect(said(none).find((f) => f.id === 'build/hours')).toBeDefined();
    const odd = after(deck, { type: 'setBuild', build: { start: '2027-02-31' } });
    expect(layOnDays(odd, steps, '2026-11-26').words).toMatch(/“2027-02-31” is no day/);
    expect(validationIssuesOf(after(deck, { type: 'setBuild', build: { start: 'soon' } })).length).toBeGreaterThan(0);
    const early: Change = { type: 'setItem', item: 'part.fan-1', name: 'Fan', is: { state: 'buy', lead: -3 } };
    expect(validationIssuesOf(after(deck, early)).length).toBeGreaterThan(0);
  });
});

describe('finish', () => {
  it('a closed box of 400 × 300 × 150 mm has 0.45 m² outside (2 (ab + bc + ca), by hand)', () => {
    const hull = defaultBox();
    for (const [key, mm] of [
      ['width', 400],
      ['depth', 300],
      ['height', 150],
    ] as const)
      hull[key] = measured(mm, 'rule');
    const box = newConversion('Box', hull);
    const assembly = assemble(box);
    const sum = assembly.hull.frames.reduce((a, f) => a + faceArea(box, assembly, f.face), 0);
    expect(sum).toBeCloseTo(2 * (400 * 300 + 300 * 150 + 150 * 400), 3);
  });
  // An independent triangulation: earcut.
  it('faces of all demos are as large as an independent triangulation of their outlines, less what is cut out', () => {
    for (const plan of PLANS) {
      const assembly = assemble(plan);
      for (const { face, outline } of assembly.hull.frames) {
        const flat = outline.flat();
        const triangles = earcut(flat);
        let area = 0;
        for (let i = 0; i < triangles.length; i += 3) {
          const [a, b, c] = [0, 1, 2].map((k) => outline[triangles[i + k]!]!) as [Point2, Point2, Point2];
          area += Math.abs((b[0] - a[0]) * (c[1] - a[1]) - (c[0] - a[0]) * (b[1] - a[1])) / 2;
        }
        const bare: Conversion = {
          ...plan,
          shell: { ...plan.shell, openings: {} },
          layout: { ...plan.layout, placements: {} },
          cut: { ...plan.cut, openings: {} },
        };
        expect(faceArea(bare, assemble(bare), face)).toBeCloseTo(area, 3);
        expect(faceArea(plan, assembly, face)).toBeLessThanOrEqual(area + 1e-6);
      }
    }
  });
  it('cans hold what the coats take, and one more coat never takes fewer', () => {
    for (let coats = 1; coats < 10; coats++) {
      const at = (n: number) => {
        const plan = after(deck, { type: 'setFinish', face: 'top', finish: { ...SYSTEMS.paint.finish, coats: n } });
        return finishedFaces(plan, assemble(plan)).find((f) => f.face === 'top')!;
      };
      const [a, b] = [at(coats), at(coats + 1)];
      for (const c of a.cans) expect(c.cans).toBeGreaterThanOrEqual(c.used - 1e-9);
      expect(b.cans[1]!.used).toBeGreaterThan(a.cans[1]!.used);
      expect(b.minutes).toBeGreaterThan(a.minutes);
    }
  });
});

describe('the bill', () => {
  it('has every part, screw and wire of the plan; its sums are those of its rows', () => {
    const bill = billOf(deck, assemble(deck));
    for (const id of Object.keys(deck.kit.parts)) expect(bill.rows.some((r) => r.id === `part.${id}`)).toBe(true);
    const sum = (state: string) =>
      bill.rows.filter((r) => r.is.state === state).reduce((a, r) => a + (r.price ?? 0), 0);
    expect(bill.toBuy).toBe(sum('buy'));
    expect(bill.spent).toBe(sum('have') + sum('ordered'));
    expect(new Set(bill.rows.map((r) => r.id)).size).toBe(bill.rows.length);
    const poor = after(deck, { type: 'setBuild', build: { budget: 10_000 } });
    expect(said(poor).find((f) => f.id === 'build/budget')).toMatchObject({ verdict: 'warn' });
  });
});
