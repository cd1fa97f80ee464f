import type { BoxHull } from '@young-shell/core/document';
import { readFileSync } from 'node:fs';
import type { Locator, Page } from 'playwright-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Bench, DEMO } from './bench';

let bench: Bench;
beforeAll(async () => {
  bench = await new Bench().open();
});
afterAll(() => bench.close());

/** Waits until a text of the page is what a test wants. */
async function until<T>(read: () => Promise<T>, wanted: (value: T) => boolean, seconds = 20): Promise<T> {
  const end = Date.now() + 1000 * seconds;
  for (;;) {
    const value = await read();
    if (wanted(value)) return value;
    if (Date.now() > end) throw new Error(`Still ${JSON.stringify(value)} after ${seconds} s.`);
    await new Promise((resolve) => setTimeout(resolve, 60));
  }
}
const strip = (page: Page, station: string) =>
  page.getByRole('contentinfo', { name: 'Verdicts' }).getByRole('link', { name: new RegExp(station) });
const field = (page: Page, label: string): Locator => page.getByLabel(label, { exact: true });
async function type(input: Locator, text: string) {
  await input.click();
  await input.fill(text);
  await input.press('Enter');
}

describe('from a shell of one’s own to a first verdict', () => {
  it('a layout is found while one types, a reload loses nothing, and it is on the bench with the shell', async () => {
    const page = await bench.page('/new');
    await field(page, 'Width').focus();
    // Digits typed right after the focus replace what was there.
    for (const value of ['430', '320', '160', '4']) {
      await page.keyboard.type(value);
      await page.keyboard.press('Tab');
    }
    expect(await field(page, 'Width').inputValue()).toBe('430.0');
    expect(await field(page, 'Wall, all alike').inputValue()).toBe('4.0');
    await field(page, 'Measured with').selectOption('rule');
    await page.getByRole('button', { name: /^With a graphics card/ }).click();
    await page.getByText('It goes in').waitFor();
    await page.reload();
    await page.getByText('It goes in').waitFor();
    expect(await field(page, 'Height').inputValue()).toBe('160.0');
    await page.getByRole('button', { name: 'Put it on the bench with this layout' }).click();
    await page.getByText('Give it a name').waitFor();
    await page.keyboard.type('Radio');
    await page.keyboard.press('Enter');
    await page.waitForURL(/\/c\/.*\/fit/);
    await page.getByText('Graphics card').first().waitFor();
    const { layout, kit, brief } = await bench.document(new URL(page.url()).pathname);
    expect(Object.keys(layout.placements).sort()).toEqual(Object.keys(kit.parts).sort());
    expect(brief.blockedFaces).toEqual(['bottom']);
  });

  it('says what is wrong with a size and what would be right', async () => {
    const page = await bench.page('/new');
    await type(field(page, 'Width'), '9000');
    await page.getByText('9000.0 mm is out of range; enter 20.0 mm to 3000.0 mm.').waitFor();
    await type(field(page, 'Wall, all alike'), '59');
    await type(field(page, 'Height'), '100');
    await page.getByText(/Walls of 59 mm leave no room in 100 mm/).waitFor();
    expect(await page.getByRole('button', { name: 'Put it on the bench' }).isDisabled()).toBe(true);
  });
});

it('a margin opens as the sum it is: terms to measure again, drawn as chains in the section', async () => {
  const page = await bench.page(await bench.pathOf(DEMO, 'fit'));
  const margins = page.getByRole('region', { name: 'Tightest margins' });
  await page
    .getByRole('button', { name: 'Plan', exact: true })
    .or(page.getByRole('radio', { name: 'Plan' }))
    .first()
    .click();
  await margins.getByRole('button', { name: 'what it is the sum of' }).nth(3).click();
  // 452 outside less where the drive stands, its length and the wall.
  const sum = await margins.getByText(/^452\.00 − .* = /).innerText();
  const [left, right] = sum.split(' = ') as [string, string];
  const total = left.split(/ (?=[−+])/).reduce((t, term) => t + Number(term.replace('− ', '-').replace('+ ', '')), 0);
  expect(total).toBeCloseTo(Number(right), 2);
  const wall = margins.getByLabel('thickness of the right wall', { exact: true });
  await type(wall, '18');
  await margins
    .getByText(new RegExp(`= ${(Number(right) + 0.25).toFixed(2)}|= ${(Number(right) + 0.3).toFixed(2)}`))
    .waitFor();
});

