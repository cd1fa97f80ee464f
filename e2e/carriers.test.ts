import type { Page } from 'playwright-core';
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import { Bench, DEMO } from './bench';

// Trays, frames, and shells that are cut down.

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
const typed = async (page: Page, label: string, value: string) => {
  const field = page.getByLabel(label, { exact: true });
  await field.fill(value);
  await field.press('Enter');
};

describe('a tray', () => {
  it('comes with its standoffs, carries the board wherever it goes, and is cut down with its sheet', async () => {
    const { path, page } = await open(DEMO, 'kit');
    await tab(page, 'Own parts');
    const tray = page.getByRole('region', { name: 'A tray from another machine' });
    await tray.getByLabel('Made for').selectOption({ label: 'Mini-ITX board' }, SLOW);
    await tray.getByRole('img', { name: /4 of 4 standoffs stay/ }).waitFor(SLOW);
    await tray.getByRole('button', { name: 'Add the tray to the kit' }).click();
    await expect.poll(async () => 'tray-1' in (await bench.document(path)).kit.parts, SLOW).toBe(true);

    await page.goto(page.url().replace(/kit$/, 'fit'));
    await page.getByRole('button', { name: /^Tray/ }).first().click(SLOW);
    await page.getByRole('button', { name: 'put it in the middle' }).click(SLOW);
    await page.getByRole('button', { name: 'Back to all parts' }).click(SLOW);
    await page
      .getByRole('button', { name: /^Board/ })
      .first()
      .click(SLOW);
    await page.getByLabel('Stands on').selectOption({ label: 'Tray' }, SLOW);
    await page.getByText('4 of its 4 holes on standoffs').waitFor(SLOW);
    const places = async () => (await bench.document(path)).layout.placements;
    await expect.poll(async () => (await places())['board-1']?.with, SLOW).toBe('tray-1');

    // The tray moved by its field takes the board along, in one step that undo takes back.
    const before = await places();
    await page.getByRole('button', { name: 'Back to all parts' }).click(SLOW);
    await page.getByRole('button', { name: /^Tray/ }).first().click(SLOW);
    await typed(page, 'Left end', '150');
    await expect
      .poll(async () => (await places())['board-1']!.x - before['board-1']!.x, SLOW)
      .toBeCloseTo(150 - before['tray-1']!.x, 3);
    await page.getByRole('button', { name: /^Undo/ }).click();
    await expect.poll(places, SLOW).toEqual(before);

    await page.goto(page.url().replace(/fit$/, 'kit'));
    await page.getByRole('button', { name: /^Tray/ }).first().click(SLOW);
    await typed(page, 'At the left', '40');
    await page.getByText('2 of 4 standoffs go.').waitFor(SLOW);
    // Too much: what would be right is said, and nothing is lost.
    await typed(page, 'At the right', '190');
    await page.getByText(/nothing of the tray is left/).waitFor(SLOW);
    await expect.poll(async () => (await places())['board-1'], SLOW).toEqual(before['board-1']);

    await page.goto(page.url().replace(/kit$/, 'cut'));
    await tab(page, 'Sheets');
    await page.getByRole('radio', { name: 'Tray' }).click(SLOW);
    await page.getByRole('img', { name: /Sheet of the Tray/ }).waitFor(SLOW);
  });
});

describe('a frame', () => {
  it('says how far it sags and what is sawn, refuses bars that do not fit, and goes into the kit', async () => {
    const { path, page } = await open(DEMO, 'kit');
    await tab(page, 'Own parts');
    const frame = page.getByRole('region', { name: 'A frame of bars' });
    await frame.getByText(/up to .* is usual/).waitFor(SLOW);
    await frame.getByText('2 × 400.0 mm').waitFor(SLOW);
    await frame.getByLabel('Cross members').fill('12');
    await frame.getByLabel('Cross members').press('Enter');
    await frame.getByText('14 × 260.0 mm').waitFor(SLOW);
    await frame.getByLabel('Wide', { exact: true }).fill('200');
    await frame.getByLabel('Wide', { exact: true }).press('Enter');
    await frame.getByText(/12 cross members of 20 mm do not fit in 200 mm/).waitFor(SLOW);
    await frame.getByRole('button', { name: 'Add the frame to the kit' }).click();
    await expect
      .poll(async () => (await bench.document(path)).kit.parts['frame-1']?.own?.made?.kind, SLOW)
      .toBe('frame');
    await page.goto(page.url().replace(/kit$/, 'cut'));
    await tab(page, 'Stock');
    await page
      .getByText(/Frame, front bar/)
      .first()
      .waitFor(SLOW);
  });
});

describe('a shell that is cut down', () => {
  it('says what it costs, is tried on, used and undone; and how far it goes', async () => {
    const { path, page } = await open(CABINET, 'shell');
    const cut = page.getByRole('region', { name: 'Cut it down' });
    await cut.getByLabel('From').fill('340');
    await cut.getByLabel('From').press('Enter');
    await cut.getByLabel('To').fill('380');
    await cut.getByLabel('To').press('Enter');
    await cut.getByText('Cut through and shorter: Lower drawer, Upper drawer.').waitFor(SLOW);
    await cut.getByText('front wall: 340.0 mm and 380.0 mm from its left edge').waitFor(SLOW);
    const width = async () => ((await bench.document(path)).shell.hull as { width: { value: number } }).width.value;
    const before = await width();
    await cut.getByRole('button', { name: /^Use: 40/ }).click(SLOW);
    await expect.poll(width, SLOW).toBeCloseTo(before - 40, 6);
    await page.getByRole('button', { name: /^Undo/ }).click();
    await expect.poll(width, SLOW).toBeCloseTo(before, 6);
    await cut.getByLabel('To').fill('100');
    await cut.getByLabel('To').press('Enter');
    await cut.getByRole('alert').getByText('the second is over the first').waitFor(SLOW);
    await cut.getByRole('button', { name: 'How far can it be cut down?' }).click();
    await cut.getByText('At least so far, with everything where it is').waitFor({ timeout: 90_000 });
    await cut.getByRole('button', { name: 'Try on: all these cuts' }).click(SLOW);
    await page.getByText('trying on: all these cuts').waitFor(SLOW);
  });
});

describe('a search', () => {
  it('is told where to put a part, by keys alone', async () => {
    const { path, page } = await open(CABINET, 'fit');
    await page.getByRole('button', { name: 'Map drive 1' }).first().click(SLOW);
    const where = page.getByLabel('A search puts it');
    await where.focus();
    await where.selectOption({ label: 'on Lower drawer' });
    await expect.poll(async () => (await bench.document(path)).layout.rides, SLOW).toEqual({ 'drive-1': 'drawer-1' });
    await page.keyboard.press('Control+z');
    await expect.poll(async () => (await bench.document(path)).layout.rides, SLOW).toBeUndefined();
  });
});
