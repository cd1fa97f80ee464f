import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { assemble } from '../assembly';
import { applyChange, validationIssuesOf, readConversion, type Change, type Conversion } from '../document';
import { balanceOf } from '../fit';
import { assessAll } from '../plan';
import { costOf } from '../work';
import { bookPdf, CHAPTERS } from './book/book';
import { comparePlans } from './history/compare';
import { buildReport, layOnDays, toOrder } from './report';
import { dayNumber, dayWords } from './schedule/calendar';
import { stepsOf } from './steps/all';
import { recommended, weightOf } from './weight/weight';
import { buildFindings } from './findings';

const demo = (name: string): Conversion =>
  readConversion(readFileSync(new URL(`../../../demo/${name}.json`, import.meta.url), 'utf8'));
const deck = demo('tape-deck');
const after = (document: Conversion, ...changes: Change[]) =>
  changes.reduce((next, change) => applyChange(next, change).document, document);
const stepsIn = (document: Conversion) => stepsOf(document, assemble(document)).steps;
const item = (part: string, lead: number, more: object = {}): Change => ({
  type: 'setItem',
  item: `part.${part}`,
  name: part,
  is: { state: 'buy', lead, ...more },
});
const TODAY = '2027-01-04';

describe('what is to be ordered', () => {
  it('on the day given the end is not later; a day after it is no earlier', () => {
    const plan = after(deck, item('card-1', 12), item('drive-1', 2));
    const steps = stepsIn(plan);
    const orders = toOrder(plan, steps, TODAY);
    expect(orders.map((o) => o.part).sort()).toEqual(['card-1', 'drive-1']);
    const placeDay = (document: Conversion, today: string, part: string) =>
      Math.floor(layOnDays(document, steps, today).schedule!.slots.find((s) => s.id === `place.${part}`)!.begin / 24);
    const without = after(plan, item('card-1', 0), item('drive-1', 0));
    for (const { part, by, now, lead, late } of orders) {
      const free = placeDay(without, TODAY, part);
      // Ordered on that very day it is there when it is wanted, or as early as can be.
      expect(dayNumber(by) + lead).toBe(free);
      expect(now).toBe(dayNumber(by) <= dayNumber(TODAY));
      expect(late).toBe(Math.max(0, dayNumber(TODAY) - dayNumber(by)));
      if (!now)
        expect(placeDay(after(without, item(part, lead, { state: 'ordered', ordered: by })), TODAY, part)).toBe(free);
    }
  });

  it('nothing that is there, ordered, or of no known time; a lead of less than nothing is refused', () => {
    const plan = after(
      deck,
      item('card-1', 12, { state: 'ordered', ordered: TODAY }),
      item('drive-1', 3, { state: 'have' }),
    );
    expect(toOrder(plan, stepsIn(plan), TODAY)).toEqual([]);
    const wrong = applyChange(deck, item('card-1', -3)).document;
    expect(validationIssuesOf(wrong)[0]!.message).toMatch(/-3|0/);
  });
});

it('a step that is held until a day begins then, not before, and moves what comes after it', () => {
  const steps = stepsIn(deck);
  const free = layOnDays(deck, steps, TODAY).schedule!;
  const trial = free.slots.find((s) => s.id === 'trial')!;
  const day = dayWords(Math.floor(trial.begin / 24) + 9);
  const held = after(deck, { type: 'setStep', step: 'trial', name: 'Trial fit', said: { from: day } });
  const laid = layOnDays(held, stepsIn(held), TODAY).schedule!;
  const at = (id: string) => laid.slots.find((s) => s.id === id)!;
  expect(at('trial').begin / 24).toBeGreaterThanOrEqual(dayNumber(day));
  for (const step of stepsIn(held))
    for (const b of step.after)
      if (!step.done && at(b.id)) expect(at(step.id).begin).toBeGreaterThanOrEqual(at(b.id).free - 1e-9);
  expect(laid.end).toBeGreaterThanOrEqual(free.end);
});

