import { assemble } from '../../assembly';
import { survives } from '../../brief';
import type { Change, Conversion } from '../../document';
import { startOf, type Layout } from '../layout';
import { markLayout } from '../markLayout';
import { applied, EFFORT, present, wayFrom, type Look, type WayOut } from './way';

/** The features in the way of the plan as it stands, where all of them may be cut. */
export function featuresInPlace(document: Conversion): WayOut | undefined {
  const placements = present(document);
  if (!placements) return undefined;
  const ids = cuttable(document);
  const next = applied(document, removal(ids));
  const layout = next && markLayout(next, startOf(next, { only: [] }), placements, 'present');
  if (!layout) return undefined;
  const set = needed(document, ids, layout);
  return set.length > 0 ? featuresWay(document, { set, layout }) : undefined;
}

/** The smallest set of features that may be cut and whose removal gives a layout. */
export function leastFeatures(document: Conversion, look: Look, stop: () => boolean): WayOut | undefined {
  const ids = cuttable(document);
  if (ids.length === 0) return undefined;
  const tryOut = (set: readonly string[]) => {
    const next = applied(document, removal(set));
    return next && look(next);
  };
  let best: { set: string[]; layout: Layout } | undefined;
  const all = tryOut(ids);
  if (!all) return undefined;
  best = { set: needed(document, ids, all), layout: all };
  for (let size = 1; size < best.set.length && size <= 2; size++)
    for (const set of combinations(ids, size)) {
      if (stop()) break;
      const layout = tryOut(set);
      if (!layout) continue;
      best = { set, layout };
      break;
    }
  return best.set.length > 0 ? featuresWay(document, best) : undefined;
}

/** Features that may go: not those the user wants to keep. */
const cuttable = ({ brief, shell }: Conversion): string[] =>
  Object.entries(shell.features)
    .filter(([id, f]) => f.fate === 'cut' && !survives(brief, 'feature', id))
    .map(([id]) => id);

const removal = (ids: readonly string[]): Change[] => ids.map((id) => ({ type: 'setFate', id, fate: 'removed' }));

function featuresWay(document: Conversion, best: { set: string[]; layout: Layout }): WayOut {
  const { brief, shell } = document;
  const names = best.set.map((id) => shell.features[id]!.name);
  const cut = best.set.reduce((sum, id) => sum + footLength(document, id), 0);
  const why = best.set.map((id) => shell.features[id]!.why).filter(Boolean);
  return wayFrom(
    document,
    {
      id: 'features',
      kind: 'features',
      label: `Take out ${names.join(' and ')}`,
      price: `${Math.round(cut)} mm of cut, can’t be put back${why.length > 0 ? `; ${why.join(', ')}` : ''}`,
      reversible: false,
      withinPolicy: brief.policy !== 'conserve',
      effort: EFFORT.features[brief.policy] + cut / 60 + 6 * (best.set.length - 1),
      changes: removal(best.set),
    },
    best.layout,
  );
}

/** Features of a set that a layout without them would stand in: only those have to go. */
function needed(document: Conversion, ids: readonly string[], layout: Layout): string[] {
  let set = [...ids];
  for (const id of ids) {
    const less = set.filter((other) => other !== id);
    const next = applied(document, removal(less));
    if (next && markLayout(next, startOf(next, { only: [] }), layout.placements, layout.id)) set = less;
  }
  return set;
}

/** Length of the cut that takes a feature off: around its foot, mm. */
function footLength(document: Conversion, id: string): number {
  return assemble({ ...document, kit: { ...document.kit, parts: {} } })
    .features.filter((f) => f.owner === id && !f.swept)
    .reduce((sum, { shape: { low, high } }) => {
      const sides = [0, 1, 2].map((i) => high[i]! - low[i]!).sort((a, b) => b - a);
      return sum + 2 * (sides[0]! + sides[1]!);
    }, 0);
}

function combinations(ids: readonly string[], size: number): string[][] {
  if (size === 0) return [[]];
  return ids.flatMap((id, i) => combinations(ids.slice(i + 1), size - 1).map((rest) => [id, ...rest]));
}
