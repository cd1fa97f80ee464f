import type { ThreeEvent } from '@react-three/fiber';
import type { Prism, Shape } from '@young-shell/core/solid';
import { useEffect, useLayoutEffect, useMemo, useRef } from 'react';
import {
  BufferGeometry,
  Color,
  Float32BufferAttribute,
  LineBasicMaterial,
  LineDashedMaterial,
  LineSegments,
  Matrix4,
  type InstancedMesh,
} from 'three';
import { Edges } from './Edges';
import { middleOf, prismGeometry, unit, unitOf, type UnitForm } from './forms';

/** A solid as it is drawn. */
export interface Drawn {
  id: string;
  /** What is picked with it. */
  owner: string;
  shape: Shape;
  fill: string;
  edge: string;
  opacity?: number;
  /** No faces, only edges: rooms that are to stay free. */
  ghost?: boolean;
}

/** What is done with the solid under the pointer, told by its owner. */
export interface Picking {
  onClick?: (owner: string, event: ThreeEvent<MouseEvent>) => void;
  onPointerDown?: (owner: string, event: ThreeEvent<PointerEvent>) => void;
  onPointerMove?: (event: ThreeEvent<PointerEvent>) => void;
  onPointerUp?: (event: ThreeEvent<PointerEvent>) => void;
}

type Round = Drawn & { shape: Exclude<Shape, Prism> };
const isPrism = (d: Drawn): d is Drawn & { shape: Prism } => d.shape.kind === 'prism';

/**
 * Boxes, cylinders and prisms with their edges. All boxes are drawn at once, and all cylinders along an axis, and all
 * edges: what costs is a call to draw, not what it draws.
 */
export function Solids3d({ solids, picking = {} }: { solids: readonly Drawn[]; picking?: Picking }) {
  const batches = useMemo(() => {
    const batches = new Map<string, { form: UnitForm; opacity: number; solids: Round[] }>();
    for (const drawn of solids) {
      if (isPrism(drawn) || drawn.ghost) continue;
      const [form, opacity] = [unitOf((drawn as Round).shape), drawn.opacity ?? 1];
      const key = `${form}/${opacity}`;
      if (!batches.has(key)) batches.set(key, { form, opacity, solids: [] });
      batches.get(key)!.solids.push(drawn as Round);
    }
    return [...batches];
  }, [solids]);
  return (
    <group>
      {batches.map(([key, batch]) => (
        // Of a mesh of instances the number is fixed; the mesh itself stays while something is dragged.
        <Batch key={`${key}/${batch.solids.length}`} {...batch} picking={picking} />
      ))}
      {solids.filter(isPrism).map((drawn) => (
        <PrismMesh key={drawn.id} drawn={drawn} picking={picking} />
      ))}
      <AllEdges solids={solids} dashed={false} />
      <AllEdges solids={solids} dashed />
    </group>
  );
}

const colour = new Color();
const matrix = new Matrix4();

function Batch({
  form,
  opacity,
  solids,
  picking,
}: {
  form: UnitForm;
  opacity: number;
  solids: readonly Round[];
  picking: Picking;
}) {
  const mesh = useRef<InstancedMesh>(null);
  useLayoutEffect(() => {
    const instances = mesh.current!;
    solids.forEach(({ shape, fill }, i) => {
      const { low, high } = shape;
      matrix.makeScale(high[0] - low[0], high[1] - low[1], high[2] - low[2]).setPosition(...middleOf(shape));
      instances.setMatrixAt(i, matrix);
      instances.setColorAt(i, colour.set(fill));
    });
    instances.instanceMatrix.needsUpdate = true;
    instances.instanceColor!.needsUpdate = true;
    instances.computeBoundingSphere();
  }, [solids]);
  return (
    <instancedMesh
      ref={mesh}
      args={[unit(form).geometry, undefined, solids.length]}
      dispose={null}
      {...eventsOf(picking, (event) => solids[event.instanceId!]!.owner)}
    >
      <Surface opacity={opacity} />
    </instancedMesh>
  );
}

