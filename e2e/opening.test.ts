import type { Page } from 'playwright-core';
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import { Bench, DEMO, smallPlan } from './bench';

// What opens and what rides on it; the questions asked backwards.

let bench: Bench;
const SLOW = { timeout: 30_000 };
const CABINET = 'Curlew map cabinet';

beforeAll(async () => {
  bench = await new Bench().open();
});
afterEach(() => bench.closePages());
afterAll(() => bench.close());

const tab = (page: Page, name: string) => page.getByRole('tab', { name, exact: true }).click();
const open = async (name: string, station: string) => {
  const path = await bench.pathOf(name, station);
  return { path, page: await bench.page(path) };
};
const place = async (path: string, id: string) => (await bench.document(path)).layout.placements[id];

describe('what opens', () => {
  it('is slid along by keys, shows where it is tightest, and goes there at a click', async () => {
    const { page } = await open(CABINET, 'fit');
    await tab(page, 'Opening');
    await page.getByLabel('What opens').selectOption({ label: 'Lower drawer' }, SLOW);
    await page.getByText('Lower drawer carries Drawing board, Board of 12 V, Tray of an old case.').waitFor(SLOW);
    const slider = page.getByRole('slider');
    await slider.press('End');
    await page.getByText('pulled out by 380 mm').waitFor(SLOW);
    await slider.press('Home');
    await page.getByRole('button', { name: /^Drawing board past the front wall/ }).click();
    await page.getByText('pulled out by 341 mm').waitFor(SLOW);
    // Left, everything is shut again.
    await tab(page, 'Margins');
    await tab(page, 'Opening');
    await page.getByText('shut', { exact: true }).waitFor(SLOW);
  });

  it('carries a part that is told to ride on it; what then meets the frame stops, and undo brings it back', async () => {
    const { path, page } = await open(CABINET, 'fit');
    await page.getByRole('button', { name: 'Map drive 1' }).first().click(SLOW);
    await page.getByLabel('Rides on').selectOption({ label: 'Side door' }, SLOW);
    await expect.poll(async () => (await place(path, 'drive-1'))?.on, SLOW).toBe('door-1');
    // It lies behind the upright: opened with the door, it goes through that.
    await page
      .getByText(/Map drive 1, on Side door, goes .* into .* when Side door is opened by/)
      .first()
      .waitFor(SLOW);
    await page.getByRole('button', { name: /^Undo/ }).click();
    await expect.poll(async () => (await place(path, 'drive-1'))?.on, SLOW).toBe('drawer-2');
  });

  it('a body that is deleted lets go of what rode on it', async () => {
    const { path, page } = await open(CABINET, 'shell');
    await page.getByText('Side door').first().click(SLOW);
    await page.getByRole('button', { name: 'Delete Side door' }).click(SLOW);
    await expect.poll(async () => (await place(path, 'fan-1'))?.on, SLOW).toBeUndefined();
    await page.getByRole('button', { name: /^Undo/ }).click();
    await expect.poll(async () => (await place(path, 'fan-1'))?.on, SLOW).toBe('door-1');
  });
});

describe('a row', () => {
  it('of equal parts is made in one go, moves as one, and is undone in one', async () => {
    const { path, page } = await open(CABINET, 'fit');
    await page.getByRole('button', { name: 'Map drive 1' }).first().click(SLOW);
    await page.getByRole('button', { name: 'Several in a row …' }).click(SLOW);
    await page.getByLabel('In all').fill('200');
    await page.getByLabel('In all').press('Enter');
    await page.getByLabel('The next one').selectOption({ label: 'behind it' });
    await page.getByLabel('In all').fill('2');
    await page.getByLabel('In all').press('Enter');
    await page.getByRole('button', { name: 'Make the row' }).click();
    await page.getByText('In a row: 2 × Map drive').waitFor(SLOW);
    const drives = async () => {
      const { placements } = (await bench.document(path)).layout;
      return ['drive-1', 'drive-3'].map((id) => placements[id]?.x);
    };
    await expect.poll(drives, SLOW).toEqual([90, 90]);
    await page.getByLabel('Left end').fill('100');
    await page.getByLabel('Left end').press('Enter');
    await expect.poll(drives, SLOW).toEqual([100, 100]);
    await page.getByRole('button', { name: /^Undo/ }).click();
    await expect.poll(drives, SLOW).toEqual([90, 90]);
    await page.getByRole('button', { name: /^Undo/ }).click();
    await expect.poll(drives, SLOW).toEqual([90, undefined]);
  });
});

