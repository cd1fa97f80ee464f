import { useMemo } from 'react';
import { Quaternion, Vector3 } from 'three';
import { useAppSelector } from '../../app/store';
import { airColour } from './colours';
import { selectArrows, type AirArrow } from './selectors';

const UP = new Vector3(0, 1, 0);

/** Air through every opening and from zone to zone: as long as the flow is large. */
export function Arrows3d() {
  return useAppSelector(selectArrows).map((arrow) => <Arrow key={arrow.id} arrow={arrow} />);
}

function Arrow({ arrow }: { arrow: AirArrow }) {
  const { length, middle, turn, head } = useMemo(() => {
    const from = new Vector3(...arrow.from);
    const to = new Vector3(...arrow.to);
    const way = to.clone().sub(from);
    const size = way.length();
    const point = Math.min(0.45 * size, arrow.kind === 'inside' ? 9 : 16);
    return {
      length: size - point,
      head: point,
      middle: from,
      turn: new Quaternion().setFromUnitVectors(UP, way.normalize()),
    };
  }, [arrow]);
  const radius = arrow.kind === 'inside' ? 1.1 : 2.4;
  const colour = airColour(arrow);
  return (
    <group position={middle} quaternion={turn}>
      <mesh position={[0, length / 2, 0]} raycast={() => null} renderOrder={14}>
        <cylinderGeometry args={[radius, radius, Math.max(0.1, length), 8]} />
        <meshBasicMaterial
          color={colour}
          toneMapped={false}
          depthTest={false}
          transparent
          opacity={arrow.kind === 'inside' ? 0.8 : 0.95}
        />
      </mesh>
      <mesh position={[0, length + head / 2, 0]} raycast={() => null} renderOrder={14}>
        <coneGeometry args={[radius * 2.6, head, 12]} />
        <meshBasicMaterial
          color={colour}
          toneMapped={false}
          depthTest={false}
          transparent
          opacity={arrow.kind === 'inside' ? 0.8 : 0.95}
        />
      </mesh>
    </group>
  );
}
