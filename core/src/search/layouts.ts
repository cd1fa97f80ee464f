import { placePart, pluggedIn } from '../assembly';
import type { Conversion } from '../document';
import { Engine, type Budget, type SearchSettings, type Spot } from './engine';
import { formsOf, type Form } from './forms';
import { judgeOf, type Assess } from './judged';
import { startOf, type Layout, type LayoutOptions, type Start } from './layout';
import { layoutOf, markLayout } from './markLayout';
import { pieceOf } from './options';
import { ridersFirst, type Proposed } from './riders';
import { randomFrom } from './random';
import { costIn, fixedSpots, kitOf, wantedWebs, type Freedom, type SearchedKit } from './searchedKit';

export interface LayoutResult {
  /** Best first. */
  layouts: Layout[];
  /** What was searched, in words that claim no more than was done. */
  searched: string;
  /** Why the search ended: enough found, the steps used up, or asked to stop. */
  ended: 'enough' | 'steps' | 'stopped';
  /** Parts that have no place at all, not even alone. */
  homeless: string[];
}

/**
 * Layouts with nothing in the way of what is no part either (rods of the panel); where there are none, layouts all the same:
 * what they bring is told with them.
 */
export function searchClearLayouts(
  document: Conversion,
  options: LayoutOptions & { assess: Assess },
  inTheWay: Assess,
): LayoutResult {
  let blocked = false;
  const assess: Assess = (plan) => {
    const more = inTheWay(plan);
    if (more.length > 0) blocked = true;
    return more.length > 0 ? [...options.assess(plan), ...more] : options.assess(plan);
  };
  const clear = searchLayouts(document, { ...options, assess });
  return clear.layouts.length > 0 || !blocked ? clear : searchLayouts(document, options);
}

/** Tries without anything new after which a kit gets freer: with something found, with nothing yet. */
const DRY = 24;
const NOTHING_YET = 6;

/** Placings that one try may use before it starts anew with other luck. */
const TRY = 90;

/** Other places of what rides that are tried where the rest has no layout beside the best ones. */
const RIDES_TRIED = 3;

/**
 * Places the whole kit in several different ways. What is to ride on a lid, door, drawer, tray or frame is put there first,
 * and a row that is not in the shell as one thing; everything else is searched beside them.
 */
export function searchLayouts(document: Conversion, options: LayoutOptions = {}): LayoutResult {
  let last: LayoutResult | undefined;
  const memory: Proposed = new Map();
  for (let other = 0; other < RIDES_TRIED; other++) {
    const riding = ridersFirst(document, options, other, memory);
    if (!riding) return last ?? searchFree(document, options);
    if (riding.homeless.length > 0) {
      const others = last ? [] : searchFree(riding.document, { ...options, steps: 0 }).homeless;
      const homeless = [...new Set([...riding.homeless, ...others])];
      return last ?? { layouts: [], searched: riding.searched, ended: 'enough', homeless };
    }
    const whole = (layout: Layout): Layout => ({
      ...layout,
      placements: { ...layout.placements, ...riding.placements },
    });
    const { onLayout } = options;
    const start = startOf(riding.document, options);
    const judged = judgeOf(riding.document, start, options.assess);
    if (start.free.length === 0) {
      const alone = markLayout(riding.document, start, {}, 'layout-1');
      const held = alone && judged(alone);
      last = { layouts: held ? [whole(held)] : [], searched: riding.searched, ended: 'enough', homeless: [] };
      if (held) onLayout?.(last.layouts);
    } else {
      last = searchFree(riding.document, {
        ...options,
        ...(onLayout ? { onLayout: (some) => onLayout(some.map(whole)) } : {}),
      });
      last = { ...last, layouts: last.layouts.map(whole), searched: `${last.searched}; ${riding.searched}` };
    }
    if (last.layouts.length > 0 || last.ended === 'stopped') return last;
  }
  return last ?? searchFree(document, options);
}

/**
 * Places the whole kit in several different ways, better ones as it goes on. Each try is a depth-first search over
 * corner positions with its own luck; what it finds is taken off the grid, checked exactly and marked by the soft
 * rules. Pure: the same document, seed and steps give the same layouts.
 */
