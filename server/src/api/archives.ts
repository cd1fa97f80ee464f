import express, { Router, type Response } from 'express';
import type { Knex } from 'knex';
import { restoreBackup, writeBackup } from '../store/archive';
import { ApiError } from './errors';

/** A backup larger than this is refused, bytes. */
const LARGEST = 1_000_000_000;

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

/** Everything as one file: /api/backup gives it, /api/backup/restore takes it. */
export function archiveRoutes(database: Knex, now: () => Date): Router {
  const router = Router();
  router.get('/', async (_request, response) => {
    const day = now().toISOString().slice(0, 10);
    response.type('application/zip').attachment(`young-shell-${day}.zip`);
    await writeBackup(database, pieceByPiece(response), now());
    response.end();
  });
  router.post('/restore', express.raw({ type: () => true, limit: LARGEST }), async (request, response) => {
    if (!Buffer.isBuffer(request.body) || request.body.length === 0)
      throw new ApiError(400, 'empty', 'The file is empty.');
    response.json(await restoreBackup(database, request.body, now()));
  });
  return router;
}
