import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assemble } from '../assembly';
import {
  applyChange,
  validationIssuesOf,
  CONTROL_KINDS,
  CONTROL_WISHES,
  LAMP_TYPES,
  readConversion,
  type Change,
  type Conversion,
  type PanelControl,
  type PanelHeader,
} from '../document';
import { RANK } from '../findings';
import { openingsOf, sheetOf } from '../cut';
import { CABLES, HEADER_NAMES } from '../standards';
import { assessPanel } from './assess';
import { beginPanel } from './begin';
import { harnessOf, routedWays, straightWays } from './harness/harness';
import { labelSheet } from './harness/labels';
import { pinsOf } from './headers/pins';
import { crossedBy } from './mechanics/crossed';
import { buckling, rodReport } from './mechanics/rod';
import { panelRemedies } from './remedies';
import { panelReport } from './report';
import { isLive, matchControls } from './ways/assign';
import { diodesFor } from './ways/codes';

const demo = (name: string) =>
  readConversion(readFileSync(new URL(`../../../demo/${name}.json`, import.meta.url), 'utf8'));
const deck = demo('tape-deck');
/** The typewriter with half of its keys read, as it was on the way. */
const typewriter = demo('typewriter');
for (const key of Object.values(typewriter.panel.matrices['matrix-1']!.keys).slice(24)) key.readings = {};
typewriter.accepted = {};
const after = (document: Conversion, ...changes: Change[]) =>
  changes.reduce((d, change) => applyChange(d, change).document, document);
const control = (more: Partial<PanelControl>): PanelControl => ({
  name: 'C',
  kind: 'momentary',
  original: true,
  was: '',
  state: 'works',
  wish: 'power',
  ...more,
});
const header = (type: PanelHeader['type'], pins: PanelHeader['pins'] = {}): PanelHeader => ({ name: type, type, pins });
const match = (controls: PanelControl[], headers: PanelHeader[]) =>
  matchControls(
    Object.fromEntries(controls.map((c, i) => [`control-${i + 1}`, c])),
    Object.fromEntries(headers.map((h, i) => [`header-${i + 1}`, h])),
    () => 14,
  );
const said = (document: Conversion) => assessPanel(document, assemble(document)).findings;

