import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assemble } from '../assembly';
import {
  applyChange,
  defaultBox,
  defaultWedge,
  newConversion,
  type BoxHull,
  type Conversion,
  type ProfileHull,
} from '../document';
import { measured, spreadOf, TOOLS, type Measured, type Tool } from '../quantity';
import { assessShell } from './assess';
import { judgeReading } from './readings';
import { choose, drop, keep, leave, skip, standing, surveyOf, take, WALK_START, type TakenReading, type Walk } from '.';

const WHEN = '2031-04-05T06:07:08.000Z';
const WATCHES = [
  { name: 'the width inside', chain: { value: 394, terms: [term('/shell/hull/width', 1, 30)] }, weight: 4 },
  { name: 'the height inside', chain: { value: 144, terms: [term('/shell/hull/height', 1, 20)] }, weight: 1 },
];

function term(id: string, coefficient: number, uncertainty: number) {
  return { id, coefficient, uncertainty };
}

/** A box of guesses and somebody who walks around it: readings go into the document as the page sends them. */
class Walker {
  document: Conversion = newConversion('Chest', defaultBox());
  walk: Walk = WALK_START;
  get at() {
    return standing(this.walk, surveyOf(this.document, WATCHES), this.document);
  }
  know(path: string, known: Measured) {
    const change = { type: 'setMeasured', path, measured: known, what: path } as const;
    this.document = applyChange(this.document, change).document;
    return this;
  }
  settle({ walk, keep: kept }: TakenReading) {
    if (kept) this.document = applyChange(this.document, kept).document;
    this.walk = walk;
    return this;
  }
  take(value: number, tool: Tool = this.at.step!.tool) {
    return this.settle(take(this.walk, this.at, value, tool, WHEN));
  }
  keep(value: number, tool: Tool = this.at.step!.tool) {
    return this.settle(keep(this.walk, this.at, value, tool, WHEN));
  }
}

describe('a walk around the shell', () => {
  it('begins where most hangs on it, and goes on after two readings that agree', () => {
    const walker = new Walker();
    expect(walker.at.step!.path).toBe('/shell/hull/width');
    walker.take(398.5);
    expect(walker.at.step!.path).toBe('/shell/hull/width');
    expect(walker.at.readings).toEqual([398.5]);
    walker.take(398.9);
    expect(walker.document.shell.hull).toMatchObject({
      width: { value: 398.7, tool: 'rule', readings: [398.5, 398.9], when: WHEN },
    });
    expect(walker.at.step!.path).toBe('/shell/hull/height');
    expect(walker.at.readings).toEqual([]);
  });

  it('the first reading replaces what was known before, also an earlier day’s readings', () => {
    const walker = new Walker();
    const old = { ...measured(399, 'rule', 3), readings: [399] };
    walker.know('/shell/hull/width', old);
    walker.walk = choose(walker.walk, '/shell/hull/width');
    walker.take(400.2, 'rule');
    expect(walker.document.shell.hull).toMatchObject({ width: { value: 400.2, readings: [400.2] } });
  });

  it('a place stays while it is measured, though its first reading made another more useful', () => {
    const walker = new Walker().take(400);
    const next = surveyOf(walker.document, WATCHES).steps[0]!.path;
    expect(next).not.toBe('/shell/hull/width');
    expect(walker.at.step!.path).toBe('/shell/hull/width');
  });

  it('a crooked place wants a third reading', () => {
    const walker = new Walker().take(400).take(401.9);
    expect(walker.at.readings).toEqual([400, 401.9]);
    walker.take(401);
    expect(walker.at.step!.path).toBe('/shell/hull/height');
    expect(walker.document.shell.hull).toMatchObject({ width: { readings: [400, 401.9, 401] } });
  });
});

