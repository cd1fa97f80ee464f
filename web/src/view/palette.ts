import type { CableKind, PartKind } from '@young-shell/core/standards';

/** Fills of parts by kind: muted, told apart by their labels too. */
export const PART_FILL: Readonly<Record<PartKind, string>> = {
  board: '#5b86ad',
  supply: '#7d8489',
  brick: '#7d8489',
  card: '#8a5f83',
  drive: '#b3bec2',
  fan: '#4f9394',
  radiator: '#7f9a6b',
};

/** Cables by what they carry. */
export const CABLE_COLOUR: Readonly<Record<CableKind, string>> = {
  'main power': '#e8c547',
  'card power': '#e8c547',
  'drive power': '#e8c547',
  data: '#e07a5f',
  riser: '#c9ada7',
  'fan lead': '#81b29a',
  tube: '#8ecae6',
  lead: '#f2cc8f',
};

export const FEATURE_FILL = { keep: '#a79f88', cut: '#d9c68f', removed: '#555555' } as const;
export const SHELL_LINE = '#e9d9b4';
export const SHELL_FILL = '#c9a36a';
export const RED_TAPE = '#d23a20';
export const PENCIL = '#ff9a5c';

/** The calipers' jaws. */
export const JAWS = '#ff9a5c';
