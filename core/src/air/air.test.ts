import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assemble } from '../assembly';
import {
  applyChange,
  validationIssuesOf,
  defaultBox,
  newConversion,
  readConversion,
  type Change,
  type Conversion,
} from '../document';
import { partFrom } from '../parts';
import { measured } from '../quantity';
import { assessAll } from '../plan';
import { standardPart } from '../standards';
import { contains, inPlane, sliceLoft } from '../solid';
import { assessAir } from './assess';
import { bodiesOf, zonesOf } from './build/zones';
import { readCurve } from './fans/readCurve';
import { airRemedies } from './remedies';
import { airReport } from './report';
import { fitted } from './temperatures';

const demo = (name: string) =>
  readConversion(readFileSync(new URL(`../../../demo/${name}.json`, import.meta.url), 'utf8'));
const deck = applyChange(demo('tape-deck'), { type: 'setAir', air: { state: 'full' } }).document;
const reportOf = (document: Conversion, quick = true) => airReport(document, assemble(document), 'full', quick);
const after = (document: Conversion, ...changes: Change[]) =>
  changes.reduce((d, change) => applyChange(d, change).document, document);

/** A box of 300 × 300 × 150 with a board of so many watts in it. */
function box(watts: number, ...changes: Change[]): Conversion {
  const hull = defaultBox();
  hull.width = measured(300);
  hull.depth = measured(300);
  hull.height = measured(150);
  const board = {
    ...partFrom(standardPart('board/mini-itx')!, 'Board'),
    draw: { idle: watts, typical: watts, peak: watts },
  };
  const empty = { ...newConversion('Box', hull) };
  empty.brief = { ...empty.brief, policy: 'open' };
  return after(
    empty,
    {
      type: 'addPart',
      id: 'board-1',
      part: board,
      placement: { x: 60, y: 60, z: 5, rear: 'rear', top: 'top', locked: false },
    },
    ...changes,
  );
}
const vent = (id: string, face: string, u: number, v: number, width: number, height: number): Change => ({
  type: 'setCutOpening',
  id,
  opening: {
    name: id,
    use: 'grille',
    face,
    u,
    v,
    shape: { kind: 'rectangle', width, height, radius: 0 },
    pattern: { kind: 'open' },
    screws: [],
  },
});
const fan = (id: string, x: number, size = 80): Change => ({
  type: 'addPart',
  id,
  part: partFrom(standardPart(`fan/${size}x25`)!, id),
  placement: { x, y: 300 - 2 - 25, z: 30, rear: 'rear', top: 'top', locked: false },
});

describe('zones', () => {
  it.each(['tape-deck', 'piano-stool', 'typewriter'])(
    'of the %s: free areas between them are what points of the plane say',
    (name) => {
      const document = demo(name);
      const assembly = assemble(document);
      const { zones, gaps } = zonesOf(assembly);
      expect(zones.length).toBeLessThanOrEqual(40);
      const shapes = bodiesOf(assembly);
      for (const gap of gaps.filter((_, i) => i % 5 === 0)) {
        const zone = zones[gap.from - 1]!;
        const at = gap.at[gap.axis];
        const [low, high] = [inPlane(gap.axis, zone.low), inPlane(gap.axis, zone.high)];
        const room = sliceLoft(assembly.hull.inner, gap.axis, at);
        const n = 90;
        let free = 0;
        for (let i = 0; i < n; i++)
          for (let j = 0; j < n; j++) {
            const p: [number, number] = [
              low[0] + ((i + 0.5) / n) * (high[0] - low[0]),
              low[1] + ((j + 0.5) / n) * (high[1] - low[1]),
            ];
            if (!room.some((polygon) => contains(polygon, p))) continue;
            const taken = shapes.some((s) => {
              const [a, b] = [inPlane(gap.axis, s.low), inPlane(gap.axis, s.high)];
              return (
                s.low[gap.axis] < at &&
                s.high[gap.axis] > at &&
                a[0] < p[0] &&
                b[0] > p[0] &&
                a[1] < p[1] &&
                b[1] > p[1]
              );
            });
            if (!taken) free++;
          }
        const window = (high[0] - low[0]) * (high[1] - low[1]);
        expect(Math.abs((free / n ** 2) * window - gap.area)).toBeLessThan(0.03 * window);
      }
    },
  );
});

