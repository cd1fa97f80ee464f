import { execFileSync, spawnSync } from 'node:child_process';
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { createHash } from 'node:crypto';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

/** The root of the checkout. */
export const root = fileURLToPath(new URL('..', import.meta.url));

/** Says what is being done; not where results are printed. */
export const say = (words) => console.error(`· ${words}`);

/** Runs a program in the checkout and ends this one when it fails. */
export function run(command, args, options = {}) {
  const { status, error } = spawnSync(command, args, { cwd: root, stdio: 'inherit', ...options });
  if (error || status !== 0) {
    console.error(`${command} ${args.join(' ')} failed${error ? `: ${error.message}` : ''}.`);
    process.exit(status || 1);
  }
}

/**
 * Installs the packages of the lock file when they are not there yet: to run alone what builds and serves, for the tests
 * all of them.
 */
export function installPackages({ tests = false } = {}) {
  const lock = readFileSync(join(root, 'package-lock.json'));
  const stamp = join(root, 'node_modules', '.young-shell-installed');
  const want = createHash('sha256').update(lock).update(process.version).digest('hex');
  const [have, extent] = existsSync(stamp) ? readFileSync(stamp, 'utf8').split(' ') : [];
  if (have === want && (extent === 'all' || !tests)) return;
  const shell = process.platform === 'win32';
  if (have === undefined && existsSync(join(root, 'node_modules', '.package-lock.json'))) {
    // Installed by hand with npm: leave it, unless npm says it does not match.
    if (spawnSync('npm', ['ls', '--depth', '0'], { cwd: root, stdio: 'ignore', shell }).status === 0) {
      writeFileSync(stamp, `${want} all`);
      return;
    }
  }
  // Where all were there, all are there again: who works here does not lose the tests by a start.
  const all = tests || extent === 'all';
  say('installing packages (about a minute the first time)');
  run('npm', ['ci', '--no-audit', '--no-fund', ...(all ? [] : ['--omit=dev'])], { shell });
  writeFileSync(stamp, `${want} ${all ? 'all' : 'run'}`);
}

const newest = (path) => {
  const info = statSync(path);
  if (!info.isDirectory()) return info.mtimeMs;
  return Math.max(
    0,
    ...readdirSync(path)
      .filter((n) => n !== 'node_modules' && n !== 'dist')
      .map((n) => newest(join(path, n))),
  );
};

/** What is built: the workspace, the file that shows when, and the folders it is made of. */
const BUILT = {
  web: { words: 'the interface', made: 'index.html', of: ['web', 'core'] },
  server: { words: 'the server', made: 'main.mjs', of: ['server', 'core', 'kernels'] },
  cli: { words: 'the command line', made: 'main.mjs', of: ['cli', 'server', 'core', 'kernels'] },
};

/** Builds what is older than its sources. @param {(keyof typeof BUILT)[]} workspaces */
export function build(...workspaces) {
  for (const workspace of workspaces) {
    const { words, made, of } = BUILT[workspace];
    const file = join(root, workspace, 'dist', made);
    const sources = [...of, 'package-lock.json'].map((p) => join(root, p));
    if (existsSync(file) && statSync(file).mtimeMs > Math.max(...sources.map(newest))) continue;
    say(`building ${words}`);
    run('npm', ['run', 'build', '--silent', '-w', workspace, '--', '--logLevel', 'warn'], {
      shell: process.platform === 'win32',
      // As it is served, also when tests ask for it.
      env: { ...process.env, NODE_ENV: 'production' },
    });
  }
}

/** Is a program on the path? */
export function has(program) {
  return spawnSync('which', [program], { stdio: 'ignore' }).status === 0;
}

/** Installs Debian packages where the programs they bring are missing; says so where that is not possible. */
export function installPrograms(wanted) {
  const missing = Object.entries(wanted).filter(([program]) => !has(program));
  if (missing.length === 0) return;
  const packages = missing.flatMap(([, names]) => names.split(' '));
  if (!has('apt-get') || process.getuid?.() !== 0) {
    say(`missing ${packages.join(', ')}: install them for the tests that use them (here: not Debian, or not root)`);
    return;
  }
  say(`installing ${packages.join(', ')}`);
  execFileSync('apt-get', ['update', '-qq'], { stdio: ['ignore', 'ignore', 'inherit'] });
  execFileSync('apt-get', ['install', '-y', '-qq', ...packages], {
    stdio: ['ignore', 'ignore', 'inherit'],
    env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
  });
}
