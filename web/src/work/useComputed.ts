import { useEffect, useRef, useState } from 'react';
import type { InputOf, JobName, Lane, OutputOf, Owner } from './lanes';
import { Newest } from './newest';
import { run } from './work';

/** After a cold load the first view is drawn within this, ms; until then the workers leave it the cores. */
const FIRST_VIEW = 2000;

const idle = () => new Promise((resolve) => setTimeout(resolve, Math.max(0, FIRST_VIEW - performance.now())));

const alike = (one: readonly unknown[] | undefined, other: readonly unknown[] | undefined) =>
  one === other || (one?.length === other?.length && one?.every((part, i) => part === other![i]) === true);

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
  // The same things in a new list are no new input.
  const [same, setSame] = useState(input);
  if (!alike(same, input)) setSame(input);
  useEffect(() => {
    if (same) follower.current?.follow(same);
    else follower.current?.rest();
  }, [lane, owner, job, same]);
  return state;
}
