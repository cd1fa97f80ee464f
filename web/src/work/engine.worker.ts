import { expose, transfer } from 'comlink';
import { assemble } from '@young-shell/core/assembly';
import type { Change, Conversion } from '@young-shell/core/document';
import { sheetsPdf, sheetSvg, type SheetFonts } from '@young-shell/core/exchange';
import type { Finding, Remedy } from '@young-shell/core/findings';
import { overlapsOf, placeFor, remediesFor, type Overlap, type PlaceResult } from '@young-shell/core/fit';
import { effectOf } from '@young-shell/core/plan';
import { roomReport, volumesOf, type RoomQuestion, type RoomReport, type Volumes } from '@young-shell/core/shell';
import { loadSolidKernel, type SolidKernel } from '@young-shell/core/solid';
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

const engine = {
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
    fonts ??= { text: await bytes(regularUrl), figures: await bytes(figureUrl) };
    return sheetsPdf(document, fonts, faces);
  },
  svg: (document: Conversion, face: string): string => sheetSvg(document, face),
};

export type Engine = typeof engine;

expose(engine);
