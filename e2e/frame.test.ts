import type { Page } from 'playwright-core';
import { STATIONS } from '@young-shell/core/plan';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Bench, DEMO } from './bench';
import { goToStation, laidOut, still } from './still';

let bench: Bench;
beforeAll(async () => {
  bench = await new Bench().open();
});
afterAll(() => bench.close());

const SLOW = { timeout: 20_000 };
const settled = async (page: Page) => {
  await page.getByRole('contentinfo', { name: 'Verdicts' }).waitFor();
  await page.getByRole('heading').first().waitFor();
  await still(page);
};
async function station(page: Page, id: string): Promise<void> {
  await goToStation(page, id);
  await settled(page);
}

/** Texts that are wider than the box they are cut off by, and boxes that reach past the page. */
const cutOff = (page: Page, within: string) =>
  page.evaluate((selector) => {
    const found: string[] = [];
    for (const root of document.querySelectorAll(selector))
      for (const e of [root, ...root.querySelectorAll<HTMLElement>('*')]) {
        const { left, right, width, height } = e.getBoundingClientRect();
        if (width === 0 || height === 0 || e.closest('.sr-only')) continue;
        const style = getComputedStyle(e);
        const text = (e.textContent ?? '').trim().slice(0, 40);
        if (e.children.length === 0 && text && style.overflow !== 'visible' && e.scrollWidth > e.clientWidth + 1)
          if (!e.getAttribute('title') && style.textOverflow !== 'ellipsis') found.push(`cut off: ${text}`);
        if (left < -1 || right > innerWidth + 1) found.push(`off the page: ${e.tagName} ${text}`);
      }
    return found;
  }, within);

describe('rail and strip', () => {
  /** Sizes in px, and the share of the width that the view keeps at least. */
  const SIZES = [
    [1280, 800, 0.5],
    [1024, 768, 0.45],
    [768, 1024, 0.85],
    // 1280 × 800 at 150 and 200 %.
    [853, 533, 0.4],
    [640, 400, 0.7],
  ] as const;
  it('nothing is cut off on screens of five sizes, and the view keeps its share of the width', async () => {
    const page = await bench.page(await bench.pathOf(DEMO, 'fit'));
    await settled(page);
    for (const { id } of STATIONS) {
      await station(page, id);
      for (const [width, height, share] of SIZES) {
        await page.setViewportSize({ width, height });
        await laidOut(page);
        const at = `${id} at ${width} × ${height}`;
        expect([at, await cutOff(page, 'nav, footer, header')]).toEqual([at, []]);
        expect(await page.evaluate(() => document.documentElement.scrollWidth - innerWidth)).toBeLessThanOrEqual(0);
        const view = (await page.getByRole('main').boundingBox())!;
        expect([at, view.width >= share * width, view.height > 100]).toEqual([at, true, true]);
      }
    }
    await page.context().close();
  });

  it('buttons of rail, strip, header and view bar are 40 px in the smaller direction, or stand alone', async () => {
    const page = await bench.page(await bench.pathOf(DEMO, 'fit'));
    await settled(page);
    const small = await page.evaluate(() =>
      [...document.querySelectorAll('nav a, footer a, footer button')]
        .map((e) => ({ text: (e.textContent ?? '').slice(0, 30), box: e.getBoundingClientRect() }))
        .filter(({ box }) => box.width > 0 && Math.min(box.width, box.height) < 39.5)
        .map(({ text }) => text),
    );
    expect(small).toEqual([]);
    await page.context().close();
  });
});

describe('focus', () => {
  it('stays near a thing that was deleted', async () => {
    const page = await bench.page(await bench.pathOf(DEMO, 'shell'));
    await settled(page);
    await page.getByRole('tab', { name: 'Inside' }).click();
    await page.getByRole('button', { name: 'Lid rib 1' }).click();
    const erase = page.getByRole('button', { name: /^Delete Lid rib 1/ });
    await erase.focus();
    await page.keyboard.press('Enter');
    await erase.waitFor({ state: 'detached' });
    const at = () => page.evaluate(() => document.activeElement?.closest('aside') !== null);
    await expect.poll(at, SLOW).toBe(true);
    // The next Tab goes on from there, not from the top of the page.
    await page.keyboard.press('Tab');
    expect(await at()).toBe(true);
    await page.getByRole('button', { name: /^Undo/ }).click();
    await page.getByRole('button', { name: 'Lid rib 1', exact: true }).waitFor();
    await page.context().close();
  });

  it('comes back to the button that opened a dialog', async () => {
    const page = await bench.page(await bench.pathOf(DEMO, 'fit'));
    await settled(page);
    await page.keyboard.press('?');
    await page.getByRole('dialog', { name: /Keys|Shortcuts/i }).waitFor();
    await page.keyboard.press('Escape');
    await page.getByRole('dialog').waitFor({ state: 'detached' });
    await page.getByRole('button', { name: /Keys|keyboard|shortcuts/i }).focus();
    await page.keyboard.press('Enter');
    await page.getByRole('dialog').waitFor();
    await page.keyboard.press('Escape');
    await expect
      .poll(() => page.evaluate(() => document.activeElement?.getAttribute('aria-label') ?? ''), SLOW)
      .toMatch(/Keys|keyboard|shortcuts/i);
    await page.context().close();
  });
});

it('a station begins at its top, wherever the one before was read to', async () => {
  const page = await bench.page(await bench.pathOf(DEMO, 'fit'));
  await settled(page);
  const panel = page.getByRole('complementary', { name: 'Station' });
  await panel.evaluate((e) => void (e.scrollTop = 400));
  expect(await panel.evaluate((e) => e.scrollTop)).toBeGreaterThan(100);
  await station(page, 'shell');
  expect(await panel.evaluate((e) => e.scrollTop)).toBe(0);
  await page.context().close();
});

it('no page complained meanwhile', () => expect(bench.consoleErrors).toEqual([]));
