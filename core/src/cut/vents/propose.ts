import type { VentPattern } from '../../document';
import { FINGER } from '../../standards';
import { measuresOf, type Lying } from '../openings/opening';
import { freeAreaOf, type FreeArea } from './pattern';

/** A way to get a wanted free area. */
export interface VentProposal {
  pattern: VentPattern;
  width: number;
  height: number;
  air: FreeArea;
  /** Minutes at the bench. */
  minutes: number;
}

/** Minutes a hole or a metre of cut takes, common practice, no source. */
const MINUTES = { hole: 0.6, slot: 4, hexagon: 6 };

/** The largest hole fingers stay out of, mm. */
export const fingerLimit = (mains: boolean): number => (mains ? FINGER.mains : FINGER.fan);

/**
 * Patterns that give a wanted free area with webs that hold and holes fingers stay out of; each as small as it gets.
 * @param wanted mm²
 * @param web least material between two holes, mm
 * @param most room on the face, mm
 * @returns those that go into the room, least minutes first
 */
export function proposeVents(wanted: number, web: number, finger: number, most: [number, number]): VentProposal[] {
  const d = Math.min(finger, 8);
  const patterns: VentPattern[] = [
    { kind: 'holes', diameter: d, pitch: tidy(d + web), array: 'hexagonal' },
    { kind: 'holes', diameter: d, pitch: tidy(d + web), array: 'square' },
    {
      kind: 'slots',
      width: Math.min(finger, 6),
      length: 40,
      across: tidy(40 + web),
      up: tidy(Math.min(finger, 6) + web),
    },
    { kind: 'honeycomb', across: d, web: tidy(web) },
  ];
  return patterns
    .flatMap((pattern) => {
      const made = smallest(pattern, wanted, most);
      return made ? [made] : [];
    })
    .sort((a, b) => a.minutes - b.minutes);
}

const tidy = (v: number) => Math.ceil(v * 10) / 10;

/** Grows an opening in the proportions of the room, then takes back what is not needed. */
function smallest(pattern: VentPattern, wanted: number, [mostU, mostV]: [number, number]): VentProposal | undefined {
  const airAt = (width: number, height: number) => {
    const shape = { kind: 'rectangle', width, height, radius: 0 } as const;
    const lying: Lying = { centre: [0, 0], shape };
    return freeAreaOf({ ...lying, ...measuresOf(shape) }, pattern);
  };
  if (airAt(mostU, mostV).free < wanted) return undefined;
  // Free area grows with either side: the least share of the room by bisection, then each side by itself.
  const least = (enough: (size: number) => boolean, most: number) => {
    let [low, high] = [0, most];
    while (high - low > 0.05) {
      const middle = (low + high) / 2;
      if (middle > 0 && enough(middle)) high = middle;
      else low = middle;
    }
    return Math.ceil(high * 10 - 1e-9) / 10;
  };
  const both = Math.min(1, least((share) => airAt(mostU * share, mostV * share).free >= wanted, 1.0001) + 0.1);
  let [width, height] = [mostU * both, mostV * both];
  width = Math.min(
    mostU,
    least((w) => airAt(w, height).free >= wanted, width),
  );
  height = Math.min(
    mostV,
    least((h) => airAt(width, h).free >= wanted, height),
  );
  const air = airAt(width, height);
  if (air.free < wanted) return undefined;
  const each = pattern.kind === 'holes' ? MINUTES.hole : pattern.kind === 'slots' ? MINUTES.slot : MINUTES.hexagon;
  return { pattern, width, height, air, minutes: Math.round(each * air.holes) };
}
