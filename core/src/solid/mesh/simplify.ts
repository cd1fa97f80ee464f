import { MeshoptSimplifier } from 'meshoptimizer';
import type { Mesh } from '../loft';

/** Triangles over which a mesh is thinned on a grid first. */
const FINE = 120_000;

/**
 * The mesh with at most so many triangles (or a few more where its form asks for them), for drawing.
 * Gives also how far its surface may have moved, mm.
 */
export async function simplified(mesh: Mesh, most: number): Promise<{ mesh: Mesh; error: number }> {
  if (mesh.triangles.length <= most * 3) return { mesh, error: 0 };
  await MeshoptSimplifier.ready;
  const positions = new Float32Array(mesh.positions);
  const scale = MeshoptSimplifier.getScale(positions, 3);
  // A very fine mesh is first thinned on a grid, which is quick; then with care.
  let start: Uint32Array = new Uint32Array(mesh.triangles);
  let before = 0;
  if (start.length > FINE * 3)
    [start, before] = MeshoptSimplifier.simplifySloppy(start, positions, 3, null, (FINE / 2) * 3, 0.002);
  const [indices, after] = MeshoptSimplifier.simplify(start, positions, 3, most * 3, 0.02);
  const error = before + after;
  const to = new Int32Array(positions.length / 3).fill(-1);
  const kept: number[] = [];
  const triangles = indices.map((v) => {
    if (to[v]! < 0) {
      to[v] = kept.length / 3;
      kept.push(mesh.positions[v * 3]!, mesh.positions[v * 3 + 1]!, mesh.positions[v * 3 + 2]!);
    }
    return to[v]!;
  });
  return { mesh: { positions: Float64Array.from(kept), triangles: Uint32Array.from(triangles) }, error: error * scale };
}
