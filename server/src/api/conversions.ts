import express, { Router } from 'express';
import Joi from 'joi';
import {
  LARGEST_DOCUMENT,
  newConversion,
  readConversion,
  type SentChange,
  STARTING_FORMS,
  type StartingForm,
  writeConversion,
} from '@young-shell/core/document';
import type { ConversionStore } from '../store/conversions';
import { ApiError } from './errors';
import type { Listeners } from './listeners';

const newBody = Joi.object<{ name: string; form: StartingForm }>({
  name: Joi.string().trim().min(1).max(120).required(),
  form: Joi.valid(...Object.keys(STARTING_FORMS)).required(),
});

const operation = Joi.object({
  op: Joi.valid('add', 'remove', 'replace').required(),
  path: Joi.string().allow('').max(400).required(),
  value: Joi.any(),
});

const changeBody = Joi.object<SentChange>({
  uid: Joi.string().min(8).max(64).required(),
  base: Joi.number().integer().min(0).required(),
  type: Joi.string().max(40).required(),
  label: Joi.string().max(200).required(),
  kind: Joi.valid('do', 'undo', 'redo').required(),
  of: Joi.string().max(64).allow(null).required(),
  operations: Joi.array().items(operation).max(2000).required(),
});

function checked<T>(schema: Joi.ObjectSchema<T>, body: unknown): T {
  const { value, error } = schema.validate(body ?? {}, { convert: false });
  if (error)
    throw new ApiError(400, 'bad-request', error.message, { path: `/${error.details[0]?.path.join('/') ?? ''}` });
  return value as T;
}

const absent = (id: string) => new ApiError(404, 'absent', `There is no conversion “${id}”; it may have been deleted.`);

/** Routes under /api/conversions. */
export function conversionRoutes(store: ConversionStore, listeners: Listeners): Router {
  const router = Router();
  const json = express.json({ limit: '2mb' });

  router.get('/', async (_request, response) => {
    response.json(await store.list());
  });

  router.post('/', json, async (request, response) => {
    const { name, form } = checked(newBody, request.body);
    const document = newConversion(name, STARTING_FORMS[form]());
    response.status(201).json(await store.create(document));
  });

  router.post('/import', express.text({ type: () => true, limit: LARGEST_DOCUMENT * 2 }), async (request, response) => {
    const document = readConversion(typeof request.body === 'string' ? request.body : '');
    response.status(201).json(await store.create(document));
  });

  router.get('/:id', async (request, response) => {
    const head = await store.read(request.params.id);
    if (!head) throw absent(request.params.id);
    response.json({ ...head, journal: await store.journal(head.id) });
  });

  router.get('/:id/export', async (request, response) => {
    const head = await store.read(request.params.id);
    if (!head) throw absent(request.params.id);
    const name = head.document.name.replace(/[^A-Za-z0-9]+/g, '-').toLowerCase() || 'conversion';
    response.type('application/json').attachment(`${name}.json`).send(writeConversion(head.document));
  });

  router.post('/:id/duplicate', async (request, response) => {
    const head = await store.read(request.params.id);
    if (!head) throw absent(request.params.id);
    const document = { ...head.document, name: `${head.document.name.slice(0, 110)} (copy)` };
    response.status(201).json(await store.create(document));
  });

  router.delete('/:id', async (request, response) => {
    if (!(await store.setDeleted(request.params.id, true))) throw absent(request.params.id);
    response.status(204).end();
  });

  router.post('/:id/restore', async (request, response) => {
    if (!(await store.setDeleted(request.params.id, false))) throw absent(request.params.id);
    response.status(204).end();
  });

  router.get('/:id/changes', async (request, response) => {
    const since = Number(request.query.since ?? 0);
    if (!Number.isInteger(since) || since < 0)
      throw new ApiError(
        400,
        'bad-request',
        `“since” is ${String(request.query.since)}; it would be a revision, a whole number from 0.`,
      );
    response.json(await store.journal(request.params.id, since, Number.MAX_SAFE_INTEGER));
  });

  router.post('/:id/changes', json, async (request, response) => {
    const id = String(request.params.id);
    const outcome = await store.append(id, checked(changeBody, request.body));
    if (outcome.kind === 'absent') throw absent(id);
    if (outcome.kind === 'invalid') {
      const [first] = outcome.complaints;
      throw new ApiError(422, 'invalid', first!.message, {
        path: first!.path,
        complaints: outcome.complaints.slice(0, 20),
      });
    }
    if (outcome.kind === 'stale')
      throw new ApiError(409, 'stale', 'The conversion was changed elsewhere in the meantime.', {
        revision: outcome.revision,
        changes: outcome.changes,
      });
    listeners.tell(id, outcome.entry);
    response.json(outcome.entry);
  });

  router.get('/:id/events', (request, response) => {
    listeners.add(request.params.id, response);
  });

  return router;
}
