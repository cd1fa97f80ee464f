import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assemble } from '../assembly';
import { applyChange, validationIssuesOf, readConversion, type Change, type Conversion } from '../document';
import { RANK } from '../findings';
import { marginsOf, routesOf, severityOf } from '../fit';
import { kindOf, partFrom } from '../parts';
import {
  awgArea,
  awgDiameter,
  awgResistance,
  efficiencyAt,
  E_SERIES,
  PLUGS,
  preferred,
  RAILS,
  standardPart,
} from '../standards';
import { assessPower } from './assess';
import { budgetOf } from './budget';
import { chainsOf } from './chains';
import { discharge, fuseFor } from './mains';
import { powerRemedies } from './remedies';
import { powerReport } from './report';
import { lampResistor } from './series';
import { judgeSource, judgeTrigger, pdLevel } from './sources';
import { cardPlugs, dropOf } from './wires';

const demo = (name: string) =>
  readConversion(readFileSync(new URL(`../../../demo/${name}.json`, import.meta.url), 'utf8'));
const deck = demo('tape-deck');
const after = (document: Conversion, ...changes: Change[]) =>
  changes.reduce((d, change) => applyChange(d, change).document, document);
const said = (document: Conversion) => assessPower(document, assemble(document)).findings;
const add = (id: string, key: string): Change => ({ type: 'addPart', id, part: partFrom(standardPart(key)!, id) });

describe('wires', () => {
  // ASTM B258, from memory.
  it.each([
    [18, 1.024, 0.823, 20.95],
    [20, 0.812, 0.518, 33.3],
    [22, 0.644, 0.326, 53],
    [24, 0.511, 0.205, 84.2],
  ])('of AWG %i are %f mm thick, %f mm², %f mΩ/m', (gauge, diameter, area, resistance) => {
    expect(awgDiameter(gauge)).toBeCloseTo(diameter, 3);
    expect(awgArea(gauge)).toBeCloseTo(area, 3);
    expect(awgResistance(gauge) * 1000).toBeCloseTo(resistance, 1);
  });

  it('half a metre of AWG 18 loses 37.5 mV at 1.79 A, there and back (ASTM B258)', () => {
    expect(dropOf(1.79, 18, 500)).toBeCloseTo(2 * 1.79 * 0.02095 * 0.5, 4);
  });

  it('an 8-pin plug twice and the slot are 375 W (PCI-SIG CEM: 150 W a plug, 75 W the slot; from memory)', () => {
    expect(2 * PLUGS['card 8'].watts + 75).toBe(375);
    for (const watts of [40, 75, 120, 220, 290, 375, 600]) {
      const has = cardPlugs(watts).reduce((sum, p) => sum + (PLUGS[p] as { watts?: number }).watts!, 75);
      expect(has).toBeGreaterThanOrEqual(watts);
    }
  });

  it('run as long as Fit’s ways say', () => {
    const assembly = assemble(deck);
    const routes = routesOf(deck, assembly);
    for (const wire of powerReport(deck, assembly, routes).wires) {
      const route = routes.find((r) => r.link.id === wire.link)!;
      expect(wire.length).toBe(route.suggested ?? route.length);
      for (const rail of wire.rails)
        expect(rail.each * Math.min(rail.conductors, wire.plugs[0] === 'sata' ? 1 : rail.conductors)).toBeCloseTo(
          rail.amps,
          9,
        );
    }
  });

  it('fine wire on a fat load stops', () => {
    const assembly = assemble(deck);
    const { link } = powerReport(deck, assembly).wires.find(
      (x) => x.part === 'board-1' && x.link.includes('processor'),
    )!;
    const thin = after(deck, { type: 'setWire', link, wire: { gauge: 28 } });
    const wires = powerReport(thin, assemble(thin)).wires.find((x) => x.link === link)!;
    expect(wires.rails[0]!.each).toBeGreaterThan(wires.rails[0]!.wire);
  });
});

