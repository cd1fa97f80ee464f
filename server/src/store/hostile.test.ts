import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { pino } from 'pino';
import request from 'supertest';
import { describe, expect, it } from 'vitest';
import { defaultBox, newConversion, writeConversion, type Listed } from '@young-shell/core/document';
import { partFrom } from '@young-shell/core/parts';
import { standardPart } from '@young-shell/core/standards';
import { runs } from '../../../testing/runs';
import { createApp } from '../app';
import type { RestoreReport } from './restore';
import { openDatabase } from './database';
import type { UnreadablePart } from './parts';

// A backup that somebody made by hand, or that a disk damaged: nothing of it may come in that the rest can't stand.

type Bench = Awaited<ReturnType<typeof bench>>;
async function bench(path = ':memory:') {
  const database = await openDatabase(path);
  const { app } = createApp({ database, logger: pino({ level: 'silent' }) });
  return { database, app };
}

const restore = async ({ app }: Bench, bytes: Uint8Array) =>
  request(app).post('/api/backup/restore').set('Content-Type', 'application/zip').send(Buffer.from(bytes));

/** A backup of two conversions, one of them changed twice, and an own part, as its files. */
async function good(): Promise<Record<string, Uint8Array>> {
  const one = await bench();
  for (const name of ['Radio', 'Chest']) {
    const { body } = await request(one.app)
      .post('/api/conversions/import')
      .set('Content-Type', 'application/json')
      .send(writeConversion(newConversion(name, defaultBox())))
      .expect(201);
    for (const [k, note] of ['first', 'second'].entries())
      await request(one.app)
        .post(`/api/conversions/${(body as { id: string }).id}/changes`)
        .send({
          uid: `${name}-change-${k}`,
          base: k,
          type: 'setNote',
          label: 'note',
          kind: 'do',
          of: null,
          operations: [{ op: 'replace', path: '/note', value: note }],
        })
        .expect((r) => expect([200, 201]).toContain(r.status));
  }
  await request(one.app)
    .post('/api/parts')
    .send(partFrom(standardPart('board/mini-itx')!))
    .expect(201);
  const { body } = await request(one.app)
    .get('/api/backup')
    .buffer(true)
    .parse((response, done) => {
      const chunks: Buffer[] = [];
      response.on('data', (chunk: Buffer) => chunks.push(chunk));
      response.on('end', () => done(null, Buffer.concat(chunks)));
    });
  await one.database.destroy();
  return unzipSync(body as Buffer);
}

/** Everything that a page asks for answers; what can be opened opens, what can be listed can be taken off. */
async function stands({ app, database }: Bench): Promise<void> {
  const list = (await request(app).get('/api/conversions').expect(200)).body as Listed[];
  for (const { id, updatedAt, revision, fault } of list) {
    expect(id).toMatch(/^[\w-]{1,40}$/);
    expect(Number.isInteger(revision) && revision >= 0).toBe(true);
    expect(new Date(updatedAt).toISOString()).toBe(updatedAt);
    const { status } = await request(app).get(`/api/conversions/${id}`);
    expect([id, status < 500, fault === undefined ? status : 200]).toEqual([id, true, 200]);
    expect((await request(app).get(`/api/conversions/${id}/changes?since=0`)).status).toBeLessThan(500);
  }
  await request(app).get('/api/parts').expect(200);
  const [first] = list;
  if (first)
    await request(app)
      .delete(`/api/conversions/${first.id}`)
      .expect((r) => expect(r.status).toBeLessThan(300));
  const deleted = (await request(app).get('/api/conversions?deleted').expect(200)).body as Listed[];
  const [{ n }] = (await database('conversion').count({ n: '*' })) as [{ n: number }];
  // The one that was just taken off is among the deleted ones.
  expect(n).toBe(list.length - (first ? 1 : 0) + deleted.length);
}

const BAD = [null, 'abc', -5, 1.5, 1e300, '', 'a/b', '../x', 'x'.repeat(10_000), [], {}, true, '2026-13-45', NaN];

