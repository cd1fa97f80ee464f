import { execFileSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { timingBlock } from './block';
import { cvt } from './cvt';
import { gtf } from './gtf';
import { integerScales } from './scaling';
import { fieldRate, lineRate, lineTimes, modeline, readModeline, type Timing } from './timing';
import { runs } from '../../../../testing/runs';
import { marginsOfTiming, searchTube, SYSTEMS, TUBE_MODES, tubeTiming, type Limits } from './tube';

const SIZES: [number, number][] = [
  [640, 480],
  [800, 600],
  [1024, 768],
  [1152, 864],
  [1280, 720],
  [1280, 800],
  [1280, 960],
  [1280, 1024],
  [1366, 768],
  [1400, 1050],
  [1440, 900],
  [1600, 900],
  [1600, 1200],
  [1680, 1050],
  [1920, 1080],
  [1920, 1200],
  [2048, 1536],
  [2560, 1440],
  [2560, 1600],
  [3440, 1440],
  [3840, 2160],
];
const RATES = [50, 60, 75];
/** A modeline as a program of Debian’s packages prints it. */
const printed = (program: string, ...args: (string | number)[]): Timing =>
  readModeline(
    execFileSync(program, args.map(String), { encoding: 'utf8' })
      .split('\n')
      .find((l) => l.includes('Modeline'))!,
  );
const bare = ({ name: _name, clock, ...rest }: Timing) => ({ ...rest, clock: Math.round(clock / 10) });

describe('CVT', () => {
  // The program cvt of Debian's package xcvt (VESA CVT 1.2), 63 modes with and 21 without a beam to fly back.
  it('is what the program says, mode by mode', () => {
    for (const [w, h] of SIZES)
      for (const hz of RATES) expect(bare(cvt(w, h, hz)), `${w}x${h} ${hz}`).toEqual(bare(printed('cvt', w, h, hz)));
  });
  it('of few lines keeps the standard’s six lines of back porch, where the program leaves three; all else is the same', () => {
    for (const [w, h] of [
      [320, 240],
      [320, 200],
      [640, 350],
    ] as const) {
      const [ours, theirs] = [bare(cvt(w, h, 60)), bare(printed('cvt', w, h, 60))];
      expect(ours.vTotal - ours.vSyncEnd).toBeGreaterThanOrEqual(6);
      expect(theirs.vTotal - theirs.vSyncEnd).toBeLessThan(6);
      expect({ ...ours, vTotal: 0 }).toEqual({ ...theirs, vTotal: 0 });
    }
  });
  it('with reduced blanking too', () => {
    for (const [w, h] of SIZES)
      expect(bare(cvt(w, h, 60, true)), `${w}x${h}`).toEqual(bare(printed('cvt', '-r', w, h, 60)));
  });
});

describe('GTF', () => {
  // The program gtf of Debian's package xserver-xorg-core (VESA GTF 1.1), 63 modes.
  it('is what the program says, mode by mode', () => {
    for (const [w, h] of SIZES)
      for (const hz of RATES) {
        const theirs = printed('gtf', w, h, hz);
        expect(bare(gtf(w, h, hz)), `${w}x${h} ${hz}`).toEqual(bare(theirs));
      }
  });
});

describe('the line of a tube', () => {
  it('has 15 734.27 Hz = 4.5 MHz / 286 and 15 625 Hz (SMPTE 170M, ITU-R BT.470, from memory)', () => {
    expect(SYSTEMS[60].rate * 1000).toBeCloseTo(15_734.27, 1);
    expect((SYSTEMS[60].rate * 2000) / 525).toBeCloseTo(59.94, 2);
    expect((SYSTEMS[60].rate * 1000) / 262).toBeCloseTo(60.05, 2);
    expect(15_625 / 312).toBeCloseTo(50.08, 2);
    expect(1000 / SYSTEMS[60].rate).toBeCloseTo(63.556, 3);
  });
  it.each(TUBE_MODES)('of $lines lines at $hz Hz keeps porches and sync of its system within half a pixel', (mode) => {
    for (const width of [640, 1280, 2560]) {
      const t = tubeTiming(mode, width);
      const { line, blanking, front, sync } = lineTimes(t);
      const step = 4000 / t.clock;
      expect(line).toBeCloseTo(1000 / SYSTEMS[mode.hz].rate, 2);
      expect(Math.abs(blanking - SYSTEMS[mode.hz].blanking)).toBeLessThan(1.1 * step);
      expect(Math.abs(sync - SYSTEMS[mode.hz].sync)).toBeLessThan(step);
      expect(Math.abs(front - SYSTEMS[mode.hz].front)).toBeLessThan(step);
      expect(fieldRate(t)).toBeCloseTo(mode.hz, -0.2);
    }
  });
});

const LIMITS: Limits = { horizontal: [15.6, 15.8], vertical: [49, 61], interlace: true, clock: [25, 400] };

describe('the search', () => {
  it('finds all four pictures, wide enough for the card’s lowest clock, every margin kept', () => {
    const { found } = searchTube(LIMITS);
    expect(found.map((f) => f.mode.lines)).toEqual([240, 288, 480, 576]);
    for (const { timing, margins } of found) {
      expect(timing.clock / 1000).toBeGreaterThanOrEqual(25);
      expect(margins.every((m) => m.ok)).toBe(true);
    }
    // Without a lowest clock it is as narrow as the picture.
    expect(searchTube({ ...LIMITS, clock: [5, 400] }).found[0]!.timing.hActive).toBe(320);
  });
  it('never lists what a second look refuses, whatever the limits', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 14, max: 33, noNaN: true }),
        fc.double({ min: 0, max: 3, noNaN: true }),
        fc.double({ min: 40, max: 70, noNaN: true }),
        fc.double({ min: 0, max: 20, noNaN: true }),
        fc.double({ min: 1, max: 60, noNaN: true }),
        fc.boolean(),
        (h, hs, v, vs, c, interlace) => {
          const limits: Limits = { horizontal: [h, h + hs], vertical: [v, v + vs], interlace, clock: [c, 300] };
          const { found, why } = searchTube(limits);
          expect(found.length === 0).toBe(why !== undefined);
          for (const { timing } of found) {
            expect(lineRate(timing)).toBeGreaterThanOrEqual(h - 1e-6);
            expect(lineRate(timing)).toBeLessThanOrEqual(h + hs + 1e-6);
            expect(fieldRate(timing)).toBeGreaterThanOrEqual(v - 1e-6);
            expect(fieldRate(timing)).toBeLessThanOrEqual(v + vs + 1e-6);
            expect(timing.interlaced && !interlace).toBe(false);
            expect(readModeline(modeline(timing))).toMatchObject({ hTotal: timing.hTotal, vTotal: timing.vTotal });
          }
        },
      ),
      { numRuns: 150 },
    ));
  it('offers every picture that exists, whatever the monitor: by what the ranges leave of a line, in closed form', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 15, max: 16.6, noNaN: true }),
        fc.double({ min: 0.05, max: 0.8, noNaN: true }),
        fc.double({ min: 45, max: 62, noNaN: true }),
        fc.double({ min: 1, max: 12, noNaN: true }),
        fc.double({ min: 5, max: 40, noNaN: true }),
        (h, hs, v, vs, c) => {
          const limits: Limits = { horizontal: [h, h + hs], vertical: [v, v + vs], interlace: true, clock: [c, 300] };
          const { found } = searchTube(limits);
          for (const mode of TUBE_MODES) {
            const per = mode.interlaced ? 2 : 1;
            // A total of lines whose field rate is in range at some line rate, with room to spare for whole numbers; its
            // width so far sent often enough for the clock, with 11 µs of blanking.
            let exists = false;
            for (let blank = mode.interlaced ? 30 : 14; blank <= (mode.interlaced ? 60 : 30); blank++) {
              const total = mode.lines + blank;
              if (mode.interlaced && total % 2 === 0) continue;
              const [low, high] = [
                Math.max(h, (v * total) / per / 1000),
                Math.min(h + hs, ((v + vs) * total) / per / 1000),
              ];
              if (high - low < 0.02) continue;
              const rate = (low + high) / 2;
              if ([320, 640, 1280, 1920, 2560].some((w) => w / (1000 / rate - 11) > 1.02 * c)) exists = true;
            }
            const offered = found.some((f) => f.mode === mode);
            if (exists) expect(offered, `${mode.lines} lines`).toBe(true);
          }
        },
      ),
      { numRuns: runs(1000, 250), seed: 222 },
    ));
  it('says yes between 15.91 and 16.2 kHz, and keeps 240 lines from 15.5 kHz on', () => {
    for (const least of [15.91, 15.95, 16, 16.1, 16.19]) {
      const { found, why } = searchTube({ ...LIMITS, horizontal: [least, 16.2] });
      expect(why).toBeUndefined();
      expect(found.length).toBeGreaterThan(0);
    }
    for (const most of [15.55, 15.6, 15.65, 15.7]) {
      const { found } = searchTube({ ...LIMITS, horizontal: [15.5, most] });
      expect(found.map((f) => f.mode.lines)).toContain(240);
    }
  });
  it('says what is empty', () => {
    expect(searchTube({ ...LIMITS, horizontal: [16, 15] }).why).toMatch(/horizontal range is empty/);
    expect(searchTube({ ...LIMITS, horizontal: [31, 32] }).why).toMatch(/15.6/);
    expect(searchTube({ ...LIMITS, clock: [90, 100] }).why).toMatch(/MHz/);
  });
  it('tells each margin of a modern timing on an old tube', () =>
    expect(
      marginsOfTiming(cvt(640, 480, 60), LIMITS)
        .filter((m) => !m.ok)
        .map((m) => m.label),
    ).toContain('lines a second'));
});

