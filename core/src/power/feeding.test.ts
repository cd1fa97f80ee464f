import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assemble } from '../assembly';
import { applyChange, readConversion, type Change, type Conversion } from '../document';
import { kindOf, partFrom } from '../parts';
import { BRICK_RATINGS, DC_BOARD_EFFICIENCY, standardPart } from '../standards';
import { assessPower } from './assess';
import { adviceFor, budgetOf, LOAD_STATES } from './budget';
import { carriedBy } from './feeding';
import { wireFindings } from './findings';
import { powerRemedies } from './remedies';
import { powerReport } from './report';
import { cardPlugs } from './wires';

const deck = readConversion(readFileSync(new URL('../../../demo/tape-deck.json', import.meta.url), 'utf8'));
const after = (document: Conversion, ...changes: Change[]) =>
  changes.reduce((d, change) => applyChange(d, change).document, document);
const add = (id: string, key: string): Change => ({ type: 'addPart', id, part: partFrom(standardPart(key)!, id) });
const draws = (id: string, idle: number, typical: number, peak: number): Change => ({
  type: 'setPart',
  id,
  part: { draw: { idle, typical, peak } },
});
const said = (document: Conversion) => {
  const assembly = assemble(document);
  return [...assessPower(document, assembly).findings, ...wireFindings(powerReport(document, assembly).wires)];
};
const card = Object.keys(deck.kit.parts).find((id) => kindOf(deck.kit.parts[id]!) === 'card')!;
const link = powerReport(deck, assemble(deck)).wires.find((w) => w.part === card)!.link;

describe('a plug of a card', () => {
  // W a plug may give: PCI Express Card Electromechanical Specification, from memory; the slot gives 75 W besides.
  it.each([
    [300, ['card 6'], true],
    [360, ['card 8'], true],
    [226, ['card 8'], true],
    [225, ['card 8'], false],
    [300, ['card 8', 'card 6'], false],
    [301, ['card 8', 'card 6'], true],
    [700, ['card 16'], true],
  ] as const)('for %d W over %j stops: %s', (watts, plugs, stops) => {
    const fed = after(deck, draws(card, 10, watts / 2, watts), { type: 'setWire', link, wire: { plugs: [...plugs] } });
    const found = said(fed).find((f) => f.id === `power/plug/${link}`);
    expect(found?.verdict).toBe(stops ? 'stop' : undefined);
    if (!found) return;
    const remedies = powerRemedies(fed, found);
    expect(remedies.map((r) => r.id)).toContain('plugs');
    for (const { change } of remedies)
      expect(said(after(fed, change)).find((f) => f.id === found.id)?.verdict ?? 'good').not.toBe('stop');
  });

  it('is enough for every card with those that are proposed', () => {
    for (let watts = 10; watts <= 1275; watts += 5) {
      const fed = after(deck, draws(card, 5, 5, watts), {
        type: 'setWire',
        link,
        wire: { plugs: cardPlugs(Math.max(80, watts)) },
      });
      expect(
        said(fed).some((f) => f.id === `power/plug/${link}`),
        `${watts} W`,
      ).toBe(false);
    }
  });
});

describe('two supplies', () => {
  const two = after(deck, add('supply-2', 'supply/tfx'), {
    type: 'setSupply',
    part: 'supply-2',
    supply: { rating: 1000 },
  });

  it('are judged by what hangs on each: a large one beside it does not help the small', () => {
    const weak = after(two, { type: 'setSupply', part: 'supply-1', supply: { rating: 80, rails: null } });
    const found = said(weak).find((f) => f.id === 'power/rating/supply-1')!;
    expect(found.verdict).toBe('stop');
    expect(found.sentence).toContain('80 W');
    expect(said(weak).some((f) => f.id === 'power/rating')).toBe(false);
    for (const { change } of powerRemedies(weak, found))
      expect(said(after(weak, change)).find((f) => f.id === found.id)?.verdict).not.toBe('stop');
    expect(powerRemedies(weak, found).map((r) => r.id)).toContain('larger');
  });

  it('carry all of the budget between them, each watt once, wherever parts stand', () =>
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom('drive/3.5', 'drive/2.5-7', 'card/full-length-2', 'fan/120x25'), { maxLength: 5 }),
        fc.double({ min: 4, max: 400, noNaN: true }),
        fc.boolean(),
        (keys, x, staggered) => {
          const document = after(
            two,
            ...keys.map((key, i) => add(`more-${i + 1}`, key)),
            { type: 'setPower', power: { staggered: staggered || null } },
            {
              type: 'placePart',
              id: 'supply-2',
              placement: { x, y: 20, z: 30, rear: 'rear', top: 'top', locked: false },
            },
          );
          const budget = budgetOf(document);
          const carried = carriedBy(document, assemble(document), budget, ['supply-1', 'supply-2']);
          for (const state of LOAD_STATES)
            expect([...carried.values()].reduce((sum, c) => sum + c.loads[state].total, 0)).toBeCloseTo(
              budget.loads[state].total,
              9,
            );
          // Counted a second way: by the cables’ own ends.
          const report = powerReport(document, assemble(document));
          for (const wire of report.wires) {
            const from = wire.link.split('>')[0]!;
            if (carried.has(from)) expect(carried.get(from)!.parts).toContain(wire.part);
          }
        },
      ),
      { numRuns: 25 },
    ));
});

