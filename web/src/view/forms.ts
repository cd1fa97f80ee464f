import type { Prism, Shape, Vec3 } from '@young-shell/core/solid';
import {
  BoxGeometry,
  CylinderGeometry,
  EdgesGeometry,
  ExtrudeGeometry,
  Matrix4,
  Shape as Flat,
  Vector2,
  Vector3,
  type BufferGeometry,
} from 'three';

export const middleOf = ({ low, high }: Pick<Shape, 'low' | 'high'>): Vec3 => [
  (low[0] + high[0]) / 2,
  (low[1] + high[1]) / 2,
  (low[2] + high[2]) / 2,
];

/** Of an angle between two faces of this and more, degrees, the edge is drawn. */
export const SHARP = 30;

/** Forms that are one form drawn out along the axes: made once. */
const UNITS = ['box', 'along x', 'along y', 'along z'] as const;
export type UnitForm = (typeof UNITS)[number];

export const unitOf = (shape: Exclude<Shape, Prism>): UnitForm =>
  shape.kind === 'box' ? 'box' : UNITS[shape.axis + 1]!;

interface Unit {
  geometry: BufferGeometry;
  /** Ends of its edges, three numbers each, about its middle. */
  edges: Float32Array;
}
const units = new Map<UnitForm, Unit>();

/** A box or a cylinder of 1 mm along each axis about its middle, with its edges. */
export function unit(form: UnitForm): Unit {
  const known = units.get(form);
  if (known) return known;
  const geometry = form === 'box' ? new BoxGeometry(1, 1, 1) : new CylinderGeometry(0.5, 0.5, 1, 32);
  if (form === 'along z') geometry.rotateX(Math.PI / 2);
  if (form === 'along x') geometry.rotateZ(Math.PI / 2);
  const edges = new EdgesGeometry(geometry, SHARP).getAttribute('position').array as Float32Array;
  const made = { geometry, edges };
  units.set(form, made);
  return made;
}

/** A prism about its own middle. */
export function prismGeometry({ axis, outline, low, high }: Prism): BufferGeometry {
  const flat = new Flat();
  flat.setFromPoints(outline.map(([u, v]) => new Vector2(u, v)));
  const drawn = new ExtrudeGeometry(flat, { depth: high[axis] - low[axis], bevelEnabled: false });
  const way = (i: number) => new Vector3(...[0, 1, 2].map((k) => (k === i % 3 ? 1 : 0)));
  drawn.applyMatrix4(new Matrix4().makeBasis(way(axis + 1), way(axis + 2), way(axis)));
  const [x, y, z] = middleOf({ low, high });
  const from = new Vector3(x, y, z).setComponent(axis, (high[axis] - low[axis]) / 2);
  return drawn.translate(-from.x, -from.y, -from.z);
}
