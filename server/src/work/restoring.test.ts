import { createHash, randomBytes } from 'node:crypto';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { strToU8, zipSync } from 'fflate';
import { pino } from 'pino';
import request from 'supertest';
import { describe, expect, it } from 'vitest';
import { defaultBox, newConversion, SCHEMA_VERSION, type Listed } from '@young-shell/core/document';
import { createApp } from '../app';
import { openDatabase } from '../store/database';
import type { RestoreReport } from '../store/restore';
import { restoringThread, type Restore } from './restoring';

const folder = mkdtempSync(join(tmpdir(), 'young-shell-'));
let count = 0;
/** A server that restores in a thread, or as it is said. */
async function bench(restore?: Restore | 'here') {
  const file = join(folder, `store-${count++}.sqlite`);
  const database = await openDatabase(file);
  const how = restore === 'here' ? {} : { restore: restore ?? restoringThread(file) };
  return createApp({ database, logger: pino({ level: 'silent' }), ...how });
}

const manifest = { format: 'young-shell-backup', version: 1, schema: SCHEMA_VERSION, madeAt: '2026-03-01T10:00:00Z' };
const kept = (id: string, name: string) => ({
  id,
  document: JSON.stringify(newConversion(name, defaultBox())),
  revision: 0,
  createdAt: '2026-03-01T10:00:00.000Z',
  updatedAt: '2026-03-01T10:00:00.000Z',
  deletedAt: null,
  journal: [],
  snapshots: [],
});
const json = (value: unknown) => strToU8(JSON.stringify(value));
const backup = (files: Record<string, Uint8Array>) =>
  Buffer.from(
    zipSync({ 'young-shell.json': json(manifest), 'parts.json': json([]), 'settings.json': json([]), ...files }),
  );
const named = (bytes: Uint8Array) => `attachments/${createHash('sha256').update(bytes).digest('hex')}.jpg`;

const post = ({ app }: Awaited<ReturnType<typeof bench>>, bytes: Buffer) =>
  request(app).post('/api/backup/restore').set('Content-Type', 'application/zip').send(bytes);

describe('a backup is restored in a thread of its own', () => {
  it('with all that is in it, told in lines as it comes in', async () => {
    const one = await bench();
    const photo = randomBytes(200_000);
    const bytes = backup({
      'conversions/radio.json': json(kept('radio', 'Radio')),
      'conversions/hifi.json': json(kept('hifi', 'Hi-fi rack')),
      [named(photo)]: photo,
    });
    const { text } = await post(one, bytes)
      .set('Accept', 'application/x-ndjson')
      .buffer(true)
      .parse((response, done) => {
        let all = '';
        response.on('data', (piece: Buffer) => (all += piece.toString()));
        response.on('end', () => {
          (response as unknown as { text: string }).text = all;
          done(null, all);
        });
      })
      .expect(200);
    const lines = text
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line) as { share?: number; what?: string; report?: RestoreReport });
    const shares = lines.flatMap((line) => line.share ?? []);
    expect(shares).toEqual([...shares].sort((p, q) => p - q));
    expect(shares.at(-1)).toBe(1);
    expect(lines.map((line) => line.what)).toEqual(expect.arrayContaining(['photos and solids', '“Hi-fi rack”']));
    expect(lines.at(-1)!.report).toMatchObject({ attachments: 1, leftOut: [] });
    expect(lines.at(-1)!.report!.added.sort()).toEqual(['Hi-fi rack', 'Radio']);
    const list = (await request(one.app).get('/api/conversions').expect(200)).body as Listed[];
    expect(list.map((c) => c.name).sort()).toEqual(['Hi-fi rack', 'Radio']);
    // Again, without lines: nothing comes twice.
    const again = (await post(one, bytes).expect(200)).body as RestoreReport;
    expect(again).toMatchObject({ added: [], beside: [], attachments: 0 });
    expect(again.same).toHaveLength(2);
  });

  it('what it says of the file is said as words: no archive, the wrong one, nothing', async () => {
    const one = await bench();
    expect((await post(one, Buffer.from('PK no zip')).expect(422)).body).toMatchObject({ code: 'not-an-archive' });
    const bundle = Buffer.from(zipSync({ 'young-shell.json': json({ ...manifest, format: 'young-shell-bundle' }) }));
    expect(((await post(one, bundle).expect(422)).body as { message: string }).message).toMatch(
      /bundle of one conversion; here a backup of everything is wanted/,
    );
    expect((await post(one, Buffer.alloc(0)).expect(400)).body).toMatchObject({ code: 'empty' });
  });

  it('a photo that is not what its name says is left out and named, the rest comes in', async () => {
    const one = await bench();
    const photo = randomBytes(5000);
    const bytes = backup({ 'conversions/radio.json': json(kept('radio', 'Radio')), [named(photo)]: randomBytes(5000) });
    const report = (await post(one, bytes).expect(200)).body as RestoreReport;
    expect(report.added).toEqual(['Radio']);
    expect(report.leftOut).toEqual([expect.stringMatching(/^attachments\/.*: it is not what its name says$/)]);
  });

  it('one at a time; a second is told to wait, and may come after', async () => {
    let finish: () => void = () => undefined;
    const report = { added: [], same: [], beside: [], parts: 0, attachments: 0, leftOut: [] };
    let begun: () => void;
    const hasBegun = new Promise<void>((resolve) => (begun = resolve));
    const one = await bench(
      () =>
        new Promise((resolve) => {
          finish = () => resolve(report);
          begun();
        }),
    );
    const first = post(one, backup({})).then((r) => r.status);
    await hasBegun;
    expect((await post(one, backup({})).expect(409)).body).toMatchObject({ code: 'restoring' });
    finish();
    expect(await first).toBe(200);
    const second = post(one, backup({})).then((r) => r.status);
    await new Promise((resolve) => setTimeout(resolve, 50));
    finish();
    expect(await second).toBe(200);
  });
});