function searchFree(document: Conversion, options: LayoutOptions = {}): LayoutResult {
  const {
    seed = 1,
    wanted = 10,
    steps = 3000,
    near = false,
    polish = 0,
    stop = () => false,
    onLayout,
    onProgress,
  } = options;
  const start = startOf(document, options);
  const step = options.step ?? 2;
  const words =
    start.free.length === 0
      ? 'nothing: no part may move. Unlock one, or let those that are in the shell move.'
      : searchedWords(document, start, step);
  const forms = start.free.length === 0 ? [] : formsOf(document, start, options);
  const first: Freedom =
    options.enough === 'touching' ? { enough: 'touching', anyFace: true } : { enough: 'wanted', anyFace: false };
  const roomy = forms.map((form) => kitOf(form, options, step, first)).filter(isOpen);
  // What has no place with all the room it wants may have one with less.
  const kits =
    roomy.length > 0 || options.enough
      ? roomy
      : forms.map((form) => kitOf(form, options, step, { enough: 'touching', anyFace: true }));
  const open = kits.filter(isOpen);
  if (open.length === 0)
    return { layouts: [], searched: words, ended: 'enough', homeless: homelessOf(forms, options, step) };
  const judged = judgeOf(document, start, options.assess);
  const main = open.flatMap((kit, i) => (kit.form.spare ? [] : [i]));

  const random = randomFrom(seed);
  const found: Layout[] = [];
  const total: Budget = { steps, stop };
  let tries = 0;
  /** What a kit may do next that it may not yet: through a face that was not chosen, on brackets, with less room than is wanted. */
  const freer = (kit: SearchedKit): SearchedKit => {
    const { enough, anyFace } = kit.freedom;
    const again = (freedom: Freedom): SearchedKit => {
      const next = kitOf(kit.form, options, step, freedom);
      if (!isOpen(next)) return { ...kit, dry: 0 };
      return {
        ...next,
        pieces: kit.hangs ? next.withHanging(next.pieces) : next.pieces,
        hangs: kit.hangs,
        tries: kit.tries,
      };
    };
    if (!anyFace) return again({ enough, anyFace: true });
    // What was found screwed down and with all its room needs no less.
    if (found.length > 0) return { ...kit, dry: 0 };
    if (!kit.hangs) return { ...kit, pieces: kit.withHanging(kit.pieces), hangs: true, dry: 0 };
    return enough === 'wanted' && !options.enough ? again({ enough: 'touching', anyFace: true }) : { ...kit, dry: 0 };
  };
  while (total.steps > 0 && !stop() && found.length < wanted) {
    // Forms take turns; each has its own first try without chance. Spare ones wait until the others have found nothing.
    const all = found.length === 0 && tries >= main.length * BEFORE_SPARE;
    const which = all || main.length === 0 ? tries % open.length : main[tries % main.length]!;
    const kit = open[which]!;
    const budget: Budget = { steps: Math.min(TRY, total.steps), stop };
    const before = budget.steps;
    const settings: SearchSettings = {
      wishes: start.wishes,
      risers: start.risers,
      candidates: 'corners',
      web: kit.web,
      cost: kit.cost,
      fixed: kit.fixed,
      ...(near ? { target: (id: string) => kit.form.document.layout.placements[id] } : {}),
      breadth: 5,
      random,
      noise: kit.tries === 0 ? 0 : Math.min(90, 20 + 4 * kit.tries),
      // Where nothing was found on the grid, every other try wastes nothing of it.
      snug: found.length === 0 && kit.tries >= 2 && kit.tries % 2 === 0,
    };
    const outcome = kit.engine.search(kit.pieces, settings, budget);
    total.steps -= Math.max(1, before - budget.steps);
    tries++;
    kit.tries++;
    if (outcome.kind === 'found') {
      const layout = asItIs(document, start, kit.form, outcome.spots, `layout-${tries}`);
      const holds = layout && judged(layout);
      if (holds && keepDistinct(document, found, holds)) {
        kit.dry = 0;
        onLayout?.(found);
      }
    }
    if (kit.dry++ >= (found.length > 0 ? DRY : NOTHING_YET)) open[which] = freer(kit);
    onProgress?.(Math.max(found.length / wanted, 1 - total.steps / steps));
  }
  for (let round = 0; round < polish && found.length > 0 && !stop(); round++) {
    const which = Math.floor(random() * found.length);
    const better = bettered(document, start, found[which]!, random, stop, judged);
    onProgress?.((round + 1) / polish);
    if (!better) continue;
    found[which] = better;
    onLayout?.(found);
  }
  found.sort((a, b) => b.score - a.score);
  return {
    layouts: found,
    searched: `${words}, ${tries} ${tries === 1 ? 'try' : 'tries'}${open.some((kit) => kit.hangs) ? ', also on brackets' : ''}${open.some((kit) => kit.freedom.enough !== 'wanted') ? ', also with less room than is wanted' : ''}`,
    ended: found.length >= wanted ? 'enough' : stop() ? 'stopped' : 'steps',
    homeless: [],
  };
}