describe('a doubtful reading', () => {
  it('in inches is not kept; what is meant can be', () => {
    const walker = new Walker().take(15.75);
    const doubt = walker.walk.doubt!;
    expect(doubt.verdict).toMatchObject({ kind: 'slip', meant: expect.closeTo(400.05, 6) });
    expect(walker.document.shell.hull).toMatchObject({ width: { value: 400, tool: 'guess' } });
    if (doubt.verdict.kind === 'slip') walker.keep(doubt.verdict.meant);
    expect(walker.document.shell.hull).toMatchObject({ width: { value: 400.05 } });
    expect(walker.walk.doubt).toBeUndefined();
  });

  it('that surprises is believed when it is read again, and only near the same', () => {
    const walker = new Walker().know('/shell/hull/width', measured(400, 'tape'));
    walker.walk = choose(walker.walk, '/shell/hull/width');
    walker.take(470);
    expect(walker.walk.doubt!.verdict.kind).toBe('surprise');
    walker.take(455);
    expect(walker.walk.doubt!.value).toBe(455);
    expect(walker.document.shell.hull).toMatchObject({ width: { value: 400 } });
    walker.take(455.3);
    expect(walker.document.shell.hull).toMatchObject({ width: { value: 455.3, readings: [455.3] } });
  });

  it('off the others of the same place is dropped or kept all the same', () => {
    const walker = new Walker().take(400).take(377);
    expect(walker.walk.doubt!.verdict.kind).toBe('outlier');
    walker.walk = drop(walker.walk);
    expect(walker.at.readings).toEqual([400]);
    walker.take(377).keep(377);
    expect(walker.at.readings).toEqual([400, 377]);
  });

  it.each([Number.NaN, -3, Number.POSITIVE_INFINITY])('of %d mm is no length', (value) => {
    const walker = new Walker().take(value);
    expect(walker.walk.doubt!.verdict).toMatchObject({ kind: 'outlier', sentence: expect.stringMatching(/no length/) });
    expect(walker.document.shell.hull).toMatchObject({ width: { value: 400 } });
  });
});

describe('a guess', () => {
  const WALL = '/shell/hull/walls/left';
  const reading = (value: number, guessed = measured(3, 'guess', 1)) => judgeReading(guessed, [], value, 'calipers');

  it('says nothing against a first reading, but shows inches', () => {
    for (const value of [0.8, 1.2, 9, 12, 19]) expect(reading(value)).toEqual({ kind: 'good' });
    expect(reading(0.118)).toMatchObject({ kind: 'slip', meant: expect.closeTo(2.997, 3) });
    expect(reading(76.2)).toMatchObject({ kind: 'slip', meant: expect.closeTo(3, 3) });
  });

  it('is not what an imprecise tool leaves: inches are shown there too', () =>
    expect(reading(0.118, measured(3, 'tape'))).toMatchObject({ kind: 'slip' }));

  it('a reading of simulated calipers is marked, and a true one never averaged with it', () => {
    const walker = new Walker();
    walker.walk = choose(walker.walk, WALL);
    walker.settle(take(walker.walk, walker.at, 3.4, 'calipers', WHEN, true));
    const wall = () => (walker.document.shell.hull as BoxHull).walls.left;
    expect(wall()).toMatchObject({ value: 3.4, simulated: true });
    expect(assessShell(walker.document).map((f) => f.id)).toContain('shell/simulated');
    walker.keep(3.1, 'calipers');
    expect(wall()).toMatchObject({ value: 3.1, readings: [3.1] });
    expect(wall()).not.toHaveProperty('simulated');
    expect(assessShell(walker.document).map((f) => f.id)).not.toContain('shell/simulated');
  });
});

it('ends: whoever reads every place with a true hand has nothing left to measure', () => {
  fc.assert(
    fc.property(fc.infiniteStream(fc.double({ min: -1, max: 1, noNaN: true })), (hand) => {
      const walker = new Walker();
      let readings = 0;
      for (; walker.at.step && readings < 60; readings++) {
        const { step } = walker.at;
        const off = hand.next().value! * TOOLS[step!.tool].uncertainty;
        walker.keep(step!.measured.readings?.[0] ?? step!.measured.value + off, step!.tool);
      }
      expect(walker.at.step).toBeUndefined();
      // Three sizes, six walls; two or three readings of each.
      expect(readings).toBeLessThanOrEqual(27);
    }),
    { numRuns: 30 },
  );
});

