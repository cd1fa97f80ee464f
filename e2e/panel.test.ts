import type { Page } from 'playwright-core';
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import { readFileSync } from 'node:fs';
import { writeConversion } from '@young-shell/core/document';
import { Bench, DEMO } from './bench';

// Panel as it is used: controls, headers, keys, pins, harness.

let bench: Bench;
const SLOW = { timeout: 30_000 };
const TYPEWRITER = 'Plover typewriter';

beforeAll(async () => {
  bench = await new Bench().open();
});
afterEach(() => bench.closePages());
afterAll(() => bench.close());

const tab = (page: Page, name: string) => page.getByRole('tab', { name, exact: true }).click();
const button = (page: Page, name: string | RegExp) => page.getByRole('button', { name, exact: true });
const undo = (page: Page) => page.getByRole('button', { name: /^Undo/ }).click();
const open = async (name: string) => {
  const path = await bench.pathOf(name, 'panel');
  return { path, page: await bench.page(path) };
};
const panelOf = async (path: string) => (await bench.document(path)).panel;
const saved = async (page: Page, name: string) => {
  const [file] = await Promise.all([page.waitForEvent('download'), button(page, name).click()]);
  return readFileSync(await bench.saved(file));
};

describe('controls', () => {
  it('a way is chosen and undone; a latching button on the power switch is refused with its reason', async () => {
    const { path, page } = await open(DEMO);
    await button(page, /^Stop/).first().click();
    await page.getByRole('combobox', { name: 'It shall do' }).selectOption('power');
    await page.getByRole('combobox', { name: 'Kind' }).selectOption('latching');
    await page.getByRole('radio', { name: /^Straight to the header/ }).click();
    await page
      .getByText(/after 4 s the board takes that for/)
      .first()
      .waitFor(SLOW);
    await expect.poll(async () => (await panelOf(path)).controls['control-3']!.way, SLOW).toBe('direct');
    await page.getByLabel('Verdicts').getByText('Stop: power', { exact: true }).waitFor(SLOW);
    for (let i = 0; i < 3; i++) await undo(page);
    await expect.poll(async () => (await panelOf(path)).controls['control-3']!.wish, SLOW).toBe('codes');
  }, 90_000);

  it('a new one on a face brings its hole, its room and its entry in one step, and goes in one', async () => {
    const { path, page } = await open(DEMO);
    const before = await bench.document(path);
    await button(page, 'New control on a face').click();
    const dialog = page.getByRole('dialog');
    await dialog.getByRole('textbox', { name: 'Name' }).fill('Hidden restart');
    await dialog.getByRole('textbox', { name: 'Name' }).press('Enter');
    await dialog.getByRole('combobox', { name: 'Face' }).selectOption('rear');
    await button(page, 'Put it there').click();
    await expect
      .poll(async () => Object.values((await panelOf(path)).controls).some((c) => c.name === 'Hidden restart'), SLOW)
      .toBe(true);
    const made = await bench.document(path);
    expect(Object.keys(made.cut.openings).length).toBe(Object.keys(before.cut.openings).length + 1);
    expect(Object.keys(made.shell.features).length).toBe(Object.keys(before.shell.features).length + 1);
    await undo(page);
    await expect.poll(async () => (await bench.document(path)).panel.controls, SLOW).toEqual(before.panel.controls);
    expect((await bench.document(path)).shell.features).toEqual(before.shell.features);
  }, 90_000);
});

describe('headers', () => {
  it('an old plug is compared wire by wire; one read from below is told', async () => {
    const { path, page } = await open(DEMO);
    await tab(page, 'Headers');
    const compare = page.getByRole('region', { name: 'Which old wire goes where' });
    await compare.getByText(/the other has no 12 V: insulate its end/).waitFor(SLOW);
    await button(page, 'Edit Board, front panel').click();
    await page.getByRole('combobox', { name: 'The plug was' }).selectOption('from below');
    await page.getByText(/Read from below: every pin is another one/).waitFor(SLOW);
    await undo(page);
    await expect.poll(async () => (await panelOf(path)).headers['header-1']!.seen, SLOW).toBeUndefined();
  }, 90_000);
});

/** A typewriter of which half the keys are read: as it was on its way. */
/** The typewriter with all but so many of its 48 keys read. */
async function halfRead(left = 24): Promise<string> {
  const document = await bench.document(await bench.pathOf(TYPEWRITER, 'panel'));
  const half = structuredClone(document);
  half.name = `Half read ${performance.now()}`;
  half.accepted = {};
  for (const key of Object.values(half.panel.matrices['matrix-1']!.keys).slice(48 - left)) key.readings = {};
  await fetch(`${bench.address}/api/conversions/import`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/octet-stream' },
    body: writeConversion(half),
  });
  return half.name;
}

