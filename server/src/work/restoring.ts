import { Worker } from 'node:worker_threads';
import { ArchiveError } from '../store/openArchive';
import type { RestoreReport, Tell } from '../store/restore';

const MEMORY = 1024; // MB
/** As it is built, or, run from its sources, a file that reads TypeScript. */
const THREAD = import.meta.url.endsWith('.ts') ? './thread.mjs' : './restore.mjs';

/** Brings a backup, by its path, into the store. */
export type Restore = (path: string, at: Date, tell: Tell) => Promise<RestoreReport>;

/** What the thread says. */
export type Said =
  | { share: number; what: string }
  | { report: RestoreReport }
  | { refused: string }
  | { fault: { message: string; code?: string | undefined } };

/** Restores in a thread and through a connection of its own: others are served meanwhile. */
export const restoringThread =
  (database: string): Restore =>
  (path, at, tell) =>
    new Promise((resolve, reject) => {
      const worker = new Worker(new URL(THREAD, import.meta.url), {
        workerData: { of: 'restore', database, path, at },
        resourceLimits: { maxOldGenerationSizeMb: MEMORY },
      });
      worker.on('message', (said: Said) => {
        if ('share' in said) return void tell(said.share, said.what);
        if ('report' in said) resolve(said.report);
        else if ('refused' in said) reject(new ArchiveError(said.refused));
        else reject(Object.assign(new Error(said.fault.message), { code: said.fault.code }));
      });
      worker.once('error', reject);
      worker.once('exit', () => reject(new Error('Restoring ended before it was done.')));
    });
