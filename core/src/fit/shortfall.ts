import { hullModel, onFace, placePart, standingFor, type Assembly, type PlacedPart, halfSize } from '../assembly';
import type { Conversion, Placement } from '../document';
import {
  axisOf,
  leastAlong,
  moved,
  ORIENTATIONS,
  crossedGap,
  signOf,
  type Axis,
  type Direction,
  type Orientation,
  type Vec3,
} from '../solid';
import { solidsFromLow, solidsInShell } from './freePositions';
import { PLUG_GIVES, stopsAt, type Margin } from './margin';
import { marginsOfPart } from './margins';
import { seatsFor, type Seat } from './seats';
import { givenIn, zonesBetween, type RoomySolid, type Zone } from './space';
import { faceName, mm, nameOf } from './words';

/** Where a part that has no place misses one by least. */
export interface Shortfall {
  part: string;
  placement: Placement;
  /** What is in its way there, worst first, and by how many mm more than Fit lets pass. */
  by: { about: { kind: 'part' | 'feature' | 'face'; id: string }; kind: Margin['kind'] | 'edge'; mm: number }[];
  /** The worst of these, mm. */
  short: number;
  /** What the brief forbids about that place: a face that is kept or blocked. */
  forbidden: boolean;
  sentence: string;
}

/** Places that are looked at along an axis first, and the finest step, mm. */
const COARSE = 8;
const FINE = 0.01;
/** Starting places that are bettered. */
const STARTS = 8;
/** Depths that differ by less are alike, mm. */
const ALIKE = 0.02;

/** How deep a position lies in what it may not be in, mm; 0 or less: it is free. Over `most` it may be told as less. */
type Depth = (at: Vec3, most?: number) => number;

interface Shift {
  orientation: Orientation;
  seat: Seat;
  depth: Depth;
  low: Vec3;
  high: Vec3;
  forbidden: boolean;
}

/**
 * The place, orientation and seat at which a part is least in the way: of all that it goes into there the worst is as
 * small as it gets. Places are looked at on a coarse grid in every orientation, the best of them are then moved as far
 * as they get better: no proof, but what it says of its place is exact.
 * @returns undefined where the part has a place after all
 */
export function nearestShortfall(document: Conversion, id: string, around: Assembly): Shortfall | undefined {
  const assembly: Assembly = { ...around, parts: around.parts.filter((p) => p.id !== id) };
  let ways = waysOf(document, assembly, id, false);
  // Where the brief leaves it no face at all, the nearest one that it forbids.
  if (ways.length === 0) ways = waysOf(open(document), assembly, id, true);
  let starts: { way: Shift; at: Vec3; depth: number }[] = [];
  for (const way of ways) {
    // Deeper than the last that is kept (and not just alike): how deep does not matter any more.
    const kept = starts.length < STARTS ? Infinity : starts.at(-1)!.depth + ALIKE;
    let best: { at: Vec3; depth: number } | undefined;
    for (const at of coarse(way)) {
      const depth = way.depth(at, Math.min(best?.depth ?? Infinity, kept));
      if (depth <= kept && (!best || depth < best.depth)) best = { at, depth };
    }
    if (best) starts = [...starts, { way, ...best }].sort(byDepth).slice(0, STARTS);
  }
  const found = starts.map(({ way, at }) => ({ way, ...bettered(way, at) })).sort(byDepth)[0];
  return found && told(document, assembly, id, found.way, found.at);
}

/** Least deep first; of those that are alike the one that stands as such parts do, upright and at the better seat. */
const byDepth = (a: { way: Shift; depth: number }, b: { way: Shift; depth: number }): number =>
  Math.round((a.depth - b.depth) / ALIKE) || oddness(a.way) - oddness(b.way);

const oddness = ({ orientation: { top }, seat }: Shift): number =>
  (top === 'top' ? 0 : top === 'bottom' ? 40 : 15) + seat.cost;

const open = (document: Conversion): Conversion => ({
  ...document,
  brief: { ...document.brief, policy: 'open', blockedFaces: [], survivors: {} },
});

