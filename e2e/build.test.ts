import type { Page } from 'playwright-core';
import exifr from 'exifr';
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import { Bench, DEMO } from './bench';

// Build as it is used: steps, days, finish, money, log.

let bench: Bench;
const SLOW = { timeout: 30_000 };

beforeAll(async () => {
  bench = await new Bench().open();
});
afterEach(() => bench.closePages());
afterAll(() => bench.close());

const tab = (page: Page, name: string) => page.getByRole('tab', { name, exact: true }).click();
const undo = (page: Page) => page.getByRole('button', { name: /^Undo/ }).click();
const open = async () => {
  const path = await bench.pathOf(DEMO, 'build');
  return { path, page: await bench.page(path) };
};
const buildOf = async (path: string) => (await bench.document(path)).build;

describe('steps', () => {
  it('with cautions are read before they are ticked; ticked, the next ones come; undone', async () => {
    const { path, page } = await open();
    const now = page.getByRole('region', { name: 'Do this now' });
    const box = now.getByRole('checkbox', { name: 'Done: Trial fit with everything, lid on' });
    await box.click();
    await page.getByText(/Read what stands there first/).waitFor(SLOW);
    expect((await buildOf(path)).done.trial).toBeUndefined();
    await now.getByText(/the last moment to change/).waitFor(SLOW);
    await box.click();
    await expect.poll(async () => Object.keys((await buildOf(path)).done), SLOW).toContain('trial');
    await undo(page);
    await expect.poll(async () => Object.keys((await buildOf(path)).done), SLOW).not.toContain('trial');
  }, 90_000);

  it('of one’s own come after what one says; a "before" that would be a ring is refused with the reason', async () => {
    const { path, page } = await open();
    const cut = page.getByRole('region', { name: /^Trial fit/ });
    await cut.getByRole('button', { name: /^Trial fit with everything/ }).click();
    await cut.getByRole('combobox', { name: 'Also after' }).selectOption({ label: 'Close it' });
    await cut.getByText(/comes before “Close it”/).waitFor(SLOW);
    expect((await buildOf(path)).steps.trial).toBeUndefined();
    await page.getByRole('button', { name: 'Add a step' }).click();
    await expect.poll(async () => Object.keys((await buildOf(path)).own).length, SLOW).toBe(2);
    await undo(page);
    await expect.poll(async () => Object.keys((await buildOf(path)).own).length, SLOW).toBe(1);
  }, 90_000);
});

