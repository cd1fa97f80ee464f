import type { Source } from '../../quantity';

export const PRACTICE: Source = { kind: 'practice', title: 'common practice, no source' };
export const SUM: Source = { kind: 'computed', title: 'sum of the parts' };
export const OHM: Source = { kind: 'computed', title: 'I = P / U over the conductors; drop 2 I ρ l / A at 50 °C' };
export const ATX: Source = { kind: 'standard', title: 'ATX design guide, ± 5 %', fromMemory: true };
export const AUTHORITY = 'Local rules and someone licensed come first.';

export const w = (watts: number): string => `${watts.toFixed(watts < 10 ? 1 : 0)} W`;
