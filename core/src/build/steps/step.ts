/** One step of the build. */
export interface Step {
  id: string;
  name: string;
  /** Where it belongs: what the list is parted by. */
  phase: (typeof PHASES)[number];
  minutes: number;
  /** Hours after it that need nobody. */
  wait: number;
  /** It needs nobody: a printer. */
  unattended?: boolean;
  /** Before it, and which kind of "before" each is. */
  after: Before[];
  tools: readonly string[];
  materials: readonly string[];
  /** Read before it is ticked. */
  cautions: readonly string[];
  /** What it is about: a face, a part, a control. */
  about?: { kind: 'part' | 'feature' | 'face'; id: string };
  /** What of the plan it rests on, as text that changes with it. */
  of: string;
  /** The user added it. */
  own?: boolean;
  /** Not before this day: the user said so. */
  from?: string;
  note?: string;
}

export interface Before {
  id: string;
  kind: 'geometry' | 'process' | 'safety' | 'reversibility' | 'own';
  why: string;
}

export const PHASES = [
  'bench',
  'strip',
  'make',
  'trial fit',
  'cut',
  'print',
  'finish',
  'mount',
  'wire',
  'close',
  'check',
] as const;
