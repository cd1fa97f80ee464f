import { preferred } from '../../standards';

/** A capacitor that makes a press of a switch that stays closed. */
export interface Pulse {
  /** In series with the switch, and across itself to empty it. */
  microfarad: number;
  ohms: number;
  /** s that the pin is low, and V that it comes back to while the switch stays closed. */
  low: number;
  rests: number;
  /** s until it can be used again. */
  empties: number;
}

/** V under which a logic input is surely low (TTL levels, from memory). */
export const LOW = 0.8;
/** s that a press should last. Common practice, no source. */
const PRESS = 0.2;

/**
 * Closing the switch pulls the pin to 0 V through the empty capacitor, and the board’s pull-up R charges it again: V(t) =
 * V∞ (1 − e^(−t/τ)) with V∞ = V R_b / (R + R_b) and τ = C · R R_b / (R + R_b). Low until V(t) = `LOW`.
 * @param volts of the pin, `pull` Ω of the board’s pull-up (10 kΩ usual)
 * @param microfarad what is fitted; missing: the next of E12 that lasts a press
 */
export function pulse(volts: number, pull = 10_000, microfarad?: number): Pulse {
  const ohms = 100_000;
  const side = (pull * ohms) / (pull + ohms);
  const rests = (volts * ohms) / (pull + ohms);
  const share = Math.log(rests / (rests - LOW));
  const fitted = microfarad ?? preferred((PRESS / (side * share)) * 1e6, 'E12');
  return { microfarad: fitted, ohms, low: side * fitted * 1e-6 * share, rests, empties: 3 * ohms * fitted * 1e-6 };
}
