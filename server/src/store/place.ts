import { homedir } from 'node:os';
import { join } from 'node:path';

/** Where the database is: `YOUNG_SHELL_DB`, or a file under the user's data folder. */
export function defaultDatabase(): string {
  const data = process.env.XDG_DATA_HOME ?? join(homedir(), '.local', 'share');
  return process.env.YOUNG_SHELL_DB ?? join(data, 'young-shell', 'young-shell.sqlite');
}
