import type { HoleMap, PlateRound } from '../../document';
import type { Point2 } from '../../solid';
import { rigidFit, turned } from './rigidFit';
import type { HoleSolution } from './types';

/** What a test plate showed. */
export interface RoundResult {
  /** Largest distance of a hole from its pin once the plate lies best, mm. */
  worst: number;
  worstPoint: string;
  /** How much larger the holes' figure is than the plate's, beyond what its ruler says; 1 when they agree. */
  scale: number;
}

/** Positions after all test plates. */
export interface Corrected {
  positions: Record<string, Point2>;
  rounds: RoundResult[];
  /** The last plate lay within 0.2 mm. */
  done: boolean;
}

/** A plate is right when no pin is farther off, mm. */
export const PLATE_LIMIT = 0.2;

/**
 * The solved positions corrected by the test plates that were laid on the board: each time the holes as they were
 * found beside the pins are turned and shifted onto the figure (Umeyama, 1991); what is left corrects it. The size
 * is taken from the plate's printed ruler, because printers shrink; what the fit says of it is only told.
 */
export function correctedPositions(map: HoleMap, solution: HoleSolution): Corrected {
  let positions: Record<string, Point2> = Object.fromEntries(solution.points.map((p) => [p.id, [p.x, p.y]]));
  const rounds: RoundResult[] = [];
  for (const round of map.rounds) {
    const step = correct(positions, round);
    if (!step) continue;
    positions = step.positions;
    rounds.push(step.result);
  }
  const last = rounds.at(-1);
  return { positions, rounds, done: last !== undefined && last.worst <= PLATE_LIMIT };
}

function correct(positions: Readonly<Record<string, Point2>>, { ruler, off }: PlateRound) {
  const ids = Object.keys(off).filter((id) => id in positions);
  if (ids.length < 2) return undefined;
  const size = ruler / 100;
  const pins = ids.map((id) => positions[id]!);
  const holes = ids.map((id, i): Point2 => [size * pins[i]![0] + off[id]!.x, size * pins[i]![1] + off[id]!.y]);
  const fit = rigidFit(holes, pins);
  const next = { ...positions };
  let [worst, worstPoint] = [0, ids[0]!];
  ids.forEach((id, i) => {
    const there = turned(holes[i]!, fit);
    const apart = Math.hypot(there[0] - pins[i]![0], there[1] - pins[i]![1]);
    if (apart > worst) [worst, worstPoint] = [apart, id];
    next[id] = there;
  });
  return { positions: next, result: { worst, worstPoint, scale: 1 / fit.scale } satisfies RoundResult };
}
