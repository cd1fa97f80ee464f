import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { readFileSync } from 'node:fs';
import { beforeAll, describe, expect, it } from 'vitest';
import { assemble, turnedSize, type PlacedPart } from '../../assembly';
import {
  applyChange,
  validationIssuesOf,
  defaultBox,
  newConversion,
  PRINT_KINDS,
  readConversion,
  type Change,
  type Print,
} from '../../document';
import { writeStl } from '../../exchange';
import type { JobHost } from '../../station';
import { marginsOf, shortAt } from '../../fit';
import { measured } from '../../quantity';
import { axisOf, loadSolidKernel, signOf, turnOf, type SolidKernel, type Vec3 } from '../../solid';
import { inPlace, printPart } from '../jobs';
import { openingsOf } from '../openings/derived';
import { PRINT_SIZES, sizesOf, wrongSizes } from './kinds';
import { FILAMENTS, LAP, printed, splitTo } from './printing';
import { printedSolid } from './solids';

const deck = readConversion(readFileSync(new URL('../../../../demo/tape-deck.json', import.meta.url), 'utf8'));
const assembly = assemble(deck);
const folder = mkdtempSync(join(tmpdir(), 'young-shell-'));
const admesh = spawnSync('which', ['admesh']).status === 0;
const slicer = spawnSync('which', ['slic3r']).status === 0;
/** With a bed that takes everything whole. */
const roomy = applyChange(deck, {
  type: 'setTools',
  tools: { ...deck.cut.tools, bed: { x: 600, y: 600, z: 400 } },
}).document;
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

  it.skipIf(!slicer).each(PRINT_KINDS)(
    '%s is sliced to its full height, and takes about the plastic that is said (slic3r, Debian)',
    (kind) => {
      const print = of(kind);
      const { pieces, grams } = printed(roomy, assembly, print, kernel);
      const [stl, gcode] = [join(folder, 'sliced.stl'), join(folder, 'sliced.gcode')];
      writeFileSync(stl, writeStl(pieces[0]!.mesh, print.name));
      const settings = [
        '--no-gui',
        '--fill-density',
        '20%',
        '--layer-height',
        '0.3',
        '--perimeters',
        '3',
        '--skirts',
        '0',
      ];
      execFileSync('slic3r', [...settings, '-o', gcode, stl], { encoding: 'utf8', stdio: ['ignore', 'pipe', 'pipe'] });
      const text = readFileSync(gcode, 'utf8');
      // Heights at which plastic is laid: the head is lifted before and after.
      let [z, top] = [0, 0];
      for (const line of text.split('\n')) {
        z = Number(/^G1 Z([\d.]+)/.exec(line)?.[1] ?? z);
        if (/^G1 X\S+ Y\S+ E/.test(line)) top = Math.max(top, z);
      }
      expect(top).toBeGreaterThan(pieces[0]!.size[2] - 0.61);
      expect(top).toBeLessThan(pieces[0]!.size[2] + 0.61);
      const cubic = Number(/filament used = [\d.]+mm \(([\d.]+)cm3\)/.exec(text)?.[1]);
      const said = grams / FILAMENTS.PETG.density;
      expect(cubic / said).toBeGreaterThan(0.7);
      expect(cubic / said).toBeLessThan(1.4);
    },
    60_000,
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
    // To the rear stands the wall, which it does not go into.
    expect(solid.size[1]).toBeCloseTo(assembly.hull.innerHigh[1] - 0.5 - (board.low[1] - 6), 4);
    const holes = board.faces.find((f) => f.cuts.some((c) => c.kind === 'drill'))!.cuts;
    // Without its bosses it is lighter by what they are: 4 · (π/4)(8² − insert²) · boss.
    const bare = printedSolid(deck, assembly, of('tray', { sizes: { boss: 0 } }), kernel);
    const { insert, boss } = sizesOf(deck, assembly, of('tray'));
    // As high as the standoffs that the board has without it.
    expect(boss).toBe(deck.kit.parts['board-1']!.dimensions.standoffHeight!.value);
    const each = (Math.PI / 4) * (64 - insert! ** 2) * boss!;
    expect((solid.volume - bare.volume) / (holes.length * each)).toBeCloseTo(1, 1);
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
      ['duct', { thickness: 0.4 }, /Thickness is 0.4 mm; enter 1.2/],
      ['ring', { height: NaN }, /enter/],
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
      expect(validationIssuesOf(placed)).toEqual([]);
      expect(assemble(placed).parts.find((p) => p.id === 'print-part-1')!.solids.length).toBe(blocks.length);
    },
  );
});

