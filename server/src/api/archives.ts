import { createWriteStream } from 'node:fs';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { Router, type Request, type Response } from 'express';
import type { Knex } from 'knex';
import { writeBackup } from '../store/archive';
import { storageFault } from '../store/faults';
import type { Tell } from '../store/restore';
import type { Restore } from '../work/restoring';
import { answerTo, ApiError } from './errors';

/** A backup larger than this is refused, bytes. */
const LARGEST = 4_000_000_000;

/** Sends an archive as it is written; waits when the line is slower, once for all pieces that wait. */
export function pieceByPiece(response: Response): (chunk: Uint8Array) => void | Promise<void> {
  let waits: Promise<void> | undefined;
  return (chunk) => {
    if (response.destroyed) throw new Error('The client left.');
    if (response.write(chunk)) return;
    waits ??= new Promise((resolve) => {
      const goOn = () => {
        response.off('drain', goOn).off('close', goOn);
        waits = undefined;
        resolve();
      };
      response.on('drain', goOn).on('close', goOn);
    });
    return waits;
  };
}

/** Writes a request into a file, as it comes. @throws ApiError where it is larger than a backup may be, or empty */
async function keptIn(path: string, request: Request): Promise<void> {
  let size = 0;
  await pipeline(
    request,
    async function* (pieces: AsyncIterable<Buffer>) {
      for await (const piece of pieces) {
        size += piece.length;
        if (size > LARGEST)
          throw new ApiError(413, 'too-large', `A backup has at most ${LARGEST / 1e9} GB; this one has more.`);
        yield piece;
      }
    },
    createWriteStream(path),
  );
  if (size === 0) throw new ApiError(400, 'empty', 'The file is empty.');
}

/** A restore that the disk ended: what is in stays in. */
function halfWay(error: unknown): unknown {
  if (storageFault(error)?.code !== 'disk-full') return error;
  return new ApiError(
    507,
    'disk-full',
    'The disk is full. What was brought back so far stays; make room and restore again for the rest.',
  );
}

const LINES = 'application/x-ndjson';

/**
 * Everything as one file: /api/backup gives it, /api/backup/restore takes it. Who accepts lines of JSON is told how far
 * it is, and at last the report or what went wrong.
 */
export function archiveRoutes(database: Knex, now: () => Date, restore: Restore): Router {
  const router = Router();
  let restoring = false;
  router.get('/', async (_request, response) => {
    const day = now().toISOString().slice(0, 10);
    response.type('application/zip').attachment(`young-shell-${day}.zip`);
    await writeBackup(database, pieceByPiece(response), now());
    response.end();
  });
  router.post('/restore', async (request, response) => {
    if (restoring)
      throw new ApiError(
        409,
        'restoring',
        'Another backup is being restored. Wait until that is done, then try again.',
      );
    restoring = true;
    let folder: string | undefined;
    try {
      folder = await mkdtemp(join(tmpdir(), 'young-shell-restore-'));
      const path = join(folder, 'backup.zip');
      await keptIn(path, request);
      const asked = (tell: Tell) =>
        restore(path, now(), tell).catch((error: unknown) => Promise.reject(halfWay(error)));
      if (request.accepts(['application/json', LINES]) !== LINES) {
        response.json(await asked(() => undefined));
        return;
      }
      response.type(LINES);
      const line = (said: unknown) => response.write(`${JSON.stringify(said)}\n`);
      try {
        line({ report: await asked((share, what) => line({ share, what })) });
      } catch (error) {
        line({ error: answerTo(error)?.body ?? { code: 'internal', message: 'The server stumbled.' } });
      }
      response.end();
    } finally {
      restoring = false;
      if (folder) await rm(folder, { recursive: true, force: true });
    }
  });
  return router;
}
