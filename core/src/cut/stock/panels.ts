import type { FlatPiece } from './nest';

/** How the panels of a box that is built meet. */
export const BOX_JOINTS = ['butt', 'rebate', 'angle bar'] as const;
export type BoxJoint = (typeof BOX_JOINTS)[number];

/** A rebate takes half of the panel it is cut into (common practice, no source). */
const REBATE = 0.5;
/** Room of an angle bar's end before the corner, mm. */
const BAR_END = 2;

/**
 * Panels of a box from outside sizes, by how they meet: front and rear run through, sides stand between them, floor and
 * top lie within all four (butt); in rebates each reaches into the next by half of it; with angle bars inside the panels
 * meet as in a butt joint and bars run along the inner edges.
 * @param t thickness of the sheet, mm
 */
export function boxPanels(
  width: number,
  depth: number,
  height: number,
  t: number,
  joint: BoxJoint,
): { panels: FlatPiece[]; bars: { name: string; length: number }[] } {
  const into = joint === 'rebate' ? t * REBATE : 0;
  const inner = (outside: number) => outside - 2 * t + 2 * into;
  const panels: FlatPiece[] = [
    { name: 'front', width, height },
    { name: 'rear', width, height },
    { name: 'left side', width: inner(depth), height },
    { name: 'right side', width: inner(depth), height },
    { name: 'floor', width: inner(width), height: inner(depth) },
    { name: 'top', width: inner(width), height: inner(depth) },
  ];
  const bar = (name: string, length: number, count: number) =>
    Array.from({ length: count }, () => ({ name, length: Math.round((length - 2 * BAR_END) * 10) / 10 }));
  const bars =
    joint === 'angle bar'
      ? [
          ...bar('upright angle', height - 2 * t, 4),
          ...bar('angle along the width', width - 2 * t, 4),
          ...bar('angle along the depth', depth - 2 * t, 4),
        ]
      : [];
  return { panels, bars };
}
