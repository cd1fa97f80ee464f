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
  const limit = setting.limit ?? limitOf(part);
  if (resistance === undefined || limit === undefined) return undefined;
  return {
    resistance,
    limit,
    what: usual?.what ?? 'hottest place',
    from: setting.baseline ? 'measured' : setting.resistance !== undefined ? 'given' : 'usual',
  };
}

/** The wide bay’s drives read optical discs. */
const OPTICAL: ReadonlySet<string> = new Set(['drive/5.25']);

/** W that it is made for: what its cooler is sized by, whatever limit the user sets. */
const rated = ({ draw: _limited, ...part }: Part) => drawOf(part).peak;

/** °C that the hottest place of a part stands, by kind; undefined where nothing says it. Common practice, no source. */
export function limitOf(part: Part): number | undefined {
  switch (kindOf(part)) {
    case 'board':
      return TEMPERATURES.processor;
    case 'card':
      return TEMPERATURES.card;
    default:
      return usualThermal(part)?.limit;
  }
}

/**
 * How high the cooler of a board stands over it, mm: its row’s own size; of an own board its block that is called so.
 * Undefined: nothing says what cools it.
 */
function coolerOf({ dimensions, own }: Part): number | undefined {
  if (!own) return dimensions.coolerHeight?.value;
  const cooler = Object.entries(own.blocks).filter(
    ([id, b]) => b.role === 'body' && (/cooler|heat.?sink/i.test(b.name) || id === 'cooler'),
  );
  return cooler.length > 0 ? Math.max(...cooler.map(([, b]) => b.height.value)) : undefined;
}

/** By kind; common practice, no source. */
function usualThermal(part: Part): Omit<PartThermal, 'from'> | undefined {
  switch (kindOf(part)) {
    case 'board': {
      const height = coolerOf(part);
      if (height === undefined) return undefined;
      const cooler = Math.max(5, height);
      // With a fan on it, 0.5 K/W at 47 mm, less the taller it is; a bare heat sink by its height.
      const resistance = rated(part) >= 40 ? 0.42 * (47 / cooler) ** 0.7 : 60 / cooler;
      return { resistance, limit: TEMPERATURES.processor, what: 'processor' };
    }
    case 'card':
      return { resistance: 50 / Math.max(20, rated(part)), limit: TEMPERATURES.card, what: 'graphics processor' };
    case 'drive':
      // An optical drive holds no disc that suffers, and nothing says what an own one is.
      if (part.own || OPTICAL.has(part.standard)) return undefined;
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

/** A part that gets warm and of which nothing says how warm. */
export interface UnknownTemperature {
  part: string;
  name: string;
  watts: number;
  /** °C it stands, where its kind says that. */
  limit: number | undefined;
}

/** Less is never too warm, W. Common practice, no source. */
const WARMS_FROM = 5;

/** Boards, cards and drives of which nothing says how hot they get. */
export const unknownOf = (document: Conversion, model: Pick<AirModel, 'heats'>): UnknownTemperature[] =>
  model.heats.flatMap(({ part, name, watts }) => {
    const made = document.kit.parts[part]!;
    const kind = kindOf(made);
    if (watts < WARMS_FROM || !made.own || (kind !== 'board' && kind !== 'card' && kind !== 'drive')) return [];
    return thermalOf(made, document.air.thermal[part]) ? [] : [{ part, name, watts, limit: limitOf(made) }];
  });
