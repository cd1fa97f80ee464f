import type { Assembly, Solid } from '@young-shell/core/assembly';
import type { Conversion, Feature, FeatureShape } from '@young-shell/core/document';
import { looksOfControl } from '@young-shell/core/shell';
import type { Shape, Vec3 } from '@young-shell/core/solid';
import { useMemo } from 'react';
import { useAppDispatch, useAppSelector } from '../app/store';
import { FEATURE_FILL, PENCIL } from './palette';
import { select } from './slice';
import { ControlLooks3d } from './PartLooks3d';
import { Solids3d, type Drawn, type Picking } from './Solids3d';
import { useMeshGeometry } from './useMeshGeometry';

/** What stands in the shell: features, and the material of an imported shell whose mesh is not there. */
export function Features3d({ assembly, document }: { assembly: Assembly; document: Conversion }) {
  const dispatch = useAppDispatch();
  const chosen = useAppSelector((s) => (s.view.selection?.kind === 'feature' ? s.view.selection.id : undefined));
  const motion = useAppSelector((s) => s.view.motion);
  const { shell } = document;
  const hullMesh = useMeshGeometry(shell.hull.form === 'solid' ? shell.hull.solid.content : undefined);
  const isStored = (f: Solid) => shell.features[f.owner]?.shape.kind === 'solid';
  const picking = useMemo<Picking>(
    () => ({
      onClick: (id, event) => {
        event.stopPropagation();
        dispatch(select({ kind: 'feature', id }));
      },
    }),
    [dispatch],
  );
  const solids = useMemo(
    () =>
      assembly.features
        // The boxes that stand for an imported shell are drawn only where its mesh is not on this server.
        .filter((f) => shell.features[f.owner]?.shape.kind !== 'solid' && !(f.owner === 'material' && hullMesh))
        // What comes out for the work is not there yet while parts go in before it.
        .filter((f) => !motion?.aside.includes(f.owner))
        .map((f): Drawn => {
          const feature = shell.features[f.owner];
          return {
            id: f.id,
            owner: f.owner,
            shape: f.shape,
            fill: FEATURE_FILL[feature?.fate ?? 'keep'],
            edge: f.owner === chosen ? PENCIL : f.id === f.owner ? '#3b372b' : '#8f8674',
            // What stands around the shell does not hide it.
            opacity: f.around ? 0.2 : feature?.body === 'base' ? 1 : 0.55,
            ghost: f.swept ?? false,
          };
        }),
    [assembly.features, shell.features, hullMesh, chosen, motion?.aside],
  );
  return (
    <>
      <Solids3d solids={solids} picking={picking} />
      {assembly.features.filter(isStored).map((f) => (
        <group key={f.id} onClick={(event) => picking.onClick!(f.owner, event)}>
          <StoredMesh
            content={(shell.features[f.owner]!.shape as FeatureShape & { kind: 'solid' }).solid.content}
            at={f.id === f.owner ? cornerOf(shell.features[f.owner]!) : undefined}
            fill={FEATURE_FILL[shell.features[f.owner]!.fate]}
            instead={f}
          />
        </group>
      ))}
      {assembly.features
        .filter((f) => !f.swept && f.shape.kind !== 'prism' && shell.features[f.owner]?.control)
        .map((f) => (
          <ControlOf key={f.id} document={document} id={f.owner} shape={f.shape} />
        ))}
    </>
  );
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
  instead: Solid;
}) {
  const geometry = useMeshGeometry(content);
  if (!geometry) return <Solids3d solids={[{ ...instead, fill, edge: '#8f8674' }]} />;
  if (!at) return null;
  return (
    <mesh geometry={geometry} position={at}>
      <meshLambertMaterial color={fill} />
    </mesh>
  );
}
