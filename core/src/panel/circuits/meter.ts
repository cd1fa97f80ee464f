import { preferred } from '../../standards';

/** A needle meter behind a pin that switches on and off fast. */
export interface MeterDrive {
  /** Ω: in all for full deflection at full duty, to add to the coil, and what to solder in (nearest of E24). */
  total: number;
  series: number;
  fitted: number;
  /** Deflection at full duty with what is fitted, as a share: never beyond the scale. */
  full: number;
  /** µF across the meter, what is left of the switching there (peak to peak over the mean at half duty), s to settle. */
  filter: { microfarad: number; ripple: number; settles: number };
}

/** Hz at which controllers switch. Common practice, no source. */
export const PWM = 1000;
/** Ripple that no needle shows. Under 1 %: common practice, no source. */
const SMOOTH = 0.01;

/**
 * Ripple of a resistor and a capacitor behind a square wave, peak to peak over its height, in the settled state:
 * (1 − e^(−DT/τ)) (1 − e^(−(1−D)T/τ)) / (1 − e^(−T/τ)). Exact for an unloaded filter (first-order step response).
 * @param duty share of the time that the pin is high
 */
export function ripple(hertz: number, ohms: number, farad: number, duty = 0.5): number {
  const x = 1 / (hertz * ohms * farad);
  return ((1 - Math.exp(-duty * x)) * (1 - Math.exp(-(1 - duty) * x))) / (1 - Math.exp(-x));
}

/**
 * Series resistor and filter for a meter of `fullScale` µA and `coil` Ω on a pin of `volts`: R = V / I − R_coil, the next
 * of E24, so that the needle never hits its end; a capacitor across the meter, which sees both resistors side by side.
 * @throws Error where the pin can’t move the needle to its end
 */
export function driveMeter(volts: number, fullScale: number, coil: number): MeterDrive {
  const total = volts / (fullScale * 1e-6);
  const series = total - coil;
  if (!(series > 0))
    throw new Error(
      `${volts} V through ${coil} Ω are ${((volts / coil) * 1e6).toFixed(0)} µA; the needle wants ${fullScale} µA. It needs an amplifier, or a supply of more than ${(fullScale * 1e-6 * coil).toFixed(1)} V.`,
    );
  const fitted = preferred(series, 'E24');
  const source = coil > 0 ? 1 / (1 / fitted + 1 / coil) : fitted;
  // Half of the time on: its mean is half, so that the share of the mean is twice that of the height.
  const left = (microfarad: number) => 2 * ripple(PWM, source, microfarad * 1e-6);
  const microfarad = [1, 2.2, 4.7, 10, 22, 47, 100, 220, 470, 1000].find((c) => left(c) < SMOOTH) ?? 1000;
  return {
    total,
    series,
    fitted,
    full: total / (fitted + coil),
    filter: { microfarad, ripple: left(microfarad), settles: 5 * source * microfarad * 1e-6 },
  };
}
