import { wrap, type Remote } from 'comlink';
import type { Engine } from './engine.worker';

/** Workers of the same kind: figures that follow every edit wait neither behind a search nor behind a large file, and short
 * searches not behind long ones. */
export type Lane = 'figures' | 'searches' | 'layouts' | 'imports';

interface Running {
  worker: Worker;
  remote: Remote<Engine>;
  /** How to fail the calls that are under way. */
  waiting: Set<(error: Error) => void>;
}

const running = new Map<Lane, Running>();

/** A lane's worker; started at the first call, again after a crash. */
function engine(lane: Lane): Running {
  const known = running.get(lane);
  if (known) return known;
  const worker = new Worker(new URL('./engine.worker.ts', import.meta.url), { type: 'module' });
  const started: Running = { worker, remote: wrap<Engine>(worker), waiting: new Set() };
  worker.onerror = (event) => {
    worker.terminate();
    running.delete(lane);
    const why = `The computation stopped: ${event.message || 'its worker broke down'}. The plan is untouched; try again.`;
    for (const reject of started.waiting) reject(new Error(why));
  };
  running.set(lane, started);
  return started;
}

/** Ends a lane's worker and fails what it was doing; the next call starts a new one. */
export function stop(lane: Lane, why: string): void {
  const known = running.get(lane);
  if (!known) return;
  known.worker.terminate();
  running.delete(lane);
  for (const reject of known.waiting) reject(new Error(why));
}

/** Calls a worker; rejects, with words that can be shown, when it breaks down. */
export async function compute<R>(lane: Lane, work: (engine: Remote<Engine>) => Promise<R>): Promise<R> {
  const { remote, waiting } = engine(lane);
  let fail: (error: Error) => void = () => undefined;
  const broken = new Promise<never>((_resolve, reject) => {
    fail = reject;
  });
  waiting.add(fail);
  try {
    return await Promise.race([work(remote), broken]);
  } finally {
    waiting.delete(fail);
  }
}
