import { hullModel } from '../../assembly';
import type { Conversion, FaceId, Opening } from '../../document';
import { correctedPositions, photoPointsOf, solveHoles } from '../../kit';
import { measured, type Measured } from '../../quantity';
import { contains } from '../../solid';

/** Where the lower left corner of a hole map lies on a face, mm from the face's lower left, and from where it was measured. */
export interface MapPlace {
  face: FaceId;
  u: Measured;
  v: Measured;
  /** The map was taken from inside: left and right change places. */
  fromInside: boolean;
}

/**
 * Holes of a hole map as holes that a face of the shell has, with what their places are uncertain by: the 95 % of the map
 * and of where it lies, as a root of squares.
 * @throws Error where the map does not say yet where its holes are, or where they would not lie on the face
 */
export function holesFromMap(document: Conversion, id: string, { face, u, v, fromInside }: MapPlace): Opening[] {
  const map = document.kit.holeMaps[id];
  if (!map) throw new Error(`There is no hole map “${id}”.`);
  const solution = solveHoles(map, photoPointsOf(document.kit.photos, id));
  const name = (point: string) => map.points[point]?.name ?? point;
  if (solution.missing)
    throw new Error(
      `${map.name}: ${solution.missing.count} distances are missing; ${name(solution.missing.add.from)} to ${name(solution.missing.add.to)} would help most.`,
    );
  if (solution.mirror)
    throw new Error(
      `${map.name}: its mirror image fits as well. Say on which side of ${name(solution.mirror.from)} to ${name(solution.mirror.to)} the ${name(solution.mirror.point)} lies.`,
    );
  if (solution.ambiguous)
    throw new Error(
      `${map.name}: another arrangement fits as well; measure ${name(solution.ambiguous.from)} to ${name(solution.ambiguous.to)}.`,
    );
  const { positions } = correctedPositions(map, solution);
  const holes = solution.points.flatMap((point): Opening[] => {
    const { kind, diameter } = map.points[point.id]!;
    if (kind !== 'hole' || diameter.value <= 0 || point.loose) return [];
    const [x, y] = positions[point.id]!;
    const there = (from: Measured, by: number): Measured => ({
      ...measured(from.value + by, from.tool),
      uncertainty: Math.hypot(from.uncertainty, point.ellipse.long),
    });
    return [
      {
        name: `${map.name}: ${name(point.id)}`.slice(0, 80),
        face,
        shape: { kind: 'round', diameter },
        u: there(u, fromInside ? -x : x),
        v: there(v, y),
      },
    ];
  });
  const outline = hullModel(document.shell).frames.find((f) => f.face === face)?.outline ?? [];
  const off = holes.find((hole) => !contains(outline, [hole.u.value, hole.v.value]));
  if (off) {
    const [w, h] = [0, 1].map((k) => Math.max(0, ...outline.map((p) => p[k]!)));
    throw new Error(
      `${off.name} would lie at ${off.u.value.toFixed(1)}, ${off.v.value.toFixed(1)} mm, off the face of ${w!.toFixed(1)} × ${h!.toFixed(1)} mm: say where the map lies on it.`,
    );
  }
  return holes;
}
