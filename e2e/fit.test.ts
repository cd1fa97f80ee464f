import type { Page } from 'playwright-core';
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import { Bench, DEMO } from './bench';

let bench: Bench;
let path: string;
/** Waits as long as a busy machine may take. */
const SLOW = { timeout: 30_000 };

beforeAll(async () => {
  bench = await new Bench().open();
  path = await bench.pathOf(DEMO, 'fit');
});
afterEach(() => bench.closePages());
afterAll(() => bench.close());

const tab = (page: Page, name: string) => page.getByRole('tab', { name, exact: true }).click();
const button = (page: Page, name: string | RegExp, exact = true) => page.getByRole('button', { name, exact });
const undo = (page: Page) => button(page, /^Undo/).click();
const layout = async () => (await bench.document(path)).layout;

describe('where can it go', () => {
  it('shows the positions, and a dragged part keeps to them in the plane of the hand', async () => {
    const page = await bench.page(path);
    const before = (await layout()).placements['drive-2']!;
    await page.locator('[data-label="drive-2"]').click();
    await page.getByLabel('Show where it can go').click();
    await page.getByText(/[\d,]+ positions on a 2 mm grid/).waitFor(SLOW);
    await page.getByRole('radio', { name: 'Plan' }).click();
    const part = page.locator('[data-part="drive-2"]');
    const box = (await part.boundingBox())!;
    await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
    await page.mouse.down();
    // Into the middle of the board: there it must not go.
    await page.mouse.move(box.x + 20, box.y - 120, { steps: 6 });
    await page.mouse.up();
    await expect.poll(async () => (await layout()).placements['drive-2']!.y, SLOW).not.toBe(before.y);
    expect((await layout()).placements['drive-2']!.z).toBe(before.z);
    expect(await page.getByText(/System drive is .* into/).count()).toBe(0);
    await button(page, 'In which orientations?').click();
    await page.getByText('rear to the right, top to the top').last().waitFor(SLOW);
    await undo(page);
    await expect.poll(async () => (await layout()).placements['drive-2']!, SLOW).toEqual(before);
  }, 90_000);
});

describe('a part that fits nowhere', () => {
  it('says by how much, shows where, and is put there anyway', async () => {
    const page = await bench.page(path);
    const before = await bench.document(path);
    const widths = page.getByRole('textbox', { name: 'Things that stay still', exact: true });
    // What is chosen for a plan is one step, and may be taken back.
    await widths.click();
    await page.keyboard.type('2');
    await page.keyboard.press('Enter');
    await expect.poll(async () => (await layout()).clearances, SLOW).toEqual({ static: 2 });
    await button(page, 'Things that stay still: back to 0.5 mm').click();
    await expect.poll(async () => (await layout()).clearances, SLOW).toBeUndefined();
    await page.getByRole('link', { name: /Kit/ }).first().click();
    await page.getByLabel('Search the library').fill('full-length-3');
    await button(page, /^Add Full-length card, 3 slots/, false)
      .first()
      .click();
    await expect.poll(async () => Object.keys((await bench.document(path)).kit.parts).length, SLOW).toBe(7);
    await page.getByRole('link', { name: /Fit/ }).first().click();
    const added = Object.keys((await bench.document(path)).kit.parts).find((id) => !(id in before.kit.parts))!;
    await button(page, /Place it for me/, false)
      .first()
      .click();
    await page.getByText(/fits nowhere\. Nearest is/).waitFor(SLOW);
    await button(page, 'Show it there').click();
    await button(page, 'Leave it').click();
    await button(page, 'Put it there anyway').click();
    await expect.poll(async () => added in (await layout()).placements, SLOW).toBe(true);
    await undo(page);
    await expect.poll(async () => added in (await layout()).placements, SLOW).toBe(false);
    await undo(page);
    await expect.poll(async () => Object.keys((await bench.document(path)).kit.parts).length, SLOW).toBe(6);
  }, 90_000);
});

