import { spawn, type ChildProcess } from 'node:child_process';
import { fileURLToPath } from 'node:url';

const root = fileURLToPath(new URL('..', import.meta.url));

/** Starts the built server on a database. @throws Error with what it said, when it ends before it listens. */
export async function startServer(
  database: string,
  port = '0',
): Promise<{ server: ChildProcess; address: string; port: string }> {
  const server = spawn(process.execPath, ['server/dist/main.mjs'], {
    cwd: root,
    env: { ...process.env, PORT: port, YOUNG_SHELL_DB: database },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  return new Promise((resolve, reject) => {
    let text = '';
    server.stdout.on('data', (chunk: Buffer) => {
      text += chunk.toString();
      const found = /http:\/\/[\d.]+:(\d+)/.exec(text);
      if (found) resolve({ server, address: found[0], port: found[1]! });
    });
    server.once('exit', () => reject(new Error(`The server ended (built with npm run build?): ${text}`)));
  });
}

/** Ends a server at once or politely, and waits until it is gone. */
export async function endServer(server: ChildProcess, signal: 'SIGKILL' | 'SIGTERM' = 'SIGKILL'): Promise<void> {
  if (server.exitCode !== null || server.signalCode !== null) return;
  await new Promise((resolve) => {
    server.once('exit', resolve);
    server.kill(signal);
  });
}
