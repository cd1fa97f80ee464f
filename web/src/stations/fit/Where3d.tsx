import { useEffect, useMemo } from 'react';
import { CanvasTexture, DoubleSide, NearestFilter, SRGBColorSpace } from 'three';
import { useAppSelector } from '../../app/store';
import { selectShown } from '../../document/selectors';
import { wherePictures } from './whereCanvas';

/** Where the middle of the selected part may be, lying at the height of its middle. */
export function Where3d() {
  const map = useAppSelector((s) => (s.fit.where.on ? s.fit.where.map : null));
  const placement = useAppSelector((s) => (map ? selectShown(s).layout.placements[map.id] : undefined));
  const { x = 0, y = 0, z = 0 } = placement ?? {};
  const planes = useMemo(() => {
    if (!map) return [];
    return wherePictures(map.where, 'plan', [x, y, z]).map((picture) => {
      const texture = new CanvasTexture(picture.canvas);
      texture.magFilter = NearestFilter;
      texture.colorSpace = SRGBColorSpace;
      return { ...picture, texture };
    });
    // Only its height changes the picture.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [map, z]);
  useEffect(() => () => planes.forEach((p) => p.texture.dispose()), [planes]);
  return planes.map(({ texture, u, v, width, height, into }) => (
    <mesh key={texture.uuid} position={[u + width / 2, v + height / 2, into]} raycast={() => null} renderOrder={5}>
      <planeGeometry args={[width, height]} />
      <meshBasicMaterial map={texture} transparent side={DoubleSide} depthWrite={false} toneMapped={false} />
    </mesh>
  ));
}
