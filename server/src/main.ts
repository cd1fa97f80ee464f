import { homedir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { parseArgs } from 'node:util';
import pino from 'pino';
import { readFileSync } from 'node:fs';
import { readConversion } from '@young-shell/core/document';
import { createApp } from './app';
import { ConversionStore } from './store/conversions';
import { AttachmentStore } from './store/attachments';
import { openDatabase } from './store/database';
import { PartStore } from './store/parts';

const root = fileURLToPath(new URL('../..', import.meta.url));
const dataFolder = process.env.XDG_DATA_HOME ?? join(homedir(), '.local', 'share');
const { values } = parseArgs({ options: { host: { type: 'string', default: '127.0.0.1' } } });

const port = Number(process.env.PORT ?? 4680);
if (!Number.isInteger(port) || port < 0 || port > 65535)
  stop(`PORT is “${process.env.PORT}”; it would be a number from 0 to 65535.`);
const local = ['127.0.0.1', '::1', 'localhost'].includes(values.host);
const accessKey = process.env.YOUNG_SHELL_KEY;
if (!local && !accessKey)
  stop(`Listening on ${values.host} shows your plans to the network. Set YOUNG_SHELL_KEY to a password first.`);

const logger = pino({ level: process.env.LOG_LEVEL ?? 'warn' });
const file = process.env.YOUNG_SHELL_DB ?? join(dataFolder, 'young-shell', 'young-shell.sqlite');
const database = await openDatabase(file);
const store = new ConversionStore(database);
if (!(await store.setting('demo-loaded'))) {
  for (const name of ['cocktail-table', 'piano-stool', 'typewriter', 'tape-deck'])
    await store.create(readConversion(readFileSync(join(root, 'demo', `${name}.json`), 'utf8')));
  await store.setSetting('demo-loaded', new Date().toISOString());
}
const { app, listeners } = createApp({
  store,
  attachments: new AttachmentStore(database),
  parts: new PartStore(database),
  logger,
  web: join(root, 'web', 'dist'),
  ...(local ? {} : { accessKey: accessKey! }),
});

const server = app.listen(port, values.host, (error) => {
  if (error) stop(`Port ${port} is taken or not allowed (${error.message}). Set PORT to another number.`);
  const address = server.address();
  const actual = typeof address === 'object' && address ? address.port : port;
  console.log(`Young Shell is at http://${values.host.includes(':') ? `[${values.host}]` : values.host}:${actual}/`);
  console.log(`Conversions are kept in ${file}`);
});

for (const signal of ['SIGINT', 'SIGTERM'] as const)
  process.once(signal, () => {
    listeners.close();
    server.close(() => void database.destroy().then(() => process.exit(0)));
    setTimeout(() => process.exit(0), 3000).unref();
  });

function stop(why: string): never {
  console.error(why);
  process.exit(2);
}
