import type { LengthUnit } from '@young-shell/core/quantity';

/** Steps of the cutting mat's grid, mm: fine and bold lines, those with a number, and what one of the numbers is. */
export interface MatSteps {
  fine: number;
  bold: number;
  numbered: number;
  one: number;
}

const INCH: MatSteps = { fine: 25.4 / 4, bold: 25.4, numbered: 50.8, one: 25.4 };
const STEPS: Readonly<Record<LengthUnit, MatSteps>> = {
  mm: { fine: 10, bold: 50, numbered: 50, one: 1 },
  inch: INCH,
  fraction: INCH,
};

/** Steps of which one is chosen where the shell is too large for the usual ones. */
const COARSER: Readonly<Record<LengthUnit, readonly number[]>> = {
  mm: [1, 2, 4, 10, 20, 40, 100],
  inch: [1, 3, 6, 12, 24, 60],
  fraction: [1, 3, 6, 12, 24, 60],
};

/** The grid of the cutting mat in a unit, its numbers at least so far apart, mm. */
export function matSteps(unit: LengthUnit, apart: number): MatSteps {
  const { fine, bold, numbered, one } = STEPS[unit];
  const by = COARSER[unit].find((factor) => factor * numbered >= apart) ?? COARSER[unit].at(-1)!;
  return { fine: by * fine, bold: by * bold, numbered: by * numbered, one };
}
