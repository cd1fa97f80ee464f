import type { Assembly } from '../assembly';
import type { Conversion } from '../document';
import { linksOf } from '../fit';
import { kindOf } from '../parts';
import { SLOT_WATTS, type CableKind } from '../standards';
import { LOAD_STATES, sumOf, TRANSIENT, type Budget, type Load, type LoadState, type PartLoad } from './budget';

/** What one supply or DC board carries. */
export interface SupplyLoad {
  /** Parts it feeds, in the order of the budget; a card whose slot hangs on another supply is with both. */
  parts: string[];
  loads: Record<LoadState, Load>;
  /** W for milliseconds. */
  transient: number;
}

/** Cables that lead power, those that say most first: a board hangs where its main plug does. */
export const POWER_LEADS: readonly CableKind[] = [
  'main power',
  'card power',
  'drive power',
  'processor power',
  'DC lead',
  'fan lead',
];

/**
 * What each supply carries, by its cables: a part hangs on the one its power cable comes from, over the board where that
 * feeds it; a card takes up to what a slot gives over its board. What no cable leads to yet, and the standby rail, hang on
 * the board’s supply, or on the first.
 */
export function carriedBy(
  document: Conversion,
  assembly: Assembly,
  budget: Pick<Budget, 'parts'>,
  feeds: readonly string[],
): Map<string, SupplyLoad> {
  const up = new Map<string, string>();
  const links = linksOf(document, assembly);
  for (const kind of POWER_LEADS)
    for (const link of links) if (link.kind === kind && !up.has(link.to.part)) up.set(link.to.part, link.from.part);
  const feedOf = (part: string): string | undefined => {
    const seen = new Set<string>();
    for (let at: string | undefined = part; at !== undefined && !seen.has(at); at = up.get(at)) {
      if (feeds.includes(at)) return at;
      seen.add(at);
    }
    return undefined;
  };
  const isBoard = (part: string) => kindOf(document.kit.parts[part]!) === 'board';
  const boards = assembly.parts.map((p) => p.id).filter(isBoard);
  const main = boards.map(feedOf).find((f) => f !== undefined) ?? feeds[0];
  const pieces = new Map<string, PartLoad[]>(feeds.map((feed) => [feed, []]));
  for (const load of budget.parts) {
    const feed = feedOf(load.part) ?? main;
    if (feed === undefined) continue;
    if (kindOf(document.kit.parts[load.part]!) !== 'card' || feed === main || main === undefined) {
      pieces.get(feed)!.push(load);
      continue;
    }
    pieces.get(main)!.push({ ...load, watts: each((state) => Math.min(SLOT_WATTS, load.watts[state])) });
    pieces.get(feed)!.push({ ...load, watts: each((state) => Math.max(0, load.watts[state] - SLOT_WATTS)) });
  }
  return new Map(
    feeds.map((feed) => {
      const parts = pieces.get(feed)!;
      const loads = each((state) => sumOf(parts, state, feed === main));
      const cards = parts.filter((p) => kindOf(document.kit.parts[p.part]!) === 'card');
      return [
        feed,
        {
          parts: parts.map((p) => p.part),
          loads,
          transient: loads.peak.total + (TRANSIENT - 1) * cards.reduce((sum, p) => sum + p.watts.peak, 0),
        },
      ];
    }),
  );
}

const each = <T>(of: (state: LoadState) => T) =>
  Object.fromEntries(LOAD_STATES.map((state) => [state, of(state)])) as Record<LoadState, T>;
