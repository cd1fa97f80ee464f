import type { Assembly, Solid, Wall } from '../../assembly';
import { axisOf, leastAlong, moved, signOf, type Axis, type Shape, type Vec3 } from '../../solid';
import { requiredToWall } from '../clearance';
import { wallDistance } from '../wallDistance';
import { firstAbove, lastBelow, takeRow, valueOf, type Positions } from './positions';
import { givenIn, type Enough } from './zone';

type Own = readonly { solid: Solid; shape: Shape }[];

/** How far from a wall a solid has to stay, mm. */
function away(solid: Solid, wall: Wall, assembly: Assembly, enough: Enough): number {
  if (solid.role === 'air') return 0;
  if (enough !== 'wanted') return -givenIn([solid.role], enough);
  return requiredToWall(solid, wall, assembly).value;
}

/** A wall counts for air only where it stands before the intake, not beside the column of air. */
const countsFor = (solid: Solid, wall: Wall) =>
  !solid.air || wall.normal[axisOf(solid.air.direction)] * signOf(solid.air.direction) < -1e-6;

/** How far a wall lets positions come: `normal · position ≥ least` for all blocks of the part. */
const leastOf = (assembly: Assembly, own: Own, wall: Wall, enough: Enough): number =>
  own.reduce(
    (least, { solid, shape }) =>
      countsFor(solid, wall)
        ? Math.max(least, wall.offset + away(solid, wall, assembly, enough) - leastAlong(shape, ...wall.normal))
        : least,
    -Infinity,
  );

/** How far square walls let a part's low end go along an axis, mm: low and high, where there are any. */
export function wallLimits(
  assembly: Assembly,
  own: Own,
  axis: Axis,
  enough: Enough = 'wanted',
): { low: number; high: number } {
  const inside = own.filter(({ solid }) => !solid.outside);
  const limits = { low: -Infinity, high: Infinity };
  for (const wall of assembly.hull.walls) {
    if (Math.abs(wall.normal[axis]) < 0.999 || !assembly.hull.convex) continue;
    const least = leastOf(assembly, inside, wall, enough);
    if (wall.normal[axis] > 0) limits.low = Math.max(limits.low, least);
    else limits.high = Math.min(limits.high, -least);
  }
  return limits;
}

/**
 * Marks the positions at which a block of a part is nearer to a wall of the hull than it may be, less `shrink`
 * mm along each axis. Blocks that stand outside do not count.
 */
export function paintWalls(
  p: Positions,
  assembly: Assembly,
  own: Own,
  shrink: Vec3 = [0, 0, 0],
  enough: Enough = 'wanted',
): void {
  const inside = own.filter(({ solid }) => !solid.outside);
  if (inside.length === 0) return;
  if (assembly.hull.convex) paintConvex(p, assembly, inside, shrink, enough);
  else paintDented(p, assembly, inside, shrink, enough);
}

/** Each wall is a half-space of positions. */
function paintConvex(p: Positions, assembly: Assembly, own: Own, shrink: Vec3, enough: Enough): void {
  const [rx, ry, rz] = p.runs;
  const limits = assembly.hull.walls.map((wall) => {
    const n = wall.normal;
    return {
      n,
      least: leastOf(assembly, own, wall, enough) - 1e-6 - shrink.reduce((sum, s, i) => sum + s * Math.abs(n[i]!), 0),
    };
  });
  for (let iz = 0; iz < rz.count; iz++)
    for (let iy = 0; iy < ry.count; iy++) {
      const row = iz * ry.count + iy;
      const y = valueOf(ry, iy);
      const z = valueOf(rz, iz);
      let from = -Infinity;
      let to = Infinity;
      for (const { n, least } of limits) {
        const rest = least - n[1] * y - n[2] * z;
        if (Math.abs(n[0]) < 1e-9) {
          if (rest > 0) to = -Infinity;
        } else if (n[0] > 0) from = Math.max(from, rest / n[0]);
        else to = Math.min(to, rest / n[0]);
      }
      const first = firstAbove(rx, from - 1e-7);
      const last = lastBelow(rx, to + 1e-7);
      if (!(first <= last)) {
        takeRow(p, row, 0, rx.count - 1);
        continue;
      }
      takeRow(p, row, 0, Math.min(first - 1, rx.count - 1));
      takeRow(p, row, Math.max(0, last + 1), rx.count - 1);
    }
}

/** In a hull with a dent whether a place in the plane of the profile is free does not depend on the axis. */
function paintDented(p: Positions, assembly: Assembly, own: Own, shrink: Vec3, enough: Enough): void {
  const { axis } = assembly.hull.outer;
  const { runs } = p;
  const ends = assembly.hull.walls.filter((w) => !w.segment);
  const profile = assembly.hull.walls.filter((w) => w.segment);
  const [a, b] = [0, 1, 2].filter((i) => i !== axis) as [Axis, Axis];
  const along = runs[axis];
  const atEnds = Array.from({ length: along.count }, (_, k) =>
    ends.every(
      (wall) => wall.normal[axis] * valueOf(along, k) >= leastOf(assembly, own, wall, enough) - 1e-6 - shrink[axis],
    ),
  );
  const at: Vec3 = [0, 0, 0];
  const index = [0, 0, 0];
  for (index[b] = 0; index[b]! < runs[b].count; index[b]!++)
    for (index[a] = 0; index[a]! < runs[a].count; index[a]!++) {
      at[a] = valueOf(runs[a], index[a]!);
      at[b] = valueOf(runs[b], index[b]!);
      const fits = own.every(({ solid, shape }) =>
        profile.every(
          (wall) =>
            !countsFor(solid, wall) ||
            wallDistance(moved(shape, at), wall, assembly.hull) >=
              away(solid, wall, assembly, enough) - 1e-6 - Math.hypot(shrink[a], shrink[b]),
        ),
      );
      for (let k = 0; k < along.count; k++) {
        if (fits && atEnds[k]) continue;
        index[axis] = k;
        takeRow(p, index[2]! * runs[1].count + index[1]!, index[0]!, index[0]!);
      }
    }
}
