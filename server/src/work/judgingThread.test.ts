import { readFileSync } from 'node:fs';
import { pino } from 'pino';
import request from 'supertest';
import { afterAll, describe, expect, it } from 'vitest';
import { readConversion, writeConversion, type Listed } from '@young-shell/core/document';
import { summaryOf } from '@young-shell/core/plan';
import { createApp } from '../app';
import { openDatabase } from '../store/database';
import type { Judge } from './judged';
import { judgingThread } from './judgingThread';

const deck = readConversion(readFileSync(new URL('../../../demo/tape-deck.json', import.meta.url), 'utf8'));
const thread = judgingThread();
afterAll(() => thread.close());

describe('a plan is judged in a thread of its own', () => {
  it('says what this thread would say, of broken ones too, one after the other', async () => {
    const [good, broken] = await Promise.all([thread.judge(JSON.stringify(deck)), thread.judge('{"odd":1}')]);
    expect(good).toEqual({ summary: JSON.parse(JSON.stringify(summaryOf(deck))) as unknown });
    expect(broken).toEqual({ fault: expect.stringMatching(/schemaVersion/) });
  });

  it('that takes too long is given up, and the next one is judged', async () => {
    const hasty = judgingThread(1);
    expect(await hasty.judge(JSON.stringify(deck))).toBeUndefined();
    await hasty.close();
    expect(await thread.judge(JSON.stringify(deck))).toHaveProperty('summary');
  });
});

describe('the list', () => {
  async function bench(judge: Judge) {
    const database = await openDatabase(':memory:');
    const made = createApp({ database, logger: pino({ level: 'silent' }), judge });
    const { body } = await request(made.app)
      .post('/api/conversions/import')
      .set('Content-Type', 'application/json')
      .send(writeConversion(deck))
      .expect(201);
    const list = async () => (await request(made.app).get('/api/conversions').expect(200)).body as Listed[];
    return { ...made, id: (body as { id: string }).id, list };
  }
  const edit = ({ app, id }: Awaited<ReturnType<typeof bench>>, base: number) =>
    request(app)
      .post(`/api/conversions/${id}/changes`)
      .send({
        uid: `an-edit-${base}`,
        base,
        type: 'setNote',
        label: 'note',
        kind: 'do',
        of: null,
        operations: [{ op: 'replace', path: '/note', value: `Edit ${base}` }],
      })
      .expect(200);

  it('answers at once with what was known before, while a plan is judged anew; newest wins, and it is told', async () => {
    let finish: (() => void)[] = [];
    let held = false;
    const one = await bench(async (text) => {
      if (held) await new Promise<void>((resolve) => finish.push(resolve));
      const { note } = JSON.parse(text) as { note: string };
      return { summary: { ...summaryOf(deck), note } };
    });
    expect(await one.list()).toMatchObject([{ summary: { note: deck.note } }]);
    expect((await one.list())[0]).not.toHaveProperty('judging');
    held = true;
    await edit(one, 0);
    const told: string[] = [];
    one.store.onJudged = (id) => told.push(id);
    const [meanwhile] = await one.list();
    expect(meanwhile).toMatchObject({ revision: 1, summary: { note: deck.note }, judging: true });
    expect(new Date(meanwhile!.judgedAt!).getTime()).toBeGreaterThan(0);
    // While the first edit is judged, there is a second: what is said of the first is not kept.
    await edit(one, 1);
    const rest = one.store.judgeRest();
    while (finish.length > 0 || told.length === 0) {
      finish.splice(0).forEach((end) => end());
      await new Promise((resolve) => setTimeout(resolve, 5));
    }
    finish = [];
    held = false;
    await rest;
    expect(told).toEqual([one.id]);
    expect(await one.list()).toMatchObject([{ revision: 2, summary: { note: 'Edit 1' } }]);
    expect((await one.list())[0]).not.toHaveProperty('judging');
  });

  it('of a plan that takes too long keeps what was known, and does not try again until it is changed', async () => {
    let asked = 0;
    let late = false;
    const one = await bench(() => {
      asked++;
      return Promise.resolve(late ? undefined : { summary: summaryOf(deck) });
    });
    await one.list();
    late = true;
    await edit(one, 0);
    for (let k = 0; k < 3; k++)
      expect((await one.list())[0]).toMatchObject({ revision: 1, summary: { note: deck.note } });
    expect(asked).toBe(2);
    expect((await one.list())[0]).not.toHaveProperty('judging');
    // It can be opened all the same.
    await request(one.app).get(`/api/conversions/${one.id}`).expect(200);
    await edit(one, 1);
    await one.list();
    expect(asked).toBe(3);
  });
});
