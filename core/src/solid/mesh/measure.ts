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

/**
 * Is a place under a triangle, seen along z? Even or odd by its edges; an edge is looked at the same way from both its
 * triangles, so that a line through a closed mesh is crossed by one of them and not by both or neither.
 */
export function isUnder(
  ax: number,
  ay: number,
  bx: number,
  by: number,
  cx: number,
  cy: number,
  px: number,
  py: number,
): boolean {
  return (
    Number(leftOf(ax, ay, bx, by, px, py)) +
      Number(leftOf(bx, by, cx, cy, px, py)) +
      Number(leftOf(cx, cy, ax, ay, px, py)) ===
    1
  );
}

function leftOf(ax: number, ay: number, bx: number, by: number, px: number, py: number): boolean {
  if (ay > py === by > py) return false;
  return ay < by ? px < ax + ((bx - ax) * (py - ay)) / (by - ay) : px < bx + ((ax - bx) * (py - by)) / (ay - by);
}

/** Lines along z that are looked at for each axis of the outline. */
const LOOKS = 61;
/** Deeper than this two bodies are in each other, mm. */
const DEEP = 1e-3;

/** Is a place in the closed mesh more than once: do bodies of it go into each other? Along evenly spread lines. */
export function isDoubled({ positions: p, triangles: t }: Mesh): boolean {
  const { low, high } = boundsOfMesh({ positions: p });
  const at = (axis: 0 | 1, k: number) => low[axis] + ((high[axis] - low[axis]) * (k + 0.50013)) / LOOKS;
  const indexOf = (axis: 0 | 1, v: number) => ((v - low[axis]) / (high[axis] - low[axis])) * LOOKS - 0.50013;
  const lines: [z: number, way: number][][] = Array.from({ length: LOOKS * LOOKS }, () => []);
  for (let i = 0; i < t.length; i += 3) {
    const [a, b, c] = [t[i]! * 3, t[i + 1]! * 3, t[i + 2]! * 3];
    const [ax, ay, bx, by, cx, cy] = [p[a]!, p[a + 1]!, p[b]!, p[b + 1]!, p[c]!, p[c + 1]!];
    const det = (bx - ax) * (cy - ay) - (by - ay) * (cx - ax);
    if (det === 0) continue;
    const [x0, x1] = [Math.ceil(indexOf(0, Math.min(ax, bx, cx))), Math.floor(indexOf(0, Math.max(ax, bx, cx)))];
    const [y0, y1] = [Math.ceil(indexOf(1, Math.min(ay, by, cy))), Math.floor(indexOf(1, Math.max(ay, by, cy)))];
    for (let y = Math.max(0, y0); y <= Math.min(LOOKS - 1, y1); y++)
      for (let x = Math.max(0, x0); x <= Math.min(LOOKS - 1, x1); x++) {
        const [px, py] = [at(0, x), at(1, y)];
        const u = ((px - ax) * (cy - ay) - (py - ay) * (cx - ax)) / det;
        const v = ((bx - ax) * (py - ay) - (by - ay) * (px - ax)) / det;
        if (!isUnder(ax, ay, bx, by, cx, cy, px, py)) continue;
        // A surface that looks up ends a body, one that looks down begins one.
        lines[y * LOOKS + x]!.push([
          p[a + 2]! + u * (p[b + 2]! - p[a + 2]!) + v * (p[c + 2]! - p[a + 2]!),
          -Math.sign(det),
        ]);
      }
  }
  return lines.some((line) => {
    line.sort((m, n) => m[0] - n[0]);
    let depth = 0;
    return line.some(([z, way], k) => {
      depth += way;
      return depth > 1 && k + 1 < line.length && line[k + 1]![0] - z > DEEP;
    });
  });
}
