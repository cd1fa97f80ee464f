import type { Conversion } from '../document';
import { cornerSheet, pdfOf, plateSheet, plateSolid, writeStl, writeThreeMf } from '../exchange';
import type { JobHost } from '../station';
import { correctedPositions, solveHoles } from './holeMap';
import { photoPointsOf } from './photo';

/** The test plate of a hole map: a sheet at 1:1, or a printable solid. */
export async function plate(
  host: JobHost,
  document: Conversion,
  id: string,
  kind: 'pdf' | 'stl' | '3mf',
): Promise<Uint8Array> {
  const map = document.kit.holeMaps[id]!;
  const solution = solveHoles(map, photoPointsOf(document.kit.photos, id));
  const corrected = correctedPositions(map, solution);
  if (kind === 'pdf') return pdfOf(document, [plateSheet(map, solution, corrected)], await host.fonts());
  const mesh = plateSolid(map, solution, corrected, await host.kernel());
  return kind === 'stl' ? writeStl(mesh, map.name) : writeThreeMf(mesh, map.name);
}

/** A sheet with four corners of known distance, to be photographed with a part. */
export const corners = async (host: JobHost, document: Conversion): Promise<Uint8Array> =>
  pdfOf(document, [cornerSheet()], await host.fonts());
