import { faceReaches, type Assembly } from '../../assembly';
import { isMesh } from '../../kit';
import { area, clip, inPlane, sliceLoft, type Axis, type Loft, type Point2, type Shape, type Vec3 } from '../../solid';

/** A piece of the room inside with air of its own. */
export interface Zone {
  /** From 1; 0 is the outside. */
  id: number;
  /** Where it is, in words. */
  name: string;
  low: Vec3;
  high: Vec3;
  /** Middle. */
  at: Vec3;
  /** Free room, mm³. */
  volume: number;
}

/** Where two zones meet: the narrowest way from the middle of one to the middle of the other. */
export interface Gap {
  from: number;
  to: number;
  axis: Axis;
  at: Vec3;
  /** Free area at the narrowest place, and what the room itself has there, mm². */
  area: number;
  room: number;
  /** An opening in a board between the two, in words; its area is the free one. */
  window?: string;
}

export interface Zones {
  zones: Zone[];
  gaps: Gap[];
  /** The zone at a point, or the nearest one. */
  zoneAt: (p: readonly number[]) => number;
}

/** About so large are zones, mm; so many along an axis at most, and in all. */
const SIZE = 115;
const MOST_ALONG = 5;
const MOST_ZONES = 40;
/** Less free than this of a zone, or of a way, is none. */
const CLOSED = 0.02;

/** What takes room from the air: bodies of parts, but not their mesh, and what stands in the shell. */
export const bodiesOf = ({ parts, features }: Assembly): Shape[] => [
  ...parts.flatMap((p) =>
    p.solids
      .filter((s) => (s.role === 'body' || s.role === 'mount') && !s.outside && !isMesh(p.part, s.name))
      .map((s) => s.shape),
  ),
  ...features.filter((f) => !f.swept).map((f) => f.shape),
];

interface Rect {
  low: Point2;
  high: Point2;
}

/**
 * The room inside as a grid of zones, and the ways between them. Free areas are exact for boxes: the section of the cavity
 * less what boxes of bodies cover of it; cylinders count as the boxes around them.
 */
export function zonesOf(assembly: Assembly): Zones {
  const known = zonesKept.get(assembly);
  if (known) return known;
  const made = makeZones(assembly);
  zonesKept.set(assembly, made);
  return made;
}

const zonesKept = new WeakMap<Assembly, Zones>();

type AreasAt = (
  near: readonly Shape[],
  axis: Axis,
  at: number,
  low: Vec3,
  high: Vec3,
) => { room: number; free: number };

const overlap = (s: Shape, low: Vec3, high: Vec3) =>
  s.low[0] < high[0] &&
  s.high[0] > low[0] &&
  s.low[1] < high[1] &&
  s.high[1] > low[1] &&
  s.low[2] < high[2] &&
  s.high[2] > low[2];

