import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assemble } from '../../assembly';
import { applyChange, readConversion, type Change, type Conversion, type OwnOpening } from '../../document';
import { sheetDxf, sheetsPdf, sheetSvg } from '../../exchange';
import { onePage } from './onePage';
import { facesToCut, sheetOf, type Sheet } from './sheet';
import { PAGE_MARGIN, PAPERS } from './tiles';

const deck = readConversion(readFileSync(new URL('../../../../demo/tape-deck.json', import.meta.url), 'utf8'));
const require = createRequire(import.meta.url);
const font = (name: string) => new Uint8Array(readFileSync(require.resolve(`@fontsource/${name}`)));
const fonts = {
  text: font('barlow/files/barlow-latin-500-normal.woff'),
  figures: font('barlow-condensed/files/barlow-condensed-latin-600-normal.woff'),
};
const folder = mkdtempSync(join(tmpdir(), 'young-shell-'));

/** Sizes of the pages of a PDF in mm, by poppler. */
function pagesOf(pdf: Uint8Array): [number, number][] {
  const file = join(folder, 'sheet.pdf');
  writeFileSync(file, pdf);
  const said = execFileSync('pdfinfo', ['-l', '99', file], { encoding: 'utf8' });
  return [...said.matchAll(/size:\s+([\d.]+) x ([\d.]+) pts/g)].map((m) => [
    (Number(m[1]) * 25.4) / 72,
    (Number(m[2]) * 25.4) / 72,
  ]);
}

describe('paper', () => {
  it.each(['a4', 'letter', 'a3'] as const)('%s is as large as it should be, upright or across', async (paper) => {
    const document = applyChange(deck, { type: 'setCut', cut: { paper } }).document;
    const pages = pagesOf(await sheetsPdf(document, fonts));
    const { width, height } = PAPERS[paper];
    expect(pages.length).toBeGreaterThan(1);
    for (const page of pages) {
      expect(Math.min(...page)).toBeCloseTo(Math.min(width, height), 0);
      expect(Math.max(...page)).toBeCloseTo(Math.max(width, height), 0);
    }
  });

  it('A3 takes fewer pages than A4', async () => {
    const on = async (paper: 'a4' | 'a3') =>
      pagesOf(await sheetsPdf(applyChange(deck, { type: 'setCut', cut: { paper } }).document, fonts)).length;
    expect(await on('a3')).toBeLessThan(await on('a4'));
  });
});

describe('variants', () => {
  const faces = facesToCut(deck, assemble(deck));
  it.each(faces)('centres to punch of the %s are the full sheet’s, and nothing else is drawn but its edge', (face) => {
    for (const mirrored of [[], [face]]) {
      const document = applyChange(deck, { type: 'setCut', cut: { mirrored } }).document;
      const [full, punch] = [
        sheetOf(document, face, assemble(document)),
        sheetOf(document, face, assemble(document), 'punch'),
      ];
      const dots = punch.items.flatMap((i) => (i.kind === 'circle' ? [i.centre] : []));
      const centres = full.items.flatMap((i) =>
        (i.layer === 'cut' || i.layer === 'drill') && i.kind !== 'line' && i.kind !== 'text' ? [i.centre] : [],
      );
      expect(dots).toHaveLength(full.holes.length);
      for (const dot of dots)
        expect(Math.min(...centres.map((c) => Math.hypot(c[0] - dot[0], c[1] - dot[1])))).toBeLessThan(1e-9);
      expect(punch.items.filter((i) => i.layer === 'cut')).toEqual([]);
    }
  });

  it.each(faces)('the transfer of the %s is its lines, mirrored: twice mirrored it is itself', (face) => {
    const [full, transfer] = [sheetOf(deck, face, assemble(deck)), sheetOf(deck, face, assemble(deck), 'transfer')];
    const circles = (sheet: Sheet) =>
      sheet.items.flatMap((i) => (i.kind === 'circle' && i.layer === 'drill' ? [i.centre] : []));
    expect(circles(transfer).map(([u, v]) => [full.width - u, v])).toEqual(
      circles(full).map(([u, v]) => [expect.closeTo(u, 9), v]),
    );
    expect(transfer.items.some((i) => i.kind === 'text')).toBe(false);
  });
});

