import { useMemo } from 'react';
import { Quaternion, Vector3 } from 'three';
import { useAppSelector } from '../../app/store';
import { JAWS } from '../../view/palette';

/** Where the calipers go: a beam with a ball at each jaw, over everything. */
export function Jaws3d() {
  const jaws = useAppSelector((s) => s.shell.jaws);
  const beam = useMemo(() => {
    if (!jaws) return undefined;
    const from = new Vector3(...jaws.from);
    const way = new Vector3(...jaws.to).sub(from);
    return {
      length: way.length(),
      middle: from.clone().addScaledVector(way, 0.5),
      turn: new Quaternion().setFromUnitVectors(new Vector3(0, 1, 0), way.clone().normalize()),
    };
  }, [jaws]);
  if (!jaws || !beam) return null;
  const ink = <meshBasicMaterial color={JAWS} depthTest={false} transparent />;
  return (
    <>
      <mesh position={beam.middle} quaternion={beam.turn} renderOrder={21} raycast={() => null}>
        <cylinderGeometry args={[1.6, 1.6, beam.length, 8]} />
        {ink}
      </mesh>
      {[jaws.from, jaws.to].map((at, i) => (
        <mesh key={i} position={at} renderOrder={21} raycast={() => null}>
          <sphereGeometry args={[5, 16, 12]} />
          {ink}
        </mesh>
      ))}
    </>
  );
}
