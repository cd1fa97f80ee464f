import { SCHEMA_VERSION } from '@young-shell/core/document';
import type { Knex } from 'knex';
import { upgradeDocuments } from './upgradeDocuments';

/** Steps of the tables by name, in order. */
const tables: Record<string, Knex.Migration> = {
  '001-conversion-and-change': {
    async up(database) {
      await database.schema.createTable('conversion', (table) => {
        table.string('id', 40).primary();
        table.string('name', 120).notNullable();
        table.text('document').notNullable();
        table.integer('revision').notNullable().defaultTo(0);
        table.string('created_at', 30).notNullable();
        table.string('updated_at', 30).notNullable();
        table.string('deleted_at', 30).nullable();
        table.check('revision >= 0', [], 'revision_not_negative');
      });
      await database.schema.createTable('change', (table) => {
        table.string('conversion_id', 40).notNullable().references('conversion.id').onDelete('CASCADE');
        table.integer('revision').notNullable();
        table.string('uid', 64).notNullable().unique();
        table.string('type', 40).notNullable();
        table.string('label', 200).notNullable();
        table.enum('kind', ['do', 'undo', 'redo']).notNullable();
        table.string('of', 64).nullable();
        table.text('operations').notNullable();
        table.text('inverse').notNullable();
        table.string('made_at', 30).notNullable();
        table.primary(['conversion_id', 'revision']);
        table.check('revision > 0', [], 'revision_positive');
      });
      await database.schema.createTable('setting', (table) => {
        table.string('key', 60).primary();
        table.text('value').notNullable();
      });
    },
    async down(database) {
      for (const table of ['change', 'conversion', 'setting']) await database.schema.dropTable(table);
    },
  },
  '002-attachment-and-part': {
    async up(database) {
      await database.schema.createTable('attachment', (table) => {
        // SHA-256 of the bytes: the same solid or photo is kept once.
        table.string('content', 64).primary();
        table.string('type', 60).notNullable();
        table.integer('size').notNullable();
        table.binary('bytes').notNullable();
        table.string('created_at', 30).notNullable();
        table.check('size > 0', [], 'size_positive');
      });
      await database.schema.createTable('part', (table) => {
        table.string('id', 40).primary();
        table.string('name', 120).notNullable();
        table.text('part').notNullable();
        table.string('updated_at', 30).notNullable();
      });
    },
    async down(database) {
      for (const table of ['part', 'attachment']) await database.schema.dropTable(table);
    },
  },
  '003-summary-and-snapshot': {
    async up(database) {
      await database.schema.alterTable('conversion', (table) => {
        // What the list shows, and the revision it was made from: it is made anew when that has gone on.
        table.text('summary').nullable();
        table.integer('summary_revision').notNullable().defaultTo(-1);
      });
      // A folded change kept its words and date, its operations are gone.
      await database.schema.alterTable('change', (table) => {
        table.boolean('folded').notNullable().defaultTo(false);
      });
      await database.schema.createTable('snapshot', (table) => {
        table.string('conversion_id', 40).notNullable().references('conversion.id').onDelete('CASCADE');
        table.integer('revision').notNullable();
        table.binary('document').notNullable();
        table.primary(['conversion_id', 'revision']);
      });
    },
    async down(database) {
      await database.schema.dropTable('snapshot');
      await database.schema.alterTable('change', (table) => table.dropColumn('folded'));
      await database.schema.alterTable('conversion', (table) => table.dropColumns('summary', 'summary_revision'));
    },
  },
};

/** One step for each schema of documents since databases are upgraded: what is stored is brought to the present one. */
const FIRST_UPGRADED = 3;
const documents = Object.fromEntries(
  Array.from({ length: SCHEMA_VERSION - FIRST_UPGRADED + 1 }, (_, i): [string, Knex.Migration] => [
    `documents-${String(FIRST_UPGRADED + i).padStart(3, '0')}`,
    { up: (database) => upgradeDocuments(database), down: async () => undefined },
  ]),
);

/** All steps by name, in order. */
export const migrations: Record<string, Knex.Migration> = { ...tables, ...documents };
