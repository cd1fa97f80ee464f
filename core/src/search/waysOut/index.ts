export { leastFeatures } from './features';
export { canRaise, leastRing, withRing } from './ring';
export type { WayKind, WayOut, WaysOutOptions, WaysOutResult } from './way';
export { waysOutOf } from './waysOut';
