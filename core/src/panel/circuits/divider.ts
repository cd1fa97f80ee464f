import { nearest, preferred } from '../../standards';

/** Two resistors that bring a high level down to what a pin stands. */
export interface Divider {
  /** Ω from the signal to the pin, and from the pin to ground. */
  upper: number;
  lower: number;
  volts: number;
}

/**
 * A divider from `from` to no more than `to` V: V = from · R₂ / (R₁ + R₂), lower 10 kΩ, upper the next larger of E24.
 * @throws Error where there is nothing to bring down
 */
export function divider(from: number, to: number, lower = 10_000): Divider {
  if (!(from > to && to > 0)) throw new Error(`${from} V need no divider for a pin of ${to} V.`);
  const upper = preferred((lower * (from - to)) / to, 'E24');
  return { upper, lower, volts: (from * lower) / (upper + lower) };
}

/** Positions of a selector as voltages on one analogue pin. */
export interface Ladder {
  /** Ω of the resistor in each step from ground, and of the one up to the supply. */
  step: number;
  pull: number;
  /** Share of the supply at each position. */
  shares: number[];
  /** Smallest distance of two positions against what resistors of 5 % and the converter are off by. */
  apart: number;
  safe: boolean;
}

/** Resistors of 5 %, and a converter that is off by four steps of 1024. Common practice, no source. */
const OFF = { resistor: 0.05, converter: 4 / 1024 };

/**
 * A chain of equal resistors between a selector’s contacts, and one up to the supply: position k lies at k r / (k r + R).
 * Safe where neighbours stay apart at the worst values of all resistors.
 */
export function ladder(positions: number): Ladder {
  const step = 1000;
  const pull = nearest((step * (positions - 1)) / 1.2, 'E24');
  const share = (k: number, r: number, up: number) => (k * r) / (k * r + up);
  const shares = Array.from({ length: positions }, (_, k) => share(k, step, pull));
  let apart = Infinity;
  for (let k = 1; k < positions; k++) {
    // The lower one at its highest, the upper one at its lowest; chain and pull off against each other.
    const high = share(k - 1, step * (1 + OFF.resistor), pull * (1 - OFF.resistor));
    const low = share(k, step * (1 - OFF.resistor), pull * (1 + OFF.resistor));
    apart = Math.min(apart, low - high - 2 * OFF.converter);
  }
  return { step, pull, shares, apart, safe: apart > 0 };
}

/** So long contacts bounce, ms. Common practice, no source. */
export const BOUNCE = { momentary: 5, latching: 8, toggle: 10, lever: 20, worn: 30 };

/** µF beside a pull-up of 10 kΩ that outlasts a bounce, next of E12: τ = R C. */
export const debounce = (milliseconds: number, pull = 10_000): number =>
  Number((preferred(((milliseconds * 1e-3) / pull) * 1e9, 'E12') / 1000).toPrecision(3));
