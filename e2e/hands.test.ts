import type { BrowserContextOptions, Page } from 'playwright-core';
import { STATIONS } from '@young-shell/core/plan';
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import { Bench, DEMO } from './bench';
import { goToStation, laidOut, still } from './still';

// Keys, fingers and inches: every station as it is used, by walking the list of stations and their pages.

let bench: Bench;
const SLOW = { timeout: 30_000 };
/** Had an edit been made, it would have been seen within this, ms. */
const AFTER_AN_EDIT = 600;
const PREFERENCES = 'young-shell/preferences';

beforeAll(async () => {
  bench = await new Bench().open();
});
afterEach(() => bench.closePages());
afterAll(() => bench.close());

/** What is written in mm, in words or names, and what can be pressed and is smaller than a finger. */
const LOOK = `(() => {
  const shown = (e) => e.getClientRects().length > 0;
  const all = [...document.querySelectorAll('body *')].filter(shown);
  const words = all
    .filter((e) => [...e.childNodes].some((n) => n.nodeType === 3 && /\\bmm\\b/.test(n.data)))
    .map((e) => e.textContent.trim());
  const names = all.flatMap((e) => [e.getAttribute('aria-label'), e.getAttribute('title')]);
  const under = all
    .filter((e) => e.matches('a[href], button, select, textarea, summary, input, [role=tab], [role=radio]'))
    // What only readers of the screen meet is pressed by another control.
    .filter((e) => !e.closest('svg') && !e.matches('.skip-link') && e.getBoundingClientRect().width > 1)
    .flatMap((e) => {
      const label = e.matches('[type=checkbox], [type=radio]') ? e.closest('label') : undefined;
      const { width, height } = (label ?? e).getBoundingClientRect();
      const name = (e.getAttribute('aria-label') ?? e.textContent).trim().slice(0, 40);
      return width > 39 && height > 39 ? [] : [Math.round(width) + ' × ' + Math.round(height) + ' ' + e.tagName + ' ' + name];
    });
  return { texts: [...words, ...names.filter((t) => t && /\\bmm\\b/.test(t))], under };
})()`;

/** What sticks out of the page or of the station’s sheet: on a tablet, or zoomed in to 150 and 200 %. */
const OUT = `(() => {
  const out = document.documentElement.scrollWidth > innerWidth + 1 ? ['the page'] : [];
  const aside = document.querySelector('aside');
  if (aside.scrollWidth > aside.clientWidth + 1) out.push('the station');
  const cut = [...document.querySelectorAll('body *')].filter(
    (e) =>
      e.getClientRects().length > 0 && !e.closest('svg, .sr-only, .skip-link, [title]') && !e.classList.contains('rail-label') &&
      getComputedStyle(e).overflowX === 'hidden' && e.clientWidth > 1 && e.scrollWidth > e.clientWidth + 1 &&
      [...e.childNodes].some((n) => n.nodeType === 3 && n.data.trim() !== ''),
  );
  return [...out, ...cut.map((e) => 'cut off: ' + e.textContent.trim().slice(0, 50))];
})()`;

/** A page on the demo with its verdicts, in a window of one’s own. */
async function opened(window: BrowserContextOptions, unit = 'mm'): Promise<Page> {
  const page = await bench.page('about:blank', { window });
  await page.addInitScript(
    ([key, value]) => localStorage.setItem(key!, value!),
    [PREFERENCES, JSON.stringify({ unit })],
  );
  await page.goto(bench.address + (await bench.pathOf(DEMO, STATIONS[0]!.id)));
  await page.getByRole('contentinfo').waitFor(SLOW);
  return page;
}

/** Each station, by its link: the page is loaded once. */
async function eachStation(page: Page, look: (id: string) => Promise<void>): Promise<void> {
  for (const { id, label } of STATIONS) {
    await goToStation(page, id);
    await page
      .getByRole('heading', { name: label, exact: true, level: 2 })
      .first()
      .waitFor({ state: 'attached', ...SLOW });
    await look(id);
  }
}

/** Each page of each station, with what it is called, once it stands still. */
async function walk(page: Page, look: (where: string) => Promise<void>): Promise<void> {
  await eachStation(page, async (id) => {
    const tabs = await page.locator('aside [role=tab]').allTextContents();
    for (const tab of tabs.length > 0 ? tabs : ['']) {
      if (tab) await page.locator('aside').getByRole('tab', { name: tab, exact: true }).click();
      await still(page);
      await look(`${id} ${tab}`.trim());
    }
  });
}

