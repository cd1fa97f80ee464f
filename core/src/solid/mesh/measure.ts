import type { Mesh } from '../loft';
import type { Vec3 } from '../shape';

/** Volume a closed mesh holds, mm³; negative when it is inside out. Divergence theorem, a tetrahedron a triangle. */
export function volumeOfMesh({ positions: p, triangles: t }: Mesh): number {
  let six = 0;
  for (let i = 0; i < t.length; i += 3) {
    const [a, b, c] = [t[i]! * 3, t[i + 1]! * 3, t[i + 2]! * 3];
    six +=
      p[a]! * (p[b + 1]! * p[c + 2]! - p[b + 2]! * p[c + 1]!) +
      p[a + 1]! * (p[b + 2]! * p[c]! - p[b]! * p[c + 2]!) +
      p[a + 2]! * (p[b]! * p[c + 1]! - p[b + 1]! * p[c]!);
  }
  return six / 6;
}

/** Area of all triangles, mm². */
export function areaOfMesh({ positions: p, triangles: t }: Mesh): number {
  let area = 0;
  for (let i = 0; i < t.length; i += 3) {
    const [a, b, c] = [t[i]! * 3, t[i + 1]! * 3, t[i + 2]! * 3];
    const [ux, uy, uz] = [p[b]! - p[a]!, p[b + 1]! - p[a + 1]!, p[b + 2]! - p[a + 2]!];
    const [vx, vy, vz] = [p[c]! - p[a]!, p[c + 1]! - p[a + 1]!, p[c + 2]! - p[a + 2]!];
    area += Math.hypot(uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx) / 2;
  }
  return area;
}

/** Box around a mesh. */
export function boundsOfMesh({ positions }: Pick<Mesh, 'positions'>): { low: Vec3; high: Vec3 } {
  const low: Vec3 = [Infinity, Infinity, Infinity];
  const high: Vec3 = [-Infinity, -Infinity, -Infinity];
  for (let k = 0; k < 3; k++)
    for (let i = k; i < positions.length; i += 3) {
      const v = positions[i]!;
      if (v < low[k]!) low[k] = v;
      if (v > high[k]!) high[k] = v;
    }
  return { low, high };
}

export const scaled = ({ positions, triangles }: Mesh, by: number): Mesh => ({
  positions: positions.map((v) => v * by),
  triangles,
});

export function shifted({ positions, triangles }: Mesh, by: Vec3): Mesh {
  const moved = new Float64Array(positions.length);
  for (let k = 0; k < 3; k++) for (let i = k; i < moved.length; i += 3) moved[i] = positions[i]! + by[k]!;
  return { positions: moved, triangles };
}