describe('weight', () => {
  it('is the lifting equation: 23 kg at best, its published multipliers elsewhere', () => {
    // NIOSH 94-110, tables of the multipliers (from memory): H 63 cm → 0.40, V 0 → 0.78, V 175 → 0.70, D 175 cm → 0.85.
    const at = (reach: number, from: number, to: number) =>
      recommended({ reach, from, to }).multipliers.map((m) => m.value);
    expect(recommended({ reach: 250, from: 750, to: 750 }).limit).toBeCloseTo(23, 6);
    expect(at(630, 750, 750)[0]).toBeCloseTo(0.4, 2);
    expect(Math.round(100 * at(250, 0, 0)[1]!)).toBe(78);
    expect(at(250, 1750, 1750)[1]).toBeCloseTo(0.7, 2);
    expect(at(250, 0, 1750)[2]).toBeCloseTo(0.85, 2);
    expect(recommended({ reach: 640, from: 750, to: 750 }).limit).toBe(0);
  });

  it('each of several carries its share; half of its rating is wanted, over all of it breaks', () => {
    const hold = (rating: number, count = 2) =>
      after(deck, {
        type: 'setHold',
        id: 'hold-1',
        hold: { name: 'Hinge', kind: 'hinge', count, rating, carries: 'card-1' },
      });
    const of = (plan: Conversion) => weightOf(plan, balanceOf(plan, assemble(plan))).carried[0]!;
    const mass = deck.kit.parts['card-1']!.mass / 1000;
    expect(of(hold(1)).each).toBeCloseTo(mass / 2, 9);
    expect(of(hold(mass)).ok).toBe(true);
    expect(of(hold(mass * 0.99)).ok).toBe(false);
    const said = (plan: Conversion) =>
      buildFindings(plan, buildReport(plan, assemble(plan))).find((f) => f.id === 'build/hold/hold-1')?.verdict;
    expect(said(hold(mass * 0.49))).toBe('stop');
    expect(said(hold(mass * 0.9))).toBe('warn');
    // What it carried is gone: all of the machine hangs on it.
    const gone = after(hold(1), { type: 'removePart', id: 'card-1' });
    expect(gone.build.holds['hold-1']).not.toHaveProperty('carries');
  });
});

describe('two dates of a plan', () => {
  it('are the same for the same plan, and every kind of change is told', () => {
    expect(comparePlans(deck, deck)).toEqual([]);
    const place = deck.layout.placements['drive-1']!;
    const later = after(
      deck,
      { type: 'placePart', id: 'drive-1', placement: { ...place, x: place.x + 30 } },
      { type: 'removePart', id: 'fan-1' },
      { type: 'setFate', id: 'lid-rib-2', fate: 'removed' },
      { type: 'setItem', item: 'part.card-1', name: 'Card', is: { state: 'have', price: 22_000 } },
      { type: 'setEntry', id: 'entry-9', entry: { on: TODAY, kind: 'note', text: 'x' } },
    );
    const words = comparePlans(deck, later).map((d) => d.words);
    expect(words).toEqual(
      expect.arrayContaining([
        'Archive drive moved 30.0 mm',
        'Exhaust fan is out',
        'Lid rib 2: removed, was must keep',
        '1 log entry more',
      ]),
    );
    expect(words.some((w) => /dearer|cheaper/.test(w))).toBe(true);
    // The other way round everything is undone.
    expect(comparePlans(later, deck).map((d) => d.words)).toEqual(
      expect.arrayContaining([
        'Archive drive moved 30.0 mm',
        'Exhaust fan is new',
        'Lid rib 2: must keep, was removed',
      ]),
    );
  });
});

it('the price of a change is what bill and hours say before and after it, and back again', () => {
  const buy: Change = { type: 'setItem', item: 'part.fan-1', name: 'Fan', is: { state: 'buy', price: 4200 } };
  expect(costOf(deck, buy)).toEqual({ money: 4200, unpriced: 0, minutes: 0 });
  const own: Change = {
    type: 'setOwnStep',
    id: 'step-9',
    own: { name: 'S', minutes: 25, wait: 0, after: {}, caution: '' },
  };
  expect(costOf(deck, own)).toEqual({ money: 0, unpriced: 0, minutes: 25 });
  const more = after(deck, own);
  expect(costOf(more, { type: 'setOwnStep', id: 'step-9', own: null })).toEqual({
    money: 0,
    unpriced: 0,
    minutes: -25,
  });
  // What is paid for and taken out saves nothing; what comes without a price is not free.
  expect(costOf(deck, { type: 'removePart', id: 'card-1' }).money).toBeLessThanOrEqual(0);
  expect(costOf(deck, { type: 'removePart', id: 'card-1' }).money).toBeGreaterThan(-21_000);
  const drive = deck.kit.parts['drive-2']!;
  expect(costOf(deck, { type: 'addPart', id: 'drive-9', part: drive }).unpriced).toBe(1);
  expect(() => costOf(deck, item('card-1', -1))).toThrow();
});

