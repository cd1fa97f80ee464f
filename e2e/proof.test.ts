import type { Page } from 'playwright-core';
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import { Bench, DEMO } from './bench';

// Proof, the instruments and the build book as they are used.

let bench: Bench;
const SLOW = { timeout: 30_000 };

beforeAll(async () => {
  bench = await new Bench().open();
});
afterEach(() => bench.closePages());
afterAll(() => bench.close());

const tab = (page: Page, name: string) => page.getByRole('tab', { name, exact: true }).click();
const button = (page: Page, name: string | RegExp) => page.getByRole('button', { name, exact: true });
const undo = (page: Page) => page.getByRole('button', { name: /^Undo/ }).click();
const open = async (station = 'proof', name = DEMO) => {
  const path = await bench.pathOf(name, station);
  return { path, page: await bench.page(path) };
};
const proofOf = async (path: string) => (await bench.document(path)).proof;
const runsOf = async (path: string) => Object.keys((await proofOf(path)).runs).length;

describe('checks', () => {
  it('come one after the other; a figure outside stops, and is taken back', async () => {
    const { path, page } = await open();
    const now = page.getByRole('region', { name: 'Look at this now' });
    await now.getByText('Nothing loose inside').waitFor(SLOW);
    await now.getByRole('button', { name: 'as it has to be: Nothing loose inside' }).click();
    await now.getByText('Standoffs under Board').waitFor(SLOW);
    await expect.poll(async () => (await proofOf(path)).checks.swarf?.result, SLOW).toBe('good');
    const before = page.getByRole('region', { name: /^Before power/ });
    await before.getByRole('button', { name: '12 V to ground' }).press('Enter');
    const field = before.getByRole('textbox', { name: 'It shows, Ω' });
    await field.fill('lots');
    await field.press('Enter');
    await before.getByText('“lots” is not a number.').waitFor(SLOW);
    await field.fill('0.4');
    await field.press('Enter');
    await page.getByText(/“12 V to ground” was not as it has to be \(0.4 Ω\)/).waitFor(SLOW);
    await expect.poll(async () => (await proofOf(path)).checks['rail.12v']?.result, SLOW).toBe('bad');
    await before.getByText(/If near 0 Ω/).waitFor(SLOW);
    await undo(page);
    await expect.poll(async () => (await proofOf(path)).checks['rail.12v'], SLOW).toBeUndefined();
    await undo(page);
    await expect.poll(async () => (await proofOf(path)).checks.swarf, SLOW).toBeUndefined();
  }, 90_000);

  it('the bench supply runs into its limit on a short, and is marked as simulated', async () => {
    const { path, page } = await open();
    const first = page.getByRole('region', { name: /^First power/ });
    await first.getByLabel(/^Connect the simulated bench supply/).click();
    await first.getByRole('combobox', { name: 'It is put on' }).selectOption({ label: 'one with a short' });
    await first.getByRole('button', { name: 'Current at rest' }).click();
    await first.getByRole('button', { name: 'Read the simulated supply' }).click();
    await expect
      .poll(async () => (await proofOf(path)).checks.current, SLOW)
      .toMatchObject({ result: 'bad', value: 5, simulated: true });
    await first
      .getByText(/it ran into the limit of 5 A/)
      .first()
      .waitFor(SLOW);
    await undo(page);
    await expect.poll(async () => (await proofOf(path)).checks.current, SLOW).toBeUndefined();
  }, 90_000);
});