describe('a slot', () => {
  it('takes the card, which goes with the board and comes back with it', async () => {
    const page = await bench.page(path);
    const before = (await layout()).placements;
    await page.locator('[data-label="card-1"]').click();
    await button(page, 'Put it into the slot of Board').click();
    await page.getByText('It sits in the slot of Board and needs no riser.').waitFor();
    await expect.poll(async () => (await layout()).placements['card-1']!, SLOW).not.toEqual(before['card-1']);
    const seat = (await layout()).placements['card-1']!;
    await page.locator('[data-label="board-1"]').click();
    await page.getByText('Graphics card is plugged into it and goes with it.').waitFor();
    const left = page.getByRole('textbox', { name: 'Left end', exact: true });
    await left.click();
    await left.fill('200');
    await page.keyboard.press('Enter');
    const by = 200 - before['board-1']!.x;
    await expect.poll(async () => (await layout()).placements['board-1']!.x, SLOW).toBe(200);
    expect((await layout()).placements['card-1']!.x).toBeCloseTo(seat.x + by, 2);
    // One step back for both.
    await undo(page);
    await expect.poll(async () => (await layout()).placements['card-1']!, SLOW).toEqual(seat);
    expect((await layout()).placements['board-1']!).toEqual(before['board-1']);
    await undo(page);
    await expect.poll(async () => (await layout()).placements, SLOW).toEqual(before);
  }, 90_000);
});

describe('layouts', () => {
  it('are found, tried on, used, undone, kept, switched to and back without loss', async () => {
    const page = await bench.page(path);
    const before = (await layout()).placements;
    await tab(page, 'Layouts');
    await button(page, 'Keep the present one').click();
    await button(page, 'Find layouts').click();
    await page.getByText(/different layouts, \d+ of them without a stop\. Searched/).waitFor(SLOW);
    await button(page, 'Try on Layout 1').click();
    await page.getByText('trying on: Layout 1').waitFor();
    expect((await layout()).placements).toEqual(before);
    await button(page, 'Use it').click();
    await expect.poll(async () => (await layout()).placements, SLOW).not.toEqual(before);
    const used = (await layout()).placements;
    await button(page, /^Switch to Layout of 6 parts/).click();
    await expect.poll(async () => (await layout()).placements, SLOW).toEqual(before);
    // What was used was kept nowhere: it was kept before the switch.
    await button(page, 'Switch to Before Layout of 6 parts').click();
    await expect.poll(async () => (await layout()).placements, SLOW).toEqual(used);
    await button(page, 'Compare').click();
    await page.getByRole('rowheader', { name: 'Tightest margin' }).waitFor();
    await page.keyboard.press('Escape');
    for (let i = 0; i < 4; i++) await undo(page);
    await expect.poll(async () => (await layout()).placements, SLOW).toEqual(before);
    await expect.poll(async () => Object.keys((await layout()).variants), SLOW).toEqual([]);
  }, 120_000);

  it('stop when asked to, and a worker that breaks down leaves the plan as it is and says so', async () => {
    const page = await bench.page(path);
    const before = await layout();
    await tab(page, 'Layouts');
    await button(page, 'Find layouts').click();
    await button(page, 'Stop').click();
    await page.getByText(/Stopped/).waitFor(SLOW);
    await button(page, 'Find layouts').click();
    await page.getByRole('progressbar').waitFor();
    // Every worker of the page throws; only the one that is at work matters.
    for (const worker of page.workers())
      void worker.evaluate(() => setTimeout(() => Promise.reject(new Error('broken')), 0)).catch(() => undefined);
    for (const worker of page.workers())
      void worker
        .evaluate(() => {
          setTimeout(() => {
            throw new Error('broken');
          }, 0);
        })
        .catch(() => undefined);
    await page
      .getByText(/The computation stopped.*untouched|different layouts/)
      .first()
      .waitFor(SLOW);
    expect(await layout()).toEqual(before);
    // Workers that are busy break later: closed, the page says nothing more.
    await page.context().close();
    // Exactly the break that was made here, and nothing else.
    bench.takeConsoleErrors(/^(Uncaught .*)?broken$/);
  }, 90_000);
});

