import { createRequire } from 'node:module';
import fc from 'fast-check';
import { strToU8, zipSync } from 'fflate';
import { beforeAll, describe, expect, it } from 'vitest';
import {
  area,
  boundsOfMesh,
  coverBoxes,
  loadSolidKernel,
  mended,
  simplified,
  volumeOfMesh,
  type Mesh,
  type SolidKernel,
} from '../../solid';
import { SaxesParser } from 'saxes';
import { prepareSolid, writeStl, writeThreeMf } from '..';
import { xmlText } from '../xmlText';
import { readThreeMf } from './threeMf';
import { loopsOf } from './outline';
import { fewCorners, FileFault, kindOfFile, readDxf, readSolid, readSvgOutline } from '.';

const require = createRequire(import.meta.url);
/* An independent modelling library: its types are not shipped. */
/* eslint-disable @typescript-eslint/no-explicit-any */
const modeling = require('@jscad/modeling') as any;
const stlReader = require('@jscad/stl-deserializer') as any;
const threeMfWriter = require('@jscad/3mf-serializer') as any;

let kernel: SolidKernel;
beforeAll(async () => {
  kernel = await loadSolidKernel();
});

/** A ball of triangles (a subdivided octahedron), as a soup of corners. */
function ball(radius: number, n: number): Mesh {
  const positions: number[] = [];
  const put = (u: number, v: number) => {
    const [t, p] = [(Math.PI * v) / n, (2 * Math.PI * u) / (2 * n)];
    positions.push(radius * Math.sin(t) * Math.cos(p), radius * Math.sin(t) * Math.sin(p), radius * Math.cos(t));
  };
  for (let u = 0; u < 2 * n; u++)
    for (let v = 0; v < n; v++) {
      const w = (u + 1) % (2 * n);
      if (v > 0)
        [
          [u, v],
          [u, v + 1],
          [w, v],
        ].forEach(([a, b]) => put(a!, b!));
      if (v < n - 1)
        [
          [w, v],
          [u, v + 1],
          [w, v + 1],
        ].forEach(([a, b]) => put(a!, b!));
    }
  // At the poles all meridians meet: written as exactly the same place.
  for (let i = 0; i < positions.length; i += 3)
    if (Math.hypot(positions[i]!, positions[i + 1]!) < 1e-9 * radius) positions[i] = positions[i + 1] = 0;
  return {
    positions: Float64Array.from(positions),
    triangles: Uint32Array.from({ length: positions.length / 3 }, (_, i) => i),
  };
}
const CUBE: Mesh = {
  positions: Float64Array.of(0, 0, 0, 10, 0, 0, 10, 10, 0, 0, 10, 0, 0, 0, 10, 10, 0, 10, 10, 10, 10, 0, 10, 10),
  triangles: Uint32Array.of(
    0,
    2,
    1,
    0,
    3,
    2,
    4,
    5,
    6,
    4,
    6,
    7,
    0,
    1,
    5,
    0,
    5,
    4,
    1,
    2,
    6,
    1,
    6,
    5,
    2,
    3,
    7,
    2,
    7,
    6,
    3,
    0,
    4,
    3,
    4,
    7,
  ),
};
const without = (mesh: Mesh, ...triangles: number[]): Mesh => ({
  ...mesh,
  triangles: mesh.triangles.filter((_, i) => !triangles.includes(Math.floor(i / 3))),
});

