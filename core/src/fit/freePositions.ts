import type { Assembly, PlacedPart, Solid, Wall } from '../assembly';
import { axisOf, leastAlong, moved, signOf, type Axis, type Shape, type Vec3 } from '../solid';
import { requiredBetween, requiredToWall } from './clearance';
import { wallDistance } from './wallDistance';

/** Positions to be tried along each axis: a single exact one, or a run of equal steps. */
export interface Run {
  from: number;
  step: number;
  count: number;
}

export const valueOf = (run: Run, i: number) => run.from + run.step * i;

/** Which positions of a part are free: one byte a position, 0 free; x runs fastest. */
export interface FreePositions {
  runs: [Run, Run, Run];
  taken: Uint8Array;
  free: number;
}

/**
 * All free positions of a part in its present orientation over a grid of positions. Each pair of blocks
 * forbids a box of positions (their Minkowski difference, widened by the clearance the pair wants), which is
 * painted into the grid; so a position counts as free or not by itself, whatever the step. Cylinders count as
 * the boxes around them here; the caller checks what it picks exactly.
 */
export function freePositions(assembly: Assembly, part: PlacedPart, runs: [Run, Run, Run]): FreePositions {
  const [rx, ry, rz] = runs;
  const taken = new Uint8Array(rx.count * ry.count * rz.count);
  const own = part.solids.filter((s) => !s.outside).map((s) => ({ solid: s, shape: relative(hardShape(s), part.low) }));
  if (assembly.hull.convex) paintWalls(assembly, own, runs, taken);
  else paintDentedProfile(assembly, own, runs, taken);
  const block = boxPainter(runs, taken);
  const normal: Vec3 = [1, 0, 0];
  for (const { solid, shape } of part.solids.map((s) => ({ solid: s, shape: relative(hardShape(s), part.low) }))) {
    const obstacles = [
      ...assembly.features,
      ...assembly.parts.filter((p) => p.id !== part.id).flatMap((p) => p.solids),
    ];
    for (const obstacle of obstacles) {
      if (!isBody(solid) && !isBody(obstacle)) continue;
      const air = solid.role === 'air' || obstacle.role === 'air';
      const clearance = air ? 0 : requiredBetween(solid, obstacle, normal).value;
      const b = hardShape(obstacle);
      block(
        [0, 1, 2].map((i) => b.low[i]! - clearance - shape.high[i]!) as Vec3,
        [0, 1, 2].map((i) => b.high[i]! + clearance - shape.low[i]!) as Vec3,
      );
    }
  }
  let free = 0;
  for (let i = 0; i < taken.length; i++) if (taken[i] === 0) free++;
  return { runs, taken, free };
}

const isBody = (s: Solid) => s.role === 'body' || s.role === 'mount';

/** What of a solid must stay free at least: an air room shrinks to its tolerable depth. */
function hardShape(s: Solid): Shape {
  if (!s.air) return s.shape;
  const axis = axisOf(s.air.direction);
  const low: Vec3 = [...s.shape.low];
  const high: Vec3 = [...s.shape.high];
  if (signOf(s.air.direction) > 0) high[axis] = low[axis] + s.air.tolerable;
  else low[axis] = high[axis] - s.air.tolerable;
  return { ...s.shape, low, high };
}

const relative = (shape: Shape, to: Vec3): Shape => moved(shape, [-to[0], -to[1], -to[2]]);

/** How far a wall lets positions come: `normal · position ≥ least` for all blocks of the part. */
function leastOf(assembly: Assembly, own: { solid: Solid; shape: Shape }[], wall: Wall): number {
  return Math.max(
    ...own.map(
      ({ solid, shape }) =>
        wall.offset + requiredToWall(solid, wall, assembly.metalShell).value - leastAlong(shape, ...wall.normal),
    ),
  );
}

/** Forbids the positions at which a block is nearer to a wall than it may be: each wall is a half-space of them. */
function paintWalls(
  assembly: Assembly,
  own: { solid: Solid; shape: Shape }[],
  runs: [Run, Run, Run],
  taken: Uint8Array,
) {
  const [rx, ry, rz] = runs;
  const limits = assembly.hull.walls.map((wall) => ({ n: wall.normal, least: leastOf(assembly, own, wall) - 1e-6 }));
  for (let iz = 0; iz < rz.count; iz++)
    for (let iy = 0; iy < ry.count; iy++) {
      const row = (iz * ry.count + iy) * rx.count;
      const [y, z] = [valueOf(ry, iy), valueOf(rz, iz)];
      let [from, to] = [-Infinity, Infinity];
      for (const { n, least } of limits) {
        const rest = least - n[1] * y - n[2] * z;
        if (Math.abs(n[0]) < 1e-9) {
          if (rest > 0) to = -Infinity;
        } else if (n[0] > 0) from = Math.max(from, rest / n[0]);
        else to = Math.min(to, rest / n[0]);
      }
      for (let ix = 0; ix < rx.count; ix++) {
        const x = valueOf(rx, ix);
        if (x < from || x > to) taken[row + ix] = 1;
      }
    }
}

/** The same in a hull with a dent: whether a place in the plane of the profile is free does not depend on the axis. */
function paintDentedProfile(
  assembly: Assembly,
  own: { solid: Solid; shape: Shape }[],
  runs: [Run, Run, Run],
  taken: Uint8Array,
) {
  const { axis } = assembly.hull.outer;
  const stride = [1, runs[0].count, runs[0].count * runs[1].count];
  const ends = assembly.hull.walls.filter((w) => !w.segment);
  const profile = assembly.hull.walls.filter((w) => w.segment);
  const [a, b] = [0, 1, 2].filter((i) => i !== axis) as [Axis, Axis];
  const along = runs[axis];
  const atEnds = Array.from({ length: along.count }, (_, k) =>
    ends.every((wall) => wall.normal[axis] * valueOf(along, k) >= leastOf(assembly, own, wall) - 1e-6),
  );
  for (let ib = 0; ib < runs[b].count; ib++)
    for (let ia = 0; ia < runs[a].count; ia++) {
      const at: Vec3 = [0, 0, 0];
      at[a] = valueOf(runs[a], ia);
      at[b] = valueOf(runs[b], ib);
      const fits = own.every(({ solid, shape }) =>
        profile.every(
          (wall) =>
            wallDistance(moved(shape, at), wall, assembly.hull) >=
            requiredToWall(solid, wall, assembly.metalShell).value - 1e-6,
        ),
      );
      for (let k = 0; k < along.count; k++)
        if (!fits || !atEnds[k]) taken[ia * stride[a]! + ib * stride[b]! + k * stride[axis]!] = 1;
    }
}

/** Paints an open box of forbidden positions into the grid. */
function boxPainter(runs: [Run, Run, Run], taken: Uint8Array) {
  const range = (axis: Axis, low: number, high: number): [number, number] => {
    const { from, step, count } = runs[axis];
    return [
      Math.max(0, Math.floor((low + 1e-6 - from) / step) + 1),
      Math.min(count - 1, Math.ceil((high - 1e-6 - from) / step) - 1),
    ];
  };
  const [rx, ry] = runs;
  return (low: Vec3, high: Vec3) => {
    const [x0, x1] = range(0, low[0], high[0]);
    const [y0, y1] = range(1, low[1], high[1]);
    const [z0, z1] = range(2, low[2], high[2]);
    if (x0 > x1) return;
    for (let z = z0; z <= z1; z++)
      for (let y = y0; y <= y1; y++) {
        const row = (z * ry.count + y) * rx.count;
        taken.fill(1, row + x0, row + x1 + 1);
      }
  };
}
