import { parentPort, workerData } from 'node:worker_threads';
import { connect, settle } from '../store/database';
import { ArchiveError } from '../store/openArchive';
import { restoreBackup } from '../store/restore';
import type { Said } from './restoring';

// Runs in a thread of its own: a backup may be of gigabytes, and others ask meanwhile.
const { database: file, path, at } = workerData as { database: string; path: string; at: Date };
const say = (said: Said) => parentPort!.postMessage(said);
const database = connect(file, 'NORMAL');
try {
  const report = await restoreBackup(database, path, at, (share, what) => say({ share, what }));
  await settle(database);
  say({ report });
} catch (error) {
  const { message, code } = error as Error & { code?: string };
  say(error instanceof ArchiveError ? { refused: message } : { fault: { message, code } });
} finally {
  await database.destroy();
}
