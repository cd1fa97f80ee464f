import { sawOn, wiringBy } from '@young-shell/core/panel';
import type { PinHunt } from '@young-shell/core/document';

/** Plugs that do not exist, on the simulated multimeter: each wires what the hunt names in a way of its own. */
export const PLUG_SETS = ['A', 'B', 'C'] as const;
export type PlugSet = (typeof PLUG_SETS)[number];

/** What the simulated multimeter shows. @throws Error for a plug that can’t be, or a test of pins it has not */
export function measure(set: PlugSet, hunt: Pick<PinHunt, 'pins' | 'holds' | 'rails'>, test: string): string {
  const pins = test.split(' ').slice(1).map(Number);
  if (!/^(beep|diode) \d+ \d+$|^volts \d+$/.test(test) || pins.some((p) => p < 1 || p > hunt.pins))
    throw new Error(
      `“${test}” is no test of a plug with ${hunt.pins} pins; it would be “beep 1 2”, “diode 1 2” or “volts 3”.`,
    );
  return sawOn(wiringBy(hunt, `plug ${set}`), test);
}