function waysOf(document: Conversion, assembly: Assembly, id: string, forbidden: boolean): Shift[] {
  const obstacles = [...standingFor(assembly, undefined), ...assembly.parts.flatMap((p) => p.solids)];
  const shapes = solidsInShell(obstacles, 'least');
  const { innerLow, innerHigh } = assembly.hull;
  return ORIENTATIONS.flatMap((orientation) => {
    const placed = placePart(id, document.kit.parts[id]!, { x: 0, y: 0, z: 0, locked: false, ...orientation });
    const own = solidsFromLow(placed, 'least');
    const zones = zonesBetween(own, shapes, 'least', assembly.clearances);
    const depth = depthIn(document, assembly, placed, own, zones);
    let seats = seatsFor(document, id, orientation, true);
    if (seats.length === 0) seats = seatsFor(document, id, orientation, false);
    return seats.map((seat): Shift => {
      const ends = ([0, 1, 2] as const).map((i): [number, number] => {
        const at = seat.at[i];
        if (at !== undefined) return seat.span[i] ?? [at, at];
        const [a, b] = [innerLow[i]!, innerHigh[i]! - placed.high[i]!];
        return [Math.min(a, b), Math.max(a, b)];
      });
      const low = ends.map(([from]) => from) as unknown as Vec3;
      const high = ends.map(([, to]) => to) as unknown as Vec3;
      return { orientation, seat, depth, low, high, forbidden };
    });
  });
}

/** Places on a coarse grid, the ends and where a face would rather be among them. */
function* coarse({ low, high, seat }: Shift): Generator<Vec3> {
  const runs = ([0, 1, 2] as const).map((i) => {
    const wide = high[i] - low[i];
    const n = wide < 1e-6 ? 1 : COARSE;
    const all = Array.from({ length: n }, (_, k) => low[i] + (n === 1 ? 0 : (wide * k) / (n - 1)));
    return seat.at[i] === undefined ? all : [seat.at[i]!, ...all];
  });
  for (const z of runs[2]!) for (const y of runs[1]!) for (const x of runs[0]!) yield [x, y, z];
}

/** Moves a place along the axes, in steps that get smaller, as long as it gets better. */
function bettered({ depth, low, high }: Shift, from: Vec3): { at: Vec3; depth: number } {
  let at = from;
  let least = depth(at);
  let step = Math.max(...[0, 1, 2].map((i) => high[i]! - low[i]!)) / COARSE;
  while (step > FINE / 2 && least > 0) {
    let better = false;
    for (let axis = 0; axis < 3; axis++)
      for (const way of [-step, step]) {
        const next: Vec3 = [...at];
        next[axis] = Math.min(high[axis]!, Math.max(low[axis]!, at[axis]! + way));
        const d = depth(next, least);
        if (d >= least - 1e-9) continue;
        [at, least, better] = [next, d, true];
      }
    if (!better) step /= 2;
  }
  return { at, depth: least };
}