describe('a timing block', () => {
  // edid-decode of Debian's packages reads a whole record with the block in it.
  const decoded = (t: Timing): string => {
    const record = new Uint8Array(128);
    record.set([0, 255, 255, 255, 255, 255, 255, 0, 0x65, 0x33, 1, 0, 1, 0, 0, 0, 1, 30, 1, 4, 0xa5, 40, 30, 120, 2]);
    record.set([0xee, 0x91, 0xa3, 0x54, 0x4c, 0x99, 0x26, 0x0f, 0x50, 0x54], 25);
    for (let i = 38; i < 54; i++) record[i] = 1;
    record.set(timingBlock(t, [400, 300]), 54);
    record.set([0, 0, 0, 0xfc, 0, 0x54, 0x75, 0x62, 0x65, 10, 32, 32, 32, 32, 32, 32, 32, 32], 72);
    record.set([0, 0, 0, 0x10, ...Array.from({ length: 14 }, () => 0)], 90);
    record.set([0, 0, 0, 0x10, ...Array.from({ length: 14 }, () => 0)], 108);
    record[127] = (256 - (record.slice(0, 127).reduce((a, b) => a + b, 0) % 256)) % 256;
    const file = join(mkdtempSync(join(tmpdir(), 'edid-')), 'edid.bin');
    writeFileSync(file, record);
    try {
      return execFileSync('edid-decode', [file], { encoding: 'utf8' });
    } catch (error) {
      // It ends with 1 where a record is not in order in other respects.
      return String((error as { stdout?: string }).stdout);
    }
  };
  const cases = [
    cvt(1280, 720, 60),
    cvt(1920, 1080, 60, true),
    gtf(1024, 768, 75),
    ...searchTube(LIMITS).found.map((f) => f.timing),
  ];
  it.each(cases.map((t) => [t.name, t] as const))('of %s is read back as it is', (_name, t) => {
    const text = decoded(t);
    const lines = t.interlaced ? t.vActive : t.vActive;
    expect(text).toMatch(new RegExp(`DTD 1:\\s+${t.hActive}x${lines}${t.interlaced ? 'i' : ''}\\s`));
    const [, hz, khz, mhz] = /DTD 1:.*?([\d.]+) Hz.*?([\d.]+) kHz\s+([\d.]+) MHz/.exec(text)!;
    expect(Number(mhz)).toBeCloseTo(t.clock / 1000, 1);
    expect(Number(khz)).toBeCloseTo(lineRate(t), 1);
    expect(Number(hz)).toBeCloseTo(fieldRate(t), 0);
    expect(Number(/Hfront\s+(\d+)/.exec(text)![1])).toBe(t.hSyncStart - t.hActive);
    expect(Number(/Hsync\s+(\d+)/.exec(text)![1])).toBe(t.hSyncEnd - t.hSyncStart);
  });
  it('refuses what has no room in it', () =>
    expect(() =>
      timingBlock({ ...cvt(1280, 720, 60), hActive: 5000, hSyncStart: 5010, hSyncEnd: 5020, hTotal: 5100 }),
    ).toThrow(/up to 4095/));
});

