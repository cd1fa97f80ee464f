import type { Vec3 } from '@young-shell/core/solid';
import { useEffect, useMemo } from 'react';
import { CanvasTexture, DoubleSide, NearestFilter, SRGBColorSpace } from 'three';
import { useAppSelector } from '../../app/store';
import { roomCanvas } from './roomColours';
import { pickedBlock } from './roomBlock';
import { Solids3d } from '../../view/Solids3d';

/** The room map lying in the shell, and the picked free block. */
export function Room3d() {
  const room = useAppSelector((s) => s.shell.room);
  const map = room?.report.map;
  const texture = useMemo(() => {
    if (!map) return null;
    const made = new CanvasTexture(roomCanvas(map));
    made.magFilter = NearestFilter;
    made.colorSpace = SRGBColorSpace;
    return made;
  }, [map]);
  useEffect(() => () => texture?.dispose(), [texture]);
  if (!room || !map || !texture) return null;
  const [w, h] = [map.columns * map.step, map.rows * map.step];
  const [x, y, z] = map.origin;
  const place: { position: Vec3; rotation: Vec3 } =
    map.axis === 2
      ? { position: [x + w / 2, y + h / 2, z + 0.5], rotation: [0, 0, 0] }
      : map.axis === 1
        ? { position: [x + w / 2, y, z + h / 2], rotation: [Math.PI / 2, 0, 0] }
        : { position: [x, y + w / 2, z + h / 2], rotation: [Math.PI / 2, Math.PI / 2, 0] };
  const block = pickedBlock(room);
  return (
    <>
      <mesh {...place} raycast={() => null} renderOrder={-1}>
        <planeGeometry args={[w, h]} />
        <meshBasicMaterial map={texture} transparent side={DoubleSide} depthWrite={false} toneMapped={false} />
      </mesh>
      {block && (
        <Solids3d
          solids={[
            {
              id: 'block',
              owner: 'block',
              shape: { kind: 'box', low: block.low, high: block.high },
              fill: '#cfeccd',
              edge: '#ffffff',
              opacity: 0.35,
            },
          ]}
        />
      )}
    </>
  );
}
