import type { Route } from '@young-shell/core/fit';
import { useEffect, useMemo } from 'react';
import { CurvePath, LineCurve3, QuadraticBezierCurve3, TubeGeometry, Vector3 } from 'three';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { CABLE_COLOUR, PENCIL } from '../../view/palette';
import { showRoutes } from './slice';

/** Cables, risers and tubes as they run through the shell; a click picks one. */
export function Routes3d() {
  const overlay = useAppSelector((s) => s.fit.routes);
  const dispatch = useAppDispatch();
  if (!overlay) return null;
  return overlay.routes
    .filter((route) => route.points.length > 1)
    .map((route) => (
      <Tube
        key={route.link.id}
        route={route}
        picked={overlay.picked === route.link.id}
        onPick={() => dispatch(showRoutes({ ...overlay, picked: route.link.id }))}
      />
    ));
}

/** Straight legs, each corner rounded as far as its legs allow. */
function roundedLine(points: readonly Vector3[], radius: number): CurvePath<Vector3> {
  const path = new CurvePath<Vector3>();
  let from = points[0]!;
  for (let i = 1; i + 1 < points.length; i++) {
    const [p, c, q] = [points[i - 1]!, points[i]!, points[i + 1]!];
    const cut = Math.min(radius, c.distanceTo(p) / 2, c.distanceTo(q) / 2);
    const before = c.clone().lerp(p, cut / Math.max(1e-6, c.distanceTo(p)));
    const after = c.clone().lerp(q, cut / Math.max(1e-6, c.distanceTo(q)));
    path.add(new LineCurve3(from, before));
    path.add(new QuadraticBezierCurve3(before, c, after));
    from = after;
  }
  path.add(new LineCurve3(from, points.at(-1)!));
  return path;
}

function Tube({ route, picked, onPick }: { route: Route; picked: boolean; onPick: () => void }) {
  const geometry = useMemo(() => {
    const curve = roundedLine(
      route.points.map((p) => new Vector3(...p)),
      route.link.cable.bendRadius,
    );
    return new TubeGeometry(curve, route.points.length * 16, Math.max(1.5, route.link.cable.thickness / 2), 8);
  }, [route]);
  useEffect(() => () => geometry.dispose(), [geometry]);
  return (
    <mesh
      geometry={geometry}
      renderOrder={picked ? 9 : 4}
      onPointerDown={(event) => {
        event.stopPropagation();
        onPick();
      }}
    >
      <meshBasicMaterial
        color={picked ? PENCIL : CABLE_COLOUR[route.link.kind]}
        depthTest={!picked}
        toneMapped={false}
      />
    </mesh>
  );
}
