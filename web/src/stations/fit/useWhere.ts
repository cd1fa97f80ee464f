import type { Orientation } from '@young-shell/core/solid';
import { useEffect, useMemo } from 'react';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import type { InputOf } from '../../work/lanes';
import { useComputed } from '../../work/useComputed';
import { showWhere } from './slice';

const UPRIGHT: Orientation = { rear: 'rear', top: 'top' };

/** Keeps the map of where the selected part can go up to date while it is shown. */
export function useWhere() {
  const dispatch = useAppDispatch();
  const document = useAppSelector(selectDocument);
  const on = useAppSelector((s) => s.fit.where.on);
  const id = useAppSelector((s) => (s.view.selection?.kind === 'part' ? s.view.selection.id : undefined));
  const dragged = useAppSelector((s) => (s.view.drag && s.view.drag.id === id ? s.view.drag.placement : undefined));
  const { rear, top } = dragged ?? document.layout.placements[id ?? ''] ?? UPRIGHT;
  // What stands around it is all that counts: its own place does not.
  const others = useMemo(
    () => JSON.stringify(Object.entries(document.layout.placements).filter(([other]) => other !== id)),
    [document.layout.placements, id],
  );
  const { brief, shell, kit } = document;
  const { wishes } = document.layout;
  const question = useMemo(
    () => (on && id && id in kit.parts ? ([document, id, { rear, top }] as InputOf<'fit', 'where'>) : undefined),
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [on, id, rear, top, others, brief, shell, kit, wishes],
  );
  const { value } = useComputed('quick', 'fit', 'where', question);
  useEffect(() => {
    const map = question && value?.where && value.id === question[1] ? { id: value.id, where: value.where } : null;
    dispatch(showWhere({ map }));
  }, [dispatch, question, value]);
}
