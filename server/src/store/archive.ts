import { createHash, randomUUID } from 'node:crypto';
import { gunzipSync, gzipSync } from 'node:zlib';
import {
  readConversion,
  readStored,
  SCHEMA_VERSION,
  writeConversion,
  type Conversion,
  type JournalEntry,
  type Part,
} from '@young-shell/core/document';
import { strFromU8, strToU8, unzipSync, Zip, ZipDeflate, ZipPassThrough } from 'fflate';
import type { Knex } from 'knex';
import type { Attachment } from './attachments';
import type { ConversionRow } from './conversions';
import { entryOf, rowOf, type ChangeRow } from './journal';
import { wrongWithPart } from './parts';
import { clipped, keptConversion, keptEntry, keptPart, keptSetting, keptSnapshot, wrongIn } from './shapes';

/** The marker by which a bundle or a backup is known to be ours: the first entry of the archive. */
const MANIFEST = 'young-shell.json';
const BUNDLE = 'young-shell-bundle';
const BACKUP = 'young-shell-backup';

/** What an archive unpacks to at most, bytes: one that says more is refused before it is unpacked. */
const LARGEST_UNPACKED = 1_500_000_000;

/** Why a file is no archive of ours; the message can be shown. */
export class ArchiveError extends Error {}

interface Manifest {
  format: string;
  version: number;
  schema: number;
  madeAt: string;
}

/** A conversion in a backup: as it is stored, with its journal. */
interface KeptConversion {
  id: string;
  document: string;
  revision: number;
  createdAt: string;
  updatedAt: string;
  deletedAt: string | null;
  journal: JournalEntry[];
  /** The plan at the end of days whose changes are folded. */
  snapshots: { revision: number; document: string }[];
}

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

/** Gives an archive piece by piece, as it is written. */
type Sink = (chunk: Uint8Array) => void | Promise<void>;

/** Writes a zip: texts deflated, pictures and solids as they are. Waits for the sink between entries. */
class Archive {
  private waiting: (void | Promise<void>)[] = [];
  private readonly zip: Zip;

  constructor(
    sink: Sink,
    format: string,
    private readonly at: Date,
  ) {
    this.zip = new Zip((error, chunk) => {
      if (error) throw error;
      this.waiting.push(sink(chunk));
    });
    const manifest: Manifest = { format, version: 1, schema: SCHEMA_VERSION, madeAt: at.toISOString() };
    this.text(MANIFEST, JSON.stringify(manifest));
  }

  text(name: string, text: string): void {
    const entry = new ZipDeflate(name, { level: 6 });
    entry.mtime = this.at;
    this.zip.add(entry);
    entry.push(strToU8(text), true);
  }

  async bytes(name: string, bytes: Uint8Array): Promise<void> {
    const entry = new ZipPassThrough(name);
    entry.mtime = this.at;
    this.zip.add(entry);
    entry.push(bytes, true);
    await Promise.all(this.waiting.splice(0));
  }

  async end(): Promise<void> {
    this.zip.end();
    await Promise.all(this.waiting.splice(0));
  }
}

/** Names of stored files that a text speaks of. */
const contentsIn = (text: string) => new Set([...text.matchAll(/"content":\s*"([0-9a-f]{64})"/g)].map((m) => m[1]!));

const EXTENSIONS: Readonly<Record<string, string>> = { 'model/stl': 'stl', 'image/jpeg': 'jpg', 'image/png': 'png' };
const TYPES = Object.fromEntries(Object.entries(EXTENSIONS).map(([type, extension]) => [extension, type]));
const fileOf = ({ content, type }: Pick<Attachment, 'content' | 'type'>) =>
  `attachments/${content}.${EXTENSIONS[type] ?? 'bin'}`;

/** Writes one conversion with its photos and solids, to be opened on another bench. */
export async function writeBundle(database: Knex, document: Conversion, sink: Sink, at: Date): Promise<void> {
  const archive = new Archive(sink, BUNDLE, at);
  const text = writeConversion(document);
  archive.text('conversion.json', text);
  for (const content of contentsIn(text)) {
    const found: Attachment | undefined = await database('attachment').where({ content }).first();
    if (found) await archive.bytes(fileOf(found), found.bytes);
  }
  await archive.end();
}

