import { solveDominant } from './dense';

/** A way along which air and heat go between two zones. */
export interface HeatEdge {
  from: number;
  to: number;
  /** m³/s along it. */
  flow: number;
  /** W/K that stirring and walls carry both ways. */
  exchange?: number;
}

/**
 * Rise of every zone over the outside (zone 0), K: what air brings from others, what is stirred across, what goes through
 * walls, and the heat set free: Σ ρc Q_in (T_j − T_i) + Σ G (T_j − T_i) − U T_i + P = 0.
 * @param heat W by zone
 * @param loss W/K by zone, through walls to the outside
 * @param capacity ρ c_p of the air, J/(m³ K)
 */
export function riseOf(
  heat: readonly number[],
  loss: readonly number[],
  edges: readonly HeatEdge[],
  capacity: number,
): number[] {
  const n = heat.length - 1;
  if (n === 0) return [0];
  const matrix = new Float64Array(n * n);
  const right = Float64Array.from(heat.slice(1));
  const add = (i: number, j: number, by: number) => {
    if (i > 0 && j > 0) matrix[(i - 1) * n + j - 1]! += by;
  };
  // A little goes through everything: a zone that nothing leaves would have no end.
  for (let i = 1; i <= n; i++) add(i, i, loss[i]! + 1e-4);
  for (const { from, to, flow, exchange = 0 } of edges) {
    const [up, down] = flow >= 0 ? [from, to] : [to, from];
    const carried = capacity * Math.abs(flow);
    add(down, down, carried);
    add(down, up, -carried);
    add(from, from, exchange);
    add(to, to, exchange);
    add(from, to, -exchange);
    add(to, from, -exchange);
  }
  solveDominant(matrix, right, n);
  return [0, ...right];
}

/**
 * Of the air that comes in from outside, the share that passes through one of some zones before it leaves: what is mixed
 * in a zone leaves it in the proportion of its outflows. A zone’s share h: 1 there, 0 outside, else Σ outflow share · h.
 */
export function shareThrough(zones: number, edges: readonly HeatEdge[], through: ReadonlySet<number>): number {
  const n = zones - 1;
  if (n === 0) return 0;
  const matrix = new Float64Array(n * n);
  const h = new Float64Array(n);
  const out = new Float64Array(zones);
  for (const { from, to, flow } of edges) out[flow >= 0 ? from : to]! += Math.abs(flow);
  for (let i = 1; i <= n; i++) {
    matrix[(i - 1) * n + i - 1] = 1;
    if (through.has(i)) h[i - 1] = 1;
  }
  let into = 0;
  for (const { from, to, flow } of edges) {
    const [up, down] = flow >= 0 ? [from, to] : [to, from];
    const q = Math.abs(flow);
    if (up === 0) into += q;
    if (up === 0 || through.has(up) || down === 0 || out[up]! <= 0) continue;
    matrix[(up - 1) * n + down - 1]! -= q / (out[up]! * (1 + 1e-9));
  }
  if (into <= 0) return 0;
  solveDominant(matrix, h, n);
  let passing = 0;
  for (const { from, to, flow } of edges) {
    const [up, down] = flow >= 0 ? [from, to] : [to, from];
    if (up === 0 && down > 0) passing += Math.abs(flow) * h[down - 1]!;
  }
  return Math.min(1, Math.max(0, passing / into));
}
