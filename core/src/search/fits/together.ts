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
}

export interface TogetherOptions {
  assess?: Assess;
  stop?: () => boolean;
  seed?: number;
  onFound?: (found: readonly Together[], share: number, what: string) => void;
}

/** Of each kind the largest few that go in by themselves are combined; so many combinations are searched at most. */
const CHOICES = 3;
const MOST = 24;
const STEPS = 120;
const KEPT = 8;
/** Cooler that boards are combined with where it goes in: a low one. */
const LOW_COOLER = 47;
const DRIVES = [4, 2, 1, 0];

/** One choice of a kind: its rank in size, and the parts it puts in. */
interface Choice {
  rank: number;
  words: string;
  parts: { stem: string; part: Part }[];
}

/**
 * The best combinations of board, supply, card and drives that go in together, each found by a search with everything
 * else staying. A combination that is smaller in everything than one that was found is left out, so is one that is larger
 * in everything than one for which no layout was found. Told as they are found.
 */
export function fitTogether(
  document: Conversion,
  options: readonly FitOption[],
  { assess, stop = () => false, seed = 1, onFound }: TogetherOptions = {},
): Together[] {
  const combinations = combined(kindsOf(options));
  const found: { ranks: number[]; together: Together }[] = [];
  const failed: number[][] = [];
  const best = () => found.map((f) => f.together).slice(0, KEPT);
  let searched = 0;
  for (const combination of combinations) {
    if (stop() || searched >= MOST) break;
    const ranks = combination.map((c) => c.rank);
    if (found.some((f) => within(ranks, f.ranks)) || failed.some((f) => within(f, ranks))) continue;
    onFound?.(best(), searched / Math.min(MOST, combinations.length), wordsOf(combination).join(', '));
    searched++;
    const together = placed(document, combination, { ...(assess ? { assess } : {}), stop, seed });
    if (together) found.push({ ranks, together });
    else failed.push(ranks);
  }
  onFound?.(best(), 1, '');
  return best();
}

const within = (a: readonly number[], b: readonly number[]) => a.every((v, i) => v <= b[i]!);
const wordsOf = (combination: readonly Choice[]) => combination.map((c) => c.words).filter((w) => w !== '');

/** The choices of each kind, none of it the last. */
function kindsOf(options: readonly FitOption[]): Choice[][] {
  const fitting = (group: FitOption['group']) => options.filter((o) => o.group === group && o.fits !== 'no');
  const size = ({ id }: FitOption) =>
    Object.entries(standardPart(id)!.dimensions)
      .filter(([key]) => ['width', 'depth', 'height'].includes(key))
      .reduce((product, [, d]) => product * d.value, 1);
  const nothing: Choice = { rank: 0, words: '', parts: [] };
  const ranked = (group: FitOption['group'], choice: (option: FitOption) => Omit<Choice, 'rank'>): Choice[] => {
    const largest = [...fitting(group)].sort((p, q) => size(q) - size(p)).slice(0, CHOICES);
    return largest.map((option, i) => ({ rank: largest.length - i, ...choice(option) }));
  };
  const boards = ranked('board', (option) => {
    const row = standardPart(option.id)!;
    const cooler = option.most ? Math.min(LOW_COOLER, option.most.value) : undefined;
    return {
      words: cooler === undefined ? option.name : `${option.name} with a ${cooler} mm cooler`,
      parts: [{ stem: 'board', part: partWith(row, cooler === undefined ? {} : { coolerHeight: cooler }) }],
    };
  });
  const supplies = ranked('supply', (option) => ({
    words: option.name,
    parts: [{ stem: 'supply', part: partWith(standardPart(option.id)!) }],
  }));
  const cards = fitting('card')
    .map((option) => ({
      option,
      length: Math.min(option.most?.value ?? 0, standardPart(option.id)!.dimensions.length!.value),
    }))
    .sort((p, q) => thickness(q.option) * q.length - thickness(p.option) * p.length)
    .slice(0, CHOICES)
    .map(({ option, length }, i, all) => ({
      rank: all.length - i,
      words: `${option.name}, ${length.toFixed(0)} mm long`,
      parts: [{ stem: 'card', part: partWith(standardPart(option.id)!, { length }) }],
    }));
  const drive = fitting('drive')[0];
  const drives = drive
    ? DRIVES.filter((n) => n <= (drive.most?.value ?? 0)).map((n) => ({
        rank: n,
        words: n === 0 ? '' : `${n} × ${drive.name}`,
        parts: Array.from({ length: n }, () => ({ stem: 'drive', part: partWith(standardPart(drive.id)!) })),
      }))
    : [nothing];
  return [boards, supplies, cards, drives].map((choices) =>
    choices.some((c) => c.rank === 0) ? choices : [...choices, nothing],
  );
}

const thickness = ({ id }: FitOption) => standardPart(id)!.dimensions.thickness!.value;

/** All combinations, the largest first; a board without a supply, or nothing but drives, is no machine. */
function combined(kinds: readonly Choice[][]): Choice[][] {
  let all: Choice[][] = [[]];
  for (const choices of kinds) all = all.flatMap((one) => choices.map((choice) => [...one, choice]));
  const weight = (one: readonly Choice[]) =>
    one.reduce((sum, { rank }, i) => sum + rank / Math.max(1, ...kinds[i]!.map((c) => c.rank)), 0);
  return all.filter((one) => wordsOf(one).length > 1).sort((p, q) => weight(q) - weight(p));
}

function placed(
  document: Conversion,
  combination: readonly Choice[],
  { assess, stop, seed }: { assess?: Assess; stop: () => boolean; seed: number },
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
    steps: STEPS,
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
