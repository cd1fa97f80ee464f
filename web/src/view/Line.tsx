import type { Vec3 } from '@young-shell/core/solid';
import { useMemo } from 'react';

/** A line in space, drawn over everything. */
export function Line({ from, to, colour }: { from: Vec3; to: Vec3; colour: string }) {
  const points = useMemo(() => new Float32Array([...from, ...to]), [from, to]);
  return (
    <lineSegments key={points.join()} raycast={() => null} renderOrder={20}>
      <bufferGeometry>
        <bufferAttribute attach="attributes-position" args={[points, 3]} />
      </bufferGeometry>
      <lineBasicMaterial color={colour} depthTest={false} />
    </lineSegments>
  );
}
