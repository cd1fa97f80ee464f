import type { Conversion } from '@young-shell/core/document';
import type { Volumes } from '@young-shell/core/shell';
import { useComputed } from '../../work/useComputed';
import type { Remote } from 'comlink';
import type { Engine } from '../../work/engine.worker';

const volumes = (engine: Remote<Engine>, document: Conversion): Promise<Volumes> => engine.volumes(document);

/** Litres by the solid kernel; follows every edit. */
export const useLitres = (document: Conversion) => useComputed('figures', document, volumes);
