import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { assemble } from '../assembly';
import { applyChange, readConversion, type Change, type Conversion } from '../document';
import { drawOf, partFrom } from '../parts';
import { efficiencyAt, RATINGS, standardPart } from '../standards';
import { adviceFor, atWall, budgetOf, type Budget } from './budget';
import { wiresOf } from './wires';

// Each formula off its symmetric point, against the same worked out by hand.

const deck = readConversion(readFileSync(new URL('../../../demo/tape-deck.json', import.meta.url), 'utf8'));
const after = (document: Conversion, ...changes: Change[]) =>
  changes.reduce((d, change) => applyChange(d, change).document, document);
const add = (id: string, key: string): Change => ({ type: 'addPart', id, part: partFrom(standardPart(key)!, id) });

describe('a wire', () => {
  const budget = budgetOf(deck);
  const wires = wiresOf(deck, assemble(deck), budget);
  it('loses amps by its resistance at 50 °C, out and back (ASTM B258; copper 0.393 % a kelvin)', () => {
    const AT_20: Record<number, number> = { 16: 13.17, 18: 20.95, 20: 33.3, 22: 53, 24: 84.2, 26: 133.9, 28: 212.9 }; // mΩ/m
    expect(wires.flatMap((w) => w.rails).length).toBeGreaterThan(6);
    for (const wire of wires)
      for (const rail of wire.rails) {
        const ohms = ((AT_20[wire.gauge]! * (1 + 0.00393 * 30)) / 1e6) * wire.length;
        const inOne = rail.amps / (wire.plugs[0] === 'sata' ? 1 : rail.conductors);
        expect(rail.drop / (2 * inOne * ohms)).toBeCloseTo(1, 2);
        expect(rail.share).toBeCloseTo(rail.drop / ((rail.watts / rail.amps) * 0.05), 9);
      }
  });
  it('to the board carries what cards take of their slots besides a quarter of the board’s own 12 V', () => {
    const main = wires.find((w) => w.plugs[0] === 'main 24')!;
    const board = budget.parts.find((p) => p.part === 'board-1')!;
    const card = budget.parts.find((p) => p.part === 'card-1')!;
    expect(card.watts.peak).toBeGreaterThan(75);
    expect(main.rails.find((r) => r.rail === '12 V')!.watts).toBeCloseTo(
      0.25 * board.watts.peak * board.rails['12 V']! + 75,
      9,
    );
    // A card that takes less than its slot gives takes just that.
    const part = { ...deck.kit.parts['card-1']!, draw: { idle: 5, typical: 20, peak: 40 } };
    const small = after(deck, { type: 'removePart', id: 'card-1' }, { type: 'addPart', id: 'card-9', part });
    const then = wiresOf(small, assemble(small), budgetOf(small)).find((w) => w.plugs[0] === 'main 24')!;
    const was = main.rails.find((r) => r.rail === '12 V')!.watts;
    expect(was - then.rails.find((r) => r.rail === '12 V')!.watts).toBeCloseTo(75 - 40, 9);
  });
});

describe('the start', () => {
  it('takes what discs take more to spin up from 12 V, or from 5 V where they have no other', () => {
    const draw = drawOf(partFrom(standardPart('drive/3.5')!, 'D'));
    const rails = (d: Conversion) => budgetOf(d).loads.start.rails;
    const [with1, with2] = [after(deck, add('drive-8', 'drive/3.5')), after(deck, add('drive-8', 'drive/3.5'), add('drive-9', 'drive/3.5'))]; // prettier-ignore
    expect(rails(with2)['5 V'] - rails(with1)['5 V']).toBeCloseTo(draw.peak * draw.rails['5 V']!, 9);
    expect(rails(with2)['12 V'] - rails(with1)['12 V']).toBeCloseTo(
      draw.peak * draw.rails['12 V']! + (draw.start - draw.peak),
      9,
    );
    const five = { ...partFrom(standardPart('drive/2.5-15')!, 'Disc') };
    const own = drawOf(five);
    expect(own.start).toBeGreaterThan(own.peak);
    expect(own.rails['12 V'] ?? 0).toBe(0);
    const before = rails(deck);
    const then = rails(after(deck, { type: 'addPart', id: 'drive-9', part: five }));
    expect(then['5 V'] - before['5 V']).toBeCloseTo(own.start, 9);
    expect(then['12 V'] - before['12 V']).toBeCloseTo(0, 9);
  });
});

describe('at the wall', () => {
  const loads = { idle: { total: 40 }, typical: { total: 120 }, peak: { total: 300 }, start: { total: 200 } };
  const budget = { loads, parts: [], transient: 0 } as unknown as Budget;
  it('a year is its hours at the typical load and all others switched off', () => {
    const power = { ...deck.power, hours: 6, standby: 2.5, price: 30 };
    const wall = atWall({ power }, [{ loads: budget.loads, rating: 400 }]);
    const typical = 120 / efficiencyAt(0.3);
    expect(wall).toMatchObject({ off: 2.5, idle: 40 / efficiencyAt(0.1), peak: 300 / efficiencyAt(0.75) });
    expect(wall.lost).toBeCloseTo(typical - 120, 9);
    expect(wall.energy).toBeCloseTo((365 * (typical * 6 + 2.5 * 18)) / 1000, 9);
    expect(wall.cost).toBeCloseTo(wall.energy * 30, 9);
  });
  it('a supply is to be at 40 to 60 % of its rating typically, and the larger of peak and start at most at 85 %', () => {
    const advice = adviceFor(budget.loads);
    expect(advice.least).toBeCloseTo(300 / 0.85, 9);
    expect(advice.from).toBeCloseTo(200, 9);
    expect(advice.to).toBeCloseTo(300, 9);
    expect(advice.buy).toBe(RATINGS.find((r) => r >= 300 / 0.85));
    const starts = { ...budget, loads: { ...loads, start: { total: 420 } } } as unknown as Budget;
    expect(adviceFor(starts.loads).least).toBeCloseTo(420 / 0.85, 9);
    const steady = { ...budget, loads: { ...loads, typical: { total: 290 } } } as unknown as Budget;
    expect(adviceFor(steady.loads).buy).toBe(RATINGS.find((r) => r >= 290 / 0.6));
  });
});
