export { assessCut, leastWeb, thinWebs, type CutReport, type ThinWeb } from './assess';
export { halfOf, openingsOf, raisedV, type CutOpening } from './openings';
export { facesToCut, sheetOf, sizeWords, type HoleRow, type Sheet, type SheetItem } from './sheet';
export { OVERLAP, PAGE_MARGIN, PAPERS, tileName, tilingOf, type Tile, type Tiling } from './tiles';
