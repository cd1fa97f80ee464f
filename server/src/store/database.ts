import { mkdirSync, readdirSync, rmSync } from 'node:fs';
import { basename, dirname, join } from 'node:path';
import knexModule, { type Knex } from 'knex';
import { SqliteDialect } from './dialect';
import { storageFault } from './faults';
import { mendRows } from './mend';
import { migrations } from './migrations';

/** Copies made before migrations that are kept; older ones are pruned. */
const COPIES = 3;

const migrationSource = {
  getMigrations: async () => Object.keys(migrations),
  getMigrationName: (name: string) => name,
  getMigration: async (name: string) => migrations[name]!,
};

/** Another connection that writes is waited for so long, ms. It writes a conversion or a file at a time. */
const LONGEST_WAIT = 10_000;

/**
 * A connection to a database whose tables are in order. `FULL`: what is written is on the disk before it is answered.
 * `NORMAL`: once `settle` is called; nobody waits for the disk before.
 */
export function connect(path: string, safe: 'FULL' | 'NORMAL' = 'FULL'): Knex {
  return knexModule({
    client: SqliteDialect,
    connection: { filename: path },
    useNullAsDefault: true,
    // What a failed statement was to write stays out of messages and logs.
    compileSqlOnError: false,
    pool: {
      min: 1,
      max: 1,
      afterCreate: (connection: { pragma: (text: string) => unknown }, done: (error: Error | null) => void) => {
        connection.pragma('journal_mode = WAL');
        connection.pragma(`synchronous = ${safe}`);
        connection.pragma('foreign_keys = ON');
        connection.pragma(`busy_timeout = ${LONGEST_WAIT}`);
        done(null);
      },
    },
  });
}

/**
 * Opens the database at a path (`:memory:` for tests) and brings its tables and its documents up to date, after a copy
 * of the file was made beside it. `say` is told of the copy.
 */
export async function openDatabase(path: string, say: (words: string) => void = () => undefined): Promise<Knex> {
  if (path !== ':memory:') mkdirSync(dirname(path), { recursive: true });
  const database = connect(path);
  try {
    await refuseNewer(database, path);
    const [done, waiting] = (await database.migrate.list({ migrationSource })) as [unknown[], unknown[]];
    if (done.length > 0 && waiting.length > 0 && path !== ':memory:') await copyBeside(database, path, say);
    await database.migrate.latest({ migrationSource });
    for (const words of await mendable(database)) say(`Mended: ${words}.`);
  } catch (error) {
    await database.destroy();
    throw error;
  }
  return database;
}

/** Puts all that was written on the disk. */
export const settle = (database: Knex): Promise<unknown> => database.raw('PRAGMA wal_checkpoint(TRUNCATE)');

/** Rows are mended where that can be written: on a full or read-only disk they stay as they are. */
async function mendable(database: Knex): Promise<string[]> {
  try {
    return await mendRows(database);
  } catch (error) {
    if (!storageFault(error)) throw error;
    return [];
  }
}

/** A database of a later version than this one. The message can be shown as it is. */
export class NewerError extends Error {}

/** @throws NewerError where the tables were brought further than this version knows; nothing is changed then */
async function refuseNewer(database: Knex, path: string): Promise<void> {
  if (!(await database.schema.hasTable('knex_migrations'))) return;
  const done = (await database('knex_migrations').select('name')) as { name: string }[];
  if (done.every(({ name }) => name in migrations)) return;
  throw new NewerError(
    `${path} was written by a newer Young Shell. Start that one, or set YOUNG_SHELL_DB to another file; nothing was changed.`,
  );
}

const copyPrefix = (path: string) => `${basename(path)}.before-`;

async function copyBeside(database: Knex, path: string, say: (words: string) => void): Promise<void> {
  const stamp = new Date().toISOString().replace(/[:.]/g, '-');
  const copy = join(dirname(path), `${copyPrefix(path)}${stamp}`);
  // Not a copy of the file alone: what is still in its write-ahead log belongs to it.
  await database.raw('VACUUM INTO ?', [copy]);
  say(`An older database is brought up to date; a copy as it was is ${copy}`);
  const copies = readdirSync(dirname(path))
    .filter((name) => name.startsWith(copyPrefix(path)))
    .sort();
  for (const name of copies.slice(0, -COPIES)) rmSync(join(dirname(path), name));
}
