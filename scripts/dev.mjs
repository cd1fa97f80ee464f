import { spawn } from 'node:child_process';
import { installPackages, root, say } from './setup.mjs';

// npm run dev: the server, started anew when a source of it changes, and the page, which renews itself.
installPackages({ tests: true });
say('the page is at http://localhost:5173/ and asks the server at port 4680');
const children = [
  spawn(process.execPath, ['node_modules/tsx/dist/cli.mjs', 'watch', '--clear-screen=false', 'server/src/main.ts'], {
    cwd: root,
    stdio: 'inherit',
    env: { ...process.env, PORT: '4680' },
  }),
  spawn(process.execPath, ['../node_modules/vite/bin/vite.js', '--host', 'localhost'], {
    cwd: `${root}/web`,
    stdio: 'inherit',
  }),
];
const end = () => children.forEach((child) => child.kill('SIGTERM'));
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, end);
for (const child of children)
  child.on('exit', (code) => {
    end();
    process.exitCode ??= code ?? 0;
  });
