import { pino } from 'pino';
import request from 'supertest';
import { unzipSync, zipSync } from 'fflate';
import { beforeEach, describe, expect, it } from 'vitest';
import {
  applyChange,
  newConversion,
  defaultBox,
  writeConversion,
  type Conversion,
  type Listed,
} from '@young-shell/core/document';
import { measured } from '@young-shell/core/quantity';
import { createApp } from '../app';
import { dropUnused } from './archive';
import { openDatabase } from './database';
import { documentAt, foldJournal } from './journal';
import type { RestoreReport } from './restore';

// A picture of one pixel, written by hand after the PNG specification.
const PIXEL = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
  'base64',
);

let now: Date;
async function bench() {
  const database = await openDatabase(':memory:');
  const { app, store } = createApp({ database, logger: pino({ level: 'silent' }), now: () => now });
  return { database, app, store };
}
type Bench = Awaited<ReturnType<typeof bench>>;

const binary = (r: request.Test) =>
  r.buffer(true).parse((response, done) => {
    const chunks: Buffer[] = [];
    response.on('data', (chunk: Buffer) => chunks.push(chunk));
    response.on('end', () => done(null, Buffer.concat(chunks)));
  });
const backupOf = async ({ app }: Bench) => (await binary(request(app).get('/api/backup').expect(200))).body as Buffer;
const restore = async ({ app }: Bench, bytes: Uint8Array) =>
  (
    await request(app)
      .post('/api/backup/restore')
      .set('Content-Type', 'application/zip')
      .send(Buffer.from(bytes))
      .expect(200)
  ).body as RestoreReport;
const listOf = async ({ app }: Bench, query = '') =>
  (await request(app).get(`/api/conversions${query}`).expect(200)).body as Listed[];

let a: Bench;
let id: string;
let content: string;
beforeEach(async () => {
  now = new Date('2026-03-01T10:00:00Z');
  a = await bench();
  ({ content } = (await request(a.app).post('/api/attachments').send(PIXEL).expect(201)).body as { content: string });
  const document = newConversion('Radio', defaultBox());
  document.kit.photos['photo-1'] = {
    name: 'Rear',
    content,
    width: 640,
    height: 480,
    reference: { kind: 'A4 sheet', width: measured(210), height: measured(297) },
    corners: [],
    straight: [],
    picks: {},
    offPlane: 0,
    distance: 500,
  };
  ({ id } = await a.store.create(document));
});

let count = 0;
async function edit(bench: Bench, on: string, document: Conversion, width: number, base: number): Promise<Conversion> {
  const edited = applyChange(document, {
    type: 'setMeasured',
    path: '/shell/hull/width',
    measured: measured(width),
    what: 'width',
  });
  await bench.store.append(on, {
    uid: `archive-test-${count++}`,
    base,
    type: 'setMeasured',
    label: `width ${width}`,
    kind: 'do',
    of: null,
    operations: edited.operations,
  });
  return edited.document;
}

