import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, it } from 'vitest';
import { connect, openDatabase } from './database';

it('a transaction has the right to write from its beginning, before it writes: what it read stays true', async () => {
  const file = join(mkdtempSync(join(tmpdir(), 'young-shell-')), 'store.sqlite');
  const [one, other] = [await openDatabase(file), connect(file)];
  await other.raw('PRAGMA busy_timeout = 0');
  const write = () => other('setting').insert({ key: 'other', value: '1' });
  await one.transaction(async (transaction) => {
    expect(await transaction('setting').where({ key: 'other' })).toEqual([]);
    await expect(write()).rejects.toThrow(/locked|BUSY/);
    await transaction('setting').insert({ key: 'one', value: '1' });
  });
  // What was turned away leaves nothing behind: the next is written, not only told as written.
  await write();
  expect((await one('setting').pluck('key')).sort()).toEqual(['one', 'other']);
  await Promise.all([one.destroy(), other.destroy()]);
});
