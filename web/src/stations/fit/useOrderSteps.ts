import { away, notInYet, type Order } from '@young-shell/core/fit';
import { useCallback, useEffect, useRef, useState } from 'react';
import { useAppDispatch } from '../../app/store';
import { showMotion } from '../../view/slice';

const LEG_MS = 700;

/** Steps through an order in the view: one at a time, or played. */
export function useOrderSteps(order: Order) {
  const dispatch = useAppDispatch();
  const [at, setAt] = useState<number | null>(null);
  const [playing, setPlaying] = useState(false);
  const frame = useRef(0);
  const show = useCallback(
    (index: number | null, share: number) => {
      const step = index === null ? undefined : order.steps[index];
      dispatch(showMotion(step ? { aside: notInYet(order, index!), moving: step.parts, by: away(step, share) } : null));
    },
    [dispatch, order],
  );
  /** Moves a step’s part in; when it is in, goes on with the next while playing. */
  const run = useCallback(
    (index: number, onward: boolean) => {
      cancelAnimationFrame(frame.current);
      setAt(index);
      const still = window.matchMedia('(prefers-reduced-motion: reduce)').matches;
      const whole = still ? 1 : order.steps[index]!.legs.length * LEG_MS;
      const started = performance.now();
      const tick = (now: number) => {
        const share = Math.min(1, (now - started) / whole);
        show(index, share);
        if (share < 1) frame.current = requestAnimationFrame(tick);
        else if (onward && index + 1 < order.steps.length) run(index + 1, true);
        else setPlaying(false);
      };
      frame.current = requestAnimationFrame(tick);
    },
    [order, show],
  );
  const stop = useCallback(() => {
    cancelAnimationFrame(frame.current);
    setPlaying(false);
  }, []);
  useEffect(
    () => () => {
      cancelAnimationFrame(frame.current);
      dispatch(showMotion(null));
    },
    [dispatch, order],
  );
  return {
    at,
    playing,
    step: (index: number) => {
      setPlaying(false);
      run(index, false);
    },
    play: () => {
      setPlaying(true);
      run(at === null || at + 1 >= order.steps.length ? 0 : at + 1, true);
    },
    stop,
    done: () => {
      stop();
      setAt(null);
      show(null, 1);
    },
  };
}
