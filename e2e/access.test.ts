import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import type { Page } from 'playwright-core';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { Bench, DEMO } from './bench';
import { goToStation, still } from './still';

// WCAG 2.1 A and AA as far as the axe rules engine tests them.
const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

interface Violation {
  id: string;
  impact: string;
  nodes: { target: string[]; failureSummary: string }[];
}

let bench: Bench;
/** One page for all views: what was fetched once is not fetched again. */
let page: Page;
beforeAll(async () => {
  bench = await new Bench().open();
  page = await bench.page('/', { theme: 'light' });
});
afterAll(() => bench.close());

const ALL = `{ resultTypes: ['violations'], runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa'] }`;
/** What the other colours can break. */
const CONTRAST = `{ resultTypes: ['violations'], runOnly: { type: 'rule', values: ['color-contrast'] } }`;

async function violations(page: Page, rules: string): Promise<string[]> {
  // Through the debugger: the pages’ own policy forbids scripts from elsewhere.
  const session = await page.context().newCDPSession(page);
  await session.send('Runtime.evaluate', { expression: axe });
  const { result } = await session.send('Runtime.evaluate', {
    expression: `axe.run(document, ${rules}).then((r) => JSON.stringify(r.violations))`,
    awaitPromise: true,
    returnByValue: true,
  });
  return (JSON.parse(result.value as string) as Violation[])
    .filter((v) => v.impact === 'serious' || v.impact === 'critical')
    .map(
      (v) => `${v.id}: ${v.nodes.map((n) => `${n.target.join(' ')} (${n.failureSummary.slice(0, 160)})`).join('; ')}`,
    );
}

const VIEWS: { name: string; station?: string; prepare?: (page: Page) => Promise<void> }[] = [
  { name: 'list' },
  { name: 'brief', station: 'brief' },
  {
    name: 'shell, inside',
    station: 'shell',
    prepare: async (page) => {
      await page.getByRole('tab', { name: 'Inside' }).click();
      await page.getByRole('button', { name: 'Lid rib 1' }).click();
    },
  },
  ...['Form', 'Survey', 'Room', 'Hazards'].map((tab) => ({
    name: `shell, ${tab.toLowerCase()}`,
    station: 'shell',
    prepare: (page: Page) => page.getByRole('tab', { name: tab }).click(),
  })),
  {
    name: 'section editor',
    station: 'shell',
    prepare: (page) => page.getByRole('button', { name: 'Edit the section' }).last().click(),
  },
  ...['Own parts', 'Hole maps', 'Photos', 'What fits?'].map((tab) => ({
    name: `kit, ${tab.toLowerCase()}`,
    station: 'kit',
    prepare: (page: Page) => page.getByRole('tab', { name: tab }).click(),
  })),
  {
    name: 'a hole map',
    station: 'kit',
    prepare: async (page) => {
      await page.getByRole('tab', { name: 'Hole maps' }).click();
      await page.getByRole('button', { name: 'map', exact: true }).click();
    },
  },
  {
    name: 'kit',
    station: 'kit',
    prepare: (page) =>
      page
        .getByRole('button', { name: /^Board/ })
        .first()
        .click(),
  },
  { name: 'fit', station: 'fit' },
  {
    name: 'fit with a part in plan',
    station: 'fit',
    prepare: async (page) => {
      await page.locator('[data-label="board-1"]').click();
      await page.getByRole('radio', { name: 'Plan' }).click();
    },
  },
  ...['Layouts', 'Wishes', 'Cables', 'Order', 'Opening'].map((tab) => ({
    name: `fit, ${tab.toLowerCase()}`,
    station: 'fit',
    prepare: async (page: Page) => {
      await page.getByRole('tab', { name: tab, exact: true }).click();
    },
  })),
  { name: 'cut', station: 'cut' },
  {
    name: 'an opening by hand',
    station: 'cut',
    prepare: async (page) => {
      await page.getByRole('button', { name: 'Add', exact: true }).click();
      await page.getByRole('button', { name: 'Patterns for it' }).click();
    },
  },
  ...['Mounts', 'Tools', 'Sheets', 'Strength', 'Print'].map((tab) => ({
    name: `cut, ${tab.toLowerCase()}`,
    station: 'cut',
    prepare: async (page: Page) => {
      await page.getByRole('tab', { name: tab, exact: true }).click();
      if (tab === 'Print') await page.getByRole('button', { name: 'Add', exact: true }).click();
    },
  })),
  ...['air', 'power', 'links', 'panel', 'build', 'proof'].map((station) => ({ name: station, station })),
  ...[
    ['build', 'Time'],
    ['build', 'Weight'],
    ['build', 'Log'],
    ['proof', 'Burn-in'],
    ['proof', 'Noise and speed'],
    ['proof', 'Targets'],
  ].map(([station, tab]) => ({
    name: `${station}, ${tab!.toLowerCase()}`,
    station: station!,
    prepare: async (page: Page) => {
      await page.getByRole('tab', { name: tab!, exact: true }).click();
    },
  })),
  {
    name: 'instruments',
    station: 'proof',
    prepare: (page) => page.getByRole('button', { name: 'Instruments', exact: true }).click(),
  },
];

/** Goes to the first page of a station, by its link where there is one: the page is loaded once. */
async function go(station: string | undefined): Promise<void> {
  const link = page.locator(`nav a[href$="/${station}"]`);
  if (!station || (await link.count()) === 0)
    await page.goto(bench.address + (station ? await bench.pathOf(DEMO, station) : '/'));
  else {
    await page.keyboard.press('Escape');
    await goToStation(page, station);
  }
  await page.getByRole('heading').first().waitFor();
  if (!station) return;
  await page.getByRole('contentinfo').waitFor();
  await still(page);
  const first = page.locator('aside [role=tab]').first();
  if ((await first.count()) > 0) await first.click();
}

it.each(VIEWS)('$name has no serious violation, light and dark', async ({ station, prepare }) => {
  await page.evaluate(() => (window.document.documentElement.dataset.theme = 'light'));
  await go(station);
  await prepare?.(page);
  await still(page);
  expect(await violations(page, ALL)).toEqual([]);
  // The dark one is the same page with the other colours: a dialog may be over its switch.
  await page.evaluate(() => (window.document.documentElement.dataset.theme = 'dark'));
  await still(page);
  expect(await violations(page, CONTRAST)).toEqual([]);
});
