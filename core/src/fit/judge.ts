import type { Assembly, Solid } from '../assembly';
import { add, exactly, scale, shift, spreadOf, subtract, type Linear, type Spread } from '../quantity';
import { axisOf, signOf } from '../solid';
import type { Margin } from './margin';

/**
 * A margin's spare as a tolerance chain of measured values: Σ nᵢ (end of the other − end of the part) −
 * required, over the three axes.
 */
export function marginChain(assembly: Assembly, margin: Margin): Linear {
  const part = assembly.parts.find((p) => p.id === margin.part)!;
  const a = part.solids.find((s) => s.id === margin.solid)!;
  const n = margin.normal;
  let sum = exactly(0);
  const share = (solid: Solid, sign: 1 | -1, towards: 1 | -1) => {
    if (solid.along) {
      sum = add(sum, solid.along([n[0] * towards, n[1] * towards, n[2] * towards]), sign * towards);
      return;
    }
    for (let i = 0; i < 3; i++) {
      if (Math.abs(n[i]!) < 1e-9) continue;
      const high = n[i]! * towards > 0;
      sum = add(sum, solid.end(i as 0 | 1 | 2, high), sign * n[i]!);
    }
  };
  if (margin.kind === 'air') {
    // From the intake's face, not from the end of its air block.
    const own = a.role === 'air';
    const airSolid = own ? a : solidOf(assembly, margin.other.solid)!;
    const axis = axisOf(airSolid.air!.direction);
    const sign = signOf(airSolid.air!.direction);
    const face = airSolid.end(axis, sign < 0);
    const obstacle = own ? solidOf(assembly, margin.other.solid) : a;
    if (obstacle) sum = scale(subtract(obstacle.end(axis, sign < 0), face), sign);
    else {
      const wall = assembly.hull.walls.find((w) => w.id === margin.other.solid)!;
      sum = add(scale(wall.chainNear(margin.to), -1), face, -sign);
    }
  } else {
    share(a, -1, 1);
    const b = solidOf(assembly, margin.other.solid);
    if (b) share(b, 1, -1);
    else {
      const wall = assembly.hull.walls.find((w) => w.id === margin.other.solid)!;
      sum = add(sum, wall.chainNear(margin.to), -1);
    }
  }
  return shift({ value: margin.distance, terms: sum.terms }, -margin.required.value);
}

function solidOf(assembly: Assembly, id: string): Solid | undefined {
  const feature = assembly.features.find((f) => f.id === id);
  if (feature) return feature;
  for (const part of assembly.parts) {
    const solid = part.solids.find((s) => s.id === id);
    if (solid) return solid;
  }
  return Object.values(assembly.drawers).find((d) => d.block.id === id)?.block;
}

/** What was judged: a margin is an object of its own for every place that its part and the other thing stand at. */
const judged = new WeakMap<Margin, JudgedMargin>();

/** A margin with its nominal, worst case, 95 % and probability. */
export interface JudgedMargin extends Margin {
  spread: Spread;
  chain: Linear;
}

export function judge(assembly: Assembly, margin: Margin): JudgedMargin {
  const known = judged.get(margin);
  if (known) return known;
  const chain = marginChain(assembly, margin);
  const result = { ...margin, chain, spread: spreadOf(chain) };
  judged.set(margin, result);
  return result;
}
