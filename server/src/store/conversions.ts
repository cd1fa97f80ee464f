import { randomUUID } from 'node:crypto';
import {
  applyOperations,
  complaintsOf,
  emblemOf,
  type Complaint,
  type Conversion,
  type JournalEntry,
  type Operation,
  type SentChange,
  type Summary,
} from '@young-shell/core/document';
import { assessAll } from '@young-shell/core/plan';
import type { Knex } from 'knex';

export interface Head {
  id: string;
  revision: number;
  document: Conversion;
  updatedAt: string;
}

export type Outcome =
  | { kind: 'done'; entry: JournalEntry }
  | { kind: 'stale'; revision: number; changes: JournalEntry[] }
  | { kind: 'invalid'; complaints: Complaint[] }
  | { kind: 'absent' };

interface ConversionRow {
  id: string;
  document: string;
  revision: number;
  updated_at: string;
}

interface ChangeRow {
  revision: number;
  uid: string;
  type: string;
  label: string;
  kind: JournalEntry['kind'];
  of: string | null;
  operations: string;
  inverse: string;
  made_at: string;
}

const entryOf = (row: ChangeRow): JournalEntry => ({
  revision: row.revision,
  uid: row.uid,
  type: row.type,
  label: row.label,
  kind: row.kind,
  of: row.of,
  operations: JSON.parse(row.operations) as Operation[],
  inverse: JSON.parse(row.inverse) as Operation[],
  madeAt: row.made_at,
});

/** All reading and writing of conversions and their journals. Each write is one transaction. */
export class ConversionStore {
  constructor(
    private readonly database: Knex,
    private readonly now: () => Date = () => new Date(),
  ) {}

  private stamp = () => this.now().toISOString();

  async list(): Promise<Summary[]> {
    const rows: ConversionRow[] = await this.database('conversion')
      .whereNull('deleted_at')
      .orderBy('updated_at', 'desc');
    return rows.map((row) => {
      const document = JSON.parse(row.document) as Conversion;
      const { verdict, brief } = assessAll(document).strip.find((cell) => cell.station === 'fit')!;
      return {
        id: row.id,
        name: document.name,
        note: document.note,
        policy: document.brief.policy,
        form: document.shell.hull.form,
        outline: emblemOf(document.shell.hull),
        fit: { verdict, brief },
        parts: Object.keys(document.kit.parts).length,
        revision: row.revision,
        updatedAt: row.updated_at,
      };
    });
  }

  async create(document: Conversion): Promise<Head> {
    const id = randomUUID().slice(0, 8);
    const at = this.stamp();
    await this.database('conversion').insert({
      id,
      name: document.name,
      document: JSON.stringify(document),
      revision: 0,
      created_at: at,
      updated_at: at,
    });
    return { id, revision: 0, document, updatedAt: at };
  }

  async read(id: string): Promise<Head | undefined> {
    const row: ConversionRow | undefined = await this.database('conversion')
      .where({ id })
      .whereNull('deleted_at')
      .first();
    return (
      row && {
        id: row.id,
        revision: row.revision,
        document: JSON.parse(row.document) as Conversion,
        updatedAt: row.updated_at,
      }
    );
  }

  /** Marks as deleted (`true`) or brings back. False when there is no such conversion. */
  async setDeleted(id: string, deleted: boolean): Promise<boolean> {
    const count = await this.database('conversion')
      .where({ id })
      .update({ deleted_at: deleted ? this.stamp() : null });
    return count > 0;
  }

  /** The journal after a revision, oldest first; the newest `most` of it. */
  async journal(id: string, since = 0, most = 500): Promise<JournalEntry[]> {
    const rows: ChangeRow[] = await this.database('change')
      .where({ conversion_id: id })
      .andWhere('revision', '>', since)
      .orderBy('revision', 'desc')
      .limit(most);
    return rows.reverse().map(entryOf);
  }

  /**
   * Appends a change: checks its revision, applies it, validates the whole document, writes journal and head,
   * all in one transaction. A change that was already written (same uid) is acknowledged again.
   */
  append(id: string, change: SentChange): Promise<Outcome> {
    return this.database.transaction(async (transaction): Promise<Outcome> => {
      const known: (ChangeRow & { conversion_id: string }) | undefined = await transaction('change')
        .where({ uid: change.uid })
        .first();
      if (known)
        return known.conversion_id === id
          ? { kind: 'done', entry: entryOf(known) }
          : { kind: 'invalid', complaints: [{ path: '/uid', message: 'this change belongs to another conversion' }] };
      const row: ConversionRow | undefined = await transaction('conversion')
        .where({ id })
        .whereNull('deleted_at')
        .first();
      if (!row) return { kind: 'absent' };
      if (change.base !== row.revision) {
        const rows: ChangeRow[] = await transaction('change')
          .where({ conversion_id: id })
          .andWhere('revision', '>', change.base)
          .orderBy('revision');
        return { kind: 'stale', revision: row.revision, changes: rows.map(entryOf) };
      }
      let edited;
      try {
        edited = applyOperations(JSON.parse(row.document) as Conversion, change.operations);
      } catch (error) {
        return { kind: 'invalid', complaints: [{ path: '', message: (error as Error).message }] };
      }
      const complaints = complaintsOf(edited.document);
      if (complaints.length > 0) return { kind: 'invalid', complaints };
      const at = this.stamp();
      const entry: JournalEntry = {
        revision: row.revision + 1,
        uid: change.uid,
        type: change.type,
        label: change.label,
        kind: change.kind,
        of: change.of,
        operations: edited.operations,
        inverse: edited.inverse,
        madeAt: at,
      };
      await transaction('change').insert({
        conversion_id: id,
        revision: entry.revision,
        uid: entry.uid,
        type: entry.type,
        label: entry.label,
        kind: entry.kind,
        of: entry.of,
        operations: JSON.stringify(entry.operations),
        inverse: JSON.stringify(entry.inverse),
        made_at: at,
      });
      await transaction('conversion')
        .where({ id })
        .update({
          document: JSON.stringify(edited.document),
          name: edited.document.name,
          revision: entry.revision,
          updated_at: at,
        });
      return { kind: 'done', entry };
    });
  }

  async setting(key: string): Promise<string | undefined> {
    const row: { value: string } | undefined = await this.database('setting').where({ key }).first();
    return row?.value;
  }

  async setSetting(key: string, value: string): Promise<void> {
    await this.database('setting').insert({ key, value }).onConflict('key').merge();
  }
}
