import type { Attempt } from '../../document';
import { fieldRate, lineRate, readModeline, type Timing } from './timing';
import { TUBE_MODES, tubeTiming, type TubeMode } from './tube';

export const SET_NAMES = ['A', 'B', 'C'] as const;
export type SetName = (typeof SET_NAMES)[number];

/** What a simulated set shows of a timing. */
export interface Seen {
  seen: Attempt['seen'];
  /** The picture on the glass, shares of it: left, right, top, bottom; where there is one. */
  picture?: [number, number, number, number];
}

/** How a simulated set is made: what it locks to, where its picture lies. */
export interface TubeSet {
  horizontal: readonly [number, number];
  vertical: readonly [number, number];
  /** It is stopped beyond this, kHz: a real one would be spoilt. */
  spoilt: readonly [number, number];
  /** µs from the start of sync to the left edge of the glass, and that the glass is wide. */
  left: number;
  wide: number;
  /** Lines from the start of vertical sync to the upper edge, and that the glass is high. */
  top: number;
  high: number;
  interlace: boolean;
}

/** What such a set shows of a timing: it locks, tears sideways, rolls, refuses, or is stopped before it is spoilt. */
export function seenOn(set: TubeSet, t: Timing): Seen {
  const [khz, hz] = [lineRate(t), fieldRate(t)];
  if (khz < set.spoilt[0] || khz > set.spoilt[1]) return { seen: 'stopped' };
  if (t.interlaced && !set.interlace) return { seen: 'refuses' };
  const off = (value: number, [from, to]: readonly [number, number]) => Math.max(from - value, value - to, 0);
  const [h, v] = [off(khz, set.horizontal), off(hz, set.vertical)];
  if (h > 0.5 || v > 6) return { seen: 'refuses' };
  if (h > 0) return { seen: 'tears' };
  if (v > 0) return { seen: 'rolls' };
  const us = (pixels: number) => (1000 * pixels) / t.clock;
  const lines = t.interlaced ? 2 : 1;
  const left = (us(t.hTotal - t.hSyncStart) - set.left) / set.wide;
  const top = ((t.vTotal - t.vSyncStart) / lines - set.top) / set.high;
  return { seen: 'locks', picture: [left, left + us(t.hActive) / set.wide, top, top + t.vActive / lines / set.high] };
}

/** What to try next on a set, and why. */
export interface NextTry {
  timing: Timing;
  why: string;
  /** The picture stands in the middle: nothing better is known. */
  done: boolean;
}

/** A picture in the middle within this share of the glass is. */
const MIDDLE = 0.01;
/** The rates of old sets lie in this, kHz. */
const RATES: readonly [number, number] = [15.1, 16.4];

/**
 * The next timing to try: by halves. Where the set tears or refuses, the middle of the widest range of line rates that is
 * not known to be wrong; where it rolls, another number of lines; where it locks, the picture moved to the middle.
 * @param tries on this set, in order
 */
export function nextTry(
  tries: readonly Pick<Attempt, 'modeline' | 'seen' | 'picture'>[],
  mode: TubeMode = TUBE_MODES[0],
  width = 1280,
): NextTry {
  const known = tries
    .map((t) => ({ ...t, timing: readModeline(t.modeline) }))
    .filter((t) => t.timing.vActive === mode.lines && t.timing.interlaced === mode.interlaced);
  const locked = known.filter((t) => t.seen === 'locks').at(-1);
  if (locked?.picture) {
    const [left, right, top, bottom] = locked.picture;
    const [x, y] = [(left + right) / 2 - 0.5, (top + bottom) / 2 - 0.5];
    const { timing } = locked;
    if (Math.abs(x) < MIDDLE && Math.abs(y) < MIDDLE * 2)
      return { timing, why: 'The picture stands in the middle.', done: true };
    // Moved right by a share of the glass: sync comes earlier.
    const pixels = Math.round((x * timing.hActive) / Math.max(0.05, right - left));
    const lines = Math.round((y * timing.vActive) / Math.max(0.05, bottom - top));
    const sync = timing.hSyncEnd - timing.hSyncStart;
    const vSync = timing.vSyncEnd - timing.vSyncStart;
    const hStart = Math.min(Math.max(timing.hSyncStart + pixels, timing.hActive + 1), timing.hTotal - sync - 1);
    const step = timing.interlaced ? 2 : 1;
    const vStart = Math.min(
      Math.max(timing.vSyncStart + Math.round(lines / step) * step, timing.vActive + step),
      timing.vTotal - vSync - step,
    );
    const moved = {
      ...timing,
      hSyncStart: hStart,
      hSyncEnd: hStart + sync,
      vSyncStart: vStart,
      vSyncEnd: vStart + vSync,
    };
    const still = known.some(
      (t) => t.seen === 'locks' && t.timing.hSyncStart === hStart && t.timing.vSyncStart === vStart,
    );
    return {
      timing: still ? timing : moved,
      why: still
        ? 'The porches give no more: this is as near to the middle as it gets.'
        : `It locks. The picture lies ${Math.abs(100 * x).toFixed(0)} % of the glass to the ${x > 0 ? 'right' : 'left'} and ${Math.abs(100 * y).toFixed(0)} % ${y > 0 ? 'low' : 'high'}: sync is moved.`,
      done: still,
    };
  }
  const rolls = known.filter((t) => t.seen === 'rolls').at(-1);
  if (rolls) {
    const tried = known
      .filter((t) => Math.abs(lineRate(t.timing) - lineRate(rolls.timing)) < 0.02)
      .map((t) => t.timing.vTotal);
    const step = mode.interlaced ? 2 : 1;
    for (let by = step * 4; by < 80; by += step * 4)
      for (const total of [rolls.timing.vTotal - by, rolls.timing.vTotal + by])
        if (!tried.includes(total) && total > mode.lines + 8 * step)
          return {
            timing: tubeTiming(mode, width, lineRate(rolls.timing), 0, total),
            why: `It holds the lines and rolls at ${fieldRate(rolls.timing).toFixed(1)} Hz: another number of lines.`,
            done: false,
          };
  }
  // By halves over what is not known to be wrong; near misses draw it to themselves.
  const rates = known.map((t) => lineRate(t.timing)).sort((a, b) => a - b);
  if (rates.length === 0)
    return { timing: tubeTiming(mode, width), why: 'The television system’s own rate first.', done: false };
  const tears = known.filter((t) => t.seen === 'tears').map((t) => lineRate(t.timing));
  const marks = [RATES[0], ...rates, RATES[1]];
  let [from, to, worth] = [RATES[0], RATES[1], -1];
  for (let i = 1; i < marks.length; i++) {
    const [a, b] = [marks[i - 1]!, marks[i]!];
    const near = tears.some((r) => r === a || r === b) ? 3 : 1;
    if ((b - a) * near > worth) [from, to, worth] = [a, b, (b - a) * near];
  }
  const rate = (from + to) / 2;
  return {
    timing: tubeTiming(mode, width, rate),
    why: `It did not hold at ${rates.map((r) => r.toFixed(2)).join(', ')} kHz: ${rate.toFixed(2)} kHz lies in the middle of what is left.`,
    done: false,
  };
}
