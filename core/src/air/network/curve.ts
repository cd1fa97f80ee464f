/** Pressure of a fan over its flow: points by growing flow, m³/s and Pa, at one speed. */
export type FanCurve = readonly (readonly [flow: number, pressure: number])[];

/**
 * The curve at another speed: flow ~ n, pressure ~ n² (fan laws, ASHRAE Handbook).
 * @param speed as a share of the speed it was given at
 */
export const atSpeed = (curve: FanCurve, speed: number): FanCurve =>
  curve.map(([q, p]) => [q * speed, p * speed * speed]);

/** The same in air of another density: pressure ~ ρ (fan laws). */
export const inAir = (curve: FanCurve, density: number): FanCurve =>
  curve.map(([q, p]) => [q, (p * density) / RATED_DENSITY]);

/** Density at which makers give curves, kg/m³ (ISO 5801: 1.2). */
const RATED_DENSITY = 1.2;

/**
 * The curve that the network is solved with: pressure never rises with flow. A dip where blades stall is bridged from
 * above at its height on the right: what the fan surely gives. Ends at the flow of no pressure.
 */
export function falling(curve: FanCurve): FanCurve {
  const points = [...curve].sort((a, b) => a[0] - b[0]);
  const made: [number, number][] = [];
  for (let i = points.length - 1; i >= 0; i--) {
    const [q, p] = points[i]!;
    const next = made[0];
    // From the right: nowhere less than what comes after it.
    if (next && q >= next[0] - 1e-12) continue;
    made.unshift([q, Math.max(p, next ? next[1] : 0)]);
  }
  if (made.length === 0) return [];
  if (made[0]![0] > 0) made.unshift([0, made[0]![1]]);
  return made;
}

/** Pressure at a flow, and how it changes with it, Pa and Pa/(m³/s). Beyond its ends the curve goes on: driven back, or blown through. */
export function pressureOf(curve: FanCurve, flow: number): { pressure: number; slope: number } {
  const n = curve.length;
  if (n === 0) return { pressure: 0, slope: 0 };
  const [first, last] = [curve[0]!, curve[n - 1]!];
  const end = endSlope(curve);
  if (n === 1 || flow <= first[0]) return { pressure: first[1] + end * (flow - first[0]), slope: end };
  if (flow >= last[0]) return { pressure: last[1] + end * (flow - last[0]), slope: end };
  let i = 1;
  while (curve[i]![0] < flow) i++;
  const [a, b] = [curve[i - 1]!, curve[i]!];
  const slope = (b[1] - a[1]) / (b[0] - a[0]);
  return { pressure: a[1] + slope * (flow - a[0]), slope };
}

/** How a curve falls beyond its ends: as from blocked to free, Pa/(m³/s). */
export function endSlope(curve: FanCurve): number {
  const [first, last] = [curve[0]!, curve.at(-1)!];
  const free = Math.max(last[0], 1e-6);
  return -Math.max(first[1], 0.01) / free;
}
