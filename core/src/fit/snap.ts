import type { Assembly, PlacedPart } from '../assembly';
import type { Axis, Vec3 } from '../solid';
import { requiredBetween, requiredToWall } from './clearance';
import { wallDistance } from './wallDistance';

/** Where a dragged part lands, and what drew it there on each axis. */
export interface Snapped {
  by: Vec3;
  to: (string | undefined)[];
  /** A part that would be drawn into a socket of a board. */
  intoSocket?: boolean;
}

/** Out of the plane of the hand a part may be this far from its socket and still be drawn into it, mm. */
const DROP_INTO_SOCKET = 60;

/** The move into the socket of a board that stands the same way, where the hand is near enough to it. */
function intoSocket({ parts }: Assembly, { id, plug, placement }: PlacedPart, free: readonly Axis[], within: number) {
  if (!plug) return undefined;
  for (const { id: board, part, sockets, placement: other } of parts) {
    if (board === id || other.rear !== placement.rear || other.top !== placement.top) continue;
    for (const socket of sockets?.[plug.into] ?? []) {
      const by = socket.at.map((v, i) => v - plug.at[i]!) as Vec3;
      if (by.every((d, i) => Math.abs(d) <= (free.includes(i as Axis) ? within : DROP_INTO_SOCKET)))
        return { by, to: [`the ${plug.into} of ${part.name}`], intoSocket: true };
    }
  }
  return undefined;
}

const isBody = (s: { role: string }) => s.role === 'body' || s.role === 'mount';

/**
 * The small move, at most `within` mm along each free axis, that lays a part against the nearest wall,
 * feature or part at the clearance the pair wants, or flush with it; a part with a plug rather into its socket. Only faces that overlap
 * sideways attract.
 */
export function snap(assembly: Assembly, part: PlacedPart, free: readonly Axis[], within: number): Snapped {
  const slotted = intoSocket(assembly, part, free, within);
  if (slotted) return slotted;
  const by: Vec3 = [0, 0, 0];
  const to: (string | undefined)[] = [undefined, undefined, undefined];
  const reach: number[] = [within, within, within];
  const offer = (axis: Axis, delta: number, name: string) => {
    if (Math.abs(delta) >= reach[axis]! - 1e-9) return;
    reach[axis] = Math.abs(delta) + 1e-9;
    by[axis] = delta;
    to[axis] = name;
  };
  for (const axis of free) {
    for (const face of part.faces)
      for (const wall of assembly.hull.walls) {
        const n = wall.normal[axis];
        if (Math.abs(n) < 0.999 || !face.mustReachOutside) continue;
        const sign = -n;
        if (({ left: 0, right: 0, front: 1, rear: 1, bottom: 2, top: 2 } as const)[face.direction] !== axis) continue;
        if ((['right', 'rear', 'top'].includes(face.direction) ? 1 : -1) !== sign) continue;
        offer(axis, sign * -wall.offset - sign * face.setback - face.plane, wall.face);
      }
    for (const solid of part.solids) {
      if (!isBody(solid)) continue;
      for (const wall of assembly.hull.walls) {
        const n = wall.normal[axis];
        if (Math.abs(n) < 0.3) continue;
        const required = requiredToWall(solid, wall, assembly).value;
        offer(axis, (required - wallDistance(solid.shape, wall, assembly.hull)) / n, wall.face);
      }
      for (const other of [
        ...assembly.features,
        ...assembly.parts.filter((p) => p.id !== part.id).flatMap((p) => p.solids),
      ]) {
        if (!isBody(other)) continue;
        const beside = [0, 1, 2].every(
          (i) =>
            i === axis ||
            (solid.shape.low[i]! < other.shape.high[i]! + within &&
              solid.shape.high[i]! > other.shape.low[i]! - within),
        );
        if (!beside) continue;
        const normal: Vec3 = [0, 0, 0];
        normal[axis] = 1;
        const gap = requiredBetween(solid, other, normal, assembly.clearances).value;
        offer(axis, other.shape.low[axis] - gap - solid.shape.high[axis], other.name);
        offer(axis, other.shape.high[axis] + gap - solid.shape.low[axis], other.name);
        if (other.ownerKind === 'part') offer(axis, other.shape.low[axis] - solid.shape.low[axis], other.name);
      }
    }
  }
  return { by, to };
}
