import { assemble, placePart, pluggedIn } from '../assembly';
import { rowOf, staysPut, type Conversion, type Placement } from '../document';
import { byShort, nearestShortfall, type Shortfall } from '../fit';
import { withLayout } from './judged';
import type { LayoutOptions } from './layout';
import { searchLayouts } from './layouts';

/** A part of a kit that misses its place by least, with where the others of its set stand then. */
export interface KitShortfall extends Shortfall {
  others: Record<string, Placement>;
}

/** Placings for the others, for each part that is left out. */
const STEPS = 150;

/**
 * By how much parts that can't be together miss it: each in turn is left out, the others are placed, and the one left
 * out is put where it is least in the way. Of all these the least is told.
 * @param of the parts of a conflict, or one that has no place at all; parts of rows are passed over
 */
export function missOf(
  document: Conversion,
  of: readonly string[],
  options: LayoutOptions = {},
): KitShortfall | undefined {
  // A part of a row is placed with all of it or not at all: by how much it misses alone says nothing.
  const set = of.filter((id) => rowOf(document.layout, id) === undefined);
  const kept = Object.entries(document.layout.placements).filter(
    ([id]) => !set.includes(id) && (staysPut(document.layout, id) || options.keep === 'placed'),
  );
  const ids = [...set, ...kept.map(([id]) => id)];
  const shortfalls = set.flatMap((id): KitShortfall[] => {
    const rest = ids.filter((other) => other !== id);
    let others: Record<string, Placement> = {};
    if (set.length > 1) {
      const search = { ...options, only: rest, wanted: 1, steps: STEPS, polish: 0 };
      const [layout] = searchLayouts(document, search).layouts;
      if (!layout) return [];
      others = layout.placements;
    }
    const plan = withLayout(
      { ...document, layout: { ...document.layout, placements: Object.fromEntries(kept) } },
      others,
    );
    const parts = Object.entries(plan.layout.placements).map(([other, p]) =>
      placePart(other, document.kit.parts[other]!, p),
    );
    const shortfall = nearestShortfall(document, id, { ...assemble(plan), parts: pluggedIn(parts) });
    return shortfall ? [{ ...shortfall, others }] : [];
  });
  return shortfalls.sort(byShort)[0];
}
