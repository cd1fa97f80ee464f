import { createHash } from 'node:crypto';
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import { runs } from '../../../../testing/runs';
import { DocumentError, readConversion } from '../../document';
import type { Mesh } from '../../solid';
import { writeStl, writeThreeMf } from '..';
import { FileFault, readDxf, readSolid, readSvgOutline } from '.';

/** Files that once got through, kept so that they never do again; the long run puts in what it finds. */
const CORPUS = new URL('./corpus/', import.meta.url);
/** Nobody waits longer for a file, ms. */
const LONGEST = 10_000;

/** What a machine says of itself is no answer to people. */
const RAW = /Cannot read|is not (a function|iterable|defined)|Maximum call|Invalid (array|string|typed)|undefined|NaN/;

type Kind = 'dxf' | 'svg' | 'stl' | '3mf' | 'json';
const text = (bytes: Uint8Array) => new TextDecoder().decode(bytes);
const READERS: Readonly<Record<Kind, (bytes: Uint8Array) => unknown>> = {
  dxf: (bytes) => readDxf(text(bytes)),
  svg: (bytes) => readSvgOutline(text(bytes)),
  stl: (bytes) => readSolid(bytes, 'x.stl'),
  '3mf': (bytes) => readSolid(bytes, 'x.3mf'),
  json: (bytes) => readConversion(text(bytes)),
};

/** What a reader does wrong with a file: an answer that is no words, or one that is long in coming. */
function wrongWith(kind: Kind, bytes: Uint8Array): string | undefined {
  const begun = performance.now();
  try {
    READERS[kind](bytes);
  } catch (problem) {
    if (!(problem instanceof FileFault) && !(problem instanceof DocumentError))
      return `${(problem as Error).name}: ${(problem as Error).message}`;
    if (RAW.test(problem.message)) return `it says what the machine said: ${problem.message}`;
  }
  const took = performance.now() - begun;
  return took > LONGEST ? `it took ${Math.round(took)} ms` : undefined;
}

const TETRAHEDRON: Mesh = {
  positions: Float64Array.of(0, 0, 0, 10, 0, 0, 0, 10, 0, 0, 0, 10),
  triangles: Uint32Array.of(0, 2, 1, 0, 1, 3, 1, 2, 3, 0, 3, 2),
};
const group = (entity: string, ...pairs: (string | number)[]) => `0\n${entity}\n8\n0\n${pairs.join('\n')}\n`;
const bytesOf = (of: string) => new TextEncoder().encode(of);
const GOOD: Readonly<Record<Kind, Uint8Array[]>> = {
  dxf: [
    bytesOf(
      `0\nSECTION\n2\nHEADER\n9\n$INSUNITS\n70\n4\n0\nENDSEC\n0\nSECTION\n2\nENTITIES\n${group('LINE', 10, 0, 20, 0, 11, 40, 21, 0)}${group('LINE', 10, 40, 20, 0, 11, 0, 21, 30)}${group('LINE', 10, 0, 20, 30, 11, 0, 21, 0)}${group('CIRCLE', 10, 60, 20, 60, 40, 5)}${group('ARC', 10, 0, 20, 0, 40, 9, 50, 0, 51, 90)}${group('LWPOLYLINE', 90, 3, 70, 1, 10, 0, 20, 0, 42, 0.5, 10, 9, 20, 0, 10, 9, 20, 9)}${group('SPLINE', 70, 8, 71, 3, 72, 8, 73, 4, 40, 0, 40, 0, 40, 0, 40, 0, 40, 1, 40, 1, 40, 1, 40, 1, 10, 0, 20, 0, 10, 5, 20, 5, 10, 9, 20, 5, 10, 9, 20, 0)}${group('INSERT', 2, 'B', 10, 5, 20, 5, 41, 2, 70, 3, 71, 2)}0\nENDSEC\n0\nEOF\n`,
    ),
  ],
  svg: [
    bytesOf(
      '<svg xmlns="http://www.w3.org/2000/svg" width="100mm" height="80mm" viewBox="0 0 100 80"><g transform="translate(5 5) rotate(30)"><path d="M0 0 L40 0 A20 10 30 0 1 40 30 C 30 40 10 40 0 30 Z"/><rect x="60" y="5" width="20" height="10" rx="2"/><circle cx="50" cy="60" r="8"/><polygon points="1,1 9,1 9,9"/></g></svg>',
    ),
  ],
  stl: [
    writeStl(TETRAHEDRON, 'a solid'),
    bytesOf(
      'solid a\nfacet normal 0 0 1\nouter loop\nvertex 0 0 0\nvertex 0 9 0\nvertex 9 0 0\nendloop\nendfacet\nfacet normal 0 0 1\nouter loop\nvertex 0 0 0\nvertex 9 0 0\nvertex 0 0 9\nendloop\nendfacet\nendsolid a\n',
    ),
  ],
  '3mf': [writeThreeMf(TETRAHEDRON, 'A solid')],
  json: [readFileSync(new URL('../../../../demo/typewriter.json', import.meta.url))],
};

