import { stuckTo } from '@young-shell/core/search';
import type { RootState } from '../../app/store';
import type { WebStation } from '../../view/station';

/** A dragged part keeps to where it can go, while that is shown and wanted. */
export const pull: NonNullable<WebStation['pull']> = (
  state: RootState,
  { document, assembly, id, from, wanted, axes },
) => {
  const { on, stick, map } = state.fit.where;
  return on && stick && map?.id === id ? stuckTo(map.where, assembly, document, id, from, wanted, axes) : undefined;
};
