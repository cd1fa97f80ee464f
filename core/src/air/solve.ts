import type { AirModel } from './build/model';
import { fanOf } from './build/model';
import { atSpeed } from './network/curve';
import { solveFlows, type FlowEdge } from './network/flow';
import { riseOf, type HeatEdge } from './network/heat';
import { throughFace } from './physics/walls';

/** What the figures of a model are multiplied with, to see what an uncertain one does. */
export interface Doubt {
  openings: number;
  gaps: number;
  fans: number;
  heat: number;
  walls: number;
  stir: number;
}

export const SURE: Doubt = { openings: 1, gaps: 1, fans: 1, heat: 1, walls: 1, stir: 1 };

/** The network solved: what goes where, how warm. */
export interface SolvedAir {
  /** Pa over the outside, by node. */
  pressure: Float64Array;
  /** m³/s by edge. */
  flow: Float64Array;
  /** K over the outside, by node. */
  rise: number[];
  /** W that leave through walls. */
  throughWalls: number;
  converged: boolean;
  /** Rounds of flows and temperatures that it took. */
  rounds: number;
}

/** Stirring between neighbouring zones, m/s over the area between them: by fans, and by warm air alone. Common practice, no source. */
const STIR = { moved: 0.04, still: 0.02 };
const MOST_ROUNDS = 60;
const SETTLED = 0.02;
/** While temperatures still change, flows need not be balanced better than this share. */
const ROUGH = 1e-5;
const G = 9.80665;

/**
 * Flows and temperatures together: warm air rises and drives flows, flows carry heat off. Rounds of both, the
 * temperatures eased, until nothing changes by `SETTLED` K. It always ends.
 */
export function solveAir(model: AirModel, doubt: Doubt = SURE, start?: SolvedAir): SolvedAir {
  const { air, edges, nodes, heights, movers, heat, faces, ambient } = model;
  const { density } = air;
  const kelvin = ambient + 273.15;
  const moved = movers.some((m) => !m.stopped);
  const flowEdges: FlowEdge[] = edges.map(({ from, to, terms, of }) => {
    const r = terms.reduce((sum, t) => sum + t.r * (t.kind === 'gap' ? doubt.gaps : doubt.openings), 0);
    const edge: FlowEdge = { from, to, r };
    if (of.kind === 'mover') {
      const fan = fanOf(movers[of.index]!, density);
      if (fan.length > 0) edge.fan = doubt.fans === 1 ? fan : atSpeed(fan, doubt.fans);
    }
    return edge;
  });
  const capacity = density * air.heatCapacity;
  const heats = heat.map((w) => w * doubt.heat);
  let rise: number[] = start ? [...start.rise] : heights.map(() => 0);
  let flows = start ? { pressure: start.pressure } : undefined;
  let solved = solveFlows(nodes, flowEdges, flows?.pressure, ROUGH);
  let throughWalls = 0;
  let settled = false;
  let ease = 1;
  let last = Infinity;
  let rounds = 0;
  for (; rounds < MOST_ROUNDS && !settled; rounds++) {
    for (const [e, edge] of edges.entries()) {
      const height = (node: number) => (edge.height - heights[node]!) / 1000;
      const warm = (node: number) => (node === 0 ? 0 : rise[node]! * height(node));
      // More than air can hold drives no harder.
      flowEdges[e]!.lift = ((density * G) / kelvin) * (warm(edge.from) - warm(edge.to));
    }
    solved = solveFlows(nodes, flowEdges, flows?.pressure, ROUGH);
    flows = solved;
    const inside = rise.slice(1);
    const mean = inside.length > 0 ? Math.max(0.5, inside.reduce((a, b) => a + b, 0) / inside.length) : 0.5;
    const loss = heights.map(() => 0);
    for (const { face, shares } of faces) {
      const through = throughFace(face, Math.min(mean, 300), ambient, moved) * doubt.walls;
      for (const [node, share] of shares) loss[node] = loss[node]! + through * share;
    }
    const heatEdges: HeatEdge[] = edges.map(({ from, to, of }, e) => {
      const edge: HeatEdge = { from, to, flow: solved.flow[e]! };
      if (of.kind === 'gap')
        edge.exchange =
          capacity * (moved ? STIR.moved : STIR.still) * doubt.stir * model.zones.gaps[of.index]!.area * 1e-6;
      return edge;
    });
    const next = riseOf(heats, loss, heatEdges, capacity);
    let change = 0;
    for (let i = 1; i < nodes; i++) change = Math.max(change, Math.abs(next[i]! - rise[i]!));
    // Where the answer swings to and fro, smaller steps.
    if (change > 0.35 * last) ease = Math.max(0.15, ease * 0.7);
    last = change;
    rise = rise.map((r, i) => r + ease * (next[i]! - r));
    throughWalls = loss.reduce((sum, u, i) => sum + u * rise[i]!, 0);
    settled = change < SETTLED + 0.004 * Math.max(...next);
  }
  solved = solveFlows(nodes, flowEdges, flows?.pressure);
  return {
    pressure: solved.pressure,
    flow: solved.flow,
    rise,
    throughWalls,
    rounds,
    converged: settled && solved.converged && rise.every(Number.isFinite),
  };
}
