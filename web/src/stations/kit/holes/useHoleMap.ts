import type { HoleMap } from '@young-shell/core/document';
import {
  correctedPositions,
  photoPointsOf,
  solveHoles,
  type Corrected,
  type HoleSolution,
} from '@young-shell/core/kit';
import { useMemo } from 'react';
import { useAppSelector } from '../../../app/store';
import { selectDocument } from '../../../document/selectors';

/** A hole map with its solution: solved again at every reading. */
export function useHoleMap(id: string): { map: HoleMap; solution: HoleSolution; corrected: Corrected } {
  const { holeMaps, photos } = useAppSelector(selectDocument).kit;
  const map = holeMaps[id]!;
  return useMemo(() => {
    const solution = solveHoles(map, photoPointsOf(photos, id));
    return { map, solution, corrected: correctedPositions(map, solution) };
  }, [map, photos, id]);
}

/** Where a map stands, in a few words. */
export function statusOf(map: HoleMap, solution: HoleSolution, corrected: Corrected): string {
  if (solution.missing) return `${solution.missing.count} distances missing`;
  if (solution.distances.some((d) => d.misread)) return 'a misreading';
  if (solution.mirror) return 'which way round?';
  if (solution.ambiguous) return 'two figures fit';
  if (corrected.done) return `checked: ${corrected.rounds.at(-1)!.worst.toFixed(2)} mm`;
  const worst = Math.max(0, ...solution.points.map((p) => p.ellipse.long));
  return `${Object.keys(map.points).length} points, ±${worst.toFixed(2)} mm`;
}
