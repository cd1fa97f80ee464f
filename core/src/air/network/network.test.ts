import { Project, Workspace } from 'epanet-js';
import fc from 'fast-check';
import { CholeskyDecomposition, Matrix, solve } from 'ml-matrix';
import { describe, expect, it } from 'vitest';
import { falling, pressureOf, type FanCurve } from './curve';
import { solveDominant, solvePositive } from './dense';
import { flowThrough, solveFlows, type FlowEdge } from './flow';
import { riseOf, shareThrough } from './heat';

const straight = (pressure: number, flow: number): FanCurve => [
  [0, pressure],
  [flow, 0],
];

describe('flows by hand', () => {
  it('through two resistances in a row: they add', () => {
    const fan: FlowEdge = { from: 1, to: 0, r: 1e-3, fan: straight(20, 0.05) };
    const { flow } = solveFlows(3, [{ from: 0, to: 2, r: 4e4 }, { from: 2, to: 1, r: 6e4 }, fan]);
    // 20 (1 − q/0.05) = 1e5 q²
    const q = (-400 + Math.sqrt(400 ** 2 + 4 * 1e5 * 20)) / 2e5;
    expect(flow[2]).toBeCloseTo(q, 4);
    expect(flow[0]).toBeCloseTo(flow[1]!, 9);
  });

  it('through two side by side: √R in the inverse', () => {
    const { flow } = solveFlows(2, [
      { from: 0, to: 1, r: 1e5 },
      { from: 0, to: 1, r: 4e5 },
      { from: 1, to: 0, r: 1, fan: straight(10, 0.04) },
    ]);
    expect(flow[0]! / flow[1]!).toBeCloseTo(2, 2);
  });

  it('over a balanced bridge nothing goes; tipped, it goes to the easier side', () => {
    const bridge = (r: number) =>
      solveFlows(4, [
        { from: 0, to: 1, r: 1e4 },
        { from: 0, to: 2, r: 2e4 },
        { from: 1, to: 3, r: 3e4 },
        { from: 2, to: 3, r },
        { from: 1, to: 2, r: 1e4 },
        { from: 3, to: 0, r: 1, fan: straight(30, 0.06) },
      ]).flow[4]!;
    expect(Math.abs(bridge(6e4))).toBeLessThan(2e-5);
    expect(bridge(1e4)).toBeGreaterThan(1e-4);
    expect(bridge(3e5)).toBeLessThan(-1e-4);
  });

  it('of two equal fans: side by side into the open double flow, in a row on a shut duct double pressure (fans side by side add flows, in a row pressures: ASHRAE Handbook, from memory)', () => {
    const fan = straight(12, 0.03);
    const one = solveFlows(2, [
      { from: 0, to: 1, r: 1e-2 },
      { from: 1, to: 0, r: 1e-2, fan },
    ]);
    const two = solveFlows(2, [
      { from: 0, to: 1, r: 1e-2 },
      { from: 1, to: 0, r: 1e-2, fan },
      { from: 1, to: 0, r: 1e-2, fan },
    ]);
    expect(two.flow[0]! / one.flow[0]!).toBeCloseTo(2, 2);
    const shut = (fans: number) =>
      solveFlows(
        fans + 1,
        Array.from({ length: fans }, (_, i): FlowEdge => ({ from: i, to: i + 1, r: 1, fan })),
      ).pressure[fans]!;
    expect(shut(2) / shut(1)).toBeCloseTo(2, 3);
    expect(shut(1)).toBeCloseTo(12, 2);
  });

  it('a fan that a stronger one drives back: said by its sign', () => {
    const { flow, converged } = solveFlows(2, [
      { from: 1, to: 0, r: 1e3, fan: straight(40, 0.05) },
      { from: 1, to: 0, r: 1e3, fan: straight(3, 0.01) },
      { from: 0, to: 1, r: 1e7 },
    ]);
    expect(converged).toBe(true);
    expect(flow[1]).toBeLessThan(0);
  });
});

const someNetwork = fc
  .record({
    zones: fc.integer({ min: 2, max: 14 }),
    seed: fc.array(
      fc.tuple(
        fc.nat(),
        fc.nat(),
        fc.double({ min: 2, max: 8, noNaN: true }),
        fc.nat({ max: 9 }),
        fc.double({ min: -0.5, max: 0.5, noNaN: true }),
      ),
      { minLength: 1, maxLength: 40 },
    ),
  })
  .map(({ zones, seed }) => ({
    zones,
    edges: seed.map(([a, b, log, kind, lift]): FlowEdge => {
      const edge: FlowEdge = { from: a % zones, to: b % zones, r: 10 ** log, lift };
      if (kind === 0)
        edge.fan = [
          [0, 15],
          [0.01, 11],
          [0.02, 0],
        ];
      if (kind === 1) edge.r = Infinity;
      return edge;
    }),
  }));

