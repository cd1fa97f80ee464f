import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname, join, relative, resolve } from 'node:path';
import { Stryker } from '@stryker-mutator/core';
import { installPackages, root, say } from './setup.mjs';

/*
 * npm run mutate -- air/water power     small faults in folders or files of core/src, each against the tests that import it
 *
 * A sign, a factor, a comparison, a bound, a guard is altered in a copy of the project; tests of the same station that
 * import the altered file, however far off, are run; what none of them catches is listed and kept in docs/mutants.md.
 * Takes minutes to an hour a folder: by hand and by night, never in the run of a commit.
 */
installPackages({ tests: true });
const places = process.argv.slice(2).filter((a) => !a.startsWith('--'));
const wide = process.argv.includes('--wide');
if (places.length === 0) {
  console.error(
    'Say which folders or files of core/src: npm run mutate -- air/water quantity (--wide: tests of all stations)',
  );
  process.exit(2);
}
const core = join(root, 'core/src');
const sources = readdirSync(core, { recursive: true }).filter((f) => f.endsWith('.ts') && !f.endsWith('.d.ts'));
const isTest = (f) => f.endsWith('.test.ts');

/** What a file imports of ours, as paths under core/src. */
const imports = new Map(
  sources.map((file) => [
    file,
    [...readFileSync(join(core, file), 'utf8').matchAll(/(?:from|import)\s*\(?'(\.[^']*)'/g)].flatMap(([, to]) => {
      const base = relative(core, resolve(core, dirname(file), to));
      return [`${base}.ts`, base === '' ? 'index.ts' : `${base}/index.ts`, base].filter((f) => sources.includes(f));
    }),
  ]),
);
const reached = (file, seen = new Set()) => {
  for (const to of imports.get(file) ?? [])
    if (!seen.has(to)) {
      seen.add(to);
      reached(to, seen);
    }
  return seen;
};

const HEAD = [
  '# Small faults, and who catches them',
  '',
  '`npm run mutate -- <folder>` makes small faults in a copy of core (a sign, a factor, a comparison, a bound, a dropped guard)',
  'and runs the tests of the same station. What was caught, by folder, when it was last run:',
  '',
  '| folder | date | faults | caught | share |',
  '| --- | --- | --- | --- | --- |',
  '',
].join('\n');

for (const place of places) {
  const mutate = sources.filter(
    (f) =>
      (f === place || f.startsWith(`${place}/`)) && !isTest(f) && !f.endsWith('index.ts') && !f.endsWith('verbs.ts'),
  );
  if (mutate.length === 0) {
    console.error(`core/src/${place} has no sources.`);
    process.exit(2);
  }
  const station = place.split('/')[0];
  const tests = sources.filter(
    (t) => isTest(t) && (wide || t.startsWith(`${station}/`)) && mutate.some((m) => reached(t).has(m)),
  );
  say(`${place}: ${mutate.length} files, ${tests.length} files of tests`);
  process.env.MUTATE_TESTS = JSON.stringify(tests.map((t) => `core/src/${t}`));
  const results = await new Stryker({
    mutate: mutate.map((f) => `core/src/${f}`),
    testRunner: 'vitest',
    plugins: ['@stryker-mutator/vitest-runner'],
    vitest: { configFile: 'vitest.mutate.config.ts', related: false },
    coverageAnalysis: 'perTest',
    concurrency: 2,
    reporters: process.stdout.isTTY ? ['progress'] : [],
    tempDirName: '.cache/mutate',
    // What the tests do not need; but the settings of every package, without which no shared file of tests is read.
    ignorePatterns: ['/docs', '/bench/*.ts', '/e2e/*.ts', '/{web,server,cli}/src', '/web/public', '.cache', '**/dist'],
    timeoutMS: 20_000,
    allowConsoleColors: false,
    mutator: {
      excludedMutations: [
        'StringLiteral',
        'ObjectLiteral',
        'ArrayDeclaration',
        'Regex',
        'BlockStatement',
        'OptionalChaining',
        'ArrowFunction',
      ],
    },
  }).runMutationTest();
  report(place, results);
}

/** The list of what survived, and its line in the docs. */
function report(place, results) {
  const caught = results.filter((r) => ['Killed', 'Timeout', 'RuntimeError', 'CompileError'].includes(r.status));
  const left = results.filter((r) => r.status === 'Survived' || r.status === 'NoCoverage');
  const share = (100 * caught.length) / Math.max(1, caught.length + left.length);
  for (const { fileName, location, replacement, status } of left) {
    const path = relative(root, fileName).replace(/^.*core\/src\//, '');
    const line = readFileSync(join(core, path), 'utf8').split('\n')[location.start.line - 1].trim();
    console.log(
      `${path}:${location.start.line}  ${status === 'NoCoverage' ? 'not run' : 'survived'}  ${line}  →  ${replacement}`,
    );
  }
  console.log(`${place}: ${caught.length} of ${caught.length + left.length} caught, ${share.toFixed(1)} %`);
  const file = join(root, 'docs', 'mutants.md');
  const row = `| \`${place}\` | ${new Date().toISOString().slice(0, 10)} | ${caught.length + left.length} | ${caught.length} | ${share.toFixed(1)} % |`;
  const text = existsSync(file) ? readFileSync(file, 'utf8') : HEAD;
  const lines = text.split('\n');
  const at = lines.findIndex((l) => l.startsWith(`| \`${place}\` |`));
  if (at >= 0) lines[at] = row;
  else lines.splice(lines.findLastIndex((l) => l.startsWith('|')) + 1, 0, row);
  writeFileSync(file, lines.join('\n'));
}
