import { drawOf } from '@young-shell/core/parts';
import type { Conversion } from '@young-shell/core/document';
import { hashToUnit } from '@young-shell/core/quantity';

/** Machines that hang on the simulated supply. */
export const SUPPLY_LOADS = ['healthy', 'short', 'board does not start'] as const;
export type SupplyLoad = (typeof SUPPLY_LOADS)[number];

/** What its two displays show. */
export interface SupplyReading {
  volts: number;
  amps: number;
  /** It holds the current, the voltage gives way. */
  limiting: boolean;
  simulated: true;
}

/** Ω that a short has. Invented. */
const SHORT = 0.35;

/**
 * A bench supply that does not exist, set to volts and a limit of amps, with a conversion’s machine at rest on it. It gives
 * the lower of what the load takes at its volts and its limit.
 * @throws Error for volts or a limit that such a supply has not
 */
export function supplyGives(document: Conversion, load: SupplyLoad, volts: number, limit: number): SupplyReading {
  if (!(volts > 0 && volts <= 30)) throw new Error(`The supply gives more than 0 and up to 30 V, not ${volts}.`);
  if (!(limit > 0 && limit <= 20)) throw new Error(`Its limit is more than 0 and up to 20 A, not ${limit}.`);
  const idle = Object.values(document.kit.parts).reduce((sum, part) => sum + drawOf(part).idle, 0);
  const noise = 1 + 0.01 * (2 * hashToUnit(`${load}|${volts}|${limit}`) - 1);
  // A board takes its watts whatever the volts, from about 8 V on; under it hardly any.
  const asked =
    load === 'short'
      ? volts / SHORT
      : load === 'board does not start'
        ? 0.04
        : volts < 8
          ? 0.02
          : (idle / volts) * noise;
  const limiting = asked > limit;
  const amps = Math.min(asked, limit);
  const shown = limiting ? (load === 'short' ? amps * SHORT : Math.min(volts, 7.5)) : volts;
  return { volts: Math.round(shown * 100) / 100, amps: Math.round(amps * 1000) / 1000, limiting, simulated: true };
}