describe('several faces on one page', () => {
  const sheet = (width: number, height: number, i: number): Sheet => ({
    face: `f${i}`,
    title: `F${i}`,
    width,
    height,
    mirrored: false,
    items: [
      {
        layer: 'reference',
        kind: 'rectangle',
        centre: [width / 2, height / 2],
        half: [width / 2, height / 2],
        radius: 0,
      },
    ],
    holes: [{ number: 1, name: 'h', kind: 'drill', u: 1, v: 2, size: 'ø 3' }],
  });
  it('lie beside each other, none on another, all on the paper; none is lost', () =>
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 10, max: 400 }), fc.integer({ min: 10, max: 300 })), {
          minLength: 1,
          maxLength: 12,
        }),
        (sizes) => {
          const sheets = sizes.map(([w, h], i) => sheet(w, h, i));
          const pages = onePage(sheets, 'a4');
          expect(pages.flatMap((p) => p.holes)).toHaveLength(sheets.length);
          expect(pages.length).toBeLessThanOrEqual(sheets.length);
          for (const page of pages) {
            const boxes = page.items.flatMap((i) => (i.kind === 'rectangle' ? [i] : []));
            boxes.forEach((a, i) =>
              boxes
                .slice(0, i)
                .forEach((b) =>
                  expect(
                    Math.max(
                      Math.abs(a.centre[0] - b.centre[0]) - a.half[0] - b.half[0],
                      Math.abs(a.centre[1] - b.centre[1]) - a.half[1] - b.half[1],
                    ),
                  ).toBeGreaterThan(10),
                ),
            );
            if (boxes.length < 2) continue;
            expect(page.width).toBeLessThanOrEqual(297 - PAGE_MARGIN.left - PAGE_MARGIN.right);
            expect(page.height).toBeLessThanOrEqual(210 - PAGE_MARGIN.top - PAGE_MARGIN.bottom);
          }
        },
      ),
    ));
});

describe('a sheet that would be wrong is not written', () => {
  const vent = (more: Partial<OwnOpening>): Change => ({
    type: 'setCutOpening',
    id: 'cut-1',
    opening: {
      name: 'Vent',
      use: 'grille',
      face: 'rear',
      u: 220,
      v: 60,
      shape: { kind: 'rectangle', width: 80, height: 40, radius: 0 },
      pattern: { kind: 'open' },
      screws: [],
      ...more,
    },
  });
  it.each<[string, Partial<OwnOpening>, RegExp]>([
    ['over the edge', { u: 10 }, /Vent reaches 30.0 mm over the edge/],
    ['larger than its face', { shape: { kind: 'round', diameter: 900 } }, /over the edge/],
    [
      'of ten thousand holes',
      {
        shape: { kind: 'rectangle', width: 200, height: 100, radius: 0 },
        pattern: { kind: 'holes', diameter: 0.6, pitch: 1.4, array: 'square' },
      },
      /too many/,
    ],
    ['of no hole', { pattern: { kind: 'holes', diameter: 50, pitch: 60, array: 'square' } }, /no hole of it/],
  ])('%s', async (_, more, words) => {
    const document: Conversion = applyChange(deck, vent(more)).document;
    expect(() => sheetSvg(document, 'rear')).toThrow(words);
    expect(() => sheetDxf(document, 'rear')).toThrow(words);
    await expect(sheetsPdf(document, fonts)).rejects.toThrow(words);
    // The other faces are as they were.
    expect(sheetSvg(document, 'bottom')).toContain('<svg');
    expect(facesToCut(document, assemble(document))).toContain('rear');
  });
});
