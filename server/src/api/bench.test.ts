import { readFileSync } from 'node:fs';
import { pino } from 'pino';
import request from 'supertest';
import { beforeEach, describe, expect, it } from 'vitest';
import { mended, volumeOfMesh, boundsOfMesh } from '@young-shell/core/solid';
import { readSolid, writeStl } from '@young-shell/core/exchange';
import { partFrom } from '@young-shell/core/parts';
import { measured } from '@young-shell/core/quantity';
import { standardPart } from '@young-shell/core/standards';
import { createApp } from '../app';
import { Calipers } from '../instruments/calipers';
import { openDatabase } from '../store/database';

let app: ReturnType<typeof createApp>['app'];
beforeEach(async () => {
  const database = await openDatabase(':memory:');
  ({ app } = createApp({
    database,
    logger: pino({ level: 'silent' }),
  }));
});

/** A box as a STEP of flat faces, written line by line after ISO 10303-21 and -42 (from memory), lengths in a unit. */
function stepBox(size: [number, number, number], unit: 'mm' | 'inch'): string {
  const lines: string[] = [];
  const put = (text: string) => lines.push(text) && `#${lines.length}`;
  const corner = [0, 1, 2, 3, 4, 5, 6, 7].map((i) =>
    put(`CARTESIAN_POINT('',(${[i & 1, (i >> 1) & 1, i >> 2].map((b, k) => (b * size[k]!).toFixed(3)).join(',')}))`),
  );
  const direction = (v: number[]) => put(`DIRECTION('',(${v.map((x) => x.toFixed(1)).join(',')}))`);
  const sides: [number[], number[], number[]][] = [
    [
      [0, 2, 3, 1],
      [0, 0, -1],
      [1, 0, 0],
    ],
    [
      [4, 5, 7, 6],
      [0, 0, 1],
      [1, 0, 0],
    ],
    [
      [0, 1, 5, 4],
      [0, -1, 0],
      [1, 0, 0],
    ],
    [
      [1, 3, 7, 5],
      [1, 0, 0],
      [0, 1, 0],
    ],
    [
      [3, 2, 6, 7],
      [0, 1, 0],
      [1, 0, 0],
    ],
    [
      [2, 0, 4, 6],
      [-1, 0, 0],
      [0, 1, 0],
    ],
  ];
  const faces = sides.map(([ring, normal, along]) => {
    const loop = put(`POLY_LOOP('',(${ring.map((i) => corner[i]).join(',')}))`);
    const bound = put(`FACE_OUTER_BOUND('',${loop},.T.)`);
    const place = put(`AXIS2_PLACEMENT_3D('',${corner[ring[0]!]},${direction(normal)},${direction(along)})`);
    return put(`FACE_SURFACE('',(${bound}),${put(`PLANE('',${place})`)},.T.)`);
  });
  const shell = put(`CLOSED_SHELL('',(${faces.join(',')}))`);
  const brep = put(`FACETED_BREP('',${shell})`);
  const length =
    unit === 'mm'
      ? put('(LENGTH_UNIT()NAMED_UNIT(*)SI_UNIT(.MILLI.,.METRE.))')
      : (() => {
          const mm = put('(LENGTH_UNIT()NAMED_UNIT(*)SI_UNIT(.MILLI.,.METRE.))');
          const dimension = put('DIMENSIONAL_EXPONENTS(1.,0.,0.,0.,0.,0.,0.)');
          const measure = put(`LENGTH_MEASURE_WITH_UNIT(LENGTH_MEASURE(25.4),${mm})`);
          return put(`(CONVERSION_BASED_UNIT('INCH',${measure})LENGTH_UNIT()NAMED_UNIT(${dimension}))`);
        })();
  const angle = put('(NAMED_UNIT(*)PLANE_ANGLE_UNIT()SI_UNIT($,.RADIAN.))');
  const solidAngle = put('(NAMED_UNIT(*)SI_UNIT($,.STERADIAN.)SOLID_ANGLE_UNIT())');
  const exact = put(`UNCERTAINTY_MEASURE_WITH_UNIT(LENGTH_MEASURE(1.E-4),${length},'','')`);
  const context = put(
    `(GEOMETRIC_REPRESENTATION_CONTEXT(3)GLOBAL_UNCERTAINTY_ASSIGNED_CONTEXT((${exact}))GLOBAL_UNIT_ASSIGNED_CONTEXT((${length},${angle},${solidAngle}))REPRESENTATION_CONTEXT('',''))`,
  );
  const origin = put(`CARTESIAN_POINT('',(0.,0.,0.))`);
  const axis = put(`AXIS2_PLACEMENT_3D('',${origin},$,$)`);
  const shape = put(`FACETED_BREP_SHAPE_REPRESENTATION('',(${axis},${brep}),${context})`);
  const application = put(`APPLICATION_CONTEXT('')`);
  const productContext = put(`PRODUCT_CONTEXT('',${application},'mechanical')`);
  const product = put(`PRODUCT('box','box','',(${productContext}))`);
  const formation = put(`PRODUCT_DEFINITION_FORMATION('','',${product})`);
  const definitionContext = put(`PRODUCT_DEFINITION_CONTEXT('part definition',${application},'design')`);
  const definition = put(`PRODUCT_DEFINITION('design','',${formation},${definitionContext})`);
  const productShape = put(`PRODUCT_DEFINITION_SHAPE('','',${definition})`);
  put(`SHAPE_DEFINITION_REPRESENTATION(${productShape},${shape})`);
  return `ISO-10303-21;\nHEADER;\nFILE_DESCRIPTION((''),'2;1');\nFILE_NAME('','',(''),(''),'','','');\nFILE_SCHEMA(('CONFIG_CONTROL_DESIGN'));\nENDSEC;\nDATA;\n${lines.map((l, i) => `#${i + 1}=${l};`).join('\n')}\nENDSEC;\nEND-ISO-10303-21;\n`;
}

