import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { expect, it } from 'vitest';
import { measured } from '@young-shell/core/quantity';

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

it('a server killed in the middle of edits has lost nothing that it acknowledged', async () => {
  let { server, address } = await start();
  const list = (await (await fetch(`${address}/api/conversions`)).json()) as { id: string; name: string }[];
  const demo = list.find((c) => c.name === 'Lanternfish reel deck');
  const acknowledged: string[] = [];
  let revision = 0;
  for (let round = 0; round < 3; round++) {
    for (let i = 0; ; i++) {
      // In the middle of a change, the sooner or later after it was sent the round is; however slow the machine.
      if (i === CHANGES) setTimeout(() => server.kill('SIGKILL'), round * 2);
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
  expect(acknowledged.length).toBeGreaterThanOrEqual(3 * CHANGES);
  await killed(server);
});
