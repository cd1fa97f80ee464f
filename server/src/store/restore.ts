import { randomUUID } from 'node:crypto';
import { gzipSync } from 'node:zlib';
import { readStored, SCHEMA_VERSION, type JournalEntry, type Part, type Stored } from '@young-shell/core/document';
import type { Knex } from 'knex';
import { attachmentIn, keepAttachment, type KeptConversion } from './archive';
import type { ConversionRow } from './conversions';
import { rowOf } from './journal';
import { BACKUP, openArchive, type OpenArchive } from './openArchive';
import { wrongWithPart } from './parts';
import { clipped, keptConversion, keptEntry, keptPart, keptSetting, keptSnapshot, wrongIn } from './shapes';

/** So many rows are written by one statement. */
const AT_ONCE = 200;

/** What a restore did, by names. */
export interface RestoreReport {
  added: string[];
  /** There already, just as they are in the backup. */
  same: string[];
  /** There already, but different: kept beside what is there, under another name. */
  beside: string[];
  parts: number;
  attachments: number;
  /** What was not taken in, each with the reason. */
  leftOut: string[];
}

/** Told while a backup is brought in: how far it is, 0…1, and what comes next. */
export type Tell = (share: number, what: string) => void;

/**
 * Brings a backup into a database that may hold conversions already. Nothing that is there is changed: what differs is
 * put beside it. Each row is judged like a request: one that is wrong is left out and named. Every conversion and every
 * file is written by itself, so that others wait for no longer than that; where it is stopped half-way, what is in stays,
 * and the same backup again brings the rest.
 * @param source path of the backup, or its bytes
 * @throws ArchiveError where the file is no backup of ours
 */
export async function restoreBackup(
  database: Knex,
  source: string | Uint8Array,
  at: Date,
  tell: Tell = () => undefined,
): Promise<RestoreReport> {
  const archive = await openArchive(source, BACKUP);
  try {
    return await restoreFrom(database, archive, at, tell);
  } finally {
    archive.close();
  }
}

async function restoreFrom(database: Knex, archive: OpenArchive, at: Date, tell: Tell): Promise<RestoreReport> {
  const report: RestoreReport = { added: [], same: [], beside: [], parts: 0, attachments: 0, leftOut: [] };
  const leaveOut = (what: string, why: string) => void report.leftOut.push(`${what}: ${why}`);
  const all = [...archive.sizes.values()].reduce((sum, size) => sum + size, 0);
  let done = 0;
  const telling = (name: string, what: string) => {
    tell(all > 0 ? done / all : 0, what);
    done += archive.sizes.get(name) ?? 0;
  };
  /** A file of the backup as JSON; undefined, and named, where it is none or is not there. */
  const parsed = async (name: string): Promise<unknown> => {
    try {
      return JSON.parse((await archive.read(name)).toString());
    } catch {
      leaveOut(clipped(name), archive.sizes.has(name) ? 'it can’t be read' : 'it is missing');
      return undefined;
    }
  };
  /** The rows of a file that are right. */
  const rows = async <T>(name: string, what: string, wrong: (row: unknown) => string | undefined): Promise<T[]> => {
    telling(name, `${what}s`);
    const all = await parsed(name);
    if (all !== undefined && !Array.isArray(all)) leaveOut(name, 'it is no list');
    return (Array.isArray(all) ? all : []).filter((row, i): row is T => {
      const why = wrong(row);
      const { name: called } = (row ?? {}) as { name?: unknown };
      if (why !== undefined)
        leaveOut(typeof called === 'string' && called ? `${what} “${clipped(called, 60)}”` : `${what} ${i + 1}`, why);
      return why === undefined;
    });
  };
  // Photos and solids first: no conversion is there without what it speaks of.
  for (const name of archive.sizes.keys()) {
    if (!name.startsWith('attachments/')) continue;
    telling(name, 'photos and solids');
    const found = await attachmentIn(archive, name);
    if (!found) leaveOut(clipped(name), 'it is not what its name says');
    else if (await keepAttachment(database, found, at.toISOString())) report.attachments++;
  }
  for (const name of archive.sizes.keys()) {
    if (!name.startsWith('conversions/')) continue;
    const kept = await parsed(name);
    telling(name, kept === undefined ? name : titleOf(kept, name));
    const why = kept === undefined ? undefined : wrongIn(keptConversion, kept);
    if (why !== undefined) leaveOut(titleOf(kept, name), why);
    else if (kept !== undefined) {
      const sound = await soundOf(kept as KeptConversion, leaveOut);
      const stored = readStored(sound.document);
      // All that takes time is done before: while it is written no other connection can write.
      await database.transaction((transaction) => restoreConversion(transaction, sound, stored, report));
    }
  }
  const parts = await rows<{ id: string; part: string; updated_at: string }>(
    'parts.json',
    'own part',
    (row) => wrongIn(keptPart, row) ?? wrongWithPart((row as { part: string }).part),
  );
  for (const part of parts) {
    if (await database('part').where({ part: part.part }).first('id')) continue;
    const there: unknown = await database('part').where({ id: part.id }).first('id');
    const { name } = JSON.parse(part.part) as Part;
    await database('part').insert({ ...part, name, ...(there ? { id: randomUUID() } : {}) });
    report.parts++;
  }
  const settings = await rows<{ key: string; value: string }>('settings.json', 'setting', (row) =>
    wrongIn(keptSetting, row),
  );
  for (const setting of settings) await database('setting').insert(setting).onConflict('key').ignore();
  tell(1, '');
  return report;
}

