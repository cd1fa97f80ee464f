import { mkdtempSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pino } from 'pino';
import {
  applyChange,
  validationIssuesAfter,
  feature,
  type Change,
  type Conversion,
  type JournalEntry,
} from '@young-shell/core/document';
import { assessAll } from '@young-shell/core/plan';
import { measured } from '@young-shell/core/quantity';
import { createApp } from '../server/src/app';
import { openDatabase } from '../server/src/store/database';
import { medianOf, type Row } from './measure';

/** A demo with sixty parts and four hundred features: small things side by side on its floor. */
export function crowded(demo: Conversion): Conversion {
  const drive = demo.kit.parts['drive-2']!;
  const changes: Change[] = [];
  for (let i = Object.keys(demo.kit.parts).length; i < 60; i++)
    changes.push({
      type: 'addPart',
      id: `drive-${100 + i}`,
      part: { ...drive, name: `Drive ${i}` },
      placement: {
        x: 30 + (i % 4) * 90,
        y: 40 + (i % 3) * 105,
        z: 12 + 3 * i,
        rear: 'rear',
        top: 'top',
        locked: false,
      },
    });
  for (let i = Object.keys(demo.shell.features).length; i < 400; i++)
    changes.push({
      type: 'setFeature',
      id: `pin-${i}`,
      feature: feature(`Pin ${i}`, { kind: 'box', width: measured(3), depth: measured(3), height: measured(3) }, [
        measured(25 + (i % 40) * 10),
        measured(160 + Math.floor(i / 40) * 18),
        measured(10),
      ]),
    });
  return applyChange(demo, { type: 'all', what: 'crowd', changes }).document;
}

/** What the server and the page's own thread do for an edit, a list, a long journal. */
export async function storeRows(demo: Conversion, short: boolean): Promise<Row[]> {
  const database = await openDatabase(join(mkdtempSync(join(tmpdir(), 'young-shell-')), 'bench.sqlite'));
  const { app, store } = createApp({ database, logger: pino({ level: 'silent' }) });
  const server = app.listen(0, '127.0.0.1');
  // Longer than writing a long journal takes without a request.
  server.keepAliveTimeout = 600_000;
  await new Promise((resolve) => server.once('listening', resolve));
  const address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  const ask = async (path: string, init?: RequestInit): Promise<unknown> => {
    const response = await fetch(address + path, init);
    if (!response.ok) throw new Error(`${path}: ${response.status} ${await response.text()}`);
    return response.json();
  };
  const rows: Row[] = [];
  const bare = await medianOf(() => ask('/api/health'), short ? 3 : 60);
  const against = 'a bare answer';

  let plan = crowded(demo);
  let step = 0;
  const nudged = (): Change => {
    const [id, placement] = Object.entries(plan.layout.placements).at(-1)!;
    return { type: 'placePart', id, placement: { ...placement, x: 30 + (step++ % 50) / 10 } };
  };
  rows.push({
    what: 'an edit in a plan of 60 parts and 400 features, own thread',
    ms: await medianOf(
      () => {
        const edited = applyChange(plan, nudged());
        if (validationIssuesAfter(edited.document, edited.operations).length > 0) throw new Error('Not a valid plan.');
        plan = edited.document;
        assessAll(plan);
      },
      short ? 3 : 40,
    ),
    limit: 30,
    against: 'copying the plan through JSON',
    againstMs: await medianOf(() => JSON.parse(JSON.stringify(plan)) as unknown, short ? 3 : 20),
  });

  const { id } = await store.create(plan);
  let revision = 0;
  rows.push({
    what: 'the same edit, the server’s answer',
    ms: await medianOf(
      async () => {
        const { operations } = applyChange(plan, nudged());
        const change = {
          uid: `bench-edit-${step}`,
          base: revision,
          type: 'placePart',
          label: 'move',
          kind: 'do',
          of: null,
        };
        const entry = (await ask(`/api/conversions/${id}/changes`, {
          method: 'POST',
          headers: { 'Content-Type': 'application/json' },
          body: JSON.stringify({ ...change, operations }),
        })) as JournalEntry;
        ({ revision } = entry);
      },
      short ? 3 : 40,
    ),
    limit: 30,
    against,
    againstMs: bare,
  });

  for (let i = 0; i < (short ? 20 : 500); i++) await store.create({ ...demo, name: `Plan ${i}` });
  await store.judgeRest();
  rows.push({
    what: short ? '20 conversions listed' : '500 conversions listed',
    ms: await medianOf(() => ask('/api/conversions'), short ? 3 : 20),
    limit: 150,
    against,
    againstMs: bare,
  });

  const long = await store.create(demo);
  let document = demo;
  const changes = short ? 100 : 20_000;
  for (let i = 0; i < changes; i++) {
    const edited = applyChange(document, { type: 'rename', name: `Deck ${i}` });
    await store.append(long.id, {
      uid: `bench-long-${i}`,
      base: i,
      type: 'rename',
      label: 'rename',
      kind: 'do',
      of: null,
      operations: edited.operations,
    });
    ({ document } = edited);
  }
  let head = changes;
  rows.push({
    what: `${changes} changes: open, and undo the last one`,
    ms: await medianOf(
      async () => {
        const opened = (await ask(`/api/conversions/${long.id}`)) as { journal: JournalEntry[] };
        const last = opened.journal.at(-1)!;
        const change = {
          uid: `bench-undo-${head}`,
          base: head,
          type: 'undo',
          label: 'undo',
          kind: 'undo',
          of: last.uid,
        };
        await ask(`/api/conversions/${long.id}/changes`, {
          method: 'POST',
          headers: { 'Content-Type': 'application/json' },
          body: JSON.stringify({ ...change, operations: last.inverse }),
        });
        head++;
      },
      short ? 3 : 20,
    ),
    limit: 100,
    against,
    againstMs: bare,
  });
  server.close();
  await database.destroy();
  return rows;
}
