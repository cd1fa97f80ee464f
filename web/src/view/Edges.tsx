import { useEffect, useMemo } from 'react';
import { EdgesGeometry, LineBasicMaterial, LineDashedMaterial, LineSegments, type BufferGeometry } from 'three';
import { SHARP } from './forms';

/** The sharp edges of a geometry as lines. */
export function Edges({
  geometry,
  colour,
  dashed = false,
  opacity = 1,
}: {
  geometry: BufferGeometry;
  colour: string;
  dashed?: boolean;
  opacity?: number;
}) {
  const lines = useMemo(() => {
    const material = dashed
      ? new LineDashedMaterial({ color: colour, dashSize: 5, gapSize: 4, transparent: true, opacity: 0.9 })
      : new LineBasicMaterial({ color: colour, transparent: opacity < 1, opacity });
    const segments = new LineSegments(new EdgesGeometry(geometry, SHARP), material);
    if (dashed) segments.computeLineDistances();
    segments.raycast = () => undefined;
    return segments;
  }, [geometry, colour, dashed, opacity]);
  useEffect(
    () => () => {
      lines.geometry.dispose();
      lines.material.dispose();
    },
    [lines],
  );
  return <primitive object={lines} />;
}
