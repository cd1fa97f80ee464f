export { sheetsPdf, type SheetFonts } from './pdf';
export { sheetSvg } from './svg';