describe('ways', () => {
  it('a button goes straight to the power switch; a latching one must not', () => {
    const [one] = match([control({})], [header('front panel')]).controls;
    expect(one!.way).toMatchObject({ id: 'direct', verdict: 'good' });
    expect(one!.wires.map((w) => `${w.terminal} ${w.to!.pin}`)).toEqual(['contact 6', 'common 5']);
    const [latch] = match([control({ kind: 'latching' })], [header('front panel')]).controls;
    expect(latch!.ways.find((w) => w.id === 'direct')).toMatchObject({ verdict: 'stop', ends: [] });
    expect(latch!.way!.verdict).not.toBe('stop');
  });

  it('a hidden second button lies beside the first on the same two pins', () => {
    const m = match([control({}), control({})], [header('front panel')]);
    expect(m.controls.map((c) => c.wires[0]!.to!.pin)).toEqual(['6', '6']);
    expect(m.controls.flatMap((c) => c.wires.flatMap((w) => w.problems))).toEqual([]);
  });

  it('what carried mains never goes to a board, traced or not', () => {
    for (const traced of [false, true])
      for (const kind of ['momentary', 'latching', 'toggle', 'lever', 'lock'] as const)
        for (const way of match([control({ kind, mains: true, traced })], [header('front panel')]).controls[0]!.ways)
          if (way.verdict !== 'stop') expect(way.id).toBe('behind');
  });

  it('a drive light that the board has not is faked, derived, or dark', () => {
    const only = header('own', { '1': { signal: 'power light +', level: 5 }, '2': { signal: 'power light −' } });
    const { ways } = match([control({ kind: 'lamp', wish: 'drive light' })], [only]).controls[0]!;
    expect(ways.map((w) => w.id)).toEqual(['fake', 'derive']);
    expect(ways[0]!.parts.some((p) => p.what === 'USB microcontroller board')).toBe(true);
  });

  it('a lamp that wants more volts than it gets stays dark, and says so', () => {
    const lamp = { type: 'LED', forward: 5.5, milliamps: 10 } as const;
    const { way, ways } = match([control({ kind: 'lamp', wish: 'power light', lamp })], [header('front panel')])
      .controls[0]!;
    expect(way).toBeUndefined();
    expect(ways.every((w) => w.verdict === 'stop' && /stays dark/.test(w.why))).toBe(true);
  });

  it('a lamp of two colours on two wires shows the other one the other way round, one of one colour stays dark', () => {
    const why = (type: 'LED' | 'two-colour, two wires') =>
      match(
        [control({ kind: 'lamp', wish: 'power light', lamp: { type, forward: 2, milliamps: 10 } })],
        [header('front panel')],
      ).controls[0]!.ways.find((w) => w.id === 'header')!.why;
    expect(why('LED')).toMatch(/wrong way round it stays dark/);
    expect(why('two-colour, two wires')).toMatch(/other way round it shows its other colour/);
  });

  it('is not called live while one of its wires has no pin', () => {
    const [one] = match([control({ kind: 'momentary', wish: 'power' })], [header('front panel')]).controls;
    expect(isLive(one!)).toBe(true);
    const off = one!.wires.map((w) => ({
      ...w,
      problems: [{ id: 'no pin' as const, stop: true, words: 'none is free' }],
    }));
    expect(isLive({ ...one!, wires: off })).toBe(false);
  });

  it('filament and neon are no loads for a pin', () => {
    for (const type of ['filament', 'neon'] as const) {
      const { ways } = match(
        [
          control({
            kind: 'lamp',
            wish: 'power light',
            lamp: { type, forward: type === 'neon' ? 90 : 6.3, milliamps: 150 },
          }),
        ],
        [header('front panel'), header('controller 5 V')],
      ).controls[0]!;
      for (const way of ways)
        for (const end of way.ends)
          if (end.wants.some((s) => s.startsWith('power light') || s === 'controller pin'))
            expect(end.milliamps ?? 0).toBeLessThanOrEqual(20);
    }
  });

  it('diodes of a selector are the ones in its numbers, written out', () => {
    for (const [positions, bits] of [
      [2, 1],
      [3, 2],
      [4, 2],
      [6, 3],
      [8, 3],
      [12, 4],
    ] as const) {
      const written = Array.from({ length: positions }, (_, k) => (k + 1).toString(2).padStart(bits, '0').slice(-bits));
      expect(new Set(written).size).toBe(positions);
      expect(diodesFor(positions)).toBe(written.join('').replaceAll('0', '').length);
    }
  });

  const some = fc.record({
    kind: fc.constantFrom(...CONTROL_KINDS),
    wish: fc.constantFrom(...CONTROL_WISHES),
    state: fc.constantFrom('works', 'broken', 'missing', 'unknown') as fc.Arbitrary<PanelControl['state']>,
    mains: fc.boolean(),
    type: fc.constantFrom(...LAMP_TYPES),
    positions: fc.integer({ min: 2, max: 12 }),
  });
  it('whatever is wished of whatever: no pin has two, none stands less than it gets, what is not to be done has no wire', () =>
    fc.assert(
      fc.property(fc.array(some, { maxLength: 14 }), fc.subarray([...HEADER_NAMES]), (wanted, names) => {
        const controls = wanted.map(({ type, ...c }) => control({ ...c, lamp: { type, forward: 2, milliamps: 8 } }));
        const m = match(
          controls,
          names.map((n) => header(n)),
        );
        const taken = new Set<string>();
        for (const one of m.controls) {
          if (one.way?.verdict === 'stop') expect(one.chosen).toBe(true);
          for (const w of one.wires) {
            if (!w.to) {
              expect(w.problems.map((p) => p.id)).toEqual(['no pin']);
              continue;
            }
            expect(w.end.wants).toContain(w.to.has.signal);
            expect(w.problems.filter((p) => p.stop)).toEqual([]);
            if (/ground|V|switch/.test(w.to.has.signal)) continue;
            const key = `${w.to.header}/${w.to.pin}`;
            expect(taken.has(key)).toBe(false);
            taken.add(key);
          }
        }
        // The same plan gives the same pins.
        expect(
          match(
            controls,
            names.map((n) => header(n)),
          ),
        ).toEqual(m);
      }),
      { numRuns: 150 },
    ));

  it('a controller runs out of pins just where more are asked than it has', () => {
    for (const [contacts, pots] of [
      [18, 4],
      [19, 3],
      [20, 3],
      [22, 0],
      [23, 0],
      [10, 5],
    ] as const) {
      const m = match(
        [
          ...Array.from({ length: contacts }, () => control({ wish: 'codes' })),
          ...Array.from({ length: pots }, () => control({ kind: 'potentiometer', wish: 'volume' })),
        ],
        [header('controller 3.3 V')],
      );
      const lacking = m.controls.some((c) => c.wires.some((w) => !w.to));
      expect(lacking).toBe(contacts + pots > 22 || pots > 4);
    }
  });

  it('two USB sockets share a header, each on its own port; a third has none', () => {
    const usb = control({ kind: 'socket', wish: 'USB 2' });
    const m = match([usb, usb, usb], [header('USB 2')]);
    const sets = m.controls.map((c) => [
      ...new Set(c.wires.flatMap((w) => (w.to?.has.signal.startsWith('USB') ? [w.to.has.set] : []))),
    ]);
    expect(sets).toEqual([[1], [2], []]);
    expect(m.controls[2]!.wires.some((w) => w.problems[0]?.id === 'no pin')).toBe(true);
  });
});

