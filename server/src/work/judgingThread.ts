import { Worker } from 'node:worker_threads';
import type { Judge, Judged } from './judged';

/** A plan that takes longer than this is not judged, ms. */
const LONGEST = 60_000;
const MEMORY = 1024; // MB
/** As it is built, or, run from its sources, a file that reads TypeScript. */
const THREAD = import.meta.url.endsWith('.ts') ? './thread.mjs' : './judge.mjs';

/**
 * Judges in a thread of its own, one plan after the other. What breaks the thread, or takes longer than a minute, is
 * given up, and the next one gets a new thread.
 */
export function judgingThread(longest = LONGEST): { judge: Judge; close: () => Promise<void> } {
  let worker: Worker | undefined;
  let last: Promise<unknown> = Promise.resolve();

  const ask = (text: string) =>
    new Promise<Judged | undefined>((resolve) => {
      worker ??= new Worker(new URL(THREAD, import.meta.url), {
        workerData: { of: 'judge' },
        resourceLimits: { maxOldGenerationSizeMb: MEMORY },
      });
      const at = worker;
      // It alone keeps no server running.
      at.unref();
      const end = (judged: Judged | undefined) => {
        clearTimeout(timer);
        at.off('message', end).off('error', give).off('exit', give);
        resolve(judged);
      };
      const give = () => {
        if (worker === at) worker = undefined;
        void at.terminate();
        end(undefined);
      };
      const timer = setTimeout(give, longest);
      at.once('message', end).once('error', give).once('exit', give);
      at.postMessage(text);
    });

  return {
    judge: (text) => {
      const judged = last.then(() => ask(text));
      last = judged;
      return judged;
    },
    close: async () => {
      await worker?.terminate();
    },
  };
}
