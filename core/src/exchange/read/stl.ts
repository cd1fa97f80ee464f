import type { Mesh } from '../../solid';
import { FileFault, megabytes, MOST_TRIANGLES } from './fault';

const HEAD = 84;
const TRIANGLE = 50;

/** Triangles of an STL, text or binary, corners not joined, in the file's own unit (an STL does not say which). */
export function readStl(bytes: Uint8Array): Mesh {
  if (bytes.length === 0) throw new FileFault('empty', 'The file is empty.');
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const start = new TextDecoder().decode(bytes.subarray(0, 512));
  const isText = /^\s*solid\b/.test(start) && /facet|endsolid/.test(start);
  const count = bytes.length >= HEAD ? view.getUint32(80, true) : 0;
  if (isText && bytes.length !== HEAD + count * TRIANGLE) return readText(bytes);
  if (bytes.length < HEAD)
    throw new FileFault('cut-off', `The file has only ${bytes.length} bytes: it is cut off, or not an STL.`);
  const wanted = HEAD + count * TRIANGLE;
  if (count === 0) throw new FileFault('empty', 'The STL has no triangles.');
  if (count > MOST_TRIANGLES && wanted <= bytes.length + 4096)
    throw new FileFault(
      'too-large',
      `The STL has ${count} triangles; up to ${MOST_TRIANGLES} are read. Export it coarser.`,
    );
  if (bytes.length < wanted)
    throw new FileFault(
      count > 50_000_000 ? 'not-a-solid' : 'cut-off',
      count > 50_000_000
        ? 'The file is not an STL: its triangle count makes no sense.'
        : `The STL says ${count} triangles (${megabytes(wanted)}), but the file has ${megabytes(bytes.length)}: it was cut off.`,
    );
  const positions = new Float64Array(count * 9);
  for (let i = 0, at = HEAD; i < count; i++, at += TRIANGLE)
    for (let k = 0; k < 9; k++) positions[i * 9 + k] = view.getFloat32(at + 12 + 4 * k, true);
  return checked(positions);
}

function readText(bytes: Uint8Array): Mesh {
  const text = new TextDecoder().decode(bytes);
  const values: number[] = [];
  const vertex = /vertex\s+(\S+)\s+(\S+)\s+(\S+)/g;
  for (let m = vertex.exec(text); m; m = vertex.exec(text)) {
    for (let k = 1; k <= 3; k++) {
      const v = Number(m[k]);
      if (!Number.isFinite(v))
        throw new FileFault(
          'bad-number',
          `A corner of triangle ${Math.floor(values.length / 9) + 1} is “${m[k]}”; it would be a number.`,
        );
      values.push(v);
    }
    if (values.length > MOST_TRIANGLES * 9)
      throw new FileFault('too-large', `The STL has more than ${MOST_TRIANGLES} triangles. Export it coarser.`);
  }
  if (values.length === 0) throw new FileFault('not-a-solid', 'The file begins like an STL but has no triangles.');
  if (values.length % 9 !== 0 || !/endsolid/.test(text.slice(-4096)))
    throw new FileFault(
      'cut-off',
      `The STL ends in the middle, after ${Math.floor(values.length / 9)} triangles: it was cut off.`,
    );
  return checked(Float64Array.from(values));
}

function checked(positions: Float64Array): Mesh {
  for (let i = 0; i < positions.length; i++)
    if (!Number.isFinite(positions[i]!) || Math.abs(positions[i]!) > 1e7)
      throw new FileFault(
        'bad-number',
        `A corner of triangle ${Math.floor(i / 9) + 1} is ${positions[i]}; it would be a length.`,
      );
  const triangles = new Uint32Array(positions.length / 3);
  for (let i = 0; i < triangles.length; i++) triangles[i] = i;
  return { positions, triangles };
}
