import { FREED } from '../parts';
import {
  standingFor,
  throughFloor,
  type Assembly,
  type Clearances,
  type PlacedPart,
  type Required,
  type Solid,
  type Wall,
} from '../assembly';
import { axisOf, boundsOf, centreOf, farthest, leastAlong, signedDistance, signOf, type Vec3 } from '../solid';
import { requiredBetween, requiredToWall } from './clearance';
import { severityOf, type Margin, type MarginKind } from './margin';
import { wallDistance } from './wallDistance';

/** Beyond this nothing is worth listing, mm. */
const FAR = 60;
/** Contacts within this of their allowed zero are seats, not margins. */
const SEATED = 0.05;

interface Candidate {
  a: Solid;
  distance: number;
  required: Required;
  spare: number;
  /** The worst of several of one kind has the least. */
  rank: number;
  normal: Vec3;
}

const RANKS = { stop: -2e6, warn: -1e6, note: 0, good: 0 } as const;

/** Of several pairs what stops is worse than what warns, whatever is left of what each wants. */
function rankOf(kind: MarginKind, { air }: Solid, distance: number, spare: number): number {
  const severity = severityOf({ kind, distance, spare, ...(air ? { air } : {}) });
  return RANKS[severity] + (severity === 'stop' ? distance : spare);
}

const normal: Vec3 = [0, 0, 0];

function marginKind(a: Solid, b?: Solid): MarginKind {
  if (a.role === 'air' || b?.role === 'air') return 'air';
  if (a.role === 'duct' || b?.role === 'duct') return 'duct';
  return a.role === 'plug room' || b?.role === 'plug room' ? 'plug' : 'body';
}

const isBody = (s: Solid) => s.role === 'body' || s.role === 'mount';
/** A duct lies on what it leads to, passes what air passes, and has to keep clear of matter alone. */
const ductPasses = (duct: Solid, other: Solid) =>
  duct.role === 'duct' && (!isBody(other) || other.owner === duct.leadsTo || other.outside);

const owners = new WeakMap<readonly Solid[], Map<string, Solid[]>>();

/** The solids of each feature. */
function byOwner(features: readonly Solid[]): Map<string, Solid[]> {
  const known = owners.get(features);
  if (known) return known;
  const grouped = new Map<string, Solid[]>();
  for (const solid of features) {
    const group = grouped.get(solid.owner);
    if (group) group.push(solid);
    else grouped.set(solid.owner, [solid]);
  }
  owners.set(features, grouped);
  return grouped;
}

const bounds = new WeakMap<readonly Solid[], { low: Vec3; high: Vec3 }>();

function boundsOfAll(solids: readonly Solid[]): { low: Vec3; high: Vec3 } {
  let known = bounds.get(solids);
  if (!known) bounds.set(solids, (known = boundsOf(solids.map((s) => s.shape))));
  return known;
}

/** Are two lots of solids too far apart for any margin? What wants air or a plug’s room has that as a solid. */
function outOfReach(a: readonly Solid[], b: readonly Solid[]): boolean {
  const [p, q] = [boundsOfAll(a), boundsOfAll(b)];
  return [0, 1, 2].some((i) => p.low[i]! - q.high[i]! > FAR || q.low[i]! - p.high[i]! > FAR);
}

/** The chords of each face: a flat face has one. */
const facesOfWalls = new WeakMap<readonly Wall[], Wall[][]>();

function byFace({ hull }: Assembly): Wall[][] {
  const known = facesOfWalls.get(hull.walls);
  if (known) return known;
  const grouped = new Map<string, Wall[]>();
  for (const wall of hull.walls) grouped.set(wall.face, [...(grouped.get(wall.face) ?? []), wall]);
  const groups = [...grouped.values()];
  facesOfWalls.set(hull.walls, groups);
  return groups;
}

/** The slot holds a card's bracket as near to the edge of the board as it is meant to be: that is no margin. */
const withoutBracket = (part: PlacedPart): PlacedPart => ({
  ...part,
  solids: part.solids.filter((s) => !s.id.endsWith('/bracket')),
});

/** Margins of one part to the shell: its faces, features and material, in that order. */
export function marginsToShell(assembly: Assembly, part: PlacedPart): Margin[] {
  const margins: Margin[] = [];
  for (const walls of byFace(assembly)) wallMargins(assembly, part, walls, margins);
  for (const [owner, solids] of byOwner(standingFor(assembly, part.placement.on)))
    pairMargins(part, owner, 'feature', solids, assembly.clearances, margins);
  return margins;
}

