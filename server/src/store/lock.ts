import { closeSync, existsSync, openSync, realpathSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'libsql';

/** A database that another process keeps open for writing. The message can be shown as it is. */
export class LockedError extends Error {}

/**
 * Keeps other servers off a database: exclusive transactions on small files, which the system ends with the process however
 * that goes. One lies beside the file that a path leads to, whatever links it goes through; one is named by the file
 * itself (device and inode), for a second name of it in another folder of this machine. Gives the way to let go.
 * @throws LockedError when somebody else holds it.
 */
export function lock(path: string): () => void {
  // The file is there from now on, so that it can be told from others.
  if (!existsSync(path)) closeSync(openSync(path, 'a'));
  const { dev, ino } = statSync(path, { bigint: true });
  const held: Database.Database[] = [];
  const letGo = () => held.splice(0).forEach((one) => one.close());
  try {
    for (const file of [`${realpathSync(path)}.lock`, join(tmpdir(), `young-shell-${dev}-${ino}.lock`)]) {
      const one = new Database(file);
      held.push(one);
      one.exec('BEGIN EXCLUSIVE');
    }
  } catch (error) {
    letGo();
    if ((error as { code?: string }).code?.startsWith('SQLITE_BUSY'))
      throw new LockedError(
        `${path} is open in another Young Shell. Two at once would write over each other: end that one first, or set YOUNG_SHELL_DB to another file.`,
      );
    throw error;
  }
  return letGo;
}
