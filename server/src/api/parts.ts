import express, { Router } from 'express';
import { validationIssueOfDesign, validationIssuesOfPart, type Part } from '@young-shell/core/document';
import type { PartStore } from '../store/parts';
import { ApiError } from './errors';

function checked(body: unknown): Part {
  const [validationIssue] = validationIssuesOfPart(body);
  if (validationIssue) throw new ApiError(422, 'invalid', validationIssue.message, { path: validationIssue.path });
  const design = validationIssueOfDesign(body as Part);
  if (design) throw new ApiError(422, 'invalid', design, { path: '/own/blocks' });
  return body as Part;
}

/** The user's own parts library under /api/parts. */
export function partRoutes(store: PartStore): Router {
  const router = Router();
  const json = express.json({ limit: '1mb' });
  router.get('/', async (_request, response) => {
    response.json(await store.list());
  });
  router.post('/', json, async (request, response) => {
    response.status(201).json(await store.keep(checked(request.body)));
  });
  router.put('/:id', json, async (request, response) => {
    response.json(await store.keep(checked(request.body), String(request.params.id).slice(0, 40)));
  });
  router.delete('/:id', async (request, response) => {
    if (!(await store.remove(request.params.id)))
      throw new ApiError(404, 'absent', 'This part is not in the library any more.');
    response.status(204).end();
  });
  return router;
}
