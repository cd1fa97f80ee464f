import { randomUUID } from 'node:crypto';
import {
  applyOperations,
  validationIssuesAfter,
  KEPT_DAYS,
  LARGEST_DOCUMENT,
  readStored,
  type ValidationIssue,
  type Conversion,
  type JournalEntry,
  type Listed,
  type SentChange,
} from '@young-shell/core/document';
import type { Knex } from 'knex';
import { judgedHere, type Judge, type Judged } from '../work/judged';
import { storageFault } from './faults';
import { entryOf, foldJournal, rowOf, type ChangeRow } from './journal';

export interface Head {
  id: string;
  revision: number;
  document: Conversion;
  updatedAt: string;
}

export type Outcome =
  | { kind: 'done'; entry: JournalEntry }
  | { kind: 'stale'; revision: number; changes: JournalEntry[] }
  | { kind: 'ahead'; revision: number }
  | { kind: 'invalid'; validationIssues: ValidationIssue[] }
  | { kind: 'absent' };

/** A conversion that is there, but can't be read; the message can be shown. */
export class UnreadableError extends Error {}

export interface ConversionRow {
  id: string;
  name: string;
  document: string;
  revision: number;
  created_at: string;
  updated_at: string;
  deleted_at: string | null;
  summary: string | null;
  summary_revision: number;
}

/** Conversions without a summary of their present revision are judged this long before a list is given, ms. */
const JUDGING = 60;
const DAY = 86_400_000;

/** What was judged of a row; undefined where nothing was, or what is kept of it is broken. */
function summaryIn({ summary }: Pick<ConversionRow, 'summary'>): (Judged & { at?: string }) | undefined {
  try {
    return summary ? (JSON.parse(summary) as Judged & { at?: string }) : undefined;
  } catch {
    return undefined;
  }
}

/** Something that was learnt in another conversion. */
export interface Lesson {
  from: string;
  on: string;
  text: string;
}
const MOST_LESSONS = 200;

/** All reading and writing of conversions and their journals. Each write is one transaction. */
export class ConversionStore {
  private judging: Promise<void> | undefined;
  /** Judged, but not kept: nothing could be written, or it took too long (then nothing is known of it). */
  private readonly unkept = new Map<string, { revision: number; judged: Judged | undefined }>();
  /** Told of each conversion that was judged. */
  onJudged: (id: string) => void = () => undefined;

  constructor(
    private readonly database: Knex,
    private readonly now: () => Date = () => new Date(),
    private readonly judgeText: Judge = judgedHere,
  ) {}

  private stamp = () => this.now().toISOString();

  /**
   * The conversions on the bench, or those that were taken off it; the one changed last first. What has changed since it was
   * judged comes with what was known of it before, and is judged meanwhile.
   */
  async list(which: 'kept' | 'deleted' = 'kept'): Promise<Listed[]> {
    let rows = await this.rows(which);
    if (rows.some((row) => !this.judgedOf(row).fresh)) {
      // A small plan is judged while one waits.
      await Promise.race([this.judgeRest(), new Promise((resolve) => setTimeout(resolve, JUDGING))]);
      rows = await this.rows(which);
    }
    return rows.map((row) => {
      const { judged, fresh, at } = this.judgedOf(row);
      return {
        id: row.id,
        name: row.name,
        revision: row.revision,
        updatedAt: row.updated_at,
        ...(row.deleted_at ? { deletedAt: row.deleted_at } : {}),
        ...judged,
        ...(fresh ? {} : { judging: true }),
        ...(!fresh && judged && at !== undefined ? { judgedAt: at } : {}),
      };
    });
  }

  private rows(which: 'kept' | 'deleted'): Promise<Omit<ConversionRow, 'document'>[]> {
    return this.database('conversion')
      .select('id', 'name', 'revision', 'created_at', 'updated_at', 'deleted_at', 'summary', 'summary_revision')
      .where((q) => void (which === 'kept' ? q.whereNull('deleted_at') : q.whereNotNull('deleted_at')))
      .orderBy(which === 'kept' ? 'updated_at' : 'deleted_at', 'desc');
  }

