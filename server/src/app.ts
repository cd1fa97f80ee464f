import { existsSync } from 'node:fs';
import compression from 'compression';
import express, { type Express } from 'express';
import helmet from 'helmet';
import type { Knex } from 'knex';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import { archiveRoutes } from './api/archives';
import { attachmentRoutes } from './api/attachments';
import { conversionRoutes } from './api/conversions';
import { ApiError, errorHandler } from './api/errors';
import { knownHost, requireKey, sameOrigin } from './api/guards';
import { instrumentRoutes } from './api/instruments';
import { LIST, Listeners } from './api/listeners';
import { partRoutes } from './api/parts';
import { stepRoutes } from './api/step';
import { AttachmentStore } from './store/attachments';
import { ConversionStore } from './store/conversions';
import { PartStore } from './store/parts';
import { restoreBackup } from './store/restore';
import type { Judge } from './work/judged';
import type { Restore } from './work/restoring';

export interface AppOptions {
  database: Knex;
  logger: Logger;
  /** Folder of the built interface; absent in API tests. */
  web?: string;
  /** Asked of every request where one is set. */
  accessKey?: string;
  /** Name under which it is reached from other machines; absent when it listens on this one only. */
  host?: string;
  now?: () => Date;
  /** Judges plans for the list; missing: on this thread. */
  judge?: Judge;
  /** Brings a backup in; missing: on this thread, through this connection. */
  restore?: Restore;
}

/** The whole server as an Express application. */
export function createApp({
  database,
  logger,
  web,
  accessKey,
  host,
  now = () => new Date(),
  judge,
  restore = (path, at, tell) => restoreBackup(database, path, at, tell),
}: AppOptions): {
  app: Express;
  listeners: Listeners;
  store: ConversionStore;
} {
  const app = express();
  const store = new ConversionStore(database, now, judge);
  const listeners = new Listeners();
  store.onJudged = (id) => listeners.tell(LIST, { id });
  app.disable('x-powered-by');
  app.use(pinoHttp({ logger, autoLogging: false }));
  app.use(
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'self'"],
          scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
          styleSrc: ["'self'", "'unsafe-inline'"],
          imgSrc: ["'self'", 'data:', 'blob:'],
          fontSrc: ["'self'"],
          connectSrc: ["'self'"],
          workerSrc: ["'self'"],
          objectSrc: ["'none'"],
          baseUri: ["'none'"],
          formAction: ["'self'"],
          frameAncestors: ["'none'"],
        },
      },
      strictTransportSecurity: false,
    }),
  );
  app.use(knownHost(...(host ? [host] : [])));
  if (accessKey) app.use(requireKey(accessKey));
  app.use(sameOrigin);
  // To the browser on this machine, packing takes longer than sending.
  if (host)
    app.use(
      compression({
        filter: (request, response) => !request.path.endsWith('/events') && compression.filter(request, response),
      }),
    );
  app.get('/api/health', async (_request, response) => {
    await store.setting('health');
    // Plain HTTP to other machines can be read on the way: the screen says so.
    response.json({ status: 'ok', readableOnTheWay: host !== undefined });
  });
  app.use('/api/conversions', conversionRoutes(store, database, listeners, now));
  app.use('/api/attachments', attachmentRoutes(new AttachmentStore(database, now)));
  app.use('/api/backup', archiveRoutes(database, now, restore));
  app.use('/api/parts', partRoutes(new PartStore(database)));
  app.use('/api/step', stepRoutes());
  app.use('/api/instruments', instrumentRoutes(store, listeners));
  app.use('/api', (request) => {
    throw new ApiError(404, 'absent', `There is no “${request.originalUrl}” here.`);
  });
  if (web && existsSync(web)) {
    app.use(
      express.static(web, {
        index: false,
        redirect: false,
        // Names in assets/ carry the hash of what is in them; all else may be another tomorrow.
        setHeaders: (response, path) =>
          void response.set(
            'Cache-Control',
            /[\\/]assets[\\/]/.test(path) ? 'public, max-age=31536000, immutable' : 'no-cache',
          ),
      }),
    );
    app.get('/{*rest}', (request, response) => {
      if (request.path.startsWith('/assets/')) {
        response.status(404).end();
        return;
      }
      // Relative to its root: a folder above it may begin with a dot.
      response.set('Cache-Control', 'no-cache').sendFile('index.html', { root: web });
    });
  }
  app.use(errorHandler);
  return { app, listeners, store };
}
