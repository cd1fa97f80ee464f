/** Water with a little of what keeps it from growing things, at 35 °C: kg/m³, J/(kg K), Pa s (handbook tables, from memory). */
export const WATER = { density: 994, heatCapacity: 4178, viscosity: 7.2e-4 };

/** What a loop is made of for the pump. */
export interface Resistances {
  /** Tube in all, mm, and inside diameter, mm. */
  length: number;
  bore: number;
  blocks: number;
  radiators: number;
}

/** Drop of one block and one radiator at 4 L/min, kPa, as the square of the flow; of each fitting, as ζ. Common practice, no source. */
const AT_4 = { block: 12, radiator: 3 };
const FITTING = 1.2;

/** Darcy’s friction: 64/Re, from Re 4000 Blasius’s 0.3164/Re^¼; between 2300 and that it goes over from one to the other. */
function frictionAt(reynolds: number): number {
  if (reynolds <= 0) return 0;
  const [slow, fast] = [64 / reynolds, 0.3164 / reynolds ** 0.25];
  const t = Math.min(1, Math.max(0, (reynolds - 2300) / 1700));
  return slow + t * (fast - slow);
}

/**
 * Pressure that a flow costs in a loop, kPa: tube by Darcy and Weisbach with 64/Re or Blasius’s 0.3164/Re^¼, fittings,
 * blocks and radiators by the square of the flow.
 * @param litres L/min
 */
export function loopDrop(litres: number, { length, bore, blocks, radiators }: Resistances): number {
  const q = litres / 60_000;
  const d = bore / 1000;
  const area = (Math.PI / 4) * d * d;
  const v = q / area;
  const reynolds = (WATER.density * v * d) / WATER.viscosity;
  const friction = frictionAt(reynolds);
  const head = (WATER.density / 2) * v * v;
  const tube = (friction * (length / 1000)) / d;
  const fittings = 2 * (blocks + radiators) * FITTING;
  return ((tube + fittings) * head) / 1000 + (AT_4.block * blocks + AT_4.radiator * radiators) * (litres / 4) ** 2;
}

/**
 * The flow at which the pump gives what the loop costs: its pressure falls from `head` at none to none at `flow`, as a
 * parabola. By halves; L/min.
 */
export function loopFlow(pump: { head: number; flow: number }, loop: Resistances): number {
  let [low, high] = [0, pump.flow];
  for (let i = 0; i < 60; i++) {
    const q = (low + high) / 2;
    if (pump.head * (1 - (q / pump.flow) ** 2) > loopDrop(q, loop)) low = q;
    else high = q;
  }
  return (low + high) / 2;
}

/** Conductance of a radiator for each fan’s width of it at 60 m³/h, W/K. Common practice, no source. */
const PER_FAN = 14;
const AT_AIR = 60 / 3600;

/**
 * W/K that a radiator gives off to the air that comes in: ε C with ε = 1 − exp(−UA / C), the water’s own capacity being
 * far larger (Kays and London). Without moved air a little by itself.
 * @param air m³/s through it
 * @param capacity ρ c_p of the air, J/(m³ K)
 */
export function radiatorGives(air: number, fans: number, capacity: number): number {
  const c = Math.max(0, air) * capacity;
  const still = 0.6 * fans;
  if (c <= 0) return still;
  const ua = fans * PER_FAN * (air / fans / AT_AIR) ** 0.6;
  return Math.max(still, c * (1 - Math.exp(-ua / c)));
}
