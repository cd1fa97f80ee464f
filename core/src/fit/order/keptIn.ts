import { assemble, type Assembly } from '../../assembly';
import type { Conversion } from '../../document';
import { exitsOf, remainsOf } from './exits';
import { orderOf, type Order } from './order';
import { goesAlong, overlaps, swept } from './sweep';

/** Something of the shell that keeps parts in: without it they come out and go in. */
export interface KeptIn {
  feature: string;
  parts: string[];
}

/** So many features are tried, those first that stand before the most parts: each is a whole order anew. */
const MOST_TRIED = 2;
/** Straight ways are followed so far, mm: farther than any shell is long. */
const FAR = 5000;

/**
 * What keeps in the parts that are trapped, as far as it is one feature of the shell: it is taken out of a copy of the plan,
 * and the order is asked anew. Parts that no single one keeps in are in none of them.
 */
export function keptIn(document: Conversion, assembly: Assembly, order: Order): KeptIn[] {
  if (order.trapped.length === 0) return [];
  const exits = exitsOf(document, assembly);
  const standing = remainsOf(assembly, exits).features.filter((f) => !f.swept && f.owner in document.shell.features);
  const before = new Map<string, number>();
  for (const id of order.trapped) {
    const own = assembly.parts.find((p) => p.id === id)!.solids.filter(goesAlong);
    const met = new Set(
      exits.flatMap(({ direction }) =>
        own.flatMap(({ shape }) => {
          const room = swept(shape, { direction, by: FAR });
          return standing.filter((f) => overlaps(room, f.shape)).map((f) => f.owner);
        }),
      ),
    );
    for (const feature of met) before.set(feature, (before.get(feature) ?? 0) + 1);
  }
  const tried = [...before].sort((a, b) => b[1] - a[1]).slice(0, MOST_TRIED);
  const found: KeptIn[] = [];
  let left = [...order.trapped];
  for (const [feature] of tried) {
    if (left.length === 0) break;
    const without: Conversion = {
      ...document,
      shell: {
        ...document.shell,
        features: {
          ...document.shell.features,
          [feature]: { ...document.shell.features[feature]!, fate: 'removed' },
        },
      },
    };
    const still = new Set(orderOf(without, assemble(without)).trapped);
    const parts = left.filter((id) => !still.has(id));
    if (parts.length > 0) found.push({ feature, parts });
    left = left.filter((id) => still.has(id));
  }
  return found;
}
