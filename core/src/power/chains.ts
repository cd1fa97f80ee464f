import type { Adapter, Conversion } from '../document';
import { kindOf } from '../parts';
import { BUNDLED, CHASSIS_LIMIT, PLUGS, RAIL_VOLTS, type Gauge, type Rail } from '../standards';
import type { Budget } from './budget';

/** A plug in a chain with what hangs on it in all. */
export interface ChainLink {
  id: string;
  name: string;
  adapter: Adapter;
  depth: number;
  /** A by rail through its own plug, and what that stands there. */
  amps: Partial<Record<Rail, number>>;
  limit: Partial<Record<Rail, number>>;
  /** Of the limit, at its worst rail. */
  share: number;
  rail: Rail;
  /** Parts on it and on those below. */
  parts: string[];
}

/**
 * Splitters and adapters as trees: what each feeds, and what all below it feed, goes through its own plug. The weakest
 * link is the one nearest to its limit: contacts, and the one wire that a splitter has for each rail.
 */
export function chainsOf({ power, kit }: Conversion, budget: Budget): ChainLink[] {
  const made: ChainLink[] = [];
  const visit = (id: string, depth: number, path: ReadonlySet<string>): ChainLink => {
    const adapter = power.adapters[id]!;
    const amps: Partial<Record<Rail, number>> = {};
    const parts = Object.keys(adapter.feeds);
    const add = (rail: Rail, by: number) => (amps[rail] = (amps[rail] ?? 0) + by);
    for (const part of Object.keys(adapter.feeds)) {
      const load = budget.parts.find((p) => p.part === part);
      if (!load) continue;
      const more = Math.max(0, load.watts.start - load.watts.peak);
      const motor: Rail = (load.rails['12 V'] ?? 0) > 0 ? '12 V' : '5 V';
      // A card takes part of its power from its slot.
      const watts = kindOf(kit.parts[part]!) === 'card' ? Math.max(0, load.watts.peak - 75) : load.watts.peak;
      for (const [rail, share] of Object.entries(load.rails) as [Rail, number][])
        add(rail, (watts * share) / RAIL_VOLTS[rail]);
      add(motor, more / RAIL_VOLTS[motor]);
    }
    const index = made.length;
    const below = Object.entries(power.adapters).filter(([other, a]) => a.on === id && !path.has(other));
    const link: ChainLink = { id, name: adapter.name, adapter, depth, amps, limit: {}, share: 0, rail: '12 V', parts };
    made.push(link);
    for (const [other] of below) {
      const child = visit(other, depth + 1, new Set([...path, other]));
      for (const [rail, a] of Object.entries(child.amps) as [Rail, number][]) add(rail, a);
      parts.push(...child.parts);
    }
    const plug = PLUGS[adapter.plug];
    const gauge: Gauge = adapter.gauge ?? plug.gauge;
    for (const [rail, a] of Object.entries(amps) as [Rail, number][]) {
      const pins = (plug.pins as Partial<Record<Rail, number>>)[rail] ?? 0;
      const wires = adapter.plug === 'sata' || adapter.plug === 'peripheral' ? 1 : pins;
      const limit = Math.min(pins * plug.contact, wires * CHASSIS_LIMIT[gauge] * BUNDLED);
      link.limit[rail] = limit;
      const share = a <= 0 ? 0 : limit > 0 ? a / limit : Infinity;
      if (share > link.share) [link.share, link.rail] = [share, rail];
    }
    made[index] = link;
    return link;
  };
  for (const [id, adapter] of Object.entries(power.adapters)) if (adapter.on === undefined) visit(id, 0, new Set([id]));
  return made;
}

/** The link that is nearest to its limit, or over it. */
export const weakest = (links: readonly ChainLink[]): ChainLink | undefined =>
  links.reduce<ChainLink | undefined>((worst, l) => (!worst || l.share > worst.share ? l : worst), undefined);
