import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { applyChange, lidAt, newConversion, defaultBox, readConversion, type Change } from '../document';
import { loadSolidKernel } from '../solid';
import type { Tools } from '../station';
import { assessAll, saidInTheWay, saidAtRest, STATIONS, worstOf } from '../plan';
import { effectOf, remediesOf } from '.';

const tools: Tools = {
  assess: saidAtRest,
  inTheWay: saidInTheWay,
  settle: async (document) => assessAll(document).findings,
  everything: async (document) => assessAll(document).findings,
  kernel: () => loadSolidKernel(),
  fonts: () => Promise.reject(new Error('No sheets here.')),
};

const deck = readConversion(readFileSync(new URL('../../../demo/tape-deck.json', import.meta.url), 'utf8'));
const down: Change = { type: 'placePart', id: 'card-1', placement: { ...deck.layout.placements['card-1']!, z: 100 } };

describe('the demo', () => {
  it('stops at its card, which its builder hung 3.8 mm into the ribs of the lid', () => {
    const { findings, strip } = assessAll(deck);
    const stops = findings.filter((f) => f.verdict === 'stop');
    expect(stops.map((f) => f.id).sort()).toEqual(['fit/card-1|lid-rib-1', 'fit/card-1|lid-rib-2']);
    // 108 + 38.6 − 142.8, by hand.
    expect(stops[0]!.figures[0]).toMatchObject({ label: 'distance', value: expect.closeTo(-3.8, 9) });
    expect(strip.map((c) => c.station)).toEqual(STATIONS.map((s) => s.id));
    expect(worstOf(findings)).toBe('stop');
  });

  it('goes with one of the remedies of that', () => {
    const stop = assessAll(deck).findings.find((f) => f.verdict === 'stop')!;
    const [first] = remediesOf(deck, stop);
    expect(worstOf(assessAll(applyChange(deck, first!.change).document).findings)).not.toBe('stop');
  });

  it('every figure of every finding names its source, every finding is about something that is there', () => {
    for (const finding of assessAll(deck).findings) {
      for (const figure of finding.figures) expect(figure.source.title.length).toBeGreaterThan(3);
      for (const { kind, id } of finding.about) {
        if (kind === 'part') expect(deck.kit.parts).toHaveProperty(id);
        if (kind === 'feature') expect(deck.shell.features).toHaveProperty(id);
      }
      expect(finding.sentence).not.toMatch(/undefined|NaN|-\d/);
    }
    const ids = assessAll(deck).findings.map((f) => f.id);
    expect(new Set(ids).size).toBe(ids.length);
  });
});

describe('an effect', () => {
  it('says what gets better and what gets worse, and leaves the plan alone', async () => {
    const before = JSON.stringify(deck);
    const { better, worse, document } = await effectOf(deck, down, tools);
    expect(better.join()).toMatch(/gone: Smallest margin/);
    expect(worse).toEqual([]);
    expect(document.layout.placements['card-1']!.z).toBe(100);
    const back = await effectOf(document, { ...down, placement: deck.layout.placements['card-1']! } as Change, tools);
    expect(back.worse.join()).toMatch(/Graphics card is 3.8 mm into Lid rib 1/);
    expect(JSON.stringify(deck)).toBe(before);
  });
  it('of a change that makes no valid plan is refused with its reason', () =>
    expect(
      effectOf(deck, { type: 'setBody', id: 'lid', body: lidAt({ value: 999, uncertainty: 0, tool: 'rule' }) }, tools),
    ).rejects.toThrow(/between 0 mm and 158 mm/));
});

it('an empty project has a verdict at every station and stops nowhere', () => {
  const { strip, findings } = assessAll(newConversion('Empty', defaultBox()));
  expect(strip).toHaveLength(STATIONS.length);
  expect(findings.filter((f) => f.verdict === 'stop')).toEqual([]);
});

it('sixty parts on one heap are all found to be in each other, none forgotten', () => {
  const heap = Array.from({ length: 60 }, (_, i): Change => ({
    type: 'addPart',
    id: `heap-${i}`,
    part: { ...deck.kit.parts['drive-2']!, name: `Drive ${i}` },
    placement: { x: 150, y: 200, z: 60, rear: 'rear', top: 'top', locked: false },
  }));
  const document = applyChange(deck, { type: 'all', what: 'heap', changes: heap }).document;
  const pairs = assessAll(document).findings.filter((f) => /^fit\/heap-\d+\|heap-\d+$/.test(f.id));
  expect(pairs).toHaveLength((60 * 59) / 2);
});
