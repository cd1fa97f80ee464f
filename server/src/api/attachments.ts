import express, { Router } from 'express';
import { kindOfFile } from '@young-shell/core/exchange';
import type { AttachmentStore } from '../store/attachments';
import { ApiError } from './errors';

const LARGEST = 40_000_000;

/** Solids for drawing (STL) and photos (JPEG, PNG) under /api/attachments, by content. */
export function attachmentRoutes(store: AttachmentStore): Router {
  const router = Router();
  router.post('/', express.raw({ type: () => true, limit: LARGEST }), async (request, response) => {
    const bytes: unknown = request.body;
    if (!Buffer.isBuffer(bytes) || bytes.length === 0) throw new ApiError(400, 'empty', 'The file is empty.');
    const kind = kindOfFile(bytes);
    if (kind !== 'stl' && kind !== 'picture')
      throw new ApiError(415, 'unknown-kind', 'Only pictures (JPEG, PNG) and solids (STL) are kept.');
    const type = kind === 'stl' ? 'model/stl' : bytes[0] === 0xff ? 'image/jpeg' : 'image/png';
    response.status(201).json({ content: await store.keep(bytes, type), type });
  });
  router.get('/:content', async (request, response) => {
    const found = await store.read(request.params.content);
    if (!found) throw new ApiError(404, 'absent', 'There is no such file; it may be on another machine.');
    response
      .set({ 'Cache-Control': 'private, max-age=31536000, immutable', 'X-Content-Type-Options': 'nosniff' })
      .type(found.type)
      .send(found.bytes);
  });
  return router;
}
