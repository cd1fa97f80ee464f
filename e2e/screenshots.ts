import { fileURLToPath } from 'node:url';
import type { Page } from 'playwright-core';
import { Bench, DEMO } from './bench';

// One picture of each main view from the demo, at 1280 × 800: `npm run screenshots`.
const folder = fileURLToPath(new URL('../docs/screenshots/', import.meta.url));

const VIEWS: { name: string; station?: string; theme?: 'dark'; prepare?: (page: Page) => Promise<unknown> }[] = [
  { name: 'conversions' },
  { name: 'brief', station: 'brief' },
  { name: 'shell', station: 'shell', prepare: (page) => page.getByRole('radio', { name: 'Side' }).click() },
  {
    name: 'kit',
    station: 'kit',
    prepare: (page) =>
      page
        .getByRole('button', { name: /^Graphics card/ })
        .first()
        .click(),
  },
  { name: 'fit', station: 'fit' },
  {
    name: 'fit-remedy',
    station: 'fit',
    prepare: async (page) => {
      await page
        .getByRole('button', { name: /^Preview: Move Graphics card/ })
        .first()
        .click();
      await page.getByText(/gone:/).first().waitFor();
    },
  },
  {
    name: 'fit-plan',
    station: 'fit',
    prepare: async (page) => {
      await page.locator('[data-label="board-1"]').click();
      await page.getByRole('radio', { name: 'Plan' }).click();
    },
  },
  { name: 'fit-dark', station: 'fit', theme: 'dark', prepare: (page) => page.locator('[data-label="card-1"]').click() },
  { name: 'cut', station: 'cut' },
];

const bench = await new Bench().open();
try {
  for (const { name, station, theme = 'light', prepare } of VIEWS) {
    const page = await bench.page(station ? await bench.pathOf(DEMO, station) : '/', { theme });
    if (station)
      await page.waitForFunction(() => document.querySelector<HTMLElement>('[data-label="board-1"]')?.style.transform);
    await page.waitForTimeout(1500);
    await prepare?.(page);
    await page.waitForTimeout(1500);
    await page.screenshot({ path: `${folder}${name}.png` });
    await page.context().close();
    console.log(`docs/screenshots/${name}.png`);
  }
} finally {
  await bench.close();
}
