import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { airReport } from '../air';
import { assemble } from '../assembly';
import {
  applyChange,
  validationIssuesOf,
  readConversion,
  type BurnIn,
  type Change,
  type Conversion,
  type Scores,
} from '../document';
import { assessAll } from '../plan';
import { acceptanceOf, markOfPlan } from './acceptance';
import { compareRuns } from './burn/compare';
import { corrected, correctionBy, predictedFor } from './burn/predict';
import { checksOf, markOfCheck } from './checks/all';
import { expectWords, judgeReading } from './checks/check';
import { modelFindings, proofFindings } from './findings';
import { betterShare, chanceOfU, compareScores, spreadOf } from './measure/scores';
import { sourceLevel } from './measure/noise';
import { proofRemedies } from './remedies';
import { proofReport } from './report';
import { assessPower } from '../power';

const demo = (name: string) =>
  readConversion(readFileSync(new URL(`../../../demo/${name}.json`, import.meta.url), 'utf8'));
const deck = demo('tape-deck');
const typewriter = demo('typewriter');
const PLANS = [deck, typewriter, demo('piano-stool'), demo('cocktail-table')];
const after = (document: Conversion, ...changes: Change[]) =>
  changes.reduce((next, change) => applyChange(next, change).document, document);
const checksIn = (document: Conversion) => {
  const assembly = assemble(document);
  return checksOf(document, assembly, assessPower(document, assembly).report).checks;
};
const said = (document: Conversion) => proofFindings(document, proofReport(document, assemble(document)));
const bare = (document: Conversion): Conversion => ({ ...document, proof: { ...document.proof, checks: {} } });

describe('checks', () => {
  it.each(PLANS.map((p) => [p.name, bare(p)] as const))(
    'of %s: each once, none waits in a ring, none before what gates it',
    (_name, plan) => {
      const checks = checksIn(plan);
      expect(new Set(checks.map((c) => c.id)).size).toBe(checks.length);
      const place = new Map(checks.map((c, i) => [c.id, i]));
      for (const check of checks)
        for (const id of check.after) expect(place.get(id)).toBeLessThan(place.get(check.id)!);
      // Nothing is switched on before all that gates it is looked at.
      const gates = checks.filter((c) => c.gate && ['before power', 'liquid'].includes(c.group)).map((c) => c.id);
      const first = checks.find((c) => c.group === 'first power');
      if (first) expect(new Set(first.after)).toEqual(new Set(gates));
      for (const check of checks) expect(check.id).toMatch(/^[a-z][a-z0-9-]{0,63}(\.[a-z0-9~-]{1,64}){0,3}$/);
    },
  );

  it('follow the plan: one for each earth, lamp, fan and control', () => {
    const ids = checksIn(bare(deck)).map((c) => c.id);
    expect(ids).toEqual(
      expect.arrayContaining(['rail.12v', 'standoffs.board-1', 'free.fan-1', 'spins.fan-1', 'standby', 'picture']),
    );
    const { earth } = assessPower(deck, assemble(deck)).report;
    for (const { id } of earth) expect(ids).toContain(`earth.${id.replaceAll('/', '.')}`);
    expect(checksIn(after(deck, { type: 'removePart', id: 'fan-1' })).map((c) => c.id)).not.toContain('free.fan-1');
  });

  it('a figure decides, whatever is ticked beside it; the edges are inside', () => {
    const rail = checksIn(deck).find((c) => c.id === 'v12')!;
    expect(expectWords(rail.expect!)).toBe('11.40 – 12.60 V');
    expect([11.39, 11.4, 12.6, 12.61].map((v) => judgeReading(rail, v))).toEqual(['bad', 'good', 'good', 'bad']);
    const lied = after(deck, {
      type: 'setCheck',
      check: 'v12',
      name: '12 V',
      seen: { on: '2027-01-01', result: 'good', value: 9, of: '' },
    });
    expect(checksIn(lied).find((c) => c.id === 'v12')!.state).toBe('bad');
    expect(said(lied).find((f) => f.id === 'proof/bad/v12')!.verdict).toBe('stop');
  });

  it('one that was done is asked for again when the plan changes under it, and one of what is gone is kept', () => {
    const fan = checksIn(bare(deck)).find((c) => c.id === 'spins.fan-1')!;
    const seen = { on: '2027-01-01', result: 'good' as const, of: markOfCheck(fan) };
    const done = after(deck, { type: 'setCheck', check: fan.id, name: fan.name, seen });
    expect(checksIn(done).find((c) => c.id === fan.id)!.touched).toBe(false);
    const turned = after(done, { type: 'setFan', part: 'fan-1', fan: { turned: true } });
    expect(checksIn(turned).find((c) => c.id === fan.id)!.touched).toBe(true);
    expect(said(turned).map((f) => f.id)).toContain('proof/again/spins-fan-1');
    const gone = after(done, { type: 'removePart', id: 'fan-1' });
    expect(proofReport(gone, assemble(gone)).lost).toEqual(['spins.fan-1']);
    expect(gone.proof.checks['spins.fan-1']).toBeDefined();
  });

  it('switched on before it was looked over stops', () => {
    const on = after(deck, {
      type: 'setCheck',
      check: 'standby',
      name: 'Standby',
      seen: { on: '2027-01-01', result: 'good', value: 5, of: '' },
    });
    expect(said(on).find((f) => f.id === 'proof/early')!.verdict).toBe('stop');
  });
});

