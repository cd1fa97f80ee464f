import type { HeaderPin, PinSignal } from '../../standards';

/** One wire of an old plug, and where it goes on another header. */
export interface Crossing {
  pin: string;
  signal: PinSignal;
  /** Pin of the other header; undefined: it has none of its kind. */
  to?: string;
  /** What plugging it straight on would do. */
  straight: 'right' | 'harmless' | 'dead' | 'destroys' | 'no pin';
  words: string;
}

export interface Comparison {
  wires: Crossing[];
  /** Signals of the new header that no wire of the old plug brings. */
  missing: { pin: string; signal: PinSignal }[];
  /** It may be plugged straight on. */
  same: boolean;
}

const POWER = new Set<PinSignal>(['3.3 V', '5 V', '5 V standby', '12 V', '−12 V']);

/** What happens when a wire that carries `of` sits on a pin that is `on`. */
export function onto(of: HeaderPin, on: HeaderPin | undefined): Crossing['straight'] {
  if (!on) return 'no pin';
  const kinds = [of.signal, on.signal];
  if (of.signal === on.signal) return 'right';
  if (kinds.includes('not connected')) return 'harmless';
  if (kinds.includes('unknown')) return 'destroys';
  const power = kinds.filter((k) => POWER.has(k));
  // A supply on another supply, on ground, or on a signal that stands less.
  if (power.length === 2) return 'destroys';
  if (power.length === 1) {
    if (kinds.includes('ground')) return 'destroys';
    const [supply, signal] = POWER.has(of.signal) ? [of, on] : [on, of];
    return Math.abs(supply.level ?? 0) > (signal.level ?? 0) + 0.3 ? 'destroys' : 'dead';
  }
  return 'dead';
}

/**
 * An old plug beside the header of another board, wire by wire: to the free pin of the same signal (and of the same
 * port), power and grounds shared as they come. Pure.
 */
export function compareHeaders(
  old: Readonly<Record<string, HeaderPin>>,
  fresh: Readonly<Record<string, HeaderPin>>,
): Comparison {
  const free = new Map(Object.entries(fresh).sort(([a], [b]) => Number(a) - Number(b)));
  const give = (signal: PinSignal, set: number | undefined, straight: string): string | undefined => {
    const fits = [...free].filter(([, p]) => p.signal === signal);
    const best = fits.find(([n]) => n === straight) ?? fits.find(([, p]) => p.set === set) ?? fits[0];
    if (best) free.delete(best[0]);
    return best?.[0];
  };
  const pins = Object.entries(old).sort(([a], [b]) => Number(a) - Number(b));
  const to = new Map<string, string | undefined>();
  // What stays where it is comes first, so that no other wire takes its pin.
  for (const pass of [true, false])
    for (const [pin, { signal, set }] of pins) {
      if (to.has(pin) || signal === 'not connected' || signal === 'unknown') continue;
      if (pass && fresh[pin]?.signal !== signal) continue;
      to.set(pin, give(signal, set, pin));
    }
  const wires = pins.map(([pin, of]): Crossing => {
    const straight = onto(of, fresh[pin]);
    const there = fresh[pin];
    const goes = to.get(pin);
    const crossing: Crossing = { pin, signal: of.signal, straight, words: wordsOf(pin, of, there, goes, straight) };
    if (goes !== undefined) crossing.to = goes;
    return crossing;
  });
  // Grounds and supplies beyond the first of each are spare.
  const brought = new Set(wires.filter((w) => w.to !== undefined).map((w) => w.signal));
  const missing = [...free]
    .filter(([, p]) => p.signal !== 'not connected' && p.signal !== 'unknown' && !brought.has(p.signal))
    .map(([pin, p]) => ({ pin, signal: p.signal }));
  return {
    wires,
    missing,
    same: wires.every((w) => w.straight === 'right' || w.straight === 'harmless') && missing.length === 0,
  };
}

function wordsOf(
  pin: string,
  of: HeaderPin,
  there: HeaderPin | undefined,
  goes: string | undefined,
  straight: Crossing['straight'],
): string {
  if (of.signal === 'not connected') return 'leave it off, and insulate it';
  if (of.signal === 'unknown') return 'not known: measure it before it goes anywhere';
  const where =
    goes === undefined
      ? `the other has no ${of.signal}: insulate its end`
      : goes === pin
        ? 'stays where it is'
        : `to pin ${goes}`;
  const would =
    straight === 'destroys'
      ? `; straight on it would meet ${there!.signal}: that destroys something`
      : straight === 'dead'
        ? `; straight on it would meet ${there!.signal}, and do nothing`
        : '';
  return `${where}${would}`;
}