describe('the budget', () => {
  it('is the sum of its rails in every state, and of its parts', () =>
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom('drive/3.5', 'drive/2.5-7', 'card/full-length-2', 'board/mini-itx', 'fan/120x25'), {
          maxLength: 8,
        }),
        fc.boolean(),
        (keys, staggered) => {
          const document = after(deck, ...keys.map((key, i) => add(`more-${i + 1}`, key)), {
            type: 'setPower',
            power: { staggered: staggered || null },
          });
          const { loads, parts } = budgetOf(document);
          for (const state of ['idle', 'typical', 'peak', 'start'] as const) {
            expect(RAILS.reduce((sum, rail) => sum + loads[state].rails[rail], 0)).toBeCloseTo(loads[state].total, 9);
            expect(parts.reduce((sum, p) => sum + p.watts[state], 2.5)).toBeCloseTo(loads[state].total, 9);
          }
          expect(loads.idle.total).toBeLessThanOrEqual(loads.peak.total);
        },
      ),
      { numRuns: 40 },
    ));

  it('six drives spin up together on 12 V, about 2 A each; one after the other far less', () => {
    const six = after(deck, ...[3, 4, 5, 6, 7, 8].map((n) => add(`drive-${n}`, 'drive/3.5')));
    const apart = after(six, { type: 'setPower', power: { staggered: true } });
    const twelve = (d: Conversion) => budgetOf(d).loads.start.rails['12 V'];
    expect((twelve(six) - twelve(apart)) / 12).toBeGreaterThan(6 * 1.4);
  });

  it('more than the supply gives stops, and the remedies bring it under', () => {
    const weak = after(deck, { type: 'setSupply', part: 'supply-1', supply: { rating: 200, rails: null } });
    const stop = said(weak).find((f) => f.id === 'power/rating')!;
    expect(stop.verdict).toBe('stop');
    const remedies = powerRemedies(weak, stop);
    expect(remedies.length).toBeGreaterThan(0);
    for (const { change } of remedies) {
      const then = said(after(weak, change)).find((f) => f.id === 'power/rating')!;
      expect(RANK[then.verdict]).toBeGreaterThan(RANK.stop);
    }
  });

  it('a supply is best at half of its load', () => {
    expect(efficiencyAt(0.5)).toBeGreaterThan(efficiencyAt(0.1));
    expect(efficiencyAt(0.5)).toBeGreaterThan(efficiencyAt(1));
  });
});

describe('chains', () => {
  it('add what hangs below to every plug above', () =>
    fc.assert(
      fc.property(fc.array(fc.nat({ max: 4 }), { minLength: 1, maxLength: 6 }), (ups) => {
        const drives = ups.map((_, i) => add(`drive-${i + 10}`, 'drive/3.5'));
        const adapters = ups.map((up, i): Change => ({
          type: 'setAdapter',
          id: `adapter-${i + 10}`,
          adapter: {
            name: `A${i}`,
            plug: 'peripheral',
            feeds: { [`drive-${i + 10}`]: true },
            ...(i > 0 ? { on: `adapter-${(up % i) + 10}` } : {}),
          },
        }));
        const document = after(deck, { type: 'setAdapter', id: 'adapter-1', adapter: null }, ...drives, ...adapters);
        expect(validationIssuesOf(document)).toEqual([]);
        const chains = chainsOf(document, budgetOf(document));
        const [root] = chains;
        // Every drive by itself, by brute force.
        expect(root!.parts).toHaveLength(ups.length);
        expect(root!.amps['12 V']).toBeCloseTo(ups.length * chains.find((c) => c.parts.length === 1)!.amps['12 V']!, 6);
      }),
      { numRuns: 40 },
    ));

  it('a ring and an adapter into itself are refused in words', () => {
    const ring = applyChange(deck, {
      type: 'setAdapter',
      id: 'adapter-1',
      adapter: { name: 'A', plug: 'sata', on: 'adapter-1', feeds: {} },
    }).document;
    expect(validationIssuesOf(ring)[0]?.message).toMatch(/hangs on itself/);
  });

  it('a graphics card from one SATA plug stops', () => {
    const card = after(deck, {
      type: 'setAdapter',
      id: 'adapter-1',
      adapter: { name: 'Riser lead', plug: 'sata', feeds: { 'card-1': true } },
    });
    const stop = said(card).find((f) => f.id === 'power/chain/adapter-1')!;
    expect(stop).toMatchObject({ verdict: 'stop', sentence: expect.stringContaining('54 W') });
    const [first] = powerRemedies(card, stop);
    expect(said(after(card, first!.change)).some((f) => f.id === stop.id && f.verdict === 'stop')).toBe(false);
  });
});

