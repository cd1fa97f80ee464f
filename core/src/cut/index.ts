export { assessCut, type CutReport } from './assess';
export { standsBehind } from './findings/behind';
export { asCut, type AsCut } from './findings/made';
export { wallWorks, type WallWork } from './findings/walls';
export { leastWeb, thinWebs, type ThinWeb } from './findings/webs';
export { clearPlace } from './openings/clear';
export { middleOf, openingsOf, raisedV } from './openings/derived';
export { jointsOn } from './openings/joints';
export { halfOf, keyOf, type CutOpening } from './openings/opening';
export {
  facesToCut,
  sheetsToCut,
  SHEET_VARIANTS,
  sheetOf,
  sizeWords,
  type HoleRow,
  type Sheet,
  type SheetItem,
  type SheetVariant,
} from './sheets/sheet';
export { refuseWrong, wrongSheet } from './sheets/wrong';
export { onePage } from './sheets/onePage';
export { plateSheets } from './sheets/plates';
export { markOf, staleFaces } from './sheets/stale';
export { OVERLAP, PAGE_MARGIN, PAPERS, tileName, tilingOf, type Tile, type Tiling } from './sheets/tiles';
export { freeAreaOf, freeShare, lossOf, plateLoss, ventHoles, type FreeArea, type VentHole } from './vents/pattern';
export { fingerLimit, proposeVents, type VentProposal } from './vents/propose';
export type { Bent, Stiffened } from './strength/bend';
export { beyondTheory } from './strength/theory';
export type { EdgeHold } from './strength/panel';
export type { Alignment } from './align/alignments';
export { holesFromMap, type MapPlace } from './align/fromMap';
export { mountsOf, type MountOption, type MountPlan } from './mounts/mounts';
export { PRINT_SIZES, sizesOf, type SizeRow } from './prints/kinds';
export { benchOf } from './tools/bench';
export { toolPlan, type FacePlan, type ToolStep } from './tools/plan';
export type { PrintInfo } from './prints/info';
export { BOX_JOINTS, boxPanels, type BoxJoint } from './stock/panels';
export { USUAL_STOCK } from './stock/usual';
export type { StockPlan } from './stock/stock';
