import type { Assembly, PlacedPart } from '../../assembly';
import type { Conversion } from '../../document';
import { FREED } from '../../parts';
import { axisOf, directionOf, opposite, type Axis, type Direction } from '../../solid';
import { withComingOut } from './comingOut';
import { exitsOf, remainsOf, type Exit } from './exits';
import { blockersOf, meetsShell, type Leg } from './sweep';

/** A way out for a part: through which exit, along which legs, and which other parts stand in it. */
export interface WayOutOfShell {
  exit: Exit;
  legs: Leg[];
  blockers: ReadonlySet<string>;
  /** It is tilted by so much on its way, degrees. */
  tilted?: number;
}

/** Sideways moves that are tried before the way out, mm: free of a wall, of an edge, of a neighbour, across. */
const SIDEWAYS = [4, 10, 25, 60, 120] as const;
const LIFTS = [30, 80] as const;
/** Ways with the fewest blockers that are kept of each part. */
const KEPT = 8;

/**
 * Ways out of every part through every exit: straight, after a move sideways, or up, sideways and on. The shell that is
 * left may stand in none of them; other parts are their blockers. Blocking relations by direction as in Wilson and
 * Latombe (1994, from memory), with these short ways for directions.
 */
export function waysOut(document: Conversion, as: Assembly): Map<string, WayOutOfShell[]> {
  const assembly = withComingOut(document, as);
  const exits = exitsOf(document, assembly);
  const remains = remainsOf(assembly, exits);
  const ways = new Map<string, WayOutOfShell[]>();
  const opens = new Set(exits.map((e) => e.body));
  for (const part of assembly.parts) {
    const { on } = part.placement;
    const others = assembly.parts.filter((p) => p.id !== part.id && withIt(on, p.placement.on, opens));
    const found: WayOutOfShell[] = [];
    const carrier = exits.find((e) => e.body === on);
    if (carrier) {
      // The body brings it out: from a drawer it is lifted, from all else it comes off on the inside.
      const slides = document.shell.bodies[carrier.body]!.motion.kind === 'slide';
      const off = slides ? 'top' : opposite(carrier.direction);
      const blockers = new Set(blockersOf(part, [{ direction: off, by: FREE }], others));
      ways.set(part.id, [{ exit: carrier, legs: [legTo(assembly, part, carrier)], blockers }]);
      continue;
    }
    for (const exit of exits)
      for (const legs of legsTo(assembly, part, exit)) {
        if (found.some((w) => w.blockers.size === 0)) break;
        if (meetsShell(part, legs, remains, exit)) continue;
        const held = others.filter((other) => socketHolds(part, other, legs[0]!)).map((other) => other.id);
        found.push({ exit, legs, blockers: new Set([...blockersOf(part, legs, others), ...held]) });
      }
    ways.set(part.id, best(found));
  }
  return ways;
}

/** Is something that rides on `other` still there for what rides on `on`, once every body that opens is open? */
export const withIt = (on: string | undefined, other: string | undefined, opens: ReadonlySet<string>) =>
  other === undefined || !opens.has(other) ? on === undefined || !opens.has(on) : other === on;

/** What is plugged in leaves only straight out of its socket, and the board only straight away from it. */
function socketHolds(part: PlacedPart, other: PlacedPart, { direction, by }: Leg): boolean {
  const held = (one: PlacedPart, out: Direction) => direction !== out || by < FREED[one.plug!.into].grip;
  if (part.pluggedInto === other.id) return held(part, part.pluggedOut!);
  return other.pluggedInto === part.id && held(other, opposite(other.pluggedOut!));
}

/** What comes off a body is free of what rides beside it after so much, mm. */
const FREE = 200;

/** Straight out, far enough to be outside altogether. */
function legTo({ hull: { low, high } }: Assembly, part: PlacedPart, { direction }: Pick<Exit, 'direction'>): Leg {
  const axis = axisOf(direction);
  return { direction, by: high[axis] - low[axis] + (part.high[axis] - part.low[axis]) };
}

/** Candidate ways through an exit, shortest first. */
function legsTo(assembly: Assembly, part: PlacedPart, { direction }: Exit): Leg[][] {
  const axis = axisOf(direction);
  const out = legTo(assembly, part, { direction });
  const sideways = ([0, 1, 2] as Axis[])
    .filter((a) => a !== axis)
    .flatMap((a) => SIDEWAYS.flatMap((by) => [1, -1].map((sign): Leg => ({ direction: directionOf(a, sign), by }))))
    .sort((p, q) => p.by - q.by);
  const lifts = LIFTS.map((by): Leg => ({ direction, by }));
  const upFirst: Leg[] = axis === 2 ? [] : [4, 15, 40].map((by) => ({ direction: 'top' as const, by }));
  // First all the way out of its socket or bay.
  const drawn: Leg[][] =
    part.pluggedOut === undefined
      ? []
      : [[{ direction: part.pluggedOut, by: FREED[part.plug!.into].grip + 1 }, out]].filter(
          ([l]) => l!.direction !== direction,
        );
  return [
    [out],
    ...drawn,
    ...sideways.map((leg) => [leg, out]),
    ...upFirst.map((leg) => [leg, out]),
    ...lifts.flatMap((lift) => sideways.map((leg) => [lift, leg, out])),
  ];
}

/** The ways with the fewest blockers; those are left out that ask for more than another one that is as simple. */
function best(found: readonly WayOutOfShell[]): WayOutOfShell[] {
  const sorted = [...found].sort((a, b) => a.blockers.size - b.blockers.size || a.legs.length - b.legs.length);
  const kept: WayOutOfShell[] = [];
  for (const way of sorted) {
    if (kept.length >= KEPT) break;
    const better = (k: WayOutOfShell) =>
      k.legs.length <= way.legs.length && [...k.blockers].every((id) => way.blockers.has(id));
    if (!kept.some(better)) kept.push(way);
  }
  return kept;
}
