import type { MadeCage } from '../../document';
import { BAY_PLAY, baysOf, driveIn, UNDER_DRIVE } from '../../parts';
import type { MadeBox } from './box';

/** Screws M4 in its base (ISO 273 medium), so far in from its ends, mm. Common practice, no source. */
const SCREW = 4.5;
const INSET = 15;

/** The base and the two sides of a cage. @throws Error where drives would not fit one over the other */
export function cageBlocks(made: MadeCage): MadeBox[] {
  const { bay, bays, pitch, thickness: t } = made;
  const { length, height } = driveIn(made);
  if (pitch < height)
    throw new Error(`A pitch of ${pitch} mm: drives of ${bay} are ${height} mm high. Make it ${height} mm or more.`);
  const wide = widthOf(made);
  const high = t + UNDER_DRIVE + (bays - 1) * pitch + height;
  return [
    { name: 'base', low: [0, 0, 0], high: [wide, length, t] },
    { name: 'left side', low: [0, 0, t], high: [t, length, high] },
    { name: 'right side', low: [wide - t, 0, t], high: [wide, length, high] },
  ];
}

const widthOf = (made: MadeCage) => driveIn(made).width + 2 * (BAY_PLAY + made.thickness);

/** The flat pieces that a cage is made of, mm. */
export const sheetsOfCage = (made: MadeCage): { name: string; size: [number, number] }[] =>
  cageBlocks(made).map(({ name, low, high }) => {
    const [a, b] = [0, 1, 2].map((i) => high[i]! - low[i]!).sort((p, q) => q - p) as [number, number];
    return { name, size: [a, b] };
  });

/** Screws that hold its base down, between its sides. */
export function cageHoles(made: MadeCage): { x: number; y: number; diameter: number }[] {
  const inset = INSET + made.thickness;
  return [inset, widthOf(made) - inset].flatMap((x) =>
    [INSET, driveIn(made).length - INSET].map((y) => ({ x, y, diameter: SCREW })),
  );
}

/**
 * Screws in the sides of drives: from their connectors, over their underside, and what they pass, mm (SFF-8301: 6-32 at
 * 28.5 and 130.1; SFF-8201: M3 at 14 and 90.6; from memory).
 */
const SIDE_SCREWS: Readonly<Record<MadeCage['bay'], { along: readonly number[]; up: number; diameter: number }>> = {
  '3.5 in': { along: [28.5, 130.1], up: 6.35, diameter: 4 },
  '2.5 in': { along: [14, 90.6], up: 3, diameter: 3.4 },
};

/** A side sheet of a cage, mm: its size, and the holes for its drives from its lower corner at their connectors. */
export function cageSide(made: MadeCage): {
  size: [number, number];
  holes: { name: string; at: [number, number]; diameter: number }[];
} {
  const [, side] = cageBlocks(made);
  const { along, up, diameter } = SIDE_SCREWS[made.bay];
  const foot = side!.low[2];
  return {
    size: [side!.high[1] - side!.low[1], side!.high[2] - foot],
    holes: baysOf(made).flatMap(([, , z], k) =>
      along.map((y) => ({
        name: `drive ${k + 1}`,
        at: [y, z + up - foot] as [number, number],
        diameter,
      })),
    ),
  };
}