describe('a place', () => {
  it('is skipped, chosen out of turn, left half done', () => {
    const walker = new Walker();
    walker.walk = skip(walker.walk, '/shell/hull/width');
    expect(walker.at.step!.path).toBe('/shell/hull/height');
    expect(walker.at.queue.map((s) => s.path)).not.toContain('/shell/hull/width');
    walker.walk = choose(walker.walk, '/shell/hull/walls/left');
    expect(walker.at.step!.path).toBe('/shell/hull/walls/left');
    walker.take(3.1);
    walker.walk = leave(walker.walk);
    expect(walker.at.step!.path).toBe('/shell/hull/height');
    expect(walker.walk.skipped).toEqual(['/shell/hull/width']);
  });

  it('that is gone meanwhile takes no reading', () => {
    const walker = new Walker().take(400);
    const { step, ...at } = walker.at;
    const nowhere = { ...at, step, known: undefined };
    expect(take(walker.walk, nowhere, 400, 'rule', WHEN)).toEqual({ walk: walker.walk });
    expect(keep(walker.walk, nowhere, 400, 'rule', WHEN)).toEqual({ walk: walker.walk });
  });

  it('when all is measured as well as it can be there is none', () => {
    const walker = new Walker();
    for (let i = 0; i < 200 && walker.at.step; i++) walker.keep(walker.at.known!.value);
    expect(walker.at.step).toBeUndefined();
    const { done, all } = surveyOf(walker.document, WATCHES);
    expect(done).toBe(all);
  });
});

describe('a value that several corners share', () => {
  it('is measured once for all of them, and the section stays square', () => {
    const walker = new Walker();
    walker.document = newConversion('Sloped', defaultWedge());
    walker.walk = choose(WALK_START, '/shell/hull/corners/1/a');
    expect(walker.at.paths).toEqual(['/shell/hull/corners/1/a', '/shell/hull/corners/2/a']);
    walker.keep(322.5, 'rule');
    const { corners } = walker.document.shell.hull as ProfileHull;
    expect([corners[1]!.a, corners[2]!.a].map((m) => [m.value, m.readings])).toEqual([
      [322.5, [322.5]],
      [322.5, [322.5]],
    ]);
    expect(corners[3]!.a.value).toBe(180);
  });

  it('is one value of a chain: its error does not average out, as a Monte Carlo of the walls shows', () => {
    let seed = 7;
    const uniform = () => ((seed = (seed * 16807) % 2147483647) + 1) / 2147483648;
    const normal = () => Math.sqrt(-2 * Math.log(uniform())) * Math.cos(2 * Math.PI * uniform());
    const document = newConversion('Sloped', defaultWedge());
    const wall = (d: Conversion, face: string) => assemble(d).hull.walls.find((w) => w.face === face)!;
    for (const face of ['rear', 'bottom', 'top', 'slope', 'front']) {
      const known = wall(document, face);
      const [p, q] = known.segment!;
      const middle: [number, number, number] = [200, (p[0] + q[0]) / 2, (p[1] + q[1]) / 2];
      const half = spreadOf(known.chainNear(middle)).half95;
      // Every measurement drawn anew, one for all corners that share it; half-widths are two standard deviations.
      const offsets = Array.from({ length: 1500 }, () => {
        const hull = structuredClone(document.shell.hull) as ProfileHull;
        const drawn = new Map<string, number>();
        const draw = (key: string, m: Measured) => {
          const id = `${key} ${m.value} ${m.uncertainty}`;
          if (!drawn.has(id)) drawn.set(id, m.value + (m.uncertainty / 1.96) * normal());
          m.value = drawn.get(id)!;
        };
        hull.corners.forEach((c, i) => {
          draw('a', c.a);
          draw('b', c.b);
          draw(`wall ${i}`, c.wall);
        });
        const w = wall({ ...document, shell: { ...document.shell, hull } }, face);
        return w.offset - w.normal[1] * middle[1] - w.normal[2] * middle[2];
      });
      const mean = offsets.reduce((s, v) => s + v, 0) / offsets.length;
      const deviation = Math.sqrt(offsets.reduce((s, v) => s + (v - mean) ** 2, 0) / (offsets.length - 1));
      expect(Math.abs((1.96 * deviation) / half - 1)).toBeLessThan(0.09);
    }
  });
});
