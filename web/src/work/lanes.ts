import { proxy, wrap, type Remote } from 'comlink';
import type { AllJobs } from '@young-shell/core/work';
import type { Engine, Telling } from './engine.worker';

/**
 * Workers of the same kind. Quick: figures that follow every edit. Short: what is asked for and takes a second. Long:
 * searches. Files: reading what may be broken, which is ended when it takes too long. None waits behind another.
 */
export type Lane = 'quick' | 'short' | 'long' | 'files';

export type Owner = keyof AllJobs & string;
type JobsOf<O extends Owner> = AllJobs[O];
export type JobName<O extends Owner> = keyof JobsOf<O> & string;
type JobOf<O extends Owner, J extends JobName<O>> = Extract<JobsOf<O>[J], (...all: never[]) => unknown>;
type AfterHost<A extends unknown[]> = A extends [unknown, ...infer Rest] ? Rest : never;
/** What a job is given. */
export type InputOf<O extends Owner, J extends JobName<O>> = AfterHost<Parameters<JobOf<O, J>>>;
/** What it gives. */
export type OutputOf<O extends Owner, J extends JobName<O>> = Awaited<ReturnType<JobOf<O, J>>>;

interface Running {
  worker: Worker;
  remote: Remote<Engine>;
  /** How to fail the calls that are under way. */
  waiting: Set<(error: Error) => void>;
}

/** The lanes with their workers; `start` makes a worker. */
export function makeLanes(start: () => Worker) {
  const running = new Map<Lane, Running>();

  const end = (lane: Lane, why: string) => {
    const known = running.get(lane);
    if (!known) return;
    known.worker.terminate();
    running.delete(lane);
    for (const reject of known.waiting) reject(new Error(why));
  };

  /** A lane's worker; started at the first call, again after a crash. */
  const engine = (lane: Lane): Running => {
    const known = running.get(lane);
    if (known) return known;
    const worker = start();
    const started: Running = { worker, remote: wrap<Engine>(worker), waiting: new Set() };
    worker.onerror = (event) => {
      if (running.get(lane) !== started) return;
      end(
        lane,
        `The computation stopped: ${event.message || 'its worker broke down'}. The plan is untouched; try again.`,
      );
    };
    running.set(lane, started);
    return started;
  };

  return {
    /** Ends a lane's worker and fails what it was doing; the next call starts a new one. */
    stop: end,
    /** Runs a job of a station; rejects, with words that can be shown, when it breaks down or is stopped. */
    async run<O extends Owner, J extends JobName<O>>(
      lane: Lane,
      owner: O,
      job: J,
      input: InputOf<O, J>,
      tell?: (telling: Telling) => void,
    ): Promise<OutputOf<O, J>> {
      const { remote, waiting } = engine(lane);
      let fail: (error: Error) => void = () => undefined;
      const broken = new Promise<never>((_resolve, reject) => {
        fail = reject;
      });
      waiting.add(fail);
      try {
        const call = tell ? remote.call(owner, job, input, proxy(tell)) : remote.call(owner, job, input);
        return (await Promise.race([call, broken])) as OutputOf<O, J>;
      } finally {
        waiting.delete(fail);
      }
    },
  };
}
