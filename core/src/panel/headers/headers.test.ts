import { describe, expect, it } from 'vitest';
import type { PanelHeader } from '../../document';
import { HEADER_NAMES, HEADERS, headerStandard, type HeaderName } from '../../standards';
import { compareHeaders, onto } from './compare';
import { metBy, pinsOf, placeOf, standOf } from './pins';

const of = (type: HeaderName | 'own', more: Partial<PanelHeader> = {}): PanelHeader => ({
  name: 'H',
  type,
  pins: {},
  ...more,
});

describe('headers', () => {
  it.each(HEADER_NAMES)('%s has a pin or a gap at each place', (name) => {
    const h = headerStandard(name);
    const all = Array.from({ length: h.rows * h.columns }, (_, i) => i + 1);
    expect(all.filter((n) => String(n) in h.pins).length + h.missing.length).toBe(all.length);
    for (const n of h.missing) expect(String(n) in h.pins).toBe(false);
  });

  // Front Panel I/O Connectivity Design Guide, from memory.
  it('the front panel has drive light 1/3, power light 2/4, switch 6/8, reset 5/7, 9 +5 V, no 10', () => {
    const signals = Object.fromEntries(Object.entries(HEADERS['front panel'].pins).map(([n, p]) => [n, p.signal]));
    expect(signals).toEqual({
      1: 'drive light +',
      2: 'power light +',
      3: 'drive light −',
      4: 'power light −',
      5: 'ground',
      6: 'power switch',
      7: 'reset switch',
      8: 'ground',
      9: '5 V',
    });
    expect(HEADERS['front panel'].missing).toEqual([10]);
  });

  // An open symbol library: Debian package kicad-symbols 6.0.10-1, read on 2026-11-26: `Fan_4pin`, `ATX-24`, and the pins
  // of a 40-pin single-board computer’s row.
  it('a fan has −, +, tacho, PWM as in an open symbol library', () =>
    expect(Object.values(HEADERS.fan.pins).map((p) => p.signal)).toEqual(['ground', '12 V', 'tacho', 'PWM']));
  it('the main power plug has its pins as in an open symbol library', () => {
    const LIBRARY: Record<string, number[]> = {
      '3.3 V': [1, 2, 12, 13],
      '5 V': [4, 6, 21, 22, 23],
      '12 V': [10, 11],
      '−12 V': [14],
      ground: [3, 5, 7, 15, 17, 18, 19, 24],
      PS_ON: [16],
      'power good': [8],
      '5 V standby': [9],
      'not connected': [20],
    };
    for (const [signal, pins] of Object.entries(LIBRARY))
      for (const n of pins) expect(headerStandard('main power 24').pins[n]!.signal).toBe(signal);
    expect(Object.values(LIBRARY).flat().length).toBe(24);
  });
  it('a small board has its supplies and grounds as in an open symbol library', () => {
    const { pins } = headerStandard('small board');
    const having = (signal: string) =>
      Object.entries(pins)
        .filter(([, p]) => p.signal === signal)
        .map(([n]) => Number(n));
    expect(having('3.3 V')).toEqual([1, 17]);
    expect(having('5 V')).toEqual([2, 4]);
    expect(having('ground')).toEqual([6, 9, 14, 20, 25, 30, 34, 39]);
    expect(having('serial out')).toEqual([8]);
    expect(having('serial in')).toEqual([10]);
  });
  // An open footprint library: Debian package kicad-footprints 6.0.11-1, `PinHeader_2x05_P2.54mm_Vertical`, read on
  // 2026-11-26: pads 1 to 5 at (0, 0), (2.54, 0), (0, 2.54), (2.54, 2.54), (0, 5.08).
  it('pins stand at the places and the pitch of an open footprint library', () => {
    const pads = [
      [0, 0],
      [2.54, 0],
      [0, 2.54],
      [2.54, 2.54],
      [0, 5.08],
    ];
    pads.forEach(([across, along], i) => {
      const { column, row } = placeOf(i + 1, 2, 5);
      expect(row * HEADERS['front panel'].pitch).toBeCloseTo(across!, 9);
      expect(column * HEADERS['front panel'].pitch).toBeCloseTo(along!, 9);
    });
  });

  it('read from below a header is mirrored, turned round it is turned; twice is as it was', () => {
    for (const seen of ['from below', 'turned round'] as const)
      for (const name of HEADER_NAMES) {
        const h = of(name, { seen });
        const { rows, columns } = standOf(h);
        for (let n = 1; n <= rows * columns; n++) {
          const met = metBy(h, n);
          if (met !== undefined && String(n) in pinsOf(h)) expect(metBy(h, met)).toBe(n);
        }
      }
    // Pin 1 of the front panel from below is really 9: the drive light’s + meets 5 V.
    expect(metBy(of('front panel', { seen: 'from below' }), 1)).toBe(9);
    expect(metBy(of('front panel', { seen: 'turned round' }), 1)).toBeUndefined();
  });
});

describe('an old plug on another header', () => {
  it('is the same as itself', () => {
    for (const name of HEADER_NAMES) {
      const { pins } = headerStandard(name);
      const { same, wires } = compareHeaders(pins, pins);
      expect(same).toBe(true);
      for (const w of wires) expect(w.to ?? w.pin).toBe(w.pin);
    }
  });
  it('each wire goes to a pin of its own signal, none to two; what would meet a supply is told', () => {
    const old = {
      1: { signal: '12 V', level: 12 },
      2: { signal: 'power switch', level: 3.3 },
      3: { signal: 'ground' },
      4: { signal: 'power light +', level: 5 },
      5: { signal: 'unknown' },
      6: { signal: 'lights data', level: 5 },
    } as const;
    const { pins } = headerStandard('front panel');
    const { wires, missing, same } = compareHeaders(old, pins);
    expect(same).toBe(false);
    for (const w of wires) if (w.to !== undefined) expect(pins[w.to]!.signal).toBe(w.signal);
    expect(new Set(wires.flatMap((w) => w.to ?? [])).size).toBe(wires.filter((w) => w.to !== undefined).length);
    expect(wires.map((w) => w.to)).toEqual([undefined, '6', '5', '2', undefined, undefined]);
    expect(wires[0]!.straight).toBe('destroys');
    expect(missing.map((m) => m.signal)).toEqual([
      'drive light +',
      'drive light −',
      'power light −',
      'reset switch',
      '5 V',
    ]);
  });
  it('12 V on a pin of 3.3 V, on ground or on 5 V destroys; a switch on a lamp does nothing', () => {
    const twelve = { signal: '12 V', level: 12 } as const;
    expect(onto(twelve, { signal: 'controller pin', level: 3.3 })).toBe('destroys');
    expect(onto(twelve, { signal: 'ground' })).toBe('destroys');
    expect(onto(twelve, { signal: '5 V', level: 5 })).toBe('destroys');
    expect(onto({ signal: 'power switch', level: 3.3 }, { signal: 'power light +', level: 5 })).toBe('dead');
    expect(onto(twelve, undefined)).toBe('no pin');
  });
});
