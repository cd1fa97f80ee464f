import type { TargetKind } from '../document';

/** What a target limits: its unit, and whether the figure should stay under or over the limit. */
export const TARGETS: Readonly<Record<TargetKind, { label: string; unit: string; sense: 'most' | 'least' }>> = {
  'outer-litres': { label: 'Outside volume', unit: 'L', sense: 'most' },
  mass: { label: 'Mass of the kit', unit: 'kg', sense: 'most' },
  'smallest-margin': { label: 'Smallest margin', unit: 'mm', sense: 'least' },
  'free-litres': { label: 'Free room left', unit: 'L', sense: 'least' },
  drives: { label: 'Drives', unit: '', sense: 'least' },
  'temperature-rise': { label: 'Temperature rise', unit: 'K', sense: 'most' },
  noise: { label: 'Noise at the seat', unit: 'dB(A)', sense: 'most' },
  'wall-watts': { label: 'Power at the wall', unit: 'W', sense: 'most' },
  budget: { label: 'Budget', unit: '', sense: 'most' },
  'ready-by': { label: 'Ready by', unit: '', sense: 'most' },
};
