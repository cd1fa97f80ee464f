import type { KeyMatrix, KeyReading } from '../../document';
import { fewestPins, type PinCount } from './fewest';
import { twoColours, type Contact } from './graph';

/** Where a key is in the matrix. */
export interface Cell {
  key: string;
  row: number;
  column: number;
}

/** A key that wants another look, and why. */
export interface Doubtful {
  key: string;
  why:
    | 'not read'
    | 'read once'
    | 'readings differ'
    | 'closes nothing'
    | 'shares its pins'
    | 'on an odd ring'
    | 'both ways'
    | 'other way round';
  words: string;
  /** It does no harm: said, not asked to be mended. */
  fine?: boolean;
}

export interface SolvedMatrix {
  /** Pins that are driven and pins that are read, as numbered on the plug; in order. */
  rows: number[];
  columns: number[];
  /** One for each contact of each key; a key with two contacts has two. */
  cells: Cell[];
  doubtful: Doubtful[];
  /** Two readings agree for every key, no ring is odd: this is the matrix. */
  solved: boolean;
  /** Keys conduct one way: from column to row. */
  diodes: boolean;
  /** Groups of pins that no key joins: their lines may be tied together. */
  groups: number;
  /** Pins that a controller needs, and the fewest if lines of separate groups are tied together. */
  pins: number;
  fewest: PinCount;
  /** Chance that a key is wrong and nobody sees it, if so many readings are (2 %). */
  unseen: number;
}

/** So many readings that agree make a key sure. */
export const AGREE = 2;
/** Share of readings that are wrong. Common practice, no source. */
const MISREAD = 0.02;

/** A reading as text that is equal for equal ones: the order of pins counts only where current goes one way. */
function signature({ pairs, oneWay }: KeyReading): string {
  return `${oneWay ? '>' : ''}${pairs
    .map(([a, b]) => (oneWay || a < b ? `${a}-${b}` : `${b}-${a}`))
    .sort()
    .join(' ')}`;
}

/** The reading of a key that two agree on, and more than on any other; undefined while none has two, and in a tie. */
export function agreed(readings: readonly KeyReading[]): KeyReading | undefined {
  const [first, second] = counted(readings);
  return first && first.count >= AGREE && first.count !== second?.count ? first.reading : undefined;
}

/** Different readings with how often each was read, most first. */
function counted(readings: readonly KeyReading[]): { reading: KeyReading; count: number }[] {
  const counts = new Map<string, { reading: KeyReading; count: number }>();
  for (const reading of readings) {
    const known = counts.get(signature(reading));
    if (known) known.count++;
    else counts.set(signature(reading), { reading, count: 1 });
  }
  return [...counts.values()].sort((a, b) => b.count - a.count);
}

/** Why the readings of a key make none sure. */
function unsure(name: string, readings: readonly KeyReading[]): Pick<Doubtful, 'why' | 'words'> {
  if (readings.length === 0) return { why: 'not read', words: `${name} was not read yet.` };
  if (readings.length === 1) return { why: 'read once', words: `${name} was read once: hold it again.` };
  const [first] = counted(readings);
  return {
    why: 'readings differ',
    words:
      first!.count > 1
        ? `${name}: ${readings.length} readings, and as many say one thing as another. Hold it down once more.`
        : `${name}: ${readings.length} readings, and no two agree. Hold it down until the lamp stands still.`,
  };
}

/**
 * Rows and columns from what was read of each key: a key counts once two readings agree; its pins are coloured with two
 * colours; of two keys on the same pins, and of all on an odd ring, it says so and does not guess.
 */
