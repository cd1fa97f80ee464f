import { readFileSync } from 'node:fs';
import { writeConversion } from '@young-shell/core/document';
import { measured } from '@young-shell/core/quantity';
import type { Page } from 'playwright-core';
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import { Bench, DEMO } from './bench';

let bench: Bench;
let path: string;
const SLOW = { timeout: 30_000 };

beforeAll(async () => {
  bench = await new Bench().open();
  path = await bench.pathOf(DEMO, 'cut');
});
afterEach(() => bench.closePages());
afterAll(() => bench.close());

const tab = (page: Page, name: string) => page.getByRole('tab', { name, exact: true }).click();
const button = (page: Page, name: string | RegExp) => page.getByRole('button', { name, exact: true });
const cut = async () => (await bench.document(path)).cut;
const type = async (page: Page, label: string, value: string) => {
  const field = page.getByRole('textbox', { name: label, exact: true });
  await field.click();
  await field.fill(value);
  await field.press('Enter');
};
/** What a press of a button downloads. */
async function fetched(page: Page, name: string | RegExp): Promise<Buffer> {
  const file = page.waitForEvent('download', SLOW);
  await button(page, name).first().click();
  return readFileSync(await bench.saved(file));
}

describe('openings', () => {
  it('a vent for a wanted area is added, made larger, and undone', async () => {
    const page = await bench.page(path);
    await page.getByLabel('What for').selectOption('grille');
    await page.getByLabel('In the', { exact: true }).selectOption('left');
    await button(page, 'Add').click();
    await expect.poll(async () => Object.keys((await cut()).openings), SLOW).toEqual(['cut-1']);
    // Sleeper leaves the sides as they were.
    await page.getByText(/1 cut in the left face/).waitFor(SLOW);
    await page.getByRole('combobox', { name: 'Face', exact: true }).selectOption('rear');
    await expect.poll(async () => (await cut()).openings['cut-1']!.face, SLOW).toBe('rear');
    await type(page, 'Wanted free area, cm²', '12');
    await button(page, 'Patterns for it').click();
    await page
      .getByRole('list', { name: 'Patterns for the wanted area' })
      .getByRole('button', { name: 'Use' })
      .first()
      .click();
    await expect
      .poll(
        async () =>
          Number(/([\d.]+) cm²/.exec(await page.locator('strong', { hasText: 'cm²' }).first().innerText())![1]),
        SLOW,
      )
      .toBeGreaterThanOrEqual(12);
    await page.getByRole('combobox', { name: 'Goes with' }).selectOption('fan-1');
    await expect.poll(async () => (await cut()).openings['cut-1']!.follows, SLOW).toBe('fan-1');
    for (let i = 0; i < 4; i++) await button(page, /^Undo/).click();
    await expect.poll(async () => (await cut()).openings, SLOW).toEqual({});
  }, 90_000);

  it('what was really cut is measured, does not follow its part, and is taken back', async () => {
    const page = await bench.page(path);
    await button(page, /^Supply: supply opening/).click();
    await button(page, 'It is cut: measure it').click();
    await type(page, 'Width', '98.5');
    await button(page, 'This is what is there').click();
    await expect
      .poll(async () => (await cut()).adjusted['supply-1.inlet.inlet']?.made?.shape, SLOW)
      .toMatchObject({ width: 98.5 });
    await page
      .getByText(/as it was cut, is too small by/)
      .first()
      .waitFor(SLOW);
    await button(page, 'It is not cut after all').click();
    await expect.poll(async () => (await cut()).adjusted, SLOW).toEqual({});
  }, 60_000);
});

describe('sheets', () => {
  it('are fetched as PDF, SVG and DXF; a plan that changes makes printed ones stale', async () => {
    const page = await bench.page(path);
    await tab(page, 'Sheets');
    expect((await fetched(page, 'All sheets, PDF')).subarray(0, 5).toString()).toBe('%PDF-');
    await page.getByText(/rear: printed .*, as the plan says/).waitFor(SLOW);
    expect((await fetched(page, 'DXF')).toString()).toContain('LWPOLYLINE');
    await type(page, 'Allowance a side', '0.6');
    await page.getByText(/rear: printed .*the plan has changed since/).waitFor(SLOW);
    await button(page, /^Undo/).click();
    await page.getByText(/rear: printed .*, as the plan says/).waitFor(SLOW);
    await page.getByLabel('Drawn').selectOption('punch');
    expect((await fetched(page, 'this face, PDF')).subarray(0, 5).toString()).toBe('%PDF-');
    await button(page, /^Undo/).click();
    await expect.poll(async () => (await cut()).printed, SLOW).toEqual({});
  }, 90_000);
});

