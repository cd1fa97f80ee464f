import { spawn, type ChildProcess } from 'node:child_process';
import { existsSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import type { Conversion } from '@young-shell/core/document';
import { chromium, type Browser, type Page } from 'playwright-core';

const root = fileURLToPath(new URL('..', import.meta.url));

const CHROMIUM = ['/usr/bin/chromium', '/usr/bin/chromium-browser', '/usr/bin/google-chrome'].find(existsSync);

/** What Playwright itself switches off (a second list takes the place of its own), and one more. */
const FEATURES_OFF = [
  'AimEnabled',
  'AvoidCorsURLLoaderRestartOnRedirect',
  'AvoidUnnecessaryBeforeUnloadCheckSync',
  'DestroyProfileOnBrowserClose',
  'HttpsFirstBalancedModeAutoEnable',
  'HttpsUpgrades',
  'LensOverlay',
  'MediaRouter',
  'NetworkTimeServiceQuerying',
  'OptimizationHints',
  'PaintHolding',
  'PreconnectToSearch',
  'ThirdPartyStoragePartitioning',
  // The browser's own page for its address bar: loaded with each window, it takes a core for nearly two seconds.
  'WebUIOmniboxAimPopup',
  'WebUIOmniboxPopup',
];

/** A browser and a server of its own with the demo in a fresh database. */
export class Bench {
  browser!: Browser;
  address = '';
  private server: ChildProcess | undefined;
  private port = '0';
  private readonly database = join(mkdtempSync(join(tmpdir(), 'young-shell-')), 'store.sqlite');
  /** Messages that the pages wrote to their console as errors. */
  readonly complaints: string[] = [];

  async open(): Promise<this> {
    if (!CHROMIUM) throw new Error('Chromium is not installed: apt-get install chromium.');
    await this.startServer();
    this.browser = await chromium.launch({
      executablePath: CHROMIUM,
      args: [
        '--no-sandbox',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        `--disable-features=${FEATURES_OFF.join(',')}`,
        '--use-angle=swiftshader',
        '--enable-unsafe-swiftshader',
        // Only WebGL goes through the software renderer, as where there is no graphics card: pages painted and put
        // together by it take ten times as long.
        '--disable-gpu-rasterization',
        '--disable-gpu-compositing',
      ],
    });
    return this;
  }

  async close(): Promise<void> {
    await this.browser?.close();
    await this.killServer();
  }

  /** Closes all pages: an open one goes on drawing and computing. */
  async closePages(): Promise<void> {
    for (const context of this.browser.contexts()) await context.close();
  }

  async startServer(): Promise<void> {
    const server = spawn(process.execPath, ['--import', 'tsx', 'server/src/main.ts'], {
      cwd: root,
      env: { ...process.env, PORT: this.port, YOUNG_SHELL_DB: this.database },
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    this.server = server;
    this.address = await new Promise<string>((resolve, reject) => {
      let text = '';
      server.stdout!.on('data', (chunk: Buffer) => {
        text += chunk.toString();
        const found = /http:\/\/[\d.]+:(\d+)/.exec(text);
        if (found) {
          this.port = found[1]!;
          resolve(found[0]);
        }
      });
      server.once('exit', () => reject(new Error(`The server ended: ${text}`)));
    });
  }

  async killServer(): Promise<void> {
    const { server } = this;
    if (!server || server.exitCode !== null || server.signalCode !== null) return;
    await new Promise((resolve) => {
      server.once('exit', resolve);
      server.kill('SIGKILL');
    });
  }

  async page(path = '/', options: { theme?: 'light' | 'dark' } = {}): Promise<Page> {
    const context = await this.browser.newContext({ viewport: { width: 1280, height: 800 }, acceptDownloads: true });
    const page = await context.newPage();
    page.on('pageerror', (error) => this.complaints.push(error.message));
    page.on('console', (message) => {
      if (message.type() === 'error' && !message.text().includes('ERR_') && !/status of 4\d\d/.test(message.text()))
        this.complaints.push(message.text());
    });
    if (options.theme)
      await page.addInitScript(
        (theme) => localStorage.setItem('young-shell/preferences', JSON.stringify({ theme, unit: 'mm' })),
        options.theme,
      );
    await page.goto(this.address + path);
    return page;
  }

  /** Takes out the complaints that a test provoked: those that say what it did. All others stay, to be found. */
  takeComplaints(about: RegExp): string[] {
    const taken = this.complaints.filter((c) => about.test(c));
    const left = this.complaints.filter((c) => !about.test(c));
    this.complaints.splice(0, this.complaints.length, ...left);
    return taken;
  }

  /** Path of the demo, or of the newest conversion of a name. */
  async pathOf(name: string, station: string): Promise<string> {
    const list = (await (await fetch(`${this.address}/api/conversions`)).json()) as { id: string; name: string }[];
    return `/c/${list.find((c) => c.name === name)!.id}/${station}`;
  }

  async document(path: string): Promise<Conversion> {
    const id = path.split('/')[2]!;
    const response = await fetch(`${this.address}/api/conversions/${id}`);
    return ((await response.json()) as { document: Conversion }).document;
  }
}

export const DEMO = 'Lanternfish reel deck';