it('where no room can be had for the file that is told, and the next restore is taken', async () => {
  const one = await bench('here');
  const before = process.env.TMPDIR;
  process.env.TMPDIR = join(folder, 'is-not-there');
  try {
    expect((await post(one, backup({}))).status).toBe(507);
  } finally {
    if (before === undefined) delete process.env.TMPDIR;
    else process.env.TMPDIR = before;
  }
  await post(one, backup({})).expect(200);
});

describe('an archive that would fill the memory', () => {
  const zeros = (bytes: number) => new Uint8Array(bytes);
  it.each([
    ['one file of zeros', { 'conversions/bomb.json': zeros(60_000_000) }, /bomb\.json” unpacks to more than 250 times/],
    [
      'many small ones',
      Object.fromEntries(Array.from({ length: 30 }, (_, i) => [`conversions/${i}.json`, zeros(3_900_000)])),
      /unpacks to 117 MB, more than is safe/,
    ],
  ])('%s: refused before it is unpacked', async (_, files, words) => {
    const one = await bench();
    const bomb = backup(files);
    expect(bomb.length).toBeLessThan(300_000);
    const before = process.memoryUsage.rss();
    const { body } = await post(one, bomb).expect(422);
    expect((body as { message: string }).message).toMatch(words);
    expect(process.memoryUsage.rss() - before).toBeLessThan(150_000_000);
  });

  it('one that lies about its size is caught while it is unpacked', async () => {
    const one = await bench();
    const bytes = backup({
      'conversions/liar.json': zeros(2_000_000),
      'conversions/radio.json': json(kept('radio', 'Radio')),
    });
    // The size in the central directory (APPNOTE 4.3.12: 24 bytes from its signature) says less than what is packed.
    const at = bytes.indexOf('conversions/liar.json', bytes.indexOf('PK\x01\x02', 0, 'latin1'), 'latin1') - 46;
    expect(bytes.readUInt32LE(at)).toBe(0x02014b50);
    bytes.writeUInt32LE(1000, at + 24);
    const report = (await post(one, bytes).expect(200)).body as RestoreReport;
    expect(report.leftOut).toEqual(['conversions/liar.json: it can’t be read']);
    expect(report.added).toEqual(['Radio']);
  });

  it('a bundle likewise', async () => {
    const one = await bench();
    const bomb = Buffer.from(
      zipSync({
        'young-shell.json': json({ ...manifest, format: 'young-shell-bundle' }),
        'conversion.json': zeros(60_000_000),
      }),
    );
    const { body } = await request(one.app)
      .post('/api/conversions/import')
      .set('Content-Type', 'application/octet-stream')
      .send(bomb)
      .expect(422);
    expect((body as { message: string }).message).toMatch(/more than 250 times its size/);
  });
});

it('a file that is cut off anywhere is refused or told, never taken for whole', async () => {
  const one = await bench('here');
  const photo = randomBytes(3000);
  const bytes = backup({ 'conversions/radio.json': json(kept('radio', 'Radio')), [named(photo)]: photo });
  for (let i = 1; i < 12; i++) {
    const cut = bytes.subarray(0, Math.floor((bytes.length * i) / 12));
    expect((await post(one, cut)).status).toBe(422);
  }
  expect((await post(one, bytes)).status).toBe(200);
});
