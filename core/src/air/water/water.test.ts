import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assemble } from '../../assembly';
import {
  applyChange,
  validationIssuesOf,
  readConversion,
  type Change,
  type Conversion,
  type Loop,
} from '../../document';
import { partFrom } from '../../parts';
import { standardPart } from '../../standards';
import { assessAir } from '../assess';
import { airReport } from '../report';
import { touchFindings } from '../touch';
import { loopDrop, loopFlow, radiatorGives, WATER } from './flow';

const deck = readConversion(readFileSync(new URL('../../../../demo/tape-deck.json', import.meta.url), 'utf8'));
const after = (document: Conversion, ...changes: Change[]) =>
  changes.reduce((d, change) => applyChange(d, change).document, document);

describe('water in a tube', () => {
  it('costs by Darcy and Weisbach what a textbook works out: 4 L/min, 10 mm, 1 m, turbulent (textbook formula, from memory)', () => {
    // v = 0.849 m/s, Re ≈ 11 700, f = 0.3164 Re^-1/4 = 0.0304: 1.09 kPa a metre.
    expect(loopDrop(4, { length: 1000, bore: 10, blocks: 0, radiators: 0 })).toBeCloseTo(1.09, 1);
  });
  it('flows where the pump gives what the loop costs, whatever they are', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 100, noNaN: true }),
        fc.double({ min: 1, max: 40, noNaN: true }),
        fc.double({ min: 4, max: 16, noNaN: true }),
        fc.integer({ min: 100, max: 4000 }),
        fc.integer({ min: 0, max: 4 }),
        (head, flow, bore, length, blocks) => {
          const loop = { length, bore, blocks, radiators: 1 };
          const q = loopFlow({ head, flow }, loop);
          expect(loopDrop(q, loop) / (head * (1 - (q / flow) ** 2))).toBeCloseTo(1, 2);
          // A wider tube never lets less through, one block more never more.
          expect(loopFlow({ head, flow }, { ...loop, bore: bore * 1.3 })).toBeGreaterThanOrEqual(q - 1e-6);
          expect(loopFlow({ head, flow }, { ...loop, blocks: blocks + 1 })).toBeLessThanOrEqual(q + 1e-6);
        },
      ),
    ));
  it('a radiator never gives more than all its air could take', () =>
    fc.assert(
      fc.property(fc.double({ min: 1e-4, max: 0.1, noNaN: true }), fc.integer({ min: 1, max: 3 }), (air, fans) => {
        const gives = radiatorGives(air, fans, 1200);
        expect(gives).toBeLessThanOrEqual(Math.max(0.6 * fans, air * 1200) + 1e-9);
      }),
    ));
});

/** The deck with a radiator at the rear in the fan's place, and its board on water. */
const LOOP: Loop = {
  order: ['board-1', 'radiator-1'],
  pump: { head: 25, flow: 10 },
  bore: 10,
  reservoir: 150,
  filledAt: 'not yet',
};
const wet = after(
  deck,
  { type: 'setAir', air: { state: 'full' } },
  { type: 'removePart', id: 'fan-1' },
  {
    type: 'addPart',
    id: 'radiator-1',
    part: partFrom(standardPart('radiator/120')!, 'Radiator'),
    placement: { x: 150, y: 386 - 4.1 - 52, z: 25, rear: 'rear', top: 'top', locked: false },
  },
  { type: 'setLoop', loop: LOOP },
);

describe('a loop in the deck', () => {
  const dry = airReport(after(wet, { type: 'setLoop', loop: null }), assemble(wet), 'full', true);
  const report = airReport(wet, assemble(wet), 'full', true);

  it('carries three quarters of the board’s heat to the radiator, and none is lost', () => {
    expect(validationIssuesOf(wet)).toEqual([]);
    const heat = (r: typeof report, part: string) => r.heats.find((h) => h.part === part)!.watts;
    expect(report.watts).toBeCloseTo(dry.watts, 6);
    expect(report.loop!.watts).toBeCloseTo(0.75 * heat(dry, 'board-1'), 6);
    expect(heat(report, 'radiator-1') - heat(dry, 'radiator-1')).toBeCloseTo(report.loop!.watts, 6);
    // On its way round the water takes it up and gives it off again.
    const { flow, warms, watts } = report.loop!;
    expect((flow / 60_000) * WATER.density * WATER.heatCapacity * warms).toBeCloseTo(watts, 6);
    expect(report.loop!.coldest).toBeGreaterThan(wet.brief.ambient);
  });

  it('leaves the air around the board cooler', () => {
    const board = (r: typeof report) => r.around;
    expect(board(report)).toBeLessThan(board(dry));
  });

  it('says what is missing: a radiator, a place to fill it', () => {
    const without = after(wet, { type: 'setLoop', loop: { ...LOOP, order: ['board-1'] } });
    expect(assessAir(without, assemble(without)).findings.find((f) => f.id === 'air/water/missing')).toMatchObject({
      verdict: 'stop',
    });
    expect(assessAir(wet, assemble(wet)).findings.some((f) => f.id === 'air/water/filled')).toBe(true);
  });

  it('what is taken out of the kit leaves the loop', () =>
    expect(after(wet, { type: 'removePart', id: 'radiator-1' }).air.loop!.order).toEqual(['board-1']));
});

it('a cable that passes before the blades of a fan is told, its own lead is not', () => {
  const assembly = assemble(deck);
  const fan = assembly.parts.find((p) => p.id === 'fan-1')!;
  const [x, y, z] = [(fan.low[0] + fan.high[0]) / 2, fan.low[1] - 6, (fan.low[2] + fan.high[2]) / 2];
  const route = (to: string) =>
    ({
      link: {
        id: to,
        kind: 'lead',
        cable: { name: 'lead', thickness: 4 },
        from: { part: 'board-1' },
        to: { part: to },
        own: undefined,
      },
      points: [
        [x - 60, y, z],
        [x + 60, y, z],
      ],
    }) as never;
  expect(touchFindings(deck, assembly, [route('card-1')]).map((f) => f.id)).toEqual(['air/touch/fan-1/card-1']);
  expect(touchFindings(deck, assembly, [route('fan-1')])).toEqual([]);
});
