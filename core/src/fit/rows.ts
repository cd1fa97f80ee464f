import { turnedSize } from '../assembly';
import { MOST_IN_ROW, nextId, type Change, type Conversion, type Row, type Side } from '../document';
import { kindOf } from '../parts';
import { axisOf, turnOf } from '../solid';

/** mm between equal parts in a row: half an inch between 3.5 in drives, never under 6 without a fan (practice); else a hand’s thickness of air. */
export const ROW_GAPS = { drive: 12.7, leastForDrives: 6, other: 10 } as const;

/** The usual gap between parts of a kind, mm. */
export const usualGap = (document: Conversion, part: string): number =>
  kindOf(document.kit.parts[part]!) === 'drive' ? ROW_GAPS.drive : ROW_GAPS.other;

/** Size of a part along one of its own sides, mm. */
export function sizeAlong({ kit }: Conversion, part: string, along: Side): number {
  const upright = turnOf({ rear: 'rear', top: 'top' });
  return turnedSize(part, kit.parts[part]!, upright)[axisOf(along)];
}

/**
 * The change that makes a row of so many of a part: copies join the kit, each a pitch farther.
 * @throws Error for a number that is none, and for a part that is in a row already
 */
export function rowChange(
  document: Conversion,
  part: string,
  { count, along, gap, held }: { count: number; along: Side; gap: number; held: Row['held'] },
): Change {
  const { kit, layout } = document;
  const own = kit.parts[part];
  if (!own) throw new Error(`The kit has no part “${part}”.`);
  if (!Number.isInteger(count) || count < 2 || count > MOST_IN_ROW)
    throw new Error(`${count} in a row; enter 2 to ${MOST_IN_ROW}.`);
  if (!(gap >= 0 && gap <= 500)) throw new Error(`A gap of ${gap} mm; enter 0 to 500 mm.`);
  const known = { ...kit.parts };
  const stem = part.replace(/-\d+$/, '');
  const copies = Array.from({ length: count - 1 }, (_, i) => {
    const id = nextId(known, stem, document.spent);
    known[id] = own;
    return { id, name: `${own.name.replace(/ \d+$/, '')} ${i + 2}` };
  });
  const row: Row = {
    name: own.name.replace(/ \d+$/, ''),
    along,
    pitch: Math.round((sizeAlong(document, part, along) + gap) * 100) / 100,
    held,
    parts: Object.fromEntries([part, ...copies.map((c) => c.id)].map((id, i) => [id, i])),
  };
  return {
    type: 'all',
    what: `${count} × ${row.name} in a row`,
    changes: [
      ...copies.map(({ id, name }): Change => ({ type: 'addPart', id, part: { ...own, name } })),
      { type: 'setRow', id: nextId(layout.rows ?? {}, 'row', document.spent), row },
    ],
  };
}