describe('whole scales', () => {
  it('of 320 × 240 on 1920 × 1080 are 4 and 4, as much as goes in', () =>
    expect(integerScales([320, 240], [1920, 1080]).same).toMatchObject({ across: 4, up: 4, left: 320, top: 60 }));
  it('never go beyond the panel, and are the largest', () =>
    fc.assert(
      fc.property(fc.integer({ min: 160, max: 800 }), fc.integer({ min: 100, max: 600 }), (w, h) => {
        const { same, shaped } = integerScales([w, h], [1920, 1200]);
        for (const s of [same, shaped]) {
          expect(s.width).toBeLessThanOrEqual(1920);
          expect(s.height).toBeLessThanOrEqual(1200);
        }
        expect(w * (same.across + 1) > 1920 || h * (same.across + 1) > 1200).toBe(true);
        expect(Math.abs(Math.log(shaped.shape))).toBeLessThanOrEqual(
          Math.max(0.05, Math.abs(Math.log(same.shape))) + 1e-9,
        );
      }),
    ));
  it('of a picture that is too large are none', () =>
    expect(() => integerScales([2000, 400], [1920, 1080])).toThrow(/larger than the panel/));
});

it('a modeline that is none is refused in words', () => {
  expect(() => readModeline('640x480')).toThrow(/name in quotes/);
  expect(() => readModeline('"a" 25 640 600 700 800 480 490 492 525')).toThrow(/640, 600/);
  expect(() => readModeline('"a" x 640 656')).toThrow(/eight numbers/);
});
