import { Worker } from 'node:worker_threads';
import express, { Router } from 'express';
import { ApiError } from './errors';

const LARGEST = 120_000_000;
const LONGEST = 60_000; // ms
const MEMORY = 2048; // MB

/** Turns a STEP into an STL in mm, in a thread with limits: /api/step. */
export function stepRoutes(): Router {
  const router = Router();
  router.post('/', express.raw({ type: () => true, limit: LARGEST }), async (request, response) => {
    const bytes: unknown = request.body;
    if (!Buffer.isBuffer(bytes) || bytes.length === 0) throw new ApiError(400, 'empty', 'The file is empty.');
    const name = String(request.query.name ?? 'The file').slice(0, 120);
    response.type('model/stl').send(Buffer.from(await converted(bytes, name)));
  });
  return router;
}

function converted(bytes: Buffer, name: string): Promise<Uint8Array> {
  return new Promise((resolve, reject) => {
    const worker = new Worker(new URL('../work/thread.mjs', import.meta.url), {
      workerData: { bytes: new Uint8Array(bytes), name },
      resourceLimits: { maxOldGenerationSizeMb: MEMORY },
    });
    const end = (finish: () => void) => {
      clearTimeout(timer);
      void worker.terminate();
      finish();
    };
    const timer = setTimeout(
      () =>
        end(() =>
          reject(
            new ApiError(422, 'too-long', `${name} took longer than ${LONGEST / 1000} s to read: export it simpler.`),
          ),
        ),
      LONGEST,
    );
    worker.once('message', ({ stl, fault }: { stl?: Uint8Array; fault?: { code: string; message: string } }) =>
      end(() => (stl ? resolve(stl) : reject(new ApiError(422, fault!.code, fault!.message)))),
    );
    worker.once('error', (error) =>
      end(() =>
        reject(
          new ApiError(
            422,
            'too-large',
            `${name} could not be read: ${/memory/i.test(error.message) ? 'it needs more memory than is safe' : 'its reader broke down'}. Export it simpler.`,
          ),
        ),
      ),
    );
  });
}
