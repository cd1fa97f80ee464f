export { canRaise, leastRing } from './ring';
export type { WayKind, WayOut, WaysOutOptions, WaysOutResult } from './way';
export { settledWays, waysOutOf } from './waysOut';