/** Margins of one part to another. */
export function marginsBetween(part: PlacedPart, other: PlacedPart, clearances: Clearances): Margin[] {
  const margins: Margin[] = [];
  const slotted = part.pluggedInto === other.id || other.pluggedInto === part.id;
  const { fitted, lies = [] } = slotted
    ? FREED[(part.pluggedInto === other.id ? part : other).plug!.into]
    : { fitted: false };
  if (fitted) {
    // It may touch what holds it, and go into none of it.
    const bare = ({ id, solids }: PlacedPart) => solids.filter((s) => !lies.includes(s.id.slice(id.length + 1)));
    pairMargins({ ...part, solids: bare(part) }, other.id, 'part', bare(other), clearances, margins);
    return margins.filter((m) => m.kind === 'body' && m.distance < -SEATED);
  }
  const [a, b] = slotted ? [withoutBracket(part), withoutBracket(other)] : [part, other];
  pairMargins(a, other.id, 'part', b.solids, clearances, margins);
  return margins;
}

function wallMargins(assembly: Assembly, part: PlacedPart, walls: readonly Wall[], margins: Margin[]) {
  const best: Partial<Record<MarginKind, Candidate & { wall: Wall }>> = {};
  let bolted = false;
  for (const wall of walls)
    for (const a of part.solids) {
      if (a.outside || a.role === 'duct') continue;
      let distance: number;
      let required: Required;
      if (a.role === 'air') {
        const gap = airToWall(a, wall);
        if (gap === undefined) continue;
        distance = gap;
        required = airRequired(a);
      } else {
        distance = wallDistance(a.shape, wall, assembly.hull);
        if (distance > FAR) continue;
        required = requiredToWall(a, wall, assembly);
      }
      const spare = distance - required.value;
      if (required.value === 0 && a.role !== 'plug room' && Math.abs(distance) <= SEATED) {
        bolted = true;
        continue;
      }
      const kind = marginKind(a);
      const rank = rankOf(kind, a, distance, spare);
      if (best[kind] && rank >= best[kind]!.rank) continue;
      const normal: Vec3 = [-wall.normal[0], -wall.normal[1], -wall.normal[2]];
      best[kind] = { a, wall, distance, required, spare, rank, normal };
    }
  for (const [kind, c] of Object.entries(best) as [MarginKind, Candidate & { wall: Wall }][]) {
    // Rooms and air are worth a line only where they are cut short, a wall it is bolted to only where it is hit.
    if ((kind !== 'body' || bolted) && c.spare >= 0) continue;
    const from = wallPoint(c.a, c.wall);
    margins.push(marginFrom(part.id, kind, c, { kind: 'face', id: c.wall.face, solid: c.wall.id }, from));
  }
}

function pairMargins(
  part: PlacedPart,
  otherId: string,
  otherKind: 'part' | 'feature',
  solids: readonly Solid[],
  clearances: Clearances,
  margins: Margin[],
) {
  if (part.solids.length === 0 || solids.length === 0 || outOfReach(part.solids, solids)) return;
  const best: Partial<Record<MarginKind, Candidate & { b: Solid }>> = {};
  for (const a of part.solids)
    for (const b of solids) {
      const aBody = isBody(a);
      const bBody = isBody(b);
      if (!aBody && !bBody) continue;
      if (throughFloor(a, b) || ductPasses(a, b) || ductPasses(b, a)) continue;
      const kind = marginKind(a, b);
      let distance: number;
      let required: Required;
      if (kind === 'air') {
        const gap = aBody ? airToSolid(b, a) : airToSolid(a, b);
        if (gap === undefined) continue;
        distance = gap;
        required = airRequired(aBody ? b : a);
        const d = (aBody ? b : a).air!.direction;
        const sign = aBody ? -1 : 1;
        normal[0] = normal[1] = normal[2] = 0;
        normal[axisOf(d)] = sign * signOf(d);
      } else {
        distance = kind === 'duct' ? ductDistance(a, b) : signedDistance(a.shape, b.shape, normal);
        if (distance > FAR || ((kind === 'plug' || kind === 'duct') && distance >= 0)) continue;
        required = requiredBetween(a, b, normal, clearances);
      }
      const spare = distance - required.value;
      if (required.value === 0 && kind === 'body' && Math.abs(distance) <= SEATED) continue;
      const rank = rankOf(kind, a.role === 'air' ? a : b, distance, spare);
      if (!best[kind] || rank < best[kind]!.rank)
        best[kind] = { a, b, distance, required, spare, rank, normal: [normal[0], normal[1], normal[2]] };
    }
  for (const [kind, c] of Object.entries(best) as [MarginKind, Candidate & { b: Solid }][]) {
    const from = facing(c.a, c.b, c.normal, c.distance);
    margins.push(marginFrom(part.id, kind, c, { kind: otherKind, id: otherId, solid: c.b.id }, from, c.b));
  }
}

