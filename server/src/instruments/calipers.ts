import { createHash } from 'node:crypto';
import type { Measured } from '@young-shell/core/quantity';

/** What the simulated calipers show when their button is pressed. */
export interface Reading {
  value: number;
  unit: 'mm' | 'inch';
}

/** Standard deviation of one reading, mm: a good hand with digital calipers. Invented. */
const HAND = 0.025;
/** One press in so many goes wrong: held askew, or the calipers stand on inches. */
const SLIP_EVERY = 17;

/** Numbers in 0…1 from words, the same every time. */
function even(...words: (string | number)[]): number {
  return createHash('sha256').update(words.join('|')).digest().readUInt32BE(0) / 2 ** 32;
}
const normal = (...words: (string | number)[]) =>
  Math.sqrt(-2 * Math.log(1 - even('u', ...words))) * Math.cos(2 * Math.PI * even('v', ...words));

/**
 * Digital calipers that do not exist. What lies between their jaws has a true size of its own: near what the
 * document says, as far off as its uncertainty allows, always the same for the same place of the same conversion.
 */
export class Calipers {
  private readonly presses = new Map<string, number>();

  /** The true size of a place, mm. */
  trueSize(conversion: string, path: string, known: Measured): number {
    const base = known.readings?.length
      ? known.readings.reduce((s, v) => s + v, 0) / known.readings.length
      : known.value;
    if (known.tool === 'calipers' || known.tool === 'calipers-machined') return base;
    return base + (Math.min(known.uncertainty, 3) / 1.96) * normal('true', conversion, path);
  }

  /** One press of the button with the jaws at a place. */
  press(conversion: string, path: string, known: Measured): Reading {
    const key = `${conversion}|${path}`;
    const count = (this.presses.get(key) ?? 0) + 1;
    this.presses.set(key, count);
    const size = this.trueSize(conversion, path, known) + HAND * normal('hand', key, count);
    const luck = Math.floor(even('slip', key, count) * 2 * SLIP_EVERY);
    if (luck === 0) return { value: Math.round((size / 25.4) * 1000) / 1000, unit: 'inch' };
    const shown = luck === 1 ? size + 0.6 + 0.3 * even('askew', key, count) : size;
    return { value: Math.round(shown * 100) / 100, unit: 'mm' };
  }
}
