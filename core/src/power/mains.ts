import { FUSES } from '../standards';

/** Steady current times this is the least fuse. Common practice, no source. */
const OVER = 1.35;

/** A fuse for a steady current: the next size over 1.35 times it, no more than the weakest behind it stands. */
export function fuseFor(amps: number, weakest: number): { size: number | undefined; least: number } {
  const least = OVER * amps;
  const size = FUSES.find((f) => f >= least);
  return { size: size !== undefined && size <= weakest ? size : undefined, least };
}

/**
 * Seconds until a capacitor has fallen to a voltage through a resistor: t = R C ln(V₀ / V).
 * @param microfarad µF
 * @param kiloohm kΩ; Infinity: nothing is across it
 * @throws Error for values that no capacitor has
 */
export function discharge(microfarad: number, volts: number, kiloohm: number, to = 60): number {
  if (!(microfarad > 0) || !(kiloohm > 0)) throw new Error(`${microfarad} µF and ${kiloohm} kΩ: both are more than 0.`);
  return volts <= to ? 0 : kiloohm * 1e3 * microfarad * 1e-6 * Math.log(volts / to);
}
