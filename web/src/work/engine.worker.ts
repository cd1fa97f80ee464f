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
import {
  accessOf,
  balanceOf,
  orderOf,
  overlapsOf,
  placeFor,
  remediesFor,
  routesOf,
  type Access,
  type Balance,
  type Order,
  type Overlap,
  type PlaceResult,
  type Route,
} from '@young-shell/core/fit';
import { correctedPositions, photoPointsOf, solveHoles } from '@young-shell/core/kit';
import { effectOf, slowFindings } from '@young-shell/core/plan';
import {
  conflictOf,
  nearestWhere,
  searchLayouts,
  waysOutOf,
  WhereFinder,
  whereCanItGo,
  type Conflict,
  type Layout,
  type LayoutResult,
  type WayOut,
  type WaysOutResult,
  type Where,
} from '@young-shell/core/search';
import { roomReport, volumesOf, type RoomQuestion, type RoomReport, type Volumes } from '@young-shell/core/shell';
import { boundsOfMesh, loadSolidKernel, type Orientation, type SolidKernel, type Vec3 } from '@young-shell/core/solid';
import regularUrl from '@fontsource/barlow/files/barlow-latin-500-normal.woff?url';
import figureUrl from '@fontsource/barlow-condensed/files/barlow-condensed-latin-600-normal.woff?url';
import wasmUrl from 'manifold-3d/manifold.wasm?url';

const finder = new WhereFinder();

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

/** Passes on what a long search has so far, at most every so often, ms. */
const OFTEN = 250;
function seldom<A extends unknown[]>(tell: (...args: A) => void): (...args: A) => void {
  let last = -Infinity;
  return (...args) => {
    const now = performance.now();
    if (now - last < OFTEN) return;
    last = now;
    tell(...args);
  };
}

/** What a long search tells while it runs. */
export interface Telling<T> {
  share: number;
  what: string;
  /** The best so far; absent where nothing new was found. */
  best?: T[];
}

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
  /** Findings about cables and order. */
  slow: (document: Conversion): Finding[] => slowFindings(document),
  /** How all cables run. */
  routes: (document: Conversion): Route[] => routesOf(document, assemble(document)),
  /** In which order it goes together, what is in the way of hands and drivers, what it weighs where. */
  order(document: Conversion): { order: Order; access: Access[]; balance: Balance } {
    const assembly = assemble(document);
    return {
      order: orderOf(document, assembly),
      access: accessOf(document, assembly),
      balance: balanceOf(document, assembly),
    };
  },
  /** Which wishes can't hold together, or parts be together. */
  conflict: (document: Conversion, keep: 'locked' | 'placed'): Conflict | undefined => conflictOf(document, { keep }),
  /** Where a part can go as it is turned: of the map only what changed is redone. */
  where: (document: Conversion, id: string, orientation: Orientation): Where | undefined =>
    finder.at(document, id, orientation),
  /** In which orientations a part has a place at all, and how many positions. */
  orientations: (document: Conversion, id: string): (Orientation & { free: number; nearest: Vec3 | undefined })[] => {
    const at = document.layout.placements[id];
    return whereCanItGo(document, id, { step: 3 }).map((where) => ({
      rear: where.rear,
      top: where.top,
      free: where.free,
      nearest: nearestWhere(where, at ? [at.x, at.y, at.z] : [0, 0, 0]),
    }));
  },
  /** Layouts of the whole kit, told as they are found; where there is none, what can't be together. */
  layouts(
    document: Conversion,
    seed: number,
    keep: 'locked' | 'placed',
    tell: (telling: Telling<Layout>) => void,
  ): LayoutResult & { conflict?: Conflict | undefined } {
    const progress = seldom((share: number) => tell({ share, what: 'layouts' }));
    const result = searchLayouts(document, {
      seed,
      keep,
      wanted: 10,
      steps: 3000,
      polish: 60,
      onLayout: (best) => tell({ share: 0, what: 'layouts', best: [...best] }),
      onProgress: progress,
    });
    if (result.layouts.length > 0) return result;
    tell({ share: 1, what: 'what is in whose way' });
    return { ...result, conflict: conflictOf(document, { seed, keep }) };
  },
  waysOut(document: Conversion, seed: number, tell: (telling: Telling<WayOut>) => void): WaysOutResult {
    return waysOutOf(document, {
      seed,
      onWay: (best) => tell({ share: 0, what: '', best: [...best] }),
      onProgress: seldom((share, what) => tell({ share, what })),
    });
  },
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
