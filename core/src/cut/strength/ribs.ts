import { featureSolids, onFace, type FaceFrame, type Solid } from '../../assembly';
import type { Conversion, Feature, Material } from '../../document';
import { ELASTIC } from '../../standards';
import type { Vec3 } from '../../solid';
import type { Beam } from './plate';

/** A rib is at least so many times as long as it is wide. Common practice, no source. */
const LONG = 3;
/** It stands on the wall within so much of it, mm. */
const TOUCHES = 1;

/** A rib that stands on a face: where it runs there, and its section, mm. */
export interface Rib {
  owner: string;
  /** Along the face’s u or v; from where to where, and where it lies across. */
  along: 'x' | 'y';
  from: number;
  to: number;
  across: number;
  width: number;
  height: number;
  material: Material;
}

/**
 * Ribs of the shell that stand on the inside of a face: boxes, longer than they are wide.
 * @param whole as they were before anything was taken out or cut; else as the plan leaves them
 */
export function ribsOn(
  { shell }: Pick<Conversion, 'shell'>,
  frame: FaceFrame,
  thickness: number,
  material: Material,
  whole: boolean,
): Rib[] {
  return Object.entries(shell.features).flatMap(([id, feature]): Rib[] => {
    if (feature.moving || feature.control || feature.kind === 'thing outside') return [];
    if (!whole && feature.fate === 'removed') return [];
    const standing: Feature = whole && feature.cutAway ? { ...feature, cutAway: [] } : feature;
    return featureSolids(id, standing).flatMap(
      (solid) => ribOf(solid, frame, thickness, feature.metal ? 'steel' : material) ?? [],
    );
  });
}

function ribOf(
  { owner, shape, swept }: Solid,
  frame: FaceFrame,
  thickness: number,
  material: Material,
): Rib | undefined {
  if (swept || shape.kind !== 'box') return undefined;
  const ends = [shape.low, shape.high].flatMap((a) =>
    [shape.low, shape.high].flatMap((b) =>
      [shape.low, shape.high].map((c) => onFace(frame, [a[0], b[1], c[2]] satisfies Vec3)),
    ),
  );
  const span = (of: 'u' | 'v' | 'over') =>
    [Math.min(...ends.map((e) => e[of])), Math.max(...ends.map((e) => e[of]))] as const;
  const [u, v, over] = [span('u'), span('v'), span('over')];
  const inside = -thickness;
  const height = inside - over[0];
  if (over[1] < inside - TOUCHES || height <= 0) return undefined;
  const [du, dv] = [u[1] - u[0], v[1] - v[0]];
  const along = du >= dv ? 'x' : 'y';
  const [length, width] = along === 'x' ? [du, dv] : [dv, du];
  if (length < LONG * width) return undefined;
  const [from, to] = along === 'x' ? u : v;
  const [a, b] = along === 'x' ? v : u;
  return { owner, along, from, to, across: (a + b) / 2, width, height, material };
}

/**
 * Stiffness of a rib by itself, N·mm²: E b h³ / 12 about its own middle, and G b³ h / 3 of a thin rectangle (Young and
 * Budynas, Roark’s Formulas for Stress and Strain, from memory). That it works together with the panel is left out: what is
 * said is rather too much.
 */
export function stiffnessOf({ width, height, material }: Pick<Rib, 'width' | 'height' | 'material'>): {
  bending: number;
  torsion: number;
} {
  const { modulus, poisson } = ELASTIC[material];
  const [thin, thick] = width < height ? [width, height] : [height, width];
  return {
    bending: (modulus * width * height ** 3) / 12,
    torsion: ((modulus / (2 * (1 + poisson))) * thin ** 3 * thick) / 3,
  };
}

/** The grid that ribs lie on. */
interface Grid {
  nx: number;
  ny: number;
  dx: number;
  dy: number;
  low: readonly [number, number];
}

/** Ribs as beams along the nearest line of nodes; one that is shorter than an element is none, and over a hole none goes. */
export function beamsOfRibs(ribs: readonly Rib[], grid: Grid, there: Float64Array): Beam[] {
  const { nx, ny, dx, dy, low } = grid;
  return ribs.flatMap((rib): Beam[] => {
    const x = rib.along === 'x';
    const [step, most, first] = x ? [dx, nx, low[0]] : [dy, ny, low[1]];
    const [side, rows, start] = x ? [dy, ny, low[1]] : [dx, nx, low[0]];
    const row = Math.min(rows, Math.max(0, Math.round((rib.across - start) / side)));
    const a = Math.max(0, Math.round((rib.from - first) / step));
    const b = Math.min(most, Math.round((rib.to - first) / step));
    const stiff = stiffnessOf(rib);
    return Array.from({ length: Math.max(0, b - a) }, (_, k) => a + k).flatMap((k): Beam[] => {
      const beside = [row - 1, row].filter((r) => r >= 0 && r < rows);
      const stands = beside.some((r) => there[x ? r * nx + k : k * nx + r]! > 0);
      return stands ? [{ node: x ? row * (nx + 1) + k : k * (nx + 1) + row, along: rib.along, ...stiff }] : [];
    });
  });
}
