import { spawnSync } from 'node:child_process';
import { mkdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { buildWeb, installPackages, installPrograms, root, say } from './setup.mjs';

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
buildWeb();
const part = process.argv.slice(2);
let failedChecks = 0;
let passedChecks = 0;
if (part.length === 0)
  for (const [check, ...options] of [
    ['types'],
    ['lint'],
    ['imports'],
    ['unused'],
    ['format'],
    ['bench', '--', '--short'],
  ]) {
    say(`check: ${check}`);
    const { status, stdout, stderr } = spawnSync('npm', ['run', '--silent', check, ...options], {
      cwd: root,
      encoding: 'utf8',
    });
    if (status === 0) passedChecks++;
    else {
      failedChecks++;
      console.log(stdout + stderr);
    }
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
