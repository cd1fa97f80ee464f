import { MeshoptSimplifier } from 'meshoptimizer';
import type { Mesh } from '../loft';

/** Triangles over which a mesh is thinned on a grid. */
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
  // A very fine mesh is thinned on a grid, which is quick; another one edge by edge, with care.
  const triangles = new Uint32Array(mesh.triangles);
  const [indices, error] =
    triangles.length > FINE * 3
      ? MeshoptSimplifier.simplifySloppy(triangles, positions, 3, null, most * 3, 0.02)
      : MeshoptSimplifier.simplify(triangles, positions, 3, most * 3, 0.02);
  const to = new Int32Array(positions.length / 3).fill(-1);
  const kept: number[] = [];
  const renumbered = indices.map((v) => {
    if (to[v]! < 0) {
      to[v] = kept.length / 3;
      kept.push(mesh.positions[v * 3]!, mesh.positions[v * 3 + 1]!, mesh.positions[v * 3 + 2]!);
    }
    return to[v]!;
  });
  return {
    mesh: { positions: Float64Array.from(kept), triangles: Uint32Array.from(renumbered) },
    error: error * scale,
  };
}