  /** What is known of a row: as it is kept or, where nothing could be written, as it is remembered. */
  private judgedOf(row: Pick<ConversionRow, 'id' | 'revision' | 'summary' | 'summary_revision'>): {
    judged?: Judged;
    fresh: boolean;
    at?: string;
  } {
    const unkept = this.unkept.get(row.id);
    const { at, ...kept } = summaryIn(row) ?? {};
    const judged = 'summary' in kept || 'fault' in kept ? (kept as Judged) : undefined;
    if (judged && row.summary_revision === row.revision) return { judged, fresh: true };
    if (unkept?.revision === row.revision)
      return { ...((unkept.judged ?? judged) ? { judged: unkept.judged ?? judged } : {}), fresh: true };
    return { ...(judged ? { judged } : {}), fresh: false, ...(at === undefined ? {} : { at }) };
  }

  /**
   * Computes and keeps what the list shows of a conversion: its summary, or why it can't be read. On a full or read-only
   * disk it is remembered instead: reading needs no room. So is that it takes too long.
   */
  private async judge(id: string): Promise<void> {
    const row: ConversionRow | undefined = await this.database('conversion').where({ id }).first();
    if (!row) return;
    const judged = await this.judgeText(row.document);
    if (judged)
      try {
        const count = await this.database('conversion')
          .where({ id, revision: row.revision })
          .update({ summary: JSON.stringify({ ...judged, at: this.stamp() }), summary_revision: row.revision });
        if (count > 0) this.onJudged(id);
        return;
      } catch (error) {
        if (!storageFault(error)) throw error;
      }
    this.unkept.set(id, { revision: row.revision, judged });
    this.onJudged(id);
  }

  /** Judges what is not judged yet, one at a time, with time for requests in between; ends when all is. */
  judgeRest(): Promise<void> {
    this.judging ??= this.judgeAll().finally(() => (this.judging = undefined));
    return this.judging;
  }

