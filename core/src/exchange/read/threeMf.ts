import { Unzip, UnzipInflate } from 'fflate';
import { SaxesParser } from 'saxes';
import type { Mesh } from '../../solid';
import { FileFault, LARGEST_UNPACKED, megabytes, MOST_TRIANGLES, type FileUnit } from './fault';

const UNIT_NAMES: Readonly<Record<string, { unit: FileUnit; scale: number }>> = {
  micron: { unit: 'mm', scale: 0.001 },
  millimeter: { unit: 'mm', scale: 1 },
  centimeter: { unit: 'cm', scale: 1 },
  inch: { unit: 'inch', scale: 1 },
  foot: { unit: 'foot', scale: 1 },
  meter: { unit: 'm', scale: 1 },
};

/** Unpacks the entries that are wanted, stopping as soon as they grow beyond what is sane. */
function unpacked(bytes: Uint8Array, wanted: (name: string) => boolean, most: number): Map<string, Uint8Array> {
  const found = new Map<string, Uint8Array>();
  let total = 0;
  const unzip = new Unzip((file) => {
    if (!wanted(file.name)) return;
    const chunks: Uint8Array[] = [];
    file.ondata = (error, chunk, final) => {
      if (error)
        throw error instanceof FileFault ? error : new FileFault('cut-off', 'The packed file is damaged or cut off.');
      total += chunk.length;
      if (total > most)
        throw new FileFault(
          'too-large',
          `The file unpacks to more than ${megabytes(most)}; a solid does not. It was not opened.`,
        );
      chunks.push(chunk.slice());
      if (!final) return;
      const whole = new Uint8Array(chunks.reduce((n, c) => n + c.length, 0));
      let at = 0;
      for (const c of chunks) {
        whole.set(c, at);
        at += c.length;
      }
      found.set(file.name, whole);
    };
    file.start();
  });
  unzip.register(UnzipInflate);
  // In small pieces, so that a bomb is noticed before it has gone off.
  const piece = 1 << 16;
  for (let at = 0; at < bytes.length; at += piece)
    unzip.push(bytes.subarray(at, at + piece), at + piece >= bytes.length);
  return found;
}

interface Model {
  positions: number[];
  triangles: number[];
  components: { id: string; transform: number[] }[];
}

/**
 * The solids of a 3MF as one mesh: its build items with their transformations, components followed.
 * 3MF Core Specification 1.3, from memory.
 */