describe('a mesh', () => {
  it('has the volume of its closed form, of the solid kernel and of an independent library', () => {
    const { mesh } = mended(ball(30, 48));
    expect(volumeOfMesh(mesh) / ((4 / 3) * Math.PI * 30 ** 3)).toBeCloseTo(1, 2);
    expect(kernel.scope((make) => make.volume(make.mesh(mesh)))).toBeCloseTo(volumeOfMesh(mesh), -1);
    const [solid] = [stlReader.deserialize({ output: 'geometry', filename: 'ball.stl' }, writeStl(mesh).buffer)].flat();
    expect(modeling.measurements.measureVolume(solid)).toBeCloseTo(volumeOfMesh(mesh), 0);
  });

  it('with a flat hole is closed, with a crooked one refused where it is', () => {
    const { mesh, repairs } = mended(without(CUBE, 2, 3));
    expect(volumeOfMesh(mesh)).toBeCloseTo(1000, 6);
    expect(repairs.join()).toMatch(/closed a flat hole/);
    const torn = () => mended(without(CUBE, 2, 5));
    expect(torn).toThrow(/open at 3\.\d, 3\.\d|open at/);
    expect(() => mended(without(mended(ball(30, 12)).mesh, 40, 41, 42, 43, 60, 61))).toThrow(
      expect.objectContaining({ at: expect.any(Array) }),
    );
  });

  it('with triangles turned or inside out is put right', () => {
    const turned = { ...CUBE, triangles: CUBE.triangles.map((v, i, t) => (i === 7 ? t[8]! : i === 8 ? t[7]! : v)) };
    expect(mended(turned).repairs.join()).toMatch(/wrong way/);
    expect(volumeOfMesh(mended(turned).mesh)).toBeCloseTo(1000, 6);
    const inside = { ...CUBE, triangles: Uint32Array.from(CUBE.triangles).reverse() };
    expect(volumeOfMesh(mended(inside).mesh)).toBeCloseTo(1000, 6);
  });

  it('where three sheets meet is refused', () => {
    const fin: Mesh = {
      positions: Float64Array.of(...CUBE.positions, 5, 5, 20),
      triangles: Uint32Array.of(...CUBE.triangles, 0, 1, 8),
    };
    expect(() => mended(fin)).toThrow(/More than two sheets meet/);
  });
});

describe('the cover of a solid by boxes', () => {
  it('is the solid itself where it is made of boxes', () => {
    const { primitives, booleans, transforms } = modeling as any;
    const made = booleans.subtract(
      primitives.cuboid({ size: [120, 80, 40], center: [60, 40, 20] }),
      primitives.cuboid({ size: [113, 74, 40], center: [60.3, 40, 23.1] }),
      transforms.translate([0, 40, 20], primitives.cuboid({ size: [20, 10, 6] })),
    );
    const positions: number[] = [];
    for (const polygon of modeling.geometries.geom3.toPolygons(
      modeling.modifiers.generalize({ triangulate: true }, made),
    ))
      positions.push(...polygon.vertices.flat());
    const { mesh } = mended({
      positions: Float64Array.from(positions),
      triangles: Uint32Array.from({ length: positions.length / 3 }, (_, i) => i),
    });
    const cover = coverBoxes(mesh, 60);
    expect(cover.covered).toBeCloseTo(cover.volume, 2);
    expect(cover.volume).toBeCloseTo(modeling.measurements.measureVolume(made), 1);
    expect(cover.boxes.length).toBeLessThan(16);
  });

  it('covers every point of a ball and says how much more it takes', () => {
    const { mesh } = mended(ball(30, 24));
    const { boxes, volume, covered } = coverBoxes(mesh, 300);
    expect(boxes.length).toBeLessThanOrEqual(300);
    expect(covered / volume).toBeGreaterThan(1);
    expect(covered / volume).toBeLessThan(1.35);
    fc.assert(
      fc.property(fc.nat(mesh.positions.length / 3 - 1), fc.double({ min: 0, max: 1, noNaN: true }), (i, t) => {
        const p = [0, 1, 2].map((k) => mesh.positions[i * 3 + k]! * t);
        expect(boxes.some((b) => p.every((v, k) => v >= b[k]! - 1e-6 && v <= b[k + 3]! + 1e-6))).toBe(true);
      }),
      { seed: 1 },
    );
  });

  it('a mesh simplified for drawing keeps its form', async () => {
    const { mesh } = mended(ball(30, 120));
    const { mesh: few, error } = await simplified(mesh, 2000);
    expect(few.triangles.length / 3).toBeLessThan(2600);
    expect(error).toBeLessThan(0.5);
    expect(Math.abs(volumeOfMesh(few) / volumeOfMesh(mesh) - 1)).toBeLessThan(0.02);
  });
});

