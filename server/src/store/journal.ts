import { gunzipSync, gzipSync } from 'node:zlib';
import {
  applyOperations,
  UPGRADE,
  type Conversion,
  type JournalEntry,
  type Operation,
} from '@young-shell/core/document';
import type { Knex } from 'knex';

export interface ChangeRow {
  conversion_id: string;
  revision: number;
  uid: string;
  type: string;
  label: string;
  kind: JournalEntry['kind'];
  of: string | null;
  operations: string;
  inverse: string;
  made_at: string;
  folded: number;
}

export const entryOf = (row: ChangeRow): JournalEntry => ({
  revision: row.revision,
  uid: row.uid,
  type: row.type,
  label: row.label,
  kind: row.kind,
  of: row.of,
  operations: JSON.parse(row.operations) as Operation[],
  inverse: JSON.parse(row.inverse) as Operation[],
  madeAt: row.made_at,
  ...(row.folded ? { folded: true } : {}),
});

export const rowOf = (conversion: string, entry: JournalEntry): ChangeRow => ({
  conversion_id: conversion,
  revision: entry.revision,
  uid: entry.uid,
  type: entry.type,
  label: entry.label,
  kind: entry.kind,
  of: entry.of,
  operations: JSON.stringify(entry.operations),
  inverse: JSON.stringify(entry.inverse),
  made_at: entry.madeAt,
  folded: entry.folded ? 1 : 0,
});

/** Changes that stay whole, the newest ones: far more than anybody undoes. */
export const WHOLE = 2000;
/** Folding waits until so many more have gathered. */
const BATCH = 1000;

/**
 * Folds the changes of a long journal: those older than the newest `whole` lose their operations and keep words and
 * date; the plan as it was at the end of each of their days stays as a snapshot. Gives how many were folded.
 */
export async function foldJournal(database: Knex, id: string, whole = WHOLE, batch = BATCH): Promise<number> {
  const [{ count } = { count: 0 }] = (await database('change')
    .where({ conversion_id: id, folded: 0 })
    .count({ count: '*' })) as { count: number }[];
  if (Number(count) < whole + batch) return 0;
  return database.transaction(async (transaction) => {
    const head: { document: string } = await transaction('conversion').where({ id }).first('document');
    const rows: ChangeRow[] = await transaction('change')
      .where({ conversion_id: id, folded: 0 })
      .orderBy('revision', 'desc');
    const folding = rows.slice(whole);
    for (const { revision, document } of endsOfDays(JSON.parse(head.document) as Conversion, rows, whole))
      await transaction('snapshot')
        .insert({ conversion_id: id, revision, document: gzipSync(JSON.stringify(document)) })
        .onConflict(['conversion_id', 'revision'])
        .ignore();
    await transaction('change')
      .where({ conversion_id: id })
      .andWhere('revision', '<=', folding[0]!.revision)
      .update({ operations: '[]', inverse: '[]', folded: 1 });
    return folding.length;
  });
}

/** Goes back from the head, change by change; gives the plan at the end of each day among those after the first `whole`. */
function* endsOfDays(head: Conversion, rows: readonly ChangeRow[], whole: number) {
  let document = head;
  let day = '';
  for (const [i, row] of rows.entries()) {
    if (i >= whole && row.made_at.slice(0, 10) !== day) {
      day = row.made_at.slice(0, 10);
      yield { revision: row.revision, document };
    }
    // What was before is of an older schema: its changes are no way back.
    if (row.type === UPGRADE) return;
    document = applyOperations(document, JSON.parse(row.inverse) as Operation[]).document;
  }
}

/**
 * The plan as it was at a revision: exactly while its changes are whole, at the end of its day once they are folded.
 * Undefined where nothing is left of it.
 */
export async function documentAt(
  database: Knex,
  id: string,
  revision: number,
): Promise<{ revision: number; document: Conversion } | undefined> {
  const head: { document: string; revision: number } | undefined = await database('conversion')
    .where({ id })
    .first('document', 'revision');
  if (!head || revision > head.revision) return undefined;
  const rows: ChangeRow[] = await database('change')
    .where({ conversion_id: id })
    .andWhere('revision', '>', revision)
    .orderBy('revision', 'desc');
  if (rows.every((row) => !row.folded && row.type !== UPGRADE)) {
    const document = rows.reduce(
      (at, row) => applyOperations(at, JSON.parse(row.inverse) as Operation[]).document,
      JSON.parse(head.document) as Conversion,
    );
    return { revision, document };
  }
  const kept: { revision: number; document: Buffer } | undefined = await database('snapshot')
    .where({ conversion_id: id })
    .andWhere('revision', '>=', revision)
    .orderBy('revision')
    .first();
  return kept && { revision: kept.revision, document: JSON.parse(gunzipSync(kept.document).toString()) as Conversion };
}