export function readThreeMf(bytes: Uint8Array, most = LARGEST_UNPACKED): { mesh: Mesh; unit: FileUnit } {
  let files: Map<string, Uint8Array>;
  try {
    files = unpacked(bytes, (name) => /\.model$/i.test(name), most);
  } catch (problem) {
    if (problem instanceof FileFault) throw problem;
    throw new FileFault('cut-off', 'The file is packed, but damaged or cut off.');
  }
  const entry = [...files].find(([name]) => /3dmodel\.model$/i.test(name)) ?? [...files][0];
  if (!entry) throw new FileFault('not-a-solid', 'The packed file holds no 3MF model.');
  const objects = new Map<string, Model>();
  const items: { id: string; transform: number[] }[] = [];
  let unit = UNIT_NAMES.millimeter!;
  let open: Model | undefined;
  let count = 0;
  const number = (text: string | undefined, what: string) => {
    const v = Number(text);
    if (text === undefined || text === '' || !Number.isFinite(v) || Math.abs(v) > 1e7)
      throw new FileFault('bad-number', `A ${what} of the 3MF is “${text}”; it would be a number.`);
    return v;
  };
  const parser = new SaxesParser();
  parser.on('error', (error) => {
    throw new FileFault('not-a-solid', `The model inside the 3MF is not well-formed: ${error.message.slice(0, 120)}`);
  });
  parser.on('opentag', ({ name, attributes }) => {
    const a = attributes as Record<string, string>;
    switch (name.replace(/^.*:/, '')) {
      case 'model':
        unit = UNIT_NAMES[a.unit ?? 'millimeter'] ?? unit;
        break;
      case 'object':
        open = { positions: [], triangles: [], components: [] };
        objects.set(a.id ?? '', open);
        break;
      case 'vertex':
        open?.positions.push(number(a.x, 'corner'), number(a.y, 'corner'), number(a.z, 'corner'));
        break;
      case 'triangle':
        if (++count > MOST_TRIANGLES)
          throw new FileFault('too-large', `The 3MF has more than ${MOST_TRIANGLES} triangles. Export it coarser.`);
        open?.triangles.push(number(a.v1, 'triangle'), number(a.v2, 'triangle'), number(a.v3, 'triangle'));
        break;
      case 'component':
        open?.components.push({ id: a.objectid ?? '', transform: transformOf(a.transform, number) });
        break;
      case 'item':
        items.push({ id: a.objectid ?? '', transform: transformOf(a.transform, number) });
        break;
    }
  });
  parser.write(new TextDecoder().decode(entry[1])).close();
  const positions: number[] = [];
  const triangles: number[] = [];
  let placed = 0;
  const place = (id: string, transform: number[], depth: number) => {
    if (++placed > MOST_PLACED)
      throw new FileFault('too-large', `The 3MF places its objects more than ${MOST_PLACED} times. Export it simpler.`);
    const object = objects.get(id);
    if (!object) throw new FileFault('not-a-solid', `The 3MF builds object ${id}, which it does not hold.`);
    if (depth > 16) throw new FileFault('not-a-solid', 'The objects of the 3MF hold each other without end.');
    const base = positions.length / 3;
    const p = object.positions;
    for (let i = 0; i < p.length; i += 3) positions.push(...moved(transform, p[i]!, p[i + 1]!, p[i + 2]!));
    for (const v of object.triangles) {
      if (!Number.isInteger(v) || v < 0 || v * 3 >= p.length)
        throw new FileFault('bad-number', `A triangle of the 3MF uses corner ${v}; its object has ${p.length / 3}.`);
      triangles.push(base + v);
    }
    for (const part of object.components) place(part.id, composed(part.transform, transform), depth + 1);
    if (triangles.length > MOST_TRIANGLES * 3)
      throw new FileFault('too-large', `The 3MF has more than ${MOST_TRIANGLES} triangles. Export it coarser.`);
  };
  for (const { id, transform } of items) place(id, transform, 0);
  if (items.length === 0) for (const id of objects.keys()) place(id, IDENTITY, 0);
  if (triangles.length === 0) throw new FileFault('empty', 'The 3MF has no triangles.');
  return {
    mesh: { positions: Float64Array.from(positions, (v) => v * unit.scale), triangles: Uint32Array.from(triangles) },
    unit: unit.unit,
  };
}

/** Objects that hold each other many times over are placed so often at most. */
const MOST_PLACED = 20_000;

const IDENTITY = [1, 0, 0, 0, 1, 0, 0, 0, 1, 0, 0, 0];

function transformOf(text: string | undefined, number: (text: string, what: string) => number): number[] {
  if (!text) return IDENTITY;
  const values = text
    .trim()
    .split(/\s+/)
    .map((v) => number(v, 'transformation'));
  if (values.length !== 12)
    throw new FileFault('bad-number', `A transformation of the 3MF has ${values.length} numbers; it would have 12.`);
  return values;
}

/** Row vectors times a 4 × 3 matrix, as the format has it. */
const moved = (m: readonly number[], x: number, y: number, z: number): [number, number, number] => [
  x * m[0]! + y * m[3]! + z * m[6]! + m[9]!,
  x * m[1]! + y * m[4]! + z * m[7]! + m[10]!,
  x * m[2]! + y * m[5]! + z * m[8]! + m[11]!,
];

/** First `a`, then `b`. */
function composed(a: readonly number[], b: readonly number[]): number[] {
  const rows = [0, 3, 6].flatMap((r) => {
    const [x, y, z] = moved([...b.slice(0, 9), 0, 0, 0], a[r]!, a[r + 1]!, a[r + 2]!);
    return [x, y, z];
  });
  return [...rows, ...moved(b, a[9]!, a[10]!, a[11]!)];
}
