import type { Conversion } from '@young-shell/core/document';
import type { Finding } from '@young-shell/core/findings';
import type { Remote } from 'comlink';
import { useEffect } from 'react';
import { setSlow } from '../view/slice';
import { useComputed } from '../work/useComputed';
import type { Engine } from '../work/engine.worker';
import { useAppDispatch, useAppSelector } from './store';

const slow = (engine: Remote<Engine>, document: Conversion): Promise<Finding[]> => engine.slow(document);

/** Keeps the findings about cables and order up to date; the last ones stay until the next are there. */
export function useSlowFindings() {
  const dispatch = useAppDispatch();
  const document = useAppSelector((s) => s.document.document ?? undefined);
  const { value } = useComputed('searches', document, slow);
  useEffect(() => {
    if (value) dispatch(setSlow(value));
  }, [dispatch, value]);
}
