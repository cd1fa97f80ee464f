import type { Tone } from '@young-shell/core/parts';
import type { CableKind, Material, PartKind } from '@young-shell/core/standards';

/** Fills of parts by kind: muted, told apart by their labels too. */
export const PART_FILL: Readonly<Record<PartKind, string>> = {
  board: '#5b86ad',
  supply: '#7d8489',
  brick: '#7d8489',
  jack: '#7d8489',
  card: '#8a5f83',
  drive: '#b3bec2',
  fan: '#4f9394',
  radiator: '#7f9a6b',
};

/** Marks by which parts are recognised: holes, bright metal, plastic, contacts; and their lines. */
export const MARK_TONE: Readonly<Record<Tone, string>> = {
  dark: '#1b2624',
  blade: '#56696a',
  metal: '#cdd2d3',
  pale: '#8d9a97',
  gold: '#d6b24c',
};
export const MARK_LINE = '#101a17';

/** Cables by what they carry. */
export const CABLE_COLOUR: Readonly<Record<CableKind, string>> = {
  'main power': '#e8c547',
  'card power': '#e8c547',
  'drive power': '#e8c547',
  'processor power': '#e8c547',
  'DC lead': '#e8c547',
  data: '#e07a5f',
  riser: '#c9ada7',
  'fan lead': '#81b29a',
  tube: '#8ecae6',
  lead: '#f2cc8f',
};

/** And by their dashes, in shares of their thickness: nothing is told by colour alone. None: a full line. */
export const CABLE_DASH: Readonly<Record<CableKind, readonly number[]>> = {
  'main power': [],
  'card power': [],
  'drive power': [],
  'processor power': [],
  'DC lead': [],
  data: [3, 1.5],
  riser: [6, 1.2],
  'fan lead': [1.2, 1.6],
  tube: [5, 1.2, 1.2, 1.2],
  lead: [2, 3],
};

export const FEATURE_FILL = { keep: '#a79f88', out: '#a79f88', cut: '#d9c68f', removed: '#555555' } as const;
export const SHELL_LINE = '#e9d9b4';
/** Shells in what they are made of: the fill, and the lines of its cut in a section. */
export const SHELL_FILL: Readonly<Record<Material, { fill: string; hatch: string }>> = {
  steel: { fill: '#8f9ba3', hatch: '#4c565c' },
  aluminium: { fill: '#b4bdc2', hatch: '#6a757b' },
  wood: { fill: '#c9a36a', hatch: '#7c5f34' },
  plywood: { fill: '#d3b684', hatch: '#86693d' },
  fibreboard: { fill: '#b39169', hatch: '#6a5132' },
  plastic: { fill: '#cfc9b4', hatch: '#7d7763' },
  bakelite: { fill: '#8a6246', hatch: '#4b3120' },
  other: { fill: '#c9b58f', hatch: '#7a6a49' },
};
export const RED_TAPE = '#d23a20';
export const PENCIL = '#ff9a5c';

/** The calipers' jaws. */
export const JAWS = '#ff9a5c';
