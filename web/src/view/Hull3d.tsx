import type { HullModel } from '@young-shell/core/assembly';
import { inSpace, type Loft } from '@young-shell/core/solid';
import { useMemo } from 'react';
import { BackSide, BufferGeometry, DoubleSide, Float32BufferAttribute, ShapeUtils, Vector2 } from 'three';
import { Edges } from './Edges';
import { SHELL_LINE } from './palette';
import { useMeshGeometry } from './useMeshGeometry';

/** A loft as triangles, in shell axes. */
function loftGeometry({ axis, low, high, from, to }: Loft): BufferGeometry {
  const n = low.length;
  const positions: number[] = [];
  const put = (end: 'low' | 'high', i: number) =>
    positions.push(...inSpace(axis, (end === 'low' ? low : high)[i % n]!, end === 'low' ? from : to));
  // (x, z, y) is left-handed: there the triangles turn the other way.
  const flip = axis === 1;
  const triangle = (a: () => void, b: () => void, c: () => void) => {
    for (const corner of flip ? [a, c, b] : [a, b, c]) corner();
  };
  for (let i = 0; i < n; i++) {
    const [a, b] = [() => put('low', i), () => put('low', i + 1)];
    const [c, d] = [() => put('high', i + 1), () => put('high', i)];
    triangle(a, b, c);
    triangle(a, c, d);
  }
  const cap = (end: 'low' | 'high') => {
    const points = (end === 'low' ? low : high).map(([a, b]) => new Vector2(a, b));
    for (const [i, j, k] of ShapeUtils.triangulateShape(points, []) as [number, number, number][])
      if (end === 'high')
        triangle(
          () => put(end, i),
          () => put(end, j),
          () => put(end, k),
        );
      else
        triangle(
          () => put(end, i),
          () => put(end, k),
          () => put(end, j),
        );
  };
  cap('low');
  cap('high');
  const geometry = new BufferGeometry();
  geometry.setAttribute('position', new Float32BufferAttribute(positions, 3));
  geometry.computeVertexNormals();
  return geometry;
}

/** The shell: its far sides as thin panels, edges drawn, the inside edge faint. */
export function Hull3d({
  hull,
  content,
  fill,
}: {
  hull: HullModel;
  content?: string | undefined;
  /** What it is made of, as a colour. */
  fill: string;
}) {
  const solid = useMeshGeometry(content);
  const outer = useMemo(() => loftGeometry(hull.outer), [hull]);
  const inner = useMemo(() => loftGeometry(hull.inner), [hull]);
  if (solid)
    return (
      <group>
        <mesh geometry={solid} renderOrder={-2} raycast={() => null}>
          <meshLambertMaterial color={fill} transparent opacity={0.34} side={DoubleSide} depthWrite={false} />
        </mesh>
        <Edges geometry={solid} colour={SHELL_LINE} opacity={0.8} />
      </group>
    );
  return (
    <group>
      <mesh geometry={outer} renderOrder={-2} raycast={() => null}>
        <meshLambertMaterial color={fill} transparent opacity={0.3} side={BackSide} depthWrite={false} />
      </mesh>
      <mesh geometry={outer} renderOrder={8} raycast={() => null}>
        <meshBasicMaterial color="#f3e7c8" transparent opacity={0.05} side={DoubleSide} depthWrite={false} />
      </mesh>
      <Edges geometry={outer} colour={SHELL_LINE} />
      <Edges geometry={inner} colour={SHELL_LINE} opacity={0.35} />
    </group>
  );
}