describe('the network of a shell', () => {
  it('brings in what it lets out, and its heat leaves with the air and through the walls', () => {
    for (const document of [deck, box(80, vent('vent-1', 'front', 150, 40, 90, 30), fan('fan-1', 100))]) {
      const report = reportOf(document);
      expect(report.converged).toBe(true);
      const into = report.ways.reduce((sum, w) => sum + w.in - w.out, 0);
      const out = report.fans.filter((f) => !f.inside).reduce((sum, f) => sum + (f.blowsIn ? -f.flow : f.flow), 0);
      expect(into).toBeCloseTo(out, 5);
      const carried = report.through * report.density * report.heatCapacity * report.rise;
      expect(carried + report.throughWalls).toBeCloseTo(report.watts, -0.5);
    }
  });

  it('with one fan and one vent is the operating point that two equations give', () => {
    const document = box(50, vent('vent-1', 'left', 150, 60, 60, 40), fan('fan-1', 100));
    const { fans, ways } = reportOf(document);
    const [f] = fans;
    const zeta = 1 / 0.61 ** 2;
    const drop = ((zeta * 1.17) / 2) * (ways.find((w) => w.id === 'vent-1')!.in / (60 * 40e-6)) ** 2;
    // The fan gives what the vent takes, but for the fan’s own opening and the ways inside.
    expect(drop / f!.pressure).toBeGreaterThan(0.8);
    expect(drop / f!.pressure).toBeLessThan(1.02);
  });

  it('without an opening says so: what the walls carry alone', () => {
    const { findings, report } = assessAir(box(60), assemble(box(60)));
    expect(findings.find((f) => f.id === 'air/none')).toMatchObject({ verdict: 'stop' });
    expect(report.throughWalls).toBeCloseTo(report.watts, -1);
  });

  it('without a fan draws in below and lets out above', () => {
    const { ways } = reportOf(
      box(40, vent('vent-1', 'left', 150, 20, 80, 20), vent('vent-2', 'right', 150, 125, 80, 20)),
    );
    const [low, high] = [ways.find((w) => w.id === 'vent-1')!, ways.find((w) => w.id === 'vent-2')!];
    expect(low.in).toBeGreaterThan(10 * low.out);
    expect(high.out).toBeGreaterThan(10 * high.in);
  });

  it('hears fan against fan', () => {
    const against = box(60, fan('fan-1', 20), fan('fan-2', 180), {
      type: 'setFan',
      part: 'fan-2',
      fan: { feed: '5 V' },
    });
    expect(assessAir(against, assemble(against)).findings.some((f) => f.id === 'air/against/fan-2')).toBe(true);
  });

  it('a wider vent never makes it warmer, whatever its place', () =>
    fc.assert(
      fc.property(
        fc.constantFrom('left', 'right', 'front'),
        fc.integer({ min: 60, max: 240 }),
        fc.integer({ min: 20, max: 60 }),
        fc.integer({ min: 10, max: 60 }),
        (face, u, v, width) => {
          const rise = (w: number) => reportOf(box(80, vent('vent-1', face, u, v, w, 24), fan('fan-1', 100))).rise;
          expect(rise(width * 1.5)).toBeLessThanOrEqual(rise(width) + 0.1);
        },
      ),
      { numRuns: 12 },
    ));

  it('at 9 000 m and with 5 kW ends, and says that it is an oven', () => {
    const high = after(deck, { type: 'setAir', air: { altitude: 9000 } });
    expect(reportOf(high).density).toBeLessThan(0.5);
    const { report, findings } = assessAir(
      box(5000, vent('vent-1', 'left', 150, 60, 60, 40), fan('fan-1', 100)),
      assemble(box(5000, vent('vent-1', 'left', 150, 60, 60, 40), fan('fan-1', 100))),
    );
    expect(Number.isFinite(report.rise)).toBe(true);
    expect(findings.find((f) => f.id === 'air/rise')!.sentence).toContain('over 60 K');
  });

  it('a deflector leads the intake past what is hot', () => {
    const plain = box(80, vent('vent-1', 'left', 150, 60, 60, 40), fan('fan-1', 10));
    const led = after(plain, { type: 'setWay', way: 'vent-1', name: 'vent', patch: { ductTo: 'board-1' } });
    const share = (d: Conversion) => reportOf(d).passes.find((p) => p.part === 'board-1')!.share;
    expect(share(led)).toBeGreaterThan(share(plain));
  });

  it('a clogged filter costs flow: half shut, four times its drop', () => {
    const at = (clogged: number) =>
      reportOf(
        after(box(80, vent('vent-1', 'left', 150, 60, 60, 40), fan('fan-1', 100)), {
          type: 'setWay',
          way: 'vent-1',
          name: 'v',
          patch: { filter: { kind: 'foam', clogged } },
        }),
      );
    expect(at(50).through).toBeLessThan(at(0).through);
    expect(at(90).rise).toBeGreaterThan(at(50).rise);
  });
});