/** Numbers that people and broken programs write. */
const ODD = ['1e12', '-1', '0', 'NaN', '1e308', '4294967296', '-1e-300', '', 'null', '1,5', '∞', '0x10', '{}', '[]'];

type Harm =
  | { kind: 'flip'; at: number; to: number }
  | { kind: 'cut'; at: number }
  | { kind: 'drop'; at: number; count: number }
  | { kind: 'twice'; at: number; count: number; times: number }
  | { kind: 'number'; at: number; to: string }
  | { kind: 'lines'; at: number; with: number };
const share = fc.double({ min: 0, max: 1, noNaN: true });
const harm: fc.Arbitrary<Harm> = fc.oneof(
  fc.record({ kind: fc.constant('flip' as const), at: share, to: fc.nat(255) }),
  fc.record({ kind: fc.constant('cut' as const), at: share }),
  fc.record({ kind: fc.constant('drop' as const), at: share, count: fc.integer({ min: 1, max: 200 }) }),
  fc.record({
    kind: fc.constant('twice' as const),
    at: share,
    count: fc.integer({ min: 1, max: 300 }),
    times: fc.integer({ min: 1, max: 50 }),
  }),
  fc.record({ kind: fc.constant('number' as const), at: share, to: fc.constantFrom(...ODD) }),
  fc.record({ kind: fc.constant('lines' as const), at: share, with: share }),
);

function harmed(bytes: Uint8Array, by: Harm): Uint8Array {
  const at = Math.min(bytes.length - 1, Math.floor(by.at * bytes.length));
  if (by.kind === 'flip') {
    const copy = Uint8Array.from(bytes);
    copy[at] = by.to;
    return copy;
  }
  if (by.kind === 'cut') return bytes.slice(0, at);
  if (by.kind === 'drop') return Buffer.concat([bytes.subarray(0, at), bytes.subarray(at + by.count)]);
  if (by.kind === 'twice') {
    const piece = bytes.subarray(at, at + by.count);
    const more = Array.from({ length: by.times }, () => piece);
    return Buffer.concat([bytes.subarray(0, at), ...more, bytes.subarray(at)]);
  }
  // Latin letters for bytes: whatever they are, they come back as they were.
  const letters = Buffer.from(bytes).toString('latin1');
  if (by.kind === 'number') {
    const numbers = [...letters.matchAll(/-?\d+(\.\d+)?/g)];
    const one = numbers[Math.floor(by.at * numbers.length)];
    if (!one) return bytes;
    return Buffer.from(letters.slice(0, one.index) + by.to + letters.slice(one.index + one[0].length), 'utf8');
  }
  const lines = letters.split(/(?<=[\n>])/);
  const [a, b] = [by.at, by.with].map((s) => Math.min(lines.length - 1, Math.floor(s * lines.length)));
  [lines[a!], lines[b!]] = [lines[b!]!, lines[a!]!];
  return Buffer.from(lines.join(''), 'latin1');
}

describe('files that are damaged in any way', () => {
  // The DXF parser tells the console of each group that it does not know.
  beforeAll(() => {
    for (const of of ['log', 'warn', 'error'] as const) vi.spyOn(console, of).mockImplementation(() => undefined);
  });
  afterAll(() => void vi.restoreAllMocks());

  it.each(readdirSync(CORPUS))('%s, which once got through, is answered in words and in time', (name) => {
    const kind = name.split('.').at(-1) as Kind;
    expect(Object.keys(READERS)).toContain(kind);
    expect(wrongWith(kind, readFileSync(new URL(name, CORPUS)))).toBeUndefined();
  });

  it.each(Object.keys(GOOD) as Kind[])('%s: whole it is read; damaged, the answer is a reading or words', (kind) => {
    for (const whole of GOOD[kind]) expect(wrongWith(kind, whole)).toBeUndefined();
    fc.assert(
      fc.property(fc.nat(GOOD[kind].length - 1), fc.array(harm, { minLength: 1, maxLength: 5 }), (which, harms) => {
        const whole = GOOD[kind][which]!;
        const bytes = harms.reduce((sum, by) => (sum.length > 0 ? harmed(sum, by) : sum), whole);
        const wrong = wrongWith(kind, bytes);
        if (wrong !== undefined && process.env.YOUNG_SHELL_LONG) keep(kind, bytes);
        expect(wrong).toBeUndefined();
      }),
      { numRuns: runs(2000, 80) },
    );
  });
});

/** Puts a file that got through among those that every run tries. */
function keep(kind: Kind, bytes: Uint8Array): void {
  const name = `found-${createHash('sha256').update(bytes).digest('hex').slice(0, 12)}.${kind}`;
  writeFileSync(new URL(name, CORPUS), bytes);
}