describe('a burn-in', () => {
  it('of the simulated logger comes line by line, into the plan, corrects the model everywhere, and is undone', async () => {
    const { path, page } = await open();
    const was = await runsOf(path);
    await tab(page, 'Burn-in');
    await page.getByLabel(/^Connect the simulated logger/).click();
    await button(page, 'Start the simulated logger').click();
    await page.getByRole('heading', { name: 'A log that is not in the plan yet' }).waitFor(SLOW);
    await page.getByText(/simulated logger: 721 rows, 1 h/).waitFor(SLOW);
    await page.getByRole('button', { name: 'Into the plan' }).click();
    await expect.poll(() => runsOf(path), SLOW).toBe(was + 1);
    const made = Object.values((await proofOf(path)).runs).at(-1)!;
    expect(made).toMatchObject({ simulated: true, lid: 'closed', state: 'full' });
    await button(page, 'Correct the model by it').click();
    await expect.poll(async () => (await bench.document(path)).air.measured?.simulated, SLOW).toBe(true);
    await page.getByText('✓ All stations reckon with it.').waitFor(SLOW);
    // Air says so too.
    await page.getByRole('link', { name: /Air/ }).first().click();
    await button(page, /minor ones$/).click();
    await page.getByText(/The model is corrected by Closed, full/).waitFor(SLOW);
    await undo(page);
    await expect.poll(async () => (await bench.document(path)).air.measured, SLOW).toBeUndefined();
    await undo(page);
    await expect.poll(() => runsOf(path), SLOW).toBe(was);
  }, 120_000);

  it('of a logger that stops half-way, and one that sends garbage, is kept as far as it is sound', async () => {
    const { page } = await open();
    await tab(page, 'Burn-in');
    await page.getByLabel(/^Connect the simulated logger/).click();
    await page.getByRole('combobox', { name: 'The logger is' }).selectOption('stops');
    await button(page, 'Start the simulated logger').click();
    await page.getByText(/broke off before its end. What it read is here/).waitFor(SLOW);
    await page.getByText(/simulated logger: 36\d rows/).waitFor(SLOW);
    await button(page, 'put it away').click();
    await page.getByRole('combobox', { name: 'The logger is' }).selectOption('garbage');
    await button(page, 'Start the simulated logger').click();
    await page.getByText(/\d+ lines were no readings and were left out/).waitFor(SLOW);
    await page.getByRole('heading', { name: 'A log that is not in the plan yet' }).waitFor(SLOW);
    await button(page, /^Instruments/).click();
    const sent = page.getByRole('region', { name: 'What they send' });
    await sent.getByText(/newest first; struck out/).waitFor(SLOW);
  }, 120_000);

  it('from a file with commas in its numbers is read; one with wrong columns, none at all or too much is refused in words', async () => {
    const { path, page } = await open();
    const was = await runsOf(path);
    await tab(page, 'Burn-in');
    const file = page.getByLabel(/^A log from a file/);
    const give = (name: string, text: string) =>
      file.setInputFiles({ name, mimeType: 'text/csv', buffer: Buffer.from(text) });
    await give('wrong.csv', 'volts;amps\n1;2\n3;4');
    await page.getByText(/wrong.csv: None of the columns \(volts, amps\) is a time/).waitFor(SLOW);
    await give('photo.csv', 'no log at all');
    await page.getByText(/photo.csv: The file has no rows/).waitFor(SLOW);
    const rows = Array.from(
      { length: 400 },
      (_, i) => `${i * 10};${(30 + 35 * (1 - Math.exp(-i / 40))).toFixed(2).replace('.', ',')}`,
    );
    await give('log.csv', `time;CPU °C\n${rows.join('\n')}`);
    await page.getByText(/The temperature of the room is not known/).waitFor(SLOW);
    const room = page.getByRole('textbox', { name: 'The room, °C' }).last();
    await room.fill('22');
    await room.press('Enter');
    await page.getByRole('button', { name: 'Into the plan' }).click();
    await expect.poll(() => runsOf(path), SLOW).toBe(was + 1);
    const made = Object.values((await proofOf(path)).runs).at(-1)!;
    expect(made.simulated).toBeUndefined();
    expect(made.parts['board-1']).toMatchObject({ steady: true });
    expect(made.parts['board-1']!.temperature).toBeCloseTo(65, 0);
    await undo(page);
    await expect.poll(() => runsOf(path), SLOW).toBe(was);
  }, 120_000);
});

