import type { Conversion } from '@young-shell/core/document';
import type { FitOption, Together } from '@young-shell/core/search';
import { useEffect, useRef, useState } from 'react';
import type { Telling } from '../../work/engine.worker';
import { run, stop } from '../../work/work';

interface State {
  of?: Conversion;
  running: boolean;
  share: number;
  what: string;
  options: readonly FitOption[];
  together: readonly Together[];
  failed?: string;
}

const STOPPED = 'Stopped.';
const IDLE: State = { running: false, share: 0, what: '', options: [], together: [] };

/** Asks what would fit: each thing by itself, then together; shown as it comes, stopped when its page is left. */
export function useWhatFits() {
  const [state, setState] = useState<State>(IDLE);
  const asked = useRef(0);
  const end = () => {
    asked.current++;
    stop('long', STOPPED);
    setState((s) => ({ ...s, running: false }));
  };
  useEffect(
    () => () => {
      if (asked.current > 0) stop('long', STOPPED);
    },
    [],
  );
  const start = async (document: Conversion, empty: boolean) => {
    stop('long', STOPPED);
    const own = ++asked.current;
    const put = (patch: Partial<State>) => {
      if (own === asked.current) setState((s) => ({ ...s, ...patch }));
    };
    setState({ ...IDLE, of: document, running: true });
    const told =
      (key: 'options' | 'together', from: number, to: number) =>
      ({ best, share, what }: Telling) =>
        put(best ? { [key]: best } : { share: from + share * (to - from), what });
    try {
      const options = await run('long', 'fit', 'whatWouldFit', [document, empty], told('options', 0, 0.6));
      put({ options });
      const together = await run(
        'long',
        'fit',
        'whatWouldFitTogether',
        [document, options, empty],
        told('together', 0.6, 1),
      );
      put({ together, running: false });
    } catch (error) {
      const { message } = error as Error;
      put({ running: false, ...(message === STOPPED ? {} : { failed: message }) });
    }
  };
  return { ...state, start, stop: end };
}
