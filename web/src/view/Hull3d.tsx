import type { HullModel } from '@young-shell/core/assembly';
import type { Point2 } from '@young-shell/core/solid';
import { useMemo } from 'react';
import type { BufferGeometry } from 'three';
import { BackSide, DoubleSide, ExtrudeGeometry, Float32BufferAttribute, Shape as ThreeShape } from 'three';
import { Edges } from './Edges';
import { SHELL_FILL, SHELL_LINE } from './palette';

/** A (y, z) profile extruded from one x to another, in shell axes. */
function prism(outline: readonly Point2[], from: number, to: number): BufferGeometry {
  const shape = new ThreeShape();
  outline.forEach(([y, z], i) => (i === 0 ? shape.moveTo(y, z) : shape.lineTo(y, z)));
  const geometry = new ExtrudeGeometry(shape, { depth: to - from, bevelEnabled: false });
  const position = geometry.getAttribute('position');
  const moved = new Float32Array(position.count * 3);
  for (let i = 0; i < position.count; i++)
    moved.set([position.getZ(i) + from, position.getX(i), position.getY(i)], 3 * i);
  geometry.setAttribute('position', new Float32BufferAttribute(moved, 3));
  geometry.computeVertexNormals();
  return geometry;
}

/** The shell: its far sides as thin panels, edges drawn, the inside edge faint. */
export function Hull3d({ hull }: { hull: HullModel }) {
  const outer = useMemo(() => prism(hull.outline, 0, hull.width), [hull]);
  const inner = useMemo(() => prism(hull.inner, ...hull.innerX), [hull]);
  return (
    <group>
      <mesh geometry={outer} renderOrder={-2} raycast={() => null}>
        <meshLambertMaterial color={SHELL_FILL} transparent opacity={0.3} side={BackSide} depthWrite={false} />
      </mesh>
      <mesh geometry={outer} renderOrder={8} raycast={() => null}>
        <meshBasicMaterial color="#f3e7c8" transparent opacity={0.05} side={DoubleSide} depthWrite={false} />
      </mesh>
      <Edges geometry={outer} colour={SHELL_LINE} />
      <Edges geometry={inner} colour={SHELL_LINE} opacity={0.35} />
    </group>
  );
}
