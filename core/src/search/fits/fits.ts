import { assemble } from '../../assembly';
import { nextId, type Change, type Conversion, type Part } from '../../document';
import { faceName, nameOf, nearestShortfall } from '../../fit';
import { partFrom } from '../../parts';
import { measured } from '../../quantity';
import { LIBRARY, type StandardPart } from '../../standards';
import type { Assess } from '../judged';
import type { FitGroup, FitOption } from './option';
import { screenFor, SCREEN_ASPECTS } from './screens';
import { greatest, largest, standsAt, tryPart, withPart, type Tried } from './try';

export interface FitsOptions {
  assess?: Assess;
  stop?: () => boolean;
  onFound?: (options: readonly FitOption[], share: number, what: string) => void;
  library?: readonly StandardPart[];
}

/** More drives are not counted. */
const MOST_DRIVES = 24;
/** Heights of coolers over the board (practice) and lengths of cards (card specification, and what overhangs it), mm. */
const COOLERS = [37, 47, 70, 120, 155, 165];
const CARDS = [120, 168, 200, 240, 267, 300, 340];
/** Drives that sit on a board, and those that differ little from others, are not asked about by themselves. */
const LEFT_OUT = /^drive\/(m2-|3\.5-large|2\.5-9\.5)|^card\/half-length-2/;

/** A part of a row with some of its dimensions as they are wanted. */
export function partWith(row: StandardPart, dimensions: Readonly<Record<string, number>> = {}): Part {
  const part = partFrom(row, row.name);
  for (const [key, mm] of Object.entries(dimensions)) part.dimensions[key] = measured(mm, 'catalogue');
  return part;
}

/**
 * What of the standards would go into a shell as it is, each for itself: boards with the highest cooler, supplies, cards with
 * their greatest length, drives with their number, the thickest fan of each size, screens by their diagonal. What does not
 * says where it misses by least. Told as it is found.
 */
export function whatFits(document: Conversion, options: FitsOptions = {}): FitOption[] {
  const { assess, stop = () => false, onFound, library = LIBRARY } = options;
  const rows = (kind: StandardPart['kind']) => library.filter((row) => row.kind === kind && !LEFT_OUT.test(row.key));
  const one = (row: StandardPart) => ({ what: row.name, ask: () => optionOf(document, row, assess) });
  const tasks = [
    ...rows('board').map(one),
    ...rows('supply').map(one),
    ...SCREEN_ASPECTS.map((aspect) => ({
      what: `screen ${aspect.join(':')}`,
      ask: () => screenFor(document, aspect, assess),
    })),
    ...rows('drive').map(one),
    ...bySize(rows('fan')).map((fans) => ({ what: fans[0]!.name, ask: () => thickestOf(document, fans, assess) })),
    ...rows('card').map(one),
  ];
  const found: FitOption[] = [];
  for (const [i, { what, ask }] of tasks.entries()) {
    if (stop()) break;
    onFound?.(found, i / tasks.length, what);
    found.push(ask());
  }
  onFound?.(found, found.length / tasks.length, '');
  return found;
}

/** Fans of each size, the thickest first. */
function bySize(fans: readonly StandardPart[]): StandardPart[][] {
  const sizes = new Map<number, StandardPart[]>();
  for (const fan of fans) {
    const size = fan.dimensions.size!.value;
    sizes.set(size, [fan, ...(sizes.get(size) ?? [])]);
  }
  return [...sizes.values()];
}

function thickestOf(document: Conversion, fans: readonly StandardPart[], assess: Assess | undefined): FitOption {
  let last: FitOption | undefined;
  for (const fan of fans) {
    last = optionOf(document, fan, assess);
    if (last.fits !== 'no') break;
  }
  return last!;
}

