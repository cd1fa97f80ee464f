import type { BoardEdge } from '../../document';

/** A point of the map where it was found, with its uncertainty. */
export interface SolvedPoint {
  id: string;
  x: number;
  y: number;
  /** Covariance of (x, y), mm². */
  covariance: [xx: number, xy: number, yy: number];
  /** Half-axes of the 95 % ellipse, mm, and the angle of the long one from x, rad. */
  ellipse: { long: number; short: number; angle: number };
  /** It has part in no distance, or can still move: its place says nothing. */
  loose: boolean;
}

export interface SolvedDistance {
  id: string;
  from: string;
  to: string;
  /** What the solution makes of it, and how far the reading is from that, mm. */
  fitted: number;
  residual: number;
  /** Residual over its own standard deviation; over 3 is likely a misreading. */
  normalised: number;
  /** Share of the reading that the others check, 0…1; near 0 no error in it could be seen. */
  redundancy: number;
  misread: boolean;
}

export interface HoleSolution {
  points: SolvedPoint[];
  width: number | undefined;
  depth: number | undefined;
  distances: SolvedDistance[];
  /** Ids of readings that were left out as misread, the worst first. */
  misread: string[];
  /** Not enough distances: how many are missing, and the one that would help most. */
  missing: { count: number; add: { from: string; to: string } } | undefined;
  /** The mirror image fits as well: on which side of the line does the point lie? */
  mirror: { from: string; to: string; point: string } | undefined;
  /** Another arrangement fits as well as this one; a distance that tells them apart. */
  ambiguous: { from: string; to: string } | undefined;
  /** Root of the weighted mean square of the residuals; about 1 when the tools are as good as said. */
  spread: number;
}

/** Which coordinate an edge of the board stands for, and whether it is the far one. */
export const EDGE: Readonly<Record<BoardEdge, { axis: 0 | 1; far: boolean }>> = {
  left: { axis: 0, far: false },
  right: { axis: 0, far: true },
  front: { axis: 1, far: false },
  rear: { axis: 1, far: true },
};
