import { hullModel, type Assembly } from '../assembly';
import type { Conversion } from '../document';
import { loftMoments, type Moments, type Vec3 } from '../solid';
import { DENSITY } from '../standards';

function boxMoments({ low, high }: { low: Vec3; high: Vec3 }): Moments {
  const volume = (high[0] - low[0]) * (high[1] - low[1]) * (high[2] - low[2]);
  return { volume, first: [0, 1, 2].map((i) => (volume * (low[i]! + high[i]!)) / 2) as Vec3 };
}

/** Weight and where it is. */
export interface Balance {
  /** Grams of the parts that are in the shell, and of the shell's own walls. */
  parts: number;
  shell: number;
  /** Centre of mass of both, mm. */
  centre: Vec3;
  /** Where it tips first: towards which side, from which tilt on (degrees), over an edge how far away (mm). */
  tips: { towards: 'left' | 'right' | 'front' | 'rear'; angle: number; arm: number };
}

/**
 * Centre of mass and where the shell tips first: the angle at which the centre stands over an edge of the bottom,
 * atan(arm / height). The shell weighs what a scale said, or what its walls do: the outside less the cavity, and the material that an imported
 * shell has in it, with the density of its material. Features are not weighed, parts weigh where their bodies are.
 */
export function balanceOf(document: Conversion, assembly: Assembly): Balance {
  const hull = hullModel(document.shell);
  const sum: Vec3 = [0, 0, 0];
  let parts = 0;
  let shell = 0;
  const add = (grams: number, moments: readonly number[]) => {
    for (let i = 0; i < 3; i++) sum[i] = sum[i]! + grams * moments[i]!;
  };
  const density = DENSITY[document.shell.material]!.value / 1e6;
  const walls: [sign: number, of: Moments][] = [
    [1, loftMoments(hull.outer)],
    [-1, loftMoments(hull.inner)],
    ...hull.material.map((box): [number, Moments] => [1, boxMoments(box)]),
  ];
  const computed = walls.reduce((grams, [sign, { volume }]) => grams + sign * volume * density, 0);
  // On a scale it weighs what it weighs; where that is, its walls say.
  const { weighed } = document.shell;
  const scale = weighed === undefined || computed <= 0 ? 1 : weighed / computed;
  for (const [sign, { volume, first }] of walls) {
    shell += scale * sign * volume * density;
    add(scale * sign * density, first);
  }
  for (const part of [...assembly.parts, ...assembly.outer]) {
    let volume = 0;
    const at = [0, 0, 0];
    for (const solid of part.solids) {
      if (solid.role !== 'body') continue;
      const { low, high } = solid.shape;
      const v = (high[0] - low[0]) * (high[1] - low[1]) * (high[2] - low[2]);
      volume += v;
      for (let i = 0; i < 3; i++) at[i]! += (v * (low[i]! + high[i]!)) / 2;
    }
    if (volume === 0) continue;
    parts += part.part.mass;
    add(
      part.part.mass,
      at.map((x) => x / volume),
    );
  }
  const mass = parts + shell;
  const centre = (mass > 0 ? sum.map((x) => x / mass) : [0, 0, 0]) as Vec3;
  const arms = [
    { towards: 'left' as const, arm: centre[0] - hull.low[0] },
    { towards: 'right' as const, arm: hull.high[0] - centre[0] },
    { towards: 'front' as const, arm: centre[1] - hull.low[1] },
    { towards: 'rear' as const, arm: hull.high[1] - centre[1] },
  ];
  const nearest = arms.reduce((best, a) => (a.arm < best.arm ? a : best));
  const angle = (Math.atan2(nearest.arm, Math.max(1e-9, centre[2] - hull.low[2])) * 180) / Math.PI;
  return { parts, shell, centre, tips: { ...nearest, angle } };
}
