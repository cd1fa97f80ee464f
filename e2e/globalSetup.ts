import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from 'playwright-core';
import { chromiumOptions } from './chromium';
import { endServer, startServer } from './server';

/** One browser for all files, and one database with the demos, of which each file takes a copy. */
export default async function setup(): Promise<() => Promise<void>> {
  const database = join(mkdtempSync(join(tmpdir(), 'young-shell-')), 'store.sqlite');
  const { server, address } = await startServer(database);
  // The list judges what was never judged: done once here, not in every copy.
  await (await fetch(`${address}/api/conversions`)).json();
  await endServer(server, 'SIGTERM');
  const browser = await chromium.launchServer(chromiumOptions({ plain: true }));
  process.env.YOUNG_SHELL_TEST_DATABASE = database;
  process.env.YOUNG_SHELL_TEST_BROWSER = browser.wsEndpoint();
  return () => browser.close();
}
