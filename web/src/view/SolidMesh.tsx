import type { Prism, Shape, Vec3 } from '@young-shell/core/solid';
import { Edges } from './Edges';
import { useMemo } from 'react';
import {
  BoxGeometry,
  CylinderGeometry,
  ExtrudeGeometry,
  Matrix4,
  Shape as Flat,
  Vector2,
  Vector3,
  type BufferGeometry,
} from 'three';

interface Props {
  shape: Shape;
  fill: string;
  edge: string;
  opacity?: number;
  /** No faces, only edges: rooms that are to stay free. */
  ghost?: boolean;
}

const middle = ({ low, high }: Pick<Shape, 'low' | 'high'>): Vec3 => [
  (low[0] + high[0]) / 2,
  (low[1] + high[1]) / 2,
  (low[2] + high[2]) / 2,
];

function geometryOf(shape: Shape): BufferGeometry {
  const size = [0, 1, 2].map((i) => shape.high[i]! - shape.low[i]!) as Vec3;
  if (shape.kind === 'box') return new BoxGeometry(...size);
  if (shape.kind === 'prism') return prismOf(shape);
  const radius = size[(shape.axis + 1) % 3]! / 2;
  const cylinder = new CylinderGeometry(radius, radius, size[shape.axis], 32);
  if (shape.axis === 2) cylinder.rotateX(Math.PI / 2);
  if (shape.axis === 0) cylinder.rotateZ(Math.PI / 2);
  return cylinder;
}

/** A prism about its own middle. */
function prismOf({ axis, outline, low, high }: Prism): BufferGeometry {
  const flat = new Flat();
  flat.setFromPoints(outline.map(([u, v]) => new Vector2(u, v)));
  const drawn = new ExtrudeGeometry(flat, { depth: high[axis] - low[axis], bevelEnabled: false });
  const way = (i: number) => new Vector3(...[0, 1, 2].map((k) => (k === i % 3 ? 1 : 0)));
  drawn.applyMatrix4(new Matrix4().makeBasis(way(axis + 1), way(axis + 2), way(axis)));
  const [x, y, z] = middle({ low, high });
  const from = new Vector3(x, y, z).setComponent(axis, (high[axis] - low[axis]) / 2);
  return drawn.translate(-from.x, -from.y, -from.z);
}

/** A box or cylinder with its edges drawn. */
export function SolidMesh({ shape, fill, edge, opacity = 1, ghost }: Props) {
  const [w, d, h] = [0, 1, 2].map((i) => shape.high[i]! - shape.low[i]!);
  const axis = shape.kind === 'box' ? -1 : shape.axis;
  const outline =
    shape.kind === 'prism'
      ? shape.outline
          .map(([u, v]) => `${u - shape.low[(shape.axis + 1) % 3]!} ${v - shape.low[(shape.axis + 2) % 3]!}`)
          .join()
      : shape.kind;
  // The form changes rarely, the place at every drag: only the form is rebuilt.
  // eslint-disable-next-line react-hooks/exhaustive-deps
  const geometry = useMemo(() => geometryOf(shape), [w, d, h, axis, outline]);
  return (
    <group position={middle(shape)}>
      {!ghost && (
        <mesh geometry={geometry}>
          <meshLambertMaterial
            color={fill}
            transparent={opacity < 1}
            opacity={opacity}
            depthWrite={opacity >= 1}
            polygonOffset
            polygonOffsetFactor={1}
            polygonOffsetUnits={1}
          />
        </mesh>
      )}
      <Edges geometry={geometry} colour={edge} dashed={ghost ?? false} />
    </group>
  );
}
