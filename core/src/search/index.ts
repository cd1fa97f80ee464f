export { canFit, conflictOf, type Conflict } from './conflicts';
export { searchLayouts, type Layout, type LayoutOptions, type LayoutResult } from './layouts';
export { HARD_RULES, SOFT_RULES, type HardRule, type Mark, type SoftRule } from './rules';
export { canRaise, waysOutOf, type WayKind, type WayOut, type WaysOutOptions, type WaysOutResult } from './waysOut';
