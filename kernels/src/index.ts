export { solverOf, type Band, type BandSolver } from './band';
export { distancesFrom } from './distances';
export { COSTS, FAR, isTaken, sizeWithBorder, STEP_COST, type Cells, type Distances } from './grid';
