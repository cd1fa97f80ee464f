import type { FaceOutline } from './faceOutlines';
import { useFaceOutlines } from './useFaceOutlines';

const COLOURS: Record<FaceOutline['kind'], string> = {
  there: '#cfe6da',
  joint: '#ead88f',
  cut: '#ffe58a',
  chosen: '#ff9a5c',
};

/** Openings and the chosen face, drawn on the shell. */
export function FaceLines3d() {
  const outlines = useFaceOutlines();
  return (Object.keys(COLOURS) as FaceOutline['kind'][]).map((kind) => {
    const points = new Float32Array(
      outlines
        .filter((o) => o.kind === kind)
        .flatMap(({ points: p }) => p.slice(1).flatMap((q, i) => [...p[i]!, ...q])),
    );
    if (points.length === 0) return null;
    return (
      <lineSegments key={`${kind}${points.length}${points[0]}${points.at(-1)}`} raycast={() => null} renderOrder={15}>
        <bufferGeometry>
          <bufferAttribute attach="attributes-position" args={[points, 3]} />
        </bufferGeometry>
        <lineBasicMaterial color={COLOURS[kind]} depthTest={false} />
      </lineSegments>
    );
  });
}
