import { assemble } from '../../assembly';
import { nextId, type Change, type Conversion, type Part } from '../../document';
import { marginsOf } from '../../fit';
import { standardPart } from '../../standards';
import type { Assess } from '../judged';
import { searchLayouts } from '../layouts';
import { partWith } from './fits';
import type { FitOption } from './option';
import { withPart } from './try';

/** Several things that go in together, with all the margins of that layout. */
export interface Together {
  id: string;
  /** `Mini-ITX board with a 47 mm cooler`, and so on. */
  parts: string[];
  /** Least spare room of all of them, mm. */
  spare: number;
  change: Change;
  /** What stops with it by what stations say after a while: cables, order, what opens. */
  later?: string[];
}

export interface TogetherOptions {
  assess?: Assess;
  stop?: () => boolean;
  seed?: number;
  onFound?: (found: readonly Together[], share: number, what: string) => void;
}

/** Placings of one search: what goes in mostly goes in soon; then once more with patience. */
const STEPS = [120, 600] as const;
/** What is combined, the largest first: boards and supplies that are easily bought. */
const BOARDS = ['board/atx', 'board/micro-atx', 'board/mini-itx', 'board/mini-stx', 'board/card-size'];
const SUPPLIES = ['supply/atx', 'supply/sfx', 'supply/flex', 'supply/tfx', 'brick/dc-board'];
/** Cards of two slots, as they are and as low profiles, each as long as goes in by itself and as shorter ones are, mm. */
const CARDS = ['card/full-length-2', 'card/low-profile-2'];
const LENGTHS = [240, 200, 168];
/** Cooler that boards are combined with where it goes in: a low one. */
const LOW_COOLER = 47;
const DRIVES = [6, 4, 2, 1];
// How many go in by themselves is “at least so many”: twice as many are asked for.

/** One choice: the parts it puts in, in words. */
interface Choice {
  words: string;
  /** The card it is, of whatever length. */
  kind?: string;
  parts: { stem: string; part: Part }[];
}

/**
 * For each board that goes in the best that goes in with it, each step found by a search with everything else staying: the
 * largest supply, with it the largest card, with these the most drives; and, where a card took their room, the most drives
 * without one. Told as they are found; then all once more with more patience, and what gets better takes its place.
 */
export function fitTogether(
  document: Conversion,
  options: readonly FitOption[],
  { assess, stop = () => false, seed = 1, onFound }: TogetherOptions = {},
): Together[] {
  const { boards, supplies, cards, drives } = choicesOf(options);
  let found: Together[] = [];
  let steps: number = STEPS[0];
  const known = new Map<string, Together>();
  const ask = (combination: readonly Choice[]) => {
    const key = wordsOf(combination).join();
    if (stop() || known.has(key)) return known.get(key);
    const found = placed(document, combination, { ...(assess ? { assess } : {}), stop, seed, steps });
    if (found) known.set(key, found);
    return found;
  };
  /** The first of some choices, the largest first, that goes in with what is chosen. */
  const first = (chosen: readonly Choice[], choices: readonly Choice[], share: number) => {
    for (const choice of choices) {
      onFound?.(found, share, wordsOf([...chosen, choice]).join(', '));
      const together = ask([...chosen, choice]);
      if (together) return { chosen: [...chosen, choice], together };
    }
    return undefined;
  };
  /** The largest of choices of one kind, the largest first: where one goes, all smaller ones do, so halved between. */
  const largest = (chosen: readonly Choice[], kind: readonly Choice[], share: number) => {
    let found: ReturnType<typeof first>;
    let [low, high] = [0, kind.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      const goes = first(chosen, [kind[middle]!], share);
      if (goes) [found, high] = [goes, middle];
      else low = middle + 1;
    }
    return found;
  };
  const largestCard = (chosen: readonly Choice[], share: number) => {
    let found: ReturnType<typeof first>;
    for (const kind of CARDS) {
      const until = found ? cards.indexOf(found.chosen.at(-1)!) : cards.length;
      found =
        largest(
          chosen,
          cards.slice(0, until).filter((c) => c.kind === kind),
          share,
        ) ?? found;
    }
    return found;
  };
  const byBoard = new Map<Choice, Together[]>();
  /** What of it is best comes first: the earlier a choice is in its list, the larger it is. */
  const most = (chosen: readonly Choice[]) => [
    -supplies.indexOf(chosen[1]!),
    -Math.max(
      0,
      cards.findIndex((c) => chosen.includes(c)),
    ) - (chosen.some((c) => cards.includes(c)) ? 0 : cards.length),
    drivesIn(chosen),
  ];
  const rank = new Map<Choice, number[]>();
  const best = (board: Choice, share: number): void => {
    const fed = first([board], supplies, share);
    if (!fed) return;
    const carded = largestCard(fed.chosen, share) ?? fed;
    const full = largest(carded.chosen, drives, share) ?? carded;
    const without = carded === fed ? undefined : largest(fed.chosen, drives, share);
    const more = without && (full === carded || drivesIn(without.chosen) > drivesIn(full.chosen));
    const now = most(full.chosen);
    const was = rank.get(board);
    const differs = was ? now.findIndex((v, i) => v !== was[i]) : 0;
    if (was && (differs < 0 || now[differs]! < was[differs]!)) return;
    rank.set(board, now);
    byBoard.set(
      board,
      (more ? [full, without] : [full]).map(({ together }) => together),
    );
    found = boards.flatMap((b) => byBoard.get(b) ?? []);
  };
  for (const patience of STEPS) {
    steps = patience;
    for (const [i, board] of boards.entries())
      best(board, (STEPS.indexOf(patience) + i / boards.length) / STEPS.length);
  }
  onFound?.(found, 1, '');
  return found;
}