describe('what is wrong with a wire', () => {
  const plan = (patch: Partial<PanelControl>, more: Change[] = []) =>
    after(
      deck,
      { type: 'setControl', id: 'control-1', control: { ...deck.panel.controls['control-1']!, ...patch } },
      ...more,
    );
  const stops = (document: Conversion) => said(document).flatMap((f) => (f.verdict === 'stop' ? f.id : []));

  it('12 V into a pin of 3.3 V stops', () => {
    const twelve: Change = { type: 'setHeader', id: 'header-9', header: header('lights 12 V') };
    const small: Change = { type: 'setHeader', id: 'header-8', header: header('controller 3.3 V') };
    expect(stops(plan({ pins: { contact: 'header-9/1' } }, [twelve]))).toContain('panel/volts/control-1/contact');
    // 5 V of the deck’s controller beside a pin of 3.3 V.
    expect(stops(plan({ pins: { contact: 'header-8/1' } }, [small]))).toContain('panel/volts/control-1/contact');
  });
  it('a signal of 12 V on a terminal of 3.3 V stops too', () => {
    const fan: Change = { type: 'setHeader', id: 'header-9', header: header('fan') };
    expect(stops(plan({ pins: { contact: 'header-9/3' } }, [fan]))).toContain('panel/volts/control-1/contact');
  });
  it('two on one pin stop, at both', () => {
    const at = panelReport(deck, assemble(deck)).matched.controls.find((c) => c.id === 'control-3')!.wires[0]!.to!;
    const both = plan({ pins: { contact: `${at.header}/${at.pin}` } }, [
      {
        type: 'setControl',
        id: 'control-3',
        control: { ...deck.panel.controls['control-3']!, pins: { contact: `${at.header}/${at.pin}` } },
      },
    ]);
    expect(stops(both)).toEqual(
      expect.arrayContaining(['panel/two-on-one/control-1/contact', 'panel/two-on-one/control-3/contact']),
    );
  });
  it('a header that was read from below is told at every wire of it', () => {
    const turned = after(deck, {
      type: 'setHeader',
      id: 'header-1',
      header: { ...deck.panel.headers['header-1']!, seen: 'from below' },
    });
    expect(said(turned).filter((f) => f.id.startsWith('panel/turned/')).length).toBe(6);
  });
  it('a pin that is not there, a feature or a header that is not there', () => {
    expect(stops(plan({ pins: { contact: 'header-1/10' } }))).toContain('panel/unknown/control-1/contact');
    for (const [patch, words] of [
      [{ feature: 'nothing-1' }, /nothing “nothing-1” in the shell/],
      [{ pins: { contact: 'header-99/1' } }, /no header “header-99”/],
    ] as const)
      expect(
        validationIssuesOf(plan(patch))
          .map((c) => c.message)
          .join(),
      ).toMatch(words);
  });
  it('a control without a place is told', () => {
    const { feature: _feature, ...rest } = deck.panel.controls['control-1']!;
    const lost = after(deck, { type: 'setControl', id: 'control-1', control: rest });
    expect(said(lost).find((f) => f.id === 'panel/place/control-1')).toMatchObject({ verdict: 'warn' });
  });
  it('every remedy that is offered makes its finding milder and adds no stop', () => {
    const bad = [
      plan({ kind: 'latching', wish: 'power', way: 'direct' }),
      plan({ pins: { contact: 'header-1/10' } }),
      plan({ mains: true }),
      plan({
        rod: {
          kind: 'rod',
          to: { x: 120, y: 120, z: 34 },
          material: 'steel wire',
          diameter: 0.4,
          travel: 0.25,
          force: 1.6,
          guide: 2,
          gap: 1,
        },
      }),
      after(typewriter, {
        type: 'setControl',
        id: 'control-2',
        control: {
          ...typewriter.panel.controls['control-2']!,
          rod: { ...typewriter.panel.controls['control-2']!.rod!, ratio: 20 },
        },
      }),
    ];
    let offered = 0;
    for (const document of bad)
      for (const finding of said(document).filter((f) => f.mayHaveRemedies))
        for (const { change } of panelRemedies(document, finding)) {
          offered++;
          const next = applyChange(document, change).document;
          const then = said(next).find((f) => f.id === finding.id);
          expect(!then || RANK[then.verdict] > RANK[finding.verdict]).toBe(true);
          expect(stops(next).filter((id) => !stops(document).includes(id))).toEqual([]);
        }
    expect(offered).toBeGreaterThan(6);
  });
});

