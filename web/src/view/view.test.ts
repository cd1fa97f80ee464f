import { readFileSync } from 'node:fs';
import { assemble, hullModel } from '@young-shell/core/assembly';
import { openingsOf } from '@young-shell/core/cut';
import { applyChange, readConversion } from '@young-shell/core/document';
import { marginsOf } from '@young-shell/core/fit';
import { area } from '@young-shell/core/solid';
import { describe, expect, it } from 'vitest';
import { faceOutlines } from '../stations/cut/faceOutlines';
import { clashBoxes } from '../stations/fit/clashBoxes';
import { hullBox } from './projection';
import { defaultDepth, hullSilhouette, wallOutlines } from './section';
import { matSteps } from './matSteps';
import { unstacked, type Writing } from './writing';

const deck = readConversion(readFileSync(new URL('../../../demo/tape-deck.json', import.meta.url), 'utf8'));
const hull = hullModel(deck.shell);
const size = (polygons: ReturnType<typeof wallOutlines>) => polygons.map((p) => Math.abs(area(p)));

describe('sections of the shell', () => {
  it('from the side: the ring between outside and inside, and a whole cheek within one', () => {
    expect(size(wallOutlines(hull, 'side', 200))).toEqual([
      expect.closeTo(386 * 158 - (214 * 90) / 2, 6),
      expect.closeTo(Math.abs(area(hull.inner.low)), 6),
    ]);
    expect(wallOutlines(hull, 'side', 10)).toEqual([hull.outer.low]);
    expect(wallOutlines(hull, 'side', 999)).toEqual([]);
  });

  it('in plan above the front: only as deep as the slope leaves, by hand', () => {
    // At 113 mm the slope has come back 214 · (113 − 68) / 90 = 107 mm.
    const [outer] = wallOutlines(hull, 'plan', 113);
    expect(Math.min(...outer!.map((p) => p[1]))).toBeCloseTo(107, 9);
    expect(Math.max(...outer!.map((p) => p[1]))).toBe(386);
    expect(Math.max(...outer!.map((p) => p[0]))).toBe(452);
  });

  it('begin in the middle of the selected part, or of the shell', () => {
    const assembly = assemble(deck);
    const box = hullBox(hull);
    expect(defaultDepth(assembly, 'plan', undefined, box)).toBe(79);
    expect(defaultDepth(assembly, 'plan', 'card-1', box)).toBeCloseTo(108 + 38.6 / 2, 1);
    expect(hullSilhouette(hull, 'front')).toContainEqual([452, 158]);
  });
});

describe('red tape', () => {
  it('lies where the card is in the ribs, and nowhere when it is not', () => {
    const tape = clashBoxes(assemble(deck), marginsOf(assemble(deck)));
    expect(tape.map((t) => t.id).sort()).toEqual(['card-1|lid-rib-1', 'card-1|lid-rib-2']);
    for (const { low, high } of tape) expect(high[2] - low[2]).toBeCloseTo(3.8, 9);
    const placement = { ...deck.layout.placements['card-1']!, z: 100 };
    const clear = assemble(applyChange(deck, { type: 'placePart', id: 'card-1', placement }).document);
    expect(clashBoxes(clear, marginsOf(clear))).toEqual([]);
  });

  it('on a wall it is as thick as the part is in it', () => {
    const placement = { ...deck.layout.placements['drive-1']!, x: 16.2 };
    const assembly = assemble(applyChange(deck, { type: 'placePart', id: 'drive-1', placement }).document);
    const [tape] = clashBoxes(assembly, marginsOf(assembly)).filter((t) => t.id === 'drive-1|left');
    expect([tape!.low[0], tape!.high[0]]).toEqual([expect.closeTo(16.2, 9), expect.closeTo(18.2, 9)]);
  });
});

