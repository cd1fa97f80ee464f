import type { Conversion, Part, ThermalSetting } from '../document';
import { drawOf, kindOf } from '../parts';
import { TEMPERATURES } from '../standards';
import type { AirModel } from './build/model';

/** How a part’s hottest place stands over the air around it. */
export interface PartThermal {
  /** K/W of all its power. */
  resistance: number;
  limit: number;
  /** What is so hot. */
  what: string;
  /** From the user’s own measurement or sheet, or only as usual for its kind. */
  from: 'measured' | 'given' | 'usual';
}

/** A part as warm as it gets. */
export interface PartTemperature extends PartThermal {
  part: string;
  name: string;
  watts: number;
  /** °C of the air around it, and of itself. */
  air: number;
  temperature: number;
}

/** How far off a usual thermal resistance may be; a measured one. Shares, common practice, no source. */
export const RESISTANCE_DOUBT = { usual: 0.3, given: 0.15, measured: 0.08 } as const;

/** What a part’s resistance is from one measured run: same part, known power and air. By its definition: (T − T air) / P. */
export const fitted = ({ part, air, watts }: NonNullable<ThermalSetting['baseline']>): number =>
  Math.max(0.001, (part - air) / watts);

/** Thermal resistance and limit of a part; undefined where neither is known. */
export function thermalOf(part: Part, setting: ThermalSetting = {}): PartThermal | undefined {
  const usual = usualThermal(part);
  const resistance = setting.baseline ? fitted(setting.baseline) : (setting.resistance ?? usual?.resistance);
  const limit = setting.limit ?? usual?.limit;
  if (resistance === undefined || limit === undefined) return undefined;
  return {
    resistance,
    limit,
    what: usual?.what ?? 'hottest place',
    from: setting.baseline ? 'measured' : setting.resistance !== undefined ? 'given' : 'usual',
  };
}

/** W that it is made for: what its cooler is sized by, whatever limit the user sets. */
const rated = ({ draw: _limited, ...part }: Part) => drawOf(part).peak;

/** By kind; common practice, no source. */
function usualThermal(part: Part): Omit<PartThermal, 'from'> | undefined {
  const size = (key: string) => part.dimensions[key]?.value ?? 0;
  switch (kindOf(part)) {
    case 'board': {
      const cooler = Math.max(5, size('coolerHeight'));
      // With a fan on it, 0.5 K/W at 47 mm, less the taller it is; a bare heat sink by its height.
      const resistance = rated(part) >= 40 ? 0.42 * (47 / cooler) ** 0.7 : 60 / cooler;
      return { resistance, limit: TEMPERATURES.processor, what: 'processor' };
    }
    case 'card':
      return { resistance: 50 / Math.max(20, rated(part)), limit: TEMPERATURES.card, what: 'graphics processor' };
    case 'drive':
      if (part.standard.startsWith('drive/m2')) return { resistance: 5, limit: TEMPERATURES.flash, what: 'flash' };
      if (part.standard === 'drive/2.5-7') return { resistance: 5, limit: TEMPERATURES.flash, what: 'flash' };
      return { resistance: part.standard.startsWith('drive/2.5') ? 4 : 1.8, limit: TEMPERATURES.disc, what: 'discs' };
    default:
      return undefined;
  }
}

/** Heat-weighted mean rise of the air around a part, K. */
export function airAround(model: AirModel, rise: readonly number[], part: string): number {
  const own = model.heats.find((h) => h.part === part);
  if (!own) return 0;
  return own.zones.reduce((sum, [zone, share]) => sum + share * rise[zone]!, 0);
}

/** K/W between a part and the water in a block on it. Common practice, no source. */
const BLOCK = { board: 0.14, other: 0.08 };

/**
 * How warm every part gets of which it can be said.
 * @param water °C of the water as it comes to a part that a loop cools
 */
export function temperaturesOf(
  document: Conversion,
  model: AirModel,
  rise: readonly number[],
  water: ReadonlyMap<string, number> = new Map(),
): PartTemperature[] {
  return model.heats.flatMap(({ part, name, watts }) => {
    const made = document.kit.parts[part]!;
    const thermal = thermalOf(made, document.air.thermal[part]);
    if (!thermal) return [];
    const cooled = water.get(part);
    if (cooled !== undefined) {
      const all = watts + (model.water.find((w) => w.part === part)?.watts ?? 0);
      const own = document.air.thermal[part]?.resistance;
      const resistance = own ?? (kindOf(made) === 'board' ? BLOCK.board : BLOCK.other);
      return [{ part, name, watts: all, ...thermal, resistance, air: cooled, temperature: cooled + all * resistance }];
    }
    const air = model.ambient + airAround(model, rise, part);
    return [{ part, name, watts, ...thermal, air, temperature: air + watts * thermal.resistance }];
  });
}
