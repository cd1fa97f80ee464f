import { staysPut, type Conversion, type Wish } from '../document';
import type { Remedy } from '../findings';
import { nameOf, wishWords } from '../fit';
import { kindOf } from '../parts';
import { Engine, NO_WEBS, type Budget, type Outcome } from './engine';
import { formsOf } from './forms';
import { startOf, type LayoutOptions } from './layout';
import { liftsOf } from './lifts';
import { searchLayouts } from './layouts';
import { costIn, fixedSpots } from './searchedKit';
import { pieceOf } from './options';
import { randomFrom } from './random';

/** Why no layout was found: the smallest set of parts, or of wishes, that can't be together. */
export interface Conflict {
  parts: string[];
  wishes: string[];
  /** It was shown that no position whatever works; otherwise none was found in a thorough search. */
  proven: boolean;
  sentence: string;
  /** How it was shown, in words that claim no more than was done. */
  how: string;
  /** Of one part alone: what stands against it, as far as one choice is the reason, and lifts that. */
  lifts?: Remedy[];
}

/** Placings that a search for a subset may use before it counts as not found. */
const QUICK = 400;
/** Placings that a proof may use, and the steps of its grids, mm. */
const PROOF = 40_000;
const PROOF_STEPS = [12, 6, 3] as const;
/** Larger conflicts are not looked for one by one. */
const LARGEST = 3;

/** What came of looking for a layout of some of the parts. */
type Found = 'found' | 'impossible' | 'not found';

/**
 * The smallest set of parts that can't be together, sizes one, two, three in turn; then by leaving out parts of the
 * whole kit one after the other. `impossible` rests on a complete search in which every position of a grid stands for
 * its whole cell: what is forbidden to all of a cell is all that is taken away.
 * @param explain also look for what lifts it, where it is one part alone
 */
export function conflictOf(document: Conversion, options: LayoutOptions = {}, explain = false): Conflict | undefined {
  const stop = options.stop ?? (() => false);
  const { free } = startOf(document, options);
  if (free.length === 0) return undefined;
  const wishes = Object.entries(document.layout.wishes);
  const fits = (only: readonly string[], kept: readonly Wish[]): Found => canFit(document, only, kept, options);

  /** Of one part the reason is looked for; of several each alone has a place. */
  const withLifts = (conflict: Conflict): Conflict => {
    const [id, ...others] = conflict.parts;
    if (!explain || id === undefined || others.length > 0) return conflict;
    const { assess } = options;
    const stopsAt = (plan: Conversion) => new Set(assess?.(plan).flatMap((f) => (f.verdict === 'stop' ? [f.id] : [])));
    const before = stopsAt(document);
    const lifts = liftsOf(
      document,
      id,
      (plan) => canFit(plan, [id], [], options) === 'found',
      (plan) => [...stopsAt(plan)].some((stop) => !before.has(stop)),
    );
    return lifts.length > 0 ? { ...conflict, lifts } : conflict;
  };

  if (wishes.length > 0 && fits(free, []) === 'found') return wishConflict(document, free, fits);
  for (let size = 1; size <= Math.min(LARGEST, free.length); size++) {
    let candidate: { set: string[]; found: Found } | undefined;
    for (const set of subsets(free, size)) {
      if (stop()) return undefined;
      const found = fits(set, []);
      if (found === 'impossible') return withLifts(partConflict(document, set, true));
      if (found === 'not found') candidate ??= { set, found };
    }
    if (candidate) return withLifts(partConflict(document, candidate.set, false));
  }
  // Leaving out one part after the other; what is left when nothing more can go is a smallest set.
  let set = [...free];
  for (const id of [...free].reverse()) {
    if (stop()) return undefined;
    const less = set.filter((other) => other !== id);
    if (less.length > 0 && fits(less, []) !== 'found') set = less;
  }
  return fits(set, []) === 'found' ? undefined : partConflict(document, set, false);
}

/** Can these parts be together? Looks for a layout, then for a proof that there is none. */
export function canFit(
  document: Conversion,
  only: readonly string[],
  wishes: readonly Wish[],
  options: LayoutOptions = {},
): Found {
  if (wishes.length === 0 && stands(document, only, options)) return 'found';
  const kept = Object.entries(document.layout.placements)
    .filter(([id]) => id in document.kit.parts && (staysPut(document.layout, id) || options.keep === 'placed'))
    .map(([id]) => id);
  const search = { ...options, only: [...new Set([...only, ...kept])], wishes, wanted: 1, steps: QUICK, polish: 0 };
  search.enough ??= 'touching';
  delete search.onLayout;
  delete search.onProgress;
  if (searchLayouts(document, search).layouts.length > 0) return 'found';
  // A proof looks at the parts alone.
  if (wishes.length > 0) return 'not found';
  for (const step of PROOF_STEPS) {
    const outcome = proof(document, { ...search, step });
    if (outcome.kind === 'none') return 'impossible';
    // A finer grid only helps where the coarser one was searched to its end.
    if (outcome.kind === 'stopped') break;
  }
  return 'not found';
}

