export { dxfOf, sheetDxf } from './dxf';
export { pdfOf, sheetsPdf, type Printing, type SheetFonts } from './pdf';
export { CORNER_SHEET, cornerSheet, plateSheet } from './plateSheet';
export { sheetSvg, svgOf } from './svg';
export * from './read';
export { writeStl } from './stl';
export { writeThreeMf } from './threeMf';
export { hullFromSection, prismFromSection, sectionOf } from './importOutline';
export {
  doubtOfSize,
  partFromSolid,
  prepareSolid,
  readCavity,
  shellRead,
  storedSolid,
  type PreparedSolid,
} from './importSolid';
export { plateSolid } from './plateSolid';
export { partFromOutline } from './importPart';
