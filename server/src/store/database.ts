import { mkdirSync } from 'node:fs';
import { dirname } from 'node:path';
import knexModule, { type Knex } from 'knex';
import { SqliteDialect } from './dialect';
import { migrations } from './migrations';

/** Opens the database at a path (`:memory:` for tests) and brings its schema up to date. */
export async function openDatabase(path: string): Promise<Knex> {
  if (path !== ':memory:') mkdirSync(dirname(path), { recursive: true });
  const database = knexModule({
    client: SqliteDialect,
    connection: { filename: path },
    useNullAsDefault: true,
    pool: {
      min: 1,
      max: 1,
      afterCreate: (connection: { pragma: (text: string) => unknown }, done: (error: Error | null) => void) => {
        connection.pragma('journal_mode = WAL');
        connection.pragma('synchronous = FULL');
        connection.pragma('foreign_keys = ON');
        done(null);
      },
    },
  });
  await database.migrate.latest({
    migrationSource: {
      getMigrations: async () => Object.keys(migrations),
      getMigrationName: (name: string) => name,
      getMigration: async (name: string) => migrations[name]!,
    },
  });
  return database;
}
