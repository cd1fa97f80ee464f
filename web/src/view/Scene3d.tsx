import { Canvas, type RootState } from '@react-three/fiber';
import type { Vec3 } from '@young-shell/core/solid';
import { useEffect, useMemo, useState, type RefObject } from 'react';
import type { Texture } from 'three';
import { useAppSelector } from '../app/store';
import { selectDrawn, selectShown } from '../document/selectors';
import { Later } from '../ui/Later';
import { Controls } from './Controls';
import { Features3d } from './Features3d';
import { Hull3d } from './Hull3d';
import { LabelPlacer, type Label } from './Labels';
import { MAT_COLOUR, matTexture, type MatArea } from './matTexture';
import { SHELL_FILL } from './palette';
import { Parts3d } from './Parts3d';
import { hullBox } from './projection';
import { useStations } from './station';

/** All programs are asked for before the first of them is waited for: they are made side by side. */
function begin({ gl, scene, camera }: RootState): void {
  gl.setClearColor('#0d2c25');
  gl.debug.checkShaderErrors = import.meta.env.DEV;
  gl.compile(scene, camera);
}

/** The shell in space on the cutting mat. */
export function Scene3d({
  id,
  labels,
  layer,
}: {
  id: string;
  labels: readonly Label[];
  layer: RefObject<HTMLDivElement | null>;
}) {
  const assembly = useAppSelector(selectDrawn);
  const document = useAppSelector(selectShown);
  const box = useMemo(() => hullBox(assembly.hull), [assembly.hull]);
  const stations = useStations();
  const drawn = useMemo(() => [...assembly.parts, ...assembly.outer], [assembly]);
  const [dragging, setDragging] = useState(false);
  return (
    <Canvas
      frameloop="demand"
      dpr={Math.min(1, window.devicePixelRatio)}
      camera={{ fov: 30, near: 10, far: 12000, up: [0, 0, 1] }}
      onCreated={begin}
      aria-label="The shell in three dimensions"
      role="img"
    >
      <ambientLight intensity={1.5} />
      <directionalLight position={[-400, -900, 1400]} intensity={1.7} />
      <Mat box={box} />
      <Hull3d
        fill={SHELL_FILL[document.shell.material].fill}
        hull={assembly.hull}
        content={document.shell.hull.form === 'solid' ? document.shell.hull.solid.content : undefined}
      />
      {stations.map(({ id: station, Under3d }) => Under3d && <Under3d key={station} />)}
      <Later>
        <Features3d assembly={assembly} document={document} />
        <Parts3d parts={drawn} onDrag={setDragging} />
      </Later>
      {stations.map(({ id: station, Over3d }) => Over3d && <Over3d key={station} />)}
      <LabelPlacer labels={labels} layer={layer} />
      <Controls id={id} box={box} enabled={!dragging} />
    </Canvas>
  );
}

/** ms */
const AFTER_FIRST_FRAME = 100;

/** The mat: plain at first, with its grid and numbers as soon as the first view is drawn. */
function Mat({ box }: { box: { low: Vec3; high: Vec3 } }) {
  const unit = useAppSelector((s) => s.preferences.unit);
  const [texture, setTexture] = useState<Texture | null>(null);
  const [w, d] = [Math.ceil(box.high[0] / 50) * 50, Math.ceil(box.high[1] / 50) * 50];
  const area = useMemo<MatArea>(() => ({ x0: -150, y0: -150, width: w + 300, height: d + 300 }), [w, d]);
  useEffect(() => {
    let left = false;
    let asked: ReturnType<typeof setTimeout>;
    const fonts = window.document.fonts.load('600 20px "Barlow Condensed"');
    void fonts.then(() => {
      if (!left) asked = setTimeout(() => setTexture(matTexture(area, unit)), AFTER_FIRST_FRAME);
    });
    return () => {
      left = true;
      clearTimeout(asked);
    };
  }, [area, unit]);
  useEffect(() => () => texture?.dispose(), [texture]);
  return (
    <mesh position={[area.x0 + area.width / 2, area.y0 + area.height / 2, box.low[2] - 1]} raycast={() => null}>
      <planeGeometry args={[area.width, area.height]} />
      <meshBasicMaterial
        key={texture?.uuid ?? 'plain'}
        map={texture}
        color={texture ? '#ffffff' : MAT_COLOUR}
        toneMapped={false}
      />
    </mesh>
  );
}
