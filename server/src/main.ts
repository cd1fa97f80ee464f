import { mkdirSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { parseArgs } from 'node:util';
import pino from 'pino';
import { KEPT_DAYS, readConversion } from '@young-shell/core/document';
import type { Knex } from 'knex';
import { SHORTEST_KEY } from './api/guards';
import { createApp } from './app';
import { dropUnused } from './store/archive';
import type { ConversionStore } from './store/conversions';
import { NewerError, openDatabase } from './store/database';
import { storageFault } from './store/faults';
import { lock, LockedError } from './store/lock';
import { defaultDatabase } from './store/place';
import { judgingThread } from './work/judgingThread';
import { restoringThread } from './work/restoring';

const DAY = 86_400_000;
const root = fileURLToPath(new URL('../..', import.meta.url));
const { values } = parseArgs({ options: { host: { type: 'string', default: '127.0.0.1' } } });

const port = Number(process.env.PORT ?? 4680);
if (!Number.isInteger(port) || port < 0 || port > 65535)
  stop(`PORT is “${process.env.PORT}”; it would be a number from 0 to 65535.`);
const local = ['127.0.0.1', '::1', 'localhost'].includes(values.host);
const accessKey = process.env.YOUNG_SHELL_KEY;
if (!local && !accessKey)
  stop(`Listening on ${values.host} shows your plans to the network. Set YOUNG_SHELL_KEY to a password first.`);
if (accessKey !== undefined && accessKey.length < SHORTEST_KEY)
  stop(`YOUNG_SHELL_KEY has ${accessKey.length} characters; shorter than ${SHORTEST_KEY} is guessed.`);

const logger = pino({ level: process.env.LOG_LEVEL ?? 'warn' });
const file = defaultDatabase();
const { database, unlock } = await opened().catch((error: unknown) => {
  const fault = storageFault(error);
  stop(
    error instanceof LockedError || error instanceof NewerError
      ? error.message
      : fault
        ? `${file}: ${fault.message}`
        : String(error),
  );
});
const thread = judgingThread();
const { app, listeners, store } = createApp({
  database,
  judge: thread.judge,
  restore: restoringThread(file),
  logger,
  web: join(root, 'web', 'dist'),
  ...(accessKey ? { accessKey } : {}),
  ...(local ? {} : { host: values.host }),
});
await loadDemos(store).catch((error: unknown) => stop(`${file}: ${storageFault(error)?.message ?? String(error)}`));
await tidy(store, database);
setInterval(() => void tidy(store, database), DAY).unref();

const server = app.listen(port, values.host, (error) => {
  if (error) stop(`Port ${port} is taken or not allowed (${error.message}). Set PORT to another number.`);
  const address = server.address();
  const actual = typeof address === 'object' && address ? address.port : port;
  console.log(`Young Shell is at http://${values.host.includes(':') ? `[${values.host}]` : values.host}:${actual}/`);
  console.log(`Conversions are kept in ${file}`);
  if (!local) console.log('This is plain HTTP: who is on the way can read plans and key.');
  void store.judgeRest();
});

for (const signal of ['SIGINT', 'SIGTERM'] as const)
  process.once(signal, () => {
    listeners.close();
    void thread.close();
    server.close(
      () =>
        void database.destroy().then(() => {
          unlock();
          process.exit(0);
        }),
    );
    setTimeout(() => process.exit(0), 3000).unref();
  });

async function opened(): Promise<{ database: Knex; unlock: () => void }> {
  mkdirSync(dirname(file), { recursive: true });
  const unlock = lock(file);
  return { database: await openDatabase(file, (words) => console.log(words)), unlock };
}

/** Loads the demo conversions once; a first start that was ended half-way goes on where it was. */
async function loadDemos(store: ConversionStore): Promise<void> {
  if (await store.setting('demo-loaded')) return;
  for (const name of ['cocktail-table', 'map-cabinet', 'piano-stool', 'typewriter', 'tape-deck'])
    await store.createOnce(`demo/${name}`, () =>
      readConversion(readFileSync(join(root, 'demo', `${name}.json`), 'utf8')),
    );
  await store.setSetting('demo-loaded', new Date().toISOString());
}

/** Ends what was deleted long ago, and photos and solids that nothing speaks of any more. */
async function tidy(store: ConversionStore, database: Knex): Promise<void> {
  try {
    await store.purgeOld();
    await dropUnused(database, new Date(Date.now() - KEPT_DAYS * DAY));
  } catch (error) {
    logger.warn({ code: storageFault(error)?.code ?? 'internal' }, 'not tidied');
  }
}

function stop(why: string): never {
  console.error(why);
  process.exit(2);
}