describe('the build book', () => {
  const font = (path: string) => new Uint8Array(readFileSync(createRequire(import.meta.url).resolve(path)));
  const fonts = {
    text: font('@fontsource/barlow/files/barlow-latin-500-normal.woff'),
    figures: font('@fontsource/barlow-condensed/files/barlow-condensed-latin-600-normal.woff'),
  };
  /** A JPEG of 8 × 8 grey pixels. */
  const photo = Buffer.from(
    '/9j/4AAQSkZJRgABAQEASABIAAD/2wBDAP//////////////////////////////////////////////////////////////////////////////////////wgALCAAIAAgBAREA/8QAFAABAAAAAAAAAAAAAAAAAAAAA//aAAgBAQABPxA=',
    'base64',
  );
  const read = (bytes: Uint8Array) => {
    const file = join(mkdtempSync(join(tmpdir(), 'book-')), 'book.pdf');
    writeFileSync(file, bytes);
    return {
      text: execFileSync('pdftotext', ['-layout', file, '-'], { encoding: 'utf8' }),
      pages: Number(/Pages:\s+(\d+)/.exec(execFileSync('pdfinfo', [file], { encoding: 'utf8' }))![1]),
      images: execFileSync('pdfimages', ['-list', file], { encoding: 'utf8' }).trim().split('\n').length - 2,
    };
  };

  it('is opened by an independent reader (poppler), with every chapter on the page that its contents say', async () => {
    const { findings } = assessAll(deck);
    const { text, pages } = read(await bookPdf(deck, { fonts, today: TODAY, findings, photos: {} }));
    const sheets = text.split('\f');
    expect(sheets.length - 1).toBe(pages);
    for (const chapter of CHAPTERS) {
      const at = new RegExp(`^ *${chapter.replace(/[,:]/g, '.')} +(\\d+) *$`, 'm').exec(sheets[0]!);
      expect(at, chapter).not.toBeNull();
      expect(sheets[Number(at![1]) - 1]).toContain(chapter);
    }
    for (const { name } of Object.values(deck.kit.parts)) expect(text).toContain(name);
    for (const { text: words } of Object.values(deck.build.log)) expect(text).toContain(words.slice(0, 30));
    for (const run of Object.values(deck.proof.runs)) expect(text).toContain(`${run.name}, ${run.on} (simulated)`);
    expect(text).toContain('Graphics card is 3.8 mm into Lid rib 1');
    // The sheets at true size come last, with their ruler.
    expect(sheets.slice(-6).join('')).toMatch(/Both rulers must be 100 mm/);
  }, 60_000);

  it('has no millimetres for who works in inches, and says the same lengths', async () => {
    const { findings } = assessAll(deck);
    const { text } = read(await bookPdf(deck, { fonts, today: TODAY, findings, photos: {}, unit: 'inch' }));
    expect(text.split('\n').filter((line) => /\bmm\b/.test(line))).toEqual([]);
    // 3.8 mm; the rulers of the sheets.
    expect(text).toContain('Graphics card is 0.150 in into Lid rib 1');
    expect(text).toContain('Both rulers must be 3.937 in');
  }, 60_000);

  it('holds the photos that are there, names those that are not, and takes any letters', async () => {
    const content = 'ab'.repeat(32);
    const plan = after(
      deck,
      {
        type: 'setEntry',
        id: 'entry-8',
        entry: { on: TODAY, kind: 'note', text: 'Ω → ✓ 漢字 “quoted”', photo: { content, width: 8, height: 8 } },
      },
      {
        type: 'setEntry',
        id: 'entry-9',
        entry: { on: TODAY, kind: 'note', text: 'away', photo: { content: 'cd'.repeat(32), width: 8, height: 8 } },
      },
    );
    const { text } = read(await bookPdf(plan, { fonts, today: TODAY, findings: [], photos: {} }));
    expect(text).toMatch(/ohm > yes \?\?/);
    expect(text.match(/its photo is not at hand here/g)).toHaveLength(2);
    const { images } = read(await bookPdf(plan, { fonts, today: TODAY, findings: [], photos: { [content]: photo } }));
    expect(images).toBeGreaterThanOrEqual(1);
    // One that is no picture does not hold the book up.
    const spoilt = read(
      await bookPdf(plan, { fonts, today: TODAY, findings: [], photos: { [content]: Uint8Array.of(0xff, 1, 2) } }),
    );
    expect(spoilt.text).toContain('its photo can');
  }, 60_000);

  it('of a plan with nothing in it is a book all the same', async () => {
    const { text } = read(await bookPdf(demo('cocktail-table'), { fonts, today: TODAY, findings: [], photos: {} }));
    for (const chapter of CHAPTERS) expect(text).toContain(chapter);
  }, 60_000);
});
