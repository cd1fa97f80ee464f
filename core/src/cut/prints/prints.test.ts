import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { readFileSync } from 'node:fs';
import { beforeAll, describe, expect, it } from 'vitest';
import { assemble } from '../../assembly';
import { applyChange, complaintsOf, PRINT_KINDS, readConversion, type Print } from '../../document';
import { writeStl } from '../../exchange';
import type { JobHost } from '../../station';
import { loadSolidKernel, type SolidKernel } from '../../solid';
import { printPart } from '../jobs';
import { PRINT_SIZES, sizesOf, wrongSizes } from './kinds';
import { LAP, printed, splitTo } from './printing';
import { printedSolid } from './solids';

const deck = readConversion(readFileSync(new URL('../../../../demo/tape-deck.json', import.meta.url), 'utf8'));
const assembly = assemble(deck);
const folder = mkdtempSync(join(tmpdir(), 'young-shell-'));
const admesh = spawnSync('which', ['admesh']).status === 0;
let kernel: SolidKernel;
beforeAll(async () => {
  kernel = await loadSolidKernel();
});

const of = (kind: Print['kind'], more: Partial<Print> = {}): Print => ({
  name: `The ${kind}`,
  kind,
  sizes: {},
  count: 1,
  ...(kind === 'tray' ? { of: 'board-1' } : {}),
  ...more,
});

/** What the independent mesh checker says of a file. */
function checked(bytes: Uint8Array): { open: number; volume: number; parts: number } {
  const file = join(folder, 'print.stl');
  writeFileSync(file, bytes);
  const said = execFileSync('admesh', [file], { encoding: 'utf8' });
  const number = (pattern: RegExp) => Number(pattern.exec(said)?.[1]);
  return {
    open: number(/Total disconnected facets\s*:\s*(\d+)/),
    volume: number(/Volume\s*:\s*([-\d.]+)/),
    parts: number(/Number of parts\s*:\s*(\d+)/),
  };
}

describe('a printed part', () => {
  it.each(PRINT_KINDS)('%s is one solid of its sizes; nothing of it is thinner than it may be', (kind) => {
    const solid = printedSolid(deck, assembly, of(kind), kernel);
    expect(solid.volume).toBeGreaterThan(100);
    for (const v of solid.size) expect(v).toBeGreaterThanOrEqual(1.19);
    expect(solid.area).toBeGreaterThan(0);
  });

  it.skipIf(!admesh).each(PRINT_KINDS)(
    '%s is closed, in one piece, and as large as it is said to be (admesh, Debian)',
    (kind) => {
      const solid = printedSolid(deck, assembly, of(kind), kernel);
      const { open, volume, parts } = checked(writeStl(solid.mesh, solid.name));
      expect(open).toBe(0);
      expect(parts).toBe(1);
      expect(volume / solid.volume).toBeCloseTo(1, 3);
    },
  );

  it('a foot is the cone it says, less its holes', () => {
    const { volume, size } = printedSolid(
      deck,
      assembly,
      of('foot', { sizes: { diameter: 20, height: 10, hole: 0 } }),
      kernel,
    );
    const [r, s] = [10, 8.5];
    // A frustum; 48 sides stand for a circle: 0.9972 of its area.
    expect(volume / ((Math.PI * 10 * (r * r + r * s + s * s)) / 3)).toBeCloseTo(0.997, 2);
    expect(size[2]).toBeCloseTo(10, 6);
  });

  it('a tray has a boss with a hole under every hole of its board', () => {
    const solid = printedSolid(deck, assembly, of('tray'), kernel);
    const board = assembly.parts.find((p) => p.id === 'board-1')!;
    expect(solid.size[0]).toBeCloseTo(board.high[0] - board.low[0] + 12, 6);
    const holes = board.faces.find((f) => f.cuts.some((c) => c.kind === 'drill'))!.cuts;
    // Without its bosses it is lighter by what they are: 4 · (π/4)(8² − insert²) · 6.
    const bare = printedSolid(deck, assembly, of('tray', { sizes: { boss: 0 } }), kernel);
    const insert = sizesOf(deck, assembly, of('tray')).insert!;
    expect((solid.volume - bare.volume) / (holes.length * (Math.PI / 4) * (64 - insert ** 2) * 6)).toBeCloseTo(1, 1);
  });

  it('takes its sizes from the plan: a plate from its opening, a filter from its fan', () => {
    const key = 'board-1.sockets.io';
    const planned = applyChange(deck, { type: 'adjustOpening', key, name: 'io', patch: { wall: 'plate' } }).document;
    const sizes = sizesOf(planned, assemble(planned), of('plate', { of: key }));
    expect(sizes.openWidth).toBeCloseTo(158.75 + 0.8, 6);
    expect(sizes.width).toBeCloseTo(158.75 + 0.8 + 8 + 20, 6);
    expect(sizesOf(deck, assembly, of('filter frame', { of: 'fan-1' }))).toMatchObject({ width: 76, height: 76 });
  });

  it('of sizes that make no solid is refused with what would be right', () => {
    for (const [kind, sizes, words] of [
      ['foot', { diameter: 20, hole: 19 }, /leaves no wall/],
      ['plate', { openWidth: 179 }, /leaves no rim/],
      ['tray', { insert: 7 }, /bosses of 8 mm/],
      ['duct', { thickness: 0.4 }, /Thickness is 0.4 mm; it would be 1.2/],
      ['ring', { height: NaN }, /it would be/],
    ] as const)
      expect(() => printedSolid(deck, assembly, of(kind, { sizes }), kernel)).toThrow(words);
    expect(() => printedSolid(deck, assembly, of('tray', { of: 'nothing-1' }), kernel)).toThrow(/needs a part/);
    for (const kind of PRINT_KINDS)
      expect(wrongSizes(kind, Object.fromEntries(PRINT_SIZES[kind].map((s) => [s.key, s.usual])))).toBeUndefined();
  });
});

