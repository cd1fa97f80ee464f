import { Canvas, type RootState, type ThreeEvent } from '@react-three/fiber';
import type { PlacedPart } from '@young-shell/core/assembly';
import type { Placement } from '@young-shell/core/document';
import { kindOf } from '@young-shell/core/parts';
import type { Vec3 } from '@young-shell/core/solid';
import { useEffect, useMemo, useRef, useState, type RefObject } from 'react';
import { Plane, Vector3, type Texture } from 'three';
import { store, useAppDispatch, useAppSelector } from '../app/store';
import { selectDrawn, selectShown } from '../document/selectors';
import { Controls } from './Controls';
import { Features3d } from './Features3d';
import { Hull3d } from './Hull3d';
import { LabelPlacer, type Label } from './Labels';
import { MAT_COLOUR, matTexture, type MatArea } from './matTexture';
import { PartLooks3d } from './PartLooks3d';
import { PART_FILL, SHELL_FILL, PENCIL } from './palette';
import { hullBox } from './projection';
import { dragTo, select } from './slice';
import { useStations } from './station';
import { SolidMesh } from './SolidMesh';
import { untilReleased } from './untilReleased';
import { useMove } from './useMove';
import { drawnSolids } from './drawnSolids';

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
      <Features3d assembly={assembly} document={document} />
      {assembly.parts.map((part) => (
        <Part key={part.id} part={part} onDrag={setDragging} />
      ))}
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

function Part({ part, onDrag }: { part: PlacedPart; onDrag: (dragging: boolean) => void }) {
  const dispatch = useAppDispatch();
  const chosen = useAppSelector((s) => s.view.selection?.kind === 'part' && s.view.selection.id === part.id);
  const showRooms = useAppSelector((s) => s.view.showRooms);
  const { drag, drop } = useMove();
  const start = useRef<{ placement: Placement; hit: Vector3; plane: Plane; end: () => void } | null>(null);
  const fill = PART_FILL[kindOf(part.part) ?? 'drive'];

  const down = (event: ThreeEvent<PointerEvent>) => {
    event.stopPropagation();
    dispatch(select({ kind: 'part', id: part.id }));
    const placement = store.getState().document.document?.layout.placements[part.id];
    if (!placement || event.button !== 0) return;
    (event.target as Element).setPointerCapture(event.pointerId);
    const end = untilReleased(event.pointerId, () => {
      start.current = null;
      onDrag(false);
      dispatch(dragTo(null));
    });
    start.current = {
      placement,
      hit: event.point.clone(),
      plane: new Plane(new Vector3(0, 0, 1), -event.point.z),
      end,
    };
    onDrag(true);
  };
  const move = (event: ThreeEvent<PointerEvent>) => {
    if (!start.current) return;
    const { hit } = start.current;
    const upright = event.nativeEvent.shiftKey;
    // With Shift the part goes up and down: along the upright plane that faces the eye.
    const towards = event.ray.direction;
    const plane = upright
      ? new Plane().setFromNormalAndCoplanarPoint(new Vector3(towards.x, towards.y, 0).normalize(), hit)
      : start.current.plane;
    const now = event.ray.intersectPlane(plane, new Vector3());
    if (!now) return;
    const by: Vec3 = upright ? [0, 0, now.z - hit.z] : [now.x - hit.x, now.y - hit.y, 0];
    if (Math.hypot(...by) < 1 && !store.getState().view.drag) return;
    drag(part.id, start.current.placement, by, upright ? [2] : [0, 1], event.nativeEvent.altKey ? 0 : 4);
  };
  const up = () => {
    if (!start.current) return;
    start.current.end();
    start.current = null;
    onDrag(false);
    drop();
  };

  return (
    <group onPointerDown={down} onPointerMove={move} onPointerUp={up} onPointerCancel={up}>
      {drawnSolids(part.solids).map((s) => {
        const room = s.role === 'air' || s.role === 'plug room' || s.role === 'duct';
        if (room && s.role !== 'duct' && !(chosen && showRooms)) return null;
        return (
          <SolidMesh
            key={s.id}
            shape={s.shape}
            fill={s.id.endsWith('/plate') ? '#3f6a92' : fill}
            edge={room ? (s.role === 'plug room' ? '#ead88f' : '#9fd8e6') : chosen ? PENCIL : '#16211d'}
            ghost={room}
          />
        );
      })}
      <PartLooks3d part={part} />
    </group>
  );
}
