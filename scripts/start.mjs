import { spawn } from 'node:child_process';
import { build, installPackages, root, say } from './setup.mjs';

installPackages();
build('web', 'server');
say('starting the server');
const server = spawn(process.execPath, ['server/dist/main.mjs', ...process.argv.slice(2)], {
  cwd: root,
  stdio: 'inherit',
});
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => process.exit(code ?? 0));