describe('a backup with something wrong in it', () => {
  it('leaves out what is wrong, names it, and everything else answers', async () => {
    const files = await good();
    const jsons = Object.keys(files).filter((n) => n.endsWith('.json') && n !== 'young-shell.json');
    let [named, whole] = [0, 0];
    await fc.assert(
      fc.asyncProperty(
        fc.constantFrom(...jsons),
        fc.array(fc.nat(), { minLength: 4, maxLength: 4 }),
        fc.constantFrom(...BAD),
        fc.boolean(),
        async (name, picks, bad, drop) => {
          const root = JSON.parse(strFromU8(files[name]!)) as object;
          // Down a few keys, there something is replaced or taken out.
          let at = root as Record<string, unknown>;
          for (const pick of picks.slice(0, picks[3]! % 4)) {
            const keys = Object.keys(at).filter((k) => typeof at[k] === 'object' && at[k] !== null);
            if (keys.length === 0) break;
            at = at[keys[pick % keys.length]!] as Record<string, unknown>;
          }
          const keys = Object.keys(at);
          if (keys.length === 0) return;
          const key = keys[picks[3]! % keys.length]!;
          if (drop) delete at[key];
          else at[key] = bad;
          const one = await bench();
          const response = await restore(one, zipSync({ ...files, [name]: strToU8(JSON.stringify(root)) }));
          expect(response.status).toBe(200);
          const { leftOut } = response.body as RestoreReport;
          for (const words of leftOut) expect(words.length).toBeLessThan(400);
          if (leftOut.length > 0) named++;
          else whole++;
          await stands(one);
          await one.database.destroy();
        },
      ),
      { numRuns: runs(1500, 60) },
    );
    expect(named).toBeGreaterThan(15);
    expect(whole).toBeGreaterThan(0);
  });

  it('says which change of which conversion, and what comes before it can be read, not undone', async () => {
    const files = await good();
    const name = Object.keys(files).find((n) => n.startsWith('conversions/'))!;
    const kept = JSON.parse(strFromU8(files[name]!)) as {
      id: string;
      journal: { madeAt: string; inverse: unknown[] }[];
    };
    kept.journal[1]!.madeAt = 'yesterday';
    const one = await bench();
    const { body } = await restore(one, zipSync({ ...files, [name]: strToU8(JSON.stringify(kept)) }));
    expect((body as RestoreReport).leftOut).toEqual([
      expect.stringMatching(/^change 2 of “(Radio|Chest)”: "madeAt" is no time like 2026-12-01T08:00:00.000Z/),
    ]);
    const rows = (await one.database('change').where({ conversion_id: kept.id })) as {
      folded: number;
      inverse: string;
    }[];
    expect(rows.map((r) => [r.folded, r.inverse])).toEqual([[1, '[]']]);
    await stands(one);
  });

  it('a change that is missing breaks the way back like one that is wrong', async () => {
    const files = await good();
    const name = Object.keys(files).find((n) => n.startsWith('conversions/'))!;
    for (const missing of [0, 1]) {
      const kept = JSON.parse(strFromU8(files[name]!)) as { id: string; journal: unknown[] };
      kept.journal.splice(missing, 1);
      const one = await bench();
      await restore(one, zipSync({ ...files, [name]: strToU8(JSON.stringify(kept)) }));
      const rows = (await one.database('change').where({ conversion_id: kept.id })) as { folded: number }[];
      // Without the first, the second can still be undone; without the last, nothing leads back from the head.
      expect(rows.map((r) => r.folded)).toEqual([missing]);
      await one.database.destroy();
    }
  });

  it('a file that is not there is named, and nothing else is lost', async () => {
    const files = await good();
    const { 'parts.json': _parts, ...rest } = files;
    const one = await bench();
    const { body } = await restore(one, zipSync(rest));
    expect(body).toMatchObject({ leftOut: ['parts.json: it is missing'], parts: 0 });
    expect((body as RestoreReport).added).toHaveLength(2);
  });
});

describe('rows that are wrong already', () => {
  it('are mended when the database is opened, or told as unreadable', async () => {
    const path = join(mkdtempSync(join(tmpdir(), 'young-shell-')), 'store.sqlite');
    const before = await openDatabase(path);
    const document = writeConversion(newConversion('Radio', defaultBox()));
    const row = { document, revision: 0, created_at: 'no time', updated_at: '2026-13-45', deleted_at: null };
    await before('conversion').insert([
      { ...row, id: 'a/b', name: 'Slash' },
      { ...row, id: '', name: 'Empty' },
      { ...row, id: 'good', name: 'Good', summary: '{broken' },
      { ...row, id: 'deleted', name: 'Deleted', deleted_at: 'never' },
    ]);
    await before('change').insert({
      conversion_id: 'a/b',
      revision: 3,
      uid: 'change-of-slash',
      type: 'setNote',
      label: 'note',
      kind: 'do',
      of: null,
      operations: '[]',
      inverse: '[]',
      made_at: '2026-01-01T00:00:00.000Z',
    });
    await before('part').insert([
      { id: 'p/1', name: 'Broken', part: '{no json', updated_at: 'never' },
      { id: 'p2', name: 'Nothing', part: '{}', updated_at: '2026-01-01T00:00:00.000Z' },
    ]);
    await before.destroy();
    const said: string[] = [];
    const database = await openDatabase(path, (words) => said.push(words));
    const one = { database, app: createApp({ database, logger: pino({ level: 'silent' }) }).app };
    expect(said.filter((words) => words.startsWith('Mended: '))).toHaveLength(5);
    expect(((await database('change').first('conversion_id')) as { conversion_id: string }).conversion_id).toMatch(
      /^[\w-]{8}$/,
    );
    const parts = (await request(one.app).get('/api/parts').expect(200)).body as UnreadablePart[];
    expect(parts.map((p) => [p.name, p.text])).toEqual([
      ['Broken', '{no json'],
      ['Nothing', '{}'],
    ]);
    for (const { id } of parts) await request(one.app).delete(`/api/parts/${id}`).expect(204);
    await request(one.app).get('/api/conversions?deleted').expect(200);
    await stands(one);
    await database.destroy();
  });
});