describe('a backup', () => {
  it('brings everything back into an empty database', async () => {
    const head = (await a.store.read(id))!;
    await edit(a, id, head.document, 333, 0);
    await a.store.setSetting('some', 'value');
    const b = await bench();
    const report = await restore(b, await backupOf(a));
    expect(report).toEqual({ added: ['Radio'], same: [], beside: [], parts: 0, attachments: 1, leftOut: [] });
    expect(await b.store.read(id)).toEqual(await a.store.read(id));
    expect(await b.store.journal(id)).toEqual(await a.store.journal(id));
    expect(await b.store.setting('some')).toBe('value');
    await request(b.app).get(`/api/attachments/${content}`).expect(200);
  });

  it('changes nothing that is there: what is the same is left, what differs is put beside it', async () => {
    const kept = await backupOf(a);
    const head = (await a.store.read(id))!;
    const changed = await edit(a, id, head.document, 333, 0);
    expect(await restore(a, kept)).toMatchObject({ added: [], same: [], beside: ['Radio (from a backup)'] });
    expect((await a.store.read(id))!.document).toEqual(changed);
    // Twice is not twice as many.
    expect(await restore(a, kept)).toMatchObject({ beside: [], same: ['Radio'] });
    expect(await listOf(a)).toHaveLength(2);
  });

  it('carries deleted ones and documents that can’t be read', async () => {
    await a.database('conversion').insert({
      id: 'broken',
      name: 'Odd',
      document: '{"odd":1}',
      revision: 0,
      created_at: now.toISOString(),
      updated_at: now.toISOString(),
    });
    await a.store.setDeleted(id, true);
    const b = await bench();
    await restore(b, await backupOf(a));
    expect(await listOf(b, '?deleted')).toMatchObject([{ id, name: 'Radio' }]);
    expect(await listOf(b)).toMatchObject([{ id: 'broken', fault: expect.stringMatching(/schemaVersion/) }]);
  });

  it.each([
    ['something else', Buffer.from('solid cube'), /no whole zip/],
    ['a foreign zip', zipSync({ 'a.txt': new Uint8Array(3) }), /not one of ours/],
  ])('that is %s is refused with words', async (_what, bytes, words) => {
    const { body } = await request(a.app)
      .post('/api/backup/restore')
      .set('Content-Type', 'application/zip')
      .send(Buffer.from(bytes))
      .expect(422);
    expect((body as { message: string }).message).toMatch(words);
  });

  it('cut off in the middle restores nothing', async () => {
    const bytes = await backupOf(a);
    const b = await bench();
    await request(b.app)
      .post('/api/backup/restore')
      .set('Content-Type', 'application/zip')
      .send(bytes.subarray(0, bytes.length / 2))
      .expect(422);
    expect(await listOf(b)).toEqual([]);
  });
});

describe('a bundle', () => {
  const bundle = async () =>
    (await binary(request(a.app).get(`/api/conversions/${id}/bundle`).expect(200))).body as Buffer;
  const imported = (bench: Bench, bytes: Uint8Array, status = 201) =>
    request(bench.app)
      .post('/api/conversions/import')
      .set('Content-Type', 'application/zip')
      .send(Buffer.from(bytes))
      .expect(status);

  it('opens on another bench with its photos', async () => {
    const b = await bench();
    const { body } = await imported(b, await bundle());
    expect((body as { document: Conversion }).document).toEqual((await a.store.read(id))!.document);
    await request(b.app).get(`/api/attachments/${content}`).expect(200, PIXEL);
  });

  it('whose photo is not what its name says leaves it out', async () => {
    const files = unzipSync(await bundle());
    const name = Object.keys(files).find((n) => n.startsWith('attachments/'))!;
    const b = await bench();
    await imported(b, zipSync({ ...files, [name]: new Uint8Array(9) }));
    await request(b.app).get(`/api/attachments/${content}`).expect(404);
  });

  it('is not taken for a backup', async () => {
    const { body } = await imported(a, await backupOf(a), 422);
    expect((body as { message: string }).message).toMatch(/is a backup of everything; here the bundle/);
  });
});

it('a plan as large as may be kept can be exported and imported again', async () => {
  const document = newConversion('Large', defaultBox());
  const long = 'x'.repeat(300);
  for (let i = 0; i < 400; i++) {
    const blocks = Object.fromEntries(
      Array.from({ length: 40 }, (_, k) => [
        `body-${k}`,
        {
          name: long.slice(0, 80),
          role: 'body' as const,
          shape: { kind: 'box' as const },
          ...Object.fromEntries(['x', 'y', 'z', 'width', 'depth', 'height'].map((n) => [n, measured(9)])),
          direction: null,
          plug: 0,
          conducts: null,
        },
      ]),
    );
    document.kit.parts[`own-${i}`] = {
      name: 'P',
      standard: 'own',
      dimensions: {},
      mass: 1,
      own: { blocks: blocks as never, holes: {}, faces: {}, power: { idle: 0, typical: 0, peak: 0 }, source: '' },
    };
  }
  const text = writeConversion(document);
  expect(text.length).toBeGreaterThan(8_650_000);
  const { body } = await request(a.app)
    .post('/api/conversions/import')
    .send(text)
    .set('Content-Type', 'text/plain')
    .expect(201);
  const { text: back } = await request(a.app)
    .get(`/api/conversions/${(body as { id: string }).id}/export`)
    .expect(200);
  expect(back.length).toBe(text.length);
}, 60_000);

