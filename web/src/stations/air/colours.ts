import { interpolateRgbBasis } from 'd3';
import type { AirArrow } from './selectors';

/** From room air to the warmest in the shell; which way it goes is the arrow’s own to say. */
const WARMTH = interpolateRgbBasis(['#9fd3ee', '#d9e3dd', '#ffc27a', '#ff8a4c']);

export const airColour = ({ kind, warm }: Pick<AirArrow, 'kind' | 'warm'>): string =>
  WARMTH(kind === 'in' ? 0 : Math.min(1, Math.max(0, warm)));