describe('keys', () => {
  it('are found with the simulated prober, key by key, over a reload and an unplugged prober, and written out', async () => {
    const { path, page } = await open(await halfRead(5));
    const sure = async () => {
      const { keys } = (await panelOf(path)).matrices['matrix-1']!;
      return Object.values(keys).reduce((sum, k) => sum + Object.keys(k.readings).length, 0);
    };
    const hold = button(page, /^Hold .* on the simulated prober$/);
    const plugIn = async () => {
      await tab(page, 'Keys');
      await page.getByLabel(/^Connect the simulated prober/).click();
    };
    await plugIn();
    for (let i = 0; i < 4; i++) {
      const n = await sure();
      await hold.click();
      await expect.poll(sure, SLOW).toBe(n + 1);
    }
    // The prober is pulled out: what was read stays.
    const n = await sure();
    await page.route('**/api/instruments/prober/hold', (route) => route.abort());
    await hold.click();
    await page.getByText(/The prober was unplugged: nothing that was read is lost/).waitFor(SLOW);
    await page.unroute('**/api/instruments/prober/hold');
    await page.reload();
    expect(await sure()).toBe(n);
    await plugIn();
    const field = page.getByRole('region', { name: 'Keys of the typewriter' });
    for (let i = 0; i < 90 && !(await field.getByText('Every key was read twice and agrees.').isVisible()); i++) {
      const m = await sure();
      await hold.click();
      await expect.poll(sure, SLOW).toBe(m + 1);
    }
    await field.getByText('Every key was read twice and agrees.').waitFor(SLOW);
    const header = (await saved(page, 'C header')).toString('utf8');
    expect(header).toMatch(/#define KEY_ROWS 6\n#define KEY_COLUMNS 8/);
    expect(header).toMatch(/0x04/);
    expect((JSON.parse((await saved(page, 'JSON')).toString('utf8')) as { keys: unknown[] }).keys.length).toBe(48);
    const { matrices } = await panelOf(path);
    const simulated = Object.values(matrices['matrix-1']!.keys).flatMap((k) => Object.values(k.readings));
    // None of what was invented stands unmarked.
    expect(simulated.every((r) => r.from === 'beeps' || r.simulated === true)).toBe(true);
  }, 180_000);

  it('beeps are typed by hand; a pin that is not there is refused in words', async () => {
    const { path, page } = await open(await halfRead());
    await tab(page, 'Keys');
    await page.getByRole('button', { name: /^Key Z:/ }).press('Enter');
    const beeps = page.getByRole('textbox', { name: 'Z: pins that beep' });
    await beeps.fill('3 77');
    await beeps.press('Enter');
    await page.getByText('3 and 77: the plug has pins 1 to 16.').waitFor(SLOW);
    const key = async () =>
      Object.values((await panelOf(path)).matrices['matrix-1']!.keys).find((k) => k.legend === 'Z')!;
    const n = Object.keys((await key()).readings).length;
    await beeps.fill('3 9');
    await beeps.press('Enter');
    await expect.poll(async () => Object.keys((await key()).readings).length, SLOW).toBe(n + 1);
    await undo(page);
    await expect.poll(async () => Object.keys((await key()).readings).length, SLOW).toBe(n);
  }, 90_000);
});

describe('pins', () => {
  it('a plug is found out with the simulated multimeter; a contradiction is told and taken back', async () => {
    const { path, page } = await open(DEMO);
    await tab(page, 'Pins');
    await button(page, 'Buttons and lamps').click();
    await page.getByLabel(/^Connect the simulated multimeter/).click();
    const plug = page.getByRole('region', { name: 'Plug of a panel' });
    const tests = async () =>
      Object.keys(Object.values((await panelOf(path)).hunts).find((h) => h.name === 'Plug of a panel')!.tests).length;
    await plug.getByText(/^Before it:/).waitFor(SLOW);
    for (let i = 0; i < 40 && !(await plug.getByText('Every pin is known.').isVisible()); i++) {
      const n = await tests();
      await plug.getByRole('button', { name: 'Ask the simulated multimeter' }).click();
      await expect.poll(tests, SLOW).toBe(n + 1);
    }
    await plug.getByText('Every pin is known.').waitFor(SLOW);
    expect(await plug.getByText(/^lamp 1 [+−]$/).count()).toBe(2);
    const n = await tests();
    await plug.getByRole('button', { name: 'Take it back' }).click();
    await expect.poll(tests, SLOW).toBe(n - 1);
  }, 120_000);
});

describe('the harness', () => {
  it('has its table and its flags as files; a wire is tested and undone', async () => {
    const { path, page } = await open(DEMO);
    await tab(page, 'Harness');
    const table = (await saved(page, 'Table (CSV)')).toString('utf8').trim().split('\r\n');
    const flags = await saved(page, 'Flags to print');
    expect(flags.subarray(0, 5).toString()).toBe('%PDF-');
    const rows = page.getByRole('region', { name: 'Wire by wire' }).getByRole('listitem');
    expect(table.length).toBe((await rows.count()) + 1);
    await rows.first().getByLabel('tested').click();
    await expect.poll(async () => Object.keys((await panelOf(path)).wires).length, SLOW).toBe(1);
    await undo(page);
    await expect.poll(async () => Object.keys((await panelOf(path)).wires).length, SLOW).toBe(0);
  }, 90_000);
});
