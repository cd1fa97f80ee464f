import { useThree } from '@react-three/fiber';
import { useEffect, useMemo } from 'react';
import { OrbitControls } from 'three/addons/controls/OrbitControls.js';
import type { Vec3 } from '@young-shell/core/solid';

/** The camera outlives a change of view or station: it is kept here by conversion. */
const cameras = new Map<string, { position: Vec3; target: Vec3 }>();

interface Props {
  /** Whose camera it is. */
  id: string;
  box: { low: Vec3; high: Vec3 };
  enabled: boolean;
}

/** Orbit, pan and zoom; begins with the whole shell seen from the front left above. */
export function Controls({ id, box, enabled }: Props) {
  const { camera, gl, invalidate } = useThree();
  const controls = useMemo(() => {
    const made = new OrbitControls(camera, gl.domElement);
    made.maxPolarAngle = Math.PI * 0.96;
    return made;
  }, [camera, gl]);
  useEffect(() => {
    const size = Math.hypot(...[0, 1, 2].map((i) => box.high[i]! - box.low[i]!));
    const target = [0, 1, 2].map((i) => (box.low[i]! + box.high[i]!) / 2) as Vec3;
    const known = cameras.get(id) ?? {
      target,
      position: [target[0] - size * 0.62, target[1] - size * 1.28, target[2] + size * 1.0] as Vec3,
    };
    camera.position.set(...known.position);
    controls.target.set(...known.target);
    controls.update();
    invalidate();
    const changed = () => {
      cameras.set(id, { position: camera.position.toArray(), target: controls.target.toArray() });
      invalidate();
    };
    controls.addEventListener('change', changed);
    return () => controls.removeEventListener('change', changed);
    // The camera moves by hand only: an edit of the shell does not take it away.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [id, controls, camera]);
  useEffect(() => {
    controls.enabled = enabled;
  }, [controls, enabled]);
  useEffect(() => () => controls.dispose(), [controls]);
  return null;
}
