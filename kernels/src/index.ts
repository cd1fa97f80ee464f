export { solverOf, type BandSolver } from './band';
export type { Band } from './bandMatrix';
export { distancesFrom } from './distances';
export { COSTS, FAR, isTaken, sizeWithBorder, STEP_COST, type Cells, type Distances } from './grid';
