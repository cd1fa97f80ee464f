import type { FaceFrame } from '@young-shell/core/assembly';
import type { Bent } from '@young-shell/core/cut';
import { interpolateYlOrRd } from 'd3';

/** How far the drawn surface stands out where the face bends most, mm: seen, but not taken for the real thing. */
const DRAWN = 12;

/** Share of the most that a node bends, 0 … 1. */
export const shareAt = ({ grid: { deflection }, after }: Bent, node: number): number =>
  after > 0 ? Math.min(1, Math.abs(deflection[node]!) / after) : 0;

export const colourOf = (share: number): string => interpolateYlOrRd(0.1 + 0.8 * share);

/** The bent face as triangles over the shell, with a colour a corner. */
export function bentMesh(bent: Bent, frame: FaceFrame): { positions: Float32Array; colours: Float32Array } {
  const { nx, ny, dx, dy, low, there } = bent.grid;
  const positions: number[] = [];
  const colours: number[] = [];
  const corner = (i: number, j: number) => {
    const share = shareAt(bent, j * (nx + 1) + i);
    const [u, v] = [low[0] + i * dx, low[1] + j * dy];
    for (let k = 0; k < 3; k++)
      positions.push(frame.origin[k]! + u * frame.u[k]! + v * frame.v[k]! + (0.4 + share * DRAWN) * frame.outward[k]!);
    const [, r, g, b] = /rgb\((\d+), (\d+), (\d+)\)/.exec(colourOf(share))!;
    colours.push(Number(r) / 255, Number(g) / 255, Number(b) / 255);
  };
  for (let j = 0; j < ny; j++)
    for (let i = 0; i < nx; i++) {
      if (there[j * nx + i]! < 0.5) continue;
      for (const [a, b] of [
        [i, j],
        [i + 1, j],
        [i + 1, j + 1],
        [i, j],
        [i + 1, j + 1],
        [i, j + 1],
      ] as const)
        corner(a, b);
    }
  return { positions: Float32Array.from(positions), colours: Float32Array.from(colours) };
}