  private async judgeAll(): Promise<void> {
    try {
      for (;;) {
        const rows = (await this.database('conversion')
          .whereRaw('summary_revision <> revision')
          .orWhereNull('summary')
          .orderBy('updated_at', 'desc')
          .select('id', 'revision', 'summary', 'summary_revision')) as ConversionRow[];
        const next = rows.find((row) => !this.judgedOf(row).fresh);
        if (!next) return;
        await this.judge(next.id);
        await new Promise((resolve) => setImmediate(resolve));
      }
    } catch {
      // The database is going away: the next list judges again.
    }
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

  /** Creates a conversion unless that was done before under this key: both in one transaction. */
  async createOnce(key: string, make: () => Conversion): Promise<void> {
    await this.database.transaction(async (transaction) => {
      if (await transaction('setting').where({ key }).first()) return;
      const store = new ConversionStore(transaction, this.now);
      await store.create(make());
      await store.setSetting(key, this.stamp());
    });
  }

  /** The text of a document as it is stored, whatever is wrong with it. */
  async raw(id: string): Promise<{ name: string; document: string } | undefined> {
    return this.database('conversion').where({ id }).first('name', 'document');
  }

  /** The present revision; undefined where there is no such conversion. */
  async revision(id: string): Promise<number | undefined> {
    const row: { revision: number } | undefined = await this.database('conversion')
      .where({ id })
      .whereNull('deleted_at')
      .first('revision');
    return row?.revision;
  }

  /** @throws UnreadableError where what is stored is no document. */
  async read(id: string): Promise<Head | undefined> {
    const row: ConversionRow | undefined = await this.database('conversion')
      .where({ id })
      .whereNull('deleted_at')
      .first();
    if (!row) return undefined;
    // A change is validated before it is kept: what was readable once stays so.
    const { judged, fresh } = this.judgedOf(row);
    if (!judged || ('fault' in judged && !fresh)) {
      const stored = readStored(row.document);
      if ('fault' in stored) throw new UnreadableError(stored.fault);
    } else if ('fault' in judged) throw new UnreadableError(judged.fault);
    return {
      id: row.id,
      revision: row.revision,
      document: JSON.parse(row.document) as Conversion,
      updatedAt: row.updated_at,
    };
  }

  /** Marks as deleted (`true`) or brings back. False when there is no such conversion. */
  async setDeleted(id: string, deleted: boolean): Promise<boolean> {
    const count = await this.database('conversion')
      .where({ id })
      .update({ deleted_at: deleted ? this.stamp() : null });
    return count > 0;
  }

  /** Ends a deleted conversion for good. False when there is none among the deleted ones. */
  async purge(id: string): Promise<boolean> {
    return (await this.database('conversion').where({ id }).whereNotNull('deleted_at').delete()) > 0;
  }

  /** Ends those that were deleted longer ago than they are kept. Gives how many. */
  async purgeOld(): Promise<number> {
    const before = new Date(this.now().getTime() - KEPT_DAYS * DAY).toISOString();
    return this.database('conversion').where('deleted_at', '<', before).delete();
  }

  /** The journal after a revision, oldest first; the newest `most` of it. */
  /** Lessons in the logs of all conversions but one, newest first; plans that can’t be read are left out. */
  async lessons(besides: string): Promise<Lesson[]> {
    const rows: Pick<ConversionRow, 'id' | 'name' | 'document'>[] = await this.database('conversion')
      .select('id', 'name', 'document')
      .whereNull('deleted_at')
      .andWhereNot({ id: besides });
    return rows
      .flatMap(({ name, document }) => {
        try {
          const { build } = JSON.parse(document) as Pick<Conversion, 'build'>;
          return Object.values(build.log).flatMap(({ kind, on, text }) =>
            kind === 'lesson' ? [{ from: name, on, text }] : [],
          );
        } catch {
          return [];
        }
      })
      .sort((a, b) => (a.on < b.on ? 1 : a.on > b.on ? -1 : 0))
      .slice(0, MOST_LESSONS);
  }

  async journal(id: string, since = 0, most = 500): Promise<JournalEntry[]> {
    const rows: ChangeRow[] = await this.database('change')
      .where({ conversion_id: id })
      .andWhere('revision', '>', since)
      .orderBy('revision', 'desc')
      .limit(most);
    return rows.reverse().map(entryOf);
  }

  /**
   * Appends a change: checks its revision, applies it, validates, writes journal and head, all in one transaction. A
   * change that was already written (same uid) is acknowledged again.
   */
  async append(id: string, change: SentChange): Promise<Outcome> {
    const outcome = await this.database.transaction((transaction) => this.write(transaction, id, change));
    if (outcome.kind === 'done' && outcome.entry.revision % 500 === 0) await foldJournal(this.database, id);
    return outcome;
  }

  private async write(transaction: Knex.Transaction, id: string, change: SentChange): Promise<Outcome> {
    const known: ChangeRow | undefined = await transaction('change').where({ uid: change.uid }).first();
    if (known)
      return known.conversion_id === id
        ? { kind: 'done', entry: entryOf(known) }
        : {
            kind: 'invalid',
            validationIssues: [{ path: '/uid', message: 'this change belongs to another conversion' }],
          };
    const row: ConversionRow | undefined = await transaction('conversion')
      .where({ id })
      .whereNull('deleted_at')
      .first();
    if (!row) return { kind: 'absent' };
    if (change.base > row.revision) return { kind: 'ahead', revision: row.revision };
    if (change.base < row.revision) {
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
      return { kind: 'invalid', validationIssues: [{ path: '', message: (error as Error).message }] };
    }
    const validationIssues = validationIssuesAfter(edited.document, edited.operations);
    if (validationIssues.length > 0) return { kind: 'invalid', validationIssues };
    const document = JSON.stringify(edited.document);
    if (document.length > LARGEST_DOCUMENT)
      return {
        kind: 'invalid',
        validationIssues: [
          {
            path: '',
            message: `The conversion would have ${(document.length / 1e6).toFixed(1)} MB; it has at most ${LARGEST_DOCUMENT / 1e6} MB. Keep fewer photos, solids or layouts in it.`,
          },
        ],
      };
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
    await transaction('change').insert(rowOf(id, entry));
    await transaction('conversion')
      .where({ id })
      .update({ document, name: edited.document.name, revision: entry.revision, updated_at: at });
    return { kind: 'done', entry };
  }

  async setting(key: string): Promise<string | undefined> {
    const row: { value: string } | undefined = await this.database('setting').where({ key }).first();
    return row?.value;
  }

  async setSetting(key: string, value: string): Promise<void> {
    await this.database('setting').insert({ key, value }).onConflict('key').merge();
  }
}
