import { DIRECTIONS, type Vec3 } from '../../solid';
import type { Order, OrderStep } from './order';

/** How far a step’s parts are from their place at a share of their way in (0: outside, 1: in place), mm. */
export function away({ legs }: OrderStep, share: number): Vec3 {
  let left = (1 - share) * legs.reduce((sum, leg) => sum + leg.by, 0);
  const by: Vec3 = [0, 0, 0];
  for (const leg of [...legs].reverse()) {
    const part = Math.min(left, leg.by);
    DIRECTIONS[leg.direction].forEach((d, i) => (by[i] = by[i]! - d * part));
    left -= part;
  }
  return by;
}

/** The parts that are not in yet while a step’s parts go in: those of the later steps, and those that never do. */
export const notInYet = ({ steps, trapped }: Order, step: number): string[] => [
  ...steps.slice(step + 1).flatMap((s) => s.parts),
  ...trapped,
];
