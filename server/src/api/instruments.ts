import express, { Router } from 'express';
import type { Measured } from '@young-shell/core/quantity';
import { SET_NAMES, type SetName } from '@young-shell/core/links';
import { STATES, valueAt, type PinHunt } from '@young-shell/core/document';
import { Calipers } from '../instruments/calipers';
import { measure, PLUG_SETS, type PlugSet } from '../instruments/multimeter';
import { simulatedLog, type LoggerRun } from '../instruments/logger';
import { BOARD_NAMES, probe, type BoardName } from '../instruments/prober';
import { SUPPLY_LOADS, supplyGives, type SupplyLoad } from '../instruments/supply';
import { tryOnTube } from '../instruments/tube';
import type { ConversionStore } from '../store/conversions';
import { ApiError } from './errors';
import type { Listeners } from './listeners';

const CALIPERS = 'instrument/calipers';
/** Lines the simulated logger sends at once, and ms between: an hour of readings takes some seconds. */
const LINES_AT_ONCE = 24;
const LINES_EVERY = 100;

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
  // A key held on the simulated prober’s keyboard.
  router.post('/prober/hold', express.json({ limit: '10kb' }), (request, response) => {
    const { board, key, attempt } = (request.body ?? {}) as { board?: unknown; key?: unknown; attempt?: unknown };
    if (
      !BOARD_NAMES.includes(board as BoardName) ||
      typeof key !== 'string' ||
      !Number.isInteger(attempt) ||
      (attempt as number) < 0
    )
      throw new ApiError(
        400,
        'bad-request',
        `The prober needs a board (${BOARD_NAMES.join(', ')}), a key, and how often it was held.`,
      );
    try {
      response.json(probe(board as BoardName, key, attempt as number));
    } catch (error) {
      throw new ApiError(404, 'absent', (error as Error).message);
    }
  });
  // A test with the simulated multimeter on a plug that does not exist.
  router.post('/multimeter/test', express.json({ limit: '10kb' }), (request, response) => {
    const { set, hunt, test } = (request.body ?? {}) as { set?: unknown; hunt?: unknown; test?: unknown };
    const { pins, holds, rails } = (hunt ?? {}) as Partial<PinHunt>;
    const counts = holds ? [holds.switches, holds.lamps, holds.resistors] : [];
    if (
      !PLUG_SETS.includes(set as PlugSet) ||
      typeof test !== 'string' ||
      !Number.isInteger(pins) ||
      !(pins! >= 2 && pins! <= 40) ||
      counts.length !== 3 ||
      !counts.every((n) => Number.isInteger(n) && n >= 0 && n <= 8) ||
      typeof rails !== 'object'
    )
      throw new ApiError(
        400,
        'bad-request',
        `The multimeter needs a plug (${PLUG_SETS.join(', ')}), what hangs on it, and a test.`,
      );
    try {
      response.json({ simulated: true, saw: measure(set as PlugSet, { pins: pins!, holds: holds!, rails }, test) });
    } catch (error) {
      throw new ApiError(400, 'bad-test', (error as Error).message);
    }
  });
  // A burn-in on the simulated logger: lines as they come, a reading each, faster than the clock.
  router.get('/logger/events', async (request, response) => {
    const asked = request.query as Record<string, string | undefined>;
    const run: LoggerRun = {
      state: asked.state as LoggerRun['state'],
      lid: asked.lid as LoggerRun['lid'],
      ambient: Number(asked.ambient),
      every: Number(asked.every),
      seconds: Number(asked.seconds),
      fault: (asked.fault ?? 'none') as LoggerRun['fault'],
    };
    const within = (value: number, least: number, most: number) => value >= least && value <= most;
    if (
      typeof asked.conversion !== 'string' ||
      !STATES.includes(run.state) ||
      !['closed', 'open'].includes(run.lid) ||
      !['none', 'stops', 'garbage'].includes(run.fault) ||
      !within(run.ambient, -20, 50) ||
      !within(run.every, 1, 60) ||
      !within(run.seconds, 60, 7200)
    )
      throw new ApiError(
        400,
        'bad-request',
        'A run needs the conversion, its load (idle, typical, full), the lid (closed, open), a room of −20 to 50 °C, 1 to 60 s between readings, and 60 to 7200 s in all.',
      );
    const head = await store.read(asked.conversion);
    if (!head) throw new ApiError(404, 'absent', 'There is no such conversion.');
    response.set({ 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-cache, no-transform' });
    response.flushHeaders();
    const lines = simulatedLog(head.document, run);
    const timer = setInterval(() => {
      for (let k = 0; k < LINES_AT_ONCE; k++) {
        const { value, done } = lines.next();
        if (done) {
          clearInterval(timer);
          // One that stops half-way says nothing more; one that is through says so.
          if (run.fault !== 'stops') response.write('event: end\ndata: {}\n\n');
          response.end();
          return;
        }
        response.write(`data: ${JSON.stringify({ line: value, simulated: true })}\n\n`);
      }
    }, LINES_EVERY);
    response.on('close', () => clearInterval(timer));
  });
  // The simulated bench supply with the machine of a conversion on it.
  router.post('/supply/set', express.json({ limit: '10kb' }), async (request, response) => {
    const { conversion, load, volts, limit } = (request.body ?? {}) as Record<string, unknown>;
    if (
      typeof conversion !== 'string' ||
      !SUPPLY_LOADS.includes(load as SupplyLoad) ||
      typeof volts !== 'number' ||
      typeof limit !== 'number'
    )
      throw new ApiError(
        400,
        'bad-request',
        `The supply needs the conversion, what hangs on it (${SUPPLY_LOADS.join(', ')}), volts and a limit in A.`,
      );
    const head = await store.read(conversion);
    if (!head) throw new ApiError(404, 'absent', 'There is no such conversion.');
    try {
      response.json(supplyGives(head.document, load as SupplyLoad, volts, limit));
    } catch (error) {
      throw new ApiError(400, 'bad-setting', (error as Error).message);
    }
  });
  return router;
}