function makeZones(assembly: Assembly): Zones {
  const { innerLow, innerHigh, inner } = assembly.hull;
  const shapes = bodiesOf(assembly);
  const planes = planesOf(assembly);
  const edges = edgesOf(innerLow, innerHigh, planes);
  const counts = edges.map((all) => all.length - 1);
  const edge = (i: Axis, k: number) => edges[i]![k]!;
  // What was reckoned of a shell without that drawer is of other zones.
  const named = planes.some((p) => p.length > 0) ? `${planes.map((p) => p.join()).join(' ')} ` : '';
  const roomAt = roomOf(inner);
  const kept = keptOf(inner);
  /** Area of the room and of what is free of it in a window across an axis, mm². */
  const areasAt: AreasAt = (near, axis, at, low, high) => {
    const [from, to] = [inPlane(axis, low), inPlane(axis, high)];
    const room = roomAt(axis, at, from, to);
    if (room <= 0) return { room: 0, free: 0 };
    return { room, free: Math.max(0, room - unionArea(rectsAt(near, axis, at, from, to))) };
  };
  const index = (c: readonly number[]) => (c[2]! * counts[1]! + c[1]!) * counts[0]! + c[0]!;
  const ids = new Int32Array(counts[0]! * counts[1]! * counts[2]!);
  const zones: Zone[] = [];
  /** What reaches into each zone: of hundreds of bodies few do. */
  const within: (readonly Shape[])[] = [];
  for (let k = 0; k < counts[2]!; k++)
    for (let j = 0; j < counts[1]!; j++)
      for (let i = 0; i < counts[0]!; i++) {
        const cell = [i, j, k];
        const low = cell.map((c, a) => edge(a as Axis, c)) as Vec3;
        const high = cell.map((c, a) => edge(a as Axis, c + 1)) as Vec3;
        // Simpson’s rule over the height: a leaning wall is met exactly, bodies nearly.
        const inside = shapes.filter((s) => overlap(s, low, high));
        const free = kept(`${named}zone ${index(cell)}`, inside, () => {
          const [a, b, c] = [0.02, 0.5, 0.98].map((t) =>
            areasAt(inside, 2, low[2] + t * (high[2] - low[2]), low, high),
          );
          return ((a!.free + 4 * b!.free + c!.free) / 6) * (high[2] - low[2]);
        });
        const whole = (high[0] - low[0]) * (high[1] - low[1]) * (high[2] - low[2]);
        if (free < CLOSED * whole) continue;
        const id = zones.length + 1;
        ids[index(cell)] = id;
        within.push(inside);
        zones.push({
          id,
          name: zoneName(cell, counts),
          low,
          high,
          at: [0, 1, 2].map((x) => (low[x]! + high[x]!) / 2) as Vec3,
          volume: free,
        });
      }
  const gaps: Gap[] = [];
  const each = (visit: (cell: [number, number, number]) => void) => {
    for (let k = 0; k < counts[2]!; k++)
      for (let j = 0; j < counts[1]!; j++) for (let i = 0; i < counts[0]!; i++) visit([i, j, k]);
  };
  each((cell) => {
    for (const axis of [0, 1, 2] as const) {
      const beside: [number, number, number] = [...cell];
      beside[axis]++;
      if (beside[axis] >= counts[axis]!) continue;
      const [from, to] = [ids[index(cell)]!, ids[index(beside)]!];
      if (from === 0 || to === 0) continue;
      const [a, b] = [zones[from - 1]!, zones[to - 1]!];
      const near = [...new Set([...within[from - 1]!, ...within[to - 1]!])];
      const gap = kept(`${named}gap ${index(cell)} ${axis}`, near, () => narrowest(axis, a, b, near, areasAt));
      if (gap) gaps.push({ from, to, axis, ...gap });
    }
  });
  const zoneAt = (p: readonly number[]): number => {
    const cell = [0, 1, 2].map((i) => {
      const above = edges[i]!.findIndex((e) => e > p[i]!);
      return above < 0 ? counts[i]! - 1 : Math.max(0, above - 1);
    });
    const there = ids[index(cell)]!;
    if (there > 0) return there;
    let best = 0;
    let least = Infinity;
    for (const zone of zones) {
      const away = Math.hypot(zone.at[0] - p[0]!, zone.at[1] - p[1]!, zone.at[2] - p[2]!);
      if (away < least) [best, least] = [zone.id, away];
    }
    return best;
  };
  return { zones, gaps, zoneAt };
}

/** Answers of a shell by what they are of, with the bodies they rest on. */
const answersKept = new WeakMap<Loft, Map<string, { of: readonly Shape[]; answer: unknown }>>();

/** Keeps an answer while the same bodies stand there: a part that moves alters few zones. */
function keptOf(inner: Loft): <T>(what: string, of: readonly Shape[], work: () => T) => T {
  let answers = answersKept.get(inner);
  if (!answers) answersKept.set(inner, (answers = new Map<string, { of: readonly Shape[]; answer: unknown }>()));
  const all = answers;
  return <T>(what: string, of: readonly Shape[], work: () => T): T => {
    const known = all.get(what);
    if (known && known.of.length === of.length && known.of.every((s, i) => s === of[i])) return known.answer as T;
    const answer = work();
    all.set(what, { of, answer });
    return answer;
  };
}

/** Section areas of the empty room by window, for as long as the shell stays what it is: parts that move alter none. */
const roomsKept = new WeakMap<Loft, Map<string, number>>();
/** So many are kept of a shell; planes where bodies begin come and go. */
const MOST_KEPT = 4000;

/** Area of the empty room in a window across an axis, mm². */
function roomOf(inner: Loft): (axis: Axis, at: number, from: Point2, to: Point2) => number {
  let kept = roomsKept.get(inner);
  if (!kept || kept.size > MOST_KEPT) roomsKept.set(inner, (kept = new Map<string, number>()));
  const known = kept;
  return (axis, at, from, to) => {
    const key = `${axis} ${at} ${from[0]} ${from[1]} ${to[0]} ${to[1]}`;
    let room = known.get(key);
    if (room === undefined) {
      room = sliceLoft(inner, axis, at).reduce((sum, polygon) => sum + Math.abs(areaIn(polygon, from, to)), 0);
      known.set(key, room);
    }
    return room;
  };
}

