import { assemble } from '../../assembly';
import { survives } from '../../brief';
import type { Change, Conversion } from '../../document';
import { cutAwayFor, cutAwayWords, listOf } from '../../fit';
import { startOf, type Layout } from '../layout';
import { markLayout } from '../markLayout';
import { applied, EFFORT, placings, present, wayFrom, type Look, type WayOut } from './way';

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

/** What is done to each feature of a set so that a layout stands: only so much cut out of it as has to go, or all of it. */
function cutting(document: Conversion, { set, layout }: { set: string[]; layout: Layout }): Change[] {
  const parts = Object.keys(layout.placements);
  let done: Change[] = [];
  for (const id of set) {
    const others = set.filter((other) => other !== id && !done.some((c) => 'id' in c && c.id === other));
    const rest = [...done, ...removal(others)];
    const there = applied(document, [...rest, ...placings(layout.placements)]);
    const blocks = there && cutAwayFor(there, assemble(there), parts, id);
    const inPart: Change[] = blocks ? [{ type: 'setCutAway', id, blocks }] : [];
    const next = blocks && applied(document, [...rest, ...inPart]);
    const stands = next && markLayout(next, startOf(next, { only: [] }), layout.placements, layout.id);
    done = [...done, ...(stands ? inPart : removal([id]))];
  }
  return done;
}

/** What of a plan’s features may go, gone; undefined where none may, or where they are to be kept as they are. */
export function cleared(document: Conversion): Conversion | undefined {
  const ids = document.brief.policy === 'conserve' ? [] : cuttable(document);
  return ids.length > 0 ? applied(document, removal(ids)) : undefined;
}

/** A way out of the plan with all its features gone, as one of the plan itself: with only those cut that stand in it. */
export function alsoCutting(document: Conversion, way: WayOut): WayOut | undefined {
  const { layout } = way;
  const next = applied(document, [way.change]);
  if (!next) return undefined;
  const set = needed(next, cuttable(document), layout);
  if (set.length === 0) return undefined;
  const { label, price, effort, changes } = featuresCut(next, { set, layout });
  return {
    ...way,
    id: `features+${way.id}`,
    kind: 'pair',
    label: `${way.label}, and ${label}`,
    price: `${way.price}; ${price}`,
    reversible: false,
    effort: way.effort + effort + EFFORT.pair[document.brief.policy],
    change: { type: 'all', what: way.label, changes: [way.change, ...changes] },
  };
}

/** What features are to be cut, in words, and what it costs. */
function featuresCut(document: Conversion, best: { set: string[]; layout: Layout }) {
  const { brief, shell } = document;
  const changes = cutting(document, best);
  const inPart = new Map(changes.flatMap((c) => (c.type === 'setCutAway' ? [[c.id, c.blocks] as const] : [])));
  const gone = best.set.filter((id) => !inPart.has(id)).map((id) => shell.features[id]!.name);
  const words = [...inPart].map(
    ([id, blocks]) => `cut ${cutAwayWords(shell.features[id]!, blocks)} out of ${shell.features[id]!.name}`,
  );
  if (gone.length > 0) words.unshift(`take out ${listOf(gone)}`);
  const cut = best.set.reduce((sum, id) => {
    const blocks = inPart.get(id);
    if (!blocks) return sum + footLength(document, id);
    return sum + blocks.reduce((all, b) => all + aroundBlock([b.width.value, b.depth.value, b.height.value]), 0);
  }, 0);
  const why = best.set.map((id) => shell.features[id]!.why).filter(Boolean);
  return {
    label: words.join('; '),
    changes,
    effort: EFFORT.features[brief.policy] + cut / 60 + 6 * (best.set.length - 1),
    price: `${Math.round(cut)} mm of cut, can’t be put back${why.length > 0 ? `; ${why.join(', ')}` : ''}`,
  };
}

function featuresWay(document: Conversion, best: { set: string[]; layout: Layout }): WayOut {
  const { label, ...rest } = featuresCut(document, best);
  return wayFrom(
    document,
    {
      ...rest,
      id: 'features',
      kind: 'features',
      label: capitalised(label),
      reversible: false,
      withinPolicy: document.brief.policy !== 'conserve',
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
      return sum + aroundBlock([0, 1, 2].map((i) => high[i]! - low[i]!));
    }, 0);
}

/** Length of a cut around a block: around its largest side, mm. */
function aroundBlock(sizes: readonly number[]): number {
  const [long, wide] = [...sizes].sort((a, b) => b - a);
  return 2 * (long! + wide!);
}

const capitalised = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

function combinations(ids: readonly string[], size: number): string[][] {
  if (size === 0) return [[]];
  return ids.flatMap((id, i) => combinations(ids.slice(i + 1), size - 1).map((rest) => [id, ...rest]));
}