describe('predicted and measured', () => {
  const run = (document: Conversion, name: string) => Object.values(document.proof.runs).find((r) => r.name === name)!;

  it('corrected by a run, the model says what was measured, in every state of the plan', () => {
    const closed = run(deck, 'Lid on, full');
    const correction = correctionBy(deck, closed);
    expect(correction.no).toBeUndefined();
    const there = corrected(deck, correction);
    const { parts, air } = predictedFor(there, closed);
    expect(air!.predicted).toBeCloseTo(air!.measured, 1);
    for (const p of parts.filter((o) => o.steady)) expect(p.predicted).toBeCloseTo(p.measured, 1);
    // Everywhere: Air’s own report has them too, and another state is not what it was.
    const before = airReport(deck, assemble(deck));
    const now = airReport(there, assemble(there));
    expect(now.rise).toBeGreaterThan(before.rise + 3);
    expect(now.doubt).toBeLessThan(before.doubt);
    // A second time, from a corrected plan, it is the same correction.
    expect(correctionBy(there, closed).change.measured!.factor).toBeCloseTo(correction.change.measured!.factor, 6);
    // Taken back, the model is as it was.
    const back = after(there, {
      type: 'correctAir',
      run: '',
      measured: null,
      baselines: { 'board-1': null, 'card-1': null },
    });
    expect(back.air).toEqual(deck.air);
  });

  it('a truth that the model itself made is found again', () => {
    for (const factor of [0.4, 1.7, 4]) {
      const truth: Conversion = {
        ...deck,
        air: { ...deck.air, state: 'full', measured: { of: 'ways', factor, run: 'x' } },
        brief: { ...deck.brief, ambient: 20 },
      };
      const report = airReport(truth, assemble(truth), undefined, true);
      const made: BurnIn = {
        ...run(deck, 'Lid on, full'),
        ambient: 20,
        inside: 20 + report.around,
        parts: Object.fromEntries(
          report.temperatures.map((t) => [
            t.part,
            { temperature: t.temperature, highest: t.temperature, noise: 0.1, steady: true, slope: 0 },
          ]),
        ),
      };
      const { change } = correctionBy(deck, made);
      expect(change.measured!.factor / factor).toBeCloseTo(1, 2);
      for (const t of report.temperatures)
        expect(
          (change.baselines[t.part]!.part - change.baselines[t.part]!.air) /
            change.baselines[t.part]!.watts /
            t.resistance,
        ).toBeCloseTo(1, 2);
    }
  });

  it('an open lid, and nothing level, correct nothing; an air that can’t be is said', () => {
    const closed = run(deck, 'Lid on, full');
    expect(correctionBy(deck, run(deck, 'Lid off, full')).no).toMatch(/lid open/);
    const moving = {
      ...closed,
      parts: Object.fromEntries(Object.entries(closed.parts).map(([id, p]) => [id, { ...p, steady: false }])),
    };
    expect(correctionBy(deck, moving).no).toMatch(/level/);
    const hot = correctionBy(deck, { ...closed, inside: 900 - 600 });
    expect(hot.change.measured).toBeNull();
    expect(hot.words[0]).toMatch(/No figure for it gives/);
  });

  it('a remedy for a model that is off is offered only where it then is not', () => {
    const off = {
      ...run(deck, 'Lid on, full'),
      parts: { 'card-1': { temperature: 50, highest: 50, noise: 0.1, steady: true, slope: 0 } },
    };
    delete off.inside;
    const plan: Conversion = { ...deck, proof: { ...deck.proof, runs: { 'run-9': off } } };
    const [finding] = modelFindings(plan);
    expect(finding!.id).toBe('proof/off/run-9-card-1');
    const [remedy] = proofRemedies(plan, finding!);
    expect(modelFindings(after(plan, remedy!.change))).toEqual([]);
  });

  it('two runs are compared over their own rooms, at equal watts; a warmer day alone is no difference', () => {
    const a = run(deck, 'Lid on, full');
    const warmer: BurnIn = {
      ...a,
      ambient: a.ambient + 6,
      parts: Object.fromEntries(
        Object.entries(a.parts).map(([id, p]) => [id, { ...p, temperature: p.temperature + 6 }]),
      ),
    };
    for (const c of compareRuns(a, warmer)) expect(c).toMatchObject({ by: expect.closeTo(0, 9), told: false });
    const open = compareRuns(a, run(deck, 'Lid off, full'));
    expect(open.find((c) => c.part === 'card-1')).toMatchObject({ told: true, scaled: true });
    expect(open.find((c) => c.part === 'card-1')!.by).toBeLessThan(-10);
    // The board held back in the first: at the watts of the first, the second is still cooler.
    expect(open.find((c) => c.part === 'board-1')!.by).toBeLessThan(-15);
  });
});

