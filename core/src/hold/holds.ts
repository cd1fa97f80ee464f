import { faceReaches, ownStandoffs, ridersOf, type Assembly, type PlacedFace, type PlacedPart } from '../assembly';
import type { Conversion, MountKind } from '../document';
import type { PlugKind } from '../parts';
import { axisOf, signOf, type Direction, type Vec3 } from '../solid';
import { LONGEST_STANDOFF, STANDOFF_LENGTHS } from '../standards';
import { meeting, TOUCHES, type Met, type Support, type Surroundings } from './support';

/** How a part is held: by what follows from where it is, or as the user said. */
export type HoldKind =
  /** Screws through its own holes, on standoffs where there is a gap. */
  | 'screws'
  /** It is plugged into a board. */
  | 'plug'
  /** One of a row that is held together. */
  | 'row'
  /** By a tray, frame, bracket or another part that others stand on. */
  | 'carrier'
  /** By a part that is printed for it. */
  | 'print'
  /** Strap, tape or glue, as the user said. */
  | 'strap'
  | 'tape'
  | 'glue'
  /** By its own weight alone. */
  | 'stands'
  /** It touches something, and no more. */
  | 'touches'
  | 'nothing';

/** What holds a part. */
export interface Hold {
  part: string;
  kind: HoldKind;
  /** What it is held by; absent where nothing holds it, and for a row. */
  by?: Support;
  /** From the part to what holds it, mm: what standoffs are long. */
  gap: number;
  /** The side of the part that is held, as the shell has it. */
  side?: Direction;
  /** Of so many holes for screws so many meet what holds it. */
  met: number;
  holes: number;
  /** Bodies of the shell that its screws go into: more than one, and a joint runs between them. */
  bodies: (string | undefined)[];
  /** Where the holes of its mounting side meet something, whatever holds it in the end. */
  screws?: Screws;
  /** Battens that bear it, so high, mm: where the user or a search set it on some and they reach what is under it. */
  battens?: number;
  /** What of a board or cage it is plugged into. */
  into?: PlugKind;
  /** What a strap that the user said goes to, over a part that something else holds at one end. */
  strapped?: Support;
}

/** Holes of a part’s mounting side before something they can be screwed to. */
export interface Screws {
  by: Support;
  /** The face of the part. */
  face: string;
  side: Direction;
  gap: number;
  met: number;
  holes: number;
}

/** The longest standoff that is sold and no longer than a gap, mm; undefined under the shortest. */
export const standoffFor = (gap: number): number | undefined =>
  STANDOFF_LENGTHS.filter((length) => length <= gap + 0.35).at(-1);

/** Kinds of mounts that want no holes, and what they hold. */
const STUCK: Readonly<Partial<Record<MountKind, HoldKind>>> = { strap: 'strap', tape: 'tape', glue: 'glue' };
/** Prints that hold what they are for. */
const HOLDING_PRINTS: ReadonlySet<string> = new Set(['plate', 'tray', 'bracket', 'stack', 'fan adapter']);
/** Faces of a part by which it hangs in a wall: screws around an opening, a nut, the bracket of a card. */
const HELD_BY_FACE: ReadonlySet<string> = new Set(['inlet', 'fan', 'jack', 'bracket']);

const kept = new WeakMap<Assembly, { rests: readonly unknown[]; holds: ReadonlyMap<string, Hold> }>();

/**
 * What holds each part that is in the shell: read from where it is, from what it is plugged into and from what the user
 * said of it. Nothing is assumed: what touches something is not held by it. Pure; the same plan gives the same map.
 */
export function holdsOf(document: Conversion, assembly: Assembly): ReadonlyMap<string, Hold> {
  const { shell, kit, layout, cut } = document;
  const rests = [shell, kit.parts, layout.placements, layout.rows, cut.mounts, cut.prints];
  const known = kept.get(assembly);
  if (known?.rests.every((r, i) => r === rests[i])) return known.holds;
  const holds = new Map(assembly.parts.map((part) => [part.id, keptHold(document, assembly, part)]));
  inRows(document, holds);
  kept.set(assembly, { rests, holds });
  return holds;
}

/** What was found of a part, and all that it rests on: the shell, what was said of it, and the parts around it. */
const ofPart = new WeakMap<PlacedPart, { rests: readonly unknown[]; hold: Hold }>();
/** Parts farther off than this hold nothing of it, mm: more than the longest standoff. */
const AROUND = 60;