export function solveMatrix({ pins, keys }: Pick<KeyMatrix, 'pins' | 'keys'>): SolvedMatrix {
  const doubtful: Doubtful[] = [];
  const contacts: (Contact & { oneWay: boolean })[] = [];
  const legend = (key: string) => keys[key]?.legend || key;
  for (const [key, { readings }] of Object.entries(keys)) {
    const list = Object.values(readings);
    const sure = agreed(list);
    if (!sure) {
      doubtful.push({ key, ...unsure(legend(key), list) });
      continue;
    }
    if (sure.pairs.length === 0) {
      doubtful.push({
        key,
        why: 'closes nothing',
        words: `${legend(key)} closes nothing: a dirty contact, a broken track, or a pin that was not clipped on.`,
      });
      continue;
    }
    for (const pair of sure.pairs) contacts.push({ key, pins: pair, oneWay: sure.oneWay ?? false });
  }
  // Two keys on the same two pins are one key to a controller.
  const byPins = new Map<string, string[]>();
  for (const {
    key,
    pins: [a, b],
  } of contacts) {
    const at = `${Math.min(a, b)}-${Math.max(a, b)}`;
    const there = byPins.get(at);
    if (!there) byPins.set(at, [key]);
    else if (!there.includes(key)) there.push(key);
  }
  for (const [at, same] of byPins)
    if (same.length > 1)
      for (const key of same)
        doubtful.push({
          key,
          why: 'shares its pins',
          words: `${same.map(legend).join(' and ')} close the same pins ${at.replace('-', ' and ')}: the same key twice, or one was misread. Read both again; if they agree once more, they are one key to a controller.`,
        });
  const { colour, groups, odd } = twoColours(contacts);
  for (const key of odd)
    doubtful.push({
      key,
      why: 'on an odd ring',
      words: `${odd.map(legend).join(', ')} close pins in a ring of ${odd.length}: no plan of rows and columns has that. One of them was misread, is joined to a third pin, or has a shorted diode.`,
    });
  const oneWay = contacts.filter((c) => c.oneWay);
  const diodes = oneWay.length > contacts.length / 2;
  if (diodes)
    for (const { key } of contacts.filter((c) => !c.oneWay))
      doubtful.push({
        key,
        why: 'both ways',
        words: `${legend(key)} conducts both ways, and the others one way: its diode is shorted or missing.`,
      });
  const isRow = rowsOf(groups, colour, oneWay);
  const rows: number[] = [];
  const columns: number[] = [];
  for (const pin of [...colour.keys()].sort((a, b) => a - b)) (isRow(pin) ? rows : columns).push(pin);
  const cells = contacts.map(({ key, pins: [a, b] }): Cell =>
    isRow(a) ? { key, row: a, column: b } : { key, row: b, column: a },
  );
  if (diodes)
    for (const {
      key,
      pins: [from],
    } of oneWay)
      if (isRow(from))
        doubtful.push({
          key,
          why: 'other way round',
          words: `The diode of ${legend(key)} sits the other way round than the others’.`,
        });
  const bad = doubtful.filter((d) => !d.fine);
  return {
    rows,
    columns,
    cells,
    doubtful,
    solved: contacts.length > 0 && bad.length === 0,
    diodes,
    groups: groups.length,
    pins: rows.length + columns.length,
    fewest: fewestPins(
      groups.map((g) => {
        const rows = g.filter(isRow).length;
        return [rows, g.length - rows];
      }),
    ),
    unseen: 1 - (1 - MISREAD ** AGREE / Math.max(1, (pins * (pins - 1)) / 2)) ** Object.keys(keys).length,
  };
}

/**
 * Which colour of each group is its rows: where diodes are, current goes from columns to rows; else the smaller side,
 * so that fewer lines are driven.
 */
function rowsOf(
  groups: readonly number[][],
  colour: ReadonlyMap<number, 0 | 1>,
  oneWay: readonly { pins: readonly [number, number] }[],
): (pin: number) => boolean {
  const flipped = new Set<number>();
  for (const group of groups) {
    const inside = new Set(group);
    let votes = 0;
    for (const {
      pins: [from],
    } of oneWay)
      if (inside.has(from)) votes += colour.get(from) === 1 ? 1 : -1;
    const zeros = group.filter((p) => colour.get(p) === 0).length;
    // Rows are colour 0; turned over where diodes say so, or the other side is the smaller.
    const turn = votes !== 0 ? votes < 0 : zeros > group.length - zeros;
    if (turn) for (const pin of group) flipped.add(pin);
  }
  return (pin) => (colour.get(pin) === 0) !== flipped.has(pin);
}
