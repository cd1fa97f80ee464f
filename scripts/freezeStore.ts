import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { applyChange, readConversion, SCHEMA_VERSION } from '@young-shell/core/document';
import { ConversionStore } from '../server/src/store/conversions';
import { openDatabase } from '../server/src/store/database';

/*
 * npm run store:freeze     the database of the present schema, kept for the tests of later ones
 *
 * Run before SCHEMA_VERSION is raised: server/src/store/stored.test.ts asks for one of every schema before the present.
 */
const root = fileURLToPath(new URL('..', import.meta.url));
const kept = join(root, 'server/src/store/stored', `schema-${SCHEMA_VERSION}.sqlite`);
if (existsSync(kept) && !process.argv.includes('--again')) {
  console.error(`${kept} is there already; --again makes it anew.`);
  process.exit(2);
}
const database = await openDatabase(join(mkdtempSync(join(tmpdir(), 'young-shell-')), 'store.sqlite'));
// A day of this schema, whenever it is frozen: the same call gives the same rows but for their ids.
const store = new ConversionStore(database, () => new Date('2026-12-01T12:00:00Z'));
for (const [i, name] of ['tape-deck', 'cocktail-table'].entries()) {
  const document = readConversion(readFileSync(join(root, 'demo', `${name}.json`), 'utf8'));
  const { id } = await store.create(document);
  const { operations } = applyChange(document, { type: 'rename', name: `${document.name}, as it was` });
  const uid = `old-edit-0${i + 1}`;
  const change = { uid, base: 0, type: 'rename', label: 'rename', kind: 'do', of: null, operations } as const;
  const outcome = await store.append(id, change);
  if (outcome.kind !== 'done') throw new Error(`${name} could not be renamed: ${outcome.kind}.`);
}
rmSync(kept, { force: true });
await database.raw('VACUUM INTO ?', [kept]);
await database.destroy();
console.log(`Kept as ${kept}. Raise SCHEMA_VERSION, add the step to upgrades.ts, and the tests open it.`);
