import type { Placement } from '@young-shell/core/document';
import type { Axis, Vec3 } from '@young-shell/core/solid';
import { useMemo, useRef, type PointerEvent } from 'react';
import { store, useAppDispatch } from '../app/store';
import { dragTo, select } from './slice';
import { untilReleased } from './untilReleased';
import { useMove } from './useMove';

/** Dragging a part in a section along its two axes; `k` px a mm. Alt drags without snapping; a second finger or Escape puts it back. */
export function useSectionDrag(across: Axis, up: Axis, k: number) {
  const dispatch = useAppDispatch();
  const { drag, drop } = useMove();
  const start = useRef<{ id: string; at: [number, number]; placement: Placement; end: () => void } | null>(null);

  return useMemo(() => {
    const pointerDown = (event: PointerEvent, id: string) => {
      event.stopPropagation();
      dispatch(select({ kind: 'part', id }));
      const placement = store.getState().document.document?.layout.placements[id];
      if (!placement || event.button !== 0) return;
      (event.currentTarget as Element).setPointerCapture(event.pointerId);
      const end = untilReleased(event.pointerId, () => {
        start.current = null;
        dispatch(dragTo(null));
      });
      start.current = { id, at: [event.clientX, event.clientY], placement, end };
    };
    const pointerMove = (event: PointerEvent) => {
      if (!start.current) return;
      const by: Vec3 = [0, 0, 0];
      by[across] = (event.clientX - start.current.at[0]) / k;
      by[up] = -(event.clientY - start.current.at[1]) / k;
      if (Math.hypot(...by) * k < 3 && !store.getState().view.drag) return;
      drag(start.current.id, start.current.placement, by, [across, up], event.altKey ? 0 : Math.min(6, 8 / k));
    };
    const pointerUp = () => {
      start.current?.end();
      start.current = null;
      drop();
    };

    return { pointerDown, pointerMove, pointerUp };
  }, [across, up, k, dispatch, drag, drop]);
}
