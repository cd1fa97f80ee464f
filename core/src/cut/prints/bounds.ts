import { halfOf, type CutOpening } from '../openings/opening';

/** The rectangle around openings, mm on their face. */
export function boundsAround(cuts: readonly CutOpening[]): { u: [number, number]; v: [number, number] } {
  const ends = (along: 0 | 1): [number, number] => [
    Math.min(...cuts.map((c) => c.centre[along] - halfOf(c.shape)[along])),
    Math.max(...cuts.map((c) => c.centre[along] + halfOf(c.shape)[along])),
  ];
  return { u: ends(0), v: ends(1) };
}
