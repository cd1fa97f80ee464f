/** What one check may tell when it does not go as expected. */
export interface Fault {
  /** What one sees, what it then is, and how one finds out. */
  if: string;
  then: string;
  look: string;
}

export const CHECK_GROUPS = ['before power', 'liquid', 'first power', 'bring-up', 'controls'] as const;

/** One thing to look at, press or measure. */
export interface Check {
  id: string;
  group: (typeof CHECK_GROUPS)[number];
  name: string;
  /** How, in one sentence. */
  how: string;
  /** What a meter has to show; `from` or `to` missing: no limit there. */
  expect?: { from?: number; to?: number; unit: 'V' | 'Ω' | 'A' | 'mA' | 'rpm' | 'h' | 'mL' };
  /** Before this one: other checks. */
  after: readonly string[];
  /** If it is not as expected. */
  faults: readonly Fault[];
  cautions: readonly string[];
  about?: { kind: 'part' | 'feature' | 'face'; id: string };
  /** Nothing is switched on while it is not good. */
  gate: boolean;
  /** What of the plan it rests on. */
  of: string;
}

/** What a reading says of a check: as it has to be, not, or nothing where it has no figure. */
export function judgeReading({ expect }: Pick<Check, 'expect'>, value: number | undefined): 'good' | 'bad' | undefined {
  if (!expect || value === undefined) return undefined;
  return (expect.from === undefined || value >= expect.from - 1e-9) &&
    (expect.to === undefined || value <= expect.to + 1e-9)
    ? 'good'
    : 'bad';
}

/** `11.40 – 12.60 V`, `over 100 Ω`, `up to 0.1 Ω`. */
export function expectWords(expect: NonNullable<Check['expect']>): string {
  const { from, to, unit } = expect;
  const say = (v: number) =>
    unit === 'V' ? v.toFixed(2) : unit === 'A' && v < 10 ? v.toFixed(1) : String(Math.round(v * 100) / 100);
  if (from !== undefined && to !== undefined) return `${say(from)} – ${say(to)} ${unit}`;
  return from !== undefined ? `over ${say(from)} ${unit}` : `up to ${say(to!)} ${unit}`;
}
