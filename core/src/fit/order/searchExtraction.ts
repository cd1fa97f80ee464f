import type { Assembly, PlacedPart } from '../../assembly';
import { axisOf, directionOf, signOf, type Axis, type Vec3 } from '../../solid';
import { solidsFromLow, solidsInShell } from '../freePositions';
import { allFree, contactsAlong, isFree, paintWalls, paintZone, valueOf, zonesBetween, type Run } from '../space';
import type { Exit, Remains } from './exits';
import { blockersOf, goesAlong, meetsShell, type Leg } from './sweep';
import type { WayOutOfShell } from './ways';

/** Places along an axis that are looked at besides those where something touches, and the most of both. */
const EVEN = 24;
const MOST_PLACES = 90;
/** Ways that are followed to their end before it is given up. */
const MOST_TRIED = 120;

/**
 * A way out of any number of straight moves, for a part that has no short one: breadth-first, by moves, over the places at
 * which it touches something along an axis and some between, exactly checked at the end. Parts that are still in stand
 * in its way. Undefined where none is found.
 */
export function searchExtraction(
  assembly: Assembly,
  part: PlacedPart,
  others: readonly PlacedPart[],
  exits: readonly Exit[],
  remains: Remains,
): WayOutOfShell | undefined {
  const own = solidsFromLow(part, 'least').filter(({ solid }) => goesAlong(solid));
  const standing = [...remains.features, ...others.flatMap((p) => p.solids)].filter(goesAlong);
  const zones = zonesBetween(own, solidsInShell(standing, 'least'), 'least', assembly.clearances);
  const open: Assembly = { ...assembly, hull: { ...assembly.hull, walls: remains.walls } };
  const { innerLow, innerHigh } = assembly.hull;
  const around = part.solids.filter(goesAlong);
  const runs = ([0, 1, 2] as Axis[]).map((axis): Run => {
    const size = part.high[axis] - part.low[axis];
    // Before a window: where it just passes on either side, and in the middle between.
    const [before, behind] = [
      Math.min(...around.map((s) => s.shape.low[axis])) - part.low[axis],
      Math.max(...around.map((s) => s.shape.high[axis])) - part.low[axis],
    ];
    const windows = exits.flatMap(({ opens, direction }) => {
      if (opens.kind !== 'window' || axisOf(direction) === axis) return [];
      const [from, to] = [opens.low[axis] - before, opens.high[axis] - behind];
      return to < from ? [] : [from, (from + to) / 2, to];
    });
    return placesAlong(innerLow[axis], innerHigh[axis] - size, part.low[axis], [
      ...contactsAlong(zones, axis),
      ...windows,
    ]);
  }) as [Run, Run, Run];
  const positions = allFree(runs);
  paintWalls(positions, open, own, [0, 0, 0], 'least');
  for (const zone of zones) paintZone(positions, zone, [0, 0, 0]);

  const [nx, ny, nz] = runs.map((r) => r.count) as [number, number, number];
  const steps = [1, nx, nx * ny] as const;
  const indexOf = (cell: number): Vec3 => [cell % nx, Math.floor(cell / nx) % ny, Math.floor(cell / (nx * ny))];
  const start = runs.reduce((cell, run, axis) => {
    const at = run.at ? run.at.indexOf(part.low[axis]!) : 0;
    return cell + Math.max(0, at) * steps[axis]!;
  }, 0);
  /** The cell a cell was reached from in one straight move; −1: not yet. */
  const from = new Int32Array(nx * ny * nz).fill(-1);
  from[start] = start;
  const legsTo = (cell: number): Leg[] => {
    const legs: Leg[] = [];
    for (let at = cell; at !== start; at = from[at]!) {
      const [a, b] = [indexOf(from[at]!), indexOf(at)];
      const axis = ([0, 1, 2] as Axis[]).find((i) => a[i] !== b[i])!;
      const by = valueOf(runs[axis], b[axis]) - valueOf(runs[axis], a[axis]);
      legs.unshift({ direction: directionOf(axis, Math.sign(by)), by: Math.abs(by) });
    }
    return legs;
  };
  /** Where a window opens, is all of the part before it? */
  const before = ({ opens, direction }: Exit, cell: number): boolean => {
    if (opens.kind !== 'window') return true;
    const at = indexOf(cell);
    return ([0, 1, 2] as Axis[]).every((axis) => {
      if (axis === axisOf(direction)) return true;
      const by = valueOf(runs[axis], at[axis]) - part.low[axis];
      return around.every(
        ({ shape }) =>
          shape.low[axis] + by >= opens.low[axis] - 1e-6 && shape.high[axis] + by <= opens.high[axis] + 1e-6,
      );
    });
  };
  const tried = new Set<string>();
  let layer = [start];
  while (layer.length > 0) {
    for (const cell of layer)
      for (const exit of exits) {
        const axis = axisOf(exit.direction);
        const end = indexOf(cell);
        do end[axis] += signOf(exit.direction);
        while (isFree(positions, ...end));
        // Something of the room is before it; of places one behind the other the first that is reached speaks for all.
        if (end[axis] >= 0 && end[axis] < runs[axis].count) continue;
        if (!before(exit, cell)) continue;
        const column = `${exit.body} ${end.join()}`;
        if (tried.has(column) || tried.size >= MOST_TRIED * exits.length) continue;
        tried.add(column);
        const beyond = assembly.hull.high[axis] - assembly.hull.low[axis] + (part.high[axis] - part.low[axis]);
        const legs = [...legsTo(cell), { direction: exit.direction, by: beyond }];
        if (meetsShell(part, legs, remains, exit) || blockersOf(part, legs, others).length > 0) continue;
        return { exit, legs, blockers: new Set() };
      }
    const next: number[] = [];
    for (const cell of layer) {
      const at = indexOf(cell);
      for (let axis = 0; axis < 3; axis++)
        for (const way of [1, -1]) {
          const to = [...at] as Vec3;
          for (to[axis]! += way; isFree(positions, to[0], to[1], to[2]); to[axis]! += way) {
            const there = to[0] + to[1] * nx + to[2] * nx * ny;
            if (from[there] !== -1) continue;
            from[there] = cell;
            next.push(there);
          }
        }
    }
    layer = next;
  }
  return undefined;
}

/** Where it is, the ends, where it touches something and some places between; fewer where there are very many. */
function placesAlong(low: number, high: number, now: number, contacts: readonly number[]): Run {
  if (high - low < 1e-6) return { from: now, step: 1, count: 1, at: Float64Array.of(now) };
  const all = [
    ...contacts.filter((v) => v > low && v < high),
    ...Array.from({ length: EVEN + 1 }, (_, i) => low + ((high - low) * i) / EVEN),
  ].sort((a, b) => a - b);
  const apart = all.length > MOST_PLACES ? (high - low) / MOST_PLACES : 0.005;
  const kept: number[] = [];
  for (const v of all) if (kept.length === 0 || v - kept.at(-1)! > apart) kept.push(v);
  if (high - kept.at(-1)! > 0.005) kept.push(high);
  const at = Float64Array.from([...kept.filter((v) => Math.abs(v - now) > 0.005), now].sort((a, b) => a - b));
  return { from: at[0]!, step: (high - low) / at.length, count: at.length, at };
}
