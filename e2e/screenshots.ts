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
  theme?: 'dark';
  prepare?: (page: Page) => Promise<unknown>;
}[] = [
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
      await page.locator('[data-label="drive-2"]').click();
      await page.getByLabel('Show where it can go').click();
      await page.getByText(/positions on a 2 mm grid/).waitFor();
      await page.getByRole('radio', { name: 'Plan' }).click();
    },
  },
  {
    name: 'fit-layouts',
    station: 'fit',
    prepare: async (page) => {
      await page.getByRole('tab', { name: 'Layouts' }).click();
      await page.getByRole('button', { name: 'Find layouts' }).click();
      await page.getByText(/different layouts/).waitFor();
      await page.getByRole('button', { name: 'Try on Layout 1', exact: true }).click();
    },
  },
  {
    name: 'fit-ways',
    of: TOO_MUCH,
    station: 'fit',
    prepare: async (page) => {
      await page.getByRole('tab', { name: 'Ways' }).click();
      await page.getByRole('button', { name: 'Find ways out' }).click();
      await page.getByText(/interventions tried/).waitFor();
    },
  },
  {
    name: 'fit-reach',
    station: 'fit',
    prepare: async (page) => {
      await page.getByRole('tab', { name: 'Reach' }).click();
      await page.getByRole('button', { name: /riser: Board/ }).click();
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
  { name: 'fit-dark', station: 'fit', theme: 'dark', prepare: (page) => page.locator('[data-label="card-1"]').click() },
  { name: 'cut', station: 'cut' },
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
    name: 'room',
    of: 'Plover typewriter',
    station: 'shell',
    prepare: (page) => page.getByRole('tab', { name: 'Room' }).click(),
  },
  {
    name: 'section',
    of: 'Plover typewriter',
    station: 'shell',
    prepare: async (page) => {
      await page.getByRole('button', { name: 'Edit the section' }).last().click();
      await page.getByRole('button', { name: /^Edge 4/ }).click();
    },
  },
  {
    name: 'hole-map',
    of: 'Plover typewriter',
    station: 'kit',
    prepare: async (page) => {
      await page.getByRole('tab', { name: 'Hole maps' }).click();
      await page.getByRole('button', { name: /^Key matrix board/ }).click();
      const wrong = page.getByLabel('Reading A to B');
      await wrong.click();
      await wrong.fill('143.2');
      await wrong.press('Enter');
    },
  },
  {
    name: 'own-part',
    of: 'Plover typewriter',
    station: 'kit',
    prepare: async (page) => {
      await page
        .getByRole('button', { name: /^Matrix controller/ })
        .first()
        .click();
      await page.getByRole('button', { name: /^Edit its/ }).click();
      await page.getByRole('button', { name: /^USB-C/ }).click();
    },
  },
  { name: 'photo', of: 'Plover typewriter', station: 'kit', prepare: measureSheet },
];

/** A sheet with a board on it, photographed askew (drawn by the browser), and picked. */
async function measureSheet(page: Page) {
  const picture = await page.context().newPage();
  await picture.setViewportSize({ width: 1600, height: 1200 });
  const holes = [
    [3.5, 3.5],
    [61.5, 3.5],
    [61.5, 52.5],
    [3.5, 52.5],
  ].map(
    ([x, y]) =>
      `<i style="position:absolute;left:${180 + x! * 3 - 5}px;top:${368 - y! * 3 - 5}px;width:10px;height:10px;border-radius:9px;background:#e9c77a"></i>`,
  );
  await picture.setContent(
    `<body style="margin:0;background:#6b5a45;perspective:1500px"><div id="sheet" style="position:absolute;left:300px;top:120px;width:1000px;height:900px;transform:rotateX(28deg) rotateZ(-7deg)"><div style="position:absolute;width:630px;height:891px;background:#f4f4ee"></div><div style="position:absolute;left:180px;top:200px;width:255px;height:168px;background:#1c5f3a"></div>${holes.join('')}</div></body>`,
  );
  // Where points of the sheet's plane are seen: markers are put there and asked for their place.
  const seen = await picture.evaluate(
    (points) => {
      const sheet = document.querySelector('#sheet')!;
      return points.map(([x, y]) => {
        const mark = document.createElement('b');
        mark.style.cssText = `position:absolute;left:${x}px;top:${y}px;width:0;height:0`;
        sheet.append(mark);
        const box = mark.getBoundingClientRect();
        mark.remove();
        return [box.left, box.top] as [number, number];
      });
    },
    [
      ...[
        [0, 891],
        [630, 891],
        [630, 0],
        [0, 0],
      ],
      ...[0.02, 0.2, 0.4, 0.6, 0.8, 0.98].map((t) => [0, 891 * t]),
      ...[
        [190.5, 357.5],
        [364.5, 357.5],
        [364.5, 210.5],
        [190.5, 210.5],
      ],
    ],
  );
  const bytes = await picture.screenshot();
  await picture.close();
  await page.bringToFront();
  await page.getByRole('tab', { name: 'Photos' }).click();
  await page.getByLabel('Photo to measure').setInputFiles({ name: 'sheet.png', mimeType: 'image/png', buffer: bytes });
  const canvas = page.getByRole('application', { name: /^The photo/ });
  await canvas.waitFor();
  await page.waitForTimeout(800);
  const image = (await canvas.locator('image').boundingBox())!;
  const click = async ([x, y]: [number, number]) => {
    await page.mouse.click(image.x + (x / 1600) * image.width, image.y + (y / 1200) * image.height);
    await page.waitForTimeout(450);
  };
  for (const at of seen.slice(0, 10)) await click(at);
  await page.getByRole('button', { name: /that is all of it/ }).click();
  await page.getByRole('radio', { name: 'point' }).click();
  for (const at of seen.slice(10)) await click(at);
}

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
  for (const { name, of = DEMO, station, theme = 'light', prepare } of VIEWS) {
    if (wanted.length > 0 && !wanted.includes(name)) continue;
    const page = await bench.page(station ? await bench.pathOf(of, station) : '/', { theme });
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