describe('sources outside', () => {
  const source = { kind: 'USB PD', volts: 12, amps: 3, takes: { from: 11, to: 13 }, gives: 160 } as const;
  it('12 V is no level of USB Power Delivery; 5, 9, 15, 20 and the extended ones are (USB-IF Power Delivery 3.1)', () => {
    expect([5, 9, 15, 20, 28, 36, 48].every((v) => pdLevel(v) !== undefined)).toBe(true);
    expect(judgeSource(source, 30, 0.95).find((j) => j.what === 'level')).toMatchObject({
      bad: true,
      words: expect.stringContaining('15 or 20 V'),
    });
  });
  it('5 A want a marked cable, and only at 20 V and over', () => {
    const at = (volts: number, amps: number, marked: boolean) =>
      judgeSource({ ...source, volts, amps, marked, takes: { from: 5, to: 50 } }, 10, 0.95).some((j) => j.bad);
    expect([
      at(20, 5, false),
      at(20, 5, true),
      at(15, 5, true),
      at(9, 3, false),
      at(48, 5, true),
      at(48, 5, false),
    ]).toEqual([true, false, true, false, false, true]);
  });
  it('a source that is too weak, or out of what the DC board takes, is said', () => {
    const brick = { kind: 'brick', volts: 19, amps: 3.4, takes: { from: 11, to: 13 }, gives: 160 } as const;
    expect(
      judgeSource(brick, 120, 0.95)
        .map((j) => j.what)
        .sort(),
    ).toEqual(['amps', 'takes']);
  });
});

describe('a second supply in step', () => {
  const relay = {
    how: 'relay',
    coil: 12,
    current: 40,
    from: '12 V',
    pulls: 'PS_ON to ground',
    commonGround: true,
  } as const;
  it('is right with a 12 V relay on 12 V; a 12 V module does not pull in on 5 V (a coil pulls in at three quarters of its volts: common practice, no source)', () => {
    expect(judgeTrigger(relay)).toEqual([]);
    expect(judgeTrigger({ ...relay, from: '5 V' }).map((t) => t.id)).toEqual(['coil']);
    expect(judgeTrigger({ ...relay, coil: 5 }).map((t) => t.id)).toEqual(['coil']);
    expect(judgeTrigger({ ...relay, coil: 5, from: 'LED header' }).map((t) => t.id)).toEqual(['current']);
    expect(judgeTrigger({ ...relay, commonGround: false }).map((t) => t.id)).toEqual(['ground']);
    expect(judgeTrigger({ ...relay, pulls: 'PS_ON to 5 V' }).map((t) => t.id)).toEqual(['sense']);
  });
  it('each remedy of a wrong one takes that fault away', () => {
    const wrong = after(deck, { type: 'setTrigger', trigger: { ...relay, from: '5 V', commonGround: false } });
    for (const finding of said(wrong).filter((f) => f.id.startsWith('power/trigger/')))
      for (const { change } of powerRemedies(wrong, finding))
        expect(said(after(wrong, change)).some((f) => f.id === finding.id)).toBe(false);
  });
});

