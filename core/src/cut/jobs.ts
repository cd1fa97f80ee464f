import type { Conversion } from '../document';
import { sheetDxf, sheetsPdf, sheetSvg } from '../exchange';
import type { JobHost } from '../station';
import type { SheetVariant } from './sheets/sheet';
import { bend as bendFace, type Bent } from './strength/bend';
import type { EdgeHold } from './strength/panel';

/** Sheets at 1:1 of some faces, or of all that are cut, as PDF; small ones on one page where wanted. */
export const sheets = async (
  host: JobHost,
  document: Conversion,
  faces?: string[],
  variant?: SheetVariant,
  together?: boolean,
): Promise<Uint8Array> => sheetsPdf(document, await host.fonts(), faces, variant, together);

/** The sheet of one face as SVG. */
export const svg = (_host: JobHost, document: Conversion, face: string, variant?: SheetVariant): string =>
  sheetSvg(document, face, variant);

/** The sheet of one face as DXF. */
export const dxf = (_host: JobHost, document: Conversion, face: string, variant?: SheetVariant): string =>
  sheetDxf(document, face, variant);

/** How far a face bends, with and without its new openings and with stiffeners. */
export const bend = (host: JobHost, document: Conversion, face: string, hold: EdgeHold): Bent =>
  bendFace(document, face, hold, (share, what) => host.tell(share, what));
