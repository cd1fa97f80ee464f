import { spawn } from 'node:child_process';
import { buildWeb, installPackages, root, say } from './setup.mjs';

installPackages();
buildWeb();
say('starting the server');
const server = spawn(process.execPath, ['--import', 'tsx', 'server/src/main.ts', ...process.argv.slice(2)], {
  cwd: root,
  stdio: 'inherit',
});
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => process.exit(code ?? 0));
