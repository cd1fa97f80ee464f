import { beforeAll, describe, expect, it } from 'vitest';
import { applyChange, feature, defaultBox, defaultWedge, newConversion } from '../document';
import { measured } from '../quantity';
import { loadSolidKernel, type SolidKernel } from '../solid';
import { assessShell, volumesOf } from '.';

let kernel: SolidKernel;
beforeAll(async () => {
  kernel = await loadSolidKernel();
});

function cube(inside: number, wall: number) {
  const hull = defaultBox();
  for (const side of Object.keys(hull.walls) as (keyof typeof hull.walls)[]) hull.walls[side] = measured(wall);
  hull.width = hull.depth = hull.height = measured(inside + 2 * wall);
  return newConversion('Cube', hull);
}

describe('litres', () => {
  // 25.4 mm an inch: 8 in cube 8.390 L, 6.75 in cube 5.040 L.
  it.each([
    [8, 8.39],
    [6.75, 5.04],
  ])('an %f in cube has %f L', (inches, litres) =>
    expect(volumesOf(cube(inches * 25.4, 2), kernel).cavity).toBeCloseTo(litres, 3),
  );

  it('usable room is the cavity less its features and half a millimetre along every wall', () => {
    const shape = { kind: 'box' as const, width: measured(20), depth: measured(30), height: measured(40) };
    const at = measured(50);
    const boss = feature('Boss', shape, [at, at, at]);
    const document = applyChange(cube(200, 2), { type: 'setFeature', id: 'boss-1', feature: boss }).document;
    const { outside, cavity, usable, free } = volumesOf(document, kernel);
    expect(outside).toBeCloseTo(0.204 ** 3 * 1000, 6);
    expect(cavity - usable).toBeCloseTo((0.2 ** 3 - 0.199 ** 3) * 1000 + 0.024, 6);
    expect(free).toBeCloseTo(usable, 9);
    const gone = applyChange(document, { type: 'setFate', id: 'boss-1', fate: 'removed' }).document;
    expect(volumesOf(gone, kernel).usable - usable).toBeCloseTo(0.024, 6);
  });

  it('a wedge has the area of its profile times its width', () => {
    const profile = 320 * 150 - (180 * 80) / 2;
    expect(volumesOf(newConversion('Wedge', defaultWedge()), kernel).outside).toBeCloseTo((profile * 400) / 1e6, 6);
  });
});

describe('survey', () => {
  it('says how many dimensions are guesses and which to measure first', () =>
    expect(assessShell(newConversion('New', defaultBox()))[0]).toMatchObject({
      verdict: 'warn',
      measureAgain: '/shell/hull/width',
    }));

  it('catches an inch typed for a millimetre', () => {
    const slipped = applyChange(cube(200, 2), {
      type: 'setMeasured',
      path: '/shell/hull/walls/left',
      measured: measured(50.8),
      what: 'wall',
    });
    expect(assessShell(slipped.document).find((f) => f.id.startsWith('shell/slip'))?.sentence).toMatch(/was it inches/);
  });
});
