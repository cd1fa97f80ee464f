import type { Conversion } from '@young-shell/core/document';
import { useEffect, useRef, useState } from 'react';
import { stop } from './work';

const STOPPED = 'Stopped.';

interface Running {
  /** The plan that was asked about. */
  of?: Conversion;
  running: boolean;
  /** Why it came to nothing, in words. */
  failed?: string;
}

/**
 * One job of the long lane at a time, with what it told so far: started anew it ends the one before, and it ends when its
 * page is left. `work` puts what it finds as it comes; what came is kept when it is stopped.
 */
export function useLongJob<T extends object>(idle: T) {
  const [state, setState] = useState<Running & T>({ ...idle, running: false });
  const asked = useRef(0);
  useEffect(
    () => () => {
      if (asked.current > 0) stop('long', STOPPED);
    },
    [],
  );
  const start = async (of: Conversion, work: (put: (patch: Partial<T>) => void) => Promise<void>) => {
    stop('long', STOPPED);
    const own = ++asked.current;
    const put = (patch: Partial<Running & T>) => {
      if (own === asked.current) setState((s) => ({ ...s, ...patch }));
    };
    setState({ ...idle, of, running: true });
    try {
      await work((patch) => put(patch as Partial<Running & T>));
      put({ running: false } as Partial<Running & T>);
    } catch (error) {
      const { message } = error as Error;
      put({ running: false, ...(message === STOPPED ? {} : { failed: message }) } as Partial<Running & T>);
    }
  };
  const end = () => {
    asked.current++;
    stop('long', STOPPED);
    setState((s) => ({ ...s, running: false }));
  };
  return { ...state, start, stop: end };
}
