import { useThree } from '@react-three/fiber';
import { useEffect, useMemo, useRef } from 'react';
import { Spherical, Vector3 } from 'three';
import { OrbitControls } from 'three/addons/controls/OrbitControls.js';
import type { Vec3 } from '@young-shell/core/solid';
import { useAppSelector } from '../app/store';

/** From so many diagonals away the whole shell is seen. */
const WHOLE = 1.74;
/** A view narrower than this for its height sees less across. */
const WIDE = 1.15;

/** A key turns the view by so much, radians, and brings it nearer by this. */
const TURN = Math.PI / 24;
const NEARER = 1.15;

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
  const { camera, gl, invalidate, size } = useThree();
  const controls = useMemo(() => {
    const made = new OrbitControls(camera, gl.domElement);
    made.maxPolarAngle = Math.PI * 0.96;
    return made;
  }, [camera, gl]);
  useEffect(() => {
    const length = Math.hypot(...[0, 1, 2].map((i) => box.high[i]! - box.low[i]!));
    const reach = length * Math.max(1, (WIDE * size.height) / Math.max(1, size.width));
    const target = [0, 1, 2].map((i) => (box.low[i]! + box.high[i]!) / 2) as Vec3;
    const known = cameras.get(id) ?? {
      target,
      position: [target[0] - reach * 0.62, target[1] - reach * 1.28, target[2] + reach] as Vec3,
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
  const fitted = useAppSelector((s) => s.view.fitted);
  const aspect = size.width / Math.max(1, size.height);
  /** The user has put the camera somewhere: only a wish for the whole shell takes it away. */
  const moved = useRef(cameras.has(id));
  useEffect(() => {
    const byHand = () => {
      moved.current = true;
    };
    controls.addEventListener('start', byHand);
    return () => controls.removeEventListener('start', byHand);
  }, [controls]);
  const seen = useRef({ fitted, aspect });
  useEffect(() => {
    const wished = seen.current.fitted !== fitted;
    const resized = Math.abs(seen.current.aspect - aspect) > 0.05;
    if (!wished && !(resized && !moved.current)) return;
    seen.current = { fitted, aspect };
    const diagonal = Math.hypot(...[0, 1, 2].map((i) => box.high[i]! - box.low[i]!));
    const middle = new Vector3(...([0, 1, 2].map((i) => (box.low[i]! + box.high[i]!) / 2) as Vec3));
    const away = camera.position.clone().sub(controls.target);
    away.setLength(diagonal * WHOLE * Math.max(1, WIDE / aspect));
    controls.target.copy(middle);
    camera.position.copy(middle).add(away);
    controls.update();
    invalidate();
  }, [fitted, aspect, box, camera, controls, invalidate]);
  const look = useAppSelector((s) => s.view.look);
  const looked = useRef(look.count);
  useEffect(() => {
    if (looked.current === look.count) return;
    looked.current = look.count;
    moved.current = true;
    // Y is up for spherical coordinates, z is up here.
    const away = camera.position.clone().sub(controls.target);
    const at = new Spherical().setFromCartesianCoords(away.x, away.z, -away.y);
    at.theta += look.right * TURN;
    at.phi = Math.min(controls.maxPolarAngle, Math.max(0.05, at.phi - look.up * TURN));
    at.radius *= NEARER ** -look.nearer;
    const { x, y, z } = new Vector3().setFromSpherical(at);
    camera.position.copy(controls.target).add(new Vector3(x, -z, y));
    controls.update();
    invalidate();
  }, [look, camera, controls, invalidate]);
  useEffect(() => {
    controls.enabled = enabled;
  }, [controls, enabled]);
  useEffect(() => () => controls.dispose(), [controls]);
  return null;
}