describe('noise', () => {
  it('50 over a room of 45 is 48.3 dB (levels by energy)', () => {
    expect(sourceLevel(50, 45).level).toBeCloseTo(48.35, 1);
  });

  it('put back into the room it is what was read, at any distance', () => {
    for (const [on, off, d] of [
      [40, 30, 1000],
      [33, 29.5, 500],
      [60, 20, 2000],
    ] as const) {
      const { level } = sourceLevel(on, off, d);
      const there = level! - 20 * Math.log10(d / 1000);
      expect(10 * Math.log10(10 ** (there / 10) + 10 ** (off / 10))).toBeCloseTo(on, 9);
    }
  });

  it('under three decibels over the room only a most is said', () => {
    expect(sourceLevel(30, 28)).toMatchObject({ most: 28 });
    expect(sourceLevel(30, 28).level).toBeUndefined();
    expect(sourceLevel(28, 30).level).toBeUndefined();
    // And never less than the truth: a source as loud as the most would have been read louder.
    expect(10 * Math.log10(2 * 10 ** 2.8)).toBeGreaterThan(30);
  });
});

describe('scores', () => {
  const scores = (values: number[], more: Partial<Scores> = {}): Scores => ({
    test: 'Render',
    settings: 'x',
    variant: 'a',
    unit: 's',
    better: 'less',
    values,
    ...more,
  });

  it('have a median and a spread; less than three runs say nothing', () => {
    expect(spreadOf([3, 1, 2, 10])).toMatchObject({ median: 2.5, low: 1, high: 10, q1: 1.75, q3: 4.75 });
    expect(compareScores(scores([60]), scores([50])).verdict).toBe('too few runs');
    expect(compareScores(scores([60, 61, 62]), scores([50, 51, 52])).verdict).toBe('better');
    expect(compareScores(scores([60, 61, 62]), scores([60.5, 61.5, 59])).verdict).toBe('no difference to be seen');
    expect(compareScores(scores([60, 61, 62]), scores([50], { settings: 'y' })).verdict).toBe('not comparable');
    expect(
      compareScores(scores([60, 61, 62, 63], { better: 'more' }), scores([50, 51, 52, 53], { better: 'more' })).verdict,
    ).toBe('worse');
  });

  it('the U of Mann and Whitney has its tabled chances, and those of counting all orders', () => {
    // Tables of the test: n = m = 5, U ≤ 2 at 5 % two-sided; n = 4, m = 6, U ≤ 2 (from memory).
    expect(2 * chanceOfU(5, 5, 2)).toBeLessThanOrEqual(0.05);
    expect(2 * chanceOfU(5, 5, 3)).toBeGreaterThan(0.05);
    expect(2 * chanceOfU(4, 6, 2)).toBeLessThanOrEqual(0.05);
    const [n, m] = [3, 4];
    let [all, few] = [0, 0];
    for (let bits = 0; bits < 1 << (n + m); bits++) {
      const first = Array.from({ length: n + m }, (_, i) => i).filter((i) => (bits >> i) & 1);
      if (first.length !== n) continue;
      const second = Array.from({ length: n + m }, (_, i) => i).filter((i) => !((bits >> i) & 1));
      all++;
      if (Math.round(betterShare(first, second, 'more') * n * m) <= 2) few++;
    }
    expect(chanceOfU(n, m, 2)).toBeCloseTo(few / all, 12);
  });
});

