import type { Remote } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import { compute, type Lane } from './engine';
import type { Engine } from './engine.worker';

/** After a cold load the first view is drawn within this, ms; until then the workers leave it the cores. */
const FIRST_VIEW = 2000;

const idle = () => new Promise((resolve) => setTimeout(resolve, Math.max(0, FIRST_VIEW - performance.now())));

/**
 * A value from the worker that follows its input. While one run is going on only the newest next input is
 * kept, so that typing or dragging never queues up work. The last value stays until the next is there.
 */
export function useComputed<I, R>(
  lane: Lane,
  input: I | undefined,
  work: (engine: Remote<Engine>, input: I) => Promise<R>,
): { value: R | undefined; busy: boolean } {
  const [state, setState] = useState<{ value: R | undefined; busy: boolean }>({ value: undefined, busy: false });
  const wanted = useRef<I | undefined>(undefined);
  const running = useRef(false);
  const alive = useRef(true);
  useEffect(() => {
    alive.current = true;
    return () => {
      alive.current = false;
    };
  }, []);
  useEffect(() => {
    wanted.current = input;
    if (input === undefined || running.current) return;
    running.current = true;
    setState((s) => ({ ...s, busy: true }));
    void (async () => {
      await idle();
      let last: I | undefined;
      while (alive.current && wanted.current !== undefined && wanted.current !== last) {
        last = wanted.current;
        const now = last;
        try {
          const value = await compute(lane, (engine) => work(engine, now));
          if (alive.current) setState({ value, busy: wanted.current !== now });
        } catch {
          if (alive.current) setState((s) => ({ ...s, busy: false }));
        }
      }
      running.current = false;
    })();
  }, [input, lane, work]);
  return state;
}
