import { placedConnectors, plugEnd, type Assembly, type PlacedPart } from '../../assembly';
import type { Conversion } from '../../document';
import { kindOf } from '../../parts';
import { practice } from '../../standards';
import { axisOf, signedDistance, signOf, type Direction, type Shape, type Vec3 } from '../../solid';
import { exitsOf, remainsOf } from './exits';

/** What a hand and a driver need, mm: handbook practice. */
export const ROOM_FOR = {
  driver: { diameter: 8, length: 100, source: practice },
  finger: { width: 20, depth: 25, source: practice },
} as const;

/** Whether something of a part can be got at with everything in, and what stands in the way. */
export interface Access {
  part: string;
  what: 'screw' | 'plug';
  name: string;
  at: Vec3;
  /** The room the driver or the finger needs. */
  room: Shape;
  /** Other parts in that room; the part itself where its own blocks are. */
  blockers: string[];
}

/**
 * Driver and finger access of all parts: screws that are driven from inside want a straight shaft, plugs a fingertip
 * from the nearest exit down to them. Screws that go in from outside the shell are always reachable.
 */
export function accessOf(document: Conversion, assembly: Assembly): Access[] {
  const exits = exitsOf(document, assembly);
  const remains = remainsOf(assembly, exits);
  const ways = exits.length > 0 ? exits.map((e) => e.direction) : [];
  return assembly.parts.flatMap((part) => [
    ...screwsOf(
      document,
      part,
      assembly,
      remains.features.map((f) => f.shape),
    ),
    ...plugsOf(part, assembly, ways),
  ]);
}

const normal: Vec3 = [0, 0, 0];
const hits = (room: Shape, shape: Shape) => signedDistance(room, shape, normal) < -0.05;

/** Parts whose bodies stand in a room. */
function inRoom(room: Shape, assembly: Assembly, own: string, ownBlocks: (id: string) => boolean): string[] {
  return assembly.parts
    .filter((p) =>
      p.solids.some((s) => s.role === 'body' && !(p.id === own && !ownBlocks(s.id)) && hits(room, s.shape)),
    )
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
      return { part: part.id, what: 'screw', name: cut.name, at, room, blockers };
    });
}

/** Plugs are pulled by a fingertip that comes straight from one of the exits. */
function plugsOf(part: PlacedPart, assembly: Assembly, ways: readonly Direction[]): Access[] {
  const { low: hullLow, high: hullHigh } = assembly.hull;
  return placedConnectors(part)
    .filter((c) => c.straight >= 10)
    .map((connector): Access => {
      const at = plugEnd(connector);
      let best: Access | undefined;
      for (const way of ways) {
        const axis = axisOf(way);
        const [b, c] = [0, 1, 2].filter((i) => i !== axis) as [number, number];
        const low: Vec3 = [...at];
        const high: Vec3 = [...at];
        low[b]! -= ROOM_FOR.finger.width / 2;
        high[b]! += ROOM_FOR.finger.width / 2;
        low[c]! -= ROOM_FOR.finger.depth / 2;
        high[c]! += ROOM_FOR.finger.depth / 2;
        if (signOf(way) > 0) high[axis] = hullHigh[axis] + 1;
        else low[axis] = hullLow[axis] - 1;
        const room: Shape = { kind: 'box', low, high };
        // The body the socket sits on is beside the finger, not in its way.
        const blockers = inRoom(room, assembly, part.id, () => false);
        if (!best || blockers.length < best.blockers.length)
          best = { part: part.id, what: 'plug', name: `${connector.name} plug`, at, room, blockers };
      }
      return best ?? { part: part.id, what: 'plug', name: `${connector.name} plug`, at, room: DOT(at), blockers: [] };
    });
}

const DOT = (at: Vec3): Shape => ({ kind: 'box', low: at, high: at });