/** The hold of a part, found anew only where something near it or what was said of it has changed. */
function keptHold(document: Conversion, assembly: Assembly, part: PlacedPart): Hold {
  const { shell, cut, layout, kit } = document;
  const { low, high } = part;
  const { with: under } = part.placement;
  const rests: unknown[] = [
    shell,
    cut.prints,
    cut.mounts[part.id],
    assembly.features,
    under === undefined ? undefined : kit.parts[under],
    part.pluggedInto === undefined ? undefined : kit.parts[part.pluggedInto],
  ];
  const carries = ridersOf({ layout }, part.id).length > 0;
  for (const other of assembly.parts) {
    const own = other.placement;
    // What goes with it, wherever that is, counts too.
    const tied = other.pluggedInto === part.id || own.with === part.id || other.id === under;
    const near =
      other.low[0] <= high[0] + AROUND &&
      other.high[0] >= low[0] - AROUND &&
      other.low[1] <= high[1] + AROUND &&
      other.high[1] >= low[1] - AROUND &&
      other.low[2] <= high[2] + AROUND &&
      other.high[2] >= low[2] - AROUND;
    if (other !== part && (tied || near || carries)) rests.push(other);
  }
  const known = ofPart.get(part);
  if (known && known.rests.length === rests.length && known.rests.every((r, i) => r === rests[i])) return known.hold;
  const hold = onBattens(
    document,
    assembly,
    part,
    withStrap(document, assembly, part, holdOf(document, assembly, part)),
  );
  ofPart.set(part, { rests, hold });
  return hold;
}

/** Battens that bear a part, whatever else holds it. */
function onBattens(document: Conversion, assembly: Assembly, part: PlacedPart, hold: Hold): Hold {
  const { battens } = part.placement;
  return battens !== undefined && stands({ document, assembly, part, not: new Set() }) ? { ...hold, battens } : hold;
}

/** A strap reaches so far to something it can go round or be screwed to, mm. Common practice, no source. */
const STRAP_REACH = 60;

/** A strap over what is plugged in or hangs in a wall: it goes to a wall, a feature, or what is made to carry. */
function withStrap(document: Conversion, assembly: Assembly, part: PlacedPart, hold: Hold): Hold {
  if (document.cut.mounts[part.id]?.kind !== 'strap' || (hold.kind !== 'plug' && hold.kind !== 'screws')) return hold;
  const around: Surroundings = { document, assembly, part, not: new Set() };
  // What comes off, or opens, would take it along.
  const holds = ({ support }: Met) =>
    support.body === part.placement.on &&
    (support.kind !== 'part' || document.kit.parts[support.id]?.own?.carries === true);
  const met = SIDES.flatMap((side) => {
    const meet = meeting(around, side, STRAP_REACH);
    return pointsOn(part, side).flatMap((p) => meet(p) ?? []);
  }).filter((m) => holds(m) && !(hold.kind === 'screws' && m.support.id === hold.by?.id));
  const [first, ...rest] = met;
  if (!first) return hold;
  return { ...hold, strapped: rest.reduce((best, m) => (m.distance < best.distance ? m : best), first).support };
}

/** What is held by nothing itself is held by its row, where another of the row is held. */
function inRows({ layout }: Conversion, holds: Map<string, Hold>): void {
  for (const { parts } of Object.values(layout.rows ?? {})) {
    const all = Object.keys(parts).flatMap((id) => holds.get(id) ?? []);
    if (!all.some(({ kind }) => HOLDS.has(kind))) continue;
    for (const hold of all) if (!HOLDS.has(hold.kind)) holds.set(hold.part, { ...hold, kind: 'row' });
  }
}

/** What keeps a part where it is, at least while the shell stands still. */
export const HOLDS: ReadonlySet<HoldKind> = new Set<HoldKind>([
  'screws',
  'plug',
  'row',
  'carrier',
  'print',
  'strap',
  'tape',
  'glue',
  'stands',
]);

