import type { LengthUnit } from '@young-shell/core/quantity';

/** The grid of the cutting mat in each unit, mm: fine and bold lines, those with a number, what one of the numbers is. */
const INCH = { fine: 25.4 / 4, bold: 25.4, numbered: 50.8, one: 25.4 };

export const MAT_STEPS: Readonly<Record<LengthUnit, { fine: number; bold: number; numbered: number; one: number }>> = {
  mm: { fine: 10, bold: 50, numbered: 50, one: 1 },
  inch: INCH,
  fraction: INCH,
};
