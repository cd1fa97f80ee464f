import type { Assembly } from '../assembly';
import type { Conversion } from '../document';
import { add, TOOLS, type Linear, type Measured, type Tool } from '../quantity';
import type { Watch } from '../station';
import { pathWords, shellMeasures } from './assess';
import { jawsFor, type Jaws } from './jaws';
import { isEnough, toolFor } from './readings';

/** A measurement that is worth taking now, and why. */
export interface SurveyStep {
  path: string;
  words: string;
  measured: Measured;
  /** The tool to take, and the half-width it would leave, mm. */
  tool: Tool;
  wouldBe: number;
  jaws: Jaws | undefined;
  /** Variance of what matters that it takes away, mm². */
  gain: number;
  /** What it makes surer, in words, with how much of its uncertainty it is. */
  because: string;
}

export interface SurveyState {
  /** The most useful measurement first. */
  steps: SurveyStep[];
  /** Of all values of the shell: how many were really measured. */
  done: number;
  all: number;
}

/** Less than this is not worth a measurement, mm². */
const LEAST_GAIN = 1e-4;

/**
 * What to measure next: for every value, the variance it would take from the tight margins (those whose sign is not
 * sure yet count most), and from width, depth and height of the cavity, if it were taken with the best tool that
 * reaches. Formula: Σ weight · coefficient² · (u² − u′²), law of propagation (JCGM 100, from memory).
 */
export function surveyOf(document: Conversion, watches: readonly Watch[]): SurveyState {
  const measures = shellMeasures(document);
  const steps = measures.flatMap(({ path, measured }): SurveyStep[] => {
    if (measured.value === 0 && measured.uncertainty === 0) return [];
    const tool = bestTool(measured);
    const wouldBe = TOOLS[tool].uncertainty / (measured.readings?.length ? Math.SQRT2 : 1);
    if (isDone(measured)) return [];
    const less = measured.uncertainty ** 2 - wouldBe ** 2;
    if (less <= 0) return [];
    let gain = 0;
    let most: { name: string; share: number; part: number } | undefined;
    for (const { name, chain, weight } of watches) {
      const term = chain.terms.find((t) => t.id === path);
      if (!term) continue;
      const part = weight * term.coefficient ** 2 * less;
      gain += part;
      const all = chain.terms.reduce((s, t) => s + (t.coefficient * t.uncertainty) ** 2, 0);
      const share = (term.coefficient * term.uncertainty) ** 2 / all;
      if (!most || part > most.part) most = { name, share, part };
    }
    // A value that nothing hangs on yet is still worth knowing, a guess more than the rest.
    if (!most) gain = 0.02 * less;
    if (gain < LEAST_GAIN) return [];
    return [
      {
        path,
        words: pathWords(path, document),
        measured,
        tool,
        wouldBe,
        jaws: jawsFor(document, path),
        gain,
        because: most
          ? `${Math.round(100 * most.share)} % of what is unsure about ${most.name}`
          : 'nothing hangs on it yet, but it is unsure',
      },
    ];
  });
  return {
    steps: steps.sort((a, b) => b.gain - a.gain),
    done: measures.filter(
      ({ measured }) => !measured.simulated && (measured.tool !== 'guess' || measured.uncertainty === 0),
    ).length,
    all: measures.length,
  };
}

/** Read as often as a walk asks for: the place is not asked about again. Invented readings are none. */
const isDone = ({ readings = [], tool, simulated }: Measured): boolean =>
  !simulated && readings.length > 0 && isEnough(readings, tool);

/** The best tool that reaches; one that is already better is kept. */
function bestTool(measured: Measured): Tool {
  const tool = toolFor(measured.value);
  return TOOLS[measured.tool].uncertainty < TOOLS[tool].uncertainty && measured.tool !== 'guess' ? measured.tool : tool;
}

/** Width, depth and height of the cavity. */
export const cavityWatches = (assembly: Assembly): Watch[] =>
  ['the width inside', 'the depth inside', 'the height inside'].map((name, axis) => ({
    name,
    chain: cavity(assembly, axis as 0 | 1 | 2),
    weight: 0.2,
  }));

/** Distance of two opposite walls in the middle of the cavity, as a chain. */
function cavity({ hull }: Assembly, axis: 0 | 1 | 2): Linear {
  const m = [0, 1, 2].map((i) => (hull.innerLow[i]! + hull.innerHigh[i]!) / 2) as [number, number, number];
  const facing = (sign: 1 | -1) =>
    hull.walls.reduce((best, w) => (w.normal[axis] * sign > best.normal[axis] * sign ? w : best));
  const sum = add(facing(1).chainNear(m), facing(-1).chainNear(m));
  return { value: -sum.value, terms: sum.terms };
}
