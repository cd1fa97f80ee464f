import { fieldRate, lineRate, lineTimes, type Timing } from './timing';

/** What a monitor and a card stand. */
export interface Limits {
  /** Lines a second, kHz; fields a second, Hz. */
  horizontal: readonly [number, number];
  vertical: readonly [number, number];
  interlace: boolean;
  /** The card’s pixel clock, MHz. */
  clock: readonly [number, number];
}

/** Line times of the two television systems, µs: blanking, front porch, sync (SMPTE 170M; ITU-R BT.470, from memory). */
export const SYSTEMS = {
  60: { rate: 4500 / 286, blanking: 10.9, front: 1.5, sync: 4.7, lines: 262, both: 525, source: 'SMPTE 170M' },
  50: { rate: 15.625, blanking: 12, front: 1.65, sync: 4.7, lines: 312, both: 625, source: 'ITU-R BT.470' },
} as const;

/** Pictures of old tubes. */
export const TUBE_MODES = [
  { lines: 240, hz: 60, interlaced: false },
  { lines: 288, hz: 50, interlaced: false },
  { lines: 480, hz: 60, interlaced: true },
  { lines: 576, hz: 50, interlaced: true },
] as const;
export type TubeMode = (typeof TUBE_MODES)[number];

/** One line of an explanation: what a figure is, what it may be. */
export interface Margin {
  label: string;
  value: number;
  unit: 'kHz' | 'Hz' | 'MHz' | 'µs' | 'lines';
  least: number;
  most: number;
  ok: boolean;
  source: string;
}

/** Widths that multiply a picture of 320 pixels until a card’s clock is high enough: each pixel is sent several times. */
export const WIDTHS = [320, 640, 1280, 1920, 2560] as const;

/**
 * A timing for a tube: the line of its television system stretched or squeezed to a rate that the monitor takes, porches
 * and sync in its proportions.
 * @param width pixels sent along a line
 * @param rate lines a second, kHz; the system’s own where it is not given
 * @param shift of the picture to the right, µs, taken from the front porch
 */
export function tubeTiming(mode: TubeMode, width: number, rate?: number, shift = 0, total?: number): Timing {
  const system = SYSTEMS[mode.hz];
  const line = 1000 / (rate ?? system.rate);
  const scale = line / (1000 / system.rate);
  const active = (1000 / system.rate - system.blanking) * scale;
  // Pixels go in steps of 8 along a line, as cards want them.
  const hTotal = Math.round((width * line) / active / 8) * 8;
  const clock = Math.round((1000 * hTotal) / line);
  const pixels = (us: number) => Math.round((us * scale * clock) / 1000);
  const front = Math.max(1, pixels(system.front + shift));
  const sync = Math.max(1, pixels(system.sync));
  const lines = total ?? (mode.interlaced ? system.both : system.lines);
  const blank = lines - mode.lines;
  // Three lines of sync, in each field; before it a fifth of the blanking.
  const times = mode.interlaced ? 2 : 1;
  const vSync = 3 * times;
  const vFront = Math.max(times, Math.round((blank - vSync) / 5 / times) * times);
  const most = hTotal - width - sync;
  return {
    name: `${width}x${mode.lines}${mode.interlaced ? 'i' : ''}_${mode.hz}`,
    clock,
    hActive: width,
    hSyncStart: width + Math.min(front, Math.max(1, most - 1)),
    hSyncEnd: width + Math.min(front, Math.max(1, most - 1)) + sync,
    hTotal,
    vActive: mode.lines,
    vSyncStart: mode.lines + vFront,
    vSyncEnd: mode.lines + vFront + vSync,
    vTotal: lines,
    interlaced: mode.interlaced,
    hPositive: false,
    vPositive: false,
  };
}