/**
 * A conversion with what of its journal and its snapshots is right. What lies before a change that is left out can be
 * read, not undone: the way back leads through it.
 */
async function soundOf(kept: KeptConversion, leaveOut: (what: string, why: string) => void): Promise<KeptConversion> {
  const wrong = (what: string, why: string | undefined) => {
    if (why !== undefined) leaveOut(`${what} of “${nameIn(kept.document)}”`, why);
    return why !== undefined;
  };
  const journal: JournalEntry[] = [];
  let last = 0;
  let lost = false;
  for (const [i, entry] of kept.journal.entries()) {
    // A long journal takes its time: others are served in between.
    if (i % 200 === 199) await new Promise((resolve) => setImmediate(resolve));
    const order =
      entry?.revision > kept.revision
        ? `its revision ${entry.revision} is after the last, ${kept.revision}`
        : entry?.revision <= last
          ? `its revision ${entry.revision} is not after the one before, ${last}`
          : undefined;
    if (wrong(`change ${i + 1}`, wrongIn(keptEntry, entry) ?? order)) lost = true;
    else {
      // From here on the way back is whole again; a change that is missing breaks it like one that is wrong.
      if (lost || entry.revision !== last + 1) journal.forEach((before, k) => (journal[k] = folded(before)));
      lost = false;
      last = entry.revision;
      journal.push(entry);
    }
  }
  if (lost || last !== kept.revision) journal.forEach((before, k) => (journal[k] = folded(before)));
  const snapshots = kept.snapshots.filter(
    (snapshot, i) =>
      !wrong(
        `snapshot ${i + 1}`,
        wrongIn(keptSnapshot, snapshot) ?? ('fault' in readStored(snapshot.document) ? 'it is no plan' : undefined),
      ),
  );
  return { ...kept, journal, snapshots };
}

const folded = (entry: JournalEntry): JournalEntry => ({ ...entry, operations: [], inverse: [], folded: true });

async function restoreConversion(
  transaction: Knex,
  kept: KeptConversion,
  stored: Stored,
  report: RestoreReport,
): Promise<void> {
  const name = 'fault' in stored ? nameIn(kept.document) : stored.document.name;
  const there: ConversionRow | undefined = await transaction('conversion').where({ id: kept.id }).first();
  if (there && there.document === kept.document && there.revision === kept.revision) {
    report.same.push(name);
    return;
  }
  const title = there ? `${name.slice(0, 100)} (from a backup)` : name;
  const document =
    'fault' in stored
      ? kept.document
      : there || stored.from !== SCHEMA_VERSION
        ? JSON.stringify({ ...stored.document, name: title })
        : kept.document;
  if (there && (await transaction('conversion').where({ document, revision: kept.revision }).first('id'))) {
    report.same.push(name);
    return;
  }
  // Changes are known by their uid everywhere: those of a copy get new ones.
  const uids = new Map(kept.journal.map((entry) => [entry.uid, there ? randomUUID() : entry.uid]));
  if (!there) for (const taken of await takenOf(transaction, [...uids.keys()])) uids.set(taken, randomUUID());
  const id = there ? randomUUID().slice(0, 8) : kept.id;
  await transaction('conversion').insert({
    id,
    name: title,
    document,
    revision: kept.revision,
    created_at: kept.createdAt,
    updated_at: kept.updatedAt,
    deleted_at: kept.deletedAt,
  });
  // Changes of an older schema can be read, not undone.
  const old = !('fault' in stored) && stored.from !== SCHEMA_VERSION;
  const changes = kept.journal.map((entry) =>
    rowOf(id, {
      ...entry,
      uid: uids.get(entry.uid)!,
      of: entry.of && (uids.get(entry.of) ?? entry.of),
      ...(old ? { operations: [], inverse: [], folded: true } : {}),
    }),
  );
  for (let i = 0; i < changes.length; i += AT_ONCE) await transaction('change').insert(changes.slice(i, i + AT_ONCE));
  if (!old)
    for (const { revision, document: text } of kept.snapshots)
      await transaction('snapshot').insert({ conversion_id: id, revision, document: gzipSync(text) });
  report[there ? 'beside' : 'added'].push(title);
}

/** Of these uids those that changes here have already. */
async function takenOf(transaction: Knex, uids: readonly string[]): Promise<string[]> {
  const taken: string[] = [];
  for (let i = 0; i < uids.length; i += AT_ONCE)
    taken.push(
      ...((await transaction('change')
        .whereIn('uid', uids.slice(i, i + AT_ONCE))
        .pluck('uid')) as string[]),
    );
  return taken;
}

/** A conversion of a backup by its name, as far as one can be made out. */
function titleOf(kept: unknown, file: string): string {
  const { document } = (kept ?? {}) as { document?: unknown };
  return typeof document === 'string' ? `“${nameIn(document)}”` : clipped(file);
}

function nameIn(text: string): string {
  const found = /"name":\s*"((?:[^"\\]|\\.){1,120})"/.exec(text);
  try {
    if (found) return JSON.parse(`"${found[1]}"`) as string;
  } catch {
    // Its name is as broken as the rest.
  }
  return 'A conversion that can’t be read';
}
