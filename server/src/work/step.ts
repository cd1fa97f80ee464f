import { parentPort, workerData } from 'node:worker_threads';
import { readStep } from './readStep';

// Runs in a thread of its own with its own memory limit: a STEP that explodes takes only this thread with it.
const { bytes, name } = workerData as { bytes: Uint8Array; name: string };
try {
  const stl = await readStep(bytes, name);
  parentPort!.postMessage({ stl }, [stl.buffer as ArrayBuffer]);
} catch (problem) {
  parentPort!.postMessage({
    fault: { code: (problem as { code?: string }).code, message: (problem as Error).message },
  });
}
