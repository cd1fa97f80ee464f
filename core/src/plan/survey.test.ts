import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import {
  applyChange,
  defaultTub,
  newConversion,
  readConversion,
  STARTING_FORMS,
  valueAt,
  type Conversion,
} from '../document';
import { measured, type Measured } from '../quantity';
import { averaged, judgeReading, jawsFor, shellMeasures, withReading, surveyOf } from '../shell';
import { assessAll, watchesOf } from '.';

const deck = readConversion(readFileSync(new URL('../../../demo/tape-deck.json', import.meta.url), 'utf8'));
const put = (document: Conversion, path: string, m: Measured) =>
  applyChange(document, { type: 'setMeasured', path, measured: m, what: 'x' }).document;

describe('the survey', () => {
  it('begins with a guess that all the room hangs on, and never with the same place for ever', () => {
    let shell = newConversion('Tub', defaultTub());
    const seen: string[] = [];
    for (let i = 0; i < 60; i++) {
      const [step] = surveyOf(shell, watchesOf(shell)).steps;
      if (!step) break;
      seen.push(step.path);
      shell = put(shell, step.path, withReading(step.measured, step.measured.value, step.tool));
    }
    expect(seen[0]).toMatch(/height|width|depth/i);
    expect(surveyOf(shell, watchesOf(shell)).steps).toEqual([]);
    expect(surveyOf(shell, watchesOf(shell)).done).toBe(surveyOf(shell, watchesOf(shell)).all);
  });

  it('each step it proposes makes the doubtful margins surer than any other single one would', () => {
    const [best] = surveyOf(deck, watchesOf(deck)).steps;
    const unsure = (document: Conversion) =>
      assessAll(document)
        .reports.fit.margins.slice(0, 6)
        .reduce((s, m) => s + m.spread.half95 ** 2, 0);
    const after = (path: string, to: number) => {
      const now = valueAt(deck, path) as Measured;
      return unsure(put(deck, path, { ...now, uncertainty: Math.min(now.uncertainty, to) }));
    };
    const mine = after(best!.path, best!.wouldBe);
    const others = shellMeasures(deck)
      .filter((m) => m.path !== best!.path)
      .map((m) => after(m.path, 0.5));
    expect(mine).toBeLessThan(unsure(deck));
    expect(others.filter((v) => v < mine - 0.05)).toHaveLength(0);
  });

  it('shows where to put the jaws: as far apart as the value says, for every starting form', () => {
    for (const make of Object.values(STARTING_FORMS)) {
      const shell = newConversion('x', make());
      for (const { path, measured: m } of shellMeasures(shell)) {
        const jaws = jawsFor(shell, path);
        if (!jaws) expect(path).toMatch(/radius|rise/);
        else expect(Math.hypot(...jaws.from.map((v, i) => v - jaws.to[i]!))).toBeCloseTo(m.value, 6);
      }
    }
    const onFeatures = shellMeasures(deck).filter(
      (m) => m.path.includes('/features/') || m.path.includes('/openings/'),
    );
    expect(onFeatures.filter((m) => jawsFor(deck, m.path)).length).toBe(onFeatures.length);
  });
});

describe('a reading', () => {
  const known = measured(150, 'guess');
  it('near what is known is good, far from it a surprise, far from its repeats an outlier', () => {
    expect(judgeReading(known, [], 153, 'calipers').kind).toBe('good');
    expect(judgeReading(measured(150, 'tape'), [], 170, 'calipers').kind).toBe('surprise');
    expect(judgeReading(known, [171.4, 171.42], 171.9, 'calipers').kind).toBe('outlier');
    expect(judgeReading(known, [], NaN, 'calipers').kind).toBe('outlier');
  });
  it('a 25.4 slip is caught both ways and says what it would be', () => {
    expect(judgeReading(known, [], 5.906, 'calipers')).toMatchObject({ kind: 'slip', meant: expect.closeTo(150, 1) });
    expect(judgeReading(measured(4, 'rule'), [], 101.6, 'calipers')).toMatchObject({
      kind: 'slip',
      meant: expect.closeTo(4, 6),
    });
  });
  it('repeats are averaged; half of the tool stays, and a crooked place is not averaged away', () => {
    expect(averaged([150.1], 'calipers')).toMatchObject({ value: 150.1, uncertainty: 0.1 });
    const five = averaged([150.1, 150.12, 150.08, 150.1, 150.1], 'calipers');
    expect(five.value).toBeCloseTo(150.1, 9);
    expect(five.uncertainty).toBeGreaterThan(0.05);
    expect(five.uncertainty).toBeLessThan(0.07);
    const crooked = averaged([150, 151.2], 'calipers');
    expect(crooked.crooked).toBe(true);
    expect(crooked.uncertainty).toBeGreaterThan(1.2);
  });
  it('that differs between two ends shows as a taper, and its uncertainty counts whole', () => {
    const shell = newConversion('Tub', defaultTub());
    const tapered = put(shell, '/shell/hull/height', withReading(withReading(known, 178.2, 'rule'), 181.4, 'rule'));
    const finding = assessAll(tapered).findings.find((f) => f.id.startsWith('shell/taper'))!;
    expect(finding.sentence).toMatch(/height of the shell differs by 3.2 mm/);
  });
  it('with another tool starts the readings anew', () => {
    const tape = withReading(known, 151, 'tape');
    expect(withReading(withReading(tape, 150.3, 'calipers'), 150.5, 'calipers')).toMatchObject({
      value: 150.4,
      readings: [150.3, 150.5],
    });
  });
});