describe('mains', () => {
  it('470 µF at 325 V through 10 kΩ fall to 60 V in 7.94 s (R C ln U₀ / U)', () => {
    expect(discharge(470, 325, 10)).toBeCloseTo(7.94, 2);
    expect(discharge(470, 50, 10)).toBe(0);
    expect(() => discharge(0, 325, 10)).toThrow(/more than 0/);
  });
  it('a fuse is the next size over 1.35 times the current, never over the weakest behind it', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 0.01, max: 20, noNaN: true }),
        fc.double({ min: 1, max: 16, noNaN: true }),
        (amps, weakest) => {
          const { size, least } = fuseFor(amps, weakest);
          expect(least).toBeCloseTo(1.35 * amps, 9);
          if (size !== undefined) {
            expect(size).toBeGreaterThanOrEqual(least);
            expect(size).toBeLessThanOrEqual(weakest);
          }
        },
      ),
    ));
  it('an earth over 0.1 Ω stops; what is not measured is listed', () => {
    const bad = after(deck, { type: 'setEarth', thing: 'body/lid', name: 'Deck plate', ohms: 0.4 });
    expect(said(bad).find((f) => f.id === 'power/earth/body-lid')).toMatchObject({ verdict: 'stop' });
    expect(said(deck).find((f) => f.id === 'power/earth')!.sentence).toMatch(/not yet|no measured bond/);
  });
  it('high voltage without an earthed screen stops', () =>
    expect(said(demo('cocktail-table')).find((f) => f.id === 'power/decoration/decoration-1')).toMatchObject({
      verdict: 'stop',
    }));
  it('a pin that is not what it is called stops', () => {
    const pins = after(
      deck,
      { type: 'setPin', pin: '1', function: '12 V', measured: 5.02 },
      { type: 'setPin', pin: '2', function: 'ground', measured: 0 },
    );
    expect(said(pins).find((f) => f.id === 'power/pin/1')).toMatchObject({ verdict: 'stop' });
  });
});

describe('resistances', () => {
  it('5 V, 2.1 V LED, 10 mA: 290 Ω → 300 Ω (E24), 330 Ω (E12) (Ohm’s law; IEC 60063)', () =>
    expect(lampResistor(5, 2.1, 10)).toMatchObject({ ohms: expect.closeTo(290, 6), e24: 300, e12: 330 }));
  it('are the least of their series that are no less', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 1e7, noNaN: true }),
        fc.constantFrom('E12' as const, 'E24' as const),
        (ohms, series) => {
          const all = Array.from({ length: 10 }, (_, d) => E_SERIES[series].map((n) => n * 10 ** (d - 2))).flat();
          const least = Math.min(...all.filter((r) => r >= ohms * (1 - 1e-9)));
          expect(preferred(ohms, series) / least).toBeCloseTo(1, 6);
        },
      ),
    ));
  it('refuse a rail that is too low', () => expect(() => lampResistor(2, 2.1, 10)).toThrow(/stays dark/));
});

// An open footprint library: Debian package kicad-footprints 6.0.11-1, upright power connectors of 4.2 mm pitch, read on
// 2026-11-26: contacts of each.
describe('an open footprint library', () => {
  it.each([
    ['main 24', 24],
    ['processor 8', 8],
    ['processor 4', 4],
    ['card 6', 6],
    ['card 8', 8],
  ] as const)('has as many contacts for a %s plug as leave a way back for all that we count on', (plug, contacts) => {
    const out = Object.values(PLUGS[plug].pins).reduce((a, b) => a + b, 0);
    // A ground for each conductor out, at most shared by two; the main plug has signals besides.
    expect(contacts - out).toBeGreaterThanOrEqual(out / 2);
    expect(contacts - out).toBeLessThanOrEqual(out + 2);
  });
  it('has three contacts a rail in the 15 of a SATA plug', () =>
    expect(3 * Object.keys(PLUGS.sata.pins).length).toBeLessThanOrEqual(15 - 5));
});

describe('the fan of a supply', () => {
  it('breathes as Fit says, wherever the supply stands', () => {
    const part = Object.keys(deck.kit.parts).find((id) => kindOf(deck.kit.parts[id]!) === 'supply')!;
    const from = deck.layout.placements[part]!;
    const seen = new Set<string>();
    for (const top of ['top', 'bottom'] as const)
      for (const lift of [-7, -3, 0, 5, 12, 20, 40, 60]) {
        const plan = after(deck, { type: 'placePart', id: part, placement: { ...from, z: from.z + lift, top } });
        const assembly = assemble(plan);
        const worst = marginsOf(assembly)
          .filter((m) => m.kind === 'air' && m.solid.startsWith(`${part}/`))
          .map(severityOf);
        const expected = worst.includes('stop') ? 'stop' : worst.includes('warn') ? 'warn' : undefined;
        const told = assessPower(plan, assembly).findings.find((f) => f.id === `power/breath/${part}`)?.verdict;
        expect(told).toBe(expected);
        seen.add(String(told));
      }
    expect(seen.size).toBeGreaterThan(1);
  });
});
