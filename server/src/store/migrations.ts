import type { Knex } from 'knex';

/** Schema steps by name, in order. */
export const migrations: Record<string, Knex.Migration> = {
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
};
