import { pino } from 'pino';
import request from 'supertest';
import { beforeEach, describe, expect, it } from 'vitest';
import { applyChange, fileStem, writeConversion, type Change, type Conversion } from '@young-shell/core/document';
import { measured } from '@young-shell/core/quantity';
import { createApp } from '../app';
import { openDatabase } from '../store/database';

let app: ReturnType<typeof createApp>['app'];
let id: string;
let document: Conversion;

async function options() {
  const database = await openDatabase(':memory:');
  return {
    database,
    logger: pino({ level: 'silent' }),
  };
}

beforeEach(async () => {
  ({ app } = createApp(await options()));
  const created = await request(app).post('/api/conversions').send({ name: 'Radio', form: 'box' }).expect(201);
  ({ id, document } = created.body as { id: string; document: Conversion });
});

let count = 0;
const change = (base: number, what: Change, rest: object = {}) => ({
  uid: `test-change-${count++}`,
  base,
  type: what.type,
  label: what.type,
  kind: 'do',
  of: null,
  operations: applyChange(document, what).operations,
  ...rest,
});
const width = (value: number): Change => ({
  type: 'setMeasured',
  path: '/shell/hull/width',
  measured: measured(value),
  what: 'width',
});
const send = (body: object) => request(app).post(`/api/conversions/${id}/changes`).send(body);

describe('a change', () => {
  it('is journaled with its inverse and moves the revision', async () => {
    const { body } = await send(change(0, width(350))).expect(200);
    expect(body).toMatchObject({ revision: 1, inverse: [{ op: 'replace' }] });
    const { body: head } = await request(app).get(`/api/conversions/${id}`).expect(200);
    expect(head).toMatchObject({ revision: 1, journal: [{ revision: 1, type: 'setMeasured' }] });
    expect(head.document.shell.hull.width.value).toBe(350);
  });

  it('on a stale revision gets 409 with the changes in between', async () => {
    await send(change(0, width(350))).expect(200);
    const { body } = await send(change(0, { type: 'rename', name: 'Late' })).expect(409);
    expect(body).toMatchObject({ code: 'stale', revision: 1, changes: [{ revision: 1 }] });
  });

  it('that was already written is acknowledged again and written once', async () => {
    const twice = change(0, width(350));
    await send(twice).expect(200);
    expect((await send(twice).expect(200)).body.revision).toBe(1);
    expect((await request(app).get(`/api/conversions/${id}`)).body.journal).toHaveLength(1);
  });

  it('that would make no valid shell is refused with the place and what would be right; nothing moves', async () => {
    const { body } = await send(change(0, width(2))).expect(422);
    expect(body).toMatchObject({
      code: 'invalid',
      path: '/shell/hull/walls/left',
      message: expect.stringMatching(/under 2 mm/),
    });
    const outside = { ...change(0, width(9)), operations: [{ op: 'replace', path: '/__proto__/polluted', value: 1 }] };
    await send(outside).expect(422);
    for (const operation of [
      { op: 'replace', path: '/toString', value: 1 },
      { op: 'add', path: '/shell/hasOwnProperty', value: {} },
      { op: 'replace', path: '/brief/blockedFaces/-1', value: 'top' },
      { op: 'add', path: '/brief/blockedFaces/length', value: 9 },
      { op: 'add', path: '/brief/blockedFaces/1e2', value: 'top' },
      { op: 'replace', path: '/name/0', value: 'x' },
      { op: 'replace', path: '/schemaVersion', value: 99 },
    ])
      await send({ ...change(0, width(9)), operations: [operation] }).expect(422);
    expect((await request(app).get(`/api/conversions/${id}`)).body.revision).toBe(0);
  });

  it('in the wrong form is named', async () => {
    const { body } = await send({ ...change(0, width(350)), base: -1 }).expect(400);
    expect(body).toMatchObject({ code: 'bad-request', path: '/base' });
  });

  it('from a foreign page is refused', async () => {
    await send(change(0, width(350)))
      .set('Origin', 'http://elsewhere.example')
      .expect(403);
  });
});

describe('conversions', () => {
  it('can be duplicated, deleted and brought back', async () => {
    const { body: copy } = await request(app).post(`/api/conversions/${id}/duplicate`).expect(201);
    expect(copy.document.name).toBe('Radio (copy)');
    await request(app).delete(`/api/conversions/${id}`).expect(204);
    await request(app).get(`/api/conversions/${id}`).expect(404);
    await send(change(0, width(350))).expect(404);
    await request(app).post(`/api/conversions/${id}/restore`).expect(204);
    expect((await request(app).get('/api/conversions')).body).toHaveLength(2);
  });

  it('come back from their export', async () => {
    const { text } = await request(app).get(`/api/conversions/${id}/export`).expect(200);
    const { body } = await request(app)
      .post('/api/conversions/import')
      .set('Content-Type', 'text/plain')
      .send(text)
      .expect(201);
    expect(body.document).toEqual(document);
  });

  it.each([
    ['not-json', 'solid cube', 422],
    ['not-ours', '{"a":1}', 422],
    ['newer', writeConversion({} as Conversion).replace('{\n', '{"schemaVersion":99,'), 422],
    ['too-large', 'x'.repeat(65_000_000), 422],
    ['invalid', writeConversion({ schemaVersion: 1, parts: JSON.parse('{"__proto__": {}}') } as never), 422],
  ])('that are %s are refused with words', async (code, text, status) => {
    const { body } = await request(app)
      .post('/api/conversions/import')
      .set('Content-Type', 'text/plain')
      .send(text)
      .expect(status);
    expect(body.code).toBe(code);
    expect(body.message.length).toBeGreaterThan(20);
  });
});

it('pages may load nothing from elsewhere', async () => {
  const { headers } = await request(app).get('/api/health').expect(200);
  expect(headers['content-security-policy']).toMatch(/default-src 'self'.*script-src 'self' 'wasm-unsafe-eval'/);
});

it('an access key is asked for where one is set', async () => {
  const guarded = createApp({ ...(await options()), accessKey: 'shell: 9' }).app;
  await request(guarded).get('/api/health').expect(401);
  await request(guarded).get('/api/health').auth('any', 'shell: 9').expect(200);
});

it('names keep their letters in the names of files, whatever the script', async () => {
  for (const [name, file] of [
    ['Комод «Заря» № 2', 'комод-заря-2'],
    ['古い卓', '古い卓'],
    ['Réel deck', 'réel-deck'],
    ['???', 'conversion'],
  ] as const)
    expect(fileStem(name, 'conversion')).toBe(file);
});