/** Writes everything: conversions with their journals, deleted ones too, own parts, photos, solids, settings. */
export async function writeBackup(database: Knex, sink: Sink, at: Date): Promise<void> {
  const archive = new Archive(sink, BACKUP, at);
  archive.text('parts.json', JSON.stringify(await database('part').select()));
  archive.text('settings.json', JSON.stringify(await database('setting').select()));
  for (const { id } of (await database('conversion').select('id')) as { id: string }[]) {
    const row: ConversionRow = await database('conversion').where({ id }).first();
    const rows: ChangeRow[] = await database('change').where({ conversion_id: id }).orderBy('revision');
    const kept: KeptConversion = {
      id,
      document: row.document,
      revision: row.revision,
      createdAt: row.created_at,
      updatedAt: row.updated_at,
      deletedAt: row.deleted_at,
      journal: rows.map(entryOf),
      snapshots: (
        (await database('snapshot').where({ conversion_id: id })) as { revision: number; document: Buffer }[]
      ).map(({ revision, document }) => ({ revision, document: gunzipSync(document).toString() })),
    };
    archive.text(`conversions/${id}.json`, JSON.stringify(kept));
  }
  for (const { content } of (await database('attachment').select('content')) as { content: string }[]) {
    const found: Attachment = await database('attachment').where({ content }).first();
    await archive.bytes(fileOf(found), found.bytes);
  }
  await archive.end();
}

function unpacked(bytes: Uint8Array): { manifest: Manifest; files: Record<string, Uint8Array> } {
  let size = 0;
  let files: Record<string, Uint8Array>;
  try {
    files = unzipSync(bytes, {
      filter: ({ originalSize }) => {
        size += originalSize;
        if (size > LARGEST_UNPACKED) throw new ArchiveError('The archive unpacks to more than is safe.');
        return true;
      },
    });
  } catch (error) {
    if (error instanceof ArchiveError) throw error;
    throw new ArchiveError('The file is no whole zip archive: it was cut off or is something else.');
  }
  try {
    return { manifest: JSON.parse(strFromU8(files[MANIFEST]!)) as Manifest, files };
  } catch {
    throw new ArchiveError(`The archive holds no ${MANIFEST}: it is not one of ours.`);
  }
}

const wanted = { [BUNDLE]: 'the bundle of one conversion', [BACKUP]: 'a backup of everything' } as Record<
  string,
  string
>;

function checked(bytes: Uint8Array, format: string): Record<string, Uint8Array> {
  const { manifest, files } = unpacked(bytes);
  if (manifest.format !== format)
    throw new ArchiveError(
      `The archive is ${wanted[manifest.format] ?? `“${manifest.format}”`}; here ${wanted[format]} is wanted.`,
    );
  if (manifest.version !== 1 || manifest.schema > SCHEMA_VERSION)
    throw new ArchiveError('The archive was written by a newer version. Update Young Shell to open it.');
  return files;
}

/** Is this a zip archive rather than text? */
export const isArchive = (bytes: Uint8Array) => bytes[0] === 0x50 && bytes[1] === 0x4b;

/** Photos and solids of an archive that are what their names say, by content. */
function attachmentsOf(files: Record<string, Uint8Array>): Attachment[] {
  return Object.entries(files).flatMap(([name, bytes]): Attachment[] => {
    const [, content, extension] = /^attachments\/([0-9a-f]{64})\.(\w+)$/.exec(name) ?? [];
    const type = TYPES[extension ?? ''];
    if (!content || !type || createHash('sha256').update(bytes).digest('hex') !== content) return [];
    return [{ content, type, bytes: Buffer.from(bytes) }];
  });
}

async function keep(transaction: Knex, attachments: readonly Attachment[], at: string): Promise<number> {
  let fresh = 0;
  for (const { content, type, bytes } of attachments) {
    if (await transaction('attachment').where({ content }).first('content')) continue;
    await transaction('attachment').insert({ content, type, size: bytes.length, bytes, created_at: at });
    fresh++;
  }
  return fresh;
}

/**
 * Reads a bundle: keeps its photos and solids, gives its conversion.
 * @throws ArchiveError, DocumentError
 */
export async function readBundle(database: Knex, bytes: Uint8Array, at: Date): Promise<Conversion> {
  const files = checked(bytes, BUNDLE);
  const text = files['conversion.json'];
  if (!text) throw new ArchiveError('The bundle holds no conversion.json.');
  const document = readConversion(strFromU8(text));
  await keep(database, attachmentsOf(files), at.toISOString());
  return document;
}

/**
 * Brings a backup into a database that may hold conversions already. Nothing that is there is changed: what differs is
 * put beside it. Each row is judged like a request: one that is wrong is left out and named.
 * @throws ArchiveError where the file is no backup of ours
 */
