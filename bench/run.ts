import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import fontkit from '@pdf-lib/fontkit';
import RAPIER from '@dimforge/rapier3d-compat';
import { PDFDocument } from 'pdf-lib';
import { assemble, placeInShell, type PlacedPart } from '@young-shell/core/assembly';
import { applyChange, readConversion, type Conversion } from '@young-shell/core/document';
import { sheetsPdf } from '@young-shell/core/exchange';
import { marginsOfPart, placeFor } from '@young-shell/core/fit';
import { assessAll } from '@young-shell/core/plan';
import { volumesOf } from '@young-shell/core/shell';
import { loadSolidKernel, type Shape } from '@young-shell/core/solid';
import { buildRows } from './build';
import { coldLoad } from './coldLoad';
import { cutRows } from './cut';
import { medianOf, print, type Row } from './measure';
import { fitRows, tooMuch } from './fit';
import { frames } from './frames';
import { largeRow } from './large';
import { packingLines } from './packing';
import { openingRows } from './opening';
import { panelRows } from './panel';
import { proofRows } from './proof';
import { restoringRow } from './restoring';
import { runningRows } from './running';
import { shellRows } from './shell';
import { storeRows } from './store';

// Medians of the figures that matter, each beside something else that was measured in the same run, so that
// a slow machine does not look like slow code. `npm run bench`; `--short` only shows that all of it runs.

const short = process.argv.includes('--short');
const runs = short ? 3 : 60;
const demo = readConversion(readFileSync(new URL('../demo/tape-deck.json', import.meta.url), 'utf8'));
const kernel = await loadSolidKernel();
await RAPIER.init();
const rows: Row[] = [];
/** What takes long is told as it comes. */
const tell = (...more: Row[]) => {
  rows.push(...more);
  print(more);
};

let step = 0;
/** The demo with its card a little further: what a pointer move makes. */
function moved(): { document: Conversion; card: PlacedPart } {
  const from = demo.layout.placements['card-1']!;
  const placement = { ...from, x: from.x - (step++ % 50) / 10 };
  const document = applyChange(demo, { type: 'placePart', id: 'card-1', placement }).document;
  return { document, card: placeInShell('card-1', document.kit.parts['card-1']!, placement, document) };
}

const assembly = assemble(demo);
const cuboid = (s: Shape) => {
  const half = [0, 1, 2].map((i) => (s.high[i]! - s.low[i]!) / 2) as [number, number, number];
  const [x, y, z] = [0, 1, 2].map((i) => (s.high[i]! + s.low[i]!) / 2) as [number, number, number];
  return { shape: new RAPIER.Cuboid(...half), at: { x, y, z } };
};
const others = [...assembly.features, ...assembly.parts.filter((p) => p.id !== 'card-1').flatMap((p) => p.solids)].map(
  (s) => cuboid(s.shape),
);
const own = assembly.parts.find((p) => p.id === 'card-1')!.solids.map((s) => cuboid(s.shape));
const straight = { x: 0, y: 0, z: 0, w: 1 };

tell({
  what: 'distances of the moving part to everything, a frame',
  ms: await medianOf(() => marginsOfPart(assembly, moved().card), runs * 4),
  limit: 2,
  against: 'the same pairs in a physics library',
  againstMs: await medianOf(() => {
    for (const a of own) for (const b of others) a.shape.contactShape(a.at, straight, b.shape, b.at, straight, 60);
  }, runs),
});

tell({
  what: 'assembly and findings of all stations after an edit',
  ms: await medianOf(() => {
    const { document } = moved();
    return assessAll(document);
  }, runs * 2),
  limit: 16,
  against: 'copying the document through JSON',
  againstMs: await medianOf(() => JSON.parse(JSON.stringify(demo)), runs),
});

tell({
  what: 'litres by the solid kernel after an edit',
  ms: await medianOf(() => volumesOf(moved().document, kernel), runs),
  limit: 100,
  against: 'one box of the same kernel',
  againstMs: await medianOf(
    () => kernel.scope((make) => make.volume(make.shape({ kind: 'box', low: [0, 0, 0], high: [1, 1, 1] }))),
    runs,
  ),
});

const require = createRequire(import.meta.url);
const font = (path: string) => new Uint8Array(readFileSync(require.resolve(path)));
const fonts = {
  text: font('@fontsource/barlow/files/barlow-latin-500-normal.woff'),
  figures: font('@fontsource/barlow-condensed/files/barlow-condensed-latin-600-normal.woff'),
};
tell(...(await cutRows(kernel, short)));
tell(...(await runningRows(short)));
tell(...(await openingRows(short)));
tell(...(await panelRows(short)), ...(await buildRows(short)), ...(await proofRows(short)));

tell({
  what: 'sheets of all faces as PDF',
  ms: await medianOf(() => sheetsPdf(demo, fonts), short ? 1 : 9),
  limit: 1000,
  against: 'an empty page with the same fonts',
  againstMs: await medianOf(
    async () => {
      const pdf = await PDFDocument.create();
      pdf.registerFontkit(fontkit);
      const type = await pdf.embedFont(fonts.text, { subset: true });
      pdf.addPage().drawText('100 mm', { font: type });
      return pdf.save();
    },
    short ? 1 : 9,
  ),
});

tell({
  what: 'place it for me: the archive drive, 24 orientations',
  ms: await medianOf(() => placeFor(demo, assembly, 'drive-1'), short ? 1 : 9),
  limit: 1000,
  against: 'assembly and findings',
  againstMs: rows[1]!.ms,
});

tell(...(await shellRows(short)));
tell(...(await fitRows(short)));

tell(...(await storeRows(demo, short)));

// What drives a browser is measured, not tested: on a loaded machine it would time out, and the browser tests show that it runs.
if (!short) {
  tell(await coldLoad(5));
  tell(await frames({ ...tooMuch, name: 'More than fits' }, 60));
  tell(await largeRow());
  tell(await restoringRow());
}
for (const line of packingLines(short)) console.log(line);
