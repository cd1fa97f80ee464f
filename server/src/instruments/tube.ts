import { readModeline, seenOn, type SetName } from '@young-shell/core/links';

type Sets = Readonly<Record<SetName, Parameters<typeof seenOn>[0]>>;

/**
 * Tube monitors that do not exist. Each has limits of its own that its sheet does not tell: a user has to find them by
 * trying, as on a bench. All invented.
 */
const SETS: Sets = {
  // As the television system has it, its picture a little to the left.
  A: {
    horizontal: [15.6, 15.85],
    vertical: [47, 63],
    spoilt: [13.5, 19],
    left: 7.6,
    wide: 54.2,
    top: 17,
    high: 244,
    interlace: true,
  },
  // Tuned high, and without a way to fields that interlace.
  B: {
    horizontal: [15.95, 16.15],
    vertical: [56, 66],
    spoilt: [14, 18.5],
    left: 9.9,
    wide: 52,
    top: 13,
    high: 242,
    interlace: false,
  },
  // Tuned low, slow fields only, its picture far to the right.
  C: {
    horizontal: [15.25, 15.42],
    vertical: [48, 55],
    spoilt: [14, 18],
    left: 11,
    wide: 54,
    top: 24,
    high: 262,
    interlace: true,
  },
};

/** What a simulated set shows of a modeline. @throws Error where it is none */
export const tryOnTube = (set: SetName, text: string): ReturnType<typeof seenOn> =>
  seenOn(SETS[set], readModeline(text));
