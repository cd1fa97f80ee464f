import express, { Router } from 'express';
import Joi from 'joi';
import {
  newConversion,
  readConversion,
  type SentChange,
  STARTING_FORMS,
  type StartingForm,
  writeConversion,
  fileStem,
} from '@young-shell/core/document';
import type { Knex } from 'knex';
import { isArchive, readBundle, writeBundle } from '../store/archive';
import type { ConversionStore } from '../store/conversions';
import { documentAt } from '../store/journal';
import { changeWords, operation } from '../store/shapes';
import { pieceByPiece } from './archives';
import { ApiError } from './errors';
import { LIST, type Listeners } from './listeners';

const newBody = Joi.object<{ name: string; form: StartingForm }>({
  name: Joi.string().trim().min(1).max(120).required(),
  form: Joi.valid(...Object.keys(STARTING_FORMS)).required(),
});

const changeBody = Joi.object<SentChange>({
  ...changeWords,
  base: Joi.number().integer().min(0).required(),
  operations: Joi.array().items(operation).max(2000).required(),
});

function checked<T>(schema: Joi.ObjectSchema<T>, body: unknown): T {
  const { value, error } = schema.validate(body ?? {}, { convert: false });
  if (error)
    throw new ApiError(400, 'bad-request', error.message, { path: `/${error.details[0]?.path.join('/') ?? ''}` });
  return value as T;
}

const absent = (id: string) => new ApiError(404, 'absent', `There is no conversion “${id}”; it may have been deleted.`);

const ahead = (revision: number) =>
  new ApiError(
    409,
    'ahead',
    `This page knows more than the server (revision ${revision}): was an older database put back?`,
    { revision },
  );

/** A bundle, with its photos and solids, larger than this is refused, bytes. */
const LARGEST_BUNDLE = 400_000_000;
/** One change: an imported solid's cover and a part of 120 blocks fit in many times over. */
const LARGEST_CHANGE = 8_000_000;

const revisionIn = (name: string, value: unknown): number => {
  const revision = Number(value ?? 0);
  if (Number.isInteger(revision) && revision >= 0) return revision;
  throw new ApiError(
    400,
    'bad-request',
    `“${name}” is ${String(value)}; it would be a revision, a whole number from 0.`,
  );
};

/** Routes under /api/conversions. */
export function conversionRoutes(
  store: ConversionStore,
  database: Knex,
  listeners: Listeners,
  now: () => Date,
): Router {
  const router = Router();
  const json = express.json({ limit: LARGEST_CHANGE });

  // What has been judged anew, for pages that show the list.
  router.get('/events', (_request, response) => listeners.add(LIST, response));

  router.get('/', async (request, response) => {
    response.json(await store.list('deleted' in request.query ? 'deleted' : 'kept'));
  });

  router.post('/', json, async (request, response) => {
    const { name, form } = checked(newBody, request.body);
    const document = newConversion(name, STARTING_FORMS[form]());
    response.status(201).json(await store.create(document));
  });

  router.post('/import', express.raw({ type: () => true, limit: LARGEST_BUNDLE }), async (request, response) => {
    const bytes: Buffer = Buffer.isBuffer(request.body) ? request.body : Buffer.alloc(0);
    const document = isArchive(bytes)
      ? await readBundle(database, bytes, now())
      : readConversion(bytes.toString('utf8'));
    response.status(201).json(await store.create(document));
  });

  // What was learnt in others: the checklist of the next one.
  router.get('/lessons', async (request, response) => {
    const { besides } = request.query;
    response.json(await store.lessons(typeof besides === 'string' ? besides : ''));
  });

  router.get('/:id', async (request, response) => {
    const head = await store.read(request.params.id);
    if (!head) throw absent(request.params.id);
    response.json({ ...head, journal: await store.journal(head.id) });
  });

  // As it is stored where it can't be read: nothing is lost by what this version makes of it.
  router.get('/:id/export', async (request, response) => {
    const raw = await store.raw(request.params.id);
    if (!raw) throw absent(request.params.id);
    const text = await store.read(request.params.id).then(
      (head) => head && writeConversion(head.document),
      () => undefined,
    );
    response
      .type('application/json')
      .attachment(`${fileStem(raw.name, 'conversion')}.json`)
      .send(text ?? raw.document);
  });

  router.get('/:id/bundle', async (request, response) => {
    const head = await store.read(request.params.id);
    if (!head) throw absent(request.params.id);
    response.type('application/zip').attachment(`${fileStem(head.document.name, 'conversion')}.zip`);
    await writeBundle(database, head.document, pieceByPiece(response), now());
    response.end();
  });

  router.get('/:id/at/:revision', async (request, response) => {
    const found = await documentAt(database, request.params.id, revisionIn('revision', request.params.revision));
    if (!found) throw new ApiError(404, 'absent', 'The plan of that time is not kept any more.');
    response.json(found);
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

  router.delete('/:id/forever', async (request, response) => {
    if (!(await store.purge(request.params.id))) throw absent(request.params.id);
    response.status(204).end();
  });

  router.post('/:id/restore', async (request, response) => {
    if (!(await store.setDeleted(request.params.id, false))) throw absent(request.params.id);
    response.status(204).end();
  });

  router.get('/:id/changes', async (request, response) => {
    const since = revisionIn('since', request.query.since);
    const revision = await store.revision(request.params.id);
    if (revision === undefined) throw absent(request.params.id);
    if (since > revision) throw ahead(revision);
    response.json(await store.journal(request.params.id, since, Number.MAX_SAFE_INTEGER));
  });

  router.post('/:id/changes', json, async (request, response) => {
    const id = String(request.params.id);
    const outcome = await store.append(id, checked(changeBody, request.body));
    if (outcome.kind === 'absent') throw absent(id);
    if (outcome.kind === 'invalid') {
      const [first] = outcome.validationIssues;
      throw new ApiError(422, 'invalid', first!.message, {
        path: first!.path,
        validationIssues: outcome.validationIssues.slice(0, 20),
      });
    }
    if (outcome.kind === 'stale')
      throw new ApiError(409, 'stale', 'The conversion was changed elsewhere in the meantime.', {
        revision: outcome.revision,
        changes: outcome.changes,
      });
    if (outcome.kind === 'ahead') throw ahead(outcome.revision);
    listeners.tell(id, outcome.entry);
    response.json(outcome.entry);
  });

  router.get('/:id/events', (request, response) => {
    listeners.add(request.params.id, response);
  });

  return router;
}
