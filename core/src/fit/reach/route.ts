import { plugEnd, type Assembly, type HullModel, type Solid } from '../../assembly';
import type { Conversion } from '../../document';
import { contains, inPlane, signedDistance, type Box, type Vec3 } from '../../solid';
import { linksOf, type Link } from '../links';
import { allFree, paintWalls, paintZone, type Run } from '../space';
import { cellAt, cellsOf, fieldFrom, isOpen, lengthTo, middleOf, wayBack, type CellGrid } from './field';

/** How a cable, riser or tube runs through the free room. */
export interface Route {
  link: Link;
  /** From connector to connector, plugs included; empty where nothing leads there. */
  points: Vec3[];
  /** Of its middle line, bends rounded, mm. Infinity where there is no way. */
  length: number;
  /** Smallest radius its corners leave room for, mm; Infinity when it runs straight. */
  radius: number;
  /** What to buy, mm: the next usual length; undefined when none is long enough. */
  suggested: number | undefined;
  /** Length that is too much: of the user's own cable, or of the suggested one; negative where it is too short. */
  slack: number | undefined;
  /** Where there is most room along it, for the slack. */
  slackAt: Vec3 | undefined;
}

/** Step of the grid on which ways are looked for, mm. */
const STEP = 4;
/** A cable is bought a little longer than it has to be: by a share and by so much, mm (common practice, no source). */
const SPARE = { share: 1.03, more: 15 };
/** From the end of a plug to the nearest free cell, mm. */
const NEAR = 14;

