import { movedWith, placeInShell, turnedSize, type Assembly } from '@young-shell/core/assembly';
import type { Change, Placement } from '@young-shell/core/document';
import { snap } from '@young-shell/core/fit';
import { quarterTurn, turnOf, type Axis, type Vec3 } from '@young-shell/core/solid';
import { useCallback } from 'react';
import { toast } from 'sonner';
import { store, useAppDispatch } from '../app/store';
import { selectAssembly, selectPlugged } from '../document/selectors';
import { submit } from '../document/sync';
import { dragTo } from './slice';
import { useStations } from './station';

const KEYS = ['x', 'y', 'z'] as const;
const round = (value: number) => Math.round(value * 1000) / 1000;
/** A hand on the pointer means half millimetres; exact places come from snapping and typing. */
const byHand = (from: number, by: number) => (by === 0 ? from : Math.round((from + by) * 2) / 2);

/** Everything that moves a part: dragging with snapping, nudges, typed positions, turns. */
export function useMove() {
  const dispatch = useAppDispatch();
  const stations = useStations();

  const put = useCallback(
    (id: string, placement: Placement): string | undefined => {
      const wrong = dispatch(submit(placing(id, placement)));
      if (wrong) toast.error(wrong.message);
      return wrong?.message;
    },
    [dispatch],
  );

  const placementOf = (id: string) => store.getState().document.document?.layout.placements[id];

  /** Shows a part `by` away from where the drag began, drawn to what is within `within` mm. */
  const drag = useCallback(
    (id: string, from: Placement, by: Vec3, axes: readonly Axis[], within: number) => {
      const document = store.getState().document.document;
      const part = document?.kit.parts[id];
      if (!document || !part || from.locked) return;
      const loose: Placement = {
        ...from,
        x: byHand(from.x, by[0]),
        y: byHand(from.y, by[1]),
        z: byHand(from.z, by[2]),
      };
      const assembly = withoutPlugged(selectAssembly(store.getState()), id);
      const snapped =
        within > 0
          ? snap(assembly, placeInShell(id, part, loose, document), axes, within)
          : { by: [0, 0, 0] as Vec3, to: [] as (string | undefined)[], intoSocket: false };
      const drawn: Placement = {
        ...loose,
        x: round(loose.x + snapped.by[0]!),
        y: round(loose.y + snapped.by[1]!),
        z: round(loose.z + snapped.by[2]!),
      };
      const state = store.getState();
      const pull = { document, assembly, id, from, wanted: drawn, axes };
      const pulled = snapped.intoSocket ? undefined : stations.map((s) => s.pull?.(state, pull)).find((p) => p);
      const placement = pulled ?? drawn;
      dispatch(
        dragTo({
          id,
          placement,
          snapped: snapped.to.filter((t): t is string => t !== undefined),
        }),
      );
    },
    [dispatch, stations],
  );

  const drop = useCallback(() => {
    const { drag: dragged } = store.getState().view;
    if (!dragged) return;
    const before = placementOf(dragged.id);
    const { x, y, z } = dragged.placement;
    if (before && (before.x !== x || before.y !== y || before.z !== z)) put(dragged.id, dragged.placement);
    dispatch(dragTo(null));
  }, [dispatch, put]);

  const nudge = useCallback(
    (id: string, axis: Axis, by: number) => {
      const placement = placementOf(id);
      if (!placement || placement.locked) return;
      const key = KEYS[axis];
      put(id, { ...placement, [key]: Math.round((placement[key] + by) * 1e6) / 1e6 });
    },
    [put],
  );

  /** A quarter turn about an axis of the shell; the middle stays where it is. */
  const turn = useCallback(
    (id: string, axis: Axis, times = 1) => {
      const placement = placementOf(id);
      const part = store.getState().document.document?.kit.parts[id];
      if (!placement || !part || placement.locked) return;
      let next: { rear: Placement['rear']; top: Placement['top'] } = placement;
      for (let i = 0; i < times; i++) next = quarterTurn(next, axis);
      put(id, centred(id, part, placement, next));
    },
    [put],
  );

  const orient = useCallback(
    (id: string, next: { rear: Placement['rear']; top: Placement['top'] }) => {
      const placement = placementOf(id);
      const part = store.getState().document.document?.kit.parts[id];
      if (placement && part) put(id, centred(id, part, placement, next));
    },
    [put],
  );

  return { put, drag, drop, nudge, turn, orient };
}

/** A part is not drawn to what is plugged into it or stands on it, and goes with it. */
function withoutPlugged(assembly: Assembly, id: string): Assembly {
  const goes = (p: Assembly['parts'][number]) => p.pluggedInto === id || p.placement.with === id;
  return assembly.parts.some(goes) ? { ...assembly, parts: assembly.parts.filter((p) => !goes(p)) } : assembly;
}

/** The change that puts a part somewhere; what is plugged into it goes with it, in the same step. */
function placing(id: string, placement: Placement): Change {
  const state = store.getState();
  const { document } = state.document;
  const alone: Change = { type: 'placePart', id, placement };
  if (!document) return alone;
  const was = document.layout.placements[id];
  const moves =
    !was || (['x', 'y', 'z', 'rear', 'top', 'tilt', 'on'] as const).some((key) => was[key] !== placement[key]);
  const all = moves ? Object.entries(movedWith(document, selectPlugged(state), id, placement)) : [];
  if (all.length < 2) return alone;
  const names = all.map(([one]) => document.kit.parts[one]!.name).join(' with ');
  return {
    type: 'all',
    what: `move ${names}`,
    changes: all.map(([one, at]) => ({ type: 'placePart', id: one, placement: at })),
  };
}

function centred(
  id: string,
  part: Parameters<typeof turnedSize>[1],
  from: Placement,
  to: { rear: Placement['rear']; top: Placement['top'] },
): Placement {
  const was = turnedSize(id, part, turnOf(from));
  const will = turnedSize(id, part, turnOf(to));
  // A quarter turn begins straight: the axis of a slight angle would be another one of the part.
  const { tilt: _, ...straight } = from;
  return {
    ...straight,
    rear: to.rear,
    top: to.top,
    x: round(from.x + (was[0] - will[0]) / 2),
    y: round(from.y + (was[1] - will[1]) / 2),
    // Standing things stay on what they stand on.
    z: from.z,
  };
}
