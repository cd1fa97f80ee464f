import { BOARDS } from './boards';
import { CARDS } from './cards';
import { DRIVES } from './drives';
import { FANS, RADIATORS } from './fans';
import { SUPPLIES } from './supplies';
import type { StandardPart } from './row';

export * from './airMovers';
export * from './cables';
export * from './clearances';
export * from './cutouts';
export * from './draws';
export * from './drills';
export * from './headers';
export * from './heat';
export * from './keyCodes';
export * from './links';
export * from './materials';
export * from './standoffs';
export * from './wires';
export { FAN_SIZES } from './fans';
export { FIRST_SLOT, FLAT_SATA, HOLE_COLUMNS, HOLE_ROWS, IO_OPENING, SLOT } from './boards';
export { SLOT_PITCH } from './cards';
export { SCREWS } from './screws';
export { PART_KINDS, practice, type PartKind, type StandardDimension, type StandardPart } from './row';

/** Every part with known dimensions, in the order the bench asks for them. */
export const LIBRARY: readonly StandardPart[] = [...BOARDS, ...SUPPLIES, ...CARDS, ...DRIVES, ...FANS, ...RADIATORS];

const byKey = new Map(LIBRARY.map((row) => [row.key, row]));

/** The row of a key such as `board/mini-itx`, or undefined. */
export const standardPart = (key: string): StandardPart | undefined => byKey.get(key);
