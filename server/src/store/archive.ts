import { createHash } from 'node:crypto';
import { gunzipSync } from 'node:zlib';
import {
  readConversion,
  SCHEMA_VERSION,
  writeConversion,
  type Conversion,
  type JournalEntry,
} from '@young-shell/core/document';
import { strToU8, Zip, ZipDeflate, ZipPassThrough } from 'fflate';
import type { Knex } from 'knex';
import type { Attachment } from './attachments';
import type { ConversionRow } from './conversions';
import { entryOf, type ChangeRow } from './journal';
import { BACKUP, BUNDLE, MANIFEST, openArchive, type Manifest, type OpenArchive } from './openArchive';

/** A conversion in a backup: as it is stored, with its journal. */
export interface KeptConversion {
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

/** Is this a zip archive rather than text? */
export const isArchive = (bytes: Uint8Array) => bytes[0] === 0x50 && bytes[1] === 0x4b;

/** A photo or solid of an archive; undefined where it is not what its name says. */
export async function attachmentIn(archive: OpenArchive, name: string): Promise<Attachment | undefined> {
  const [, content, extension] = /^attachments\/([0-9a-f]{64})\.(\w+)$/.exec(name) ?? [];
  const type = TYPES[extension ?? ''];
  if (!content || !type) return undefined;
  const bytes = await archive.read(name).catch(() => undefined);
  if (!bytes || createHash('sha256').update(bytes).digest('hex') !== content) return undefined;
  return { content, type, bytes };
}

/** Keeps a photo or solid; whether it was not there. */
export async function keepAttachment(database: Knex, { content, type, bytes }: Attachment, at: string) {
  if (await database('attachment').where({ content }).first('content')) return false;
  await database('attachment').insert({ content, type, size: bytes.length, bytes, created_at: at });
  return true;
}

/**
 * Reads a bundle: keeps its photos and solids, gives its conversion.
 * @throws ArchiveError, DocumentError
 */
export async function readBundle(database: Knex, bytes: Uint8Array, at: Date): Promise<Conversion> {
  const archive = await openArchive(bytes, BUNDLE);
  try {
    const document = readConversion((await archive.read('conversion.json')).toString());
    for (const name of archive.sizes.keys()) {
      const found = await attachmentIn(archive, name);
      if (found) await keepAttachment(database, found, at.toISOString());
    }
    return document;
  } finally {
    archive.close();
  }
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
