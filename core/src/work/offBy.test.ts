import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { assemble } from '../assembly';
import { applyChange, defaultBox, lidAt, newConversion, readConversion, type Conversion } from '../document';
import { partFrom } from '../parts';
import { measured } from '../quantity';
import { standardPart } from '../standards';
import { offBy } from './offBy';
import { saidAtRest } from '../plan';

/** A drive of 26.1 mm on the floor of a box that is `inside` high, lid of 2 mm, the drive from the left end on. */
function low(inside: number): Conversion {
  const hull = defaultBox();
  for (const side of Object.keys(hull.walls) as (keyof typeof hull.walls)[]) hull.walls[side] = measured(2);
  [hull.width, hull.depth, hull.height] = [measured(200), measured(260), measured(inside + 4)];
  const document = newConversion('Low', hull);
  document.shell.bodies.lid = lidAt(measured(20));
  document.kit.parts['drive-1'] = partFrom(standardPart('drive/3.5')!, 'Drive');
  document.layout.placements['drive-1'] = { x: 40, y: 60, z: 2, rear: 'rear', top: 'top', locked: false };
  return document;
}

describe('what if a measurement is wrong', () => {
  it('breaks where the lid comes down on the drive, to 0.05 mm, from the sizes alone', () => {
    // 26.1 mm of drive on a floor of 2, under a lid of 2, and the air over it that it can’t do without.
    const air = assemble(low(31)).parts[0]!.solids.find((s) => s.air)!.air!.least;
    for (const inside of [28.5, 29.35, 31]) {
      const { below, above, value } = offBy(low(inside), '/shell/hull/height', saidAtRest);
      expect(value).toBe(inside + 4);
      expect(below!.at).toBeGreaterThan(30.1 + air - 0.06);
      expect(below!.at).toBeLessThan(30.1 + air + 0.06);
      // Higher it may be as it likes.
      expect(above).toBeUndefined();
    }
  });

  it('names what gets worse by its ± alone, as applying it to a copy does', () => {
    const document = low(27);
    document.shell.hull = {
      ...(document.shell.hull as ReturnType<typeof defaultBox>),
      height: measured(31, 'tape', 1.5),
    };
    const { less, more } = offBy(document, '/shell/hull/height', saidAtRest);
    const changed = applyChange(document, {
      type: 'setMeasured', path: '/shell/hull/height', measured: measured(29.5, 'tape', 1.5), what: 'height',
    }).document; // prettier-ignore
    expect(less.length).toBeGreaterThan(0);
    const then = saidAtRest(changed).map((f) => f.sentence);
    for (const sentence of less) expect(then).toContain(sentence);
    expect(more).toEqual([]);
  });

  it('a value at which there is no shell breaks too, in the words of the form; no path is named', () => {
    const { below } = offBy(low(28), '/shell/hull/walls/left', saidAtRest);
    expect(below!.at).toBeGreaterThan(0);
    expect(below!.at).toBeLessThan(0.1);
    expect(() => offBy(low(28), '/shell/hull/form', saidAtRest)).toThrow('no measured value');
    expect(() => offBy(low(28), '/shell/hull/nothing', saidAtRest)).toThrow('no measured value');
  });

  it('of the demo: between the values that are given no look finds a new stop', () => {
    const deck = readConversion(readFileSync(new URL('../../../demo/typewriter.json', import.meta.url), 'utf8'));
    const path = '/shell/hull/length';
    const { below, above, value, looked } = offBy(deck, path, saidAtRest);
    const stops = (plan: Conversion) =>
      saidAtRest(plan)
        .filter((f) => f.verdict === 'stop' && f.accepted === undefined)
        .map((f) => f.id);
    const now = new Set(stops(deck));
    const [from, to] = [below?.at ?? value - looked, above?.at ?? value + looked];
    for (let i = 0; i <= 12; i++) {
      const mm = from + 0.01 + ((to - from - 0.02) * i) / 12;
      const plan = applyChange(deck, { type: 'setMeasured', path, measured: measured(mm), what: 'length' }).document;
      expect(
        stops(plan).filter((id) => !now.has(id)),
        String(mm),
      ).toEqual([]);
    }
  });
});
