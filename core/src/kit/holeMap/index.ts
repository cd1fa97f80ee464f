export type { PhotoPoints } from './model';
export { rigidFit, turned, type RigidFit } from './rigidFit';
export { solveHoles } from './solve';
export type { HoleSolution, SolvedDistance, SolvedPoint } from './types';
