import { MeshoptSimplifier } from 'meshoptimizer';
import type { Mesh } from '../loft';

/**
 * The mesh with at most so many triangles (or a few more where its form asks for them), for drawing.
 * Gives also how far its surface may have moved, mm.
 */
export async function simplified(mesh: Mesh, most: number): Promise<{ mesh: Mesh; error: number }> {
  if (mesh.triangles.length <= most * 3) return { mesh, error: 0 };
  await MeshoptSimplifier.ready;
  const positions = Float32Array.from(mesh.positions);
  const scale = MeshoptSimplifier.getScale(positions, 3);
  const [indices, error] = MeshoptSimplifier.simplify(Uint32Array.from(mesh.triangles), positions, 3, most * 3, 0.02);
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
