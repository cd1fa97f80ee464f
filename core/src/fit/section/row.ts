import { DIRECTIONS, turnDirection, turnOf } from '../../solid/orientation';
import type { Layout, Placement, Row } from './form';

type Rows = Pick<Layout, 'rows'>;

/** The row that a part is in, with its id. */
export function rowOf({ rows }: Rows, part: string): { id: string; row: Row } | undefined {
  const found = Object.entries(rows ?? {}).find(([, row]) => Object.hasOwn(row.parts, part));
  return found && { id: found[0], row: found[1] };
}

/** The other parts of the row that a part is in. */
export const rowMates = (layout: Rows, part: string): string[] =>
  Object.keys(rowOf(layout, part)?.row.parts ?? {}).filter((other) => other !== part);

/**
 * The places of a part and of all that are in a row with it, one pitch after the other along the side that the row has,
 * turned as the part is. mm.
 */
export function placesInRow(layout: Rows, part: string, placement: Placement): Record<string, Placement> {
  const found = rowOf(layout, part);
  if (!found) return { [part]: placement };
  const { along, pitch, parts } = found.row;
  const way = DIRECTIONS[turnDirection(turnOf(placement), along)];
  const own = parts[part]!;
  return Object.fromEntries(
    Object.entries(parts).map(([other, place]) => {
      const by = (place - own) * pitch;
      const at = (v: number, i: 0 | 1 | 2) => Math.round((v + by * way[i]) * 1000) / 1000;
      return [other, { ...placement, x: at(placement.x, 0), y: at(placement.y, 1), z: at(placement.z, 2) }];
    }),
  );
}
