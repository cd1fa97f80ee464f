import type { Assembly } from '../assembly';
import type { Conversion } from '../document';
import { linksOf } from '../fit';

/** Cables are tied so often, mm; shorter ones hold by their plugs. Common practice, no source. */
export const TIE_EVERY = 150;

/**
 * Places at which cables of a plan are tied: one every `TIE_EVERY` mm of each that is longer, by the straight way between
 * its plugs, or by its own length where the user has one.
 */
export const tiesOf = (document: Conversion, assembly: Assembly): number =>
  linksOf(document, assembly).reduce((sum, { id, from, to }) => {
    const own = document.layout.cables[id]?.length;
    const length = own ?? Math.hypot(...from.at.map((v, i) => v - to.at[i]!));
    return sum + Math.max(0, Math.ceil(length / TIE_EVERY) - 1);
  }, 0);
