import { describe, expect, it } from 'vitest';
import { assemble, hullModel } from '../assembly';
import {
  applyChange,
  validationIssuesOf,
  defaultBox,
  lidAt,
  lidOf,
  newConversion,
  type Change,
  type Conversion,
} from '../document';
import { partFrom } from '../parts';
import { saidAtRest } from '../plan';
import { measured } from '../quantity';
import { searchLayouts } from '../search';
import { loadSolidKernel, volumeOfMesh, type Mesh, type Shape, type Vec3 } from '../solid';
import { standardPart } from '../standards';
import { prepareSolid, readCavity, shellRead, storedSolid } from '.';

const kernel = await loadSolidKernel();
const box = (low: Vec3, high: Vec3): Shape => ({ kind: 'box', low, high });

/** A solid less others, by the independent solid kernel. */
const less = (whole: Shape, ...others: Shape[]): Mesh =>
  kernel.scope((make) =>
    make.meshOf(
      make.difference(
        make.shape(whole),
        others.map((s) => make.shape(s)),
      ),
    ),
  );

/** A document whose shell is that mesh, as an import makes it. */
async function shellOf(mesh: Mesh, wall?: number): Promise<Conversion> {
  const prepared = prepareSolid(mesh, 'mm');
  const { solid } = await storedSolid(prepared, 'shell.stl');
  const { cavity } = readCavity(prepared, wall)!;
  const content = 'a'.repeat(64);
  const plan = newConversion('Read', defaultBox());
  return applyChange(plan, { type: 'setHull', hull: { form: 'solid', solid: { ...solid, content }, cavity } }).document;
}
const litres = (size: Vec3) => (size[0] * size[1] * size[2]) / 1e6;