describe('a walk over every page, in inches and with a finger', () => {
  it('shows no millimetres but in names of the trade, and nothing to press under 40 px', async () => {
    const touch = { viewport: { width: 1024, height: 768 }, hasTouch: true, isMobile: true };
    const page = await opened(touch, 'inch');
    const left = new Set<string>();
    const small = new Set<string>();
    // “80 mm fan”, “2.5 in drive, 7 mm”: so these are sold.
    const trade = /^(Add )?\d[\d.]*( in| mm) (fan|drive|radiator)/;
    await walk(page, async (where) => {
      const { texts, under } = await page.evaluate<{ texts: string[]; under: string[] }>(LOOK);
      for (const t of texts) if (!trade.test(t)) left.add(`${where}: ${t.slice(0, 120)}`);
      for (const u of under) small.add(`${where}: ${u}`);
    });
    expect([...left]).toEqual([]);
    expect([...small]).toEqual([]);
  });
});

describe('a walk over every page on other screens', () => {
  it('sticks out nowhere and cuts nothing off, zoomed in to 200 % and on a tablet held upright', async () => {
    const sizes = { zoomed: { width: 640, height: 400 }, upright: { width: 768, height: 1024 } };
    const page = await opened({ viewport: sizes.zoomed });
    const out = new Set<string>();
    // Each page is made once, and laid out at both sizes.
    await walk(page, async (where) => {
      for (const [size, viewport] of Object.entries(sizes)) {
        await page.setViewportSize(viewport);
        await laidOut(page);
        for (const what of await page.evaluate<string[]>(OUT)) out.add(`${where}, ${size}: ${what}`);
      }
    });
    expect([...out]).toEqual([]);
  });

  it('on paper says the verdicts and the station, without the view and what is only pressed', async () => {
    const page = await opened({ viewport: { width: 794, height: 1123 } });
    await eachStation(page, async (id) => {
      await page.locator('[data-findings]').first().waitFor(SLOW);
      await page.emulateMedia({ media: 'print' });
      const shown = (locator: string) => page.locator(locator).first().isVisible();
      expect([id, await shown('.bench-view'), await shown('nav'), await shown('header h1')]).toEqual([
        id,
        false,
        false,
        true,
      ]);
      expect(await page.getByRole('contentinfo').isVisible()).toBe(true);
      // All at once: what stations say after a while comes in between.
      for (const words of await page.locator('[data-findings] article').allInnerTexts())
        expect(words.trim()).not.toBe('');
      await page.emulateMedia({ media: 'screen' });
    });
  });

  it('with colours of the system’s own choice shows what is chosen and where one is by a line', async () => {
    const page = await bench.page(await bench.pathOf(DEMO, 'fit'), { window: { forcedColors: 'active' } });
    await page.locator('[data-label="board-1"]').click(SLOW);
    const lined = (of: string) =>
      page
        .locator(of)
        .first()
        .evaluate((e) => getComputedStyle(e).outlineStyle);
    for (const of of ['nav [aria-current]', '[role=tab][aria-selected=true]', '[data-label="board-1"]'])
      expect([of, await lined(of)]).toEqual([of, 'solid']);
  });
});

describe('keys', () => {
  it('undo the plan in a field nothing was typed into, and the typing where something was', async () => {
    const path = await bench.pathOf(DEMO, 'brief');
    const page = await bench.page(path);
    const note = async () => (await bench.document(path)).note;
    const before = await note();
    const field = page.getByLabel('In one line', { exact: true });
    await field.fill('Something else');
    await field.press('Enter');
    await expect.poll(note, SLOW).toBe('Something else');
    await field.blur();
    await field.focus();
    await page.keyboard.press('Control+z');
    await expect.poll(note, SLOW).toBe(before);
    // Half typed, the keys are the field’s.
    await field.pressSequentially('abc');
    await page.keyboard.press('Control+z');
    await still(page, AFTER_AN_EDIT);
    expect(await note()).toBe(before);
  });

  it('go to the control that has the focus, never to the part behind it', async () => {
    const path = await bench.pathOf(DEMO, 'fit');
    const page = await bench.page(path);
    await page.locator('[data-label="board-1"]').click(SLOW);
    const place = async () => (await bench.document(path)).layout.placements['board-1'];
    const before = await place();
    await page.getByRole('radio', { name: 'Plan' }).click();
    const slider = page.getByRole('slider').first();
    await slider.focus();
    for (const key of ['ArrowRight', 'PageUp', 'ArrowLeft']) await page.keyboard.press(key);
    await page.getByRole('radio', { name: 'Plan' }).focus();
    await page.keyboard.press('ArrowRight');
    await still(page, AFTER_AN_EDIT);
    expect(await place()).toEqual(before);
  });

  it('a held axis takes a figure, a Backspace, and the figure that was meant', async () => {
    const path = await bench.pathOf(DEMO, 'fit');
    const page = await bench.page(path);
    await page.locator('[data-label="board-1"]').click(SLOW);
    await page.getByRole('application').focus();
    await page.keyboard.down('x');
    await page.keyboard.press('2');
    await page.keyboard.press('9');
    await page.keyboard.press('Backspace');
    await page.keyboard.press('4');
    await page.keyboard.press('0');
    await page.keyboard.up('x');
    await expect.poll(async () => (await bench.document(path)).layout.placements['board-1']!.x, SLOW).toBe(240);
  });

  it('reach the station first, and each page says in its title where one is', async () => {
    const page = await bench.page(await bench.pathOf(DEMO, 'fit'));
    await page.getByRole('contentinfo').waitFor(SLOW);
    await page.keyboard.press('Tab');
    await page.keyboard.press('Enter');
    expect(await page.evaluate(() => document.activeElement?.getAttribute('aria-label'))).toBe('Station');
    await expect.poll(() => page.title()).toBe(`Fit · ${DEMO} · Young Shell`);
    await eachStation(page, async (id) => {
      const { label } = STATIONS.find((s) => s.id === id)!;
      await expect.poll(() => page.title(), SLOW).toBe(`${label} · ${DEMO} · Young Shell`);
    });
  });
});

