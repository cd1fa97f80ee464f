import { mkdtempSync, readFileSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { max, quantile } from 'd3';
import { readConversion, writeConversion } from '@young-shell/core/document';
import { measured } from '@young-shell/core/quantity';
import { endServer, startServer } from '../e2e/server';

// What one small machine holds, measured on the built server: `tsx bench/scale.ts --conversions 2000`. The figures stand in
// docs/scale.md.

const { values } = parseArgs({ options: { conversions: { type: 'string', default: '2000' } } });
const MANY = Number(values.conversions);
/** Each user edits and looks at the list so often, ms; that is watched for so long. */
const EDIT = 6000;
const LOOK = 3000;
const WATCHED = 20_000;

const database = join(mkdtempSync(join(tmpdir(), 'young-shell-')), 'store.sqlite');
const { server, address: first } = await startServer(database);
let address = first;
/** So many changes are made to see what each takes. */
const CHANGES = 1500;
const deck = readConversion(readFileSync(new URL('../demo/tape-deck.json', import.meta.url), 'utf8'));
const rest = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));
const size = () =>
  [database, `${database}-wal`].reduce((sum, file) => sum + (statSync(file, { throwIfNoEntry: false })?.size ?? 0), 0);

async function timed(path: string, init?: RequestInit): Promise<[number, Response]> {
  const begun = performance.now();
  const response = await fetch(`${address}/api${path}`, init);
  const body = await response.arrayBuffer();
  if (!response.ok) throw new Error(`${path}: ${response.status}`);
  return [performance.now() - begun, new Response(body)];
}
const figures = (times: readonly number[]) =>
  `half under ${quantile(times, 0.5)!.toFixed(1)} ms, nine of ten under ${quantile(times, 0.9)!.toFixed(1)}, worst ${max(times)!.toFixed(0)}`;

const before = size();
const ids: string[] = [];
for (let i = 0; i < MANY; i++) {
  const body = writeConversion({ ...deck, name: `Deck ${i}` });
  const headers = { 'Content-Type': 'application/octet-stream' };
  const [, response] = await timed('/conversions/import', { method: 'POST', headers, body });
  ids.push(((await response.json()) as { id: string }).id);
}
console.log(`${MANY} conversions: ${((size() - before) / MANY / 1000).toFixed(1)} kB each`);
const lists: number[] = [];
for (let i = 0; i < 20; i++) lists.push((await timed('/conversions'))[0]);
console.log(`the list of ${MANY}, one after the other: ${figures(lists)}`);
const opened: number[] = [];
for (const id of ids.slice(0, 50)) opened.push((await timed(`/conversions/${id}`))[0]);
console.log(`one of them opened: ${figures(opened)}`);

let edits = 0;
for (const users of [5, 10, 20, 40]) {
  const times: number[] = [];
  const end = performance.now() + WATCHED;
  const until = async (every: number, offset: number, work: () => Promise<number>) => {
    await rest(offset);
    while (performance.now() < end) {
      times.push(await work());
      await rest(every);
    }
  };
  await Promise.all(
    Array.from({ length: users }, async (_, k) => {
      const id = ids[k]!;
      let { revision } = (await (await timed(`/conversions/${id}`))[1].json()) as { revision: number };
      const edit = async () => {
        const operations = [{ op: 'replace', path: '/shell/hull/length', value: measured(440 + (edits % 20)) }];
        const what = { type: 'setMeasured', label: 'width', kind: 'do', of: null, operations };
        const [took] = await timed(`/conversions/${id}/changes`, {
          method: 'POST',
          headers: { 'Content-Type': 'application/json' },
          body: JSON.stringify({ uid: `scale-${users}-${k}-${edits++}`, base: revision++, ...what }),
        });
        return took;
      };
      await Promise.all([
        until(EDIT, (k * EDIT) / users, edit),
        until(LOOK, (k * LOOK) / users, async () => (await timed('/conversions'))[0]),
      ]);
    }),
  );
  console.log(`${users} users at once: ${times.length} requests, ${figures(times)}`);
}
// What a change takes is seen once the log is put into the file: the server is ended for that.
await endServer(server, 'SIGTERM');
const closed = size();
const again = await startServer(database);
address = again.address;
const [, head] = await timed(`/conversions/${ids[0]!}`);
let { revision } = (await head.json()) as { revision: number };
for (let i = 0; i < CHANGES; i++) {
  const operations = [{ op: 'replace', path: '/shell/hull/length', value: measured(440 + (i % 20)) }];
  const what = { type: 'setMeasured', label: 'width', kind: 'do', of: null, operations };
  await timed(`/conversions/${ids[0]!}/changes`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ uid: `scale-change-${i}`, base: revision++, ...what }),
  });
}
await endServer(again.server, 'SIGTERM');
console.log(`${CHANGES} changes took ${((size() - closed) / CHANGES / 1000).toFixed(2)} kB each`);
process.exit(0);
