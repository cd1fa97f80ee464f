import { randomUUID } from 'node:crypto';
import { readStored, SCHEMA_VERSION, UPGRADE } from '@young-shell/core/document';
import type { Knex } from 'knex';

interface Row {
  id: string;
  document: string;
  revision: number;
}

/**
 * Brings every stored conversion to the present schema. The journal keeps its words and dates and gets an entry that
 * says so. A document that can't be brought over stays as it is; the list says why.
 */
export async function upgradeDocuments(database: Knex, now: Date = new Date()): Promise<void> {
  const rows: Row[] = await database('conversion').select('id', 'document', 'revision');
  for (const row of rows) {
    const stored = readStored(row.document);
    if ('fault' in stored || stored.from === SCHEMA_VERSION) continue;
    await writeUpgraded(database, row, stored.from, JSON.stringify(stored.document), now);
  }
}

/** Writes an upgraded document over an older one, with its entry in the journal. */
async function writeUpgraded(database: Knex, row: Row, from: number, document: string, now: Date): Promise<void> {
  const revision = row.revision + 1;
  await database('change').insert({
    conversion_id: row.id,
    revision,
    uid: randomUUID(),
    type: UPGRADE,
    label: `brought from schema ${from} to ${SCHEMA_VERSION}`,
    kind: 'do',
    of: null,
    operations: JSON.stringify([{ op: 'replace', path: '', value: JSON.parse(document) as unknown }]),
    inverse: '[]',
    made_at: now.toISOString(),
  });
  await database('conversion').where({ id: row.id }).update({ document, revision });
}
