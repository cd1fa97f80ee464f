import express, { Router } from 'express';
import { valueAt } from '@young-shell/core/document';
import type { Measured } from '@young-shell/core/quantity';
import { SET_NAMES, type SetName } from '@young-shell/core/links';
import { Calipers } from '../instruments/calipers';
import { tryOnTube } from '../instruments/tube';
import type { ConversionStore } from '../store/conversions';
import { ApiError } from './errors';
import type { Listeners } from './listeners';

const CALIPERS = 'instrument/calipers';

/** The simulated bench instruments under /api/instruments: readings come as a stream, as from a real one. */
export function instrumentRoutes(store: ConversionStore, listeners: Listeners): Router {
  const router = Router();
  const calipers = new Calipers();
  router.get('/calipers/events', (_request, response) => {
    listeners.add(CALIPERS, response);
  });
  // The button on the calipers, with the jaws at a measured value of a conversion.
  router.post('/calipers/press', express.json({ limit: '10kb' }), async (request, response) => {
    const { conversion, path, by } = (request.body ?? {}) as { conversion?: unknown; path?: unknown; by?: unknown };
    if (typeof conversion !== 'string' || typeof path !== 'string' || !path.startsWith('/'))
      throw new ApiError(
        400,
        'bad-request',
        'A press needs the conversion and the path of what lies between the jaws.',
      );
    const head = await store.read(conversion);
    const known = head && (valueAt(head.document, path) as Measured | undefined);
    if (!known || typeof known.value !== 'number')
      throw new ApiError(404, 'absent', `There is nothing to measure at “${path}”.`);
    listeners.tell(CALIPERS, {
      path,
      by: typeof by === 'string' ? by.slice(0, 60) : null,
      ...calipers.press(conversion, path, known),
    });
    response.status(204).end();
  });
  // A timing on a simulated tube monitor; nothing of it touches a real one.
  router.post('/tube/try', express.json({ limit: '10kb' }), (request, response) => {
    const { set, modeline } = (request.body ?? {}) as { set?: unknown; modeline?: unknown };
    if (!SET_NAMES.includes(set as SetName) || typeof modeline !== 'string' || modeline.length > 300)
      throw new ApiError(400, 'bad-request', `A try needs a set (${SET_NAMES.join(', ')}) and a modeline.`);
    try {
      response.json({ simulated: true, ...tryOnTube(set as SetName, modeline) });
    } catch (error) {
      throw new ApiError(400, 'bad-timing', (error as Error).message);
    }
  });
  return router;
}
