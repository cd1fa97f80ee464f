import { assemble } from '../assembly';
import { sheetDxf, sheetsPdf, sheetSvg } from '../exchange';
import type { Verb } from '../station';
import { facesToCut } from './sheets/sheet';

export const sheets: Verb = async (document, _options, tools) => {
  const faces = facesToCut(document, assemble(document));
  const fonts = await tools.fonts();
  const files = {
    'sheets.pdf': await sheetsPdf(document, fonts),
    ...(faces.length > 0
      ? {
          'punch.pdf': await sheetsPdf(document, fonts, faces, 'punch'),
          'transfer.pdf': await sheetsPdf(document, fonts, faces, 'transfer'),
        }
      : {}),
    ...Object.fromEntries(faces.map((face) => [`${face}.svg`, sheetSvg(document, face)])),
    ...Object.fromEntries(faces.map((face) => [`${face}.dxf`, sheetDxf(document, face)])),
  };
  return { print: { written: Object.keys(files) }, files };
};
