import type { Cell } from './solve';

/** What several keys at once do in a matrix without diodes. */
export interface Ghosts {
  /** Three of the corners that show the fourth, as sets of four keys (`phantom`: there is no key at the fourth). */
  rectangles: { keys: string[]; fourth?: string }[];
  /** So many rectangles in all; the list is cut off. */
  count: number;
  /** Keys that stand in one: a diode each ends it. */
  diodes: string[];
  /** Keys that are held (shift and the like) and stand in one: these matter first. */
  held: string[];
}

/** So many rectangles are listed. */
const LISTED = 40;

/**
 * Rectangles of a matrix: rows r, s and columns c, d with keys on three corners or more. Three of them held down close
 * the fourth too. Checked against brute force.
 */
export function ghostsOf(cells: readonly Cell[], isHeld: (key: string) => boolean): Ghosts {
  const byRow = new Map<number, Map<number, string>>();
  for (const { key, row, column } of cells) {
    const line = byRow.get(row) ?? new Map<number, string>();
    line.set(column, key);
    byRow.set(row, line);
  }
  const rows = [...byRow.keys()].sort((a, b) => a - b);
  const rectangles: Ghosts['rectangles'] = [];
  const inOne = new Set<string>();
  let count = 0;
  for (let i = 0; i < rows.length; i++)
    for (let j = i + 1; j < rows.length; j++) {
      const [a, b] = [byRow.get(rows[i]!)!, byRow.get(rows[j]!)!];
      const common = [...a.keys()].filter((c) => b.has(c));
      for (let x = 0; x < common.length; x++)
        for (let y = x + 1; y < common.length; y++) {
          const [c, d] = [common[x]!, common[y]!];
          const keys = [a.get(c)!, a.get(d)!, b.get(c)!, b.get(d)!];
          // A key with two contacts can be two corners: then it needs fewer fingers, and counts all the same.
          count++;
          keys.forEach((k) => inOne.add(k));
          if (rectangles.length < LISTED) rectangles.push({ keys: keys.slice(0, 3), fourth: keys[3]! });
        }
    }
  const diodes = [...inOne];
  return { rectangles, count, diodes, held: diodes.filter(isHeld) };
}

/** Keys that a controller sees when some are held, by connection of the lines through all that are closed. No diodes. */
export function seenWhen(cells: readonly Cell[], held: ReadonlySet<string>): Set<string> {
  const top = new Map<string, string>();
  const root = (line: string): string => {
    let at = line;
    for (let up = top.get(at); up !== undefined && up !== at; up = top.get(at)) at = up;
    return at;
  };
  for (const { key, row, column } of cells) if (held.has(key)) top.set(root(`r${row}`), root(`c${column}`));
  return new Set(cells.filter(({ row, column }) => root(`r${row}`) === root(`c${column}`)).map((c) => c.key));
}
