import { assemble } from '../assembly';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { beforeAll, describe, expect, it } from 'vitest';
import { sheetOf, tilingOf, PAGE_MARGIN } from '../cut';
import { applyChange, readConversion, type Conversion } from '../document';
import { sheetsPdf, sheetSvg, type SheetFonts } from '.';

const require = createRequire(import.meta.url);
const font = (name: string) => new Uint8Array(readFileSync(require.resolve(name)));
const deck: Conversion = readConversion(readFileSync(new URL('../../../demo/tape-deck.json', import.meta.url), 'utf8'));
const folder = mkdtempSync(join(tmpdir(), 'young-shell-'));
const DPI = 300;
const mmOf = (pixels: number) => (pixels * 25.4) / DPI;

let fonts: SheetFonts;
beforeAll(() => {
  fonts = {
    text: font('@fontsource/barlow/files/barlow-latin-500-normal.woff'),
    figures: font('@fontsource/barlow-condensed/files/barlow-condensed-latin-600-normal.woff'),
  };
});

interface Picture {
  width: number;
  height: number;
  dark: (x: number, y: number) => boolean;
  colour: (x: number, y: number) => [number, number, number];
}

/** A page as pixels, by poppler's renderer or by librsvg through a PPM. */
function read(file: string): Picture {
  const bytes = readFileSync(file);
  const [, width, height] = /^P6\s+(\d+)\s+(\d+)\s+255\s/
    .exec(bytes.subarray(0, 40).toString('latin1'))!
    .map(Number) as [number, number, number];
  const start = bytes.length - 3 * width * height;
  const colour = (x: number, y: number) =>
    [0, 1, 2].map((i) => bytes[start + 3 * (y * width + x) + i]!) as [number, number, number];
  return { width, height, colour, dark: (x, y) => colour(x, y).every((c) => c < 140) };
}

async function page(document: Conversion, number: number, faces: string[]): Promise<Picture> {
  const pdf = join(folder, 'sheet.pdf');
  writeFileSync(pdf, await sheetsPdf(document, fonts, faces));
  execFileSync('pdftoppm', [
    '-r',
    String(DPI),
    '-f',
    String(number),
    '-l',
    String(number),
    '-singlefile',
    pdf,
    join(folder, 'page'),
  ]);
  return read(join(folder, 'page.ppm'));
}

/** From–to in mm of the longest dark run along a row or column of pixels. */
function longestRun(picture: Picture, way: 'row' | 'column', at: number): number {
  const length = way === 'row' ? picture.width : picture.height;
  let best = 0;
  let run = 0;
  for (let i = 0; i < length; i++) {
    run = (way === 'row' ? picture.dark(i, at) : picture.dark(at, i)) ? run + 1 : 0;
    best = Math.max(best, run);
  }
  return mmOf(best);
}

const longest = (picture: Picture, way: 'row' | 'column', from: number, to: number) => {
  let best = 0;
  for (let at = Math.round((from * DPI) / 25.4); at < (to * DPI) / 25.4; at++)
    best = Math.max(best, longestRun(picture, way, at));
  return best;
};

