import type { Conversion } from '../document';
import { linksOf, type Link, type Route } from '../fit';
import { kindOf } from '../parts';
import type { Assembly } from '../assembly';
import {
  awgResistance,
  BUNDLED,
  CHASSIS_LIMIT,
  DC_BOARD_EFFICIENCY,
  PLUGS,
  RAIL_TOLERANCE,
  RAIL_VOLTS,
  SLOT_WATTS,
  type Gauge,
  type PlugName,
  type Rail,
} from '../standards';
import type { Budget } from './budget';
import { POWER_LEADS } from './feeding';

/** A cable of power with what it carries. */
export interface Wire {
  link: string;
  name: string;
  part: string;
  /** Plugs at its end. */
  plugs: PlugName[];
  gauge: Gauge;
  /** mm out, along Fit’s way; as far as it is known: straight, and a third more, before that. */
  length: number;
  measured: boolean;
  rails: WireRail[];
}

export interface WireRail {
  rail: Rail;
  watts: number;
  amps: number;
  conductors: number;
  /** A in one conductor and contact, and what both stand. */
  each: number;
  contact: number;
  wire: number;
  /** V that are lost out and back, and as a share of what the rail may be off. */
  drop: number;
  share: number;
}

/** Wires in a machine get so warm, °C. Common practice, no source. */
const WARM = 50;
/** Without a way, a cable is a third longer than straight. Common practice, no source. */
const DETOUR = 1.35;
/** Of a board’s 12 V, what its processor plug carries. Common practice, no source. */
const PROCESSOR_SHARE = 0.75;

/** V that a lead loses, out and back: 2 I R, with R of so many mm of a gauge at so many °C. */
export const dropOf = (amps: number, gauge: number, mm: number, temperature = 20): number =>
  2 * amps * awgResistance(gauge, temperature) * (mm / 1000);

/** Plugs of a card by its watts besides what its slot gives: as few as carry them. */
export function cardPlugs(watts: number): PlugName[] {
  const rest = watts - SLOT_WATTS;
  if (rest <= 0) return [];
  if (rest <= 75) return ['card 6'];
  if (rest <= 150) return ['card 8'];
  if (rest <= 225) return ['card 8', 'card 6'];
  if (rest <= 300) return ['card 8', 'card 8'];
  return rest <= 600 ? ['card 16'] : ['card 16', 'card 16'];
}

/** W that plugs are rated for together; undefined where one of them has no rating in watts. */
export function ratedOf(plugs: readonly PlugName[]): number | undefined {
  const watts = plugs.map((p) => (PLUGS[p] as { watts?: number }).watts);
  return watts.every((x) => x !== undefined) ? watts.reduce((sum, x) => sum + x, 0) : undefined;
}

/** Wires of all power connections, at peak; lengths from the routes where they are there. */
export function wiresOf(document: Conversion, assembly: Assembly, budget: Budget, routes?: readonly Route[]): Wire[] {
  return linksOf(document, assembly)
    .filter(({ kind }) => POWER_LEADS.includes(kind))
    .flatMap((link) => wireOf(document, link, budget, routes) ?? []);
}

