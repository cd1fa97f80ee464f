import type { ThreeEvent } from '@react-three/fiber';
import type { PlacedPart } from '@young-shell/core/assembly';
import type { Placement } from '@young-shell/core/document';
import { kindOf } from '@young-shell/core/parts';
import type { Vec3 } from '@young-shell/core/solid';
import { memo, useMemo, useRef } from 'react';
import { Plane, Vector3 } from 'three';
import { store, useAppDispatch, useAppSelector } from '../app/store';
import { drawnSolids } from './drawnSolids';
import { PART_FILL, PENCIL } from './palette';
import { PartLooks3d } from './PartLooks3d';
import { dragTo, select } from './slice';
import { Solids3d, type Drawn, type Picking } from './Solids3d';
import { untilReleased } from './untilReleased';
import { useMove } from './useMove';

/** So many parts are drawn at once: a part that moves makes only those beside it anew. */
const GROUP = 16;

/** The parts in the shell. They are selected and dragged with the pointer. */
export function Parts3d({ parts, onDrag }: { parts: readonly PlacedPart[]; onDrag: (dragging: boolean) => void }) {
  const chosen = useAppSelector((s) => (s.view.selection?.kind === 'part' ? s.view.selection.id : undefined));
  const showRooms = useAppSelector((s) => s.view.showRooms);
  const picking = useDragged(onDrag);
  return useGroups(parts).map((group, i) => (
    <PartGroup
      key={i}
      parts={group}
      chosen={group.some((p) => p.id === chosen) ? chosen : undefined}
      showRooms={showRooms}
      picking={picking}
    />
  ));
}

/** Parts in groups; a group none of whose parts changed is the same as before. */
function useGroups(parts: readonly PlacedPart[]): readonly (readonly PlacedPart[])[] {
  const before = useRef<readonly (readonly PlacedPart[])[]>([]);
  return useMemo(() => {
    const groups = Array.from({ length: Math.ceil(parts.length / GROUP) }, (_, i) => {
      const group = parts.slice(GROUP * i, GROUP * (i + 1));
      const known = before.current[i];
      return known?.length === group.length && group.every((part, k) => part === known[k]) ? known : group;
    });
    before.current = groups;
    return groups;
  }, [parts]);
}

const PartGroup = memo(function PartGroup({
  parts,
  chosen,
  showRooms,
  picking,
}: {
  parts: readonly PlacedPart[];
  chosen: string | undefined;
  showRooms: boolean;
  picking: Picking;
}) {
  const solids = useMemo(
    () =>
      parts.flatMap(({ id, part, solids }) =>
        drawnSolids(solids).flatMap((s): Drawn[] => {
          const room = s.role === 'air' || s.role === 'plug room' || s.role === 'duct';
          if (room && s.role !== 'duct' && !(id === chosen && showRooms)) return [];
          return [
            {
              id: s.id,
              owner: id,
              shape: s.shape,
              fill: s.id.endsWith('/plate') ? '#3f6a92' : PART_FILL[kindOf(part) ?? 'drive'],
              edge: room ? (s.role === 'plug room' ? '#ead88f' : '#9fd8e6') : id === chosen ? PENCIL : '#16211d',
              ghost: room,
            },
          ];
        }),
      ),
    [parts, chosen, showRooms],
  );
  return (
    <>
      <Solids3d solids={solids} picking={picking} />
      <PartLooks3d parts={parts} />
    </>
  );
});

/** Selects the part under the pointer and drags it along. */
function useDragged(onDrag: (dragging: boolean) => void): Picking {
  const dispatch = useAppDispatch();
  const { drag, drop } = useMove();
  const start = useRef<{ id: string; placement: Placement; hit: Vector3; plane: Plane; end: () => void } | null>(null);
  const now = useRef({ drag, drop });
  now.current = { drag, drop };

  return useMemo(() => {
    const onPointerUp = () => {
      if (!start.current) return;
      start.current.end();
      start.current = null;
      onDrag(false);
      now.current.drop();
    };
    return {
      onPointerUp,
      onPointerDown: (id: string, event: ThreeEvent<PointerEvent>) => {
        event.stopPropagation();
        dispatch(select({ kind: 'part', id }));
        const placement = store.getState().document.document?.layout.placements[id];
        if (!placement || event.button !== 0) return;
        (event.target as Element).setPointerCapture(event.pointerId);
        const end = untilReleased(event.pointerId, () => {
          start.current = null;
          onDrag(false);
          dispatch(dragTo(null));
        });
        start.current = {
          id,
          placement,
          hit: event.point.clone(),
          plane: new Plane(new Vector3(0, 0, 1), -event.point.z),
          end,
        };
        onDrag(true);
      },
      onPointerMove: (event: ThreeEvent<PointerEvent>) => {
        if (!start.current) return;
        const { id, hit, placement } = start.current;
        const upright = event.nativeEvent.shiftKey;
        // With Shift the part goes up and down: along the upright plane that faces the eye.
        const towards = event.ray.direction;
        const plane = upright
          ? new Plane().setFromNormalAndCoplanarPoint(new Vector3(towards.x, towards.y, 0).normalize(), hit)
          : start.current.plane;
        const at = event.ray.intersectPlane(plane, new Vector3());
        if (!at) return;
        const by: Vec3 = upright ? [0, 0, at.z - hit.z] : [at.x - hit.x, at.y - hit.y, 0];
        if (Math.hypot(...by) < 1 && !store.getState().view.drag) return;
        now.current.drag(id, placement, by, upright ? [2] : [0, 1], event.nativeEvent.altKey ? 0 : 4);
      },
    };
  }, [dispatch, onDrag]);
}