describe('remedies', () => {
  const kinds = ['rise', 'part', 'noise', 'passes'];
  it('of the deck each bring what they say: applied to a copy and computed anew', () => {
    const { findings, report } = assessAir(deck, assemble(deck));
    const asked = findings.filter((f) => f.mayHaveRemedies && kinds.includes(f.id.split('/')[1]!));
    expect(asked.length).toBeGreaterThan(1);
    for (const finding of asked.slice(0, 3)) {
      const remedies = airRemedies(deck, finding);
      for (const { change, label } of remedies) {
        const next = after(deck, change);
        expect(validationIssuesOf(next)).toEqual([]);
        const there = reportOf(next);
        const said = Number(/([−+]\d+(?:\.\d+)?) K$/.exec(label)?.[1]?.replace('−', '-'));
        const [, what, id] = finding.id.split('/');
        if (what === 'rise')
          expect(Math.max(there.rise, there.around) - Math.max(report.rise, report.around)).toBeCloseTo(said, -0.4);
        if (what === 'part')
          expect(
            there.temperatures.find((t) => t.part === id)!.temperature -
              report.temperatures.find((t) => t.part === id)!.temperature,
          ).toBeCloseTo(said, -0.4);
        if (what === 'noise') expect(there.noise).toBeLessThan(report.noise);
      }
    }
    expect(
      airRemedies(
        deck,
        findings.find((f) => f.id === 'air/rise')!,
      ).length,
    ).toBeGreaterThan(2);
  });
});

describe('remedies against noise', () => {
  it('of a deck that is to be quiet are as quiet as they say, no hotter than is wanted, and stop nowhere', () => {
    const quiet = after(
      deck,
      { type: 'setTarget', id: 'noise-1', target: { kind: 'noise', limit: 15 } },
      { type: 'setBrief', brief: { ambient: 5 } },
    );
    const stops = (document: Conversion) =>
      assessAll(document)
        .findings.filter((f) => f.verdict === 'stop' && f.accepted === undefined)
        .map((f) => f.id);
    const { findings, report } = assessAir(quiet, assemble(quiet));
    const finding = findings.find((f) => f.id === 'air/noise')!;
    expect(finding.verdict).not.toBe('good');
    const heat = ({ rise, around }: typeof report) => Math.max(rise, around);
    const remedies = airRemedies(quiet, finding);
    expect(remedies.length).toBeGreaterThan(1);
    for (const { change, label } of remedies) {
      const next = after(quiet, change);
      expect(validationIssuesOf(next)).toEqual([]);
      const there = reportOf(next);
      const said = Number(/([−+]\d+(?:\.\d+)?) dB$/.exec(label)?.[1]?.replace('−', '-'));
      expect(there.noise - report.noise, label).toBeCloseTo(said, -0.4);
      expect(said).toBeLessThan(-0.6);
      expect(heat(there)).toBeLessThanOrEqual(Math.max(report.wantedRise, heat(report)) + 0.2);
      expect(stops(next).filter((id) => !stops(quiet).includes(id))).toEqual([]);
    }
  });
});