describe('any network', () => {
  it('is balanced in every zone, and ends', () =>
    fc.assert(
      fc.property(someNetwork, ({ zones, edges }) => {
        const { flow, converged, pressure, rounds } = solveFlows(zones, edges);
        expect(rounds).toBeLessThanOrEqual(120);
        expect(converged).toBe(true);
        const left = new Float64Array(zones);
        const most = Math.max(1e-6, ...flow.map(Math.abs));
        edges.forEach(({ from, to }, e) => {
          left[from]! -= flow[e]!;
          left[to]! += flow[e]!;
        });
        for (let i = 1; i < zones; i++) expect(Math.abs(left[i]!) / most).toBeLessThan(1e-5);
        // Along every edge the pressure is what its own law asks for.
        edges.forEach((edge, e) => {
          const along = pressure[edge.from]! - pressure[edge.to]! + (edge.lift ?? 0);
          expect(flowThrough(edge, along).flow).toBeCloseTo(flow[e]!, 9);
        });
      }),
      { numRuns: 300 },
    ));

  it('gives its heat to the outside: what is set free leaves with air and through walls', () =>
    fc.assert(
      fc.property(
        someNetwork,
        fc.array(fc.double({ min: 0, max: 200, noNaN: true }), { minLength: 13, maxLength: 13 }),
        ({ zones, edges }, watts) => {
          const { flow } = solveFlows(zones, edges);
          const heat = Array.from({ length: zones }, (_, i) => (i === 0 ? 0 : watts[i - 1]!));
          const loss = heat.map((_, i) => (i === 0 ? 0 : 0.5));
          const all = edges.map(({ from, to }, e) => ({ from, to, flow: flow[e]!, exchange: 0.1 }));
          const rise = riseOf(heat, loss, all, 1200);
          const out = all.reduce(
            (sum, { from, to, flow: q, exchange }) => {
              if ((from === 0) === (to === 0)) return sum;
              const zone = from === 0 ? to : from;
              const leaves = from === 0 ? Math.max(0, -q) : Math.max(0, q);
              return sum + 1200 * leaves * rise[zone]! + exchange * rise[zone]!;
            },
            rise.reduce((sum, t, i) => sum + (loss[i]! + (i > 0 ? 1e-4 : 0)) * t, 0),
          );
          const put = heat.reduce((a, b) => a + b, 0);
          expect(Math.abs(out - put)).toBeLessThan(2e-3 * Math.max(1, put));
          expect(Math.min(...rise)).toBeGreaterThan(-1e-6);
        },
      ),
      { numRuns: 200 },
    ));

  it('lets air pass a zone in a share from 0 to 1: all through the only way, none beside it', () => {
    const line = [
      { from: 0, to: 1, flow: 1 },
      { from: 1, to: 2, flow: 1 },
      { from: 2, to: 0, flow: 1 },
    ];
    expect(shareThrough(3, line, new Set([2]))).toBeCloseTo(1, 6);
    const fork = [
      { from: 0, to: 1, flow: 4 },
      { from: 1, to: 2, flow: 1 },
      { from: 2, to: 0, flow: 1 },
      { from: 1, to: 0, flow: 3 },
    ];
    expect(shareThrough(3, fork, new Set([2]))).toBeCloseTo(0.25, 6);
  });
});

describe('an independent pipe-network program', () => {
  // EPANET 2.2 (public domain, US EPA), as WebAssembly from the registry. A resistance is a pipe whose only loss is a
  // local one: h = K v²/2g; a fan a pump with its curve. Metres of head stand for pascals.
  it.each([1, 2, 3, 4, 5, 6])('has the same flows, network %i', async (seed) => {
    const random = lcg(seed);
    const zones = 8;
    const edges: FlowEdge[] = [];
    for (let i = 1; i < zones; i++) edges.push({ from: i - 1, to: i, r: 10 ** (3 + 1.5 * random()) });
    for (let k = 0; k < 8; k++) {
      const [a, b] = [Math.floor(random() * zones), Math.floor(random() * zones)];
      if (a !== b) edges.push({ from: a, to: b, r: 10 ** (3 + 1.5 * random()) });
    }
    const fan: FanCurve = [
      [0, 30],
      [0.03, 24],
      [0.06, 15],
      [0.1, 0],
    ];
    edges.push({ from: 0, to: 5, r: 1e-4, fan });
    const { flow } = solveFlows(zones, edges);
    const theirs = await epanet(zones, edges);
    const most = Math.max(...flow.map(Math.abs));
    edges.forEach((_, e) => expect(Math.abs(theirs[e]! - flow[e]!) / most, `edge ${e}`).toBeLessThan(0.01));
  });
});

