import type { Source } from '../quantity';
import { practice } from './row';

/** What shells are made of. */
export const MATERIALS = [
  'steel',
  'aluminium',
  'wood',
  'plywood',
  'fibreboard',
  'plastic',
  'bakelite',
  'other',
] as const;
export type Material = (typeof MATERIALS)[number];

/** Density of what shells are made of, kg/m³: middle of the usual range. */
export const DENSITY: Readonly<Record<Material, { value: number; source: Source }>> = {
  steel: { value: 7850, source: practice },
  aluminium: { value: 2700, source: practice },
  wood: { value: 650, source: practice },
  plywood: { value: 600, source: practice },
  fibreboard: { value: 750, source: practice },
  plastic: { value: 1050, source: practice },
  bakelite: { value: 1350, source: practice },
  other: { value: 1000, source: practice },
};
