import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { assemble } from '../assembly';
import { applyChange, readConversion, type Change, type Conversion } from '../document';
import { partFrom } from '../parts';
import { standardPart, usualFan } from '../standards';
import type { AirModel } from './build/model';
import { levelAt, moversOf, sumOfLevels } from './fans/mover';
import { airReport } from './report';
import { airAround } from './temperatures';
import { loopDrop, radiatorGives, WATER } from './water/flow';

// Each formula off its symmetric point, against the same worked out by hand or by another law.

const deck = readConversion(readFileSync(new URL('../../../demo/tape-deck.json', import.meta.url), 'utf8'));
const after = (document: Conversion, ...changes: Change[]) =>
  changes.reduce((d, change) => applyChange(d, change).document, document);

describe('a water loop', () => {
  it('slow in a tube costs what Hagen and Poiseuille say: 128 μ L Q / π d⁴', () => {
    const [litres, length, bore] = [0.3, 1700, 10];
    const q = litres / 60_000;
    const pascal = (128 * WATER.viscosity * (length / 1000) * q) / (Math.PI * (bore / 1000) ** 4);
    expect(loopDrop(litres, { length, bore, blocks: 0, radiators: 0 })).toBeCloseTo(pascal / 1000, 9);
  });
  it('has two fittings at each block and radiator, ζ 1.2 each, and their own 12 and 3 kPa at 4 L/min (common practice, no source)', () => {
    // No tube: v = Q / A = 0.8488 m/s, ρ v² / 2 = 358.1 Pa; 2 · 3 · 1.2 of that, and 12 + 2 · 3 kPa.
    expect(loopDrop(4, { length: 0, bore: 10, blocks: 1, radiators: 2 })).toBeCloseTo(2.578 + 18, 2);
    expect(loopDrop(2, { length: 0, bore: 10, blocks: 1, radiators: 2 })).toBeCloseTo((2.578 + 18) / 4, 2);
    expect(loopDrop(4, { length: 0, bore: 10, blocks: 2, radiators: 1 })).toBeCloseTo(2.578 + 27, 2);
  });
  it('gives off ε C: 14 W/K a fan at 60 m³/h, with the 0.6th power of the air through each (Kays and London; 14 common practice)', () => {
    const each = (m3h: number, fans: number) => (fans * m3h) / 3600;
    // UA = 28, C = 40: 40 (1 − e^−0.7).
    expect(radiatorGives(each(60, 2), 2, 1200)).toBeCloseTo(20.137, 2);
    // UA = 14 · 0.5^0.6 = 9.237, C = 10; two fans at that: twice as much of both.
    expect(radiatorGives(each(30, 1), 1, 1200)).toBeCloseTo(6.029, 2);
    expect(radiatorGives(each(30, 2), 2, 1200)).toBeCloseTo(12.058, 2);
    expect(radiatorGives(0, 3, 1200)).toBeCloseTo(1.8, 9);
  });
  it('warms what it cools over its own water by 0.14 K a watt, all of that part’s watts counted', () => {
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
      {
        type: 'setLoop',
        loop: {
          order: ['board-1', 'radiator-1'],
          pump: { head: 25, flow: 10 },
          bore: 10,
          reservoir: 150,
          filledAt: 'lid off',
        },
      },
    );
    const dry = airReport(after(wet, { type: 'setLoop', loop: null }), assemble(wet), 'full', true);
    const report = airReport(wet, assemble(wet), 'full', true);
    const board = report.temperatures.find((t) => t.part === 'board-1')!;
    expect(board.watts).toBeCloseTo(dry.heats.find((h) => h.part === 'board-1')!.watts, 6);
    expect(board.temperature - board.air).toBeCloseTo(0.14 * board.watts, 6);
  });
});

describe('the air around a part', () => {
  const model = {
    heats: [
      { part: 'a', zones: [[1, 0.25], [2, 0.75]] }, // prettier-ignore
      { part: 'b', zones: [[2, 1]] },
    ],
  } as unknown as AirModel;
  it('is that of its zones, each by the heat it gets', () => {
    expect(airAround(model, [0, 8, 4], 'a')).toBeCloseTo(5, 12);
    expect(airAround(model, [0, 8, 4], 'b')).toBe(4);
    expect(airAround(model, [0, 8, 4], 'c')).toBe(0);
  });
});

describe('several fans in one', () => {
  const radiator = (key: string) =>
    moversOf(after(deck, { type: 'addPart', id: 'radiator-9', part: partFrom(standardPart(key)!, 'R') }), 'full').find(
      (m) => m.part === 'radiator-9',
    )!;
  it('two alike are 3.01 dB louder, three 4.77, and move two and three times the air at the same pressure', () => {
    const [one, two, three] = ['radiator/120', 'radiator/240', 'radiator/360'].map(radiator);
    expect([one!.count, two!.count, three!.count]).toEqual([1, 2, 3]);
    expect(two!.noise - one!.noise).toBeCloseTo(3.0103, 4);
    expect(three!.noise - one!.noise).toBeCloseTo(4.7712, 4);
    expect(two!.noise).toBeCloseTo(sumOfLevels([one!.noise, one!.noise]), 9);
    for (const [i, [flow, pressure]] of one!.full.entries()) {
      expect(three!.full[i]![0]).toBeCloseTo(3 * flow, 12);
      expect(three!.full[i]![1]).toBeCloseTo(pressure, 12);
    }
  });
  it('a fan’s own rpm, feed and noise follow the fan laws: flow by n, pressure by n², level by 50 log n (ASHRAE Handbook)', () => {
    const usual = usualFan(80, 25);
    const made = (fan: object) =>
      moversOf(
        after(
          deck,
          { type: 'addPart', id: 'fan-9', part: partFrom(standardPart('fan/80x25')!, 'F') },
          { type: 'setFan', part: 'fan-9', fan },
        ),
        'full',
      ).find((m) => m.part === 'fan-9')!;
    const slow = made({ rpm: usual.speed * 0.6, feed: '12 V' });
    expect(slow.full.at(-1)![0]).toBeCloseTo((0.6 * usual.flow) / 3600, 9);
    expect(slow.full[0]![1]).toBeCloseTo(0.36 * usual.pressure, 9);
    expect(slow.noise).toBeCloseTo(usual.noise + 50 * Math.log10(0.6), 9);
    const held = made({ feed: 'controller', speed: 40 });
    expect(held.rpm).toBeCloseTo(0.4 * usual.speed, 9);
    expect(held.curve.at(-1)![0]).toBeCloseTo((0.4 * usual.flow) / 3600, 9);
    expect(held.noise).toBeCloseTo(levelAt(usual.noise, 0.4), 9);
    expect(made({ feed: 'controller' }).speed).toBeCloseTo(0.6, 12);
    expect(made({ stopped: true })).toMatchObject({ speed: 0, stopped: true, noise: -Infinity });
    // Own curve, in m³/h as its sheet has it.
    expect(made({ curve: [[0, 20], [36, 0]], feed: '12 V' }).full.at(-1)).toEqual([0.01, 0]); // prettier-ignore
  });
});
