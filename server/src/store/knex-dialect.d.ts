declare module 'knex/lib/dialects/better-sqlite3/index.js' {
  import { Knex } from 'knex';

  /** Knex ships no types for its dialects: what ours overrides. */
  export default class BetterSqlite3 extends Knex.Client {
    _driver(): unknown;
    _query(connection: unknown, query: { response?: unknown }): Promise<unknown>;
  }
}
