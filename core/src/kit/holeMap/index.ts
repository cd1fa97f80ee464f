export type { PhotoPoints } from './model';
export { rigidFit, turned, type RigidFit } from './rigidFit';
export { solveHoles } from './solve';
export type { HoleSolution, SolvedDistance, SolvedPoint } from './types';
export { correctedPositions, PLATE_LIMIT, type Corrected, type RoundResult } from './plate';
export { partFromHoles } from './ownPart';
