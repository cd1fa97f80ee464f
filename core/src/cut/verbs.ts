import { assemble } from '../assembly';
import { sheetsPdf, sheetSvg } from '../exchange';
import type { Verb } from '../station';
import { facesToCut } from './sheet';

export const sheets: Verb = async (document, _options, tools) => {
  const faces = facesToCut(document, assemble(document));
  const files = {
    'sheets.pdf': await sheetsPdf(document, await tools.fonts()),
    ...Object.fromEntries(faces.map((face) => [`${face}.svg`, sheetSvg(document, face)])),
  };
  return { print: { written: Object.keys(files) }, files };
};
