import { spawn } from 'node:child_process';
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import { PROGRAMS } from './programs.mjs';
import { build, installPackages, installPrograms, root, say } from './setup.mjs';

// Everything that a change has to pass: checks, unit, API and browser tests. `npm test -- --project core`
// runs a part of the tests alone.
installPrograms(PROGRAMS);
installPackages({ tests: true });
build('web', 'server', 'cli');
const part = process.argv.slice(2);
let failedChecks = 0;
let passedChecks = 0;
/** One check; what it said is shown where it fails. */
const check = ([name, ...options]) =>
  new Promise((resolve) => {
    const run = spawn('npm', ['run', '--silent', name, ...options], { cwd: root });
    let told = '';
    for (const stream of [run.stdout, run.stderr]) stream.on('data', (chunk) => (told += chunk));
    run.on('close', (status) => {
      say(`check: ${name}${status === 0 ? '' : ' failed'}`);
      if (status === 0) passedChecks++;
      else {
        failedChecks++;
        console.log(told);
      }
      resolve();
    });
  });
const started = Date.now();
const seconds = () => `${Math.round((Date.now() - started) / 1000)} s`;
/** Checks one after the other beside the tests of core, which leave them half a core; the browser comes after both. */
const checks = async () => {
  for (const name of ['types', 'imports', 'unused', 'lint', 'format']) await check([name]);
};
const report = join(root, '.cache', 'tests.json');
mkdirSync(join(root, '.cache'), { recursive: true });
/** Runs tests as they are told; what they print is seen. */
const tests = () =>
  new Promise((resolve) => {
    const run = spawn(
      process.execPath,
      [
        'node_modules/vitest/vitest.mjs',
        'run',
        '--reporter=default',
        '--reporter=json',
        `--outputFile.json=${report}`,
        ...part,
      ],
      { cwd: root, stdio: 'inherit' },
    );
    run.on('close', resolve);
  });
// What measures time runs alone, and first: nobody waits for it then.
if (part.length === 0) await check(['bench', '--', '--short']);
say(`tests (after ${seconds()})`);
const [status] = await Promise.all([tests(), part.length === 0 ? checks() : undefined]);
let passed = passedChecks;
let failed = failedChecks;
let skipped = 0;
try {
  const totals = JSON.parse(readFileSync(report, 'utf8'));
  passed += totals.numPassedTests;
  failed +=
    totals.numFailedTests +
    totals.testResults.filter((f) => f.status === 'failed' && f.assertionResults.length === 0).length;
  skipped = totals.numPendingTests + totals.numTodoTests;
  writeSlowest(totals);
} catch {
  failed++;
}
if (status !== 0 && failed === 0) failed = 1;
say(`${seconds()} in all; the slowest 20 tests are in .cache/slowest.txt`);
console.log(`${passed} passed, ${failed} failed${skipped > 0 ? `, ${skipped} skipped` : ''}`);
process.exit(failed > 0 ? 1 : 0);

/** The tests that take longest, and what each file takes. */
function writeSlowest({ testResults }) {
  const line = (ms, words) => `${(ms / 1000).toFixed(1).padStart(7)} s  ${words}`;
  const file = (name) => relative(root, name);
  const slowest = testResults
    .flatMap(({ name, assertionResults }) =>
      assertionResults.map((a) => [a.duration ?? 0, `${file(name)}: ${a.fullName}`]),
    )
    .sort((a, b) => b[0] - a[0]);
  const files = testResults
    .map(({ name, startTime, endTime }) => [endTime - startTime, file(name)])
    .sort((a, b) => b[0] - a[0]);
  const all = files.reduce((sum, [ms]) => sum + ms, 0);
  writeFileSync(
    join(root, '.cache', 'slowest.txt'),
    [
      `All tests together ${Math.round(all / 1000)} s, in ${seconds()}. The slowest 20:`,
      ...slowest.slice(0, 20).map(([ms, words]) => line(ms, words)),
      '',
      'By file:',
      ...files.map(([ms, words]) => line(ms, words)),
      '',
    ].join('\n'),
  );
}
