import { randomUUID } from 'node:crypto';
import type { Knex } from 'knex';
import { keptPart, keptWords, wrongIn } from './shapes';

interface Row {
  id: string;
  revision: number;
  created_at: string;
  updated_at: string;
  deleted_at: string | null;
}

/** What belongs to a conversion, by its id. */
const CHILDREN = ['change', 'snapshot'] as const;

/** A time that is one, as the store writes it; another one where it is none. */
const timeOr = (text: unknown, other: string): string => {
  const time = new Date(String(text));
  return Number.isFinite(time.getTime()) ? time.toISOString() : other;
};

/**
 * Makes rows that nothing could have written but an old restore or a hand what the rest takes for granted: an id that can be
 * asked for, times that are some, a revision that is one. What is in them stays. Gives what was mended, in words.
 */
export async function mendRows(database: Knex, now: Date = new Date()): Promise<string[]> {
  const at = now.toISOString();
  const words: string[] = [];
  const rows: Row[] = await database('conversion').select('id', 'revision', 'created_at', 'updated_at', 'deleted_at');
  for (const row of rows) {
    const { id, revision, created_at: createdAt, updated_at: updatedAt, deleted_at: deletedAt } = row;
    if (wrongIn(keptWords, { id, revision, createdAt, updatedAt, deletedAt }) === undefined) continue;
    await database.transaction(async (transaction) => {
      const { newest } = (await transaction('change')
        .where({ conversion_id: id })
        .max({ newest: 'revision' })
        .first()) as {
        newest: number | null;
      };
      const mended = {
        id: wrongIn(keptWords.extract('id'), id) === undefined ? id : randomUUID().slice(0, 8),
        revision: wrongIn(keptWords.extract('revision'), revision) === undefined ? revision : Math.max(0, newest ?? 0),
        created_at: timeOr(createdAt, at),
        updated_at: timeOr(updatedAt, at),
        deleted_at: deletedAt === null ? null : timeOr(deletedAt, at),
        summary: null,
        summary_revision: -1,
      };
      const whole = (await transaction('conversion').where({ id }).first()) as Row;
      if (mended.id === id) await transaction('conversion').where({ id }).update(mended);
      else {
        await transaction('conversion').insert({ ...whole, ...mended });
        for (const table of CHILDREN)
          await transaction(table).where({ conversion_id: id }).update({ conversion_id: mended.id });
        await transaction('conversion').where({ id }).delete();
      }
      words.push(`conversion “${id.slice(0, 40)}” is now ${mended.id}, revision ${mended.revision}`);
    });
  }
  const parts: { id: string; updated_at: string }[] = await database('part').select('id', 'updated_at');
  for (const { id, updated_at: updatedAt } of parts) {
    if (wrongIn(keptPart, { id, part: '-', updated_at: updatedAt }) === undefined) continue;
    const mended = {
      id: wrongIn(keptPart.extract('id'), id) === undefined ? id : randomUUID(),
      updated_at: timeOr(updatedAt, at),
    };
    await database('part').where({ id }).update(mended);
    words.push(`own part “${id.slice(0, 40)}” is now ${mended.id}`);
  }
  return words;
}
