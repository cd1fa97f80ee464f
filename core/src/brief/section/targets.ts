/** Beyond this the shell is an oven: figures that no one should read digits from, K. */
export const OVEN = 60;

/** What a target limits. */
interface TargetRule {
  label: string;
  /** For the strip. */
  short: string;
  unit: '' | 'L' | 'kg' | 'mm' | 'K' | 'dB(A)' | 'W';
  /** Whether the figure should stay under or over the limit. */
  sense: 'most' | 'least';
  /** Digits after the point; missing: one. */
  digits?: number;
  /** Beyond this the model gives no figure. */
  beyond?: number;
}

export const TARGETS = {
  'outer-litres': { label: 'Outside volume', short: 'outside', unit: 'L', sense: 'most' },
  mass: { label: 'Mass of the kit', short: 'mass', unit: 'kg', sense: 'most' },
  'smallest-margin': { label: 'Smallest margin', short: 'margin', unit: 'mm', sense: 'least' },
  'free-litres': { label: 'Free room left', short: 'free', unit: 'L', sense: 'least' },
  drives: { label: 'Drives', short: 'drives', unit: '', sense: 'least', digits: 0 },
  'temperature-rise': { label: 'Temperature rise', short: 'warmer by', unit: 'K', sense: 'most', beyond: OVEN },
  noise: { label: 'Noise at the seat', short: 'noise', unit: 'dB(A)', sense: 'most' },
  'wall-watts': { label: 'Power at the wall', short: 'at the wall', unit: 'W', sense: 'most' },
  budget: { label: 'Budget', short: 'budget', unit: '', sense: 'most', digits: 0 },
  'ready-by': { label: 'Ready by', short: 'ready by', unit: '', sense: 'most' },
} as const satisfies Record<string, TargetRule>;

export type TargetKind = keyof typeof TARGETS;
/** What a kind of target limits. */
export const targetRule = (kind: TargetKind): TargetRule => TARGETS[kind];
export const TARGET_KINDS = Object.keys(TARGETS) as TargetKind[];
/** What stations compute for the targets, each in its kind's unit; what is absent is not known yet. */
export type TargetFigures = Partial<Record<TargetKind, number>>;
