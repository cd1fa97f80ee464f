import { probed, type ProbedBoard } from '@young-shell/core/panel';
import type { KeyReading } from '@young-shell/core/document';

/** Keyboards that do not exist, on the simulated prober. All invented. */
export const BOARD_NAMES = ['A', 'B', 'C'] as const;
export type BoardName = (typeof BOARD_NAMES)[number];

const ROWS = [3, 7, 8, 12, 14, 15];
const COLUMNS = [1, 2, 4, 5, 6, 9, 10, 11];

/** Key `n` of a board without diodes: rows and columns in no order that anyone would guess. */
const plain = (n: number): [number, number] => [ROWS[n % 6]!, COLUMNS[Math.floor(n / 6) % 8]!];

/** So many keys each board has. */
const KEYS = 48;

const boardOf = (contact: (n: number) => [number, number][], more: Partial<ProbedBoard>): ProbedBoard => ({
  pins: 16,
  contacts: Object.fromEntries(Array.from({ length: KEYS }, (_, n) => [`key-${n + 1}`, contact(n)])),
  diodes: false,
  wrong: 0.02,
  ...more,
});

const BOARDS: Readonly<Record<BoardName, ProbedBoard>> = {
  // As it left its works, a little dirty.
  A: boardOf((n) => [plain(n)], { wrong: 0.06 }),
  // A diode at every key, from column to row.
  B: boardOf((n) => [[plain(n)[1], plain(n)[0]]], { diodes: true }),
  // Spoilt: one key is joined to a third pin, so that no rows and columns are left.
  C: boardOf((n) => (n === 13 ? [plain(n), [ROWS[n % 6]!, ROWS[(n + 1) % 6]!]] : [plain(n)]), {}),
};

/** What the simulated prober reads of a key, the `attempt`th time. @throws Error for a key it has not */
export const probe = (board: BoardName, key: string, attempt: number): KeyReading & { simulated: true } => ({
  ...probed(BOARDS[board], key, attempt, board),
  simulated: true,
});
