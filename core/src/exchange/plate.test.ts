import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, it } from 'vitest';
import type { HoleMap } from '../document';
import { correctedPositions, solveHoles } from '../kit';
import { measured } from '../quantity';
import { boundsOfMesh, loadSolidKernel, mended, volumeOfMesh } from '../solid';
import { CORNER_SHEET, cornerSheet, pdfOf, plateSheet, plateSolid, writeStl } from '.';

const font = (path: string) => new Uint8Array(readFileSync(createRequire(import.meta.url).resolve(path)));
const fonts = {
  text: font('@fontsource/barlow/files/barlow-latin-500-normal.woff'),
  figures: font('@fontsource/barlow-condensed/files/barlow-condensed-latin-600-normal.woff'),
};
const document = {
  name: 'Tray',
  cut: { allowance: 0, paper: 'a4' as const, ruler: { horizontal: 100, vertical: 100 }, mirrored: [] },
};
const side = (from: string, to: string, value: number) => ({
  from,
  to,
  how: 'centre' as const,
  measured: measured(value),
});
const map: HoleMap = {
  name: 'Tray board',
  points: Object.fromEntries(
    ['a', 'b', 'c', 'd'].map((id) => [id, { name: id, kind: 'hole' as const, diameter: measured(3) }]),
  ),
  distances: {
    'd-1': side('left', 'a', 6),
    'd-2': side('front', 'a', 5),
    'd-3': side('left', 'right', 120),
    'd-4': side('front', 'rear', 80),
    'd-5': side('a', 'b', 100),
    'd-6': side('front', 'b', 5),
    'd-7': side('a', 'c', 60),
    'd-8': side('left', 'c', 6),
    'd-9': side('b', 'd', 60),
    'd-10': side('c', 'd', 100),
    'd-11': side('a', 'd', Math.hypot(100, 60)),
  },
  mirror: null,
  rounds: [],
};
const solution = solveHoles(map);
const corrected = correctedPositions(map, solution);

it('the plate is a closed solid with its pins under the board’s holes', async () => {
  const mesh = plateSolid(map, solution, corrected, await loadSolidKernel());
  const pin = Math.PI * 4;
  expect(volumeOfMesh(mended(mesh).mesh)).toBeCloseTo(120 * 80 * 2 + 2 * 8 + 4 * pin, 0);
  expect(boundsOfMesh(mesh).high).toEqual([expect.closeTo(120, 3), expect.closeTo(80, 3), expect.closeTo(6, 3)]);
  // Seen from below: hole a, 6 from the left, has its pin 6 from the right.
  const tops = [...mesh.positions].flatMap((z, i, p) => (i % 3 === 2 && z > 5.99 ? [[p[i - 2]!, p[i - 1]!]] : []));
  const near = (x: number, y: number) => tops.filter((t) => Math.hypot(t[0]! - x, t[1]! - y) < 1.01).length;
  for (const [x, y] of [
    [114, 5],
    [14, 5],
    [114, 65],
    [14, 65],
  ])
    expect(near(x!, y!)).toBeGreaterThan(20);
  // admesh, an independent STL checker, where it is installed.
  const file = join(mkdtempSync(join(tmpdir(), 'plate-')), 'plate.stl');
  writeFileSync(file, writeStl(mesh));
  try {
    const report = execFileSync('admesh', [file], { encoding: 'utf8' });
    expect(report).toMatch(/Number of parts\s*:\s*1/);
    expect(report).toMatch(/Degenerate facets\s*:\s*0/);
  } catch (problem) {
    if ((problem as NodeJS.ErrnoException).code !== 'ENOENT') throw problem;
    console.log('admesh is not installed: the plate was checked by our own reader only');
  }
});

it('the sheet has each hole where it is, printed true: read back by poppler', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'plate-'));
  writeFileSync(
    join(folder, 'a.pdf'),
    await pdfOf(document, [plateSheet(map, solution, corrected), cornerSheet()], fonts),
  );
  const text = execFileSync('pdftotext', ['-bbox', join(folder, 'a.pdf'), '-'], { encoding: 'utf8' });
  expect(text.match(/<page /g)!.length).toBeGreaterThanOrEqual(3);
  const marks = [...text.matchAll(/xMin="([\d.]+)" yMin="([\d.]+)"[^>]*>pick</g)].map((m) => [
    Number(m[1]),
    Number(m[2]),
  ]);
  expect(marks).toHaveLength(4);
  // Words beside the upper and the lower marks are as far apart as the marks, less their own setback of 5 + 7 mm.
  const ys = marks.map((m) => m[1]!);
  expect((Math.max(...ys) - Math.min(...ys)) / (72 / 25.4)).toBeCloseTo(CORNER_SHEET.height - 12, 0);
});
