import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { readConversion } from '@young-shell/core/document';
import { analyse, guessChannels, readLog } from '@young-shell/core/proof';
import { kindOf } from '@young-shell/core/parts';
import { simulatedLog, type LoggerRun } from './logger';
import { supplyGives } from './supply';

const deck = readConversion(readFileSync(new URL('../../../demo/tape-deck.json', import.meta.url), 'utf8'));
const RUN: LoggerRun = { state: 'full', lid: 'closed', ambient: 21, every: 10, seconds: 3600, fault: 'none' };
const lines = (more: Partial<LoggerRun> = {}) => [...simulatedLog(deck, { ...RUN, ...more })];
const read = (more: Partial<LoggerRun> = {}) => {
  const log = readLog(lines(more).join('\n'));
  const parts = Object.fromEntries(
    Object.entries(deck.kit.parts).map(([id, p]) => [id, { name: p.name, kind: kindOf(p) ?? '' }]),
  );
  return analyse(
    log,
    guessChannels(
      log.columns.map((c) => c.name),
      parts,
    ),
    { limits: { 'board-1': 95 } },
  );
};

describe('the simulated logger', () => {
  it('gives the same log for the same run, another for another', () => {
    expect(lines()).toEqual(lines());
    expect(lines({ lid: 'open' })).not.toEqual(lines());
    expect(lines()).toHaveLength(362);
  });

  it('is cooler with the lid open and with less load, and holds back only where it is too hot', () => {
    const of = (more: Partial<LoggerRun>) => read(more).parts.find((p) => p.part === 'board-1')!;
    expect(of({ lid: 'open' }).temperature).toBeLessThan(of({}).temperature - 3);
    expect(of({ state: 'typical' }).temperature).toBeLessThan(of({}).temperature - 10);
    expect(of({}).throttle).toBeDefined();
    expect(of({ lid: 'open' }).throttle).toBeUndefined();
    // A warmer room is a warmer part.
    expect(of({ state: 'typical', ambient: 31 }).temperature - of({ state: 'typical' }).temperature).toBeCloseTo(10, 0);
  });

  it('keeps what goes in equal to what leaves: rises follow the watts', () => {
    const [idle, full] = [read({ state: 'idle', seconds: 7200 }), read({ seconds: 7200, lid: 'open' })];
    expect(idle.watts!.mean).toBeLessThan(full.watts!.mean / 3);
    for (const p of full.parts) expect(p.rise).toBeGreaterThan(5);
  });

  it('stops half-way, or sends lines that are no readings, where it is told to', () => {
    expect(lines({ fault: 'stops' }).length).toBeLessThan(190);
    const garbage = lines({ fault: 'garbage' });
    expect(garbage.length).toBeGreaterThan(362);
    expect(garbage.filter((l) => lines().includes(l))).toHaveLength(362);
  });
});

describe('the simulated supply', () => {
  it('gives what is asked up to its limit, and marks it', () => {
    const idle = supplyGives(deck, 'healthy', 12, 10);
    expect(idle).toMatchObject({ volts: 12, limiting: false, simulated: true });
    expect(supplyGives(deck, 'healthy', 12, 0.5)).toMatchObject({ amps: 0.5, limiting: true });
    expect(supplyGives(deck, 'short', 12, 2)).toMatchObject({ amps: 2, volts: 0.7, limiting: true });
    expect(supplyGives(deck, 'board does not start', 12, 2).amps).toBeLessThan(0.1);
  });

  it.each([
    [0, 1],
    [31, 1],
    [12, 0],
    [12, NaN],
  ])('that is set to %f V and %f A is refused in words', (volts, limit) => {
    expect(() => supplyGives(deck, 'healthy', volts, limit)).toThrow(/up to (30 V|20 A)/);
  });
});
