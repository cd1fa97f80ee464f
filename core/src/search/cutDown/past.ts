import type { FaceFrame } from '../../assembly';
import type { Slab } from './hull';

/** A piece that is left of something cut through is none under this, mm. */
const LEFT = 1;

export type Past =
  | { kind: 'stays' | 'moves'; low: number; high: number }
  /** `through`: something of it is left on both sides. */
  | { kind: 'cut'; low: number; high: number; through: boolean }
  | { kind: 'lost' };

/** What becomes of something between two places along the axis. */
export function past(slab: Slab, low: number, high: number): Past {
  const by = slab.to - slab.from;
  if (high <= slab.from + 1e-9) return { kind: 'stays', low, high };
  if (low >= slab.to - 1e-9) return { kind: 'moves', low: low - by, high: high - by };
  const newLow = low < slab.from ? low : slab.from;
  const newHigh = high > slab.to ? high - by : slab.from;
  if (newHigh - newLow < LEFT) return { kind: 'lost' };
  return { kind: 'cut', low: newLow, high: newHigh, through: low < slab.from && high > slab.to };
}

/** Which of a face’s directions runs along an axis, and whether the same way. */
export function alongOf(frame: FaceFrame, axis: 0 | 1 | 2): { key: 'u' | 'v'; sign: number } | undefined {
  for (const key of ['u', 'v'] as const)
    if (Math.abs(frame[key][axis]) > 0.999) return { key, sign: Math.sign(frame[key][axis]) };
  return undefined;
}