describe('time, finish, money, log', () => {
  it('more hours a week finish earlier; none at all is said', async () => {
    const { page } = await open();
    await tab(page, 'Time');
    const chart = page.getByRole('group', { name: /steps from \d{4}-\d{2}-\d{2} to/ });
    const end = async () => / to ([\d-]+)/.exec((await chart.getAttribute('aria-label'))!)![1]!;
    await chart.waitFor(SLOW);
    const before = await end();
    for (const day of ['Mon', 'Wed', 'Fri', 'Sun']) {
      const field = page.getByRole('textbox', { name: `${day}, h` });
      await field.fill('6');
      await field.press('Enter');
    }
    await expect.poll(end, SLOW).not.toBe(before);
    expect((await end()) < before).toBe(true);
    for (let i = 0; i < 4; i++) await undo(page);
    await expect.poll(end, SLOW).toBe(before);
  }, 90_000);

  it('a face gets its finish with cans from its area; an item its price; the log a line', async () => {
    const { path, page } = await open();
    await tab(page, 'Finish');
    await page.getByRole('combobox', { name: 'The slope' }).selectOption('paint');
    await page
      .getByRole('region', { name: 'Slope' })
      .getByText(/2 × primer/)
      .waitFor(SLOW);
    await undo(page);
    await expect.poll(async () => (await buildOf(path)).finish.slope, SLOW).toBeUndefined();
    await tab(page, 'Money');
    await page.getByRole('region', { name: 'Parts' }).getByRole('button', { name: 'Exhaust fan' }).click();
    const price = page.getByRole('textbox', { name: 'Price of all of it' });
    await price.fill('15.5');
    await price.press('Enter');
    await expect.poll(async () => (await buildOf(path)).items['part.fan-1']!.price, SLOW).toBe(1550);
    await undo(page);
    await tab(page, 'Log');
    await page.getByRole('textbox', { name: 'What happened' }).fill('Found the old belt.');
    await page.getByRole('button', { name: 'Into the log' }).click();
    await expect
      .poll(async () => Object.values((await buildOf(path)).log).some((e) => e.text === 'Found the old belt.'), SLOW)
      .toBe(true);
    await undo(page);
    await expect.poll(async () => Object.keys((await buildOf(path)).log).length, SLOW).toBe(6);
  }, 90_000);

  it('a photo in the log is kept without what the camera wrote into it, and what is no photo is refused', async () => {
    const { path, page } = await open();
    await tab(page, 'Log');
    const write = async (text: string, file: { name: string; mimeType: string; buffer: Buffer }) => {
      await page.getByRole('textbox', { name: 'What happened' }).fill(text);
      await page.getByLabel('Photo for the log').setInputFiles(file);
      await page.getByRole('button', { name: 'Into the log' }).click();
    };
    await write('Broken.', { name: 'no.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('no picture') });
    await page.getByText('no.jpg is no picture that can be read; JPEG and PNG are.').waitFor(SLOW);
    // A real picture from the page’s own canvas, and a place written into it as cameras do (Exif 2.3, from memory).
    const bare = Buffer.from(
      await page.evaluate(async () => {
        const canvas = new OffscreenCanvas(40, 20);
        canvas.getContext('2d')!.fillRect(0, 0, 20, 20);
        return [...new Uint8Array(await (await canvas.convertToBlob({ type: 'image/jpeg' })).arrayBuffer())];
      }),
    );
    const tiff = Buffer.from(
      [
        '4d4d002a00000008', // big-endian, its first table at 8
        '0001' + '8825000400000001' + '0000001a' + '00000000', // one entry: where the place stands
        '0004',
        '0001000200000002' + '4e000000', // north
        '0002000500000003' + '00000050', // 48° 15′ 0″
        '0003000200000002' + '45000000', // east
        '0004000500000003' + '00000068', // 16° 30′ 0″
        '00000000',
        '0000003000000001' + '0000000f00000001' + '0000000000000001',
        '0000001000000001' + '0000001e00000001' + '0000000000000001',
      ].join(''),
      'hex',
    );
    const exif = Buffer.concat([Buffer.from('Exif\0\0', 'latin1'), tiff]);
    const size = Buffer.alloc(2);
    size.writeUInt16BE(exif.length + 2);
    const marked = Buffer.concat([bare.subarray(0, 2), Buffer.from([0xff, 0xe1]), size, exif, bare.subarray(2)]);
    expect(await exifr.gps(marked)).toMatchObject({ latitude: 48.25, longitude: 16.5 });
    await write('With a place.', { name: 'yes.jpg', mimeType: 'image/jpeg', buffer: marked });
    const photo = async () => Object.values((await buildOf(path)).log).find((e) => e.text === 'With a place.')?.photo;
    await expect.poll(photo, SLOW).toBeDefined();
    const { content, width, height } = (await photo())!;
    expect([width, height]).toEqual([40, 20]);
    const bytes = Buffer.from(await (await fetch(`${bench.address}/api/attachments/${content}`)).arrayBuffer());
    expect(bytes.subarray(0, 2)).toEqual(Buffer.from([0xff, 0xd8]));
    expect(await exifr.parse(bytes, true).catch(() => undefined)).not.toHaveProperty('latitude');
    expect(bytes.includes('Exif')).toBe(false);
    await undo(page);
    await expect.poll(photo, SLOW).toBeUndefined();
  }, 90_000);
});