function depthIn(
  document: Conversion,
  assembly: Assembly,
  placed: PlacedPart,
  own: readonly RoomySolid[],
  zones: readonly Zone[],
): Depth {
  const inside = own.filter(({ solid }) => !solid.outside);
  const walls = assembly.hull.walls.map((wall) => ({
    n: wall.normal,
    least: inside.reduce((least, { solid, shape }) => {
      const air = solid.air && wall.normal[axisOf(solid.air.direction)] * signOf(solid.air.direction) >= -1e-6;
      return air
        ? least
        : Math.max(least, wall.offset - givenIn([solid.role], 'least') - leastAlong(shape, ...wall.normal));
    }, -Infinity),
  }));
  const edges = overhangOf(document, assembly, placed);
  const order = Int32Array.from(zones, (_, k) => k);
  const sides = new Float64Array(6 * zones.length);
  zones.forEach(({ low, high, round, radius }, k) => {
    // A round one has its box without the radius, which it adds across its axis.
    const more = low.map((_, i) => (round === -1 || round === i ? 0 : radius));
    sides.set([...low.map((v, i) => v - more[i]!), ...high.map((v, i) => v + more[i]!)], 6 * k);
  });
  return (at, most = Infinity) => {
    let depth = edges(at);
    // A dented hull has walls that do not reach everywhere: what is told is exact all the same.
    for (const { n, least } of walls) depth = Math.max(depth, least - n[0] * at[0] - n[1] * at[1] - n[2] * at[2]);
    for (let k = 0; k < order.length && depth <= most; k++) {
      const i = order[k]!;
      // No deeper than what is known along one axis already: most of them, so it is asked without a call.
      const s = 6 * i;
      if (at[0] - sides[s]! <= depth || sides[s + 3]! - at[0] <= depth) continue;
      if (at[1] - sides[s + 1]! <= depth || sides[s + 4]! - at[1] <= depth) continue;
      if (at[2] - sides[s + 2]! <= depth || sides[s + 5]! - at[2] <= depth) continue;
      const within = depthInZone(zones[i]!, at, depth);
      if (within <= depth) continue;
      depth = within;
      // No better than another place already. What was in the way is likely to be again: it is asked first.
      if (depth > most && k > 0) {
        order[k] = order[0]!;
        order[0] = i;
      }
    }
    return depth;
  };
}

const normal: Vec3 = [0, 0, 0];

/** How far a position is from the nearest side of a box, mm; negative outside. No allocations: it is asked very often. */
function depthInBox(low: Vec3, high: Vec3, at: Vec3): number {
  const x = Math.min(at[0] - low[0], high[0] - at[0]);
  const y = Math.min(at[1] - low[1], high[1] - at[1]);
  const z = Math.min(at[2] - low[2], high[2] - at[2]);
  return Math.min(x, y, z);
}

/** How far a position has to go to be out of a zone, mm; negative outside. Where it is not over `least` it may be less. */
function depthInZone({ low, high, round, radius, crossed }: Zone, at: Vec3, least: number): number {
  if (crossed) {
    // Whether two crossed cylinders are in each other is told exactly, how deep by the boxes around them: never too little.
    const inBox = depthInBox(low, high, at) - crossed.given;
    if (inBox <= Math.max(0, least)) return inBox;
    const gap = crossedGap(moved(crossed.own, at) as typeof crossed.own, crossed.obstacle, normal);
    return gap > 0 ? -gap : inBox;
  }
  if (round === -1) return depthInBox(low, high, at);
  // Where the box around a round one is no deeper, it is not either.
  if (Math.min(at[round] - low[round], high[round] - at[round]) <= least) return -Infinity;
  const axis: Axis = round;
  const plane = ([0, 1, 2] as Axis[]).filter((i) => i !== axis);
  const axial = Math.min(at[axis] - low[axis], high[axis] - at[axis]);
  const out = plane.map((i) => Math.max(low[i]! - at[i]!, 0, at[i]! - high[i]!));
  const within = Math.min(...plane.map((i) => Math.min(at[i]! - low[i]!, high[i]! - at[i]!)));
  const radial = out.some((v) => v > 0) ? radius - Math.hypot(...out) : radius + within;
  return Math.min(axial, radial);
}

/** How far the openings of a part's faces hang over the edges of the walls they look at, mm. */
function overhangOf(document: Conversion, assembly: Assembly, placed: PlacedPart): Depth {
  const tests: Depth[] = [];
  for (const face of placed.faces) {
    if (!face.mustReachOutside) continue;
    const axis = axisOf(face.direction);
    const wall = assembly.hull.walls.find((w) => w.normal[axis] * signOf(face.direction) < -0.999);
    const frame = hullModel(document.shell).frames.find((f) => f.face === wall?.face);
    if (!frame) continue;
    const [[uLow, uHigh], [vLow, vHigh]] = ([0, 1] as const).map((i) => {
      const all = frame.outline.map((p) => p[i]);
      return [Math.min(...all), Math.max(...all)];
    }) as [[number, number], [number, number]];
    for (const cut of face.cuts) {
      const [hu, hv] = halfSize(cut, frame);
      tests.push((at) => {
        const { u, v } = onFace(frame, cut.at.map((c, i) => c + at[i]!) as Vec3);
        return Math.max(uLow - (u - hu), u + hu - uHigh, vLow - (v - hv), v + hv - vHigh);
      });
    }
  }
  return (at) => tests.reduce((most, test) => Math.max(most, test(at)), -Infinity);
}

