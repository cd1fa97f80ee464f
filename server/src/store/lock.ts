import Database from 'libsql';

/** A database that another process keeps open for writing. The message can be shown as it is. */
export class LockedError extends Error {}

/**
 * Keeps other servers off a database: an exclusive transaction on a small file beside it, which the system ends with
 * the process however that goes. Gives the way to let go.
 * @throws LockedError when somebody else holds it.
 */
export function lock(path: string): () => void {
  const held = new Database(`${path}.lock`);
  try {
    held.exec('BEGIN EXCLUSIVE');
  } catch (error) {
    held.close();
    if ((error as { code?: string }).code?.startsWith('SQLITE_BUSY'))
      throw new LockedError(
        `${path} is open in another Young Shell. Two at once would write over each other: end that one first, or set YOUNG_SHELL_DB to another file.`,
      );
    throw error;
  }
  return () => held.close();
}
