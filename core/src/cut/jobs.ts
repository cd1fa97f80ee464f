import type { Conversion } from '../document';
import { sheetsPdf, sheetSvg } from '../exchange';
import type { JobHost } from '../station';

/** Sheets at 1:1 of some faces, or of all that are cut, as PDF. */
export const sheets = async (host: JobHost, document: Conversion, faces?: string[]): Promise<Uint8Array> =>
  sheetsPdf(document, await host.fonts(), faces);

/** The sheet of one face as SVG. */
export const svg = (_host: JobHost, document: Conversion, face: string): string => sheetSvg(document, face);
