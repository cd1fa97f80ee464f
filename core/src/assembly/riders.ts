import type { Conversion, Part, Placement } from '../document';
import { directionOf, DIRECTIONS, turnOf, type Direction, type Vec3 } from '../solid';
import { placePart, type PlacedPart } from './placed';
import { movedWithPlugged } from './slots';

type Plan = Pick<Conversion, 'kit' | 'layout'>;

/** Parts that stand on a tray or frame, by their own word. */
export const ridersOf = ({ layout }: Pick<Conversion, 'layout'>, carrier: string): string[] =>
  Object.keys(layout.placements).filter((id) => layout.placements[id]!.with === carrier);

/**
 * Where a part, what is plugged into it, and all that stands on any of these are when the part is put somewhere: what
 * stands on a tray keeps its place on it, turned as the tray is, and is on the lid or drawer that the tray is on. A carrier
 * that is turned by a slight angle leaves them where they are.
 */
export function movedWith(
  document: Conversion,
  plugged: Readonly<Record<string, readonly string[]>>,
  id: string,
  placement: Placement,
): Record<string, Placement> {
  const all = movedWithPlugged(document, plugged, id, placement);
  const queue = Object.keys(all);
  for (let carrier = queue.shift(); carrier !== undefined; carrier = queue.shift()) {
    for (const rider of ridersOf(document, carrier)) {
      if (rider in all) continue;
      const moved = riderAt(document, carrier, all[carrier]!, rider);
      if (!moved) continue;
      for (const [other, at] of Object.entries(movedWithPlugged(document, plugged, rider, moved))) {
        if (other in all) continue;
        all[other] = at;
        queue.push(other);
      }
    }
  }
  return all;
}

/** Where something that stands on a carrier is once the carrier is elsewhere. */
function riderAt({ kit, layout }: Plan, carrier: string, to: Placement, rider: string): Placement | undefined {
  const from = layout.placements[carrier];
  const was = layout.placements[rider];
  const [carrying, part] = [kit.parts[carrier], kit.parts[rider]];
  if (!from || !was || !carrying || !part) return undefined;
  return takenAlong({ id: carrier, part: carrying, from, to }, { id: rider, part, was });
}

/** The place of something once its carrier went from one place to another with it; undefined at a slight angle. */
export function takenAlong(
  carrier: { id: string; part: Part; from: Placement; to: Placement },
  rider: { id: string; part: Part; was: Placement },
): Placement | undefined {
  const { from, to } = carrier;
  const { was } = rider;
  if (from.tilt || to.tilt || was.tilt) return undefined;
  const move = between(placePart(carrier.id, carrier.part, from), placePart(carrier.id, carrier.part, to));
  const placed = placePart(rider.id, rider.part, was);
  const [a, b] = [move.point(placed.low), move.point(placed.high)];
  const [x, y, z] = a.map((v, i) => Math.round(Math.min(v, b[i]!) * 1000) / 1000) as Vec3;
  const { on: _, ...rest } = was;
  const moved: Placement = { ...rest, x, y, z, rear: move.direction(was.rear), top: move.direction(was.top) };
  if (to.on !== undefined) moved.on = to.on;
  return moved;
}

/** The move that takes a part from one place to another: of a point, and of a direction. */
function between(
  from: PlacedPart,
  to: PlacedPart,
): { point: (p: Vec3) => Vec3; direction: (d: Direction) => Direction } {
  const start = from.toShell([0, 0, 0]);
  const end = to.toShell([0, 0, 0]);
  const [was, will] = [turnOf(from.placement), turnOf(to.placement)];
  /** Along the part's own axes, and back along those it has then. */
  const turned = (v: readonly number[]): Vec3 => {
    const made: Vec3 = [0, 0, 0];
    for (let axis = 0; axis < 3; axis++) {
      const k = was.axis[axis]!;
      const l = will.axis[axis]!;
      made[l] = v[k]! * was.sign[axis]! * will.sign[axis]!;
    }
    return made;
  };
  return {
    point: (p) => {
      const by = turned(p.map((v, i) => v - start[i]!));
      return [end[0] + by[0], end[1] + by[1], end[2] + by[2]];
    },
    direction: (d) => {
      const v = turned(DIRECTIONS[d]);
      const axis = v.findIndex((n) => Math.abs(n) > 0.5) as 0 | 1 | 2;
      return directionOf(axis, v[axis]);
    },
  };
}
