import type { Assembly, Solid } from '../../assembly';
import { signedDistance, stepped, type Axis, type Box, type Vec3 } from '../../solid';
import { allFree, paintWalls, paintZone, withPlaces, type Run } from '../space';
import { cellsOf, type CellGrid } from './field';

/** Step of the grid on which ways are looked for, mm. */
export const STEP = 4;

/** The free room for the middle line of something so thick, as cells. */
export function freeRoom(assembly: Assembly, thickness: number, step = STEP): CellGrid {
  const { innerLow, innerHigh } = assembly.hull;
  const runs = [0, 1, 2].map((i): Run =>
    withPlaces(
      {
        from: innerLow[i]! + step / 2,
        step,
        count: Math.max(1, Math.floor((innerHigh[i]! - innerLow[i]!) / step)),
      },
      narrowGaps(assembly, i as Axis, thickness, step),
    ),
  ) as [Run, Run, Run];
  const radius = thickness / 2;
  const positions = allFree(runs);
  const point: Box = { kind: 'box', low: [-radius, -radius, -radius], high: [radius, radius, radius] };
  paintWalls(positions, assembly, [{ solid: POINT, shape: point }]);
  for (const shape of obstaclesOf(assembly).flatMap((o) => stepped(o.shape))) {
    const round = shape.kind === 'cylinder' ? shape.axis : -1;
    const low: Vec3 = [...shape.low];
    const high: Vec3 = [...shape.high];
    const r = round >= 0 ? (shape.high[(round + 1) % 3]! - shape.low[(round + 1) % 3]!) / 2 : 0;
    if (round >= 0)
      // Of a cylinder its axis is left, a line: rounding must not turn it inside out.
      for (const i of [(round + 1) % 3, (round + 2) % 3]) low[i] = high[i] = (low[i]! + high[i]!) / 2;
    paintZone(positions, { low, high, round, radius: r, clear: radius, touch: 0 }, [0, 0, 0]);
  }
  return cellsOf(positions);
}

/** More narrow gaps along an axis are not looked into. */
const MOST_GAPS = 24;

/** Middles of the gaps along an axis that let something so thick through, but could slip between two cells, mm. */
function narrowGaps(assembly: Assembly, axis: Axis, thickness: number, step: number): number[] {
  const { innerLow, innerHigh } = assembly.hull;
  const boxes = obstaclesOf(assembly).map(({ shape }) => shape);
  const walls = [
    {
      low: innerLow.map((v, i) => (i === axis ? -Infinity : v)),
      high: innerHigh.map((v, i) => (i === axis ? innerLow[i]! : v)),
    },
    {
      low: innerLow.map((v, i) => (i === axis ? innerHigh[i]! : v)),
      high: innerHigh.map((v, i) => (i === axis ? Infinity : v)),
    },
  ];
  const faces = (a: { low: readonly number[]; high: readonly number[] }, b: typeof a) =>
    [0, 1, 2].every((i) => i === axis || (a.low[i]! < b.high[i]! && b.low[i]! < a.high[i]!));
  const all = [...boxes, ...walls];
  const middles = new Set<number>();
  for (const a of all)
    for (const b of all) {
      const gap = b.low[axis]! - a.high[axis]!;
      if (gap < thickness - 1e-6 || gap > thickness + step || !faces(a, b)) continue;
      middles.add(Number(((a.high[axis]! + b.low[axis]!) / 2).toFixed(6)));
    }
  return [...middles].slice(0, MOST_GAPS);
}

/** A cable's middle line, for what asks about a solid: it wants no clearance of its own. */
const POINT: Solid = {
  id: 'cable',
  owner: 'cable',
  ownerKind: 'part',
  name: 'cable',
  role: 'air',
  shape: { kind: 'box', low: [0, 0, 0], high: [0, 0, 0] },
  moving: false,
  contact: [],
  outside: false,
  end: () => ({ value: 0, terms: [] }),
};

/** What a cable can't go through: bodies, and what mechanisms sweep. */
export const obstaclesOf = (assembly: Assembly): Solid[] => [
  ...assembly.features,
  ...assembly.parts.flatMap((p) => p.solids.filter((s) => (s.role === 'body' || s.role === 'mount') && !s.outside)),
];

const obstacles = new WeakMap<Assembly, Solid[]>();

/** How far everything is from a place, mm. */
export function freeAround(at: Vec3, assembly: Assembly): number {
  let solids = obstacles.get(assembly);
  if (!solids) obstacles.set(assembly, (solids = obstaclesOf(assembly)));
  const dot: Box = { kind: 'box', low: at, high: at };
  const normal: Vec3 = [0, 0, 0];
  let near = Infinity;
  for (const { shape } of solids) {
    // The box around it is no farther than it is itself.
    const { low, high } = shape;
    let away = 0;
    for (let i = 0; i < 3; i++) {
      const beyond = Math.max(0, low[i]! - at[i]!, at[i]! - high[i]!);
      away += beyond * beyond;
    }
    if (away > 0 && near >= 0 && away >= near * near) continue;
    near = Math.min(near, signedDistance(dot, shape, normal));
  }
  for (const { normal: n, offset } of assembly.hull.walls)
    near = Math.min(near, n[0] * at[0] + n[1] * at[1] + n[2] * at[2] - offset);
  return near;
}