/** The free room for the middle line of something so thick, as cells. */
export function freeRoom(assembly: Assembly, thickness: number, step = STEP): CellGrid {
  const { innerLow, innerHigh } = assembly.hull;
  const runs = [0, 1, 2].map((i): Run => ({
    from: innerLow[i]! + step / 2,
    step,
    count: Math.max(1, Math.floor((innerHigh[i]! - innerLow[i]!) / step)),
  })) as [Run, Run, Run];
  const radius = thickness / 2;
  const positions = allFree(runs);
  const point: Box = { kind: 'box', low: [-radius, -radius, -radius], high: [radius, radius, radius] };
  paintWalls(positions, assembly, [{ solid: POINT, shape: point }]);
  for (const { shape } of obstaclesOf(assembly)) {
    const round = shape.kind === 'cylinder' ? shape.axis : -1;
    const low: Vec3 = [...shape.low];
    const high: Vec3 = [...shape.high];
    const r = round >= 0 ? (shape.high[(round + 1) % 3]! - shape.low[(round + 1) % 3]!) / 2 : 0;
    if (round >= 0)
      for (const i of [(round + 1) % 3, (round + 2) % 3]) {
        low[i] = low[i]! + r;
        high[i] = high[i]! - r;
      }
    paintZone(positions, { low, high, round, radius: r, clear: radius, touch: 0 }, [0, 0, 0]);
  }
  return cellsOf(positions);
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
const obstaclesOf = (assembly: Assembly): Solid[] => [
  ...assembly.features,
  ...assembly.parts.flatMap((p) => p.solids.filter((s) => (s.role === 'body' || s.role === 'mount') && !s.outside)),
];

/** The routes of the cables of a plan, or of some; the same free room serves all of one thickness. */
export function routesOf(
  document: Conversion,
  assembly: Assembly,
  which: (link: Link) => boolean = () => true,
): Route[] {
  const rooms = new Map<string, CellGrid>();
  const roomFor = (thickness: number, step: number) => {
    const key = `${thickness}/${step}`;
    let room = rooms.get(key);
    if (!room) rooms.set(key, (room = freeRoom(assembly, thickness, step)));
    return room;
  };
  return linksOf(document, assembly)
    .filter(which)
    .map((link) => {
      const route = routeOf(assembly, link, roomFor(link.cable.thickness, STEP));
      // A gap that is narrow but wide enough can slip through a coarse grid.
      return Number.isFinite(route.length) ? route : routeOf(assembly, link, roomFor(link.cable.thickness, STEP / 2));
    });
}

/**
 * The shortest way of one cable: over the grid's 26 neighbours, which may run up to 12 % long, then pulled straight
 * against the exact solids, then its corners rounded by the bend radius.
 */
export function routeOf(assembly: Assembly, link: Link, room: CellGrid): Route {
  const { from, to, cable } = link;
  const [a, b] = [plugEnd(from), plugEnd(to)];
  const none: Route = {
    link,
    points: [],
    length: Infinity,
    radius: Infinity,
    suggested: undefined,
    slack: undefined,
    slackAt: undefined,
  };
  const [start, end] = [openCell(room, a), openCell(room, b)];
  if (start < 0 || end < 0) return none;
  const field = fieldFrom(room, end);
  if (!Number.isFinite(lengthTo(field, start))) return none;
  const way = wayBack(field, start).map((cell): Vec3 => middleOf(room, cell));
  const bare = pulled([a, ...way, b], assembly, cable.thickness / 2, cable.bendRadius);
  const points: Vec3[] = [from.at, ...bare, to.at];
  const { length, radius } = rounded(points, cable.bendRadius, (p) => freeAround(p, assembly));
  const wanted = length * SPARE.share + SPARE.more;
  const suggested = cable.lengths.find((l) => l >= wanted) ?? cable.lengths.find((l) => l >= length);
  const have = link.own ?? suggested;
  return {
    link,
    points,
    length,
    radius,
    suggested,
    slack: have === undefined ? undefined : have - length,
    slackAt: widest(points, assembly),
  };
}

/** The free cell nearest to a place, within reach; −1 for none. */
function openCell(room: CellGrid, p: Vec3): number {
  const steps = Math.ceil(NEAR / room.step);
  let best = -1;
  let least = Infinity;
  for (let z = -steps; z <= steps; z++)
    for (let y = -steps; y <= steps; y++)
      for (let x = -steps; x <= steps; x++) {
        const cell = cellAt(room, [p[0] + x * room.step, p[1] + y * room.step, p[2] + z * room.step]);
        if (!isOpen(room, cell)) continue;
        const away = apart(middleOf(room, cell), p);
        if (away < least && away <= NEAR + room.step) [least, best] = [away, cell];
      }
  return best;
}

const apart = (p: Vec3, q: Vec3) => Math.hypot(p[0] - q[0], p[1] - q[1], p[2] - q[2]);

/** Leaves out every corner of a way that the exact solids do not ask for: from each point straight to the farthest it sees. */
function pulled(way: readonly Vec3[], assembly: Assembly, radius: number, bend: number): Vec3[] {
  const boxes = obstaclesOf(assembly).map(({ shape }) => shape);
  const ends = [way[0]!, way.at(-1)!];
  // A plug may stand nearer to things than its cable runs later.
  const sees = (p: Vec3, q: Vec3) => {
    const r = ends.includes(p) || ends.includes(q) ? radius * 0.4 : radius - 0.01;
    return inCavity(assembly.hull, p, q, r) && !boxes.some((s) => crosses(p, q, s.low, s.high, r));
  };
  const points: Vec3[] = [way[0]!];
  let i = 0;
  while (i < way.length - 1) {
    let j = way.length - 1;
    while (j > i + 1 && !sees(way[i]!, way[j]!)) j--;
    points.push(way[j]!);
    i = j;
  }
  return eased(points, sees, bend);
}

/** Makes one corner of two that are too near to each other to bend, wherever what stands around allows it. */
function eased(points: readonly Vec3[], sees: (p: Vec3, q: Vec3) => boolean, bend: number): Vec3[] {
  const way = [...points];
  for (let changed = true; changed;) {
    changed = false;
    for (let i = 1; i + 1 < way.length; i++) {
      const [before, here, next] = [way[i - 1]!, way[i]!, way[i + 1]!];
      if (sees(before, next)) {
        way.splice(i, 1);
        changed = true;
        break;
      }
      if (apart(here, next) > bend || i + 2 >= way.length) continue;
      const middle = [0, 1, 2].map((k) => (here[k]! + next[k]!) / 2) as Vec3;
      if (!sees(before, middle) || !sees(middle, way[i + 2]!)) continue;
      way.splice(i, 2, middle);
      changed = true;
      break;
    }
  }
  return way;
}

/** Does a segment come nearer to a box than a radius, counted square at its edges? Slab test. */
function crosses(p: Vec3, q: Vec3, low: Vec3, high: Vec3, radius: number): boolean {
  let from = 0;
  let to = 1;
  for (let i = 0; i < 3; i++) {
    const d = q[i]! - p[i]!;
    const [l, h] = [low[i]! - radius, high[i]! + radius];
    if (Math.abs(d) < 1e-9) {
      if (p[i]! <= l || p[i]! >= h) return false;
      continue;
    }
    const [t0, t1] = d > 0 ? [(l - p[i]!) / d, (h - p[i]!) / d] : [(h - p[i]!) / d, (l - p[i]!) / d];
    from = Math.max(from, t0);
    to = Math.min(to, t1);
    if (from >= to) return false;
  }
  return true;
}

/** Does a segment stay in the cavity? Both ends decide where it is convex; else places along it do. */
function inCavity(hull: HullModel, p: Vec3, q: Vec3, radius: number): boolean {
  if (hull.convex)
    return [p, q].every((r) =>
      hull.walls.every(
        ({ normal, offset }) => normal[0] * r[0] + normal[1] * r[1] + normal[2] * r[2] >= offset + radius * 0.5 - 0.01,
      ),
    );
  const steps = Math.max(1, Math.ceil(apart(p, q) / 4));
  for (let k = 0; k <= steps; k++) {
    const t = k / steps;
    const at = [0, 1, 2].map((i) => p[i]! + t * (q[i]! - p[i]!));
    if (!contains(hull.inner.low, inPlane(hull.outer.axis, at))) return false;
  }
  return true;
}

/**
 * Length of a way with its corners rounded, and the smallest radius that fits. A corner that turns by θ takes
 * r·tan(θ/2) of both its legs and is r·(2 tan(θ/2) − θ) shorter than without rounding; two corners share a leg evenly.
 * Where the legs are too short the cable may swing out into what is free around the corner: a circle of half of that,
 * and by its arc longer.
 * @param free how far from a place everything is, mm
 */
export function rounded(
  points: readonly Vec3[],
  bendRadius: number,
  free: (p: Vec3) => number = () => 0,
): { length: number; radius: number } {
  let length = 0;
  let radius = Infinity;
  for (let i = 1; i < points.length; i++) length += apart(points[i - 1]!, points[i]!);
  for (let i = 1; i + 1 < points.length; i++) {
    const [p, c, q] = [points[i - 1]!, points[i]!, points[i + 1]!];
    const [before, after] = [apart(p, c), apart(c, q)];
    if (before < 1e-6 || after < 1e-6) continue;
    const cos = [0, 1, 2].reduce((sum, k) => sum + (c[k]! - p[k]!) * (q[k]! - c[k]!), 0) / (before * after);
    const turn = Math.acos(Math.min(1, Math.max(-1, cos)));
    if (turn < 0.02) continue;
    // Ends of the way belong to one corner alone.
    const room = Math.min(i === 1 ? before : before / 2, i + 2 === points.length ? after : after / 2);
    const half = Math.tan(Math.min(turn, 3) / 2);
    const fits = room / half;
    const swing = fits >= bendRadius ? 0 : Math.min(bendRadius, free(c) / 2);
    radius = Math.min(radius, Math.max(fits, swing));
    if (swing > fits) length += (swing - fits) * turn;
    else length -= Math.min(bendRadius, fits) * (2 * half - Math.min(turn, 3));
  }
  return { length, radius };
}

/** The place along a way that is farthest from everything: slack lies best there. */
function widest(points: readonly Vec3[], assembly: Assembly): Vec3 | undefined {
  let best: Vec3 | undefined;
  let most = -Infinity;
  for (let i = 1; i < points.length; i++) {
    const [p, q] = [points[i - 1]!, points[i]!];
    const steps = Math.max(1, Math.ceil(apart(p, q) / 15));
    for (let k = 0; k <= steps; k++) {
      const at = [0, 1, 2].map((a) => p[a]! + (k / steps) * (q[a]! - p[a]!)) as Vec3;
      const near = freeAround(at, assembly);
      if (near > most) [most, best] = [near, at];
    }
  }
  return best;
}

const obstacles = new WeakMap<Assembly, Solid[]>();

/** How far everything is from a place, mm. */
function freeAround(at: Vec3, assembly: Assembly): number {
  let solids = obstacles.get(assembly);
  if (!solids) obstacles.set(assembly, (solids = obstaclesOf(assembly)));
  const dot: Box = { kind: 'box', low: at, high: at };
  const normal: Vec3 = [0, 0, 0];
  let near = Infinity;
  for (const { shape } of solids) near = Math.min(near, signedDistance(dot, shape, normal));
  for (const { normal: n, offset } of assembly.hull.walls)
    near = Math.min(near, n[0] * at[0] + n[1] * at[1] + n[2] * at[2] - offset);
  return near;
}