describe('from a measured shell to a cut sheet', () => {
  it('a newcomer starts from a box, measures, adds a board, has it placed, and prints the sheets', async () => {
    const page = await bench.page('/');
    await page.getByRole('link', { name: 'Start from a shell you have' }).click();
    await page.getByLabel('What is the shell?').fill('Toolbox');
    await page.getByRole('button', { name: 'Put it on the bench' }).click();
    await page.getByText(/dimensions of the shell are guesses/).waitFor();
    const litres = page.getByRole('region', { name: 'Litres' });
    const before = await until(
      () => litres.innerText(),
      (t) => /\d\.\d\d/.test(t),
    );

    await type(field(page, 'Width'), `1' 3 1/2"`);
    await until(
      () => field(page, 'Width').inputValue(),
      (v) => v === '393.7',
    );
    await until(
      () => litres.innerText(),
      (t) => /\d\.\d\d/.test(t) && t !== before,
    );

    await page.getByRole('link', { name: /Kit/ }).first().click();
    await page.getByLabel('Search the library').fill('mini itx');
    await page.getByRole('button', { name: 'Add Mini-ITX board to the kit' }).click();
    await type(field(page, 'Cooler height over the board'), '55');
    await page.getByRole('link', { name: /Fit/ }).first().click();
    await page.getByRole('button', { name: 'Place it for me' }).first().click();
    await page
      .getByText(/rear sockets at the rear face, screwed to the floor/)
      .first()
      .waitFor();
    await until(
      () => strip(page, 'Fit').innerText(),
      (t) => !t.includes('not placed'),
    );

    await page.getByRole('link', { name: /Cut/ }).first().click();
    const download = page.waitForEvent('download');
    await page.getByRole('tab', { name: 'Sheets' }).click();
    await page.getByRole('button', { name: 'All sheets, PDF' }).click();
    const file = await bench.saved(download);
    expect(readFileSync(file).subarray(0, 5).toString()).toBe('%PDF-');
    const svg = page.waitForEvent('download');
    await page.getByRole('button', { name: 'SVG' }).click();
    expect(readFileSync(await bench.saved(svg), 'utf8')).toMatch(/^<svg [^>]*width="\d/);

    const toolbox = await bench.pathOf('Toolbox', 'fit');
    await until(
      () => bench.document(toolbox),
      ({ shell, kit }) =>
        Math.abs((shell.hull as BoxHull).width.value - 393.7) < 1e-6 &&
        kit.parts['board-1']!.dimensions.coolerHeight!.value === 55,
    );
    await page.context().close();
  });

  it('a wrong value stays in the field with what would be right, and the plan stays as it was', async () => {
    const page = await bench.page(await bench.pathOf('Toolbox', 'shell'));
    await type(field(page, 'Width'), '12 bananas');
    await page.getByText(/“12 bananas” is not a length/).waitFor();
    expect(await field(page, 'Width').inputValue()).toBe('12 bananas');
    await field(page, 'Width').press('Escape');
    await type(field(page, 'left'), '392');
    await page.getByText(/together they must be under 393.7 mm/).waitFor();
    await type(field(page, 'Height'), '-4');
    await page.getByRole('alert').filter({ hasText: 'positive' }).waitFor();
    const saved = await bench.document(await bench.pathOf('Toolbox', 'shell'));
    const box = saved.shell.hull as BoxHull;
    expect([box.width.value, box.walls.left.value]).toEqual([393.7, 3]);
    await page.context().close();
  });
});

describe('fit', () => {
  it('a remedy is tried on, applied, undone, and the undo is there after a reload', async () => {
    const path = await bench.pathOf(DEMO, 'fit');
    const page = await bench.page(path);
    await until(
      () => strip(page, 'Fit').innerText(),
      (t) => t.includes('−3.8 mm'),
    );
    await page
      .getByRole('button', { name: /Try on: Move Graphics card .* down/ })
      .first()
      .click();
    await page
      .getByText(/gone: Smallest margin: −3.8 mm/)
      .first()
      .waitFor();
    await until(
      () => strip(page, 'Fit').innerText(),
      (t) => !t.includes('−3.8 mm'),
    );
    await page.getByRole('button', { name: 'Use' }).click();
    const height = async () => (await bench.document(path)).layout.placements['card-1']!.z;
    await until(height, (z) => z < 104);
    await page.reload();
    await page.getByRole('button', { name: /^Undo: Move Graphics card/ }).click();
    await until(
      () => strip(page, 'Fit').innerText(),
      (t) => t.includes('−3.8 mm'),
    );
    await page.reload();
    await page.getByRole('button', { name: /^Redo: Move Graphics card/ }).waitFor();
    await until(height, (z) => z === 108);
    await page.context().close();
  });

  it('a part follows the pointer in a section, its distances with it, and lands once', async () => {
    const path = await bench.pathOf(DEMO, 'fit');
    const page = await bench.page(path);
    await page.getByRole('radio', { name: 'Plan' }).click();
    const drive = page.getByRole('button', { name: /^Archive drive, at/ });
    const { x, y } = (await bench.document(path)).layout.placements['drive-1']!;
    const box = (await drive.boundingBox())!;
    await page.mouse.move(box.x + box.width / 2, box.y + box.height * 0.7);
    await page.mouse.down();
    for (let i = 1; i <= 10; i++)
      await page.mouse.move(box.x + box.width / 2 + 6 * i, box.y + box.height * 0.7 + 2 * i);
    const moving = await field(page, 'Left end').inputValue();
    expect(Number(moving)).toBeGreaterThan(x + 10);
    await page.mouse.up();
    await until(
      async () => (await bench.document(path)).layout.placements['drive-1']!,
      (after) => after.x > x + 10 && after.y < y,
    );
    await page.getByRole('button', { name: /^Undo: move Archive drive/ }).click();
    await until(
      async () => (await bench.document(path)).layout.placements['drive-1']!.x,
      (v) => v === x,
    );
    await page.context().close();
  });

  it('everything goes by keyboard: nudges, turns, a position typed while an axis is held', async () => {
    const path = await bench.pathOf(DEMO, 'fit');
    const page = await bench.page(path);
    const at = async () => (await bench.document(path)).layout.placements['drive-2']!;
    const from = await at();
    await page.locator('[data-label="drive-2"]').focus();
    await page.keyboard.press('Enter');
    await page.keyboard.press('ArrowLeft');
    await page.keyboard.press('Shift+ArrowDown');
    await page.keyboard.press('Alt+PageUp');
    await until(at, (p) => Math.abs(p.z - from.z - 0.1) < 1e-6);
    expect(await at()).toMatchObject({ x: from.x - 1, y: from.y - 10 });
    await page.keyboard.down('x');
    await page.keyboard.type('240.5');
    await page.keyboard.up('x');
    await until(at, (p) => p.x === 240.5);
    await page.keyboard.press('r');
    await until(at, (p) => p.rear !== from.rear);
    for (let i = 0; i < 5; i++) await page.keyboard.press('Control+z');
    await until(at, (p) => JSON.stringify(p) === JSON.stringify(from));
    await page.context().close();
  });
});

describe('keeping', () => {
  it('two tabs on one conversion see each other’s edits and lose none', async () => {
    const path = await bench.pathOf(DEMO, 'brief');
    const [one, two] = [await bench.page(path), await bench.page(path)];
    await type(field(one, 'Place'), 'On the piano');
    await until(
      () => field(two, 'Place').inputValue(),
      (v) => v === 'On the piano',
    );
    await type(field(two, 'Touched daily'), 'The big button');
    await until(
      () => field(one, 'Touched daily').inputValue(),
      (v) => v === 'The big button',
    );
    await one.context().close();
    await two.context().close();
  });

  it('a killed server: edits wait here, come through when it is back; two that collide are asked about', async () => {
    const path = await bench.pathOf(DEMO, 'brief');
    const [one, two] = [await bench.page(path), await bench.page(path)];
    await field(one, 'Place').waitFor();
    await field(two, 'Place').waitFor();
    // What is computed after a while needs the solid kernel: it is there once the litres are.
    for (const page of [one, two])
      await page
        .getByRole('contentinfo')
        .getByText(/of [\d.]+ L/)
        .waitFor();
    await bench.killServer();
    await type(field(one, 'Place'), 'In the hall');
    await type(field(one, 'Ambient, °C'), '19');
    await one
      .getByRole('status')
      .filter({ hasText: /server away, keeping here \(2\)/ })
      .waitFor();
    await one.reload().catch(() => undefined);
    await bench.startServer();
    await one.goto(bench.address + path);
    await until(
      () => bench.document(path),
      (d) => d.brief.place === 'In the hall' && d.brief.ambient === 19,
    );
    await until(
      () => field(two, 'Place').inputValue(),
      (v) => v === 'In the hall',
    );
    for (const page of [one, two])
      await page
        .getByRole('contentinfo')
        .getByText(/of [\d.]+ L/)
        .waitFor();
    await bench.killServer();
    await type(field(one, 'Place'), 'Attic');
    await type(field(two, 'Place'), 'Cellar');
    await bench.startServer();
    const asked = await Promise.race(
      [one, two].map(async (p) => {
        await p.getByRole('alertdialog').waitFor({ timeout: 30_000 });
        return p;
      }),
    );
    await asked.getByRole('button', { name: 'Mine' }).click();
    const wanted = asked === one ? 'Attic' : 'Cellar';
    await until(
      () => bench.document(path),
      (d) => d.brief.place === wanted,
    );
    for (const page of [one, two]) {
      await until(
        () => field(page, 'Place').inputValue(),
        (v) => v === wanted,
      );
      await page.context().close();
    }
    // A worker that was to begin just then had no server to come from; it is started anew for the next job.
    bench.takeConsoleErrors(/error occurred when fetching the script/);
  });
});

describe('the list', () => {
  it('renames, duplicates, deletes with undo, exports and imports', async () => {
    const page = await bench.page('/');
    await page.getByRole('button', { name: 'Duplicate Toolbox' }).click();
    await page.getByRole('link', { name: 'Toolbox (copy)', exact: true }).waitFor();
    await page.getByRole('button', { name: 'Rename Toolbox (copy)' }).click();
    await page.getByLabel('New name').fill('Second box');
    await page.getByRole('button', { name: 'Keep' }).click();
    await page.getByRole('link', { name: 'Second box', exact: true }).waitFor();
    const download = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Export Second box' }).click();
    await page.getByRole('menuitem', { name: /Plan alone/ }).click();
    const exported = readFileSync(await bench.saved(download), 'utf8');
    await page.getByRole('button', { name: 'Delete Second box' }).click();
    await page.getByRole('link', { name: 'Second box', exact: true }).waitFor({ state: 'detached' });
    await page.getByRole('button', { name: 'Undo' }).click();
    await page.getByRole('link', { name: 'Second box', exact: true }).waitFor();
    const drop = (name: string, text: string) =>
      page
        .getByLabel('Conversion file')
        .setInputFiles({ name, mimeType: 'application/json', buffer: Buffer.from(text) });
    await drop('again.json', exported.replace('Second box', 'Third box'));
    await page.getByRole('link', { name: 'Third box', exact: true }).waitFor();
    await drop('cube.stl', 'solid cube');
    await page.getByText(/The file is not JSON/).waitFor();
    await drop('newer.json', exported.replace(/"schemaVersion": \d+/, '"schemaVersion": 99'));
    await page.getByText(/written by a newer version/).waitFor();
    await page.context().close();
  });

  it('what was deleted is found in the list; everything goes into one file and comes back from it', async () => {
    const page = await bench.page('/');
    const backup = page.waitForEvent('download');
    await page.getByRole('link', { name: 'Back up everything' }).click();
    const file = await bench.saved(backup);
    await page.getByRole('button', { name: 'Delete Third box' }).click();
    await page.getByText(/Taken off the bench \(/).click();
    await page.getByRole('button', { name: 'Delete Third box for good' }).click();
    await page.getByRole('button', { name: 'Really delete Third box for good' }).click();
    await page.getByRole('button', { name: 'Bring back Third box' }).waitFor({ state: 'detached' });
    await page
      .getByLabel('Backup file')
      .setInputFiles({ name: 'all.zip', mimeType: 'application/zip', buffer: readFileSync(file) });
    await page.getByText(/1 brought back/).waitFor();
    await page.getByRole('link', { name: 'Third box', exact: true }).waitFor();
    await page.context().close();
  });

  it('edits made while the server is away survive leaving for the list, and loading the page again', async () => {
    const path = await bench.pathOf('Toolbox', 'shell');
    const page = await bench.page('/', { offline: true });
    await page.getByRole('link', { name: 'Toolbox', exact: true }).click();
    await page.getByRole('link', { name: /Shell/ }).first().click();
    const height = field(page, 'Height');
    await type(height, '180');
    await until(
      async () => (await bench.document(path)).shell.hull as BoxHull,
      (hull) => hull.height.value === 180,
    );
    // The interface is put where it is found without the server once the first view has been there for a while.
    await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
    await page.reload();
    await height.waitFor();
    await page
      .getByRole('contentinfo')
      .getByText(/of [\d.]+ L/)
      .waitFor();
    await bench.killServer();
    for (const depth of [201, 202, 203, 204, 205]) await type(field(page, 'Depth'), String(depth));
    await page.getByText(/server away, keeping here \(5\)/).waitFor();
    await page.getByRole('link', { name: 'All conversions' }).click();
    await page.getByText(/5 changes wait in this browser/).waitFor();
    await page.getByRole('link', { name: 'Toolbox', exact: true }).click();
    await page.getByText(/server away, keeping here \(5\)/).waitFor();
    await page.goto(bench.address + path);
    await until(
      () => field(page, 'Depth').inputValue(),
      (value) => Number(value) === 205,
    );
    await bench.startServer();
    await until(
      async () => (await bench.document(path)).shell.hull as BoxHull,
      (hull) => hull.depth.value === 205,
    );
    await page.context().close();
  });
});

it('no page complained in its console meanwhile', () => expect(bench.consoleErrors).toEqual([]));
