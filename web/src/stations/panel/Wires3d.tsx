import { useEffect, useMemo } from 'react';
import { CatmullRomCurve3, TubeGeometry, Vector3 } from 'three';
import { useAppSelector } from '../../app/store';
import { lineColour } from './colours';
import { selectLines, type PanelLine } from './selectors';

/** Runs of wires from controls to headers, and rods from buttons to the switches inside. */
export function Wires3d() {
  return useAppSelector(selectLines).map((line) => <Line key={`${line.kind}/${line.id}`} line={line} />);
}

function Line({ line }: { line: PanelLine }) {
  const geometry = useMemo(() => {
    const curve = new CatmullRomCurve3(
      line.points.map((p) => new Vector3(...p)),
      false,
      'chordal',
    );
    return new TubeGeometry(curve, Math.max(8, line.points.length * 8), line.kind === 'rod' ? 2 : 1.6, 8);
  }, [line]);
  useEffect(() => () => geometry.dispose(), [geometry]);
  return (
    <mesh geometry={geometry} renderOrder={12} raycast={() => null}>
      <meshBasicMaterial
        color={lineColour(line.kind)}
        toneMapped={false}
        depthTest={false}
        transparent
        opacity={0.95}
      />
    </mesh>
  );
}