describe('what would it take', () => {
  it('lists the least interventions; the ring is applied as a body and undone', async () => {
    const page = await bench.page(path);
    await tab(page, 'Ways out');
    await button(page, 'Find ways out').click();
    await page.getByText(/interventions tried/).waitFor(SLOW);
    await button(page, /^Try on: Move Graphics card .* down$/)
      .first()
      .waitFor();
    await button(page, /^Try on: Raise the lid by/).click();
    await page.getByText(/gone: Smallest margin/).waitFor(SLOW);
    await button(page, 'Use').click();
    const bodies = async () => Object.values((await bench.document(path)).shell.bodies).map((b) => b.kind);
    await expect.poll(bodies, SLOW).toEqual(['lid', 'ring']);
    await undo(page);
    await expect.poll(bodies, SLOW).toEqual(['lid']);
  }, 90_000);
});

describe('wishes, reach and order', () => {
  it('a wish is tape on its part and a finding; two that fight are named', async () => {
    const page = await bench.page(path);
    await tab(page, 'Wishes');
    await page.getByLabel('Part', { exact: true }).selectOption('drive-1');
    await page.getByLabel('Other part').selectOption('card-1');
    await button(page, 'Add').click();
    await page.locator('[data-label="drive-1"]').getByText('within 50.0 mm of Graphics card').waitFor(SLOW);
    await page.getByLabel('is to be').selectOption('apart');
    await button(page, 'Add').click();
    const least = page.getByLabel('at least', { exact: true });
    await least.click();
    await least.fill('90');
    await least.press('Enter');
    await button(page, 'Can they all hold?').click();
    await page.getByText(/fights .* either alone can hold/).waitFor(SLOW);
    await tab(page, 'Margins');
    await page.getByText(/Archive drive should be within 50.0 mm of Graphics card/).waitFor();
    for (let i = 0; i < 3; i++) await undo(page);
    await expect.poll(async () => Object.keys((await layout()).wishes), SLOW).toEqual([]);
  }, 90_000);

  it('a riser that is too short stops the work; a length that is none is refused', async () => {
    const page = await bench.page(path);
    await tab(page, 'Cables');
    const riser = button(page, /riser: Board to Graphics card/);
    await riser.click(SLOW);
    const own = page.getByLabel('Length of the one you have');
    await own.click();
    await own.fill('0');
    await own.press('Enter');
    await page.getByText(/0 mm is no cable/).waitFor();
    await own.fill('150');
    await own.press('Enter');
    await page
      .getByText(/too short/)
      .first()
      .waitFor(SLOW);
    await tab(page, 'Margins');
    await page.getByText(/The riser from Board to Graphics card is .* too short/).waitFor(SLOW);
    await undo(page);
    await expect.poll(async () => (await layout()).cables, SLOW).toEqual({});
  }, 90_000);

  it('the order is stepped through in the view, and says what comes out first', async () => {
    const page = await bench.page(path);
    await tab(page, 'Order');
    await page.getByText('To change a part, take out first').waitFor(SLOW);
    await page.getByRole('row', { name: /Board.*Graphics card, Exhaust fan/ }).waitFor();
    await button(page, 'Next step').click();
    // Only the board is in after the first step.
    await expect.poll(() => page.locator('[data-label]').allInnerTexts(), SLOW).toEqual(['Board']);
    await button(page, 'Next step').click();
    await expect.poll(() => page.locator('button[data-label]').count(), SLOW).toBe(2);
    await button(page, 'show all').click();
    await expect.poll(() => page.locator('button[data-label]').count(), SLOW).toBe(6);
  }, 90_000);

  it('an empty kit is told what to do on every page', async () => {
    const page = await bench.page(await bench.pathOf('Ibis cocktail table', 'fit'));
    for (const [name, words] of [
      ['Layouts', /The kit is empty/],
      ['Ways out', /The kit is empty/],
      ['Wishes', /The kit is empty/],
      ['Cables', /No cables yet/],
      ['Order', /Nothing is in the shell yet/],
    ] as const) {
      await tab(page, name);
      await page.getByText(words).first().waitFor(SLOW);
    }
    expect(bench.consoleErrors).toEqual([]);
  }, 60_000);
});
