import { chmodSync, copyFileSync, linkSync, mkdtempSync, symlinkSync, writeFileSync } from 'node:fs';
import { spawnSync } from 'node:child_process';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { expect, it } from 'vitest';
import { openDatabase } from './database';
import { lock, LockedError } from './lock';

const root = fileURLToPath(new URL('../../..', import.meta.url));
const start = (file: string, more: Record<string, string> = {}) =>
  spawnSync(process.execPath, ['server/dist/main.mjs'], {
    cwd: root,
    encoding: 'utf8',
    env: { ...process.env, PORT: '0', YOUNG_SHELL_DB: file, ...more },
    timeout: 60_000,
  });
const place = () => join(mkdtempSync(join(tmpdir(), 'young-shell-')), 'store.sqlite');

it('a second one on the same database is kept off until the first lets go', () => {
  const file = place();
  const unlock = lock(file);
  expect(() => lock(file)).toThrow(LockedError);
  unlock();
  lock(file)();
});

it('goes by the file itself, whatever name leads to it: a symbolic link, a hard one, a folder that is one', () => {
  const file = place();
  const unlock = lock(file);
  const elsewhere = mkdtempSync(join(tmpdir(), 'young-shell-'));
  const [soft, hard, folder] = ['soft.sqlite', 'hard.sqlite', 'folder'].map((name) => join(elsewhere, name)) as [string, string, string]; // prettier-ignore
  symlinkSync(file, soft);
  linkSync(file, hard);
  symlinkSync(dirname(file), folder);
  for (const name of [soft, hard, join(folder, 'store.sqlite')]) expect(() => lock(name), name).toThrow(LockedError);
  // A copy is another file.
  copyFileSync(file, join(elsewhere, 'copy.sqlite'));
  lock(join(elsewhere, 'copy.sqlite'))();
  unlock();
  lock(hard)();
});

it('a second server says so and ends', () => {
  const file = place();
  const unlock = lock(file);
  const { status, stderr } = start(file);
  expect({ status, stderr }).toEqual({ status: 2, stderr: expect.stringMatching(/open in another Young Shell/) });
  unlock();
});

it('a file that is no database is said in words at start', () => {
  const file = place();
  writeFileSync(file, 'no database '.repeat(999));
  expect(start(file)).toMatchObject({ status: 2, stderr: expect.stringMatching(/broken or is none/) });
});

it('a database of a newer version is left as it is, in one sentence', async () => {
  const file = place();
  const database = await openDatabase(file);
  await database('knex_migrations').insert({ name: '099-of-later', batch: 99, migration_time: new Date() });
  await database.destroy();
  const { status, stderr } = start(file);
  expect({ status, stderr }).toEqual({
    status: 2,
    stderr: expect.stringMatching(/newer Young Shell.*nothing was changed/),
  });
  expect(stderr.trim().split('\n')).toHaveLength(1);
});

it('a short key is refused at start', () => {
  expect(start(place(), { YOUNG_SHELL_KEY: 'short' })).toMatchObject({
    status: 2,
    stderr: expect.stringMatching(/5 characters; shorter than 12/),
  });
});

// Root may write everywhere: a folder that can't be there stands for one that may not be written.
it('a place that can’t be written is said in words at start', () => {
  const file = place();
  writeFileSync(file, '');
  chmodSync(file, 0o444);
  expect(start(join(file, 'below', 'store.sqlite'))).toMatchObject({
    status: 2,
    stderr: expect.stringMatching(/disk still there/),
  });
});
