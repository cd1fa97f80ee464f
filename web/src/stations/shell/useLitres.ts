import type { Conversion } from '@young-shell/core/document';
import type { Volumes } from '@young-shell/core/shell';
import { useAppSelector } from '../../app/store';
import { useComputed } from '../../work/useComputed';
import type { Remote } from 'comlink';
import type { Engine } from '../../work/engine.worker';

const volumes = (engine: Remote<Engine>, document: Conversion): Promise<Volumes> => engine.volumes(document);

/** Litres by the solid kernel; follows every edit, and a drag once it is let go. */
export function useLitres(document: Conversion) {
  const dragging = useAppSelector((s) => s.view.drag !== null);
  return useComputed('figures', dragging ? undefined : document, volumes);
}
