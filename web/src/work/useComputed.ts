import { useEffect, useRef, useState } from 'react';
import type { InputOf, JobName, Lane, OutputOf, Owner } from './lanes';
import { Newest } from './newest';
import { run } from './work';

/** After a cold load the first view is drawn within this, ms; until then the workers leave it the cores. */
const FIRST_VIEW = 2000;

const idle = () => new Promise((resolve) => setTimeout(resolve, Math.max(0, FIRST_VIEW - performance.now())));

/** A value from a job that follows its input; the last one stays until the next is there. No input: nothing is asked. */
export function useComputed<O extends Owner, J extends JobName<O>>(
  lane: Lane,
  owner: O,
  job: J,
  input: InputOf<O, J> | undefined,
): { value: OutputOf<O, J> | undefined; busy: boolean } {
  const [state, setState] = useState<{ value: OutputOf<O, J> | undefined; busy: boolean }>({
    value: undefined,
    busy: false,
  });
  const follower = useRef<Newest<InputOf<O, J>, OutputOf<O, J>>>(null);
  useEffect(() => {
    const made = new Newest<InputOf<O, J>, OutputOf<O, J>>(
      async (now) => {
        await idle();
        return (await run(lane, owner, job, now)) as OutputOf<O, J>;
      },
      (told) => setState((s) => ({ value: 'value' in told ? told.value : s.value, busy: told.busy })),
    );
    follower.current = made;
    return () => made.rest();
  }, [lane, owner, job]);
  const parts: readonly unknown[] = input ?? [];
  useEffect(
    () => {
      if (input) follower.current?.follow(input);
      else follower.current?.rest();
    },
    // The same things in a new list are no new input.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [lane, owner, job, input === undefined, ...parts],
  );
  return state;
}