it('openings are drawn on the outside of their faces, closed', () => {
  const cuts = openingsOf(deck, assemble(deck));
  const outlines = faceOutlines(deck, hull, cuts, { kind: 'face', id: 'slope' });
  expect(outlines.filter((o) => o.kind === 'there')).toHaveLength(2);
  expect(outlines.filter((o) => o.kind === 'cut')).toHaveLength(cuts.length);
  expect(outlines.filter((o) => o.kind === 'chosen')).toHaveLength(1);
  for (const { face, points, kind } of outlines) {
    if (kind !== 'chosen' && face.face === 'rear') expect(points.every((p) => Math.abs(p[1] - 386) < 1e-9)).toBe(true);
    // A joint of a cover that leaves faces standing runs from edge to edge.
    if (kind !== 'joint') points[0]!.forEach((c, i) => expect(points.at(-1)![i]).toBeCloseTo(c, 9));
  }
});

it('the joint of a cover is drawn on the faces that it takes along, on none that it leaves standing', () => {
  const joints = (keeps: string[]) => {
    const { lid } = deck.shell.bodies;
    const cut = { ...lid!.cut, ...(keeps.length > 0 ? { keeps } : {}) } as NonNullable<typeof lid>['cut'];
    const plan = applyChange(deck, { type: 'setBody', id: 'lid', body: { ...lid!, cut } }).document;
    return faceOutlines(plan, hull, [], null).filter((o) => o.id.startsWith('body/lid'));
  };
  expect(joints([])).toHaveLength(1);
  const faces = joints(['rear', 'left']).map((o) => o.face.face);
  expect(faces.length).toBeGreaterThan(0);
  expect(faces).not.toContain('rear');
  expect(faces).not.toContain('left');
  expect(faces).toContain('right');
});

it('writing that would stand on other writing moves down, the first stays', () => {
  const word = (key: string, x: number, y: number): Writing => ({
    key,
    text: 'Graphics card',
    x,
    y,
    size: 14,
    fill: '',
    figure: false,
  });
  const placed = unstacked([word('a', 0, 0), word('b', 4, 2), word('c', 500, 1), word('d', 2, 1)], 1);
  expect(placed[0]!.y).toBe(0);
  expect(placed[2]!.y).toBe(1);
  const ys = [placed[0]!, placed[1]!, placed[3]!].map((w) => w.y).sort((p, q) => p - q);
  expect(ys[1]! - ys[0]!).toBeGreaterThanOrEqual(16);
  expect(ys[2]! - ys[1]!).toBeGreaterThanOrEqual(16);
});

it('of very many words those that find no room near their place are left out, the others cover none', () => {
  const words = Array.from({ length: 120 }, (_, i): Writing => ({
    key: `${i}`,
    text: 'Part',
    x: 20 * (i % 12),
    y: 10 * Math.floor(i / 12),
    size: 14,
    fill: '',
    figure: false,
  }));
  const placed = unstacked(words, 1);
  expect(placed.length).toBeGreaterThan(30);
  expect(placed.length).toBeLessThan(120);
  for (const { key, y } of placed) expect(Math.abs(y - words[Number(key)]!.y)).toBeLessThanOrEqual(3 * 16);
  for (const a of placed)
    for (const b of placed)
      if (a !== b && Math.abs(a.x - b.x) < 14) expect(Math.abs(a.y - b.y)).toBeGreaterThanOrEqual(16);
  // As many as always stay all of them, however they heap.
  expect(
    unstacked(
      words.slice(0, 60).map((w) => ({ ...w, x: 0, y: 0 })),
      1,
    ),
  ).toHaveLength(60);
});

it('the numbers of the mat are never nearer than asked, and stay whole ones of the unit', () => {
  for (const unit of ['mm', 'inch'] as const)
    for (const apart of [1, 49, 51, 150, 400, 1900]) {
      const { fine, bold, numbered, one } = matSteps(unit, apart);
      expect(numbered).toBeGreaterThanOrEqual(apart > 3000 ? 0 : Math.min(apart, 3000));
      expect(numbered / one).toBeCloseTo(Math.round(numbered / one), 9);
      expect(bold / fine).toBeCloseTo(Math.round(bold / fine), 9);
      expect(numbered / bold).toBeCloseTo(Math.round(numbered / bold), 9);
    }
  expect(matSteps('mm', 30)).toEqual({ fine: 10, bold: 50, numbered: 50, one: 1 });
});
