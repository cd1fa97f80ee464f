import { assemble, pluggedIn, type Assembly } from '../assembly';
import { partsInside, rowOf, staysPut, type Conversion, type Placement, type Wish } from '../document';
import { riserReach } from '../fit';
import { kindOf } from '../parts';
import type { Assess } from './judged';
import type { Marked } from './rules';

/** A layout that was found, with what is good and bad about it. */
export interface Layout extends Marked {
  id: string;
  placements: Record<string, Placement>;
  /** Parts on brackets. */
  hanging: string[];
  /** What the stations warn of with it, in their own words. */
  warns?: string[];
  /** What stops with it that does not without it. */
  stops?: { station: string; sentence: string }[];
}

export interface LayoutOptions {
  seed?: number;
  /** Different layouts that are wanted. */
  wanted?: number;
  /** Placings that may be tried in all; the same input, seed and number give the same layouts. */
  steps?: number;
  /** Parts that stay where they are: those that are locked, or all that are in the shell. */
  keep?: 'locked' | 'placed';
  /** Only these are placed; everything else that is in the shell stays. */
  free?: readonly string[];
  /** Without these wishes. */
  wishes?: readonly Wish[];
  /** Only these parts, the others left out. */
  only?: readonly string[];
  /** Prefer places near the present ones: for the least change. */
  near?: boolean;
  /** Rounds in which the layouts that were found are bettered. */
  polish?: number;
  /**
   * Only with all the room that is wanted, or from the start with what does not stop: for what is only asked whether it
   * goes at all. Otherwise the second where the first leads nowhere.
   */
  enough?: 'wanted' | 'touching';
  /** These parts lie flat. */
  flat?: readonly string[];
  /** Largest step of the grid, mm. */
  step?: number;
  stop?: () => boolean;
  /** Asks all stations about a plan: a layout that stops anywhere is not kept. */
  assess?: Assess;
  onLayout?: (layouts: readonly Layout[]) => void;
  onProgress?: (share: number) => void;
}

/** What a search starts from: what stays, what is to be placed, and the rules between them. */
export interface Start {
  base: Assembly;
  free: string[];
  wishes: readonly Wish[];
  risers: Record<string, number>;
  /** A layout that falls short of what is wanted is none. */
  enough?: 'wanted';
}

export function startOf(document: Conversion, { keep = 'locked', wishes, only, free, enough }: LayoutOptions): Start {
  const whole = assemble(document);
  // A row is placed as one thing, before the search; in the shell it stays.
  const inRow = (id: string) => rowOf(document.layout, id) !== undefined;
  const stays = (id: string) => {
    const placement = document.layout.placements[id];
    return (
      placement !== undefined &&
      (staysPut(document.layout, id) || inRow(id) || (free ? !free.includes(id) : keep === 'placed'))
    );
  };
  const ids = only ?? partsInside(document);
  return {
    ...(enough === 'wanted' ? { enough } : {}),
    base: {
      ...whole,
      parts: pluggedIn(whole.parts.filter((p) => stays(p.id) && ids.includes(p.id))),
    },
    free: ids.filter((id) => !stays(id) && !inRow(id)),
    wishes: wishes ?? Object.values(document.layout.wishes),
    risers: Object.fromEntries(
      ids.filter((id) => kindOf(document.kit.parts[id]!) === 'card').map((id) => [id, riserReach(document, id)]),
    ),
  };
}
