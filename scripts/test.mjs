import { spawn, spawnSync } from 'node:child_process';
import { mkdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { build, installPackages, installPrograms, root, say } from './setup.mjs';

// Everything that a change has to pass: checks, unit, API and browser tests. `npm test -- --project core`
// runs a part of the tests alone.
installPrograms({
  chromium: 'chromium',
  pdftoppm: 'poppler-utils',
  'rsvg-convert': 'librsvg2-bin',
  admesh: 'admesh',
  ezdxf: 'python3-ezdxf',
  ccx: 'calculix-ccx',
  slic3r: 'slic3r',
  cvt: 'xcvt',
  gtf: 'xserver-xorg-core',
  'edid-decode': 'edid-decode',
  ngspice: 'ngspice',
  gcc: 'gcc',
});
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
if (part.length === 0) {
  // Two at a time: each keeps one core busy. What measures time runs alone.
  const waiting = [['types'], ['lint'], ['imports'], ['unused'], ['format']];
  const hand = async () => {
    for (let next = waiting.shift(); next; next = waiting.shift()) await check(next);
  };
  await Promise.all([hand(), hand()]);
  await check(['bench', '--', '--short']);
}
say('tests');
const report = join(root, '.cache', 'tests.json');
mkdirSync(join(root, '.cache'), { recursive: true });
const { status } = spawnSync(
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
} catch {
  failed++;
}
if (status !== 0 && failed === 0) failed = 1;
console.log(`${passed} passed, ${failed} failed${skipped > 0 ? `, ${skipped} skipped` : ''}`);
process.exit(failed > 0 ? 1 : 0);
