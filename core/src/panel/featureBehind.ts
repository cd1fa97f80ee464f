import type { FaceFrame } from '../assembly';
import type { Feature } from '../document';
import type { Measured } from '../quantity';

/** The room of a round control behind a face, as a feature of the shell: along the axis that the face looks along most. */
export function featureBehind(
  frame: FaceFrame,
  { u, v, diameter, depth }: { u: number; v: number; diameter: number; depth: number },
  length: (mm: number) => Measured,
): Pick<Feature, 'shape' | 'x' | 'y' | 'z'> {
  const middle = frame.origin.map((o, i) => o + u * frame.u[i]! + v * frame.v[i]!);
  const axis = [0, 1, 2].reduce((a, b) => (Math.abs(frame.outward[b]!) > Math.abs(frame.outward[a]!) + 1e-9 ? b : a));
  const low = middle.map((m, i) => (i === axis ? (frame.outward[axis]! > 0 ? m - depth : m) : m - diameter / 2));
  return {
    shape: {
      kind: 'cylinder',
      axis: (['x', 'y', 'z'] as const)[axis]!,
      diameter: length(diameter),
      length: length(depth),
    },
    x: length(low[0]!),
    y: length(low[1]!),
    z: length(low[2]!),
  };
}