/** A timing against what monitor and card stand, figure by figure; of a tube of television lines its blanking too. */
export function marginsOfTiming(t: Timing, limits: Limits, tube = lineRate(t) < 20): Margin[] {
  const rate = lineRate(t);
  const hz = fieldRate(t);
  const mhz = t.clock / 1000;
  const { blanking, sync, front, back } = lineTimes(t);
  const within = (
    label: string,
    value: number,
    unit: Margin['unit'],
    [least, most]: readonly [number, number],
    source: string,
  ): Margin => ({
    label,
    value,
    unit,
    least,
    most,
    ok: value >= least - 1e-9 && value <= most + 1e-9,
    source,
  });
  return [
    within('lines a second', rate, 'kHz', limits.horizontal, 'what the monitor’s sheet says'),
    within('fields a second', hz, 'Hz', limits.vertical, 'what the monitor’s sheet says'),
    within('pixel clock', mhz, 'MHz', limits.clock, 'what the card’s sheet says'),
    ...(tube
      ? [
          // A tube’s beam needs its time to fly back; sync it finds by its length.
          within(
            'horizontal blanking',
            blanking,
            'µs',
            [9, 16],
            'SMPTE 170M: 10.9 µs; less is folded over (common practice)',
          ),
          within('horizontal sync', sync, 'µs', [3.5, 6], 'SMPTE 170M: 4.7 µs'),
          within('front porch', front, 'µs', [0.5, 5], 'SMPTE 170M: 1.5 µs'),
          within('back porch', back, 'µs', [2.5, 9], 'SMPTE 170M: 4.7 µs'),
          within(
            'vertical blanking',
            t.vTotal - t.vActive,
            'lines',
            t.interlaced ? [30, 60] : [14, 30],
            'television systems: 20 to 25 lines a field',
          ),
        ]
      : []),
  ];
}

/** A timing that passes, with what it was chosen by. */
export interface Found {
  timing: Timing;
  mode: TubeMode;
  margins: Margin[];
  /** Pixels sent for one of the picture. */
  times: number;
}

/**
 * All timings of the four pictures that monitor and card take: the nearest line rate to the system’s own, as narrow as
 * the card’s lowest clock lets it be. Empty where there are none, with `why` in words.
 */
export function searchTube(limits: Limits): { found: Found[]; why: string | undefined } {
  const { horizontal, vertical, clock } = limits;
  for (const [what, [from, to], unit] of [
    ['The horizontal range', horizontal, 'kHz'],
    ['The vertical range', vertical, 'Hz'],
    ['The range of the clock', clock, 'MHz'],
  ] as const)
    if (!(from <= to))
      return {
        found: [],
        why: `${what} is empty: it goes from ${from} to ${to} ${unit}; the second is to be the higher one.`,
      };
  const found: Found[] = [];
  for (const mode of TUBE_MODES) {
    if (mode.interlaced && !limits.interlace) continue;
    const system = SYSTEMS[mode.hz];
    const wanted = Math.min(Math.max(system.rate, horizontal[0]), horizontal[1]);
    const per = mode.interlaced ? 2 : 1;
    const own = mode.interlaced ? system.both : system.lines;
    // Another number of lines, where the field rate would be out of what the monitor takes.
    const totals: number[] = [own];
    for (const hz of [vertical[0], vertical[1]]) {
      const lines = Math.round((wanted * 1000 * per) / hz);
      const odd = mode.interlaced && lines % 2 === 0 ? lines + 1 : lines;
      totals.push(odd, odd - per, odd + per);
    }
    let best: Found | undefined;
    for (const total of totals)
      for (const width of WIDTHS) {
        if (total <= mode.lines + 4 * per) continue;
        const timing = tubeTiming(mode, width, wanted, 0, total);
        const margins = marginsOfTiming(timing, limits, true);
        if (margins.some((m) => !m.ok)) continue;
        const off = Math.abs(total - own) * 10 + width / 320;
        if (!best || off < Math.abs(best.timing.vTotal - own) * 10 + best.timing.hActive / 320)
          best = { timing, mode, margins, times: width / 320 };
      }
    if (best) found.push(best);
  }
  const lowest = (1000 / 286) * 4.5;
  return {
    found,
    why:
      found.length > 0
        ? undefined
        : horizontal[1] < 15.4 || horizontal[0] > 16.2
          ? `The monitor takes ${horizontal[0]} to ${horizontal[1]} kHz; old pictures have about 15.6 or 15.7 kHz (${lowest.toFixed(2)} kHz at 60 Hz).`
          : `No picture of 240, 288, 480 or 576 lines keeps within ${vertical[0]} to ${vertical[1]} Hz and ${clock[0]} to ${clock[1]} MHz, even sent ${WIDTHS.at(-1)! / 320} times along each line.`,
  };
}