/** Do these parts, alone, stand where the plan has them with nothing that stops? Then there is a place, whatever a search finds. */
function stands(document: Conversion, only: readonly string[], { assess }: LayoutOptions): boolean {
  const { layout } = document;
  if (!assess || !only.every((id) => id in layout.placements)) return false;
  const together = new Set(only);
  const carrier = (id: string): string | undefined => layout.placements[id]?.with;
  // What carries one of them comes along; what else stands in the shell does not.
  for (const id of only)
    for (let on = carrier(id); on !== undefined && !together.has(on); on = carrier(on)) together.add(on);
  const placements = Object.fromEntries(Object.entries(layout.placements).filter(([id]) => together.has(id)));
  const stops = (plan: Conversion) => assess(plan).filter((f) => f.verdict === 'stop' && f.accepted === undefined);
  const bare = new Set(stops({ ...document, layout: { ...layout, placements: {} } }).map((f) => f.id));
  return stops({ ...document, layout: { ...layout, placements } }).every((f) => bare.has(f.id));
}

/** A proof looks at no more forms of a kit. */
const MOST_PROVEN = 16;

/** A complete search, in every form of the kit, in which each position of the grid stands for its cell. `none` is a proof. */
function proof(document: Conversion, options: LayoutOptions & { step: number }): Outcome {
  const forms = formsOf(document, startOf(document, options), options, true);
  // With many sockets and bays there are too many ways to be plugged in for a proof.
  if (forms.length > MOST_PROVEN) return { kind: 'stopped' };
  let last: Outcome = { kind: 'none' };
  for (const { document: form, start } of forms) {
    const pieces = start.free.map((id) =>
      pieceOf(form, start.base, id, { step: options.step, stand: 'any', wishes: [] }),
    );
    const budget: Budget = { steps: PROOF, stop: options.stop ?? (() => false) };
    last = new Engine(start.base.clearances, 'least').search(
      pieces,
      {
        wishes: [],
        risers: {},
        fixed: fixedSpots(form, start.base),
        candidates: 'all',
        web: NO_WEBS,
        cost: costIn(form, start, false),
        breadth: Infinity,
        random: randomFrom(1),
        noise: 0,
      },
      budget,
    );
    if (last.kind !== 'none') return last;
  }
  return last;
}

function partConflict(document: Conversion, set: string[], proven: boolean): Conflict {
  const names = set.map((id) => nameOf(document, { kind: 'part', id }));
  const under =
    document.shell.bodies && Object.values(document.shell.bodies).some((b) => b.kind === 'lid')
      ? ' under this lid'
      : ' in this shell';
  const list = names.length === 1 ? names[0]! : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;
  const kind = set.length === 1 ? kindOf(document.kit.parts[set[0]!]!) : undefined;
  const sentence =
    set.length === 1
      ? `${proven ? 'There is no place' : 'No place was found'} for ${list}${under}, not even alone${kind === 'fan' ? ' at a face' : ''}.`
      : `${list} ${proven ? 'can’t be together' : 'were found in no layout together'}${under}; ${set.length === 2 ? 'either alone fits' : `any ${set.length === 3 ? 'two' : set.length - 1} of them fit`}.`;
  return {
    parts: set,
    wishes: [],
    proven,
    sentence,
    how: proven
      ? 'Shown by a complete search: every position was looked at, in cells that stand for all positions in them.'
      : 'A thorough search found no layout of these; that is no proof that there is none.',
  };
}

/** The first wish, or pair of wishes, that leaves no layout of the parts they are about. */
function wishConflict(
  document: Conversion,
  free: readonly string[],
  fits: (only: readonly string[], kept: readonly Wish[]) => Found,
): Conflict | undefined {
  const wishes = Object.entries(document.layout.wishes);
  const words = (id: string) => {
    const wish = document.layout.wishes[id]!;
    return `“${nameOf(document, { kind: 'part', id: wish.part })} ${wishWords(document, wish)}”`;
  };
  const conflict = (ids: string[], sentence: string): Conflict => ({
    parts: [],
    wishes: ids,
    proven: false,
    sentence,
    how: 'Found by leaving out wishes: with the others alone there is a layout, with these none was found.',
  });
  for (const [id, wish] of wishes)
    if (fits(free, [wish]) !== 'found')
      return conflict([id], `The wish ${words(id)} can’t hold with this kit in this shell.`);
  for (const [i, [a, first]] of wishes.entries())
    for (const [b, second] of wishes.slice(i + 1))
      if (fits(free, [first, second]) !== 'found')
        return conflict(
          [a, b],
          `${words(a)} fights ${words(b)}: either alone can hold, no layout was found with both.`,
        );
  let set = wishes;
  for (const one of wishes) {
    const less = set.filter((w) => w !== one);
    if (
      less.length > 0 &&
      fits(
        free,
        less.map(([, w]) => w),
      ) !== 'found'
    )
      set = less;
  }
  return fits(
    free,
    set.map(([, w]) => w),
  ) === 'found'
    ? undefined
    : conflict(
        set.map(([id]) => id),
        `The wishes ${set.map(([id]) => words(id)).join(', ')} can’t all hold; without any one of them they can.`,
      );
}

function* subsets(ids: readonly string[], size: number, from = 0): Generator<string[]> {
  if (size === 0) {
    yield [];
    return;
  }
  for (let i = from; i <= ids.length - size; i++)
    for (const rest of subsets(ids, size - 1, i + 1)) yield [ids[i]!, ...rest];
}
