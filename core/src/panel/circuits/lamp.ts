import { lampResistor } from '../../power';
import { preferred } from '../../standards';

/** A lamp on a pin with a resistor before it. */
export interface LampDrive {
  /** Ω: exact, and what to solder in; 0 where none is needed. */
  ohms: number;
  fitted: number;
  /** mA that then flow, W in the resistor. */
  milliamps: number;
  watts: number;
  /** Light against what was wanted, as a share: it follows the current closely. */
  brightness: number;
}

/** Resistors are rated 0.25 W; half of that is enough heat. Common practice, no source. */
export const RESISTOR_RATED = 0.25;

/**
 * The resistor of `count` lamps in series on a pin: R = (V − n V_f) / I, the next one of E24 that lets no more through.
 * `within` Ω stand in the header already.
 * @throws Error when the pin has too few volts
 */
export function driveLamp(volts: number, forward: number, milliamps: number, count = 1, within = 0): LampDrive {
  const { ohms } = lampResistor(volts, count * forward, milliamps);
  const rest = ohms - within;
  const fitted = rest <= 0 ? 0 : preferred(rest, 'E24');
  const amps = (volts - count * forward) / (fitted + within);
  return {
    ohms,
    fitted,
    milliamps: 1000 * amps,
    watts: amps * amps * fitted,
    brightness: (1000 * amps) / milliamps,
  };
}

/** Lamps that light each other’s halves: in a pair back to back each pin drives one of them, never both. */
export const BACK_TO_BACK =
  'One wire on each of the two + pins: current one way shows one colour, the other way the other. Both on shows neither.';
