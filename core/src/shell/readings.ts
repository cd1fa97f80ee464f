import { TOOLS, type Measured, type Tool } from '../quantity';

/** What a reading is taken for before it is kept. */
export type ReadingVerdict =
  | { kind: 'good' }
  /** It looks like inches read as millimetres or the other way: `meant` is what it would be. */
  | { kind: 'slip'; meant: number; sentence: string }
  /** Far from the other readings of the same place. */
  | { kind: 'outlier'; sentence: string }
  /** Far from what was known before; the first reading of a place that was only guessed may well be. */
  | { kind: 'surprise'; sentence: string };

/** Two-sided 95 % quantiles of Student's t for 1, 2, 3 … degrees of freedom: standard tables, from memory. */
const T95 = [12.706, 4.303, 3.182, 2.776, 2.571, 2.447, 2.365, 2.306, 2.262, 2.228];
/** Share of a tool's half-width that repeating does not average away (zero, parallax): common practice, no source. */
const SYSTEMATIC = 0.5;
const INCH = 25.4;
/** Readings within this factor of what is expected are no mix-up of units, and one within this share of the factor is. */
const LIKELY = 8;
const SLIP_WITHIN = 0.15;

const middleOf = (values: readonly number[]) => {
  const sorted = [...values].sort((a, b) => a - b);
  const m = sorted.length >> 1;
  return sorted.length % 2 ? sorted[m]! : (sorted[m - 1]! + sorted[m]!) / 2;
};
const hundredths = (v: number) => `${Number(v.toFixed(2))} mm`;

/** Judges a reading of a place by what is known of it, and by its earlier readings. All mm. */
export function judgeReading(
  known: Measured,
  readings: readonly number[],
  reading: number,
  tool: Tool,
): ReadingVerdict {
  if (!Number.isFinite(reading) || reading < 0) return { kind: 'outlier', sentence: `${reading} is no length.` };
  const expected = readings.length > 0 ? middleOf(readings) : known.value;
  const noise = TOOLS[tool].uncertainty;
  const unsure = readings.length > 0 ? 4 * noise : 3 * known.uncertainty + noise;
  // A guess says nothing against a reading, but inches are a factor that even a guess shows.
  const guessed = readings.length === 0 && known.tool === 'guess';
  const ratio = expected > 0 ? reading / expected : 1;
  const inchesOff = ratio > 0 && Math.abs(Math.log(ratio)) > Math.log(LIKELY);
  if (!inchesOff && (guessed || Math.abs(reading - expected) <= unsure)) return { kind: 'good' };
  for (const [factor, was, is] of [
    [INCH, 'inches', 'mm'],
    [1 / INCH, 'mm', 'inches'],
  ] as const) {
    const meant = reading * factor;
    if (inchesOff && Math.abs(meant - expected) <= Math.max(guessed ? 0 : unsure, SLIP_WITHIN * expected))
      return {
        kind: 'slip',
        meant,
        sentence: `${hundredths(reading)} is ${factor > 1 ? 'a 25.4th' : '25.4 times'} of what is expected: do the calipers show ${was === 'inches' ? 'inches' : 'mm'} where ${is} are wanted? It would be ${hundredths(meant)}.`,
      };
  }
  if (guessed || Math.abs(reading - expected) <= unsure) return { kind: 'good' };
  if (readings.length > 0)
    return {
      kind: 'outlier',
      sentence: `${hundredths(reading)} is ${hundredths(Math.abs(reading - expected))} off the other readings (${hundredths(expected)}): askew, or another place?`,
    };
  return {
    kind: 'surprise',
    sentence: `${hundredths(reading)} is ${hundredths(Math.abs(reading - expected))} off the ${hundredths(expected)} ± ${hundredths(known.uncertainty)} known so far. Take it once more.`,
  };
}

/** Mean of repeated readings, how they spread, and what the mean is worth. */
export interface Averaged {
  value: number;
  /** Sample standard deviation, mm; 0 for one reading. */
  spread: number;
  /** Half-width, 95 %, mm. */
  uncertainty: number;
  /** The readings differ by more than the tool does: the thing itself is crooked or worn there. */
  crooked: boolean;
}

/**
 * Repeats averaged: half of the tool's half-width stays, the other half falls with t · s / √n (JCGM 100, 4.2 and
 * 4.3, from memory). Where the readings spread more than the tool explains, the place itself varies: then the spread
 * of single readings counts, which averaging does not make smaller. @throws Error for no reading.
 */
export function averaged(readings: readonly number[], tool: Tool): Averaged {
  const n = readings.length;
  if (n === 0) throw new Error('There is no reading to average.');
  const value = readings.reduce((s, v) => s + v, 0) / n;
  const own = TOOLS[tool].uncertainty;
  if (n === 1) return { value, spread: 0, uncertainty: own, crooked: false };
  const spread = Math.sqrt(readings.reduce((s, v) => s + (v - value) ** 2, 0) / (n - 1));
  const crooked = spread > own;
  const random = crooked ? 1.96 * spread : Math.min(own, ((T95[n - 2] ?? 2) * spread) / Math.sqrt(n));
  const uncertainty = Math.hypot(SYSTEMATIC * own, random);
  return { value, spread, uncertainty: crooked ? uncertainty : Math.min(own, uncertainty), crooked };
}

/** Good readings of one place before the next one comes. */
const ENOUGH = 2;

/** Two readings that agree are enough, three of a place that is crooked. */
export const isEnough = (readings: readonly number[], tool: Tool): boolean =>
  readings.length >= ENOUGH + (averaged(readings, tool).crooked ? 1 : 0);

/** The measured value with one more reading in it. */
export function withReading(known: Measured, reading: number, tool: Tool, when?: string, simulated = false): Measured {
  // Readings of another tool are not averaged with these, and invented ones never with true ones.
  const same = known.tool === tool && (known.simulated ?? false) === simulated;
  const readings = [...(same ? (known.readings ?? []) : []), reading].slice(-24);
  const { value, uncertainty } = averaged(readings, tool);
  const round = (v: number, d: number) => Number(v.toFixed(d));
  const next: Measured = { value: round(value, 3), uncertainty: round(uncertainty, 3), tool, readings };
  if (when !== undefined) next.when = when;
  if (simulated) next.simulated = true;
  return next;
}

/** Lengths a tool reaches, mm: common practice, no source. */
const REACH = { calipers: 200, rule: 600 } as const;

/** The best tool that reaches a length. */
export const toolFor = (value: number): Tool =>
  value <= REACH.calipers ? 'calipers' : value <= REACH.rule ? 'rule' : 'tape';
