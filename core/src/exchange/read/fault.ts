/** Why a file can't be read; the message can be shown as it is. */
export class FileFault extends Error {
  constructor(
    readonly code: 'too-large' | 'cut-off' | 'not-a-solid' | 'not-an-outline' | 'bad-number' | 'unknown-kind' | 'empty',
    message: string,
  ) {
    super(message);
  }
}

/** Files over this are refused before they are read, bytes. */
export const LARGEST_SOURCE = 260_000_000;
export const MOST_TRIANGLES = 4_000_000;
/** A packed file may unpack to so much, bytes: more is a trap or no solid. */
export const LARGEST_UNPACKED = 400_000_000;

export const megabytes = (bytes: number) => `${(bytes / 1e6).toFixed(1)} MB`;

/** Lengths a file may be in, mm. */
export const UNITS = { mm: 1, cm: 10, m: 1000, inch: 25.4, foot: 304.8 } as const;
export type FileUnit = keyof typeof UNITS;