describe('solids come back from files', () => {
  const text = `solid cube\n${[...CUBE.triangles].map((v, i) => `${i % 3 === 0 ? 'facet normal 0 0 0\nouter loop\n' : ''}vertex ${[0, 1, 2].map((k) => CUBE.positions[v * 3 + k]).join(' ')}\n${i % 3 === 2 ? 'endloop\nendfacet\n' : ''}`).join('')}endsolid cube\n`;
  it('STL as text and binary, 3MF of our own', () => {
    for (const bytes of [writeStl(CUBE, 'solid of mine'), strToU8(text), writeThreeMf(CUBE, 'A & B')])
      expect(volumeOfMesh(mended(readSolid(bytes, 'cube').mesh).mesh)).toBeCloseTo(1000, 3);
  });
  it('3MF written by another library, its units and transformations', () => {
    const cube = modeling.primitives.cuboid({ size: [10, 20, 30], center: [5, 10, 15] });
    const [data] = threeMfWriter.serialize({ unit: 'inch' }, cube) as ArrayBuffer[];
    const { mesh, unit } = readSolid(new Uint8Array(data!), 'cube.3mf');
    expect(unit).toBe('inch');
    expect(volumeOfMesh(mended(mesh).mesh)).toBeCloseTo(6000, 3);
    expect(boundsOfMesh(mesh)).toEqual({ low: [0, 0, 0], high: [10, 20, 30] });
  });
});

describe('bad files are refused in words, whatever they are called', () => {
  const stl = writeStl(CUBE);
  const nan = writeStl(CUBE);
  new DataView(nan.buffer).setFloat32(84 + 12, NaN, true);
  const huge = new Uint8Array(84);
  new DataView(huge.buffer).setUint32(80, 4_000_000_000, true);
  const model = (body: string) => zipSync({ '3D/3dmodel.model': strToU8(`<model xmlns="x">${body}</model>`) });
  it.each<[string, Uint8Array, string, RegExp]>([
    ['an empty one', new Uint8Array(), 'empty', /empty/],
    ['a cut-off STL', stl.slice(0, 400), 'cut-off', /12 triangles/],
    ['an STL with NaN', nan, 'bad-number', /triangle 1 is NaN/],
    ['a triangle count from nowhere', huge, 'not-a-solid', /makes no sense/],
    [
      'a cut-off text STL',
      strToU8('solid x\nfacet normal 0 0 1\nouter loop\nvertex 0 0 0\nvertex 1 0 0\n'),
      'cut-off',
      /cut off/,
    ],
    [
      'a text STL with words for numbers',
      strToU8('solid x\nfacet normal 0 0 1\nouter loop\nvertex 0 zero 0\nendsolid'),
      'bad-number',
      /“zero”/,
    ],
    ['a damaged 3MF', writeThreeMf(CUBE, '').slice(0, 300), 'cut-off', /damaged/],
    [
      'a 3MF with a corner that is not there',
      model(
        '<resources><object id="1"><mesh><vertices><vertex x="0" y="0" z="0"/></vertices><triangles><triangle v1="0" v2="1" v3="7"/></triangles></mesh></object></resources>',
      ),
      'bad-number',
      /corner 1/,
    ],
    [
      'a 3MF whose objects hold each other',
      model(
        '<resources><object id="1"><components><component objectid="1"/></components></object></resources><build><item objectid="1"/></build>',
      ),
      'not-a-solid',
      /without end/,
    ],
    [
      'a picture called .stl',
      Uint8Array.of(0x89, 0x50, 0x4e, 0x47, ...new Array<number>(90).fill(1)),
      'not-a-solid',
      /picture/,
    ],
    [
      'a drawing called .stl',
      strToU8('<svg xmlns="http://www.w3.org/2000/svg"></svg>'.padEnd(100)),
      'not-a-solid',
      /drawing/,
    ],
    [
      'something else',
      strToU8('hello there, this is nothing of the kind at all, really nothing to see here, move along please now'),
      'not-a-solid',
      /makes no sense/,
    ],
  ])('%s', (_what, bytes, code, message) => {
    const read = () => readSolid(bytes, 'part.stl');
    expect(read).toThrow(message);
    expect(read).toThrow(expect.objectContaining({ code }));
  });

  it('a zip bomb is noticed before it has gone off', () => {
    const bomb = zipSync({ '3D/3dmodel.model': new Uint8Array(40_000_000) }, { level: 1 });
    expect(bomb.length).toBeLessThan(500_000);
    expect(() => readThreeMf(bomb, 30_000_000)).toThrow(/unpacks to more than 30\.0 MB/);
  });
  it('a file of 270 MB is refused by its size', () => {
    expect(() => readSolid({ length: 270_000_000 } as Uint8Array, 'big.stl')).toThrow(/270\.0 MB; up to 260\.0 MB/);
  });
  it('whatever bytes come, the answer is a fault in words or a mesh', () =>
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 300 }), fc.constantFrom('', 'solid ', 'PK\x03\x04'), (bytes, start) => {
        try {
          readSolid(Uint8Array.of(...strToU8(start), ...bytes), 'x.stl');
        } catch (problem) {
          expect(problem).toBeInstanceOf(FileFault);
        }
      }),
      { numRuns: 300, seed: 4 },
    ));
});

