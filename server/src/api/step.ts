import { Worker } from 'node:worker_threads';
import express, { Router } from 'express';
import { ApiError } from './errors';

const LARGEST = 120_000_000;
const LONGEST = 60_000; // ms
const MEMORY = 2048; // MB
/** The thread's file beside this one as it is built, or, run from its sources, one that reads TypeScript. */
const THREAD = import.meta.url.endsWith('.ts') ? '../work/thread.mjs' : './thread.mjs';
/** Files that are read at once, and that may wait for it: each takes a core and much memory. */
const AT_ONCE = 1;
const WAITING = 4;

/** Lets so many work at once and so many more wait. */
class Turns {
  private working = 0;
  private readonly queue: (() => void)[] = [];

  /** Waits for a turn; gives the way to end it. @throws ApiError when too many wait already. */
  async take(): Promise<() => void> {
    if (this.working >= AT_ONCE) {
      if (this.queue.length >= WAITING)
        throw new ApiError(429, 'busy', 'Other STEP files are being read; try again in a minute.');
      await new Promise<void>((resolve) => this.queue.push(resolve));
    }
    this.working++;
    return () => {
      this.working--;
      this.queue.shift()?.();
    };
  }
}

/** Turns a STEP into an STL in mm, in a thread with limits: /api/step. */
export function stepRoutes(): Router {
  const router = Router();
  const turns = new Turns();
  router.post('/', express.raw({ type: () => true, limit: LARGEST }), async (request, response) => {
    const bytes: unknown = request.body;
    if (!Buffer.isBuffer(bytes) || bytes.length === 0) throw new ApiError(400, 'empty', 'The file is empty.');
    const name = String(request.query.name ?? 'The file').slice(0, 120);
    const left = new AbortController();
    response.once('close', () => left.abort());
    const end = await turns.take();
    try {
      if (left.signal.aborted) return;
      const stl = await converted(bytes, name, left.signal);
      if (stl) response.type('model/stl').send(Buffer.from(stl));
    } finally {
      end();
    }
  });
  return router;
}

/** The solids of a STEP as an STL; undefined when the client left meanwhile. */
function converted(bytes: Buffer, name: string, left: AbortSignal): Promise<Uint8Array | undefined> {
  return new Promise((resolve, reject) => {
    const worker = new Worker(new URL(THREAD, import.meta.url), {
      workerData: { bytes: new Uint8Array(bytes), name },
      resourceLimits: { maxOldGenerationSizeMb: MEMORY },
    });
    const end = (finish: () => void) => {
      clearTimeout(timer);
      left.removeEventListener('abort', leave);
      void worker.terminate();
      finish();
    };
    const leave = () => end(() => resolve(undefined));
    left.addEventListener('abort', leave);
    const refuse = (code: string, message: string) => end(() => reject(new ApiError(422, code, message)));
    const timer = setTimeout(
      () => refuse('too-long', `${name} took longer than ${LONGEST / 1000} s to read: export it simpler.`),
      LONGEST,
    );
    worker.once('message', ({ stl, fault }: { stl?: Uint8Array; fault?: { code?: string; message: string } }) => {
      if (stl) end(() => resolve(stl));
      // A fault of ours has a code and words; what the reader itself throws means nothing to anybody.
      else if (fault?.code) refuse(fault.code, fault.message);
      else
        refuse('not-a-solid', `${name} can't be read as STEP: its reader gave up. Export it anew, as AP214 or AP242.`);
    });
    worker.once('error', (error) =>
      refuse(
        'too-large',
        `${name} could not be read: ${/memory/i.test(error.message) ? 'it needs more memory than is safe' : 'its reader broke down'}. Export it simpler.`,
      ),
    );
  });
}