describe('a STEP', () => {
  const send = (text: string) =>
    request(app)
      .post('/api/step?name=box.step')
      .set('Content-Type', 'application/octet-stream')
      .send(Buffer.from(text))
      .responseType('blob');
  it('becomes an STL in mm, whatever its own unit', async () => {
    for (const [unit, mm] of [
      ['mm', 1],
      ['inch', 25.4],
    ] as const) {
      const { body } = await send(stepBox([10, 20, 30], unit)).expect(200);
      const { mesh } = mended(readSolid(new Uint8Array(body as Buffer), 'box.stl').mesh);
      expect(volumeOfMesh(mesh)).toBeCloseTo(6000 * mm ** 3, 0);
      expect(boundsOfMesh(mesh).high[2]).toBeCloseTo(30 * mm, 3);
    }
  });
  it.each([
    ['cut off', stepBox([1, 1, 1], 'mm').slice(0, 900), 'cut-off'],
    ['something else', 'solid x', 'unknown-kind'],
    ['without a solid', 'ISO-10303-21;\nHEADER;\nENDSEC;\nDATA;\nENDSEC;\nEND-ISO-10303-21;\n', 'empty|not-a-solid'],
  ])('%s is refused in words', async (_what, text, code) => {
    const { body } = await send(text).expect(422);
    expect(JSON.parse((body as Buffer).toString()).code).toMatch(new RegExp(code));
  });
});

describe('solids and photos', () => {
  const stl = Buffer.from(
    writeStl({ positions: Float64Array.of(0, 0, 0, 1, 0, 0, 0, 1, 0), triangles: Uint32Array.of(0, 1, 2) }),
  );
  it('are kept once by their content and come back byte for byte', async () => {
    const keep = () =>
      request(app).post('/api/attachments').set('Content-Type', 'application/octet-stream').send(stl).expect(201);
    const [first, second] = [await keep(), await keep()];
    expect(first.body.content).toBe(second.body.content);
    const { body } = await request(app).get(`/api/attachments/${first.body.content}`).responseType('blob').expect(200);
    expect(Buffer.compare(body as Buffer, stl)).toBe(0);
  });
  it('nothing else is kept', async () => {
    const { body } = await request(app)
      .post('/api/attachments')
      .set('Content-Type', 'text/html')
      .send('<script>alert(1)</script>')
      .expect(415);
    expect(body.message).toMatch(/pictures .* and solids/);
    await request(app)
      .get(`/api/attachments/${'0'.repeat(64)}`)
      .expect(404);
  });
});

