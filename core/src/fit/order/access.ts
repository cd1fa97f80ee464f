import { placedConnectors, plugEnd, type Assembly, type PlacedPart, type Solid, faceReaches } from '../../assembly';
import type { Conversion } from '../../document';
import { kindOf } from '../../parts';
import { intoRoom } from '../../shell';
import { practice } from '../../standards';
import {
  axisOf,
  opposite,
  signedDistance,
  signOf,
  type Axis,
  type Box,
  type Direction,
  type Shape,
  type Vec3,
} from '../../solid';
import { comingOut } from './comingOut';
import { exitsOf, remainsOf, type Exit } from './exits';
import { withIt } from './ways';

/** What a hand and a driver need, mm: common practice, no source. */
export const ROOM_FOR = {
  driver: { diameter: 8, length: 100, source: practice },
  finger: { width: 20, depth: 25, source: practice },
} as const;

/** Whether something of a part or of the shell can be got at with everything in, and what stands in the way. */
export interface Access {
  about: { kind: 'part' | 'feature'; id: string };
  what: 'screw' | 'plug' | 'switch' | 'closure';
  name: string;
  at: Vec3;
  /** The room the driver or the finger needs. */
  room: Shape;
  /** Other parts in that room; the part itself where its own blocks are. */
  blockers: string[];
}

/**
 * Driver and finger access: screws that are driven from inside want a straight shaft, plugs a fingertip from the nearest
 * exit down to them. Screws that go in from outside the shell are always reachable. The switch of a supply is pressed
 * from outside where its face lies in a wall, the contacts of original controls are wired from inside.
 */
export function accessOf(document: Conversion, as: Assembly): Access[] {
  // What comes out for the work is in no hand's way.
  const assembly: Assembly = { ...as, features: comingOut(document, as).features };
  const exits = exitsOf(document, assembly);
  const remains = remainsOf(assembly, exits);
  const ways = exits.length > 0 ? exits.map((e) => e.direction) : [];
  const standing = remains.features.map((f) => f.shape);
  const opens = new Set(exits.map((e) => e.body));
  /** What is still beside something that rides on a body once all is open that opens. */
  const besideOf = (on: string | undefined): Assembly =>
    opens.size === 0
      ? assembly
      : { ...assembly, parts: assembly.parts.filter((p) => withIt(on, p.placement.on, opens)) };
  const base = besideOf(undefined);
  return [
    ...assembly.parts.flatMap((part) => {
      const carrier = exits.find((e) => e.body === part.placement.on);
      // What comes off with a body is reached from the side that lay inside, free of the shell.
      const [beside, from, around] = carrier
        ? [besideOf(carrier.body), [takenFrom(document, carrier)], []]
        : [base, ways, standing];
      return [
        ...screwsOf(document, part, beside, around),
        ...plugsOf(part, beside, from),
        ...mainsSwitchOf(document, part, beside, standing, from),
      ];
    }),
    ...controlsOf(document, base, ways),
    ...closuresOf(document, assembly, exits, remains.features),
  ];
}

/** The side from which a hand comes at what rides on a body that is open: a drawer from above, all else from where it lay. */
const takenFrom = ({ shell }: Conversion, { body, direction }: Exit): Direction =>
  shell.bodies[body]!.motion.kind === 'slide' ? 'top' : opposite(direction);

const normal: Vec3 = [0, 0, 0];
const hits = (room: Shape, shape: Shape) => signedDistance(room, shape, normal) < -0.05;

/** Parts whose bodies stand in a room; of the part it belongs to only blocks that count. */
function inRoom(
  room: Shape,
  assembly: Assembly,
  own?: string,
  counts: (id: string) => boolean = () => false,
): string[] {
  return assembly.parts
    .filter((p) => p.solids.some((s) => s.role === 'body' && (p.id !== own || counts(s.id)) && hits(room, s.shape)))
    .map((p) => p.id);
}