function lcg(seed: number): () => number {
  let state = seed * 2654435761;
  return () => (state = (state * 1664525 + 1013904223) % 4294967296) / 4294967296;
}

async function epanet(zones: number, edges: readonly FlowEdge[]): Promise<number[]> {
  const diameter = 1;
  const areaOf = (Math.PI / 4) * diameter ** 2;
  const name = (i: number) => (i === 0 ? 'R' : `J${i}`);
  const lines = [
    '[JUNCTIONS]',
    ...Array.from({ length: zones - 1 }, (_, i) => `J${i + 1} 0 0`),
    '[RESERVOIRS]',
    'R 0',
    '[PIPES]',
    ...edges.flatMap(({ from, to, r, fan }, e) =>
      fan
        ? []
        : [`E${e} ${name(from)} ${name(to)} 0.01 ${diameter * 1000} 0.001 ${r * areaOf ** 2 * 2 * 9.80665} OPEN`],
    ),
    '[PUMPS]',
    ...edges.flatMap(({ from, to, fan }, e) => (fan ? [`E${e} ${name(from)} ${name(to)} HEAD C`] : [])),
    '[CURVES]',
    ...edges.flatMap(({ fan }) => (fan ?? []).map(([q, p]) => `C ${q * 1000} ${p}`)),
    '[OPTIONS]',
    'Units LPS',
    'Headloss D-W',
    'Accuracy 0.00001',
    'Trials 400',
    '[END]',
  ];
  const workspace = new Workspace();
  await workspace.loadModule();
  const model = new Project(workspace);
  workspace.writeFile('net.inp', lines.join('\n'));
  model.open('net.inp', 'report.rpt', 'out.bin');
  model.openH();
  model.initH(0);
  model.runH();
  const flows = edges.map((_, e) => model.getLinkValue(model.getLinkIndex(`E${e}`), 8) / 1000);
  model.close();
  return flows;
}

describe('a fan’s curve', () => {
  it('never rises as it is solved, and is what it was where it fell already', () =>
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.double({ min: 0, max: 1, noNaN: true }), fc.double({ min: 0, max: 50, noNaN: true })), {
          minLength: 1,
          maxLength: 12,
        }),
        (points) => {
          const made = falling(points);
          for (let i = 1; i < made.length; i++) {
            expect(made[i]![0]).toBeGreaterThan(made[i - 1]![0]);
            expect(made[i]![1]).toBeLessThanOrEqual(made[i - 1]![1]);
          }
          expect(falling(made)).toEqual(made);
        },
      ),
    ));

  it('goes on falling beyond its ends', () => {
    const curve = straight(10, 0.02);
    expect(pressureOf(curve, -0.01).pressure).toBeGreaterThan(10);
    expect(pressureOf(curve, 0.03).pressure).toBeLessThan(0);
    expect(pressureOf(curve, 0.01).pressure).toBeCloseTo(5, 9);
  });
});

describe('plain twins', () => {
  it('solve as the library does', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 9 }),
        fc.array(fc.double({ min: -1, max: 1, noNaN: true }), { minLength: 100, maxLength: 100 }),
        (n, numbers) => {
          const at = (i: number) => numbers[i % 100]!;
          const m = new Matrix(n, n);
          for (let i = 0; i < n; i++) for (let j = 0; j < n; j++) m.set(i, j, at(i * n + j));
          const positive = m.mmul(m.transpose()).add(Matrix.eye(n));
          const b = Array.from({ length: n }, (_, i) => at(90 + i));
          const x = Float64Array.from(b);
          expect(solvePositive(Float64Array.from(positive.to1DArray()), x, n)).toBe(true);
          new CholeskyDecomposition(positive)
            .solve(Matrix.columnVector(b))
            .to1DArray()
            .forEach((v, i) => expect(x[i]).toBeCloseTo(v, 7));
          const dominant = m.clone();
          for (let i = 0; i < n; i++) dominant.set(i, i, n + 1);
          const y = Float64Array.from(b);
          solveDominant(Float64Array.from(dominant.to1DArray()), y, n);
          solve(dominant, Matrix.columnVector(b))
            .to1DArray()
            .forEach((v, i) => expect(y[i]).toBeCloseTo(v, 7));
        },
      ),
    ));
});