describe('the user’s own parts', () => {
  const part = partFrom(standardPart('drive/3.5')!, 'Odd drive');
  it('are kept across conversions, replaced and removed', async () => {
    const { body } = await request(app).post('/api/parts').send(part).expect(201);
    await request(app)
      .put(`/api/parts/${body.id}`)
      .send({ ...part, name: 'Odder drive' })
      .expect(200);
    const list = await request(app).get('/api/parts').expect(200);
    expect(list.body).toMatchObject([{ id: body.id, part: { name: 'Odder drive' } }]);
    await request(app).delete(`/api/parts/${body.id}`).expect(204);
    await request(app).delete(`/api/parts/${body.id}`).expect(404);
  });
  it('a part that is none is refused with what is wrong', async () => {
    const { body } = await request(app)
      .post('/api/parts')
      .send({ ...part, mass: -4 })
      .expect(422);
    expect(body).toMatchObject({ path: '/mass', message: expect.stringMatching(/-4/) });
  });
});

describe('the simulated logger and supply', () => {
  const import_ = async (name: string) =>
    (
      (
        await request(app)
          .post('/api/conversions/import')
          .set('Content-Type', 'application/octet-stream')
          .send(readFileSync(new URL(`../../../demo/${name}.json`, import.meta.url)))
          .expect(201)
      ).body as { id: string }
    ).id;

  it('a run comes as lines and says its end; the supply holds its limit', async () => {
    const id = await import_('tape-deck');
    const run = `conversion=${id}&state=full&lid=open&ambient=20&every=60&seconds=600`;
    const { text } = await request(app).get(`/api/instruments/logger/events?${run}`).expect(200);
    expect(text.match(/^data: \{"line"/gm)).toHaveLength(12);
    expect(text).toMatch(/event: end/);
    expect((await request(app).get(`/api/instruments/logger/events?${run}&fault=stops`)).text).not.toMatch(
      /event: end/,
    );
    const set = (body: object) => request(app).post('/api/instruments/supply/set').send(body);
    const { body } = await set({ conversion: id, load: 'short', volts: 12, limit: 1 }).expect(200);
    expect(body).toMatchObject({ simulated: true, limiting: true, amps: 1 });
    await set({ conversion: id, load: 'short', volts: 99, limit: 1 }).expect(400);
    await set({ conversion: 'none', load: 'short', volts: 12, limit: 1 }).expect(404);
    await set({ conversion: id, load: 'fire', volts: 12, limit: 1 }).expect(400);
    await request(app).get('/api/instruments/logger/events?state=full').expect(400);
    await request(app)
      .get(`/api/instruments/logger/events?${run.replace(id, 'none')}`)
      .expect(404);
  });

  it('lessons of the others come back, not one’s own', async () => {
    const [deck, stool] = [await import_('tape-deck'), await import_('piano-stool')];
    const texts = async (besides: string) =>
      (
        (await request(app).get(`/api/conversions/lessons?besides=${besides}`).expect(200)).body as { text: string }[]
      ).map((l) => l.text);
    expect(await texts(stool)).toContain('Photograph every plug before it is pulled.');
    await request(app).delete(`/api/conversions/${deck}`).expect(204);
    expect((await texts(stool)).length).toBeLessThan((await texts('')).length + 1);
  });
});

describe('the simulated prober and multimeter', () => {
  const post = (path: string, body: object) => request(app).post(`/api/instruments/${path}`).send(body);

  it('read what they are asked for, always the same, and mark it as simulated', async () => {
    const ask = { board: 'A', key: 'key-1', attempt: 0 };
    const { body } = await post('prober/hold', ask).expect(200);
    expect(body).toMatchObject({ simulated: true, from: 'prober' });
    expect((await post('prober/hold', ask)).body).toEqual(body);
    const hunt = { pins: 5, holds: { switches: 1, lamps: 1, resistors: 0 }, rails: {} };
    const seen = new Set<string>();
    for (let a = 1; a <= 5; a++)
      for (let b = 1; b <= 5; b++)
        if (a !== b) {
          const test = { set: 'A', hunt, test: `diode ${a} ${b}` };
          const { body: saw } = await post('multimeter/test', test).expect(200);
          expect(saw.simulated).toBe(true);
          if (saw.saw === 'glows') seen.add(`${a} ${b}`);
        }
    // One lamp lights one way round.
    expect(seen.size).toBe(1);
  });

  it.each([
    ['prober/hold', { board: 'X', key: 'key-1', attempt: 0 }, 400],
    ['prober/hold', { board: 'A', key: 'key-99', attempt: 0 }, 404],
    ['prober/hold', { board: 'A', key: 'key-1', attempt: -1 }, 400],
    ['multimeter/test', { set: 'A', hunt: { pins: 3 }, test: 'beep 1 2' }, 400],
    [
      'multimeter/test',
      { set: 'A', hunt: { pins: 3, holds: { switches: 2, lamps: 0, resistors: 0 }, rails: {} }, test: 'beep 1 2' },
      400,
    ],
    [
      'multimeter/test',
      { set: 'A', hunt: { pins: 3, holds: { switches: 1, lamps: 0, resistors: 0 }, rails: {} }, test: 'beep 1 9' },
      400,
    ],
    [
      'multimeter/test',
      {
        set: 'A',
        hunt: { pins: 3, holds: { switches: 1, lamps: 0, resistors: 0 }, rails: { a: null } },
        test: 'beep 1 2',
      },
      400,
    ],
  ])('%s of %j is refused in words', async (path, body, status) => {
    const answer = await post(path, body).expect(status);
    expect(answer.body.message.length).toBeGreaterThan(20);
  });
});

describe('the simulated calipers', () => {
  it('show the true size of a place with the spread of a hand, and go wrong now and then', () => {
    const calipers = new Calipers();
    const guess = measured(150, 'guess');
    const truth = calipers.trueSize('c', '/shell/hull/height', guess);
    expect(truth).not.toBe(150);
    expect(Math.abs(truth - 150)).toBeLessThan(6);
    const readings = Array.from({ length: 200 }, () => calipers.press('c', '/shell/hull/height', guess));
    const good = readings.filter((r) => r.unit === 'mm' && Math.abs(r.value - truth) < 0.2);
    expect(good.length).toBeGreaterThan(170);
    const inch = readings.find((r) => r.unit === 'inch')!;
    expect(inch.value * 25.4).toBeCloseTo(truth, 0);
    expect(readings.some((r) => r.unit === 'mm' && r.value > truth + 0.5)).toBe(true);
  });
  it('send each press as a reading to whoever listens', async () => {
    const created = await request(app).post('/api/conversions').send({ name: 'Radio', form: 'tub' }).expect(201);
    const server = app.listen(0);
    const address = server.address() as { port: number };
    const stop = new AbortController();
    const stream = await fetch(`http://127.0.0.1:${address.port}/api/instruments/calipers/events`, {
      signal: stop.signal,
    });
    const reader = stream.body!.getReader();
    await request(app)
      .post('/api/instruments/calipers/press')
      .send({ conversion: created.body.id, path: '/shell/hull/height' })
      .expect(204);
    let text = '';
    while (!text.includes('data:')) text += new TextDecoder().decode((await reader.read()).value);
    expect(JSON.parse(/data: (.*)/.exec(text)![1]!)).toMatchObject({
      path: '/shell/hull/height',
      value: expect.any(Number),
    });
    await request(app)
      .post('/api/instruments/calipers/press')
      .send({ conversion: created.body.id, path: '/no/such' })
      .expect(404);
    stop.abort();
    server.close();
  });
});