describe('noise, scores, targets', () => {
  it('a reading is corrected for the room; runs have a median; a target takes evidence; it is signed off', async () => {
    const { path, page } = await open();
    await tab(page, 'Noise and speed');
    const noise = page.getByRole('region', { name: 'Noise', exact: true });
    await noise.getByRole('textbox', { name: 'With it on, dB(A)' }).fill('50');
    await noise.getByRole('textbox', { name: 'With it off, dB(A)' }).fill('45');
    await noise.getByRole('button', { name: 'Keep this reading' }).click();
    await noise.getByText('48.3 dB(A)', { exact: true }).waitFor(SLOW);
    const scores = page.getByRole('region', { name: 'Performance' });
    await scores.getByRole('textbox', { name: 'Test' }).fill('Render');
    await scores.getByRole('textbox', { name: 'Runs' }).fill('61 x 63');
    await scores.getByRole('button', { name: 'Keep these runs' }).click();
    await page.getByText(/“x” is not a number. Runs are typed with blanks/).waitFor(SLOW);
    await scores.getByRole('textbox', { name: 'Runs' }).fill('61 60 63');
    await scores.getByRole('button', { name: 'Keep these runs' }).click();
    await scores.getByText(/3 runs, 60 – 63/).waitFor(SLOW);
    await tab(page, 'Targets');
    const evidence = page.getByRole('textbox', { name: 'Value, kg' });
    await evidence.fill('9.5');
    await evidence.press('Enter');
    await page
      .getByText(/9.5 kg.*not met/s)
      .first()
      .waitFor(SLOW);
    await page.getByRole('textbox', { name: 'Who signs' }).fill('Ola');
    await page.getByRole('textbox', { name: 'Words' }).fill('Runs.');
    await page.getByRole('textbox', { name: 'Words' }).press('Enter');
    await button(page, 'Sign it off').click();
    await expect
      .poll(async () => (await proofOf(path)).signed?.words, SLOW)
      .toMatch(/^Runs\. With these left: \d+ checks/);
    for (let i = 0; i < 4; i++) await undo(page);
    await expect.poll(async () => (await proofOf(path)).signed, SLOW).toBeUndefined();
  }, 120_000);
});

describe('build, what came later', () => {
  it('the book is a PDF with all chapters; the plan then is held against now; a lesson of another becomes a step', async () => {
    const { path, page } = await open('build', 'Heron piano stool');
    const lessons = page.getByRole('region', { name: 'What was learnt before' });
    await lessons.getByRole('button', { name: /^Make it a step: Photograph every plug/ }).click();
    await expect
      .poll(async () => Object.values((await bench.document(path)).build.own).map((o) => o.name), SLOW)
      .toEqual(['Photograph every plug before it is pulled.']);
    await tab(page, 'Log');
    const waiting = page.waitForEvent('download', SLOW);
    await button(page, 'Make the book (PDF)').click();
    const stream = await (await waiting).createReadStream();
    const chunks: Buffer[] = [];
    for await (const chunk of stream) chunks.push(chunk as Buffer);
    expect(Buffer.concat(chunks).subarray(0, 5).toString()).toBe('%PDF-');
    await tab(page, 'Weight');
    await button(page, 'Add what carries').click();
    await page.getByText(/Hinge: .* of 10.0 kg each/).waitFor(SLOW);
    await tab(page, 'Time');
    const bar = page.getByRole('slider', { name: 'Begin of Run the whole kit on the bench' });
    await bar.focus();
    await bar.press('ArrowRight');
    await expect
      .poll(async () => (await bench.document(path)).build.steps.bench?.from, SLOW)
      .toMatch(/^\d{4}-\d\d-\d\d$/);
    await undo(page);
    await expect.poll(async () => (await bench.document(path)).build.steps.bench?.from, SLOW).toBeUndefined();
    await undo(page);
    await undo(page);
    await expect.poll(async () => Object.keys((await bench.document(path)).build.own).length, SLOW).toBe(0);
  }, 120_000);
});

it('none of that wrote an error to the console', () => {
  expect(bench.consoleErrors).toEqual([]);
});
