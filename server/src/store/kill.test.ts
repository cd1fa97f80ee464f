import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { expect, it } from 'vitest';
import { defaultBox, newConversion, SCHEMA_VERSION, type Listed } from '@young-shell/core/document';
import { measured } from '@young-shell/core/quantity';
import { strToU8, zipSync } from 'fflate';
import { runs } from '../../../testing/runs';

const root = fileURLToPath(new URL('../../..', import.meta.url));
const database = join(mkdtempSync(join(tmpdir(), 'young-shell-')), 'store.sqlite');

async function start(): Promise<{ server: ChildProcess; address: string }> {
  const server = spawn(process.execPath, ['server/dist/main.mjs'], {
    cwd: root,
    env: { ...process.env, PORT: '0', YOUNG_SHELL_DB: database },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const address = await new Promise<string>((resolve) => {
    let text = '';
    server.stdout!.on('data', (chunk: Buffer) => {
      text += chunk.toString();
      const found = /http:\/\/[\d.:]+/.exec(text);
      if (found) resolve(found[0]);
    });
  });
  return { server, address };
}

const killed = (server: ChildProcess) =>
  server.signalCode !== null
    ? Promise.resolve()
    : new Promise((resolve) => {
        server.once('exit', resolve);
        server.kill('SIGKILL');
      });

/** Changes before each kill. */
const CHANGES = 12;

/** How often it is killed: a thousand times in the long run. */
const KILLS = runs(1000, 3);
/** A kill with its start and its edits takes about this, ms; a busy machine three times as long. */
const EACH = 6000;

it(
  'a server killed in the middle of edits has lost nothing that it acknowledged',
  { timeout: 120_000 + KILLS * EACH },
  async () => {
    let { server, address } = await start();
    const list = (await (await fetch(`${address}/api/conversions`)).json()) as { id: string; name: string }[];
    const demo = list.find((c) => c.name === 'Lanternfish reel deck');
    const acknowledged: string[] = [];
    let revision = 0;
    for (let round = 0; round < KILLS; round++) {
      for (let i = 0; ; i++) {
        // In the middle of a change, the sooner or later after it was sent the round is; however slow the machine.
        if (i === CHANGES) setTimeout(() => server.kill('SIGKILL'), (round % 25) * 2);
        const uid = `kill-${round}-${i}`;
        const operations = [{ op: 'replace', path: '/shell/hull/length', value: measured(440 + (i % 20)) }];
        try {
          const response = await fetch(`${address}/api/conversions/${demo!.id}/changes`, {
            method: 'POST',
            headers: { 'Content-Type': 'application/json' },
            body: JSON.stringify({
              uid,
              base: revision,
              type: 'setMeasured',
              label: 'width',
              kind: 'do',
              of: null,
              operations,
            }),
          });
          const entry = (await response.json()) as { revision: number };
          if (response.status !== 200) throw new Error(JSON.stringify(entry));
          revision = entry.revision;
          acknowledged.push(uid);
        } catch (error) {
          if (!(error instanceof TypeError)) throw error;
          break;
        }
      }
      await killed(server).catch(() => undefined);
      ({ server, address } = await start());
      const head = (await (await fetch(`${address}/api/conversions/${demo!.id}`)).json()) as { revision: number };
      const journal = (await (await fetch(`${address}/api/conversions/${demo!.id}/changes?since=0`)).json()) as {
        uid: string;
      }[];
      const kept = new Set(journal.map((e) => e.uid));
      expect(acknowledged.slice(-400).every((uid) => kept.has(uid))).toBe(true);
      // At most the one change whose answer was cut off may be there beyond them.
      expect(head.revision - revision).toBeLessThanOrEqual(1);
      revision = head.revision;
    }
    expect(acknowledged.length).toBeGreaterThanOrEqual(KILLS * CHANGES);
    await killed(server);
  },
);

it(
  'a restore that is killed anywhere goes on by the same backup, and nothing comes twice',
  { timeout: 120_000 + runs(50, 3) * EACH },
  async () => {
    const plans = Array.from({ length: 30 }, (_, i) => `Plan ${i}`);
    const at = '2026-03-01T10:00:00.000Z';
    const backup = zipSync({
      'young-shell.json': strToU8(
        JSON.stringify({ format: 'young-shell-backup', version: 1, schema: SCHEMA_VERSION, madeAt: at }),
      ),
      'parts.json': strToU8('[]'),
      'settings.json': strToU8('[]'),
      ...Object.fromEntries(
        plans.map((name, i) => [
          `conversions/plan-${i}.json`,
          strToU8(
            JSON.stringify({
              id: `plan-${i}`,
              document: JSON.stringify(newConversion(name, defaultBox())),
              revision: 0,
              createdAt: at,
              updatedAt: at,
              deletedAt: null,
              journal: [],
              snapshots: [],
            }),
          ),
        ]),
      ),
    }) as Uint8Array<ArrayBuffer>;
    let { server, address } = await start();
    const restore = () => fetch(`${address}/api/backup/restore`, { method: 'POST', body: backup });
    const there = async () =>
      ((await (await fetch(`${address}/api/conversions`)).json()) as Listed[])
        .map((c) => c.name)
        .filter((name) => name.startsWith('Plan '))
        .sort();
    for (let round = 0; round < runs(50, 3); round++) {
      setTimeout(() => server.kill('SIGKILL'), 150 + 37 * (round % 20));
      await restore().catch(() => undefined);
      await killed(server);
      ({ server, address } = await start());
      expect(plans).toEqual(expect.arrayContaining(await there()));
    }
    expect((await restore()).status).toBe(200);
    expect(await there()).toEqual([...plans].sort());
    await killed(server);
  },
);
