import type { Source } from '../quantity';
import { practice } from './row';

/** What a usual fan of a size does: speed rpm, free flow m³/h, pressure when blocked Pa, level dB(A) at 1 m, draw W. */
export interface FanFigures {
  speed: number;
  flow: number;
  pressure: number;
  noise: number;
  watts: number;
  source: Source;
}

/** By frame size and thickness, mm: the middle of what is sold as quiet. Common practice, no source. */
const USUAL: readonly [
  size: number,
  thickness: number,
  speed: number,
  flow: number,
  pressure: number,
  noise: number,
  watts: number,
][] = [
  [40, 10, 5000, 9, 25, 25, 0.6],
  [40, 20, 5000, 13, 40, 27, 1],
  [50, 10, 4000, 15, 22, 26, 0.7],
  [50, 15, 4000, 18, 28, 27, 0.9],
  [60, 10, 3000, 20, 18, 24, 0.8],
  [60, 15, 3000, 25, 24, 25, 1],
  [60, 25, 3000, 31, 32, 26, 1.2],
  [70, 15, 2500, 32, 20, 25, 1],
  [70, 25, 2500, 40, 26, 26, 1.2],
  [80, 10, 2000, 34, 12, 23, 0.9],
  [80, 15, 2000, 42, 16, 24, 1],
  [80, 20, 2000, 48, 19, 24, 1.1],
  [80, 25, 2000, 54, 22, 25, 1.2],
  [80, 38, 3500, 110, 70, 41, 5],
  [92, 15, 1800, 56, 14, 23, 1],
  [92, 25, 1800, 70, 20, 24, 1.3],
  [120, 15, 1400, 80, 13, 23, 1.2],
  [120, 25, 1300, 98, 17, 23, 1.5],
  [120, 38, 2000, 170, 45, 36, 5],
  [140, 15, 1100, 100, 10, 22, 1.2],
  [140, 25, 1050, 120, 13, 22, 1.6],
  [200, 20, 700, 160, 6, 23, 1.8],
  [200, 25, 700, 180, 7, 24, 2],
];

/** The usual fan nearest to a size; a size between takes the next, scaled by the fan laws at equal tip speed: flow ~ d². */
export function usualFan(size: number, thickness: number): FanFigures {
  let best = USUAL[0]!;
  const far = ([s, t]: readonly number[]) => Math.abs(Math.log(s! / size)) * 100 + Math.abs(t! - thickness);
  for (const row of USUAL) if (far(row) < far(best)) best = row;
  const [d, , speed, flow, pressure, noise, watts] = best;
  const by = size / d;
  return { speed: speed / by, flow: flow * by ** 2, pressure, noise, watts: watts * by ** 2, source: practice };
}

/** What of its speed a fan has on a lower feed: as the voltage. Common practice, no source. */
export const FEEDS = { '12 V': 1, '7 V': 7 / 12, '5 V': 5 / 12 } as const;

/** A fan on a header that follows the load, share of its speed by state. Common practice, no source. */
export const FOLLOWS = { idle: 0.4, typical: 0.7, full: 1 } as const;

/** Filters, clean: loss on the speed in their whole area. Common practice, no source: a measured drop is better. */
export const FILTERS = {
  mesh: { name: 'fine mesh', loss: 6, share: 0.8 },
  foam: { name: 'foam', loss: 18, share: 0.6 },
  fabric: { name: 'speaker fabric', loss: 30, share: 0.5 },
} as const;
export type FilterKind = keyof typeof FILTERS;

/** How fast a filter clogs: share of its area a month, by the dust of the place. Common practice, no source. */
export const CLOGS = { clean: 0.03, normal: 0.08, dusty: 0.2 } as const;