describe('the keyboard alone', () => {
  it('reaches the first finding of every station within five keys', async () => {
    const page = await opened({});
    await eachStation(page, async (id) => {
      // On the first link of the page, where the first Tab after a load leads.
      await still(page);
      await page.locator('.skip-link').first().focus();
      const findings = await page.locator('[data-findings] article').count();
      for (const key of ['Tab', 'Enter']) await page.keyboard.press(key);
      const at = await page.evaluate(
        `document.activeElement.closest('[data-findings]') ? 'finding' : document.activeElement.ariaLabel`,
      );
      expect([id, at]).toEqual([id, findings > 0 ? 'finding' : 'Station']);
    });
  });

  it('opens a list before it chooses, and in a section selects with Enter, not by the focus', async () => {
    const path = await bench.pathOf(DEMO, 'brief');
    const page = await bench.page(path);
    const policy = page.locator('aside select').first();
    const before = await policy.inputValue();
    await policy.focus();
    await page.keyboard.press('ArrowDown');
    expect(await policy.inputValue()).toBe(before);
    await page.keyboard.press('Escape');
    await page.goto(bench.address + (await bench.pathOf(DEMO, 'fit')));
    await page.getByRole('radio', { name: 'Plan' }).click(SLOW);
    const parts = page.locator('svg [data-part]');
    const [first, second] = [parts.nth(0), parts.nth(1)];
    await first.focus();
    expect(await page.locator('svg [data-part][aria-pressed=true]').count()).toBe(0);
    await page.keyboard.press('Enter');
    expect(await first.getAttribute('aria-pressed')).toBe('true');
    // On another part an arrow is not for the one that is selected.
    const places = async () => (await bench.document(path)).layout.placements;
    const was = await places();
    await second.focus();
    await page.keyboard.press('ArrowRight');
    await still(page, AFTER_AN_EDIT);
    expect(await places()).toEqual(was);
    await first.focus();
    await page.keyboard.press('Escape');
    expect(await first.getAttribute('aria-pressed')).toBe('false');
  });

  it('turns the view around the shell and brings it nearer; F shows all of it again', async () => {
    const page = await bench.page(await bench.pathOf(DEMO, 'fit'));
    const tape = page.locator('[data-label="board-1"]');
    await tape.waitFor(SLOW);
    await still(page);
    const at = () => tape.evaluate((e) => e.style.transform);
    await page.getByRole('application').focus();
    const seen = [await at()];
    for (const key of ['ArrowRight', 'Control+ArrowUp', '+']) {
      await page.keyboard.press(key);
      await expect.poll(at, SLOW).not.toBe(seen.at(-1));
      seen.push(await at());
    }
    await page.keyboard.press('f');
    await expect.poll(at, SLOW).not.toBe(seen.at(-1));
    await page.getByRole('radio', { name: 'Front' }).click();
    const paper = () => page.locator('svg[aria-label^="front section"] > g').getAttribute('transform');
    await page.getByRole('application').focus();
    for (const key of ['ArrowRight', 'ArrowUp', '-']) {
      const was = await paper();
      await page.keyboard.press(key);
      await expect.poll(paper, SLOW).not.toBe(was);
    }
  });

  it('closes one thing with Escape, and keeps its place when a dialog, a trial or an undo ends', async () => {
    const page = await bench.page(await bench.pathOf(DEMO, 'fit'));
    const focus = () => page.evaluate(`document.activeElement === document.body ? 'lost' : 'kept'`);
    await page.locator('[data-label="board-1"]').click(SLOW);
    const trial = page.getByRole('button', { name: /^Try on: / }).first();
    await trial.waitFor(SLOW);
    await trial.focus();
    await page.keyboard.press('Enter');
    await page.getByText('trying on:').waitFor(SLOW);
    await expect.poll(focus, SLOW).toBe('kept');
    await page.keyboard.press('Escape');
    await page.getByText('trying on:').waitFor({ state: 'hidden', ...SLOW });
    expect(await page.locator('[data-label="board-1"]').getAttribute('aria-pressed')).toBe('true');
    await expect.poll(focus, SLOW).toBe('kept');
    await page.getByRole('application').focus();
    await page.keyboard.press('?');
    await page.getByRole('dialog').waitFor(SLOW);
    await page.keyboard.press('Escape');
    await page.getByRole('dialog').waitFor({ state: 'hidden', ...SLOW });
    await expect.poll(focus, SLOW).toBe('kept');
    expect(await page.locator('[data-label="board-1"]').getAttribute('aria-pressed')).toBe('true');
    // The button for undo is switched off by the last undo: the focus goes on.
    await page.getByRole('application').focus();
    await page.keyboard.press('Shift+ArrowUp');
    const undo = page.locator('header').getByRole('button', { name: /undo/i });
    await expect.poll(() => undo.isEnabled(), SLOW).toBe(true);
    await undo.focus();
    for (let i = 0; i < 40 && (await undo.isEnabled()); i++) {
      await page.keyboard.press('Enter');
      await still(page, 60);
    }
    await expect.poll(focus, SLOW).toBe('kept');
  });
});

