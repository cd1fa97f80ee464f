import type { Linear } from '../quantity';
import type { Shape, Vec3 } from '../solid';

/** A piece of a feature with its six ends as chains. */
export interface Piece {
  shape: Shape;
  low: [Linear, Linear, Linear];
  high: [Linear, Linear, Linear];
  /** Room it only sweeps. */
  swept?: boolean;
}

/** A block between two corners. */
export const boxPiece = (low: Piece['low'], high: Piece['high']): Piece => ({
  shape: { kind: 'box', low: low.map((l) => l.value) as Vec3, high: high.map((l) => l.value) as Vec3 },
  low,
  high,
});
