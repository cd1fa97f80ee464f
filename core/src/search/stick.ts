import { placeInShell, type Assembly } from '../assembly';
import type { Conversion, Placement } from '../document';
import { marginsOfPart, stopsAt } from '../fit';
import type { Axis, Vec3 } from '../solid';
import { nearestWhere, type Where } from './where';

const KEYS = ['x', 'y', 'z'] as const;
const round = (value: number) => Math.round(value * 1000) / 1000;

/**
 * The feasible place nearest to where the hand is: from the grid's nearest position as far towards the hand along each
 * axis as the exact distances allow.
 * @param wanted where the hand is
 * @param axes those that the hand moves along; the others stay where that is possible
 */
export function stuckTo(
  where: Where,
  assembly: Assembly,
  document: Conversion,
  id: string,
  from: Placement,
  wanted: Placement,
  axes: readonly Axis[],
): Placement {
  const part = document.kit.parts[id]!;
  const fits = (p: Placement) => stopsAt(marginsOfPart(assembly, placeInShell(id, part, p, document))).length === 0;
  const held = [0, 1, 2].map((axis) => !axes.includes(axis as Axis));
  const there: Vec3 = [wanted.x, wanted.y, wanted.z];
  // In the plane of the hand; only where that has no place at all, out of it.
  const near = nearestWhere(where, there, held) ?? nearestWhere(where, there);
  if (!near) return from;
  let at: Placement = { ...wanted, x: round(near[0]), y: round(near[1]), z: round(near[2]) };
  const nearby = Math.hypot(near[0] - wanted.x, near[1] - wanted.y, near[2] - wanted.z);
  // Coordinates that a face of the part fixes stay as the map has them.
  const { runs } = where.maps[0]!.positions;
  KEYS.forEach((key, axis) => {
    if (runs[axis as Axis].count <= 1 || Math.abs(wanted[key] - at[key]) > nearby + 1) return;
    const next = { ...at, [key]: wanted[key] };
    if (fits(next)) at = next;
  });
  return at;
}