export async function restoreBackup(database: Knex, bytes: Uint8Array, at: Date): Promise<RestoreReport> {
  const files = checked(bytes, BACKUP);
  const report: RestoreReport = { added: [], same: [], beside: [], parts: 0, attachments: 0, leftOut: [] };
  const leaveOut = (what: string, why: string) => void report.leftOut.push(`${what}: ${why}`);
  /** A file of the backup as JSON; undefined, and named, where it is none or is not there. */
  const parsed = (name: string): unknown => {
    try {
      return JSON.parse(strFromU8(files[name]!));
    } catch {
      leaveOut(clipped(name), files[name] ? 'it can’t be read' : 'it is missing');
      return undefined;
    }
  };
  /** The rows of a file that are right. */
  const rows = <T>(name: string, what: string, wrong: (row: unknown) => string | undefined): T[] => {
    const all = parsed(name);
    if (all !== undefined && !Array.isArray(all)) leaveOut(name, 'it is no list');
    return (Array.isArray(all) ? all : []).filter((row, i): row is T => {
      const why = wrong(row);
      const { name: called } = (row ?? {}) as { name?: unknown };
      if (why !== undefined)
        leaveOut(typeof called === 'string' && called ? `${what} “${clipped(called, 60)}”` : `${what} ${i + 1}`, why);
      return why === undefined;
    });
  };
  await database.transaction(async (transaction) => {
    report.attachments = await keep(transaction, attachmentsOf(files), at.toISOString());
    for (const name of Object.keys(files).filter((n) => n.startsWith('conversions/'))) {
      const kept = parsed(name);
      const why = kept === undefined ? undefined : wrongIn(keptConversion, kept);
      if (why !== undefined) leaveOut(titleOf(kept, name), why);
      else if (kept !== undefined)
        await restoreConversion(transaction, await soundOf(kept as KeptConversion, leaveOut), report);
    }
    const parts = rows<{ id: string; part: string; updated_at: string }>(
      'parts.json',
      'own part',
      (row) => wrongIn(keptPart, row) ?? wrongWithPart((row as { part: string }).part),
    );
    for (const part of parts) {
      if (await transaction('part').where({ part: part.part }).first('id')) continue;
      const there: unknown = await transaction('part').where({ id: part.id }).first('id');
      const { name } = JSON.parse(part.part) as Part;
      await transaction('part').insert({ ...part, name, ...(there ? { id: randomUUID() } : {}) });
      report.parts++;
    }
    const settings = rows<{ key: string; value: string }>('settings.json', 'setting', (row) =>
      wrongIn(keptSetting, row),
    );
    for (const setting of settings) await transaction('setting').insert(setting).onConflict('key').ignore();
  });
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

async function restoreConversion(transaction: Knex, kept: KeptConversion, report: RestoreReport): Promise<void> {
  const stored = readStored(kept.document);
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
  for (const [uid] of uids)
    if (!there && (await transaction('change').where({ uid }).first('uid'))) uids.set(uid, randomUUID());
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
  for (const entry of kept.journal)
    await transaction('change').insert(
      rowOf(id, {
        ...entry,
        uid: uids.get(entry.uid)!,
        of: entry.of && (uids.get(entry.of) ?? entry.of),
        ...(old ? { operations: [], inverse: [], folded: true } : {}),
      }),
    );
  if (!old)
    for (const { revision, document: text } of kept.snapshots)
      await transaction('snapshot').insert({ conversion_id: id, revision, document: gzipSync(text) });
  report[there ? 'beside' : 'added'].push(title);
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

/** Ends photos and solids that nothing speaks of any more and that were kept before a time. Gives how many. */
export async function dropUnused(database: Knex, before: Date): Promise<number> {
  const used = new Set<string>();
  const collect = (text: string) => contentsIn(text).forEach((content) => used.add(content));
  for (const { document } of (await database('conversion').select('document')) as { document: string }[])
    collect(document);
  for (const { operations, inverse } of (await database('change')
    .select('operations', 'inverse')
    .whereLike('operations', '%"content"%')
    .orWhereLike('inverse', '%"content"%')) as ChangeRow[]) {
    collect(operations);
    collect(inverse);
  }
  for (const { part } of (await database('part').select('part')) as { part: string }[]) collect(part);
  const old: { content: string }[] = await database('attachment')
    .select('content')
    .where('created_at', '<', before.toISOString());
  const unused = old.filter(({ content }) => !used.has(content));
  for (const { content } of unused) await database('attachment').where({ content }).delete();
  return unused.length;
}
