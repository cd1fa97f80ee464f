import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { applyChange, defaultBox, newConversion } from '@young-shell/core/document';
import { afterEach, expect, it } from 'vitest';
import { openDatabase, storageFault, writeBackup } from '.';
import { ConversionStore } from './conversions';

let database: Awaited<ReturnType<typeof openDatabase>>;
afterEach(() => database.destroy());

/** A store with a conversion that was changed since it was judged, and one that never was; from now on nothing is written. */
async function full(pragma: string) {
  const file = join(mkdtempSync(join(tmpdir(), 'young-shell-')), 'store.sqlite');
  database = await openDatabase(file, () => undefined);
  const store = new ConversionStore(database);
  const { id, document } = await store.create(newConversion('Judged', defaultBox()));
  await store.list();
  const change = (name: string) => ({
    uid: crypto.randomUUID(),
    type: 'rename',
    label: 'rename',
    kind: 'do' as const,
    of: null,
    operations: applyChange(document, { type: 'rename', name }).operations,
  });
  await store.append(id, { ...change('Changed since'), base: 0 });
  await store.create(newConversion('Never judged', defaultBox()));
  await database.raw(pragma);
  // To the last page, and then to the last corner of it.
  for (const size of [4000, 400, 40])
    for (let i = 0; i < 500; i++) {
      const wrong = await store.setSetting(`fill-${size}-${i}`, 'x'.repeat(size)).catch((error: unknown) => error);
      if (wrong) break;
    }
  return { store, id, change };
}

it.each([
  ['that may not be written', 'PRAGMA query_only = ON', 'read-only'],
  // Not a page more than there are now.
  ['that is full', 'PRAGMA max_page_count = 1', 'disk-full'],
])(
  'a disk %s is read, listed, exported and backed up; a change says why it is not kept',
  async (_what, pragma, code) => {
    const { store, id, change } = await full(pragma);
    const listed = await store.list();
    expect(listed.map((c) => c.name).sort()).toEqual(['Changed since', 'Never judged']);
    for (const c of listed) expect((await store.read(c.id))!.document.name).toBe(c.name);
    // All of it is judged in time, though nothing of it is kept; asked in the background it comes to an end.
    await store.judgeRest();
    expect(listed.some((c) => c.summary)).toBe(true);
    expect(await store.journal(id)).toHaveLength(1);
    let bytes = 0;
    await writeBackup(database, (chunk) => void (bytes += chunk.length), new Date());
    expect(bytes).toBeGreaterThan(1000);
    // What little room is left in the pages is soon gone.
    let wrong: string | undefined;
    for (let base = 1; base < 100 && wrong === undefined; base++) {
      const operations = [{ op: 'replace' as const, path: '/note', value: `${base} `.repeat(90) }];
      await store.append(id, { ...change('Long'), base, operations }).catch((error: unknown) => {
        wrong = storageFault(error)?.code;
      });
    }
    expect(wrong).toBe(code);
  },
);
