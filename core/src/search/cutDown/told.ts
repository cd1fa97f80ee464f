import type { Change } from '../../document';
import type { Measured } from '../../quantity';
import type { Slab } from './hull';

/** What happens to a shell that is cut along two planes, the piece between taken out, and joined again. */
export interface CutDown extends Slab {
  change: Change;
  /** What is cut through and gets shorter, in words. */
  shorter: string[];
  /** What goes with the piece: by name, and whether the brief says that it survives. */
  lost: { name: string; survivor: boolean }[];
  /** Parts that stand in what comes out: they have to be moved first. */
  inTheWay: { id: string; name: string }[];
  /** Lines on each face that is cut: from its left (u) or lower (v) edge, mm. */
  lines: { face: string; name: string; along: 'u' | 'v'; from: number; to: number }[];
  /** Length of both cuts, mm. */
  sawn: number;
}

/** What is told of a cut while it is made. */
export type Told = Pick<CutDown, 'shorter' | 'lost' | 'inTheWay' | 'lines'> & { changes: Change[]; sawn: number };

export const KEYS = ['x', 'y', 'z'] as const;
export const tidy = (v: number) => Math.round(v * 1000) / 1000;
/** A measured place that is elsewhere now. */
export const at = (m: Measured, value: number): Measured => ({ ...m, value: tidy(value) });
