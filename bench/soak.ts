import { mkdtempSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { extent, line, max, quantileSorted, scaleLinear } from 'd3';
import { measured } from '@young-shell/core/quantity';
import { endServer, startServer } from '../e2e/server';

// Three users work for hours on the built server; what it takes meanwhile becomes one picture.
// npm run test:long -- --hours 8

const { values } = parseArgs({ options: { hours: { type: 'string', default: '1' } } });
const hours = Number(values.hours);
if (!(hours > 0 && hours <= 200)) {
  console.error(`“${values.hours}” hours: it would be a number over 0, such as 8.`);
  process.exit(2);
}
/** So many points the picture has. */
const SAMPLES = 240;

/** What the server took up to a moment, and how long its answers were in coming since the one before. */
interface Sample {
  /** Hours from the start. */
  at: number;
  /** MB that are resident. */
  memory: number;
  /** Open files, sockets and pipes. */
  handles: number;
  /** ms under which half, nine of ten and all answers of the time came. */
  half: number;
  most: number;
  worst: number;
  /** MB of the database with its log. */
  file: number;
}

const database = join(mkdtempSync(join(tmpdir(), 'young-shell-')), 'store.sqlite');
const { server, address } = await startServer(database);
const pid = server.pid!;
const end = performance.now() + hours * 3_600_000;
let times: number[] = [];
let asked = 0;
const odd: string[] = [];

async function ask(path: string, init?: RequestInit): Promise<Response> {
  const begun = performance.now();
  const response = await fetch(`${address}/api${path}`, init);
  const body = await response.arrayBuffer();
  times.push(performance.now() - begun);
  asked++;
  if (response.status >= 500 && odd.length < 20) odd.push(`${init?.method ?? 'GET'} ${path}: ${response.status}`);
  return new Response([204, 304].includes(response.status) ? null : body, { status: response.status });
}
const json = async <T>(path: string, init?: RequestInit) => (await (await ask(path, init)).json()) as T;
const post = (body: unknown): RequestInit => ({
  method: 'POST',
  headers: { 'Content-Type': 'application/json' },
  body: JSON.stringify(body),
});
const rest = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));
const goesOn = () => performance.now() < end;
const list = () => json<{ id: string; name: string }[]>('/conversions');

/** Measures and moves parts of the first conversion, ten times a minute. */
async function edits(): Promise<void> {
  const { id } = (await list()).find((c) => c.name === 'Lanternfish reel deck')!;
  for (let i = 0; goesOn(); i++) {
    const { revision } = await json<{ revision: number }>(`/conversions/${id}`);
    const operations = [{ op: 'replace', path: '/shell/hull/length', value: measured(440 + (i % 20)) }];
    const what = { type: 'setMeasured', label: 'width', kind: 'do', of: null, operations };
    await ask(`/conversions/${id}/changes`, post({ uid: `soak-edit-${i}`, base: revision, ...what }));
    await rest(6000);
  }
}

/** Looks at everything, all the time. */
async function reads(): Promise<void> {
  while (goesOn()) {
    for (const { id } of await list()) {
      await ask(`/conversions/${id}`);
      await rest(200);
    }
    await ask('/parts');
    await rest(500);
  }
}

/** Copies a conversion, throws the copy away, backs everything up; once a minute. */
async function tidies(): Promise<void> {
  while (goesOn()) {
    const [first] = await list();
    const copy = await json<{ id: string }>(`/conversions/${first!.id}/duplicate`, post({}));
    await ask(`/conversions/${copy.id}`, { method: 'DELETE' });
    await ask(`/conversions/${copy.id}/forever`, { method: 'DELETE' });
    await ask('/backup');
    await rest(60_000);
  }
}

const megabytes = (path: string) => {
  try {
    return statSync(path).size / 1e6;
  } catch {
    return 0;
  }
};

function sample(): Sample {
  const sorted = times.sort((a, b) => a - b);
  times = [];
  const last = samples.at(-1);
  return {
    at: hours - (end - performance.now()) / 3_600_000,
    memory: Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? 0) / 1000,
    handles: readdirSync(`/proc/${pid}/fd`).length,
    half: quantileSorted(sorted, 0.5) ?? last?.half ?? 0,
    most: quantileSorted(sorted, 0.9) ?? last?.most ?? 0,
    worst: max(sorted) ?? last?.worst ?? 0,
    file: megabytes(database) + megabytes(`${database}-wal`),
  };
}

const samples: Sample[] = [];
const users = Promise.all([edits(), reads(), tidies()]);
while (goesOn()) {
  await rest(Math.min((hours * 3_600_000) / SAMPLES, Math.max(0, end - performance.now())));
  samples.push(sample());
}
await users;
await endServer(server, 'SIGTERM');

const picture = new URL('../docs/soak.svg', import.meta.url);
writeFileSync(picture, drawn(samples));
const [early, late] = [samples[Math.floor(samples.length / 10)]!, samples.at(-1)!];
const worst = max(samples, (s) => s.worst)!;
console.log(
  [
    `${hours} h, ${asked} requests, ${odd.length} of them answered 500 or more${odd.length > 0 ? `: ${odd.join('; ')}` : ''}`,
    `memory ${early.memory.toFixed(0)} MB after a tenth of it, ${late.memory.toFixed(0)} MB at the end`,
    `open handles ${early.handles} and ${late.handles}`,
    `answers: half under ${late.half.toFixed(1)} ms, nine of ten under ${late.most.toFixed(1)} ms at the end; the worst of all ${worst.toFixed(0)} ms`,
    `database ${early.file.toFixed(1)} MB and ${late.file.toFixed(1)} MB`,
    'drawn in docs/soak.svg',
  ].join('\n'),
);
process.exit(odd.length > 0 ? 1 : 0);

/** Each figure over the hours, one below the other. */
function drawn(all: readonly Sample[]): string {
  const [width, height, left, top] = [900, 130, 90, 26];
  const figures: [string, keyof Sample][] = [
    ['memory, MB', 'memory'],
    ['open handles', 'handles'],
    ['half of the answers under, ms', 'half'],
    ['nine of ten under, ms', 'most'],
    ['the worst, ms', 'worst'],
    ['database and log, MB', 'file'],
  ];
  const x = scaleLinear([0, hours], [left, width - 20]);
  const panels = figures.map(([title, key], row) => {
    const y = scaleLinear([0, extent(all, (s) => s[key])[1] ?? 1], [height - 30, 10]).nice(3);
    const curve =
      line<Sample>(
        (s) => x(s.at),
        (s) => y(s[key]),
      )(all) ?? '';
    const ticks = y
      .ticks(3)
      .map(
        (t) =>
          `<text x="${left - 8}" y="${y(t) + 4}" text-anchor="end">${t}</text><line x1="${left}" x2="${width - 20}" y1="${y(t)}" y2="${y(t)}" stroke="#d8d8d0"/>`,
      )
      .join('');
    return `<g transform="translate(0 ${top + row * height})"><text x="${left}" y="4" font-weight="600">${title}</text>${ticks}<path d="${curve}" fill="none" stroke="#1c6b52" stroke-width="1.5"/></g>`;
  });
  const foot = top + figures.length * height;
  const hoursTold = x
    .ticks(8)
    .map((t) => `<text x="${x(t)}" y="${foot}" text-anchor="middle">${t} h</text>`)
    .join('');
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${foot + 12}" font-family="sans-serif" font-size="12" fill="#222">${panels.join('')}${hoursTold}</svg>\n`;
}
