import { spawnSync } from 'node:child_process';
import { build, installPackages, root } from './setup.mjs';

// `npm run test:long`: every test with its full number of cases. `npm run test:long -- --hours 8`: three users on one server
// for so long.
const options = process.argv.slice(2);
const soak = options.some((o) => o.startsWith('--hours'));
if (soak) {
  installPackages({ tests: true });
  build('web', 'server');
}
const { status } = spawnSync(
  process.execPath,
  soak ? ['--import', 'tsx', 'bench/soak.ts', ...options] : ['scripts/test.mjs', ...options],
  { cwd: root, stdio: 'inherit', env: { ...process.env, YOUNG_SHELL_LONG: '1' } },
);
process.exit(status ?? 1);
