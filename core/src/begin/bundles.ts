/** A kit that people often build, as rows of the standards library with how many of each. */
interface Bundle {
  name: string;
  /** What it is for, in a few words. */
  purpose: string;
  parts: readonly { key: string; name: string; count: number }[];
}

/** Kits to start from and adjust: common practice, no source. */
export const BUNDLES = {
  desk: {
    name: 'Small desktop',
    purpose: 'compact board, small supply, one slim drive, graphics of the processor',
    parts: [
      { key: 'board/mini-itx', name: 'Board', count: 1 },
      { key: 'supply/sfx', name: 'Supply', count: 1 },
      { key: 'drive/2.5-7', name: 'Drive', count: 1 },
      { key: 'fan/80x15', name: 'Fan', count: 1 },
    ],
  },
  play: {
    name: 'With a graphics card',
    purpose: 'compact board, small supply, a short card, one drive, two fans',
    parts: [
      { key: 'board/mini-itx', name: 'Board', count: 1 },
      { key: 'supply/sfx', name: 'Supply', count: 1 },
      { key: 'card/half-length-2', name: 'Graphics card', count: 1 },
      { key: 'drive/2.5-7', name: 'Drive', count: 1 },
      { key: 'fan/80x25', name: 'Fan', count: 2 },
    ],
  },
  store: {
    name: 'House of drives',
    purpose: 'compact board, small supply, four large drives, one fan before them',
    parts: [
      { key: 'board/mini-itx', name: 'Board', count: 1 },
      { key: 'supply/sfx', name: 'Supply', count: 1 },
      { key: 'drive/3.5', name: 'Drive', count: 4 },
      { key: 'fan/120x25', name: 'Fan', count: 1 },
    ],
  },
  tower: {
    name: 'Full-size parts',
    purpose: 'large board, large supply, a long card, two drives, two fans',
    parts: [
      { key: 'board/micro-atx', name: 'Board', count: 1 },
      { key: 'supply/atx', name: 'Supply', count: 1 },
      { key: 'card/full-length-2', name: 'Graphics card', count: 1 },
      { key: 'drive/3.5', name: 'Drive', count: 2 },
      { key: 'fan/120x25', name: 'Fan', count: 2 },
    ],
  },
  quiet: {
    name: 'Silent and small',
    purpose: 'thin board with its supply outside, one slim drive',
    parts: [
      { key: 'board/mini-itx', name: 'Board', count: 1 },
      { key: 'brick/dc-board', name: 'DC board', count: 1 },
      { key: 'jack/dc-round', name: 'DC jack', count: 1 },
      { key: 'drive/2.5-7', name: 'Drive', count: 1 },
    ],
  },
  card: {
    name: 'Card-size computer',
    purpose: 'a single board of the size of a bank card',
    parts: [{ key: 'board/card-size', name: 'Board', count: 1 }],
  },
} as const satisfies Record<string, Bundle>;

export type BundleKey = keyof typeof BUNDLES;