describe('what is said', () => {
  it('tells what is selected, where it went, what was undone, and every part with its tightest margin', async () => {
    const page = await bench.page(await bench.pathOf(DEMO, 'fit'));
    const said = page.getByRole('status', { name: 'What changed' });
    const board = page.locator('[data-label="board-1"]');
    await board.click(SLOW);
    await expect.poll(() => said.textContent(), SLOW).toMatch(/is selected, at .* mm.*tightest .* to /);
    const before = await said.textContent();
    await page.getByRole('application').focus();
    await page.keyboard.press('Shift+ArrowUp');
    await expect.poll(() => said.textContent(), SLOW).not.toBe(before);
    await page.keyboard.press('Control+z');
    await expect.poll(() => said.textContent(), SLOW).toContain('Undone: ');
    const parts = page.getByRole('list', { name: 'Parts in the shell' }).getByRole('listitem');
    expect(await parts.count()).toBe(await page.locator('button[data-label]').count());
    for (const words of await parts.allTextContents()) expect(words).toMatch(/at .* mm.*; (tightest|nothing near)/);
  });
});

describe('fingers', () => {
  it('a second one puts a dragged part back', async () => {
    const path = await bench.pathOf(DEMO, 'fit');
    const page = await bench.page(path, { window: { viewport: { width: 1024, height: 768 }, hasTouch: true } });
    await page.getByRole('radio', { name: 'Plan' }).click(SLOW);
    const before = (await bench.document(path)).layout.placements;
    const box = (await page.locator('svg [data-part="board-1"]').boundingBox())!;
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    const client = await page.context().newCDPSession(page);
    const touch = (type: 'touchStart' | 'touchMove' | 'touchEnd', ...points: { x: number; y: number; id: number }[]) =>
      client.send('Input.dispatchTouchEvent', { type, touchPoints: points });
    await touch('touchStart', { x, y, id: 0 });
    for (let i = 1; i < 6; i++) await touch('touchMove', { x: x + 8 * i, y, id: 0 });
    await touch('touchStart', { x: x + 40, y, id: 0 }, { x: x + 40, y: y + 90, id: 1 });
    await touch('touchMove', { x: x + 60, y, id: 0 }, { x: x + 40, y: y + 110, id: 1 });
    await touch('touchEnd');
    await still(page, AFTER_AN_EDIT);
    expect((await bench.document(path)).layout.placements).toEqual(before);
    // One alone moves it.
    await touch('touchStart', { x, y, id: 0 });
    for (let i = 1; i < 6; i++) await touch('touchMove', { x: x - 8 * i, y, id: 0 });
    await touch('touchEnd');
    await expect.poll(async () => (await bench.document(path)).layout.placements, SLOW).not.toEqual(before);
  });
});