describe('a print in its place', () => {
  const host = () => ({ kernel: () => Promise.resolve(kernel) }) as unknown as JobHost;

  it('a tray lies under its board, wherever that stands; its holes are under the board’s, and nothing new stops', async () => {
    const board = deck.kit.parts['board-1']!;
    const hull = Object.assign(defaultBox(), { width: measured(420), depth: measured(420), height: measured(420) });
    const empty = newConversion('Box', hull);
    const { hull: model } = assemble(empty);
    // On the floor, hung from the lid, on both sides, on the rear: its lower side to the wall.
    for (const [rear, top] of [
      ['rear', 'top'],
      ['rear', 'bottom'],
      ['front', 'right'],
      ['top', 'left'],
      ['top', 'front'],
      ['left', 'rear'],
    ] as const) {
      const size = turnedSize('board-1', board, turnOf({ rear, top }));
      const axis = axisOf(top);
      const at = [0, 1, 2].map((i) => (model.innerLow[i]! + model.innerHigh[i]! - size[i]!) / 2) as Vec3;
      at[axis] = signOf(top) > 0 ? model.innerLow[axis]! : model.innerHigh[axis]! - size[axis]!;
      const [x, y, z] = at;
      const changes: Change[] = [
        { type: 'addPart', id: 'board-1', part: board, placement: { x, y, z, rear, top, locked: false } },
        { type: 'setPrint', id: 'print-1', print: of('tray') },
      ];
      const plan = changes.reduce((d, c) => applyChange(d, c).document, empty);
      const change = await inPlace(host(), plan, 'print-1', 'print-part-1');
      const done = applyChange(plan, change).document;
      expect(validationIssuesOf(done)).toEqual([]);
      const there = assemble(done);
      const [on, tray] = ['board-1', 'print-part-1'].map((id) => there.parts.find((p) => p.id === id)!) as [
        PlacedPart,
        PlacedPart,
      ];
      expect(
        shortAt(marginsOf(there))
          .map((m) => m.id)
          .filter((id) => id.includes('print-part')),
      ).toEqual([]);
      expect(tray.placement.top).toBe(top);
      // The solid of the whole tray, where the part of the kit lies: each boss is around a hole of the board.
      const { mesh } = printedSolid(plan, assemble(plan), of('tray'), kernel);
      const thickness = sizesOf(plan, assemble(plan), of('tray')).thickness!;
      const mount = on.faces.find((f) => f.cuts.some((c) => c.kind === 'drill') && !f.mustReachOutside)!;
      const tops: Vec3[] = [];
      for (let i = 0; i < mesh.positions.length; i += 3)
        if (mesh.positions[i + 2]! > thickness + 1) tops.push(tray.toShell([...mesh.positions.slice(i, i + 3)]));
      for (const cut of mount.cuts) {
        const off = ([0, 1, 2] as const).filter((i) => i !== axis);
        const near = tops.filter((p) => Math.hypot(...off.map((i) => p[i] - cut.at[i])) < 4.01);
        expect(near.length).toBeGreaterThan(8);
        for (const i of off) {
          const ends = near.map((p) => p[i]);
          expect((Math.min(...ends) + Math.max(...ends)) / 2).toBeCloseTo(cut.at[i], 2);
        }
      }
    }
  });

  it('a shield stands behind its part’s openings with one of its own before each; other prints in the middle', async () => {
    const shield = of('plate', { of: 'board-1', sizes: { hole: 0 } });
    const changes: Change[] = [
      { type: 'setPrint', id: 'print-1', print: shield },
      { type: 'setPrint', id: 'print-2', print: of('bracket') },
    ];
    const plan = changes.reduce((d, c) => applyChange(d, c).document, deck);
    const cuts = openingsOf(plan, assembly).filter((o) => o.part === 'board-1' && o.kind === 'cut');
    expect(cuts.length).toBeGreaterThan(0);
    const { volume, size } = printedSolid(plan, assembly, shield, kernel);
    const open = cuts.reduce((sum, o) => sum + (o.shape.kind === 'rectangle' ? o.shape.width * o.shape.height : 0), 0);
    expect(volume).toBeCloseTo(size[2] * (size[0] * size[1] - open), 3);
    const done = applyChange(plan, await inPlace(host(), plan, 'print-1', 'print-part-1')).document;
    const there = assemble(done);
    const plate = there.parts.find((p) => p.id === 'print-part-1')!;
    expect(plate.placement).toMatchObject({ rear: 'top', top: 'rear' });
    const wall = there.hull.walls.find((w) => w.face === 'rear')!;
    expect(plate.high[1]).toBeCloseTo(-wall.offset, 6);
    // Nothing of the plate is before an opening.
    const frame = there.hull.frames.find((f) => f.face === 'rear')!;
    for (const { centre } of cuts) {
      const through = frame.origin.map((o, i) => o + centre[0] * frame.u[i]! + centre[1] * frame.v[i]!);
      expect(
        plate.solids.some(({ shape }) =>
          [0, 2].every((i) => shape.low[i]! < through[i]! - 0.01 && shape.high[i]! > through[i]! + 0.01),
        ),
      ).toBe(false);
    }
    const bracket = applyChange(done, await inPlace(host(), done, 'print-2', 'print-part-2')).document;
    expect(bracket.layout.placements['print-part-2']).toBeDefined();
  });
});