describe('the PDF, as an independent renderer shows it', () => {
  it('has 100 mm rulers that are 100.0 ± 0.1 mm both ways', async () => {
    const picture = await page(deck, 1, ['rear']);
    expect(mmOf(picture.width)).toBeCloseTo(210, 0);
    expect(Math.abs(longest(picture, 'row', 297 - 18, 297 - 16) - 100)).toBeLessThanOrEqual(0.1);
    expect(Math.abs(longest(picture, 'column', 7, 9) - 100)).toBeLessThanOrEqual(0.1);
  });

  it('draws longer where the printer is known to shrink', async () => {
    const shrunk = applyChange(deck, { type: 'setCut', cut: { ruler: { horizontal: 98, vertical: 100 } } }).document;
    const picture = await page(shrunk, 1, ['rear']);
    expect(Math.abs(longest(picture, 'row', 297 - 18, 297 - 16) - 100 / 0.98)).toBeLessThanOrEqual(0.1);
  });

  it('has every hole of the first page within 0.1 mm of where the table says', async () => {
    const sheet = sheetOf(deck, 'bottom', assemble(deck));
    const tiling = tilingOf(sheet.width, sheet.height, deck.cut.paper);
    const [tile] = tiling.tiles;
    const picture = await page(deck, 1, ['bottom']);
    const holes = sheet.holes.filter(
      (h) =>
        h.u > tile!.u + 4 &&
        h.u < tile!.u + tiling.window.width - 4 &&
        h.v > tile!.v + 4 &&
        h.v < tile!.v + tiling.window.height - 4,
    );
    expect(holes.length).toBeGreaterThan(0);
    for (const hole of holes) {
      const x = PAGE_MARGIN.left + hole.u - tile!.u;
      const y = tiling.page.height - PAGE_MARGIN.bottom - (hole.v - tile!.v);
      // The ring of the hole is blue: the middle of its pixels is the middle of the hole.
      let [n, sx, sy] = [0, 0, 0];
      const r = 2.6;
      for (let py = Math.round(((y - r) * DPI) / 25.4); py <= ((y + r) * DPI) / 25.4; py++)
        for (let px = Math.round(((x - r) * DPI) / 25.4); px <= ((x + r) * DPI) / 25.4; px++) {
          const [red, , blue] = picture.colour(px, py);
          if (blue - red < 60) continue;
          n++;
          sx += mmOf(px + 0.5);
          sy += mmOf(py + 0.5);
        }
      expect(n, hole.name).toBeGreaterThan(50);
      expect(Math.hypot(sx / n - x, sy / n - y), hole.name).toBeLessThan(0.1);
    }
  });
});

describe('the SVG', () => {
  it('reopens in an independent renderer at its true size, with its holes in place', () => {
    const svg = sheetSvg(deck, 'rear');
    const file = join(folder, 'rear.svg');
    writeFileSync(file, svg);
    execFileSync('rsvg-convert', ['-d', '254', '-p', '254', '-b', 'white', '-o', join(folder, 'rear.png'), file]);
    const png = readFileSync(join(folder, 'rear.png'));
    const sheet = sheetOf(deck, 'rear', assemble(deck));
    // 254 dots an inch are 10 a millimetre; a PNG's size stands in its header (RFC 2083).
    expect(png.readUInt32BE(16) / 10).toBeCloseTo(sheet.width + 12, 0);
    expect(png.readUInt32BE(20) / 10).toBeCloseTo(sheet.height + 12, 0);
    const circles = [...svg.matchAll(/<circle cx="([\d.]+)" cy="([\d.]+)" r="([\d.]+)"/g)].map((m) =>
      m.slice(1).map(Number),
    );
    for (const hole of sheet.holes.filter((h) => h.size.startsWith('ø')))
      expect(
        circles.some(([x, y]) => Math.hypot(x! - 6 - hole.u, sheet.height + 6 - y! - hole.v) < 0.01),
        hole.name,
      ).toBe(true);
  });
});

it('a table of holes in inches says what the one in mm says, to a thousandth', async () => {
  const rows = async (unit: 'mm' | 'inch') => {
    const pdf = join(folder, `table-${unit}.pdf`);
    writeFileSync(pdf, await sheetsPdf(deck, fonts, ['bottom'], 'full', false, unit));
    const text = execFileSync('pdftotext', ['-layout', pdf, '-'], { encoding: 'utf8' });
    if (unit === 'inch') expect(text).not.toMatch(/\bmm\b/);
    const row = /^ *\d+ +(?:cut|drill): .* +([\d.]+) +([\d.]+) +(?:ø )?([\d.]+)(?: × [\d.]+)? *$/gm;
    return [...text.matchAll(row)].map((m) => m.slice(1, 4).map(Number));
  };
  const [mm, inch] = [await rows('mm'), await rows('inch')];
  expect(inch.length).toBe(mm.length);
  expect(mm.length).toBeGreaterThan(4);
  mm.forEach((row, i) => row.forEach((value, k) => expect(Math.abs(inch[i]![k]! * 25.4 - value)).toBeLessThan(0.07)));
});