const wordsOf = (combination: readonly Choice[]) => combination.map((c) => c.words);
const drivesIn = (chosen: readonly Choice[]) =>
  chosen.reduce((sum, c) => sum + c.parts.filter((p) => p.stem === 'drive').length, 0);

function choicesOf(options: readonly FitOption[]): Record<'boards' | 'supplies' | 'cards' | 'drives', Choice[]> {
  const fitting = options.filter((o) => o.fits !== 'no');
  const known = (keys: readonly string[]) => keys.flatMap((key) => fitting.find((o) => o.id === key) ?? []);
  const boards = known(BOARDS).map((option): Choice => {
    const usual = standardPart(option.id)!.dimensions.coolerHeight?.value;
    const cooler = usual && option.most ? Math.min(LOW_COOLER, usual, option.most.value) : undefined;
    return {
      words: cooler === undefined ? option.name : `${option.name} with a ${cooler} mm cooler`,
      parts: [
        {
          stem: 'board',
          part: partWith(standardPart(option.id)!, cooler === undefined ? {} : { coolerHeight: cooler }),
        },
      ],
    };
  });
  const supplies = known(SUPPLIES).map((option): Choice => ({
    words: option.name,
    parts: [{ stem: 'supply', part: partWith(standardPart(option.id)!) }],
  }));
  const cards = fitting
    .filter((option) => option.group === 'card' && CARDS.includes(option.id))
    .flatMap((option) => {
      const row = standardPart(option.id)!;
      const most = option.most?.value ?? 0;
      return [most, ...LENGTHS.filter((mm) => mm < most)].map((mm) => ({
        size: mm * row.dimensions.thickness!.value * row.dimensions.height!.value,
        words: `${option.name}, ${mm.toFixed(0)} mm long`,
        kind: option.id,
        parts: [{ stem: 'card', part: partWith(row, { length: mm }) }],
      }));
    })
    .sort((p, q) => q.size - p.size)
    .map(({ words, kind, parts }): Choice => ({ words, kind, parts }));
  const drive = known(['drive/3.5', 'drive/2.5-7'])[0];
  const drives = DRIVES.filter((n) => drive && n <= 2 * (drive.most?.value ?? 0)).map((n): Choice => ({
    words: `${n} × ${drive!.name}`,
    parts: Array.from({ length: n }, () => ({ stem: 'drive', part: partWith(standardPart(drive!.id)!) })),
  }));
  return { boards, supplies, cards, drives };
}

function placed(
  document: Conversion,
  combination: readonly Choice[],
  { assess, stop, seed, steps }: { assess?: Assess; stop: () => boolean; seed: number; steps: number },
): Together | undefined {
  let plan = document;
  const ids: { id: string; part: Part }[] = [];
  for (const { stem, part } of combination.flatMap((c) => c.parts)) {
    const id = nextId(plan.kit.parts, stem, plan.spent);
    plan = withPart(plan, id, part);
    ids.push({ id, part });
  }
  const { layouts } = searchLayouts(plan, {
    seed,
    wanted: 1,
    steps,
    keep: 'placed',
    free: ids.map(({ id }) => id),
    ...(assess ? { assess } : {}),
    stop,
  });
  const [layout] = layouts;
  if (!layout || ids.some(({ id }) => !layout.placements[id])) return undefined;
  const there = {
    ...plan,
    layout: { ...plan.layout, placements: { ...plan.layout.placements, ...layout.placements } },
  };
  const own = new Set(ids.map(({ id }) => id));
  const margins = marginsOf(assemble(there)).filter(
    (m) => m.kind === 'body' && (own.has(m.part) || own.has(m.other.id)),
  );
  const parts = wordsOf(combination);
  return {
    id: parts.join(' + '),
    parts,
    spare: Math.min(Infinity, ...margins.map((m) => m.spare)),
    change: {
      type: 'all',
      what: parts.join(', '),
      changes: ids.map(({ id, part }) => ({ type: 'addPart', id, part, placement: layout.placements[id]! })),
    },
  };
}
