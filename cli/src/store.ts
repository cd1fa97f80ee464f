import { createWriteStream, existsSync } from 'node:fs';
import { access } from 'node:fs/promises';
import { once } from 'node:events';
import {
  ArchiveError,
  defaultDatabase,
  lock,
  LockedError,
  NewerError,
  openDatabase,
  restoreBackup,
  storageFault,
  writeBackup,
} from '@young-shell/server/store';

/** What is wrong, in words, for the exit code of bad input. */
export class StoreError extends Error {}

async function withDatabase<T>(work: (database: Awaited<ReturnType<typeof openDatabase>>) => Promise<T>): Promise<T> {
  const file = defaultDatabase();
  if (!existsSync(file) && work.name === 'backup') throw new StoreError(`There is no database ${file}.`);
  let unlock: (() => void) | undefined;
  try {
    unlock = lock(file);
    const database = await openDatabase(file, (words) => console.error(words));
    try {
      return await work(database);
    } finally {
      await database.destroy();
    }
  } catch (error) {
    if (error instanceof LockedError)
      throw new StoreError(`${error.message} Or use the list of conversions: it backs up and restores too.`);
    if (error instanceof ArchiveError || error instanceof NewerError) throw new StoreError(error.message);
    const fault = storageFault(error);
    throw fault ? new StoreError(fault.message) : error;
  } finally {
    unlock?.();
  }
}

/** Writes everything that the database keeps into one file. */
export function backupTo(path: string): Promise<{ written: string }> {
  return withDatabase(async function backup(database) {
    const file = createWriteStream(path);
    await writeBackup(
      database,
      async (chunk) => {
        if (!file.write(chunk)) await once(file, 'drain');
      },
      new Date(),
    );
    file.end();
    await once(file, 'finish');
    return { written: path };
  });
}

/** Brings a backup into the database; nothing that is there is changed. */
export async function restoreFrom(path: string) {
  await access(path);
  return withDatabase((database) => restoreBackup(database, path, new Date()));
}
