import type { EmptyBox } from '@young-shell/core/shell';
import type { RoomOverlay } from './slice';

/** The free block that is picked out. */
export function pickedBlock({ report, picked }: RoomOverlay): EmptyBox | undefined {
  if (picked === 'slab') return report.slab;
  if (picked === 'stick') return report.stick;
  return picked ? report.blocks[Number(picked.split('-')[1])] : undefined;
}