describe('temperatures', () => {
  it('are fitted from one run: (part − air) / watts', () => {
    expect(fitted({ part: 70, air: 25, watts: 90 })).toBeCloseTo(0.5, 9);
    const known = after(deck, {
      type: 'setThermal',
      part: 'card-1',
      thermal: { baseline: { part: 70, air: 25, watts: 90 } },
    });
    const card = reportOf(known).temperatures.find((t) => t.part === 'card-1')!;
    expect(card).toMatchObject({ from: 'measured' });
    expect(card.temperature - card.air).toBeCloseTo(0.5 * card.watts, 6);
  });

  it('are told with what is doubtful, and with the fan that stops', () => {
    const report = reportOf(deck, false);
    expect(report.doubts.map((d) => d.by)).toEqual([...report.doubts.map((d) => d.by)].sort((a, b) => b - a));
    expect(report.stopped!.around).toBeGreaterThan(report.around);
  });
});

describe('a fan’s curve from a file', () => {
  it('is read in the units its headings name', () => {
    expect(readCurve('flow [m³/h];pressure [Pa]\n0;20,5\n50;0')).toEqual([
      [0, 20.5],
      [50, 0],
    ]);
    expect(readCurve('CFM,mmH2O\n30,0\n0,2')).toEqual([
      [0, 19.6133],
      [50.9703, 0],
    ]);
    expect(readCurve('Q (l/s)\tdp (inH2O)\n0\t0.1\n10\t0')[1]).toEqual([36, 0]);
  });

  it.each([
    ['', /empty/],
    ['a,b\n1,2', /No column is a flow/],
    ['m3/h,Pa\n0,10\nx,0', /Line 3: “x”/],
    ['m3/h,Pa\n0,10\n-4,0', /Line 3: a flow of -4/],
    ['m3/h,Pa\n0,0\n10,0', /no pressure/],
    ['m3/h,Pa\n0,10\n0,5', /no flow/],
    ['m3/h,Pa\n5,10\n5,5', /same flow/],
    ['m3/h,Pa\n0,10', /two points/],
  ])('refuses %j in words', (text, why) => expect(() => readCurve(text)).toThrow(why));

  it('of zero or without a fall is refused in the document too', () => {
    const zero = applyChange(deck, {
      type: 'setFan',
      part: 'fan-1',
      fan: {
        curve: [
          [0, 0],
          [10, 0],
        ],
      },
    }).document;
    expect(validationIssuesOf(zero)[0]?.message).toMatch(/no pressure/);
  });
});

it('what the air knows of a part goes with it', () => {
  const said = after(
    deck,
    { type: 'setFan', part: 'fan-1', fan: { feed: '7 V', ductTo: 'card-1' } },
    { type: 'setThermal', part: 'card-1', thermal: { limit: 80 } },
    { type: 'setWay', way: 'line-1', name: 'Line', patch: { ductTo: 'card-1' } },
  );
  expect(validationIssuesOf(said)).toEqual([]);
  const gone = after(said, { type: 'removePart', id: 'card-1' });
  expect(validationIssuesOf(gone)).toEqual([]);
  expect(gone.air).toMatchObject({ fans: { 'fan-1': { feed: '7 V' } }, ways: { 'line-1': {} }, thermal: {} });
});