describe('mounts, tools, strength, prints', () => {
  it('a drive held by tape drills nothing; the next saw is another', async () => {
    const page = await bench.page(path);
    await tab(page, 'Mounts');
    await page.getByRole('combobox', { name: 'System drive, on the floor' }).selectOption('tape');
    await expect.poll(async () => (await cut()).mounts['drive-2'], SLOW).toEqual({ kind: 'tape' });
    await tab(page, 'Tools');
    expect(await page.getByText(/System drive: M3/).count()).toBe(0);
    await type(page, 'Hole saws, mm', '22 73');
    await page.getByText(/saw 73 mm from the outside/).waitFor(SLOW);
    await button(page, /^Undo/).click();
    await button(page, /^Undo/).click();
    await page
      .getByText(/System drive: M3/)
      .first()
      .waitFor(SLOW);
  }, 60_000);

  it('the rear bends more than before; a tray comes as a file; a wrong size is said', async () => {
    const page = await bench.page(path);
    await tab(page, 'Strength');
    await page.getByText('With one of these').waitFor(SLOW);
    await tab(page, 'Print');
    await button(page, 'Add').click();
    await page
      .getByText(/\d+ g, about/)
      .first()
      .waitFor(SLOW);
    const stl = await fetched(page, 'STL');
    expect(stl.length).toBe(84 + 50 * stl.readUInt32LE(80));
    // As a part of the kit Fit counts it; one step that may be taken back.
    const { z } = (await bench.document(path)).layout.placements['board-1']!;
    await button(page, 'Put it in place').click();
    await expect
      .poll(async () => Object.values((await bench.document(path)).kit.parts).map((p) => p.name), SLOW)
      .toContain('Tray');
    // It lies under the board, which stands as much higher as it is thick.
    const { placements } = (await bench.document(path)).layout;
    expect(placements['print-part-1']).toMatchObject({ z, top: 'top' });
    expect(placements['board-1']!.z).toBeCloseTo(z + 3, 6);
    await button(page, /^Undo/).click();
    await type(page, 'Hole for the insert', '7');
    await page.getByText(/bosses of 8 mm: make them/).waitFor(SLOW);
    await button(page, /^Undo/).click();
    await button(page, /^Undo/).click();
    await expect.poll(async () => (await cut()).prints, SLOW).toEqual({});
  }, 90_000);
});

describe('a part at a slight angle', () => {
  it('stands on holes that are there, turned as they are, is drawn so, and straight again by keyboard', async () => {
    // Two holes of 4 mm in the floor, 95.25 mm apart as those of the drive, 2° out of square.
    const angle = Math.PI / 90;
    const plan = { ...(await bench.document(path)), name: 'Askew' };
    for (const [i, k] of [0, 95.25].entries())
      plan.shell.openings[`hole-${i + 1}`] = {
        name: `Hole ${i + 1}`,
        face: 'bottom',
        shape: { kind: 'round', diameter: measured(4) },
        u: measured(60 + k * Math.cos(angle)),
        v: measured(100 + k * Math.sin(angle)),
      };
    const made = await fetch(`${bench.address}/api/conversions/import`, {
      method: 'POST',
      body: writeConversion(plan),
    });
    expect(made.ok).toBe(true);
    const askew = await bench.pathOf('Askew', 'cut');
    const page = await bench.page(askew);
    await tab(page, 'Mounts');
    await page.getByLabel('Holes of', { exact: true }).selectOption('drive-1');
    const place = page.getByRole('list', { name: 'Places on existing holes' }).getByRole('listitem').first();
    await place.getByText(/turned by [12]\.\d°/).waitFor(SLOW);
    await place.getByRole('button', { name: 'Put it there' }).click();
    const tilt = async () => (await bench.document(askew)).layout.placements['drive-1']!.tilt;
    await expect.poll(async () => Math.abs((await tilt())?.degrees ?? 0), SLOW).toBeGreaterThan(1.5);
    await page.goto(bench.address + askew.replace('/cut', '/fit'));
    await button(page, 'Archive drive').first().click();
    await page.getByRole('radio', { name: 'Plan' }).click();
    await page.locator('svg polygon:visible').first().waitFor(SLOW);
    const angleField = page.getByRole('textbox', { name: 'Angle to the left, °' });
    await angleField.fill('40');
    await angleField.press('Enter');
    await page.getByText('40 is out of range; enter -10 to 10.').waitFor(SLOW);
    await angleField.fill('0');
    await angleField.press('Enter');
    await expect.poll(tilt, SLOW).toBeUndefined();
    await button(page, /^Undo/).click();
    await expect.poll(async () => (await tilt()) !== undefined, SLOW).toBe(true);
  }, 90_000);
});

it('nothing was complained about in the console', () => expect(bench.consoleErrors).toEqual([]));