describe('a print that is larger than the bed', () => {
  it('comes in pieces that lie on it and make up the whole, but for the play between them', () => {
    const small = applyChange(deck, { type: 'setTools', tools: { bed: { x: 120, y: 100, z: 120 } } }).document;
    const { pieces, volume } = printed(small, assembly, of('tray'), kernel);
    expect(pieces.length).toBeGreaterThan(3);
    let sum = 0;
    for (const { mesh, size } of pieces) {
      expect(Math.min(size[0], size[1])).toBeLessThanOrEqual(100 + 1e-6);
      expect(Math.max(size[0], size[1])).toBeLessThanOrEqual(120 + 1e-6);
      sum += kernel.scope((make) => make.volume(make.mesh(mesh)));
      if (admesh) expect(checked(writeStl(mesh)).open).toBe(0);
    }
    expect(sum / volume).toBeLessThan(1);
    expect(sum / volume).toBeGreaterThan(0.99);
  });

  it('one that fits stays whole; a bed smaller than a joint is refused', () => {
    const solid = printedSolid(deck, assembly, of('bracket'), kernel);
    expect(splitTo(solid, [220, 220, 250], kernel)).toHaveLength(1);
    expect(() => splitTo(solid, [2 * LAP, 25, 250], kernel)).toThrow(/smaller than a joint/);
    expect(() => splitTo(solid, [220, 220, 10], kernel)).toThrow(/printer reaches 10 mm/);
  });
});

describe('a print in the kit', () => {
  it.each(['tray', 'bracket', 'foot'] as const)(
    'a %s is boxes that cover it, with its mass, and Fit counts it',
    async (kind) => {
      const planned = applyChange(deck, { type: 'setPrint', id: 'print-1', print: of(kind) }).document;
      const host = { kernel: () => Promise.resolve(kernel) } as unknown as JobHost;
      const part = await printPart(host, planned, 'print-1');
      const { volume, size } = printedSolid(planned, assembly, of(kind), kernel);
      const blocks = Object.values(part.own!.blocks);
      const covered = blocks.reduce((sum, b) => sum + b.width.value * b.depth.value * b.height.value, 0);
      expect(covered).toBeGreaterThan(0.98 * volume);
      expect(Math.max(...blocks.map((b) => b.x.value + b.width.value))).toBeCloseTo(size[0], 1);
      expect(part.mass).toBeGreaterThan(0);
      const placed = applyChange(planned, {
        type: 'addPart',
        id: 'print-part-1',
        part,
        placement: { x: 100, y: 60, z: 9.2, rear: 'rear', top: 'top', locked: false },
      }).document;
      expect(complaintsOf(placed)).toEqual([]);
      expect(assemble(placed).parts.find((p) => p.id === 'print-part-1')!.solids.length).toBe(blocks.length);
    },
  );
});
