import type { ChildProcess } from 'node:child_process';
import { copyFileSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { evenWalls, newConversion, writeConversion, type Conversion } from '@young-shell/core/document';
import { partFrom } from '@young-shell/core/parts';
import { measured } from '@young-shell/core/quantity';
import { standardPart } from '@young-shell/core/standards';
import { chromium, type Browser, type BrowserContextOptions, type Download, type Page } from 'playwright-core';
import { chromiumOptions } from './chromium';
import { endServer, startServer } from './server';

/** What is waited for comes within this on a busy machine, ms; a test that waits in vain ends soon. */
const LONGEST_WAIT = 20_000;

/** A server of its own with the demos in a fresh database, and the browser of the run (or one of its own outside of one). */
export class Bench {
  browser!: Browser;
  address = '';
  private server: ChildProcess | undefined;
  private port = '0';
  private readonly database = join(mkdtempSync(join(tmpdir(), 'young-shell-')), 'store.sqlite');
  /** Messages that the pages wrote to their console as errors. */
  readonly consoleErrors: string[] = [];

  async open(): Promise<this> {
    const { YOUNG_SHELL_TEST_DATABASE: template, YOUNG_SHELL_TEST_BROWSER: running } = process.env;
    if (template) copyFileSync(template, this.database);
    await this.startServer();
    this.browser = running ? await chromium.connect(running) : await chromium.launch(chromiumOptions());
    return this;
  }

  async close(): Promise<void> {
    await this.closePages();
    await this.browser?.close();
    await this.killServer();
  }

  /** Closes all pages: an open one goes on drawing and computing. */
  async closePages(): Promise<void> {
    for (const context of this.browser.contexts()) await context.close();
  }

  async startServer(): Promise<void> {
    const { server, address, port } = await startServer(this.database, this.port);
    this.server = server;
    this.address = address;
    this.port = port;
  }

  async killServer(): Promise<void> {
    if (this.server) await endServer(this.server);
  }

  /** A page in a window of its own. `offline`: what puts the interface aside for a time without server comes along. */
  async page(
    path = '/',
    options: { theme?: 'light' | 'dark'; offline?: boolean; window?: BrowserContextOptions } = {},
  ): Promise<Page> {
    const context = await this.browser.newContext({
      viewport: { width: 1280, height: 800 },
      // In tests a quarter of the points to paint: what is asked of pages there is where things are, not how fine.
      deviceScaleFactor: process.env.YOUNG_SHELL_TEST_BROWSER ? 0.5 : 1,
      serviceWorkers: options.offline ? 'allow' : 'block',
      ...options.window,
    });
    if (process.env.YOUNG_SHELL_TEST_BROWSER) await context.addInitScript(unpainted);
    const page = await context.newPage();
    page.setDefaultTimeout(LONGEST_WAIT);
    page.on('pageerror', (error) => this.consoleErrors.push(error.message));
    page.on('console', (message) => {
      if (message.type() === 'error' && !message.text().includes('ERR_') && !/status of 4\d\d/.test(message.text()))
        this.consoleErrors.push(message.text());
    });
    if (options.theme)
      await page.addInitScript(
        (theme) => localStorage.setItem('young-shell/preferences', JSON.stringify({ theme, unit: 'mm' })),
        options.theme,
      );
    if (path !== 'about:blank') await page.goto(this.address + path);
    return page;
  }

  /** Where a file that a page gave away lies now. */
  async saved(download: Download | Promise<Download>): Promise<string> {
    const file = await download;
    const path = join(mkdtempSync(join(tmpdir(), 'young-shell-')), file.suggestedFilename());
    await file.saveAs(path);
    return path;
  }

  /** Takes out the complaints that a test provoked: those that say what it did. All others stay, to be found. */
  takeConsoleErrors(about: RegExp): string[] {
    const taken = this.consoleErrors.filter((c) => about.test(c));
    const left = this.consoleErrors.filter((c) => !about.test(c));
    this.consoleErrors.splice(0, this.consoleErrors.length, ...left);
    return taken;
  }

  /** Path of the demo, or of the newest conversion of a name. */
  async pathOf(name: string, station: string): Promise<string> {
    const list = (await (await fetch(`${this.address}/api/conversions`)).json()) as { id: string; name: string }[];
    return `/c/${list.find((c) => c.name === name)!.id}/${station}`;
  }

  /** Brings a conversion in as a file; its path at a station. */
  async bring(document: Conversion, station: string): Promise<string> {
    const response = await fetch(`${this.address}/api/conversions/import`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/octet-stream' },
      body: writeConversion(document),
    });
    return `/c/${((await response.json()) as { id: string }).id}/${station}`;
  }

  async document(path: string): Promise<Conversion> {
    const id = path.split('/')[2]!;
    const response = await fetch(`${this.address}/api/conversions/${id}`);
    return ((await response.json()) as { document: Conversion }).document;
  }
}

/**
 * Nothing is painted into the view: a machine without a graphics card paints each picture of it with the processor that
 * the tests need. All that is asked of the view (what is where, what is picked, labels) is reckoned, not read from it.
 */
function unpainted(): void {
  const none = () => undefined;
  for (const context of [WebGLRenderingContext.prototype, WebGL2RenderingContext.prototype]) {
    context.drawArrays = none;
    context.drawElements = none;
  }
  Object.assign(WebGL2RenderingContext.prototype, { drawArraysInstanced: none, drawElementsInstanced: none });
}

/** A steel box of this room, mm, with these parts of the library by their ids: for what takes a demo too long. */
export function smallPlan(
  name: string,
  room: [number, number, number],
  kit: Readonly<Record<string, string>>,
): Conversion {
  const wall = measured(2, 'calipers');
  const [width, depth, height] = room.map((mm) => measured(mm + 4, 'rule')) as [typeof wall, typeof wall, typeof wall];
  const plan = newConversion(name, { form: 'box', width, depth, height, walls: evenWalls(wall) });
  plan.shell.material = 'steel';
  plan.brief.policy = 'open';
  for (const [id, key] of Object.entries(kit)) plan.kit.parts[id] = partFrom(standardPart(key)!);
  return plan;
}

export const DEMO = 'Lanternfish reel deck';
