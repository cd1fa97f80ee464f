import type { Mesh } from '../../solid';
import { FileFault, LARGEST_SOURCE, megabytes, type FileUnit } from './fault';
import { readStl } from './stl';
import { readThreeMf } from './threeMf';

/** Triangles of a file; the unit where the file says one. */
export interface ReadSolid {
  mesh: Mesh;
  unit: FileUnit | undefined;
}

/** What a file is by its first bytes, whatever its name says. */
export function kindOfFile(bytes: Uint8Array): 'stl' | '3mf' | 'step' | 'dxf' | 'svg' | 'picture' | 'unknown' {
  const [a, b, c] = bytes;
  if (a === 0x50 && b === 0x4b) return '3mf';
  if ((a === 0xff && b === 0xd8) || (a === 0x89 && b === 0x50 && c === 0x4e)) return 'picture';
  const start = new TextDecoder().decode(bytes.subarray(0, 2048)).replace(/^\uFEFF/, '');
  if (/^\s*ISO-10303-21/.test(start)) return 'step';
  if (/<svg[\s>]/i.test(start)) return 'svg';
  if (/^\s*0\s*[\r\n]+\s*SECTION/.test(start) || /^\s*999\s*[\r\n]/.test(start)) return 'dxf';
  if (/^\s*solid\b/.test(start)) return 'stl';
  if (bytes.length >= 84) {
    const count = new DataView(bytes.buffer, bytes.byteOffset).getUint32(80, true);
    if (count > 0 && Math.abs(bytes.length - 84 - 50 * count) < Math.max(4096, 25 * count)) return 'stl';
  }
  return 'unknown';
}

/** Reads an STL or 3MF by its content. STEP is read where its kernel may run. @throws FileFault in plain words. */
export function readSolid(bytes: Uint8Array, name: string): ReadSolid {
  if (bytes.length > LARGEST_SOURCE)
    throw new FileFault(
      'too-large',
      `${name} has ${megabytes(bytes.length)}; up to ${megabytes(LARGEST_SOURCE)} are read. Export it coarser.`,
    );
  if (bytes.length === 0) throw new FileFault('empty', `${name} is empty.`);
  switch (kindOfFile(bytes)) {
    case '3mf':
      return readThreeMf(bytes);
    case 'stl':
      return { mesh: readStl(bytes), unit: undefined };
    case 'dxf':
    case 'svg':
      throw new FileFault('not-a-solid', `${name} is a drawing, not a solid: read it as an outline.`);
    case 'picture':
      throw new FileFault('not-a-solid', `${name} is a picture, not a solid: photos are measured at the Kit station.`);
    default:
      if (/\.stl$/i.test(name)) return { mesh: readStl(bytes), unit: undefined };
      throw new FileFault('unknown-kind', `${name} is neither STL, 3MF nor STEP, whatever its name says.`);
  }
}