function wireOf(
  document: Conversion,
  link: Link,
  budget: Budget,
  routes: readonly Route[] | undefined,
): Wire | undefined {
  const part = link.to.part;
  const made = document.kit.parts[part]!;
  const load = budget.parts.find((p) => p.part === part);
  const setting = document.power.wires[link.id] ?? {};
  const peak = load ? Math.max(load.watts.peak, load.watts.start) : 0;
  const shares = load?.rails ?? {};
  const twelve = (load?.watts.peak ?? 0) * (shares['12 V'] ?? 0);
  let plugs: PlugName[];
  let watts: Partial<Record<Rail, number>>;
  switch (link.kind) {
    case 'processor power':
      plugs = [twelve > 120 ? 'processor 8' : 'processor 4'];
      watts = { '12 V': twelve * PROCESSOR_SHARE };
      break;
    case 'main power': {
      plugs = ['main 24'];
      // Cards take up to what a slot gives from the board, and with that from its main plug.
      const slots = budget.parts
        .filter((p) => kindOf(document.kit.parts[p.part]!) === 'card')
        .reduce((sum, p) => sum + Math.min(SLOT_WATTS, p.watts.peak), 0);
      const board = twelve * (1 - PROCESSOR_SHARE);
      watts = { '12 V': board + slots, '5 V': peak * (shares['5 V'] ?? 0), '3.3 V': peak * (shares['3.3 V'] ?? 0) };
      break;
    }
    case 'card power': {
      plugs = cardPlugs(load?.watts.peak ?? 0);
      if (plugs.length === 0) plugs = ['card 6'];
      watts = { '12 V': Math.max(0, (load?.watts.peak ?? 0) - SLOT_WATTS) };
      break;
    }
    case 'drive power': {
      plugs = ['sata'];
      const more = load ? Math.max(0, load.watts.start - load.watts.peak) : 0;
      const running = load?.watts.peak ?? 0;
      watts = {
        '12 V': running * (shares['12 V'] ?? 0) + ((shares['12 V'] ?? 0) > 0 ? more : 0),
        '5 V': running * (shares['5 V'] ?? 0) + ((shares['12 V'] ?? 0) > 0 ? 0 : more),
      };
      break;
    }
    case 'fan lead':
      plugs = ['fan header'];
      watts = { '12 V': peak };
      break;
    default:
      plugs = ['barrel'];
      watts = { '12 V': Math.max(budget.loads.peak.total, budget.loads.start.total) };
  }
  plugs = setting.plugs ?? plugs;
  const gauge = setting.gauge ?? (Math.max(...plugs.map((p) => PLUGS[p].gauge)) as Gauge);
  const route = routes?.find((r) => r.link.id === link.id);
  const straight = Math.hypot(...[0, 1, 2].map((i) => link.to.at[i]! - link.from.at[i]!));
  const known = route && Number.isFinite(route.length);
  const length = Math.max(1, link.own ?? (known ? (route.suggested ?? route.length) : straight * DETOUR));
  const bundled = setting.bundled ?? plugs.some((p) => Object.values(PLUGS[p].pins).reduce((a, b) => a + b, 0) > 3);
  const rails = (Object.entries(watts) as [Rail, number][])
    .filter(([, w]) => w > 0)
    .flatMap(([rail, w]): WireRail[] => {
      const conductors = plugs.reduce(
        (sum, p) => sum + ((PLUGS[p].pins as Partial<Record<Rail, number>>)[rail] ?? 0),
        0,
      );
      if (conductors === 0) return [];
      // A plug of three contacts a rail may hang on one wire, as those of drives do.
      const wires = plugs.every((p) => p === 'sata') ? plugs.length : conductors;
      // A DC board loses its part of what comes in over the lead.
      const [volts, efficiency] =
        link.kind === 'DC lead' ? [sourceVolts(document, part), DC_BOARD_EFFICIENCY] : [RAIL_VOLTS[rail], 1];
      const amps = w / (volts * efficiency);
      const drop = dropOf(amps / wires, gauge, length, WARM);
      return [
        {
          rail,
          watts: w,
          amps,
          conductors,
          each: amps / Math.min(conductors, wires),
          contact: (PLUGS[plugs[0]!].contact * conductors) / Math.min(conductors, wires),
          wire: CHASSIS_LIMIT[gauge] * (bundled ? BUNDLED : 1),
          drop,
          share: drop / (volts * RAIL_TOLERANCE),
        },
      ];
    });
  return {
    link: link.id,
    name: `${link.cable.name} to ${made.name}`,
    part,
    plugs,
    gauge,
    length,
    measured: link.own !== undefined || known === true,
    rails,
  };
}

/** V that come in at a DC board. */
const sourceVolts = ({ power }: Conversion, part: string) => power.sources[part]?.volts ?? 12;
