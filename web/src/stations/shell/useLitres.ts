import type { Conversion } from '@young-shell/core/document';
import { useAppSelector } from '../../app/store';
import { useComputed } from '../../work/useComputed';

/** Litres by the solid kernel; follows every edit, and a drag once it is let go. */
export function useLitres(document: Conversion) {
  const dragging = useAppSelector((s) => s.view.drag !== null);
  return useComputed('quick', 'shell', 'volumes', dragging ? undefined : [document]);
}
