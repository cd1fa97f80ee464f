import type { KeyMatrix, KeyReading } from '../../document';
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
  fewest: number;
  /** Chance that a key is wrong and nobody sees it, if so many readings are (2 %). */
  unseen: number;
}

/** So many readings that agree make a key sure. */
export const AGREE = 2;
/** Share of readings that are wrong. Common practice, no source. */
const MISREAD = 0.02;

const sameAs = (a: KeyReading, b: KeyReading) => signature(a) === signature(b);

/** A reading as text that is equal for equal ones: the order of pins counts only where current goes one way. */
function signature({ pairs, oneWay }: KeyReading): string {
  return `${oneWay ? '>' : ''}${pairs
    .map(([a, b]) => (oneWay || a < b ? `${a}-${b}` : `${b}-${a}`))
    .sort()
    .join(' ')}`;
}

/** The reading of a key that two agree on: the one with most that agree; undefined while none has two. */
export function agreed(readings: readonly KeyReading[]): KeyReading | undefined {
  let best: KeyReading | undefined;
  let most = 1;
  for (const reading of readings) {
    const count = readings.filter((r) => sameAs(r, reading)).length;
    if (count > most) [best, most] = [reading, count];
  }
  return best;
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
      const [why, words] =
        list.length === 0
          ? (['not read', `${legend(key)} was not read yet.`] as const)
          : list.length === 1
            ? (['read once', `${legend(key)} was read once: hold it again.`] as const)
            : ([
                'readings differ',
                `${legend(key)}: ${list.length} readings, and no two agree. Hold it down until the lamp stands still.`,
              ] as const);
      doubtful.push({ key, why, words });
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
    fewest: fewestPins(groups, isRow),
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

/**
 * Lines of groups that no key joins may be tied together, rows with rows, as long as their columns stay apart: the
 * fewest is the least of what either side tied gives. Tied are rows (or columns) of all groups to those of the largest.
 */
export function fewestPins(groups: readonly (readonly number[])[], isRow: (pin: number) => boolean): number {
  const sizes = groups.map((g) => {
    const rows = g.filter(isRow).length;
    return [rows, g.length - rows] as const;
  });
  if (sizes.length === 0) return 0;
  // Each group may be laid either way; tied sides cost the longest, untied ones their sum.
  let best = Infinity;
  const most = Math.min(sizes.length, 12);
  for (let turn = 0; turn < 1 << most; turn++) {
    let tied = 0;
    let apart = 0;
    sizes.forEach(([rows, columns], i) => {
      const [a, b] = i < most && (turn >> i) & 1 ? [columns, rows] : [rows, columns];
      tied = Math.max(tied, a);
      apart += b;
    });
    best = Math.min(best, tied + apart);
  }
  return best;
}
