import { endSlope, type FanCurve } from './curve';
import { solvePositive } from './dense';

/** A way for air between two zones: p_from − p_to + lift + fan(Q) = r Q|Q|. */
export interface FlowEdge {
  from: number;
  to: number;
  /** Pa/(m³/s)²; Infinity: shut. */
  r: number;
  /** Pa that drive along it: warm air that rises. */
  lift?: number;
  /** A fan that blows along it, its pressure never rising with flow (`falling`). */
  fan?: FanCurve;
}

export interface Flows {
  /** Pa over the outside, by zone; zone 0 is the outside. */
  pressure: Float64Array;
  /** m³/s by edge, along it. */
  flow: Float64Array;
  /** Worst imbalance of a zone over the largest flow. */
  residual: number;
  converged: boolean;
  rounds: number;
}

/**
 * Where a flow is slower than a pressure of this drives it, Pa, its loss goes over from the square of the flow to the flow
 * itself, as of a slow one: r Q √(Q² + SLOW/r). At none the square law has no slope.
 */
const SLOW = 1e-3;
const MOST_ROUNDS = 120;
/** Less than this is no flow, m³/s. */
const NO_FLOW = 1e-6;
const GOOD = 1e-9;

/**
 * Flow through an edge by the pressure along it, and how it changes with it. Every piece of a fan's curve is straight:
 * r Q|Q| + b Q = c on each, solved as it stands.
 */
export function flowThrough({ r, fan }: FlowEdge, along: number): { flow: number; slope: number } {
  rooted(r, fan, along);
  return { flow: ROOT.flow, slope: ROOT.slope };
}

/** Where `rooted` leaves its answer: it is asked some thousand times an edit. */
const ROOT = { flow: 0, slope: 0 };

function rooted(r: number, fan: FanCurve | undefined, along: number): void {
  if (!Number.isFinite(r)) {
    ROOT.flow = ROOT.slope = 0;
    return;
  }
  if (!fan || fan.length === 0) {
    // r Q √(Q² + q₀²) = Δ, q₀² = SLOW / r.
    const slow = SLOW / r;
    const wanted = along / r;
    const square = (2 * wanted * wanted) / (slow + Math.sqrt(slow * slow + 4 * wanted * wanted));
    ROOT.flow = Math.sign(along) * Math.sqrt(square);
    ROOT.slope = Math.sqrt(square + slow) / (r * (2 * square + slow));
    return;
  }
  // f(Q) = r Q|Q| − fan(Q) grows with Q: find the piece where it passes `along`.
  let piece = -1;
  while (piece + 1 < fan.length) {
    const [q, p] = fan[piece + 1]!;
    if (r * q * q - p >= along) break;
    piece++;
  }
  const inside = piece >= 0 && piece < fan.length - 1;
  const [q0, p0] = fan[Math.max(0, piece)]!;
  const slope = inside ? (fan[piece + 1]![1] - p0) / (fan[piece + 1]![0] - q0) : endSlope(fan);
  // r Q|Q| + b Q = c on it; a level piece has a hair of a slope.
  const b = Math.max(-slope, 1e-9);
  const c = along + p0 - slope * q0;
  const root = Math.sqrt(b * b + 4 * r * Math.abs(c));
  ROOT.flow = (2 * c) / (b + root);
  ROOT.slope = 1 / root;
}

/**
 * Pressures of zones such that as much air comes into each as leaves it, by Newton’s method on the pressures. Every edge
 * lets more through under more pressure, so that the matrix is symmetric and positive and there is one answer; steps are
 * halved while the imbalance would grow. It always ends, and says whether it got there.
 * @param zones how many, the outside (0) with them
 * @param start pressures to begin from
 * @param good worst imbalance, as a share of the largest flow, at which it ends
 */
export function solveFlows(zones: number, edges: readonly FlowEdge[], start?: Float64Array, good = GOOD): Flows {
  const n = zones - 1;
  const pressure = new Float64Array(zones);
  if (start?.length === zones) pressure.set(start);
  const held = heldZones(zones, edges);
  const flow = new Float64Array(edges.length);
  const slopes = new Float64Array(edges.length);
  const missing = new Float64Array(zones);
  const evaluate = (p: Float64Array): number => {
    missing.fill(0);
    let most = 0;
    for (let e = 0; e < edges.length; e++) {
      const edge = edges[e]!;
      rooted(edge.r, edge.fan, p[edge.from]! - p[edge.to]! + (edge.lift ?? 0));
      const q = ROOT.flow;
      flow[e] = q;
      slopes[e] = ROOT.slope;
      missing[edge.from] = missing[edge.from]! - q;
      missing[edge.to] = missing[edge.to]! + q;
      most = Math.max(most, Math.abs(q));
    }
    let worst = 0;
    for (let i = 1; i < zones; i++) if (!held[i]) worst = Math.max(worst, Math.abs(missing[i]!));
    return worst / Math.max(most, NO_FLOW);
  };
  const size = () => {
    let sum = 0;
    for (let i = 1; i < zones; i++) if (!held[i]) sum += missing[i]! ** 2;
    return sum;
  };
  let residual = evaluate(pressure);
  let rounds = 0;
  const next = new Float64Array(zones);
  const matrix = new Float64Array(n * n);
  const step = new Float64Array(n);
  while (residual > good && rounds < MOST_ROUNDS && n > 0) {
    rounds++;
    matrix.fill(0);
    for (let e = 0; e < edges.length; e++) {
      const i = edges[e]!.from - 1;
      const j = edges[e]!.to - 1;
      if (i === j) continue;
      const g = slopes[e]!;
      if (i >= 0) matrix[i * n + i] = matrix[i * n + i]! + g;
      if (j >= 0) matrix[j * n + j] = matrix[j * n + j]! + g;
      if (i < 0 || j < 0) continue;
      matrix[i * n + j] = matrix[i * n + j]! - g;
      matrix[j * n + i] = matrix[j * n + i]! - g;
    }
    for (let i = 0; i < n; i++) {
      step[i] = held[i + 1] ? 0 : missing[i + 1]!;
      if (!held[i + 1]) continue;
      for (let j = 0; j < n; j++) matrix[i * n + j] = matrix[j * n + i] = 0;
      matrix[i * n + i] = 1;
    }
    if (!solvePositive(matrix, step, n)) break;
    const before = size();
    let share = 1;
    for (let halved = 0; halved < 30; halved++, share /= 2) {
      for (let i = 1; i < zones; i++) next[i] = pressure[i]! + share * step[i - 1]!;
      residual = evaluate(next);
      if (size() < before * (1 - 0.3 * share) || residual <= good) break;
    }
    pressure.set(next);
  }
  return { pressure, flow, residual, converged: residual <= Math.max(good, 1e-6), rounds };
}

/** Zones that no way leads to from outside: one of each such group is held at the outside’s pressure, or it has none. */
function heldZones(zones: number, edges: readonly FlowEdge[]): boolean[] {
  const group = Array.from({ length: zones }, (_, i) => i);
  const root = (i: number): number => (group[i] === i ? i : (group[i] = root(group[i]!)));
  for (const { from, to, r } of edges) if (Number.isFinite(r)) group[root(from)] = root(to);
  const seen = new Set([root(0)]);
  return Array.from({ length: zones }, (_, i) => {
    if (i === 0 || seen.has(root(i))) return false;
    seen.add(root(i));
    return true;
  });
}
