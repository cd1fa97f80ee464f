import { assemble } from '../assembly';
import { fileStem, type Change, type Conversion, type Part } from '../document';
import { strToU8, zipSync } from 'fflate';
import { sheetDxf, sheetsPdf, partFromSolid, prepareSolid, sheetSvg, writeStl, writeThreeMf } from '../exchange';
import type { JobHost } from '../station';
import type { SheetVariant } from './sheets/sheet';
import { stockOf, type StockPlan } from './stock/stock';
import { alignmentsOf, type Alignment } from './align/alignments';
import { printInPlace } from './prints/inPlace';
import type { LengthUnit } from '../quantity';
import type { PrintInfo } from './prints/info';
import { printed } from './prints/printing';
import { printedSolid } from './prints/solids';
import { bend as bendFace, type Bent } from './strength/bend';
import type { EdgeHold } from './strength/panel';

/** Sheets at 1:1 of some faces, or of all that are cut, as PDF; small ones on one page where wanted. */
export const sheets = async (
  host: JobHost,
  document: Conversion,
  faces?: string[],
  variant?: SheetVariant,
  together?: boolean,
  unit?: LengthUnit,
): Promise<Uint8Array> => sheetsPdf(document, await host.fonts(), faces, variant, together, unit);

/** The sheet of one face as SVG. */
export const svg = (_host: JobHost, document: Conversion, face: string, variant?: SheetVariant): string =>
  sheetSvg(document, face, variant);

/** The sheet of one face as DXF. */
export const dxf = (_host: JobHost, document: Conversion, face: string, variant?: SheetVariant): string =>
  sheetDxf(document, face, variant);

/** How far a face bends, with and without its new openings and with stiffeners. */
export const bend = (host: JobHost, document: Conversion, face: string, hold: EdgeHold): Bent =>
  bendFace(document, face, assemble(document), hold, (share, what) => host.tell(share, what));

/** Places at which holes of a part meet holes that the shell has. */
export const align = (_host: JobHost, document: Conversion, part: string): Alignment[] =>
  alignmentsOf(document, assemble(document), part);

/** All prints of a plan: sizes, pieces, mass, time, advice. */
export async function prints(host: JobHost, document: Conversion): Promise<Record<string, PrintInfo>> {
  const kernel = await host.kernel();
  const assembly = assemble(document);
  const all: Record<string, PrintInfo> = {};
  for (const [id, print] of Object.entries(document.cut.prints))
    try {
      const { pieces, size, grams, minutes, advice } = printed(document, assembly, print, kernel);
      all[id] = { pieces: pieces.map(({ name, size: s }) => ({ name, size: s })), size, grams, minutes, advice };
    } catch (error) {
      all[id] = { pieces: [], size: [0, 0, 0], grams: 0, minutes: 0, advice: [], wrong: (error as Error).message };
    }
  return all;
}

/** A print as a file: STL or 3MF, several pieces as a ZIP of them. @throws Error where its sizes make no solid */
export async function printFile(
  host: JobHost,
  document: Conversion,
  id: string,
  format: 'stl' | '3mf',
): Promise<{ name: string; bytes: Uint8Array }> {
  const print = document.cut.prints[id];
  if (!print) throw new Error(`There is no print “${id}”.`);
  const { pieces } = printed(document, assemble(document), print, await host.kernel());
  const files = pieces.map(({ name, mesh }) => ({
    name: `${fileStem(name, 'print')}.${format}`,
    bytes: format === 'stl' ? writeStl(mesh, name) : writeThreeMf(mesh, name),
  }));
  if (files.length === 1) return files[0]!;
  const advice = strToU8(`${print.name}: ${files.length} pieces, each ${print.count} times.\n`);
  return {
    name: `${fileStem(print.name, 'print')}-${format}.zip`,
    bytes: zipSync({ 'read-me.txt': advice, ...Object.fromEntries(files.map((f) => [f.name, f.bytes])) }),
  };
}

/** Flat pieces on sheets, lengths from bars, and what comes out of the openings. */
export const stock = (_host: JobHost, document: Conversion): StockPlan => stockOf(document, assemble(document));

/**
 * A print as a part of the kit: few boxes that cover it, with its mass, so that Fit counts it. The bosses of a tray are
 * left out: they stand where the standoffs of its part are. @throws Error where its sizes make no solid
 */
export async function printPart(host: JobHost, document: Conversion, id: string): Promise<Part> {
  const print = document.cut.prints[id];
  if (!print) throw new Error(`There is no print “${id}”.`);
  const kernel = await host.kernel();
  const assembly = assemble(document);
  const counted = print.kind === 'tray' ? { ...print, sizes: { ...print.sizes, boss: 0 } } : print;
  const { mesh } = printedSolid(document, assembly, counted, kernel);
  const { part } = partFromSolid(prepareSolid(mesh, 'mm'), print.name);
  const { grams, count } = printed(document, assembly, print, kernel);
  const carries = ['tray', 'bracket', 'stack'].includes(print.kind);
  return {
    ...part,
    name: print.name,
    mass: Math.max(1, Math.round(grams / count)),
    own: { ...part.own!, ...(carries ? { carries: true } : {}) },
  };
}

/** The change that puts a print into the kit and where it belongs. @throws Error where its sizes make no solid */
export const inPlace = async (host: JobHost, document: Conversion, id: string, kitId: string): Promise<Change> =>
  printInPlace(document, assemble(document), id, await printPart(host, document, id), kitId);
