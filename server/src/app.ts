import { existsSync } from 'node:fs';
import { timingSafeEqual } from 'node:crypto';
import compression from 'compression';
import express, { type Express, type RequestHandler } from 'express';
import helmet from 'helmet';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import { attachmentRoutes } from './api/attachments';
import { conversionRoutes } from './api/conversions';
import { ApiError, errorHandler } from './api/errors';
import { instrumentRoutes } from './api/instruments';
import { Listeners } from './api/listeners';
import { partRoutes } from './api/parts';
import { stepRoutes } from './api/step';
import type { AttachmentStore } from './store/attachments';
import type { ConversionStore } from './store/conversions';
import type { PartStore } from './store/parts';

export interface AppOptions {
  store: ConversionStore;
  attachments: AttachmentStore;
  parts: PartStore;
  logger: Logger;
  /** Folder of the built interface; absent in API tests. */
  web?: string;
  /** Asked of every request when the server listens beyond this machine. */
  accessKey?: string;
}

/** The whole server as an Express application. */
export function createApp({ store, attachments, parts, logger, web, accessKey }: AppOptions): {
  app: Express;
  listeners: Listeners;
} {
  const app = express();
  const listeners = new Listeners();
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
  if (accessKey) app.use(requireKey(accessKey));
  app.use(sameOrigin);
  app.use(
    compression({
      filter: (request, response) => !request.path.endsWith('/events') && compression.filter(request, response),
    }),
  );
  app.get('/api/health', async (_request, response) => {
    await store.setting('health');
    response.json({ status: 'ok' });
  });
  app.use('/api/conversions', conversionRoutes(store, listeners));
  app.use('/api/attachments', attachmentRoutes(attachments));
  app.use('/api/parts', partRoutes(parts));
  app.use('/api/step', stepRoutes());
  app.use('/api/instruments', instrumentRoutes(store, listeners));
  app.use('/api', (request) => {
    throw new ApiError(404, 'absent', `There is no “${request.originalUrl}” here.`);
  });
  if (web && existsSync(web)) {
    app.use(express.static(web, { maxAge: '1y', immutable: true, index: false, redirect: false }));
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
  return { app, listeners };
}

/** Writes are taken from our own pages only. */
const sameOrigin: RequestHandler = (request, _response, next) => {
  const origin = request.get('origin');
  if (request.method !== 'GET' && origin && new URL(origin).host !== request.get('host'))
    throw new ApiError(403, 'foreign-origin', `A page from ${origin} may not change anything here.`);
  next();
};

function requireKey(key: string): RequestHandler {
  const wanted = Buffer.from(key);
  return (request, response, next) => {
    const [, given = ''] = Buffer.from((request.get('authorization') ?? '').replace(/^Basic /, ''), 'base64')
      .toString()
      .split(/:(.*)/s);
    const bytes = Buffer.from(given);
    if (bytes.length === wanted.length && timingSafeEqual(bytes, wanted)) return next();
    response.set('WWW-Authenticate', 'Basic realm="Young Shell"');
    throw new ApiError(401, 'key', 'This server asks for its access key.');
  };
}