/** Pushed back a little, so that its edges are seen on it. */
const Surface = ({ opacity, fill = '#ffffff' }: { opacity: number; fill?: string }) => (
  <meshLambertMaterial
    color={fill}
    transparent={opacity < 1}
    opacity={opacity}
    depthWrite={opacity >= 1}
    polygonOffset
    polygonOffsetFactor={1}
    polygonOffsetUnits={1}
  />
);

function eventsOf(picking: Picking, ownerOf: (event: ThreeEvent<MouseEvent>) => string) {
  const { onClick, onPointerDown, onPointerMove, onPointerUp } = picking;
  return {
    ...(onClick && { onClick: (event: ThreeEvent<MouseEvent>) => onClick(ownerOf(event), event) }),
    ...(onPointerDown && {
      onPointerDown: (event: ThreeEvent<PointerEvent>) => onPointerDown(ownerOf(event), event),
    }),
    ...(onPointerMove && { onPointerMove }),
    ...(onPointerUp && { onPointerUp, onPointerCancel: onPointerUp }),
  };
}

function PrismMesh({ drawn, picking }: { drawn: Drawn & { shape: Prism }; picking: Picking }) {
  const { shape, owner, opacity = 1, fill, edge, ghost } = drawn;
  const form = JSON.stringify([
    shape.axis,
    shape.high.map((v, i) => v - shape.low[i]!),
    shape.outline.map(([u, v]) => [u - shape.low[(shape.axis + 1) % 3]!, v - shape.low[(shape.axis + 2) % 3]!]),
  ]);
  // The form changes rarely, the place at every drag: only the form is rebuilt.
  // eslint-disable-next-line react-hooks/exhaustive-deps
  const geometry = useMemo(() => prismGeometry(shape), [form]);
  return (
    <group position={middleOf(shape)} {...eventsOf(picking, () => owner)}>
      {!ghost && (
        <mesh geometry={geometry}>
          <Surface opacity={opacity} fill={fill} />
        </mesh>
      )}
      <Edges geometry={geometry} colour={edge} dashed={ghost ?? false} />
    </group>
  );
}

/** Edges of all boxes and cylinders: of rooms dashed, of bodies drawn through. */
function AllEdges({ solids, dashed }: { solids: readonly Drawn[]; dashed: boolean }) {
  const lines = useMemo(() => {
    const drawn = solids.filter((d): d is Round => !isPrism(d) && (d.ghost ?? false) === dashed);
    if (drawn.length === 0) return undefined;
    const forms = drawn.map(({ shape }) => unit(unitOf(shape)).edges);
    const count = forms.reduce((sum, edges) => sum + edges.length, 0);
    const [positions, colours] = [new Float32Array(count), new Float32Array(count)];
    let at = 0;
    drawn.forEach(({ shape, edge }, k) => {
      const { low, high } = shape;
      const middle = middleOf(shape);
      colour.set(edge);
      const edges = forms[k]!;
      for (let i = 0; i < edges.length; i += 3, at += 3) {
        for (let axis = 0; axis < 3; axis++)
          positions[at + axis] = middle[axis]! + edges[i + axis]! * (high[axis]! - low[axis]!);
        colour.toArray(colours, at);
      }
    });
    const geometry = new BufferGeometry();
    geometry.setAttribute('position', new Float32BufferAttribute(positions, 3));
    geometry.setAttribute('color', new Float32BufferAttribute(colours, 3));
    const material = dashed
      ? new LineDashedMaterial({ vertexColors: true, dashSize: 5, gapSize: 4, transparent: true, opacity: 0.9 })
      : new LineBasicMaterial({ vertexColors: true });
    const made = new LineSegments(geometry, material);
    if (dashed) made.computeLineDistances();
    made.raycast = () => undefined;
    return made;
  }, [solids, dashed]);
  useEffect(
    () => () => {
      lines?.geometry.dispose();
      lines?.material.dispose();
    },
    [lines],
  );
  return lines && <primitive object={lines} />;
}