/** Tries of each form before those are looked at in which modules and drives lie loose. */
const BEFORE_SPARE = 6;

/** Parts that have no place at all, in the form in which fewest have none. */
const homelessOf = (forms: readonly Form[], options: LayoutOptions, step: number): string[] =>
  forms
    .map((form) => kitOf(form, options, step, { enough: options.enough ?? 'touching', anyFace: true }).homeless)
    .sort((a, b) => a.length - b.length)[0] ?? [];

const isOpen = (kit: SearchedKit) => kit.homeless.length === 0;

/** What was found for a form of the kit, for the kit as it is. */
function asItIs(
  document: Conversion,
  start: Start,
  form: Form,
  spots: readonly Spot[],
  id: string,
): Layout | undefined {
  const layout = layoutOf(form.document, form.start, spots, id);
  if (!layout || form.document === document) return layout;
  return markLayout(document, start, form.apart(layout.placements), id);
}

function searchedWords(document: Conversion, { free, base }: Start, step: number): string {
  const stay =
    base.parts.length > 0
      ? `, ${base.parts.map((p) => document.kit.parts[p.id]!.name).join(', ')} left where ${base.parts.length === 1 ? 'it is' : 'they are'}`
      : '';
  return `${free.length} part${free.length === 1 ? '' : 's'} in 24 orientations at corners of the free positions every ${step} mm${stay}`;
}

/** A part stands alike when it looks the same ways and is within this, mm. */
const ALIKE = 60;
/** Layouts are alike when parts that make up less than this of the kit's volume stand differently. */
const DIFFERENT = 0.12;

/** Adds a layout, or lets it replace a worse one like it. True when the list changed. */
function keepDistinct(document: Conversion, found: Layout[], layout: Layout): boolean {
  const like = found.findIndex((known) => alike(document, known, layout));
  if (like < 0) {
    found.push(layout);
    return true;
  }
  if (found[like]!.score >= layout.score) return false;
  found[like] = { ...layout, id: found[like]!.id };
  return true;
}

/** Do two layouts look the same to a builder: are all but small parts in the same places? */
export function alike(document: Conversion, a: Layout, b: Layout): boolean {
  let moved = 0;
  let whole = 0;
  for (const [id, p] of Object.entries(a.placements)) {
    const { low, high } = placePart(id, document.kit.parts[id]!, p);
    const volume = (high[0] - low[0]) * (high[1] - low[1]) * (high[2] - low[2]);
    whole += volume;
    const q = b.placements[id];
    const same = q && p.rear === q.rear && p.top === q.top && Math.hypot(p.x - q.x, p.y - q.y, p.z - q.z) < ALIKE;
    if (!same) moved += volume;
  }
  return moved < DIFFERENT * whole;
}

/** Tries to better a layout: one or two of its parts are taken out and set anew. Undefined when it found nothing better. */
function bettered(
  document: Conversion,
  start: Start,
  layout: Layout,
  random: () => number,
  stop: () => boolean,
  judged: ReturnType<typeof judgeOf>,
): Layout | undefined {
  const free = start.free.filter(() => random() < 1.6 / start.free.length);
  if (free.length === 0) return undefined;
  const rest = start.free
    .filter((id) => !free.includes(id))
    .map((id) => placePart(id, document.kit.parts[id]!, layout.placements[id]!));
  const around: Start = { ...start, free, base: { ...start.base, parts: pluggedIn([...start.base.parts, ...rest]) } };
  const pieces = free.map((id) =>
    pieceOf(document, around.base, id, { step: 2, stand: 'seated', wishes: start.wishes, anyFace: false }),
  );
  const outcome = new Engine(around.base.clearances).search(
    pieces,
    {
      wishes: start.wishes,
      risers: start.risers,
      fixed: fixedSpots(document, around.base),
      candidates: 'corners',
      web: wantedWebs(document, around.base),
      cost: costIn(document, around, false),
      breadth: 4,
      random,
      noise: 60,
    },
    { steps: 12, stop },
  );
  if (outcome.kind !== 'found') return undefined;
  const spots = layoutOf(document, around, outcome.spots, layout.id);
  if (!spots) return undefined;
  const whole = markLayout(document, start, { ...layout.placements, ...spots.placements }, layout.id);
  return whole && whole.score > layout.score + 0.5 ? judged(whole) : undefined;
}
