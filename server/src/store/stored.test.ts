import { copyFileSync, mkdtempSync, readdirSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { pino } from 'pino';
import request from 'supertest';
import { afterEach, describe, expect, it } from 'vitest';
import {
  applyChange,
  validationIssuesOf,
  SCHEMA_VERSION,
  type Conversion,
  type Listed,
} from '@young-shell/core/document';
import type { Knex } from 'knex';
import { createApp } from '../app';
import { openDatabase } from './database';

// Databases as earlier versions wrote them: each opens, lists, changes and undoes.
const STORED = readdirSync(fileURLToPath(new URL('stored', import.meta.url)))
  .map((name) => ({ name, schema: Number(/\d+/.exec(name)![0]) }))
  .sort((a, b) => a.schema - b.schema);
const open: Knex[] = [];
afterEach(async () => {
  for (const database of open.splice(0)) await database.destroy();
});

async function opened(name: string) {
  const folder = mkdtempSync(join(tmpdir(), 'young-shell-'));
  const file = join(folder, 'kept.sqlite');
  copyFileSync(fileURLToPath(new URL(`stored/${name}`, import.meta.url)), file);
  const said: string[] = [];
  const database = await openDatabase(file, (words) => said.push(words));
  open.push(database);
  return { app: createApp({ database, logger: pino({ level: 'silent' }) }).app, database, folder, file, said };
}

/** The conversion that was edited by the old release. */
async function edited(app: Awaited<ReturnType<typeof opened>>['app']) {
  const { body: list } = (await request(app).get('/api/conversions').expect(200)) as { body: Listed[] };
  for (const { id } of list) {
    const { body } = await request(app).get(`/api/conversions/${id}`).expect(200);
    if ((body as { journal: { uid: string }[] }).journal.some(({ uid }) => uid === 'old-edit-01'))
      return body as { id: string; revision: number; document: Conversion; journal: { uid: string; label: string }[] };
  }
  throw new Error('No conversion with a journal.');
}

it('there is one for each earlier schema', () =>
  expect(STORED.map((s) => s.schema)).toEqual(Array.from({ length: SCHEMA_VERSION - 1 }, (_, i) => i + 1)));

describe.each(STORED)('a database of schema $schema', ({ name, schema }) => {
  it('opens with every document of today, after a copy was made beside it', async () => {
    const { database, folder, file, said } = await opened(name);
    const rows = (await database('conversion').select('document')) as { document: string }[];
    expect(rows.length).toBeGreaterThan(0);
    for (const { document } of rows) expect(validationIssuesOf(JSON.parse(document))).toEqual([]);
    const [copy] = readdirSync(folder).filter((n) => n.includes('.before-'));
    expect(said).toEqual([expect.stringContaining(copy!)]);
    const before = await openAsItIs(join(folder, copy!));
    const old = (await before('conversion').select('document')) as { document: string }[];
    // Some were imported by a later version.
    expect(old.map((row) => (JSON.parse(row.document) as Conversion).schemaVersion)).toContain(schema);
    expect(statSync(file).size).toBeGreaterThan(0);
  });

  it('lists, changes and undoes; its journal keeps words and dates, undo ends at the upgrade', async () => {
    const { app } = await opened(name);
    let list: Listed[];
    // Those that are not judged yet come without a summary at first.
    do list = (await request(app).get('/api/conversions').expect(200)).body as Listed[];
    while (list.some((entry) => !entry.summary && entry.fault === undefined));
    for (const entry of list) expect(entry).toMatchObject({ summary: { headline: {} }, name: expect.any(String) });
    const head = await edited(app);
    expect(head.journal[0]).toMatchObject({
      uid: 'old-edit-01',
      label: 'rename',
      madeAt: expect.stringMatching(/^2026-/),
    });
    expect(head.journal.at(-1)).toMatchObject({
      type: 'upgrade',
      label: `brought from schema ${schema} to ${SCHEMA_VERSION}`,
    });
    const send = (body: object) => request(app).post(`/api/conversions/${head.id}/changes`).send(body).expect(200);
    const { operations } = applyChange(head.document, { type: 'rename', name: 'Newer' });
    const base = { type: 'rename', label: 'rename', operations };
    const { body: done } = await send({ ...base, uid: 'new-edit-1', base: head.revision, kind: 'do', of: null });
    await send({
      ...base,
      uid: 'new-edit-2',
      base: head.revision + 1,
      kind: 'undo',
      of: 'new-edit-1',
      operations: (done as { inverse: unknown }).inverse,
    });
    const { body: after } = await request(app).get(`/api/conversions/${head.id}`).expect(200);
    expect(after.document).toEqual(head.document);
  });
});

async function openAsItIs(file: string): Promise<Knex> {
  const knex = (await import('knex')).default;
  const { SqliteDialect } = await import('./dialect');
  const database = knex({ client: SqliteDialect, connection: { filename: file }, useNullAsDefault: true });
  open.push(database);
  return database;
}

it('copies of earlier migrations are pruned but for the newest three', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'young-shell-'));
  const file = join(folder, 'kept.sqlite');
  copyFileSync(fileURLToPath(new URL(`stored/${STORED[0]!.name}`, import.meta.url)), file);
  for (const year of [2020, 2021, 2022, 2023]) writeFileSync(`${file}.before-${year}`, '');
  open.push(await openDatabase(file));
  const copies = readdirSync(folder).filter((n) => n.includes('.before-'));
  expect(copies).toHaveLength(3);
  expect(copies.slice(0, 2)).toEqual(['kept.sqlite.before-2022', 'kept.sqlite.before-2023']);
});
