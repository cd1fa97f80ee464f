import type { Change } from '../../document';

export const FIT_GROUPS = ['board', 'supply', 'card', 'drive', 'fan', 'screen'] as const;
export type FitGroup = (typeof FIT_GROUPS)[number];

/** One thing of the standards, and whether it would go into the shell as it is. */
export interface FitOption {
  id: string;
  group: FitGroup;
  name: string;
  /** With all the room it wants, with less than that but touching nothing, or not at all. */
  fits: 'well' | 'tightly' | 'no';
  /** What is at most possible with it: a cooler’s height or a card’s length, mm; how many; a diagonal, inches. */
  most?: { what: 'cooler' | 'length' | 'number' | 'diagonal'; value: number; more?: boolean };
  /** Least spare room around it, mm, over what is wanted there; missing: nothing is near. */
  spare?: number;
  /** Where it misses a place by least, mm, and against what. */
  shortfall?: { lacking: number; against: string };
  /** What stops with it in every place there is. */
  stopped?: string;
  /** Puts it there. */
  change?: Change;
}