describe('outlines come from drawings', () => {
  const dxf = (units: number, entities: string) =>
    `0\nSECTION\n2\nHEADER\n9\n$INSUNITS\n70\n${units}\n0\nENDSEC\n0\nSECTION\n2\nENTITIES\n${entities}0\nENDSEC\n0\nEOF\n`;
  const line = (a: number, b: number, c: number, d: number) =>
    `0\nLINE\n8\n0\n10\n${a}\n20\n${b}\n11\n${c}\n21\n${d}\n`;
  it('lines that meet become a loop, in the drawing’s unit', () => {
    const { loops, unit } = readDxf(dxf(1, line(0, 0, 4, 0) + line(4, 3, 4, 0) + line(4, 3, 0, 3) + line(0, 0, 0, 3)));
    expect([loops.length, unit, area(loops[0]!)]).toEqual([1, 'inch', 12]);
  });
  it('a polyline with bulges and a circle have the areas of their closed forms', () => {
    const slot = `0\nLWPOLYLINE\n8\n0\n90\n4\n70\n1\n10\n0\n20\n0\n10\n40\n20\n0\n42\n1\n10\n40\n20\n20\n10\n0\n20\n20\n42\n1\n`;
    const { loops, unit } = readDxf(dxf(4, slot + `0\nCIRCLE\n8\n0\n10\n20\n20\n10\n40\n5\n`));
    expect(unit).toBe('mm');
    expect(area(loops[0]!)).toBeCloseTo(800 + Math.PI * 100, -1);
    expect(area(loops[1]!) / (Math.PI * 25)).toBeCloseTo(1, 1);
  });
  it('an SVG in millimetres, with groups turned and moved, and one without a unit', () => {
    const svg = (head: string) =>
      `<svg xmlns="http://www.w3.org/2000/svg" ${head}><defs><circle r="99"/></defs><g transform="translate(10 10) rotate(90)"><rect width="40" height="20"/></g><circle cx="5" cy="5" r="2"/></svg>`;
    const known = readSvgOutline(svg('width="200mm" height="100mm" viewBox="0 0 100 50"'));
    expect([known.unit, known.loops.length]).toEqual(['mm', 2]);
    expect(area(known.loops[0]!)).toBeCloseTo(3200, 3);
    expect(area(known.loops[1]!) / (Math.PI * 16)).toBeCloseTo(1, 2);
    expect(readSvgOutline(svg('viewBox="0 0 100 50"')).unit).toBeUndefined();
  });
  it('one with few corners lies where it is said to lie', () => {
    const round = readSvgOutline('<svg xmlns="http://www.w3.org/2000/svg"><circle cx="50" cy="50" r="40"/></svg>')
      .loops[0]!;
    const { corners, off } = fewCorners(round, 20);
    expect(corners.length).toBeLessThanOrEqual(20);
    for (const [x, y] of corners) expect(Math.hypot(x - 50, y + 50)).toBeCloseTo(40, 0);
    expect(off).toBeLessThan(1.2);
  });
  it.each<[string, () => unknown, RegExp]>([
    ['an open line', () => readDxf(dxf(4, line(0, 0, 4, 0) + line(4, 0, 4, 3))), /no closed outline; 1 lines? end/],
    ['nothing', () => readDxf(dxf(4, '')), /no lines/],
    ['a cut-off DXF', () => readDxf('0\nSECTION\n2\nENTITIES\n0\nLINE\n8\n'), /cut off|no lines/],
    ['SVG that is no XML', () => readSvgOutline('<svg><path d="M0 0'), /not well-formed/],
    [
      'NaN',
      () => readSvgOutline('<svg xmlns="x"><polygon points="0,0 1,0 NaN,1"/></svg>'),
      /no lines|no number|no closed/,
    ],
  ])('%s is refused in words', (_what, read, message) => expect(read).toThrow(message));
});