function marginFrom(
  part: string,
  kind: MarginKind,
  c: Candidate,
  other: Margin['other'],
  from: Vec3,
  b?: Solid,
): Margin {
  const margin: Margin = {
    id: `${part}|${other.id}${kind === 'body' ? '' : `|${kind}`}`,
    kind,
    part,
    solid: c.a.id,
    other,
    distance: c.distance,
    required: c.required,
    spare: c.spare,
    normal: c.normal,
    from,
    to: [from[0] + c.normal[0] * c.distance, from[1] + c.normal[1] * c.distance, from[2] + c.normal[2] * c.distance],
  };
  const air = c.a.air ?? b?.air;
  if (kind === 'air' && air) margin.air = { tolerable: air.tolerable, least: air.least };
  return margin;
}

const airRequired = (a: Solid): Required => ({
  value: a.air!.wanted,
  why: a.name,
  source: { kind: 'practice', title: 'common practice, no source' },
});

/**
 * How far a block of a duct is from something; where they meet, how far they have to part across the duct, for its blocks
 * are short along it. Sets `normal`, from a to b.
 */
function ductDistance(a: Solid, b: Solid): number {
  const apart = signedDistance(a.shape, b.shape, normal);
  if (apart >= 0) return apart;
  const along = axisOf((a.role === 'duct' ? a : b).contact[0]!);
  let least = Infinity;
  for (const i of [0, 1, 2] as const) {
    if (i === along) continue;
    for (const [sign, by] of [
      [1, a.shape.high[i] - b.shape.low[i]],
      [-1, b.shape.high[i] - a.shape.low[i]],
    ] as const) {
      if (by >= least) continue;
      least = by;
      normal[0] = normal[1] = normal[2] = 0;
      normal[i] = sign;
    }
  }
  return -least;
}

/** How far an obstacle is from an intake, where it stands in the column of air before it. */
function airToSolid(air: Solid, obstacle: Solid): number | undefined {
  const axis = axisOf(air.air!.direction);
  for (let i = 0; i < 3; i++)
    if (obstacle.shape.high[i]! <= air.shape.low[i]! + 1e-6 || obstacle.shape.low[i]! >= air.shape.high[i]! - 1e-6)
      return undefined;
  return signOf(air.air!.direction) > 0
    ? obstacle.shape.low[axis] - air.shape.low[axis]
    : air.shape.high[axis] - obstacle.shape.high[axis];
}

/** How far a wall is from an intake along its direction, where it cuts the column of air short. */
function airToWall(air: Solid, wall: Wall): number | undefined {
  const axis = axisOf(air.air!.direction);
  const sign = signOf(air.air!.direction);
  const towards = wall.normal[axis] * sign;
  if (towards > -1e-6) return undefined;
  const face = sign > 0 ? air.shape.low[axis] : air.shape.high[axis];
  const mouth = { ...air.shape, low: [...air.shape.low] as Vec3, high: [...air.shape.high] as Vec3 };
  mouth.low[axis] = face;
  mouth.high[axis] = face;
  const gap = (leastAlong(mouth, ...wall.normal) - wall.offset) / -towards;
  return gap < air.air!.wanted ? gap : undefined;
}

/** The point of a solid that is nearest to a wall. */
function wallPoint(a: Solid, wall: Wall): Vec3 {
  if (a.shape.kind === 'prism') return farthest(a.shape, wall.normal.map((n) => -n) as Vec3).at;
  const centre = centreOf(a.shape);
  return [0, 1, 2].map((i) => {
    const n = wall.normal[i]!;
    return Math.abs(n) < 1e-6 ? centre[i]! : n > 0 ? a.shape.low[i]! : a.shape.high[i]!;
  }) as Vec3;
}

/** The point of a that faces b along the normal: the middle of where they overlap in the other directions. */
function facing(a: Solid, b: Solid, n: Vec3, distance: number): Vec3 {
  const turned = [a, b].find((s) => s.shape.kind === 'prism');
  if (turned?.shape.kind === 'prism') {
    // A corner of the one before a side of the other: both ends of the line are where that corner is.
    const own = farthest(a.shape, n);
    const other = farthest(b.shape, n.map((v) => -v) as Vec3);
    const at = own.corner || !other.corner ? own.at : (other.at.map((v, i) => v - n[i]! * distance) as Vec3);
    const { axis } = turned.shape;
    const [low, high] = [
      Math.max(a.shape.low[axis], b.shape.low[axis]),
      Math.min(a.shape.high[axis], b.shape.high[axis]),
    ];
    if (Math.abs(n[axis]) < 1e-6 && low <= high) at[axis] = (low + high) / 2;
    return at;
  }
  return [0, 1, 2].map((i) => {
    if (n[i]! > 0.5) return a.shape.high[i]!;
    if (n[i]! < -0.5) return a.shape.low[i]!;
    const low = Math.max(a.shape.low[i]!, b.shape.low[i]!);
    const high = Math.min(a.shape.high[i]!, b.shape.high[i]!);
    return low <= high ? (low + high) / 2 : n[i]! >= 0 ? a.shape.high[i]! : a.shape.low[i]!;
  }) as Vec3;
}
