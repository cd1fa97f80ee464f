import type { HoleMap } from '../../document';

/** A normalised residual over this is likely a misreading: Baarda's data snooping. */
export const MISREAD = 3;
/** Under this share of redundancy an error could not be seen. */
export const CHECKED = 0.02;
/** Normalised residuals this near to each other can't be told apart. */
export const TIE = 1e-3;

/** The answer to the mirror question, where its points are still there. */
export const wantsMirror = (map: HoleMap) => {
  const { mirror } = map;
  return mirror && [mirror.from, mirror.to, mirror.point].every((id) => id in map.points) ? mirror : undefined;
};
