import { prepareSolid, readSolid, storedSolid, writeStl } from '@young-shell/core/exchange';
import { solveHoles } from '@young-shell/core/kit';
import { measured } from '@young-shell/core/quantity';
import { emptyBoxes, roomMap, slab, stick, type Room } from '@young-shell/core/shell';
import type { Mesh } from '@young-shell/core/solid';
import type { HoleMap } from '@young-shell/core/document';
import { medianOf, type Row } from './measure';

/** Numbers in 0…1, the same in every run. */
function numbers(seed: number) {
  let a = seed;
  return () => (a = (a * 1664525 + 1013904223) % 4294967296) / 4294967296;
}

/** A cavity of 420 × 380 × 110 mm with a slope and 80 features, one in eight of them round. */
function cavity(): Room {
  const next = numbers(7);
  const shapes = Array.from({ length: 80 }, (_, i): Room['shapes'][number] => {
    const low: [number, number, number] = [next() * 400, next() * 360, next() < 0.5 ? 0 : next() * 90];
    const [w, d, h] = [5 + next() * 50, 5 + next() * 50, 5 + next() * 30];
    return i % 8 === 0
      ? { kind: 'cylinder', axis: 2, low, high: [low[0] + w, low[1] + w, low[2] + h] }
      : { kind: 'box', low, high: [low[0] + w, low[1] + d, low[2] + h] };
  });
  const slope = Math.atan2(40, 110);
  return {
    low: [0, 0, 0],
    high: [420, 380, 110],
    shapes,
    walls: [{ normal: [0, Math.sin(slope), -Math.cos(slope)], offset: -74 }],
  };
}

/** Twenty holes, eighty readings of them. */
function holes(): HoleMap {
  const next = numbers(3);
  const at = Array.from({ length: 20 }, (_, i) => [
    8 + (i % 5) * 70 + next() * 9,
    8 + Math.floor(i / 5) * 60 + next() * 9,
  ]);
  const pairs: [number, number][] = [];
  for (let i = 0; i < 20; i++) for (let j = i + 1; j < 20; j++) pairs.push([i, j]);
  pairs.sort((p, q) => ((p[0] * 37 + p[1] * 11) % 53) - ((q[0] * 37 + q[1] * 11) % 53));
  const noise = () => 0.05 * (next() + next() + next() - 1.5);
  const distances: HoleMap['distances'] = {};
  for (const [i, j] of pairs.slice(0, 76)) {
    const d = Math.hypot(at[i]![0]! - at[j]![0]!, at[i]![1]! - at[j]![1]!);
    distances[`d-${i}-${j}`] = { from: `h-${i}`, to: `h-${j}`, how: 'centre', measured: measured(d + noise()) };
  }
  for (const [edge, k] of [
    ['left', 0],
    ['front', 1],
  ] as const)
    for (const i of [0, 9])
      distances[`e-${edge}-${i}`] = {
        from: edge,
        to: `h-${i}`,
        how: 'centre',
        measured: measured(at[i]![k]! + noise()),
      };
  const points = Object.fromEntries(
    at.map((_, i) => [`h-${i}`, { name: `${i}`, kind: 'hole' as const, diameter: measured(3) }]),
  );
  return { name: 'Bench', points, distances, mirror: null, rounds: [] };
}

/** A closed wavy ring of about a million triangles. */
function ring(n: number): Mesh {
  const positions = new Float64Array(n * n * 3);
  const triangles = new Uint32Array(n * n * 6);
  for (let i = 0; i < n; i++)
    for (let j = 0; j < n; j++) {
      const [u, v] = [(2 * Math.PI * i) / n, (2 * Math.PI * j) / n];
      const r = 60 + 4 * Math.sin(9 * u) * Math.cos(5 * v);
      positions.set(
        [(150 + r * Math.cos(v)) * Math.cos(u), (150 + r * Math.cos(v)) * Math.sin(u), r * Math.sin(v)],
        (i * n + j) * 3,
      );
      const [b, c, d] = [((i + 1) % n) * n + j, ((i + 1) % n) * n + ((j + 1) % n), i * n + ((j + 1) % n)];
      triangles.set([i * n + j, b, c, i * n + j, c, d], (i * n + j) * 6);
    }
  return { positions, triangles };
}

/** The heavy figures of the Shell station. */
export async function shellRows(short: boolean): Promise<Row[]> {
  const room = cavity();
  // One pass over the cavity's cells as bits, and over the map it makes: what memory alone would take.
  const bits = new Uint32Array((420 * 380 * 128) / 32);
  const copy = new Uint32Array(bits.length);
  const map = new Float32Array(420 * 380 * 2);
  const mapCopy = new Float32Array(map.length);
  const floor = await medianOf(() => {
    copy.set(bits);
    mapCopy.set(map);
  }, 30);
  const stl = writeStl(ring(short ? 120 : 707));
  const stlCopy = new Uint8Array(stl.length);
  const figure = holes();
  return [
    {
      what: 'room map, largest block, slab and stick at 1 mm',
      ms: await medianOf(
        () => {
          roomMap(room);
          emptyBoxes(room);
          emptyBoxes(room, slab(25));
          emptyBoxes(room, stick(40, 111.15));
        },
        short ? 2 : 15,
      ),
      limit: 100,
      against: 'copying its cells and its map once',
      againstMs: floor,
    },
    {
      what: 'room map alone',
      ms: await medianOf(() => roomMap(room), short ? 2 : 30),
      limit: 100,
      against: 'the same',
      againstMs: floor,
    },
    {
      what: `an STL of ${Math.round((stl.length - 84) / 50000)} thousand triangles to a usable hull`,
      ms: await medianOf(
        () => storedSolid(prepareSolid(readSolid(stl, 'ring.stl').mesh, 'mm'), 'ring.stl'),
        short ? 1 : 5,
        1,
      ),
      limit: 3000,
      against: 'copying the file',
      againstMs: await medianOf(() => stlCopy.set(stl), 10),
    },
    {
      what: 'hole map of 20 holes and 80 distances',
      ms: await medianOf(() => solveHoles(figure), short ? 3 : 40),
      limit: 20,
      against: 'copying the map through JSON',
      againstMs: await medianOf(() => JSON.parse(JSON.stringify(figure)), 30),
    },
  ];
}
