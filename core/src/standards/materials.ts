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

/** How stiff they are: modulus of elasticity, N/mm², and Poisson's ratio; wood across its grain is softer still. */
export const ELASTIC: Readonly<Record<Material, { modulus: number; poisson: number; source: Source }>> = {
  steel: { modulus: 210_000, poisson: 0.3, source: practice },
  aluminium: { modulus: 70_000, poisson: 0.33, source: practice },
  wood: { modulus: 6000, poisson: 0.3, source: practice },
  plywood: { modulus: 6000, poisson: 0.3, source: practice },
  fibreboard: { modulus: 3000, poisson: 0.25, source: practice },
  plastic: { modulus: 2200, poisson: 0.35, source: practice },
  bakelite: { modulus: 7000, poisson: 0.35, source: practice },
  other: { modulus: 2000, poisson: 0.3, source: practice },
};