const tidy = (v: number) => Math.round(v * 100) / 100;
const WAYS: Record<Direction, string> = {
  top: 'up',
  bottom: 'down',
  left: 'left',
  right: 'right',
  front: 'to the front',
  rear: 'to the rear',
};

/** More than the worst few are not named. */
const NAMED = 3;

/** What is said of a place is what the exact distances say of it. */
function told(document: Conversion, assembly: Assembly, id: string, way: Shift, at: Vec3): Shortfall | undefined {
  const [x, y, z] = at.map(tidy) as [number, number, number];
  const placement: Placement = { x, y, z, locked: false, ...way.orientation };
  const part = document.kit.parts[id]!;
  const placed = placePart(id, part, placement);
  const by: Shortfall['by'] = stopsAt(marginsOfPart(assembly, placed)).map((m) => ({
    about: { kind: m.other.kind, id: m.other.id },
    kind: m.kind,
    mm: m.kind === 'air' ? m.air!.least - m.distance : m.kind === 'plug' ? -PLUG_GIVES - m.distance : -m.distance,
  }));
  const over = overhangOf(document, assembly, placePart(id, part, { ...placement, x: 0, y: 0, z: 0 }))([x, y, z]);
  if (over > 1e-6) {
    const face = placed.faces.find((f) => f.mustReachOutside)!;
    const axis = axisOf(face.direction);
    const wall = assembly.hull.walls.find((w) => w.normal[axis] * signOf(face.direction) < -0.999)!;
    by.push({ about: { kind: 'face', id: wall.face }, kind: 'edge', mm: over });
  }
  by.sort((a, b) => b.mm - a.mm);
  if (by.length === 0 && !way.forbidden) return undefined;
  const short = by[0]?.mm ?? 0;
  const name = nameOf(document, { kind: 'part', id });
  const { rear, top } = way.orientation;
  const where = `with its rear ${WAYS[rear]} and its top ${WAYS[top]}, at ${[x, y, z].map((v) => v.toFixed(1)).join(', ')}`;
  const reasons = by.slice(0, NAMED).map((b) => reasonOf(document, b));
  if (by.length > NAMED) reasons.push(`and ${by.length - NAMED} more, none of them by more than ${mm(by[NAMED]!.mm)}`);
  const at2 = way.seat.reasons.filter((r) => r.includes(' at the '));
  const forbids = way.forbidden ? `${at2.join(', ') || 'a face'}, which the brief does not allow` : '';
  return {
    part: id,
    placement,
    by,
    short,
    forbidden: way.forbidden,
    sentence: `${name} fits nowhere. Nearest is ${where}: ${[...(forbids ? [forbids] : []), ...reasons].join('; ')}.`,
  };
}

function reasonOf(document: Conversion, { about, kind, mm: by }: Shortfall['by'][number]): string {
  const name = about.kind === 'face' ? `the ${faceName(document, about.id)}` : nameOf(document, about);
  if (kind === 'edge') return `its opening ${mm(by)} over the edge of ${name}`;
  if (kind === 'air') return `its air ${mm(by)} short before ${name}`;
  if (kind === 'plug') return `its plugs ${mm(by)} short of room before ${name}`;
  return `${mm(by)} into ${name}`;
}

/** Sorted by what stands in their way least. */
export const byShort = (a: Shortfall, b: Shortfall): number =>
  Number(a.forbidden) - Number(b.forbidden) || a.short - b.short;