/** Edges of zones along each axis: of about the same size, no more than `MOST_ZONES` in all where boards do not ask for more. */
function edgesOf(low: Vec3, high: Vec3, planes: readonly (readonly number[])[]): number[][] {
  const size = [0, 1, 2].map((i) => high[i]! - low[i]!);
  for (let unit = SIZE; ; unit *= 1.15) {
    const edges = size.map((s, i) => {
      const most = Math.min(MOST_ALONG, Math.max(1, Math.round(s / unit)));
      // Warm air gathers on top: two layers as soon as there is room for them.
      return between(low[i]!, high[i]!, i === 2 && most === 1 && s > 70 ? 2 : most, planes[i]!);
    });
    if (edges.reduce((all, e) => all * (e.length - 1), 1) <= MOST_ZONES || unit > 2 * Math.max(...size)) return edges;
  }
}

/**
 * A room narrower than this beside a drawer is one with what lies inside the board, as the grid is coarse; but not where
 * something looks through that board. mm.
 */
const NARROW = 60;
/** Even there zones are no thinner than this, mm. */
const THIN = 12;

/**
 * Where the boards of drawers part the room, along each axis, mm: of drawers through whose boards something looks. What
 * lies in others shares the air around them, as coarse as the grid is.
 */
function planesOf(assembly: Assembly): number[][] {
  const planes: number[][] = [[], [], []];
  const { drawers, features } = assembly;
  if (!Object.values(drawers).some(({ boards }) => boards.length > 0 && features.includes(boards[0]!))) return planes;
  const { innerLow, innerHigh } = assembly.hull;
  const looked = new Set(
    assembly.parts.flatMap((part) =>
      part.placement.on === undefined ? [] : faceReaches(assembly, part).flatMap((r) => (r.reaches ? [r.board] : [])),
    ),
  );
  for (const { board } of assembly.inBoards) looked.add(board);
  for (const { block, boards } of Object.values(drawers).filter((d) => d.boards.some((b) => looked.has(b))))
    for (const i of [0, 1, 2] as const)
      for (const high of [false, true]) {
        const at = (high ? block.shape.high : block.shape.low)[i];
        const beyond = high ? innerHigh[i] - at : at - innerLow[i];
        const through = boards.some(
          (b) => looked.has(b) && Math.abs((high ? b.shape.high : b.shape.low)[i] - at) < NARROW / 2,
        );
        if (beyond > (through ? THIN : NARROW) && !planes[i]!.some((p) => Math.abs(p - at) < THIN)) planes[i]!.push(at);
      }
  return planes.map((p) => p.sort((a, b) => a - b).slice(0, MOST_ALONG - 1));
}

/** Edges of zones along an axis: even ones, of which those near a board make way for it. */
function between(low: number, high: number, count: number, planes: readonly number[]): number[] {
  const size = (high - low) / count;
  const even = Array.from({ length: count - 1 }, (_, k) => low + (k + 1) * size);
  const far = (e: number) => Math.min(Infinity, ...planes.map((p) => Math.abs(p - e)));
  const kept = even
    .filter((e) => far(e) > size / 2)
    .sort((a, b) => far(b) - far(a))
    .slice(0, MOST_ALONG - 1 - planes.length);
  return [low, ...[...kept, ...planes].sort((a, b) => a - b), high];
}

