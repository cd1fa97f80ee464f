import type { Verb } from '../station';
import { correctedPositions, solveHoles } from './holeMap';
import { photoPointsOf } from './photo';

export const holes: Verb = ({ kit: { holeMaps, photos } }) => ({
  print: Object.entries(holeMaps).map(([id, map]) => {
    const solution = solveHoles(map, photoPointsOf(photos, id));
    return { id, name: map.name, ...solution, corrected: correctedPositions(map, solution) };
  }),
});
