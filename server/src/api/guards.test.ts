import { pino } from 'pino';
import express from 'express';
import request from 'supertest';
import { describe, expect, it } from 'vitest';
import { createApp } from '../app';
import { openDatabase } from '../store/database';
import { storageFault } from '../store/faults';
import { errorHandler } from './errors';
import { requireKey } from './guards';

const logger = pino({ level: 'silent' });
const app = async (options: object = {}) =>
  createApp({ database: await openDatabase(':memory:'), logger, ...options }).app;

describe('the server answers', () => {
  it.each(['127.0.0.1:4680', 'localhost', '[::1]:4680', '192.168.1.7'])('to %s', async (host) => {
    await request(await app())
      .get('/api/health')
      .set('Host', host)
      .expect(200);
  });
  it('to the name it was told to listen on, and says then that others can read along', async () => {
    const { body } = await request(await app({ host: 'bench.example' }))
      .get('/api/health')
      .set('Host', 'bench.example')
      .expect(200);
    expect(body).toEqual({ status: 'ok', readableOnTheWay: true });
  });
  it.each(['rebound.example', 'localhost.rebound.example', ''])('not to “%s”', async (host) => {
    await request(await app())
      .get('/api/conversions')
      .set('Host', host)
      .expect(421);
  });
});

describe('a request that is off', () => {
  it.each<[string, (r: ReturnType<typeof request>) => request.Test, number]>([
    ['an origin that is null', (r) => r.post('/api/conversions').set('Origin', 'null').send({}), 403],
    ['a bad percent escape', (r) => r.get('/api/conversions/%E0%A4%A'), 400],
    [
      'an unknown charset',
      (r) => r.post('/api/conversions').set('Content-Type', 'application/json; charset=klingon').send('{}'),
      415,
    ],
    ['no JSON', (r) => r.post('/api/conversions').set('Content-Type', 'application/json').send('{'), 400],
    ['a far too long change', (r) => r.post('/api/conversions').send({ name: 'x'.repeat(9e6) }), 413],
  ])('by %s gets words, not 500', async (_what, make, status) => {
    const { body } = await make(request(await app())).expect(status);
    expect((body as { message: string }).message.length).toBeGreaterThan(10);
  });
});

describe('the key', () => {
  const key = 'a long enough key';
  it('is asked of everybody', async () => {
    const guarded = await app({ accessKey: key });
    await request(guarded).get('/api/health').expect(401);
    await request(guarded).get('/api/health').auth('any', key).expect(200);
  });
  it('may be tried ten times, then one waits; the right one counts again after that', async () => {
    let now = 0;
    const warned: unknown[] = [];
    const guarded = express();
    guarded.use((r, _response, next) => {
      r.log = { warn: (what: unknown) => warned.push(what), error: () => undefined } as never;
      next();
    });
    guarded.use(
      requireKey(key, () => now),
      (_request, response) => void response.json('in'),
    );
    guarded.use(errorHandler);
    const agent = request(guarded);
    for (let i = 0; i < 10; i++) await agent.get('/').auth('any', `wrong ${i}`).expect(401);
    const { headers } = await agent.get('/').auth('any', key).expect(429);
    expect(Number(headers['retry-after'])).toBeGreaterThan(0);
    expect(warned).toHaveLength(10);
    expect(JSON.stringify(warned)).not.toContain('wrong 1');
    now = 6 * 60_000;
    await agent.get('/').auth('any', key).expect(200);
  });
});

it.each([
  ['SQLITE_FULL', 'disk-full'],
  ['SQLITE_READONLY', 'read-only'],
  ['SQLITE_NOTADB', 'broken-database'],
  ['SQLITE_IOERR', 'no-database'],
])('%s from the database is said in words', async (code, told) => {
  expect(storageFault(Object.assign(new Error('x'), { code }))?.code).toBe(told);
  const logged: unknown[] = [];
  const broken = express();
  broken.use((r, _response) => {
    r.log = { error: (what: unknown) => logged.push(what) } as never;
    throw Object.assign(new Error('insert bytes'), { code, bindings: ['secret bytes'] });
  });
  broken.use(errorHandler);
  const { body } = await request(broken).get('/').expect(507);
  expect(body).toMatchObject({ code: told });
  expect(JSON.stringify(logged)).not.toContain('secret');
});