describe('a document that can’t be read', () => {
  it('is listed with why, is fetched as it is, and takes nothing down', async () => {
    const text = JSON.stringify(newConversion('Radio', defaultBox())).replace('"parts":{}', '"parts":{"__proto__":{}}');
    await a
      .database('conversion')
      .insert({ id: 'bad', name: 'Bad', document: text, revision: 0, created_at: 'x', updated_at: 'x' });
    expect(await listOf(a)).toEqual(
      expect.arrayContaining([
        expect.objectContaining({ name: 'Radio', summary: expect.anything() }),
        expect.objectContaining({ name: 'Bad', fault: expect.stringMatching(/“__proto__” is no name/) }),
      ]),
    );
    await request(a.app).get('/api/conversions/bad').expect(422);
    expect((await request(a.app).get('/api/conversions/bad/export').expect(200)).text).toBe(text);
  });

  it.each(['__proto__', 'constructor', 'Board 1', '1st'])('“%s” is the key of nothing', async (key) => {
    const text = writeConversion(newConversion('Radio', defaultBox())).replace(
      '"parts": {}',
      `"parts": {${JSON.stringify(key)}: {}}`,
    );
    await request(a.app).post('/api/conversions/import').send(text).set('Content-Type', 'text/plain').expect(422);
  });
});

it('a deleted conversion can be brought back for a time, then it is ended, and its photo with it', async () => {
  await a.store.setDeleted(id, true);
  expect(await listOf(a, '?deleted')).toMatchObject([{ id, deletedAt: '2026-03-01T10:00:00.000Z' }]);
  now = new Date('2026-03-20T10:00:00Z');
  expect(await a.store.purgeOld()).toBe(0);
  expect(await dropUnused(a.database, now)).toBe(0);
  now = new Date('2026-04-02T10:00:00Z');
  expect(await a.store.purgeOld()).toBe(1);
  expect(await dropUnused(a.database, now)).toBe(1);
  await request(a.app).post(`/api/conversions/${id}/restore`).expect(404);
});

it('what is on the bench is not ended for good', async () => {
  await request(a.app).delete(`/api/conversions/${id}/forever`).expect(404);
  await a.store.setDeleted(id, true);
  await request(a.app).delete(`/api/conversions/${id}/forever`).expect(204);
});

describe('a long journal', () => {
  it('keeps words and dates, the newest changes whole, and the plan of each day', async () => {
    let { document } = (await a.store.read(id))!;
    const states = [document];
    for (let i = 0; i < 30; i++) {
      now = new Date(Date.UTC(2026, 2, 1 + Math.floor(i / 6), 10, i));
      document = await edit(a, id, document, 300 + i, i);
      states.push(document);
    }
    const before = await a.store.journal(id);
    expect(await foldJournal(a.database, id, 10, 100)).toBe(0);
    expect(await foldJournal(a.database, id, 10, 10)).toBe(20);
    const after = await a.store.journal(id);
    const words = ({ revision, label, madeAt }: { revision: number; label: string; madeAt: string }) => ({
      revision,
      label,
      madeAt,
    });
    expect(after.map(words)).toEqual(before.map(words));
    expect(after.slice(20)).toEqual(before.slice(20));
    expect(after.slice(0, 20).every((e) => e.folded && e.operations.length === 0)).toBe(true);
    expect(await documentAt(a.database, id, 25)).toEqual({ revision: 25, document: states[25] });
    // Revisions 7 to 12 were made on the second day: its end stands for them.
    expect(await documentAt(a.database, id, 8)).toEqual({ revision: 12, document: states[12] });
    expect(await documentAt(a.database, id, 31)).toBeUndefined();
  });
});
