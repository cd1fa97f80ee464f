import { useMemo } from 'react';
import { DoubleSide } from 'three';
import { useAppSelector } from '../../app/store';
import { selectAssembly } from '../../document/selectors';
import { bentMesh } from './bentMesh';

/** The face that bends, drawn much larger than it does, coloured by how far. */
export function Bent3d() {
  const bent = useAppSelector((s) => s.cut.bent);
  const { hull } = useAppSelector(selectAssembly);
  const mesh = useMemo(() => {
    const frame = bent && hull.frames.find((f) => f.face === bent.face);
    return frame ? bentMesh(bent, frame) : null;
  }, [bent, hull]);
  if (!mesh) return null;
  return (
    <mesh key={`${bent!.face}${bent!.after}${bent!.hold}`} raycast={() => null} renderOrder={6}>
      <bufferGeometry>
        <bufferAttribute attach="attributes-position" args={[mesh.positions, 3]} />
        <bufferAttribute attach="attributes-color" args={[mesh.colours, 3]} />
      </bufferGeometry>
      <meshBasicMaterial
        vertexColors
        side={DoubleSide}
        transparent
        opacity={0.75}
        depthWrite={false}
        toneMapped={false}
      />
    </mesh>
  );
}
