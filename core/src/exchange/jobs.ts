import type { Part } from '../document';
import { boundsOfMesh } from '../solid';
import type { JobHost } from '../station';
import {
  partFromSolid,
  prepareSolid,
  readCavity,
  storedSolid,
  type PreparedSolid,
  type ReadCavity,
} from './importSolid';
import { readDxf, readSolid as read, readSvgOutline, type FileUnit, type ReadOutline, type ReadSolid } from './read';

/** The file that was read last: its unit is asked, then it is prepared, then used. */
let held: { name: string; solid: ReadSolid } | undefined;
let prepared: PreparedSolid | undefined;

/** Reads a solid; gives its size in the file's own unit, and the unit where the file says one. */
export function readSolid(
  _host: JobHost,
  file: Uint8Array,
  name: string,
): { size: number[]; unit: FileUnit | undefined } {
  prepared = undefined;
  held = { name, solid: read(file, name) };
  const { low, high } = boundsOfMesh(held.solid.mesh);
  return { size: low.map((v, i) => high[i]! - v), unit: held.solid.unit };
}

/** Room that was found in a hollow solid: litres, thinnest and thickest wall in mm, sides without one. */
export interface FoundRoom {
  litres: number;
  thinnest: number;
  thickest: number;
  open: readonly string[];
}

function roomOf({ cavity: { volume, walls }, open }: ReadCavity): FoundRoom {
  const thick = Object.entries(walls)
    .filter(([side]) => !(open as readonly string[]).includes(side))
    .map(([, wall]) => wall.value);
  return { litres: volume / 1e6, thinnest: Math.min(...thick), thickest: Math.max(...thick), open };
}

/** Makes what was read a closed solid in mm. Errors carry their place in the message. */
export function prepare(_host: JobHost, unit: FileUnit): Omit<PreparedSolid, 'mesh'> & { room: FoundRoom | undefined } {
  if (!held) throw new Error('No file has been read.');
  prepared = prepareSolid(held.solid.mesh, unit);
  const { size, triangles, repairs } = prepared;
  const found = readCavity(prepared);
  return { size, triangles, repairs, room: found && roomOf(found) };
}

/** The room of the shell that was prepared; with a wall (mm) that of one that is only an outside. */
export function cavity(_host: JobHost, wall?: number): ReadCavity {
  if (!prepared) throw new Error('No solid has been prepared.');
  const found = readCavity(prepared, wall);
  if (!found) throw new Error('It has no room inside.');
  return found;
}

export async function storeSolid(host: JobHost): ReturnType<typeof storedSolid> {
  if (!prepared || !held) throw new Error('No solid has been prepared.');
  const stored = await storedSolid(prepared, held.name);
  return host.transfer(stored, [stored.stl.buffer]);
}

export function solidPart(_host: JobHost): { part: Part; waste: number } {
  if (!prepared || !held) throw new Error('No solid has been prepared.');
  return partFromSolid(prepared, held.name);
}

/** The closed outlines of a drawing. */
export const readOutline = (_host: JobHost, text: string, kind: 'dxf' | 'svg'): ReadOutline =>
  kind === 'dxf' ? readDxf(text) : readSvgOutline(text);