/** The narrowest of the planes across an axis between the middles of two zones: free area can shrink only where a body begins. */
function narrowest(
  axis: Axis,
  a: Zone,
  b: Zone,
  shapes: readonly Shape[],
  areasAt: AreasAt,
): Pick<Gap, 'at' | 'area' | 'room'> | undefined {
  const [from, to, middle] = [a.at[axis], b.at[axis], a.high[axis]];
  // Where most of the window is covered it is narrowest; the section of the room itself changes little on the way.
  let covered = middle;
  let most = -1;
  const [low, high] = [inPlane(axis, a.low), inPlane(axis, a.high)];
  const near = shapes.filter((s) =>
    [0, 1, 2].every((i) =>
      i === axis ? s.high[i]! > from && s.low[i]! < to : s.low[i]! < a.high[i]! && s.high[i]! > a.low[i]!,
    ),
  );
  // More is covered only where one of them begins; those that begin before it all count at its start.
  for (const at of new Set(near.map((s) => Math.max(from, s.low[axis]) + 0.01))) {
    const rects = rectsAt(near, axis, at, low, high);
    // Together they cover no more than each for itself.
    if (rects.reduce((sum, r) => sum + rectArea(r), 0) <= most) continue;
    const by = unionArea(rects);
    if (by > most) [most, covered] = [by, at];
  }
  let best: { room: number; free: number } | undefined;
  let where = middle;
  for (const at of covered === middle ? [middle] : [middle, covered]) {
    const areas = areasAt(shapes, axis, at, a.low, a.high);
    if (areas.room <= 0) continue;
    if (!best || areas.free < best.free) [best, where] = [areas, at];
  }
  if (!best || best.free < CLOSED * best.room) return undefined;
  const at: Vec3 = [...a.at];
  at[axis] = where;
  return { at, area: best.free, room: best.room };
}

/** Area of what of a polygon lies in a rectangle. */
function areaIn(polygon: readonly Point2[], low: Point2, high: Point2): number {
  let rest: readonly Point2[] = polygon;
  for (const [normal, offset] of [
    [[1, 0], low[0]],
    [[-1, 0], -high[0]],
    [[0, 1], low[1]],
    [[0, -1], -high[1]],
  ] as const) {
    rest = clip(rest, normal, offset);
    if (rest.length < 3) return 0;
  }
  return area(rest);
}

/** What bodies cover of a window across an axis. */
function rectsAt(shapes: readonly Shape[], axis: Axis, at: number, from: Point2, to: Point2): Rect[] {
  const rects: Rect[] = [];
  for (const s of shapes) {
    if (s.low[axis] >= at || s.high[axis] <= at) continue;
    const [p, q] = [inPlane(axis, s.low), inPlane(axis, s.high)];
    const a: Point2 = [Math.max(p[0], from[0]), Math.max(p[1], from[1])];
    const b: Point2 = [Math.min(q[0], to[0]), Math.min(q[1], to[1])];
    if (a[0] < b[0] && a[1] < b[1]) rects.push({ low: a, high: b });
  }
  return rects;
}

const rectArea = ({ low, high }: Rect) => (high[0] - low[0]) * (high[1] - low[1]);

/** Area that rectangles cover together. */
function unionArea(rects: readonly Rect[]): number {
  if (rects.length === 0) return 0;
  if (rects.length === 1) return rectArea(rects[0]!);
  const xs = [...new Set(rects.flatMap((r) => [r.low[0], r.high[0]]))].sort((p, q) => p - q);
  let sum = 0;
  for (let i = 1; i < xs.length; i++) {
    const [x0, x1] = [xs[i - 1]!, xs[i]!];
    const spans = rects
      .filter((r) => r.low[0] < x1 && r.high[0] > x0)
      .map((r): [number, number] => [r.low[1], r.high[1]])
      .sort((p, q) => p[0] - q[0]);
    let end = -Infinity;
    for (const [from, to] of spans) {
      if (to <= end) continue;
      sum += (x1 - x0) * (to - Math.max(from, end));
      end = to;
    }
  }
  return sum;
}

const ALONG: Readonly<Record<number, readonly (readonly string[])[]>> = {
  0: [
    [''],
    ['left', 'right'],
    ['left', 'middle', 'right'],
    ['far left', 'left', 'right', 'far right'],
    ['far left', 'left', 'middle', 'right', 'far right'],
  ],
  1: [
    [''],
    ['front', 'rear'],
    ['front', 'middle', 'rear'],
    ['front', 'middle front', 'middle rear', 'rear'],
    ['front', 'middle front', 'middle', 'middle rear', 'rear'],
  ],
  2: [
    [''],
    ['low', 'high'],
    ['low', 'halfway up', 'high'],
    ['low', 'lower half', 'upper half', 'high'],
    ['low', 'lower', 'halfway up', 'upper', 'high'],
  ],
};

/** `rear left, high`. */
function zoneName(cell: readonly number[], counts: readonly number[]): string {
  const word = (i: number) => ALONG[i]![counts[i]! - 1]![cell[i]!]!;
  const flat = [word(1), word(0)].filter((w) => w !== '').join(' ');
  return [flat, word(2)].filter((w) => w !== '').join(', ') || 'inside';
}
