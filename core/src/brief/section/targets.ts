/** What a target limits: its name, a short one for the strip, its unit, and whether the figure should stay under or over the limit. */
export const TARGETS = {
  'outer-litres': { label: 'Outside volume', short: 'outside', unit: 'L', sense: 'most' },
  mass: { label: 'Mass of the kit', short: 'mass', unit: 'kg', sense: 'most' },
  'smallest-margin': { label: 'Smallest margin', short: 'margin', unit: 'mm', sense: 'least' },
  'free-litres': { label: 'Free room left', short: 'free', unit: 'L', sense: 'least' },
  drives: { label: 'Drives', short: 'drives', unit: '', sense: 'least' },
  'temperature-rise': { label: 'Temperature rise', short: 'warmer by', unit: 'K', sense: 'most' },
  noise: { label: 'Noise at the seat', short: 'noise', unit: 'dB(A)', sense: 'most' },
  'wall-watts': { label: 'Power at the wall', short: 'at the wall', unit: 'W', sense: 'most' },
  budget: { label: 'Budget', short: 'budget', unit: '', sense: 'most' },
  'ready-by': { label: 'Ready by', short: 'ready by', unit: '', sense: 'most' },
} as const satisfies Record<string, { label: string; short: string; unit: string; sense: 'most' | 'least' }>;

export type TargetKind = keyof typeof TARGETS;
export const TARGET_KINDS = Object.keys(TARGETS) as TargetKind[];
/** What stations compute for the targets, each in its kind's unit; what is absent is not known yet. */
export type TargetFigures = Partial<Record<TargetKind, number>>;