/** A board's screws are driven from its component side, through its holes into the standoffs. */
function screwsOf(document: Conversion, part: PlacedPart, assembly: Assembly, features: readonly Shape[]): Access[] {
  if (kindOf(document.kit.parts[part.id]!) !== 'board') return [];
  const mount = part.faces.find((f) => !f.mustReachOutside);
  const plate = part.solids.find((s) => s.id === `${part.id}/plate`);
  if (!mount || !plate) return [];
  const axis = axisOf(mount.direction);
  const away = -signOf(mount.direction);
  return mount.cuts
    .filter((cut) => cut.kind === 'drill')
    .map((cut): Access => {
      const at: Vec3 = [...cut.at];
      at[axis] = away > 0 ? plate.shape.high[axis] : plate.shape.low[axis];
      const r = ROOM_FOR.driver.diameter / 2;
      const low = at.map((v) => v - r) as Vec3;
      const high = at.map((v) => v + r) as Vec3;
      low[axis] = away > 0 ? at[axis] + 0.1 : at[axis] - ROOM_FOR.driver.length;
      high[axis] = away > 0 ? at[axis] + ROOM_FOR.driver.length : at[axis] - 0.1;
      const room: Shape = { kind: 'cylinder', axis, low, high };
      const blockers = inRoom(room, assembly, part.id, (id) => id !== plate.id && !id.includes('/pins'));
      if (features.some((f) => hits(room, f))) blockers.push('shell');
      return { about: { kind: 'part', id: part.id }, what: 'screw', name: cut.name, at, room, blockers };
    });
}

/** Plugs are pulled by a fingertip that comes straight from one of the exits. */
function plugsOf(part: PlacedPart, assembly: Assembly, ways: readonly Direction[]): Access[] {
  return placedConnectors(part)
    .filter((c) => c.straight >= 10)
    .map((connector): Access => {
      const at = plugEnd(connector);
      // The body the socket sits on is beside the finger, not in its way.
      const { room, blockers } = fingerTo(at, assembly, ways, part.id);
      return { about: { kind: 'part', id: part.id }, what: 'plug', name: `${connector.name} plug`, at, room, blockers };
    });
}

/** The room of a fingertip that comes straight from the exit from which the fewest parts stand in its way. */
function fingerTo(at: Vec3, assembly: Assembly, ways: readonly Direction[], own?: string) {
  const { low: hullLow, high: hullHigh } = assembly.hull;
  let best: { room: Shape; blockers: string[] } | undefined;
  for (const way of ways) {
    const axis = axisOf(way);
    const room = fingertip(at, axis);
    if (signOf(way) > 0) room.high[axis] = hullHigh[axis] + 1;
    else room.low[axis] = hullLow[axis] - 1;
    const blockers = inRoom(room, assembly, own);
    if (!best || blockers.length < best.blockers.length) best = { room, blockers };
  }
  return best ?? { room: { kind: 'box' as const, low: at, high: at }, blockers: [] };
}

/** A flat room as wide as a fingertip across an axis. */
function fingertip(at: Vec3, axis: Axis): Box {
  const [b, c] = [0, 1, 2].filter((i) => i !== axis) as [number, number];
  const low: Vec3 = [...at];
  const high: Vec3 = [...at];
  low[b]! -= ROOM_FOR.finger.width / 2;
  high[b]! += ROOM_FOR.finger.width / 2;
  low[c]! -= ROOM_FOR.finger.depth / 2;
  high[c]! += ROOM_FOR.finger.depth / 2;
  return { kind: 'box', low, high };
}

/**
 * The mains switch of a supply, beside its inlet (common practice, no source): from outside it wants a fingertip before
 * the wall, where its face reaches none it is pressed from an exit.
 */
function mainsSwitchOf(
  document: Conversion,
  part: PlacedPart,
  assembly: Assembly,
  features: readonly Shape[],
  ways: readonly Direction[],
): Access[] {
  if (kindOf(document.kit.parts[part.id]!) !== 'supply') return [];
  const inlet = faceReaches(assembly, part).find((r) => r.face.mustReachOutside);
  if (!inlet) return [];
  const { face, wall, reaches } = inlet;
  const axis = axisOf(face.direction);
  const sign = signOf(face.direction);
  const at = (face.cuts[0]?.at.slice() ?? part.low.map((v, i) => (v + part.high[i]!) / 2)) as Vec3;
  at[axis] = face.plane;
  const base = { about: { kind: 'part' as const, id: part.id }, what: 'switch' as const, name: 'mains switch', at };
  if (!reaches || !wall) return [{ ...base, ...fingerTo(at, assembly, ways, part.id) }];
  const room = fingertip(at, axis);
  const from = at[axis] + sign * wall.thickness;
  room.low[axis] = Math.min(from, from + sign * ROOM_FOR.finger.depth);
  room.high[axis] = Math.max(from, from + sign * ROOM_FOR.finger.depth);
  const blockers = inRoom(room, assembly, part.id);
  if (features.some((f) => hits(room, f))) blockers.push('shell');
  return [{ ...base, room, blockers }];
}