function holdOf(document: Conversion, assembly: Assembly, part: PlacedPart): Hold {
  const { id, placement } = part;
  const not = new Set(assembly.parts.filter((p) => p.pluggedInto === id || p.placement.with === id).map((p) => p.id));
  for (const carrier of [...not]) for (const rider of ridersOf(document, carrier)) not.add(rider);
  const around: Surroundings = { document, assembly, part, not };
  const said = document.cut.mounts[id]?.kind;
  const found = byScrews(around, said === 'standoff');
  const screws = found && screwsOf(found);
  const none: Hold = {
    part: id,
    kind: 'nothing',
    gap: 0,
    met: 0,
    holes: 0,
    bodies: [placement.on],
    ...(screws ? { screws } : {}),
  };
  if (part.pluggedInto !== undefined) {
    const board = document.kit.parts[part.pluggedInto]!;
    const into = part.plug!.into;
    return { ...none, kind: 'plug', by: { kind: 'part', id: part.pluggedInto, name: board.name }, into };
  }
  const stuck = said && STUCK[said];
  // A strap does not undo the screws by which a part hangs in a wall: it goes over its other end.
  const overHung = stuck === 'strap' && byItsFace(document, assembly, part) !== undefined;
  const touching = stuck && !overHung ? touches(around) : undefined;
  if (touching && stuck)
    return { ...none, kind: stuck, by: touching.met.support, side: touching.side, bodies: [touching.met.support.body] };
  if (placement.with !== undefined) {
    const carrier = document.kit.parts[placement.with]!;
    const by: Support = { kind: 'part', id: placement.with, name: carrier.name };
    if (screws?.by.id === placement.with) {
      const { gap, met, holes, side } = screws;
      return { ...none, kind: 'screws', by, gap, met, holes, side };
    }
    // What has no holes for it stands on it, or lies in it and is clamped.
    return { ...none, kind: stands(around)?.support.id === placement.with ? 'stands' : 'carrier', by };
  }
  if (found && screws && !stuck) {
    const { by, side, gap, met, holes } = screws;
    return { ...none, kind: 'screws', by, side, gap, met, holes, bodies: found.bodies };
  }
  const hung = byItsFace(document, assembly, part);
  if (hung) return hung;
  if (Object.values(document.cut.prints).some((p) => p.of?.split('.')[0] === id && HOLDING_PRINTS.has(p.kind)))
    return { ...none, kind: 'print' };
  const standing = stands(around);
  if (standing) return { ...none, kind: 'stands', by: standing.support, side: 'bottom', gap: standing.distance };
  const beside = touches(around);
  return beside ? { ...none, kind: 'touches', by: beside.met.support, side: beside.side } : none;
}

/** A place of a face’s cut, in the plane of the face. */
function inPlane(at: Vec3, { direction, plane }: PlacedFace): Vec3 {
  const from: Vec3 = [...at];
  from[axisOf(direction)] = plane;
  return from;
}

/** Screw holes of a face that is no opening to the outside. */
const drillsOf = (face: PlacedFace) => face.cuts.filter((cut) => cut.kind === 'drill');

interface FoundScrews extends Screws {
  bodies: (string | undefined)[];
}

const screwsOf = ({ bodies: _, ...screws }: FoundScrews): Screws => screws;

/**
 * Screws by which a part is held: two holes or more of its mounting side meet one thing, as far away as its standoffs are
 * long. Where the user said standoffs, any usual length will do.
 */
function byScrews(around: Surroundings, onStandoffs: boolean): FoundScrews | undefined {
  for (const face of around.part.faces) {
    const drills = drillsOf(face);
    if (face.mustReachOutside || drills.length === 0 || face.askew !== undefined) continue;
    const meet = meeting(around, face.direction, onStandoffs ? LONGEST_STANDOFF : face.reach);
    const met = drills.flatMap(({ at }) => meet(inPlane(at, face)) ?? []);
    const best = mostMet(met);
    if (!best || best.count < Math.min(2, drills.length)) continue;
    const { support, distance } = best.met;
    return {
      by: support,
      face: face.id,
      gap: Math.max(0, distance) + ownStandoffs(around.part),
      side: face.direction,
      met: best.count,
      holes: drills.length,
      bodies: [...new Set(met.filter((m) => m.support.id === support.id).map((m) => m.support.body))],
    };
  }
  return undefined;
}

/** What most of the points met, and how many of them. */
function mostMet(met: readonly Met[]): { met: Met; count: number } | undefined {
  let best: { met: Met; count: number } | undefined;
  for (const one of met) {
    const count = met.filter(
      (m) => m.support.id === one.support.id && Math.abs(m.distance - one.distance) <= TOUCHES,
    ).length;
    if (!best || count > best.count) best = { met: one, count };
  }
  return best;
}

