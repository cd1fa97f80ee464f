import { execFileSync, spawnSync } from 'node:child_process';
import { copyFileSync, mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { VERBS } from '@young-shell/core/command';
import { assessAll } from '@young-shell/core/plan';
import { readConversion } from '@young-shell/core/document';
import { describe, expect, it, vi } from 'vitest';
import { DEMOS } from '../../demo';
import { main } from './main';

const bin = fileURLToPath(new URL('../bin/young-shell.mjs', import.meta.url));
const demo = fileURLToPath(new URL('../../demo/tape-deck.json', import.meta.url));
const folder = mkdtempSync(join(tmpdir(), 'young-shell-'));
const run = (...args: string[]) => runWith({}, ...args);
const runWith = (env: Record<string, string>, ...args: string[]) =>
  spawnSync(process.execPath, [bin, ...args], { encoding: 'utf8', maxBuffer: 1e8, env: { ...process.env, ...env } });

/** The same without a process of its own. */
async function runHere(...args: string[]) {
  const told = { stdout: '', stderr: '' };
  const spies = (['stdout', 'stderr'] as const).map((stream) =>
    vi.spyOn(process[stream], 'write').mockImplementation((text) => {
      told[stream] += String(text);
      return true;
    }),
  );
  try {
    return { status: await main(args), ...told };
  } finally {
    for (const spy of spies) spy.mockRestore();
  }
}

it('assess gives the screen’s findings with remedies, and 1 where one stops', () => {
  const { status, stdout } = run('assess', demo);
  expect(status).toBe(1);
  const report = JSON.parse(stdout);
  const own = assessAll(readConversion(readFileSync(demo, 'utf8')));
  expect(report.strip.find((c: { station: string }) => c.station === 'fit')).toEqual(
    own.strip.find((c) => c.station === 'fit'),
  );
  const stop = report.findings.find((f: { verdict: string }) => f.verdict === 'stop');
  expect(stop.remedies[0].label).toMatch(/Move Graphics card .* mm down/);
});

it('sheets writes PDFs, and SVG and DXF of each face', () => {
  run('sheets', demo, folder);
  expect(readdirSync(folder).sort()).toEqual([
    'bottom.dxf',
    'bottom.svg',
    'punch.pdf',
    'rear.dxf',
    'rear.svg',
    'sheets.pdf',
    'transfer.pdf',
  ]);
  expect(execFileSync('pdfinfo', [join(folder, 'sheets.pdf')], { encoding: 'utf8' })).toMatch(/Pages:\s+\d+/);
});

it('bad input is 2, with words', () => {
  const file = join(folder, 'bad.json');
  writeFileSync(file, '{"format":"other"}');
  expect(run('assess', file)).toMatchObject({ status: 2, stderr: expect.stringMatching(/not a conversion/) });
  expect(run('assess', join(folder, 'none.json'))).toMatchObject({ status: 2 });
  expect(run('fly', file)).toMatchObject({ status: 2, stderr: expect.stringMatching(/no verb “fly”/) });
});

it('survey, room and holes give what the Shell and Kit stations show', () => {
  const read = (verb: string, name: string) => {
    const { status, stdout } = run(verb, fileURLToPath(new URL(`../../demo/${name}.json`, import.meta.url)));
    expect(status).toBe(0);
    return JSON.parse(stdout);
  };
  expect(read('survey', 'typewriter').steps).toEqual([]);
  const { steps, done, all } = read('survey', 'cocktail-table');
  expect(done).toBeLessThan(all);
  expect(steps[0].path).toBe('/shell/hull/height');
  expect(steps[0].gain).toBeGreaterThanOrEqual(steps.at(-1).gain);
  expect(read('room', 'typewriter').blocks).toHaveLength(5);
  // One of the distances of its key board was planted askew.
  expect(read('holes', 'typewriter')[0].misread).toEqual(['d-12']);
});

it.each(Object.keys(DEMOS))('the demo file of the %s is what its readable sources make', (name) => {
  const file = new URL(`../../demo/${name}.json`, import.meta.url);
  expect(readConversion(readFileSync(file, 'utf8'))).toEqual(JSON.parse(JSON.stringify(DEMOS[name]!())));
});

it('backup and restore carry everything from one database to another', () => {
  const from = { YOUNG_SHELL_DB: join(folder, 'from.sqlite') };
  const to = { YOUNG_SHELL_DB: join(folder, 'to.sqlite') };
  const file = join(folder, 'all.zip');
  expect(runWith(from, 'backup', file)).toMatchObject({ status: 2, stderr: expect.stringMatching(/no database/) });
  copyFileSync(new URL('../../server/src/store/stored/schema-2.sqlite', import.meta.url), from.YOUNG_SHELL_DB);
  expect(runWith(from, 'backup', file)).toMatchObject({ status: 0 });
  const { status, stdout } = runWith(to, 'restore', file);
  expect(status).toBe(0);
  expect(JSON.parse(stdout)).toMatchObject({ added: expect.arrayContaining(['Plover typewriter']), beside: [] });
  expect(runWith(to, 'restore', demo)).toMatchObject({ status: 2, stderr: expect.stringMatching(/no whole zip/) });
});

describe('every verb', () => {
  const files = Object.keys(DEMOS).map((name) => [
    name,
    fileURLToPath(new URL(`../../demo/${name}.json`, import.meta.url)),
  ]);

  it.each(files)('answers for the %s with one JSON document', async (_name, file) => {
    const verbs = Object.keys(VERBS).filter((verb) => !['layouts', 'ways', 'sheets'].includes(verb));
    expect(verbs.length).toBeGreaterThan(3);
    for (const verb of verbs) {
      const { status, stdout, stderr } = await runHere(verb, file!, join(folder, 'answers'));
      expect([0, 1], `${verb}: ${stderr}`).toContain(status);
      expect(typeof JSON.parse(stdout)).toBe('object');
    }
  });

  it('is listed with its words when none is given, and with help', () => {
    for (const args of [[], ['--help'], ['help']]) {
      const { stdout, stderr } = run(...args);
      const told = stdout + stderr;
      for (const [verb, { words }] of Object.entries(VERBS)) {
        expect(told).toContain(verb);
        expect(told).toContain(words);
      }
    }
  });

  it.each([
    ['an empty file', ''],
    ['a picture', '\u0089PNG\r\n\u001a\n'],
    ['half a file', '{"format":"young-shell/conversion","schemaVersion":4,"name":"Half'],
    ['a list', '[]'],
    ['a number', '12'],
  ])('refuses %s by name, and writes nothing', async (_what, text) => {
    const file = join(folder, 'odd.json');
    writeFileSync(file, text);
    for (const verb of Object.keys(VERBS)) {
      const { status, stdout, stderr } = await runHere(verb, file, join(folder, 'nowhere'));
      expect(status).toBe(2);
      expect(stdout).toBe('');
      expect(stderr).toContain('odd.json');
      expect(stderr).not.toMatch(/\n {4}at /);
    }
    expect(readdirSync(folder)).not.toContain('nowhere');
  });
});
