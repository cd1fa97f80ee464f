import { expose, transfer } from 'comlink';
import { assemble } from '@young-shell/core/assembly';
import type { Change, Conversion } from '@young-shell/core/document';
import {
  cornerSheet,
  partFromSolid,
  pdfOf,
  plateSheet,
  plateSolid,
  prepareSolid,
  readSolid,
  sheetsPdf,
  sheetSvg,
  storedSolid,
  writeStl,
  writeThreeMf,
  type FileUnit,
  type PreparedSolid,
  type ReadSolid,
  type SheetFonts,
} from '@young-shell/core/exchange';
import type { Finding, Remedy } from '@young-shell/core/findings';
import { overlapsOf, placeFor, remediesFor, type Overlap, type PlaceResult } from '@young-shell/core/fit';
import { correctedPositions, photoPointsOf, solveHoles } from '@young-shell/core/kit';
import { effectOf } from '@young-shell/core/plan';
import { roomReport, volumesOf, type RoomQuestion, type RoomReport, type Volumes } from '@young-shell/core/shell';
import { boundsOfMesh, loadSolidKernel, type SolidKernel } from '@young-shell/core/solid';
import regularUrl from '@fontsource/barlow/files/barlow-latin-500-normal.woff?url';
import figureUrl from '@fontsource/barlow-condensed/files/barlow-condensed-latin-600-normal.woff?url';
import wasmUrl from 'manifold-3d/manifold.wasm?url';

let loading: Promise<SolidKernel> | undefined;
let fonts: SheetFonts | undefined;

/** The solid kernel, loaded once; a load that failed (the server was away) is tried again. */
function kernel(): Promise<SolidKernel> {
  loading ??= loadSolidKernel(wasmUrl).catch((error: unknown) => {
    loading = undefined;
    throw error;
  });
  return loading;
}

const bytes = async (url: string) => new Uint8Array(await (await fetch(url)).arrayBuffer());

/** The file that was read last: its unit is asked, then it is prepared, then used. */
let read: { name: string; solid: ReadSolid } | undefined;
let prepared: PreparedSolid | undefined;

const sheetFonts = async (): Promise<SheetFonts> =>
  (fonts ??= { text: await bytes(regularUrl), figures: await bytes(figureUrl) });

const engine = {
  /** Reads a solid; gives its size in the file's own unit, and the unit where the file says one. */
  readSolid(file: Uint8Array, name: string): { size: number[]; unit: FileUnit | undefined } {
    prepared = undefined;
    read = { name, solid: readSolid(file, name) };
    const { low, high } = boundsOfMesh(read.solid.mesh);
    return { size: low.map((v, i) => high[i]! - v), unit: read.solid.unit };
  },
  /** Makes what was read a closed solid in mm. Errors carry their place in the message. */
  prepareSolid(unit: FileUnit): Omit<PreparedSolid, 'mesh'> {
    if (!read) throw new Error('No file has been read.');
    prepared = prepareSolid(read.solid.mesh, unit);
    const { size, triangles, repairs } = prepared;
    return { size, triangles, repairs };
  },
  async storeSolid() {
    if (!prepared || !read) throw new Error('No solid has been prepared.');
    const stored = await storedSolid(prepared, read.name);
    return transfer(stored, [stored.stl.buffer]);
  },
  partFromSolid() {
    if (!prepared || !read) throw new Error('No solid has been prepared.');
    return partFromSolid(prepared, read.name);
  },
  async volumes(document: Conversion): Promise<Volumes> {
    return volumesOf(document, await kernel());
  },
  async overlaps(document: Conversion): Promise<Overlap[]> {
    return overlapsOf(document, await kernel());
  },
  room(document: Conversion, question: RoomQuestion): RoomReport {
    const report = roomReport(document, question);
    return transfer(report, [report.map.run.buffer, report.map.from.buffer]);
  },
  place: (document: Conversion, part: string): PlaceResult => placeFor(document, assemble(document), part),
  remedies: (document: Conversion, finding: Finding): Remedy[] => remediesFor(document, finding),
  effect(document: Conversion, change: Change): { better: string[]; worse: string[] } {
    const { better, worse } = effectOf(document, change);
    return { better, worse };
  },
  async sheets(document: Conversion, faces?: string[]): Promise<Uint8Array> {
    return sheetsPdf(document, await sheetFonts(), faces);
  },
  /** The test plate of a hole map: a sheet at 1:1, or a printable solid. */
  async plate(document: Conversion, id: string, kind: 'pdf' | 'stl' | '3mf'): Promise<Uint8Array> {
    const map = document.kit.holeMaps[id]!;
    const solution = solveHoles(map, photoPointsOf(document.kit.photos, id));
    const corrected = correctedPositions(map, solution);
    if (kind === 'pdf') return pdfOf(document, [plateSheet(map, solution, corrected)], await sheetFonts());
    const mesh = plateSolid(map, solution, corrected, await kernel());
    return kind === 'stl' ? writeStl(mesh, map.name) : writeThreeMf(mesh, map.name);
  },
  async corners(document: Conversion): Promise<Uint8Array> {
    return pdfOf(document, [cornerSheet()], await sheetFonts());
  },
  svg: (document: Conversion, face: string): string => sheetSvg(document, face),
};

export type Engine = typeof engine;

expose(engine);