describe('a shell that was read from a file', () => {
  const outer: Vec3 = [260, 260, 106];
  const hollow = less(box([0, 0, 0], outer), box([3, 3, 3], [257, 257, 103]));

  it('has the walls and the room of its mesh, and takes what goes in there', async () => {
    const prepared = prepareSolid(hollow, 'mm');
    const { cavity, open } = readCavity(prepared)!;
    expect(open).toEqual([]);
    for (const wall of Object.values(cavity.walls)) expect(wall.value).toBeCloseTo(3, 3);
    expect(cavity.cover).toEqual([]);
    expect(cavity.volume / 1e6).toBeCloseTo(litres([254, 254, 100]), 3);
    const document = await shellOf(hollow);
    expect(validationIssuesOf(document)).toEqual([]);
    const kit = ['board/mini-itx', 'supply/flex', 'drive/2.5-7'].map((key): Change => ({
      type: 'addPart',
      id: `${key.split('/')[0]}-1`,
      part: partFrom(standardPart(key)!, key),
    }));
    const { document: filled } = applyChange(document, {
      type: 'all',
      what: 'fill',
      changes: [{ type: 'setBrief', brief: { policy: 'open', blockedFaces: ['bottom'] } }, ...kit],
    });
    const [layout] = searchLayouts(filled, { wanted: 1, steps: 600 }).layouts;
    const placed = { ...filled, layout: { ...filled.layout, placements: layout!.placements } };
    expect(saidAtRest(placed).filter((f) => f.verdict === 'stop')).toEqual([]);
  });

  it('has its ribs as what stands in it, and an open side closed by something thin', async () => {
    const ribbed = less(
      box([0, 0, 0], outer),
      box([3, 3, 3], [128, 257, 106]),
      box([132, 3, 3], [257, 257, 106]),
      // The rib between the two is 40 high.
      box([127, 3, 43], [133, 257, 106]),
    );
    const { cavity, open } = readCavity(prepareSolid(ribbed, 'mm'))!;
    expect(open).toEqual(['top']);
    expect(cavity.walls.top).toMatchObject({ value: 1, tool: 'guess' });
    expect(cavity.cover).toEqual([[128, 3, 3, 132, 257, 43]]);
    const { innerLow, innerHigh } = hullModel((await shellOf(ribbed)).shell);
    expect([...innerLow, ...innerHigh].map((v) => Math.round(v * 1000) / 1000)).toEqual([3, 3, 3, 257, 257, 105]);
  });

  it('that is only its outside becomes a shell with the walls that are said', async () => {
    const block = less(box([0, 0, 0], outer), box([0, 0, 90], [100, 260, 106]));
    const prepared = prepareSolid(block, 'mm');
    expect(readCavity(prepared)).toBeUndefined();
    const { cavity } = readCavity(prepared, 4)!;
    for (const wall of Object.values(cavity.walls)) expect(wall).toMatchObject({ value: 4, tool: 'guess' });
    // In the step the roof is at 90 − 4, up to 4 mm beyond it.
    expect(cavity.cover).toEqual([[4, 4, 86, 104, 256, 102]]);
    expect(cavity.volume / 1e6).toBeCloseTo(litres([252, 252, 98]) - litres([100, 252, 16]), 3);
    expect(() => readCavity(prepared, 60)).toThrow(/60 mm leave no room/);
  });

  it('that is lower than the lid has its lid under its own top', async () => {
    const prepared = prepareSolid(hollow, 'mm');
    const { solid } = await storedSolid(prepared, 'shell.stl');
    const before = newConversion('Tall', defaultBox());
    before.shell.bodies.lid = lidAt(measured(148));
    const hull = {
      form: 'solid' as const,
      solid: { ...solid, content: 'a'.repeat(64) },
      cavity: readCavity(prepared)!.cavity,
    };
    const { document } = applyChange(before, shellRead(before, hull));
    expect(validationIssuesOf(document)).toEqual([]);
    expect(lidOf(document.shell)!.splitHeight).toBeCloseTo(103, 3);
  });

  it('with a sloping wall never has more room than there is, and nearly all of it', async () => {
    // A wedge: its roof falls from 100 to 40 over 260, the same 3 mm below.
    const slope = (z: number, y0: number, y1: number, x0: number, x1: number): Mesh => {
      const roof = (y: number) => z - (60 * y) / 260;
      const p = [[x0, y0, 100 - z], [x1, y0, 100 - z], [x1, y1, 100 - z], [x0, y1, 100 - z], [x0, y0, roof(y0)], [x1, y0, roof(y0)], [x1, y1, roof(y1)], [x0, y1, roof(y1)]]; // prettier-ignore
      const t = [0, 2, 1, 0, 3, 2, 4, 5, 6, 4, 6, 7, 0, 1, 5, 0, 5, 4, 1, 2, 6, 1, 6, 5, 2, 3, 7, 2, 7, 6, 3, 0, 4, 3, 4, 7]; // prettier-ignore
      return { positions: Float64Array.from(p.flat()), triangles: Uint32Array.from(t) };
    };
    const outside = slope(100, 0, 260, 0, 260);
    const inside = slope(97, 3, 257, 3, 257);
    const turned = inside.triangles.map((_, i, t) => t[i % 3 === 1 ? i + 1 : i % 3 === 2 ? i - 1 : i]! + 8);
    const wedge: Mesh = {
      positions: Float64Array.from([...outside.positions, ...inside.positions]),
      triangles: Uint32Array.from([...outside.triangles, ...turned]),
    };
    const { cavity } = readCavity(prepareSolid(wedge, 'mm'))!;
    const true_ = volumeOfMesh(inside);
    expect(cavity.volume).toBeLessThanOrEqual(true_ + 1);
    expect(cavity.volume).toBeGreaterThan(0.96 * true_);
    // Above the roof is no room, though it is in the box around the shell.
    const document = await shellOf(wedge);
    const { features } = assemble(document);
    expect(
      features.some(
        ({ shape }) => shape.low[1] < 240 && shape.high[1] > 240 && shape.low[2] < 70 && shape.high[2] > 70,
      ),
    ).toBe(true);
  });
});

describe('a mesh that is not one solid', () => {
  const cube = less(box([0, 0, 0], [20, 20, 20]));
  it('with doubled triangles is mended, its volume right', () => {
    const doubled = { ...cube, triangles: Uint32Array.from([...cube.triangles, ...cube.triangles.slice(0, 9)]) };
    const { mesh, repairs } = prepareSolid(doubled, 'mm');
    expect(volumeOfMesh(mesh)).toBeCloseTo(8000, 3);
    expect(repairs).toEqual(['took out 3 doubled triangles']);
  });
  it('with bodies that go into each other is refused, beside each other and in each other’s hollow it is not', () => {
    const at = (dx: number): Mesh => less(box([dx, 1, 1], [dx + 20, 21, 21]));
    const both = (a: Mesh, b: Mesh): Mesh => ({
      positions: Float64Array.from([...a.positions, ...b.positions]),
      triangles: Uint32Array.from([...a.triangles, ...b.triangles.map((v) => v + a.positions.length / 3)]),
    });
    expect(() => prepareSolid(both(cube, at(10)), 'mm')).toThrow(/go into each other/);
    expect(volumeOfMesh(prepareSolid(both(cube, at(30)), 'mm').mesh)).toBeCloseTo(16_000, 3);
    const hollow = less(box([0, 0, 0], [20, 20, 20]), box([2, 2, 2], [18, 18, 18]));
    expect(volumeOfMesh(prepareSolid(both(hollow, less(box([6, 6, 6], [11, 11, 11]))), 'mm').mesh)).toBeCloseTo(
      8000 - 4096 + 125,
      3,
    );
  });
});