/** What hangs in a wall by the face that looks out of it. */
function byItsFace(document: Conversion, assembly: Assembly, part: PlacedPart): Hold | undefined {
  const around: Surroundings = { document, assembly, part, not: new Set() };
  for (const { face, reaches, onWall } of faceReaches(assembly, part)) {
    if (!reaches || !onWall || !HELD_BY_FACE.has(face.id)) continue;
    const drills = drillsOf(face);
    // An inlet that is no more than an opening holds nothing.
    if (face.id === 'inlet' && drills.length === 0) continue;
    const places = drills.length > 0 ? drills : face.cuts;
    const meet = meeting(around, face.direction, face.reach + TOUCHES);
    const met = places.flatMap(({ at }) => meet(inPlane(at, face)) ?? []);
    const walls = met.filter((m) => m.support.kind === 'wall' || m.support.kind === 'board');
    if (walls.length === 0) continue;
    return {
      part: part.id,
      kind: 'screws',
      by: walls[0]!.support,
      gap: 0,
      side: face.direction,
      met: walls.length,
      holes: places.length,
      bodies: [...new Set(walls.map((m) => m.support.body))],
    };
  }
  return undefined;
}

/** Points across a side at which it is asked what is there. */
const ACROSS = [0.02, 0.25, 0.5, 0.75, 0.98];

/** Places on a side of a part's bodies, in shell coordinates: those of the bodies that end there. */
function pointsOn(part: PlacedPart, side: Direction): Vec3[] {
  const axis = axisOf(side);
  const high = signOf(side) > 0;
  const bodies = part.solids.filter((s) => (s.role === 'body' || s.role === 'mount') && !s.outside);
  if (bodies.length === 0) return [];
  const ends = bodies.map((s) => (high ? s.shape.high : s.shape.low)[axis]);
  const end = high ? Math.max(...ends) : Math.min(...ends);
  const [a, b] = [0, 1, 2].filter((i) => i !== axis) as [0 | 1 | 2, 0 | 1 | 2];
  return bodies
    .filter((_, i) => Math.abs(ends[i]! - end) <= TOUCHES)
    .flatMap(({ shape: { low, high: top } }) =>
      ACROSS.flatMap((u) =>
        ACROSS.map((v): Vec3 => {
          const p: Vec3 = [0, 0, 0];
          p[axis] = end;
          p[a] = low[a] + u * (top[a] - low[a]);
          p[b] = low[b] + v * (top[b] - low[b]);
          return p;
        }),
      ),
    );
}

/** Places all over the underside of a part, shell coordinates. */
export const undersideOf = (part: PlacedPart): Vec3[] => pointsOn(part, 'bottom');

/**
 * What a part stands on without falling over: the middle of it lies between places that are borne. On battens it is borne
 * where what is under it lies just so much lower.
 */
function stands(around: Surroundings): Met | undefined {
  const { part } = around;
  const over = part.placement.battens ?? 0;
  const meet = meeting(around, 'bottom', over + TOUCHES);
  const borne = pointsOn(part, 'bottom').flatMap((p) => {
    const met = meet(p);
    return met && met.distance >= over - TOUCHES ? [{ p, met }] : [];
  });
  const middle = [0, 1].map((i) => (part.low[i]! + part.high[i]!) / 2);
  const angles = borne.map(({ p }) => Math.atan2(p[1] - middle[1]!, p[0] - middle[0]!)).sort((a, b) => a - b);
  if (angles.length < 3) return undefined;
  const widest = Math.max(
    ...angles.map((a, i) => (i + 1 < angles.length ? angles[i + 1]! : angles[0]! + 2 * Math.PI) - a),
  );
  if (widest >= Math.PI) return undefined;
  return mostMet(borne.map((b) => b.met))?.met;
}

const SIDES: readonly Direction[] = ['bottom', 'left', 'right', 'front', 'rear', 'top'];

/** So many of the places of a side lie on something: there tape and straps hold. Common practice, no source. */
const LIES_ON = 5;

/** What stands on an edge is stuck to what is beside it where that side is so many times as large. Common practice, no source. */
const EDGE = 4;

/** The side with which a part lies on something, its underside first, but where that is an edge only. */
function touches(around: Surroundings): { side: Direction; met: Met } | undefined {
  const [w, d, h] = [0, 1, 2].map((i) => around.part.high[i]! - around.part.low[i]!) as [number, number, number];
  const onEdge = EDGE * w * d < Math.max(w, d) * h;
  for (const side of onEdge ? [...SIDES.slice(1), SIDES[0]!] : SIDES) {
    const over = side === 'bottom' ? (around.part.placement.battens ?? 0) : 0;
    const meet = meeting(around, side, over + TOUCHES);
    const met = pointsOn(around.part, side)
      .flatMap((p) => meet(p) ?? [])
      .filter((m) => m.distance >= over - TOUCHES);
    const best = mostMet(met);
    if (best && best.count >= LIES_ON) return { side, met: best.met };
  }
  return undefined;
}
