/** What the system has against the database, in words that can be shown; undefined when it is something else. */
export function storageFault(error: unknown): { code: string; message: string } | undefined {
  const { code = '', message = '' } = (error ?? {}) as { code?: string; message?: string };
  const said = `${code} ${message}`;
  if (/SQLITE_FULL|ENOSPC|disk is full/.test(said))
    return {
      code: 'disk-full',
      message: 'The disk is full: nothing was changed. Make room, then it goes on by itself.',
    };
  if (/SQLITE_READONLY|EACCES|EPERM|EROFS|readonly database/.test(said))
    return {
      code: 'read-only',
      message: 'The database may not be written: nothing was changed. Check who owns its file and its folder.',
    };
  if (/SQLITE_NOTADB|SQLITE_CORRUPT|not a database|malformed/.test(said))
    return {
      code: 'broken-database',
      message: 'The database file is broken or is none. Put a copy from beside it in its place, or restore a backup.',
    };
  if (/SQLITE_CANTOPEN|SQLITE_IOERR|Unable to open|ENOENT|ENOTDIR/.test(said))
    return { code: 'no-database', message: 'The database can’t be reached: is its disk still there?' };
  return undefined;
}
