import { assemble } from '../assembly';
import { sheetDxf, sheetsPdf, sheetSvg, writeStl, writeThreeMf } from '../exchange';
import type { Verb } from '../station';
import { alignmentsOf } from './align/alignments';
import { printed } from './prints/printing';
import { sheetsToCut } from './sheets/sheet';
import { stockOf } from './stock/stock';

export const sheets: Verb = async (document, _options, tools) => {
  const faces = sheetsToCut(document, assemble(document));
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

/** Everything to print, as STL and 3MF. */
export const solids: Verb = async (document, _options, tools) => {
  const kernel = await tools.kernel();
  const assembly = assemble(document);
  const files: Record<string, Uint8Array> = {};
  const told = Object.entries(document.cut.prints).map(([id, print]) => {
    const { pieces, grams, minutes, size, count } = printed(document, assembly, print, kernel);
    pieces.forEach(({ mesh, name }, i) => {
      const stem = pieces.length === 1 ? id : `${id}-${i + 1}`;
      files[`${stem}.stl`] = writeStl(mesh, name);
      files[`${stem}.3mf`] = writeThreeMf(mesh, name);
    });
    return { id, name: print.name, kind: print.kind, count, pieces: pieces.length, size, grams, minutes };
  });
  return { print: { prints: told, written: Object.keys(files) }, files };
};

/** Holes that the shell has and a part's own holes: where they meet, part by part. */
export const align: Verb = (document) => {
  const assembly = assemble(document);
  return {
    print: Object.fromEntries(Object.keys(document.kit.parts).map((id) => [id, alignmentsOf(document, assembly, id)])),
  };
};

/** Flat pieces on sheets and lengths from bars. */
export const stock: Verb = (document) => ({ print: stockOf(document, assemble(document)) });