describe('draws', () => {
  it('typed the wrong way round are told, and the most of them is counted', () => {
    const wrong = after(deck, draws(card, 20, 600, 10));
    expect(budgetOf(wrong).parts.find((p) => p.part === card)!.watts.peak).toBe(600);
    expect(said(wrong).find((f) => f.id === `power/draw/${card}`)).toMatchObject({ verdict: 'warn' });
    expect(said(wrong).find((f) => f.id === 'power/rating')!.verdict).toBe('stop');
    expect(said(after(deck, draws(card, 50, 20, 100))).some((f) => f.id === `power/draw/${card}`)).toBe(true);
    expect(said(after(deck, draws(card, 20, 20, 20))).some((f) => f.id === `power/draw/${card}`)).toBe(false);
  });

  it('of drives that start one after the other are those of the worst moment, whichever comes first', () =>
    fc.assert(
      fc.property(
        fc.shuffledSubarray(
          ['drive/3.5', 'drive/3.5', 'drive/2.5-7', 'drive/2.5-15', 'drive/5.25'].filter((k) => standardPart(k)),
          { minLength: 1 },
        ),
        (keys) => {
          const many = after(deck, ...keys.map((key, i) => add(`more-${i + 1}`, key)));
          const apart = after(many, { type: 'setPower', power: { staggered: true } });
          const { parts } = budgetOf(many);
          // Tried one after the other: this one spins up, all other drives wait at idle.
          const spins = parts.filter((p) => p.watts.start > p.watts.peak);
          const rest = parts.filter((p) => !spins.includes(p)).reduce((sum, p) => sum + p.watts.start, 2.5);
          const moments = spins.map((p) =>
            spins.reduce((sum, q) => sum + (q === p ? q.watts.start : q.watts.idle), rest),
          );
          expect(budgetOf(apart).loads.start.total).toBeCloseTo(Math.max(...moments), 9);
        },
      ),
    ));

  it('without a graphics card have no milliseconds', () => {
    const none = after(
      deck,
      { type: 'removePart', id: card },
      { type: 'setSupply', part: 'supply-1', supply: { rating: 60, rails: null } },
    );
    expect(said(none).some((f) => f.id.startsWith('power/transient'))).toBe(false);
  });
});

describe('a brick', () => {
  const bare = after(deck, { type: 'removePart', id: 'supply-1' }, { type: 'removePart', id: card });

  it('is proposed from the sizes that are sold: 46 W want one of 60', () => {
    const loads = (peak: number) => {
      const load = { total: peak, rails: { '12 V': peak, '5 V': 0, '3.3 V': 0, '5 V standby': 0 } };
      return { idle: load, typical: { ...load, total: peak / 2 }, peak: load, start: load };
    };
    // 46 / 0.85 = 54.1.
    expect(adviceFor(loads(46), 'brick').buy).toBe(60);
    expect(adviceFor(loads(55.2), 'brick').buy).toBe(65);
    expect(adviceFor(loads(70), 'brick').buy).toBe(90);
    expect(adviceFor(loads(46)).buy).toBe(120);
    expect(Math.min(...BRICK_RATINGS)).toBeLessThan(46);
  });

  it('sends over its lead what its DC board loses, too: I = P / (U · η)', () => {
    const fed = after(bare, add('brick-1', 'brick/dc-board'), add('jack-1', 'jack/dc-round'), {
      type: 'setSource',
      part: 'brick-1',
      source: { kind: 'brick', volts: 19, amps: 9, takes: { from: 12, to: 20 }, gives: 160 },
    });
    const placed = after(fed, {
      type: 'placePart',
      id: 'brick-1',
      placement: { x: 60, y: 60, z: 20, rear: 'rear', top: 'top', locked: false },
    });
    const whole = after(placed, {
      type: 'placePart',
      id: 'jack-1',
      placement: { x: 200, y: 60, z: 60, rear: 'rear', top: 'top', locked: false },
    });
    const report = powerReport(whole, assemble(whole));
    const lead = report.wires.find((w) => w.link.endsWith('DC-lead'));
    const most = Math.max(report.budget.loads.peak.total, report.budget.loads.start.total);
    expect(lead!.rails[0]!.amps).toBeCloseTo(most / 19 / DC_BOARD_EFFICIENCY, 9);
    expect(report.feeds[0]!.carried.loads.peak.total).toBeCloseTo(report.budget.loads.peak.total, 9);
  });
});