describe('files that would not end', () => {
  const polyline = (corners: string, count: string) => `0\nLWPOLYLINE\n8\n0\n90\n${count}\n70\n1\n${corners}`;
  const file = (entities: string) => `0\nSECTION\n2\nENTITIES\n${entities}0\nENDSEC\n0\nEOF\n`;
  it('a polyline whose corners carry ids keeps every corner', () => {
    const corners = [
      [0, 0],
      [9, 0],
      [9, 9],
    ];
    const groups = corners.map(([x, y], i) => `10\n${x}\n91\n${i}\n20\n${y}\n`).join('');
    expect(area(readDxf(file(polyline(groups, '3'))).loops[0]!)).toBeCloseTo(40.5, 9);
  });
  it('a polyline that says it has 1e9 corners has those that are there', () => {
    const { loops } = readDxf(file(polyline('10\n0\n20\n0\n10\n9\n20\n0\n10\n9\n20\n9\n', '1000000000')));
    expect(loops[0]).toHaveLength(3);
  });
  it('a 3MF whose empty objects hold each other a billion times is refused at once', () => {
    const holding = (id: number) =>
      `<object id="${id}"><components>${`<component objectid="${id + 1}"/>`.repeat(10)}</components></object>`;
    const model = `<model unit="millimeter"><resources>${[1, 2, 3, 4, 5, 6, 7, 8, 9, 10].map(holding).join('')}<object id="11"><mesh/></object></resources><build><item objectid="1"/></build></model>`;
    expect(() => readThreeMf(zipSync({ '3D/3dmodel.model': strToU8(model) }))).toThrow(/more than 20000 times/);
  });
});

it('a flat triangle is no solid', () => {
  const positions = Float64Array.from([0, 0, 0, 9, 0, 0, 0, 9, 0]);
  expect(() => prepareSolid({ positions, triangles: Uint32Array.from([0, 1, 2, 0, 2, 1]) }, 'mm')).toThrow(/flat/);
});

it('a name with control characters makes no broken XML', () => {
  const name = `a\u0000b\u0007<c>&\ud800d`;
  const saxes = new SaxesParser();
  saxes.on('error', (error) => {
    throw error;
  });
  saxes.write(`<svg><title>${xmlText(name)}</title></svg>`).close();
  expect(xmlText(name)).toBe('ab&lt;c&gt;&amp;d');
});