function optionOf(document: Conversion, row: StandardPart, assess: Assess | undefined): FitOption {
  const id = nextId(document.kit.parts, row.kind, document.spent);
  const base = { id: row.key, group: row.kind as FitGroup, name: row.kind === 'card' ? cardName(row) : row.name };
  const sized =
    row.kind === 'card'
      ? { key: 'length', what: 'length' as const, sizes: CARDS }
      : 'coolerHeight' in row.dimensions
        ? { key: 'coolerHeight', what: 'cooler' as const, sizes: COOLERS }
        : undefined;
  if (!sized) {
    const part = partWith(row);
    const { tried, stopped } = tryPart(document, id, part, assess);
    if (!tried) return { ...base, ...no(document, id, part, stopped) };
    return { ...base, ...resultOf(tried, id, part), ...(row.kind === 'drive' ? manyOf(document, row, assess) : {}) };
  }
  const { key, what, sizes } = sized;
  let best: { mm: number; tried: Tried } | undefined;
  let why: string | undefined;
  const most = largest(sizes, (mm) => {
    const { tried, stopped } = tryPart(document, id, partWith(row, { [key]: mm }), assess);
    why = stopped;
    if (tried && (!best || mm >= best.mm)) best = { mm, tried };
    return tried !== undefined;
  });
  if (most === undefined || !best) return { ...base, ...no(document, id, partWith(row, { [key]: sizes[0]! }), why) };
  // Where it stands with that, a little more may go.
  const { tried } = best;
  const next = sizes[sizes.indexOf(most) + 1];
  const value =
    next === undefined
      ? most
      : greatest(most, next, 1, (mm) => standsAt(document, id, partWith(row, { [key]: mm }), tried.placement));
  return {
    ...base,
    ...resultOf(tried, id, partWith(row, { [key]: most })),
    most: { what, value, ...(next === undefined ? { more: true } : {}) },
  };
}

/** A card by its height and thickness: its length is what is asked. */
function cardName({ dimensions, words }: StandardPart): string {
  const slots = /([\d.]+) slot/.exec(words)?.[1] ?? '1';
  return `Card, ${dimensions.height!.value > 100 ? 'full height' : 'low profile'}, ${slots} slot${slots === '1' ? '' : 's'}`;
}

/** What a place that was found says of a part. */
export const resultOf = (tried: Tried, id: string, part: Part): Pick<FitOption, 'fits' | 'spare' | 'change'> => ({
  fits: tried.tight ? 'tightly' : 'well',
  ...(Number.isFinite(tried.spare) ? { spare: tried.spare } : {}),
  change: { type: 'addPart', id, part, placement: tried.placement },
});

/** One after the other until there is no place: at least so many go in. */
function manyOf(
  document: Conversion,
  row: StandardPart,
  assess: Assess | undefined,
): Pick<FitOption, 'most' | 'change' | 'spare'> {
  const changes: Change[] = [];
  let plan = document;
  let spare = Infinity;
  while (changes.length < MOST_DRIVES) {
    const id = nextId(plan.kit.parts, row.kind, plan.spent);
    const part = partFrom(row, `${row.name} ${changes.length + 1}`);
    const { tried } = tryPart(plan, id, part, assess);
    if (!tried) break;
    changes.push({ type: 'addPart', id, part, placement: tried.placement });
    plan = withPart(plan, id, part, tried.placement);
    spare = Math.min(spare, tried.spare);
  }
  return {
    ...(Number.isFinite(spare) ? { spare } : {}),
    most: { what: 'number', value: changes.length, more: true },
    change: { type: 'all', what: `${changes.length} × ${row.name}`, changes },
  };
}

/** A part that has no place: what stops with it, or where it misses one by least. */
function no(
  document: Conversion,
  id: string,
  part: Part,
  stopped: string | undefined,
): Pick<FitOption, 'fits' | 'shortfall' | 'stopped'> {
  if (stopped !== undefined) return { fits: 'no', stopped };
  const shortfall = nearestShortfall(withPart(document, id, part), id, assemble(withPart(document, id, part)));
  const about = shortfall?.by[0]?.about;
  if (!shortfall || !about) return { fits: 'no' };
  const against = about.kind === 'face' ? `the ${faceName(document, about.id).toLowerCase()}` : nameOf(document, about);
  return { fits: 'no', shortfall: { lacking: shortfall.short, against } };
}