describe('places', () => {
  const pill: Change = {
    type: 'addControl',
    id: 'control-20',
    control: control({ name: 'New button', original: false }),
    feature: {
      id: 'button-1',
      feature: {
        ...deck.shell.features['selector-1']!,
        name: 'New button',
        shape: {
          kind: 'cylinder',
          axis: 'y',
          diameter: { value: 16, uncertainty: 0.5, tool: 'rule' },
          length: { value: 30, uncertainty: 0.5, tool: 'rule' },
        },
        x: { value: 300, uncertainty: 0.5, tool: 'rule' },
        y: { value: 0, uncertainty: 0.5, tool: 'rule' },
        z: { value: 20, uncertainty: 0.5, tool: 'rule' },
      },
    },
    opening: {
      id: 'cut-20',
      opening: {
        name: 'New button',
        use: 'other',
        face: 'front',
        u: 308,
        v: 28,
        shape: { kind: 'round', diameter: 16 },
        pattern: { kind: 'open' },
        screws: [],
      },
    },
  };
  it('a new control has its hole on the sheet, its room in the shell, and goes with either', () => {
    const made = after(deck, pill);
    const assembly = assemble(made);
    expect(openingsOf(made, assembly).some((o) => o.id === 'cut-20')).toBe(true);
    expect(sheetOf(made, 'front', assembly).holes.some((h) => h.name === 'New button' && h.u === 308)).toBe(true);
    expect(assembly.features.some((f) => f.owner === 'button-1')).toBe(true);
    const place = panelReport(made, assembly).places['control-20']!;
    expect(place).toMatchObject({ face: 'front', inward: 'rear' });
    expect(place.u).toBeCloseTo(308, 6);
    expect(place.v).toBeCloseTo(28, 6);
    expect(place.depth).toBeCloseTo(30, 6);
    const gone = after(made, { type: 'setFeature', id: 'button-1', feature: null });
    expect(gone.panel.controls['control-20']!.feature).toBeUndefined();
    expect(validationIssuesOf(gone)).toEqual([]);
  });
  it('controls and headers that are there are taken over once', () => {
    const bare: Conversion = { ...deck, panel: { controls: {}, headers: {}, wires: {}, matrices: {}, hunts: {} } };
    const changes = beginPanel(bare);
    const begun = after(bare, ...changes);
    expect(Object.values(begun.panel.controls).map((c) => c.kind)).toEqual([
      'key field',
      'meter',
      'meter',
      'rotary selector',
    ]);
    expect(validationIssuesOf(begun)).toEqual([]);
    expect(beginPanel(begun)).toEqual([]);
  });
});

