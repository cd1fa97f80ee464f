import type { Assembly } from '@young-shell/core/assembly';
import type { Conversion, Feature } from '@young-shell/core/document';
import { looksOfControl } from '@young-shell/core/shell';
import type { Shape, Vec3 } from '@young-shell/core/solid';
import { useMemo } from 'react';
import { useAppDispatch, useAppSelector } from '../app/store';
import { FEATURE_FILL, PENCIL } from './palette';
import { select } from './slice';
import { ControlLooks3d } from './PartLooks3d';
import { SolidMesh } from './SolidMesh';
import { useMeshGeometry } from './useMeshGeometry';

/** What stands in the shell: features, and the material of an imported shell whose mesh is not there. */
export function Features3d({ assembly, document }: { assembly: Assembly; document: Conversion }) {
  const dispatch = useAppDispatch();
  const selection = useAppSelector((s) => s.view.selection);
  const { hull } = document.shell;
  const hullMesh = useMeshGeometry(hull.form === 'solid' ? hull.solid.content : undefined);
  return assembly.features.map((f) => {
    // The boxes that stand for an imported shell are drawn only where its mesh is not on this server.
    if (f.owner === 'material' && hullMesh) return null;
    const { shape } = document.shell.features[f.owner] ?? {};
    const chosen = selection?.kind === 'feature' && selection.id === f.owner;
    return (
      <group
        key={f.id}
        onClick={(event) => {
          event.stopPropagation();
          dispatch(select({ kind: 'feature', id: f.owner }));
        }}
      >
        {shape?.kind === 'solid' ? (
          <StoredMesh
            content={shape.solid.content}
            at={f.id === f.owner ? cornerOf(document.shell.features[f.owner]!) : undefined}
            fill={FEATURE_FILL[document.shell.features[f.owner]!.fate]}
            instead={f.shape}
          />
        ) : (
          <SolidMesh
            shape={f.shape}
            fill={FEATURE_FILL[document.shell.features[f.owner]?.fate ?? 'keep']}
            edge={chosen ? PENCIL : f.id === f.owner ? '#3b372b' : '#8f8674'}
            opacity={document.shell.features[f.owner]?.body === 'base' ? 1 : 0.55}
            ghost={f.swept ?? false}
          />
        )}
        {!f.swept && f.shape.kind !== 'prism' && document.shell.features[f.owner]?.control && (
          <ControlOf document={document} id={f.owner} shape={f.shape} />
        )}
      </group>
    );
  });
}

/** A control drawn as what it is; its marks are made anew only where it or the shell changed. */
function ControlOf({ document, id, shape }: { document: Conversion; id: string; shape: Shape }) {
  // eslint-disable-next-line react-hooks/exhaustive-deps
  const marks = useMemo(() => looksOfControl(document, id, shape), [document.shell, id, shape]);
  return <ControlLooks3d marks={marks} />;
}

const cornerOf = ({ x, y, z }: Feature): Vec3 => [x.value, y.value, z.value];

/** An imported solid as its mesh, drawn once with its first box; as its boxes where the mesh is not on this server. */
function StoredMesh({
  content,
  at,
  fill,
  instead,
}: {
  content: string;
  at: Vec3 | undefined;
  fill: string;
  instead: Shape;
}) {
  const geometry = useMeshGeometry(content);
  if (!geometry) return <SolidMesh shape={instead} fill={fill} edge="#8f8674" />;
  if (!at) return null;
  return (
    <mesh geometry={geometry} position={at}>
      <meshLambertMaterial color={fill} />
    </mesh>
  );
}