/**
 * Screws from inside that hold a body of the shell: a driver comes at them straight from the room, past what stands there
 * and, where only a window opens before, through that.
 */
function closuresOf(
  document: Conversion,
  assembly: Assembly,
  exits: readonly Exit[],
  standing: readonly Solid[],
): Access[] {
  return Object.entries(document.shell.features)
    .filter(([, f]) => f.kind === 'screw' && f.fate !== 'removed' && f.body in document.shell.bodies)
    .flatMap(([id, feature]) => {
      const way = intoRoom(document, feature);
      const axis = axisOf(way);
      const sign = signOf(way);
      return assembly.features
        .filter((f) => f.owner === id && !f.swept)
        .map(({ shape }): Access => {
          const at = shape.low.map((v, i) => (v + shape.high[i]!) / 2) as Vec3;
          at[axis] = sign > 0 ? shape.high[axis] : shape.low[axis];
          const r = ROOM_FOR.driver.diameter / 2;
          const low = at.map((v) => v - r) as Vec3;
          const high = at.map((v) => v + r) as Vec3;
          low[axis] = sign > 0 ? at[axis] : at[axis] - ROOM_FOR.driver.length;
          high[axis] = sign > 0 ? at[axis] + ROOM_FOR.driver.length : at[axis];
          const room: Shape = { kind: 'cylinder', axis, low, high };
          const blockers = inRoom(room, assembly);
          if (standing.some((f) => f.owner !== id && !f.swept && hits(room, f.shape))) blockers.push('shell');
          const before = exits.slice(
            0,
            exits.findIndex((e) => e.body === feature.body),
          );
          if (before.length > 0 && !before.some((exit) => isBehind(exit, at))) blockers.push('shell');
          return { about: { kind: 'feature', id }, what: 'closure', name: feature.name, at, room, blockers };
        });
    });
}

/** How far from the edge of a window a hand still gets, mm (common practice, no source). */
const AROUND = 150;

/** Is a place straight behind what an exit opens, or a hand's length beside it? */
const isBehind = ({ opens, direction }: Exit, at: Vec3): boolean =>
  opens.kind === 'beyond' ||
  [0, 1, 2].every(
    (i) => i === axisOf(direction) || (at[i]! >= opens.low[i]! - AROUND && at[i]! <= opens.high[i]! + AROUND),
  );

/** Contacts of an original control that stays and is used are on the side away from the nearest wall: a fingertip has to get there. */
function controlsOf(document: Conversion, assembly: Assembly, ways: readonly Direction[]): Access[] {
  const { innerLow, innerHigh } = assembly.hull;
  const used = new Set(Object.values(document.panel.controls).map((c) => c.feature));
  return Object.entries(document.shell.features)
    .filter(([id, f]) => f.kind === 'mechanism' && f.fate === 'keep' && (f.control !== undefined || used.has(id)))
    .flatMap(([id, feature]): Access[] => {
      const shapes = assembly.features.filter((f) => f.owner === id && !f.swept).map((f) => f.shape);
      if (shapes.length === 0) return [];
      const low = [0, 1, 2].map((i) => Math.min(...shapes.map((s) => s.low[i]!))) as Vec3;
      const high = [0, 1, 2].map((i) => Math.max(...shapes.map((s) => s.high[i]!))) as Vec3;
      const gaps = ([0, 1, 2] as Axis[]).flatMap((axis) => [
        { axis, sign: 1, gap: low[axis] - innerLow[axis] },
        { axis, sign: -1, gap: innerHigh[axis] - high[axis] },
      ]);
      const { axis, sign } = gaps.reduce((a, b) => (b.gap < a.gap ? b : a));
      const at = low.map((v, i) => (v + high[i]!) / 2) as Vec3;
      at[axis] = (sign > 0 ? high[axis] : low[axis]) + sign * (ROOM_FOR.finger.depth / 2);
      const { room, blockers } = fingerTo(at, assembly, ways);
      return [
        { about: { kind: 'feature', id }, what: 'switch', name: `contacts of ${feature.name}`, at, room, blockers },
      ];
    });
}