describe('rods', () => {
  const rod = {
    kind: 'rod',
    to: { x: 0, y: 0, z: 0 },
    material: 'steel wire',
    diameter: 2,
    travel: 0.25,
    force: 1.6,
    guide: 20,
    gap: 0.3,
  } as const;
  // Euler: π² E I / L² of steel, 2 mm and 200 mm long: I = π d⁴ / 64 = 0.7854 mm⁴, worked by hand.
  it('of steel, 2 mm thick and 200 mm long, buckle at 38.8 N', () =>
    expect(buckling(200_000, 2, 200)).toBeCloseTo(38.76, 1));
  it('6 mm of travel crush a switch of 0.25 mm; a lever or a spring does not', () => {
    expect(rodReport(rod, 100, 6, 2).problems.map((p) => p.id)).toContain('crushed');
    expect(rodReport({ ...rod, kind: 'lever', ratio: 15 }, 100, 6, 2).problems.map((p) => p.id)).not.toContain(
      'crushed',
    );
    const spring = rodReport({ ...rod, kind: 'spring', rate: 0.5 }, 100, 6, 2);
    expect(spring.problems.map((p) => p.id)).not.toContain('crushed');
    // 1.6 N press the spring by 3.2 mm before the switch gives; what is left of the travel adds to it.
    expect(spring.closesAt).toBeCloseTo(3.45, 6);
    expect(spring.most).toBeCloseTo(1.6 + 0.5 * 2.55, 6);
  });
  it('a lever trades travel for force, its work the same', () =>
    fc.assert(
      fc.property(fc.double({ min: 0.2, max: 20, noNaN: true }), (ratio) => {
        const r = rodReport({ ...rod, kind: 'lever', ratio }, 100, 40, 0);
        expect(r.closesAt * r.closes).toBeCloseTo(rod.travel * rod.force, 9);
      }),
    ));
  it('what a rod goes through is found as stepping along it finds it', () => {
    const assembly = assemble(deck);
    let seed = 3;
    const luck = () => (seed = (Math.imul(seed, 1664525) + 1013904223) >>> 0) / 2 ** 32;
    for (let i = 0; i < 200; i++) {
      const [a, b] = [0, 1].map(() => [luck() * 420, luck() * 380, luck() * 120]) as [number[], number[]];
      const names = new Set<string>();
      const boxes = [
        ...assembly.parts.flatMap((p) =>
          p.solids.filter((s) => s.role === 'body' && !s.outside).map((s) => [p.part.name, s.shape] as const),
        ),
        ...assembly.features.filter((f) => !f.swept).map((f) => [f.name, f.shape] as const),
      ];
      const length = Math.hypot(a[0]! - b[0]!, a[1]! - b[1]!, a[2]! - b[2]!);
      for (let t = 0; t < 1 - 1 / length; t += 0.2 / length) {
        const p = a.map((v, k) => v + t * (b[k]! - v));
        for (const [name, { low, high }] of boxes)
          if (p.every((v, k) => v > low[k]! - 1 && v < high[k]! + 1)) names.add(name);
      }
      const found = crossedBy(assembly, a, b, 1, undefined);
      for (const name of names) expect(found).toContain(name);
      // Corners that are grazed between two steps.
      expect(found.length - names.size).toBeLessThanOrEqual(1);
    }
  });
});

describe('the harness', () => {
  const assembly = assemble(deck);
  const { matched } = panelReport(deck, assembly);
  it('has each wire once, from a terminal to a pin that is there', () => {
    const { rows } = harnessOf(deck, assembly, matched);
    expect(rows.length).toBe(matched.controls.reduce((sum, c) => sum + c.wires.filter((w) => w.to).length, 0));
    expect(new Set(rows.map((r) => r.id)).size).toBe(rows.length);
    for (const r of rows) expect(pinsOf(deck.panel.headers[r.header]!)[r.pin]!.signal).toBe(r.signal);
    for (const r of rows) if (r.signal === 'ground') expect(r.colour).toBe('black');
  });
  it('real ways are no shorter than straight lines, and no nearer to a wall than their thickness', () => {
    const ways = routedWays(deck, assembly);
    const straight = straightWays(deck, assembly);
    const { rows } = harnessOf(deck, assembly, matched, ways);
    expect(rows.every((r) => r.routed)).toBe(true);
    for (const { control: id, header: to } of rows)
      expect(ways.length(id, to).mm * 1.34).toBeGreaterThanOrEqual(straight.length(id, to).mm / 1.34);
    for (const route of ways.routes)
      for (const p of route.points.slice(1, -1))
        for (const { normal, offset } of assembly.hull.walls)
          expect(normal[0] * p[0] + normal[1] * p[1] + normal[2] * p[2] - offset).toBeGreaterThan(
            -CABLES.lead.thickness,
          );
  });
  it('flags stand on their sheet, two for each wire, none over another', () => {
    const { rows } = harnessOf(deck, assembly, matched);
    const sheet = labelSheet(rows);
    const flags = sheet.items.filter((i) => i.kind === 'rectangle');
    expect(flags.length).toBe(2 * rows.length);
    const boxes = flags.map((f) => ({
      low: f.centre.map((c, i) => c - f.half[i]!),
      high: f.centre.map((c, i) => c + f.half[i]!),
    }));
    boxes.forEach((a, i) => {
      expect(a.low[0]).toBeGreaterThanOrEqual(-1e-9);
      expect(a.high[1]).toBeLessThanOrEqual(sheet.height + 1e-9);
      for (const b of boxes.slice(i + 1))
        expect([0, 1].some((k) => a.high[k]! <= b.low[k]! || b.high[k]! <= a.low[k]!)).toBe(true);
    });
  });
});

describe('the demos', () => {
  it('the deck is live in all its controls; the typewriter waits for its keys', () => {
    expect(said(deck).filter((f) => f.verdict === 'stop' || f.verdict === 'warn')).toEqual([]);
    expect(
      said(typewriter)
        .filter((f) => f.verdict === 'warn')
        .map((f) => f.id),
    ).toEqual(['panel/map/matrix-1']);
  });
});