describe('asked backwards', () => {
  it('what would fit: found as it comes, tried on, used, undone, stopped', async () => {
    const plan = smallPlan('Small box', [230, 220, 80], { 'drive-1': 'drive/2.5-7' });
    plan.layout.placements['drive-1'] = { x: 20, y: 20, z: 2, rear: 'rear', top: 'top', locked: false };
    const path = await bench.bring(plan, 'kit');
    const page = await bench.page(path);
    await tab(page, 'What fits?');
    await page.getByRole('checkbox', { name: 'As if nothing were in the shell' }).check(SLOW);
    await page.getByRole('button', { name: 'Try everything on' }).click();
    await page
      .getByText(/^cooler to \d+ mm$/)
      .first()
      .waitFor(SLOW);
    await page.getByText(/kinds of parts would go in/).waitFor({ timeout: 90_000 });
    const together = page.getByRole('region', { name: 'Together' });
    await together
      .getByRole('button', { name: /^Try on Mini-STX board/ })
      .first()
      .click();
    await page.getByText(/^trying on: Mini-STX board/).waitFor(SLOW);
    const before = Object.keys((await bench.document(path)).kit.parts).length;
    await together
      .getByRole('button', { name: /^Use Mini-STX board/ })
      .first()
      .click();
    await expect
      .poll(async () => Object.keys((await bench.document(path)).kit.parts).length, SLOW)
      .toBeGreaterThan(before);
    await page.getByRole('button', { name: /^Undo/ }).click();
    await expect.poll(async () => Object.keys((await bench.document(path)).kit.parts).length, SLOW).toBe(before);
    await page.getByRole('button', { name: 'Try everything on' }).click();
    await page.getByRole('button', { name: 'Stop', exact: true }).click(SLOW);
    await page.getByRole('button', { name: 'Try everything on' }).waitFor(SLOW);
  });

  it('which of my shells: the kit is tried in all others, most room first', async () => {
    const { page } = await open('Plover typewriter', 'kit');
    await tab(page, 'What fits?');
    const mine = page.getByRole('region', { name: 'Which of my shells for this kit?' });
    await mine.getByRole('button', { name: 'Try it in all of them' }).click(SLOW);
    const row = mine.getByRole('listitem').filter({ hasText: CABINET });
    await row.getByText('goes in').waitFor({ timeout: 60_000 });
    await mine.getByRole('button', { name: 'Try it in all of them' }).waitFor({ timeout: 60_000 });
    expect(await mine.getByRole('listitem').count()).toBeGreaterThanOrEqual(4);
  });

  it('the smallest box: found, told with its bound, used and undone; a wall of 400 mm is refused', async () => {
    const path = await bench.bring(
      smallPlan('Large box', [300, 300, 232], { 'drive-1': 'drive/3.5', 'drive-2': 'drive/2.5-7' }),
      'shell',
    );
    const page = await bench.page(path);
    const box = page.getByRole('region', { name: 'Smallest box for this kit' });
    await box.getByLabel('Walls').fill('400', SLOW);
    await box.getByLabel('Walls').press('Enter');
    await box.getByText('400 mm is no wall; enter 0.5 to 100 mm.').waitFor(SLOW);
    await box.getByLabel('Walls').fill('9');
    await box.getByLabel('Walls').press('Enter');
    await box.getByLabel('Least').selectOption({ label: 'height' });
    await box.getByRole('button', { name: 'Find the smallest box' }).click();
    await box.getByText(/^No box is under [\d.]+ mm\./).waitFor({ timeout: 60_000 });
    await box.getByRole('button', { name: 'Use the smallest box' }).click({ timeout: 60_000 });
    const heightOf = async () => {
      const { hull } = (await bench.document(path)).shell;
      return hull.form === 'box' ? hull.height.value : 0;
    };
    await expect.poll(heightOf, SLOW).toBeLessThan(120);
    await page.getByRole('button', { name: /^Undo/ }).click();
    await expect.poll(heightOf, SLOW).toBe(236);
  });

  it('what if a measurement is wrong: what changes by its ±, and where the plan breaks', async () => {
    const { page } = await open(DEMO, 'fit');
    const again = page.getByRole('region', { name: 'Measure again before you cut' });
    await again
      .getByRole('button', { name: /^What if it is wrong\?/ })
      .first()
      .click(SLOW);
    await again
      .getByText(/the plan breaks:|nothing stops that does not now/)
      .first()
      .waitFor(SLOW);
    await again.getByText(/mm less:/).waitFor(SLOW);
  });
});
