export { canFit, conflictOf, type Conflict } from './conflicts';
export { markedLayouts, withLayout, worstOfLayout, type Assess, type Settle } from './judged';
export { missOf, type KitShortfall } from './kitShortfall';
export type { Layout, LayoutOptions } from './layout';
export { searchClearLayouts, searchLayouts, type LayoutResult } from './layouts';
export { markPlan } from './markLayout';
export { HARD_RULES, SOFT_RULES, type HardRule, type Mark, type SoftRule } from './rules';
export {
  canRaise,
  leastRing,
  settledWays,
  waysOutOf,
  type WayKind,
  type WayOut,
  type WaysOutOptions,
  type WaysOutResult,
} from './waysOut';
export { changesTo, isPresent, switchTo, variantOf } from './variants';
export { nearestWhere, WhereFinder, whereCanItGo, type Where, type WhereOptions } from './where';
export { dissected, pack, type PackedPart } from './pack';
export { randomFrom } from './random';
export { stuckTo } from './stick';
export { whatFits } from './fits/fits';
export { FIT_GROUPS, type FitGroup, type FitOption } from './fits/option';
export { fitTogether, type Together } from './fits/together';
export { boundOf, outsideOf } from './smallest/bound';
export { GOALS, grownBox, smallestBox, type Goal, type Smallest } from './smallest/smallest';
export { homelessNames } from './riders';
export { inShell, kitInShell, type InShell } from './fits/inShell';
export { afterCut, cutDown, type CutDown } from './cutDown/cutDown';
export { howFar, type HowFar } from './cutDown/howFar';
export { howFarAnew } from './cutDown/howFarAnew';
