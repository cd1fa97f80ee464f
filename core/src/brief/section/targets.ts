/** What a target limits: its unit, and whether the figure should stay under or over the limit. */
export const TARGETS = {
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
} as const satisfies Record<string, { label: string; unit: string; sense: 'most' | 'least' }>;

export type TargetKind = keyof typeof TARGETS;
export const TARGET_KINDS = Object.keys(TARGETS) as TargetKind[];
/** What stations compute for the targets, each in its kind's unit; what is absent is not known yet. */
export type TargetFigures = Partial<Record<TargetKind, number>>;