describe('acceptance', () => {
  it('a reading decides before words, and a figure before a tick', () => {
    const plan = after(
      deck,
      { type: 'setTarget', id: 'rise-9', target: { kind: 'temperature-rise', limit: 30 } },
      { type: 'setTarget', id: 'mass-9', target: { kind: 'mass', limit: 8 } },
      {
        type: 'setEvidence',
        target: 'rise-9',
        name: 'x',
        evidence: { on: '2027-01-01', met: true, words: 'felt cool' },
      },
      {
        type: 'setEvidence',
        target: 'mass-9',
        name: 'x',
        evidence: { on: '2027-01-01', met: true, value: 9.1, words: 'scales' },
      },
    );
    const rows = new Map(acceptanceOf(plan).map((r) => [r.id, r]));
    const closed = Object.values(deck.proof.runs).find((r) => r.lid === 'closed')!;
    expect(rows.get('rise-9')).toMatchObject({
      state: 'not met',
      simulated: true,
      value: closed.inside! - closed.ambient,
    });
    expect(rows.get('mass-9')).toMatchObject({ state: 'not met', value: 9.1 });
    expect(after(plan, { type: 'setTarget', id: 'mass-9', target: null }).proof.evidence).not.toHaveProperty('mass-9');
  });

  it('a plan that changes after it was signed says so', () => {
    const signed = after(typewriter, {
      type: 'signOff',
      signed: { on: '2027-03-08', by: 'B', words: '', of: markOfPlan(typewriter) },
    });
    expect(said(signed).map((f) => f.id)).not.toContain('proof/signed');
    const placement = signed.layout.placements['board-1']!;
    const moved = after(signed, { type: 'placePart', id: 'board-1', placement: { ...placement, x: placement.x + 1 } });
    expect(said(moved).map((f) => f.id)).toContain('proof/signed');
  });
});

describe('the demos', () => {
  it('the typewriter is finished and proven: nothing open warns, and what is simulated is said', () => {
    const findings = assessAll(typewriter).findings;
    expect(findings.filter((f) => (f.verdict === 'warn' || f.verdict === 'stop') && f.accepted === undefined)).toEqual(
      [],
    );
    expect(findings.map((f) => f.id)).toEqual(
      expect.arrayContaining(['proof/done', 'proof/simulated', 'air/corrected']),
    );
    // On simulated readings it is complete, on real ones it is proven.
    expect(findings.find((f) => f.id === 'proof/done')).toMatchObject({
      verdict: 'note',
      brief: 'complete, simulated',
    });
    const real = structuredClone(typewriter);
    for (const run of Object.values(real.proof.runs)) delete run.simulated;
    expect(said(real).find((f) => f.id === 'proof/done')).toMatchObject({ verdict: 'good', brief: 'proven' });
  });

  it('the deck’s burn-in found what the lid does', () => {
    const ids = said(deck).map((f) => f.id);
    expect(ids).toContain('proof/throttled/run-2-board-1');
    expect(ids).not.toContain('proof/throttled/run-1-board-1');
  });
});

it('a run whose trace does not fit, or runs backwards, is complained of with its place', () => {
  const [id, run] = Object.entries(deck.proof.runs)[0]!;
  const validationIssues = (trace: BurnIn['trace']) =>
    validationIssuesOf({ ...deck, proof: { ...deck.proof, runs: { [id]: { ...run, trace } } } }).map((c) => c.message);
  expect(validationIssues({ time: [0, 1, 2], channels: [{ column: 'a', is: 'none', values: [1] }] })).toEqual([
    '“a” has 1 readings and 3 moments.',
  ]);
  expect(validationIssues({ time: [0, 2, 1], channels: [] })).toEqual(['Its time runs backwards.']);
});
