import type { Assembly } from '@young-shell/core/assembly';
import { useMemo } from 'react';
import { useLocation } from 'react-router';
import { useAppSelector } from '../app/store';
import { selectAssessment } from '../document/selectors';
import { cutOutline } from './cutGeometry';

/** Openings drawn on their faces; only at the Cut station. */
export function Cuts3d({ assembly }: { assembly: Assembly }) {
  const { cut } = useAppSelector(selectAssessment);
  const { pathname } = useLocation();
  const points = useMemo(() => {
    const all: number[] = [];
    for (const opening of cut.openings) {
      const frame = assembly.hull.frames.find((f) => f.face === opening.face);
      if (!frame) continue;
      const outline = cutOutline(opening, frame);
      for (let i = 0; i + 1 < outline.length; i++) all.push(...outline[i]!, ...outline[i + 1]!);
    }
    return new Float32Array(all);
  }, [cut.openings, assembly.hull]);
  if (!pathname.endsWith('/cut') || points.length === 0) return null;
  return (
    <lineSegments key={points.length} raycast={() => null} renderOrder={15}>
      <bufferGeometry key={points.join().length}>
        <bufferAttribute attach="attributes-position" args={[points, 3]} />
      </bufferGeometry>
      <lineBasicMaterial color="#ffe58a" depthTest={false} />
    </lineSegments>
  );
}
