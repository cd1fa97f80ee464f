import BetterSqlite3 from 'knex/lib/dialects/better-sqlite3/index.js';
import Database from 'libsql';

/**
 * SQLite for Knex through a driver whose binaries come inside registry packages: nothing is compiled or fetched at
 * install. Its interface is that of Knex's better-sqlite3 dialect, but it gives BLOBs as ArrayBuffer.
 */
export class SqliteDialect extends BetterSqlite3 {
  override _driver(): unknown {
    return Database;
  }

  override async _query(connection: unknown, query: { sql?: string; response?: unknown }): Promise<unknown> {
    // A transaction that writes says so at once and waits for its turn. One that first reads and then finds that another
    // connection has written meanwhile could only fail.
    if (/^BEGIN;?$/i.test(query.sql ?? '')) query.sql = 'BEGIN IMMEDIATE;';
    const done = await super._query(connection, query).catch((error: unknown) => {
      // SQLite rolls back by itself where the disk is full or fails: that it has done so hides nothing of why.
      if (/^ROLLBACK/i.test(query.sql ?? '') && /no transaction is active/.test((error as Error).message))
        return undefined;
      // The driver does not end a statement that was turned away because another connection writes: what is written after
      // it on this connection would be told as done and be lost. Knex makes a new one in its place.
      if ((error as { code?: string }).code?.startsWith('SQLITE_BUSY'))
        (connection as { __knex__disposed?: unknown }).__knex__disposed = error;
      throw error;
    });
    if (Array.isArray(query.response)) for (const row of query.response as Record<string, unknown>[]) buffers(row);
    return done;
  }
}

function buffers(row: Record<string, unknown>): void {
  for (const key in row) if (row[key] instanceof ArrayBuffer) row[key] = Buffer.from(row[key]);
}
