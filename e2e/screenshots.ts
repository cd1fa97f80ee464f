import { fileURLToPath } from 'node:url';
import { applyChange, writeConversion, type Change } from '@young-shell/core/document';
import { partFrom } from '@young-shell/core/parts';
import { standardPart } from '@young-shell/core/standards';
import type { Page } from 'playwright-core';
import { Bench, DEMO } from './bench';

// One picture of each main view from the demo, at 1280 × 800: `npm run screenshots`, or some of them by name.
const folder = fileURLToPath(new URL('../docs/screenshots/', import.meta.url));

const TOO_MUCH = 'Reel deck, too much in it';

const VIEWS: {
  name: string;
  of?: string;
  station?: string;
  path?: string;
  theme?: 'dark';
  prepare?: (page: Page) => Promise<unknown>;
}[] = [
  { name: 'conversions' },
  {
    name: 'begin',
    path: '/new',
    prepare: async (page) => {
      for (const [label, value] of [
        ['Width', '430'],
        ['Depth, front to rear', '320'],
        ['Height', '160'],
        ['Wall, all alike', '4'],
      ] as const) {
        await page.getByLabel(label, { exact: true }).fill(value);
        await page.keyboard.press('Enter');
      }
      await page.getByLabel('Measured with').selectOption('rule');
      await page.getByRole('button', { name: /^With a graphics card/ }).click();
      await page.getByText('It goes in').waitFor();
    },
  },
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
    name: 'opening',
    of: 'Curlew map cabinet',
    station: 'fit',
    prepare: async (page) => {
      await page.getByRole('tab', { name: 'Opening' }).click();
      await page.getByLabel('What opens').selectOption({ label: 'Lower drawer' });
      await page.getByRole('button', { name: /^Drawing board past/ }).click();
    },
  },
  {
    name: 'what-fits',
    station: 'kit',
    prepare: async (page) => {
      await page.getByRole('tab', { name: 'What fits?' }).click();
      await page.getByRole('checkbox', { name: 'As if nothing were in the shell' }).check();
      await page.getByRole('button', { name: 'Try everything on' }).click();
      await page.getByText(/kinds of parts would go in/).waitFor({ timeout: 120_000 });
      await page.getByRole('button', { name: /^Try on Mini-ITX board with/ }).click();
    },
  },
  {
    name: 'fit-ways',
    of: TOO_MUCH,
    station: 'fit',
    prepare: async (page) => {
      await page.getByRole('tab', { name: 'Ways out' }).click();
      await page.getByRole('button', { name: 'Find ways out' }).click();
      await page.getByText(/interventions tried/).waitFor();
    },
  },
  {
    name: 'fit-order',
    station: 'fit',
    prepare: async (page) => {
      await page.getByRole('tab', { name: 'Order' }).click();
      await page.getByRole('button', { name: 'Next step' }).click();
      await page.waitForTimeout(1000);
      await page.getByRole('button', { name: 'Next step' }).click();
      await page.waitForTimeout(1000);
      await page.getByRole('button', { name: 'Next step' }).click();
    },
  },
  { name: 'air', station: 'air', prepare: (page) => page.getByText('dust comes in by every crack').first().waitFor() },
  { name: 'power', station: 'power' },
  { name: 'links', of: 'Heron piano stool', station: 'links' },
  {
    name: 'cut',
    station: 'cut',
    prepare: async (page) => {
      await page.getByLabel('In the', { exact: true }).selectOption('rear');
      await page.getByRole('button', { name: 'Add', exact: true }).click();
      await page.getByRole('combobox', { name: 'Goes with' }).selectOption('supply-1');
      await page.getByRole('button', { name: 'Patterns for it' }).click();
    },
  },
  {
    name: 'survey',
    of: 'Ibis cocktail table',
    station: 'shell',
    prepare: async (page) => {
      await page.getByRole('tab', { name: 'Survey' }).click();
      await page.waitForFunction(() => document.activeElement?.id === 'reading');
      await page.keyboard.type('13.37');
      await page.keyboard.press('Enter');
    },
  },
  {
    name: 'panel',
    station: 'panel',
    prepare: async (page) => {
      await page.getByRole('button', { name: /^Play/ }).first().click();
      await page.getByText('Ways from Play to power').scrollIntoViewIfNeeded();
    },
  },
  {
    name: 'proof',
    station: 'proof',
    prepare: async (page) => {
      await page.getByRole('tab', { name: 'Burn-in' }).click();
      await page.getByText('Correct the model by it').waitFor();
    },
  },
  {
    name: 'instruments',
    station: 'proof',
    prepare: async (page) => {
      await page.getByRole('tab', { name: 'Burn-in' }).click();
      await page.getByLabel(/^Connect the simulated logger/).click();
      await page.getByRole('button', { name: 'Start the simulated logger' }).click();
      await page.getByText('A log that is not in the plan yet').waitFor();
      await page.getByRole('button', { name: /^Instruments/ }).click();
      await page.waitForTimeout(500);
    },
  },
  { name: 'build', station: 'build', prepare: (page) => page.getByText('holds everything up').first().waitFor() },
];

/** The demo with a full supply and a full-length card: more than goes in. */
async function importTooMuch() {
  const deck = await bench.document(await bench.pathOf(DEMO, 'fit'));
  const full = (id: string, key: string, name: string): Change[] => [
    { type: 'setPart', id, part: partFrom(standardPart(key)!, name) },
    { type: 'placePart', id, placement: null },
  ];
  const changes = [
    ...full('supply-1', 'supply/atx', 'Full supply'),
    ...full('card-1', 'card/full-length-3', 'Long card'),
    { type: 'rename', name: TOO_MUCH } as const,
  ];
  const { document } = applyChange(deck, { type: 'all', what: 'too much', changes });
  await fetch(`${bench.address}/api/conversions/import`, { method: 'POST', body: writeConversion(document) });
}

const bench = await new Bench().open();
try {
  await importTooMuch();
  const wanted = process.argv.slice(2);
  for (const { name, of = DEMO, station, path = '/', theme = 'light', prepare } of VIEWS) {
    if (wanted.length > 0 && !wanted.includes(name)) continue;
    const page = await bench.page(station ? await bench.pathOf(of, station) : path, { theme });
    if (station && of === DEMO)
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