it('a file is known by its first bytes', () => {
  expect(() => readSolid(strToU8('nothing of the kind'), 'part.bin')).toThrow(/neither/);
  expect(kindOfFile(strToU8('ISO-10303-21;\nHEADER;'))).toBe('step');
  expect(kindOfFile(strToU8('  0\r\nSECTION\r\n'))).toBe('dxf');
  expect(kindOfFile(strToU8('<?xml version="1.0"?><svg width="1">'))).toBe('svg');
  expect(kindOfFile(writeStl(CUBE))).toBe('stl');
  expect(kindOfFile(Uint8Array.of(0xff, 0xd8, 0xff))).toBe('picture');
});

describe('drawings that are large or damaged', () => {
  const pair = (code: number, value: string | number) => `${code}\n${value}\n`;
  const polyline = (closed: boolean, ...at: [number, number][]) =>
    pair(0, 'POLYLINE') +
    pair(66, 1) +
    pair(70, closed ? 1 : 0) +
    at.map(([x, y]) => pair(0, 'VERTEX') + pair(10, x) + pair(20, y)).join('');
  const entities = (body: string) => `${pair(0, 'SECTION')}${pair(2, 'ENTITIES')}${body}${pair(0, 'ENDSEC')}0\nEOF\n`;
  const square: [number, number][] = [
    [0, 0],
    [9, 0],
    [9, 9],
    [0, 9],
  ];

  it('a polyline without its end is read as what it holds, before whatever comes after it', () => {
    for (const after of [
      '',
      pair(0, 'LINE') + pair(10, 0) + pair(20, 20) + pair(11, 5) + pair(21, 20),
      polyline(true, [20, 0], [25, 0], [25, 5]),
    ]) {
      const { loops } = readDxf(entities(polyline(true, ...square) + after));
      expect(Math.abs(area(loops[0]!))).toBeCloseTo(81, 9);
    }
    expect(() => readDxf(entities(polyline(true, [1, 1], [9, 9])))).toThrow(FileFault);
    expect(() => readDxf('0\nEOF\n')).toThrow(FileFault);
  });

  it('twenty thousand lines in any order join to the squares that they are', () => {
    const sides = Array.from({ length: 5000 }, (_, k) => {
      const [x, y] = [(k % 100) * 20, Math.floor(k / 100) * 20];
      const corners = square.map(([u, v]): [number, number] => [x + u, y + v]);
      return corners.map((p, i) => ({
        points: i % 2 ? [p, corners[(i + 1) % 4]!] : [corners[(i + 1) % 4]!, p],
        closed: false,
      }));
    }).flat();
    // Each 7th after the other: no neighbour is next to its own.
    const mixed = sides.map((_, i) => sides[(i * 7) % sides.length]!);
    const { loops, open } = loopsOf(mixed, 'mm');
    expect(loops).toHaveLength(5000);
    expect(open).toBe(0);
    for (const loop of loops) expect(area(loop)).toBeCloseTo(81, 9);
    expect(loopsOf([...mixed.slice(1)], 'mm')).toMatchObject({ open: 1 });
  });

  it('a hundred and fifty thousand corners become few, and more than anyone draws are refused in words', () => {
    const wavy = Array.from({ length: 150_000 }, (_, i): [number, number] => {
      const t = (2 * Math.PI * i) / 150_000;
      return [(100 + 0.001 * Math.sin(900 * t)) * Math.cos(t), 100 * Math.sin(t)];
    });
    const { corners, off } = fewCorners(wavy, 64);
    expect(corners.length).toBeLessThanOrEqual(64);
    expect(off).toBeLessThan(1);
    const many = Array.from({ length: 500_001 }, (_, i): [number, number] => [i, i % 2]);
    expect(() => loopsOf([{ points: many, closed: true }], 'mm')).toThrow(/500001 points/);
  });
});
