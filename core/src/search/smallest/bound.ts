import { placePart, type PlacedPart } from '../../assembly';
import type { Conversion } from '../../document';
import type { Vec3 } from '../../solid';

/** What no box for a kit can be under, whatever its layout: mm³ of room inside, and mm of its least side. */
export interface Bound {
  volume: number;
  side: number;
}

/** A box that lies in a shape: of what is round the square in its circle. */
function boxIn({ shape }: PlacedPart['solids'][number]): { low: Vec3; high: Vec3 } {
  const { low, high } = shape;
  if (shape.kind !== 'cylinder') return { low, high };
  const [from, to]: [Vec3, Vec3] = [[...low], [...high]];
  for (const i of [0, 1, 2] as const) {
    if (i === shape.axis) continue;
    const cut = ((high[i] - low[i]) / 2) * (1 - Math.SQRT1_2);
    from[i] += cut;
    to[i] -= cut;
  }
  return { low: from, high: to };
}

/** Volume that boxes cover together, mm³: the cells between all their ends that one of them holds. */
export function unionVolume(boxes: readonly { low: Vec3; high: Vec3 }[]): number {
  const cuts = [0, 1, 2].map((i) => [...new Set(boxes.flatMap((b) => [b.low[i]!, b.high[i]!]))].sort((p, q) => p - q));
  let sum = 0;
  for (let x = 1; x < cuts[0]!.length; x++)
    for (let y = 1; y < cuts[1]!.length; y++)
      for (let z = 1; z < cuts[2]!.length; z++) {
        const at = [cuts[0]!, cuts[1]!, cuts[2]!].map((c, i) => ({
          from: c[[x, y, z][i]! - 1]!,
          to: c[[x, y, z][i]!]!,
        }));
        if (boxes.some((b) => at.every((c, i) => b.low[i]! <= c.from && b.high[i]! >= c.to)))
          sum += at.reduce((product, c) => product * (c.to - c.from), 1);
      }
  return sum;
}

/**
 * A bound for every box of a kit: its parts lie beside each other, so that the room holds the sum of their bodies; and each
 * side is no less than the least side of the box around each part. Rooms for plugs and air are left out: they may share.
 */
export function boundOf({ kit }: Pick<Conversion, 'kit'>, ids: readonly string[]): Bound {
  let [volume, side] = [0, 0];
  for (const id of ids) {
    const placed = placePart(id, kit.parts[id]!, { x: 0, y: 0, z: 0, rear: 'rear', top: 'top', locked: false });
    volume += unionVolume(placed.solids.filter((s) => s.role === 'body' && !s.outside).map(boxIn));
    side = Math.max(side, Math.min(...[0, 1, 2].map((i) => placed.high[i]! - placed.low[i]!)));
  }
  return { volume, side };
}

/** Outside volume of the least box with so much room and such walls: of equal sides (arithmetic and geometric mean). */
export const outsideOf = (volume: number, wall: number): number => (Math.cbrt(volume) + 2 * wall) ** 3;
