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
  const hTotal = Math.round((width * line) / active / STEP_ALONG) * STEP_ALONG;
  return timingOf(mode, width, hTotal, Math.round((1000 * hTotal) / line), shift, total);
}

/** Pixels along a line go in such steps, as cards want them. */
const STEP_ALONG = 8;

/** A timing of a total width and a clock, kHz: porches and sync in the system’s proportions of its blanking. */
function timingOf(mode: TubeMode, width: number, hTotal: number, clock: number, shift: number, total?: number): Timing {
  const system = SYSTEMS[mode.hz];
  // Sync stays as long as the system’s own for its line; the porches share what is left of the blanking as they do there.
  const scale = (1000 * hTotal) / clock / (1000 / system.rate);
  const pixels = (us: number) => Math.round((us * scale * clock) / 1000);
  const sync = Math.max(1, pixels(system.sync));
  const porches = hTotal - width - sync;
  const share = system.front / (system.blanking - system.sync);
  const front = Math.max(1, Math.min(porches - 1, Math.round(porches * share) + pixels(shift)));
  const lines = total ?? (mode.interlaced ? system.both : system.lines);
  const blank = lines - mode.lines;
  // Three lines of sync, in each field; before it a fifth of the blanking.
  const times = mode.interlaced ? 2 : 1;
  const vSync = 3 * times;
  const vFront = Math.max(times, Math.round((blank - vSync) / 5 / times) * times);
  return {
    name: `${width}x${mode.lines}${mode.interlaced ? 'i' : ''}_${mode.hz}`,
    clock,
    hActive: width,
    hSyncStart: width + front,
    hSyncEnd: width + front + sync,
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

/** Lines of a picture that are not seen, least and most (television systems have 20 to 25 a field), and µs of a line. */
const BLANK_LINES = { one: [14, 30], both: [30, 60] } as const;
const BLANK_TIME = [9, 16] as const;

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
            BLANK_TIME,
            'SMPTE 170M: 10.9 µs; less is folded over (common practice)',
          ),
          within('horizontal sync', sync, 'µs', [3.5, 6], 'SMPTE 170M: 4.7 µs'),
          within('front porch', front, 'µs', [0.5, 5], 'SMPTE 170M: 1.5 µs'),
          within('back porch', back, 'µs', [2.5, 9], 'SMPTE 170M: 4.7 µs'),
          within(
            'vertical blanking',
            t.vTotal - t.vActive,
            'lines',
            BLANK_LINES[t.interlaced ? 'both' : 'one'],
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
 * Of one picture the timing nearest to its television system that monitor and card take: over all totals of lines and of
 * pixels, the line rate that every range lets it have. Its number of lines counts most, then how few pixels are sent for
 * one, then its blanking.
 */
function nearestTiming(mode: TubeMode, limits: Limits): Found | undefined {
  const { horizontal, vertical, clock } = limits;
  const system = SYSTEMS[mode.hz];
  const per = mode.interlaced ? 2 : 1;
  const own = mode.interlaced ? system.both : system.lines;
  const candidates: { off: number; width: number; hTotal: number; kHz: number; total: number }[] = [];
  const [fewest, mostLines] = BLANK_LINES[mode.interlaced ? 'both' : 'one'];
  for (let total = mode.lines + fewest; total <= mode.lines + mostLines; total++) {
    if (mode.interlaced && total % 2 === 0) continue;
    const rates = [
      Math.max(horizontal[0], (vertical[0] * total) / per / 1000),
      Math.min(horizontal[1], (vertical[1] * total) / per / 1000),
    ] as const;
    if (rates[0] > rates[1]) continue;
    for (const width of WIDTHS) {
      const wanted = Math.min(Math.max(system.rate, rates[0]), rates[1]);
      let best: (typeof candidates)[number] | undefined;
      const widest = width / (1 - (BLANK_TIME[1] * wanted) / 1000);
      for (
        let hTotal = Math.ceil(width / STEP_ALONG) * STEP_ALONG;
        hTotal <= widest + STEP_ALONG;
        hTotal += STEP_ALONG
      ) {
        // A clock is a whole number of kHz: the nearest to what is wanted that keeps within every range.
        const least = Math.ceil(Math.max(rates[0] * hTotal, clock[0] * 1000) - 1e-6);
        const most = Math.floor(Math.min(rates[1] * hTotal, clock[1] * 1000) + 1e-6);
        if (least > most) continue;
        const kHz = Math.min(Math.max(Math.round(wanted * hTotal), least), most);
        const blanking = (1000 * (hTotal - width)) / kHz;
        if (blanking < BLANK_TIME[0] || blanking > BLANK_TIME[1]) continue;
        const off =
          10 * Math.abs(total - own) +
          width / WIDTHS[0] +
          Math.abs(blanking - (system.blanking * system.rate * hTotal) / kHz) / 10 +
          Math.abs(kHz / hTotal - system.rate);
        if (!best || off < best.off) best = { off, width, hTotal, kHz, total };
      }
      if (best) candidates.push(best);
    }
  }
  candidates.sort((a, b) => a.off - b.off);
  for (const { width, hTotal, kHz, total } of candidates) {
    const timing = timingOf(mode, width, hTotal, kHz, 0, total);
    const margins = marginsOfTiming(timing, limits, true);
    if (margins.every((m) => m.ok)) return { timing, mode, margins, times: width / WIDTHS[0] };
  }
  return undefined;
}

/**
 * All timings of the four pictures that monitor and card take, each as near to its television system as they let it be.
 * Empty where there are none, with `why` in words.
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
  const found = TUBE_MODES.filter((mode) => limits.interlace || !mode.interlaced).flatMap(
    (mode) => nearestTiming(mode, limits) ?? [],
  );
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
