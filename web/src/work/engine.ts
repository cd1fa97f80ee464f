import { wrap, type Remote } from 'comlink';
import type { Engine } from './engine.worker';

let remote: Remote<Engine> | undefined;
let broken: ((error: Error) => void)[] = [];

/** The heavy computations in their worker; started at the first call, again after a crash. */
function engine(): Remote<Engine> {
  if (!remote) {
    const worker = new Worker(new URL('./engine.worker.ts', import.meta.url), { type: 'module' });
    worker.onerror = (event) => {
      worker.terminate();
      remote = undefined;
      const waiting = broken;
      broken = [];
      for (const reject of waiting)
        reject(
          new Error(
            `The computation stopped: ${event.message || 'its worker broke down'}. The plan is untouched; try again.`,
          ),
        );
    };
    remote = wrap<Engine>(worker);
  }
  return remote;
}

/** Calls the worker; rejects, with words that can be shown, when it breaks down. */
export function compute<R>(work: (engine: Remote<Engine>) => Promise<R>): Promise<R> {
  const current = engine();
  return new Promise<R>((resolve, reject) => {
    broken.push(reject);
    const done = () => (broken = broken.filter((r) => r !== reject));
    work(current).then(
      (value) => {
        done();
        resolve(value);
      },
      (error: Error) => {
        done();
        reject(error);
      },
    );
  });
}
