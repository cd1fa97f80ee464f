import type { OpeningInBoard } from '@young-shell/core/assembly';
import { axisOf, type Vec3 } from '@young-shell/core/solid';
import { useAppSelector } from '../../app/store';
import { selectAssembly } from '../../document/selectors';
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
  const { inBoards } = useAppSelector(selectAssembly);
  const inDrawers = inBoards.map((o) => ({
    kind: o.opening.there ? ('there' as const) : ('cut' as const),
    points: aroundOf(o),
  }));
  return (Object.keys(COLOURS) as FaceOutline['kind'][]).map((kind) => {
    const points = new Float32Array(
      [...outlines, ...inDrawers]
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

const STEPS = 24;

/** The line around an opening in a board, closed, in the middle of the board. */
function aroundOf({ direction, opening, low, high }: OpeningInBoard): Vec3[] {
  const axis = axisOf(direction);
  const [a, b] = [0, 1, 2].filter((i) => i !== axis) as [0 | 1 | 2, 0 | 1 | 2];
  const middle = low.map((v, i) => (v + high[i]!) / 2);
  const steps = opening.shape.kind === 'round' ? STEPS : 4;
  const wide = opening.shape.kind === 'round' ? 1 : Math.SQRT2;
  return Array.from({ length: steps + 1 }, (_, k): Vec3 => {
    const angle = (2 * Math.PI * (k + 0.5)) / steps;
    const p: Vec3 = [middle[0]!, middle[1]!, middle[2]!];
    p[a] += ((high[a] - low[a]) / 2) * wide * Math.cos(angle);
    p[b] += ((high[b] - low[b]) / 2) * wide * Math.sin(angle);
    return p;
  });
}
