import { preferred } from '../standards';

/** The resistor of a lamp: (V − V_LED) / I, and the preferred ones that let no more through. */
export interface LampResistor {
  ohms: number;
  e12: number;
  e24: number;
  /** W that it makes warm, at the E24 value. */
  watts: number;
}

/**
 * @param volts of the rail
 * @param forward V across the lamp
 * @param milliamps wanted
 * @throws Error when the rail is too low
 */
export function lampResistor(volts: number, forward: number, milliamps: number): LampResistor {
  if (!(volts > forward)) throw new Error(`${volts} V are not more than the ${forward} V of the lamp: it stays dark.`);
  if (!(milliamps > 0)) throw new Error(`${milliamps} mA is no current; enter more than 0.`);
  const ohms = (volts - forward) / (milliamps / 1000);
  const e24 = preferred(ohms, 'E24');
  return { ohms, e12: preferred(ohms, 'E12'), e24, watts: (volts - forward) ** 2 / e24 };
}
