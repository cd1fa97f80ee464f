import { measuredTogether, valueAt, type Change, type Conversion } from '../document';
import type { Measured, Tool } from '../quantity';
import { isEnough, judgeReading, withReading, type ReadingVerdict } from './readings';
import type { SurveyState, SurveyStep } from './survey';

/** A reading that waits for a word of the user. */
export interface Doubt {
  value: number;
  verdict: Exclude<ReadingVerdict, { kind: 'good' }>;
}

/** Where the guided measuring stands: nothing of it is in the document, the readings are. */
export interface Walk {
  /** Paths of places that were passed over. */
  skipped: readonly string[];
  /** The place that was asked for out of turn. */
  chosen?: string | undefined;
  /** The place stays until it is left, also when its first reading has made another one more useful. */
  held?: SurveyStep | undefined;
  /** Readings taken at this place in this walk. */
  taken: number;
  doubt?: Doubt | undefined;
}

/** A place as the walk has it now. */
export interface Standing {
  /** What is still to be measured, most useful first. */
  queue: SurveyStep[];
  step: SurveyStep | undefined;
  known: Measured | undefined;
  /** Readings taken at this place in this walk, mm. */
  readings: readonly number[];
  /** Paths of the values that this is the measurement of. */
  paths: readonly string[];
}

/** What becomes of a reading: what is to be kept of it, if anything, and where the walk stands then. */
export interface TakenReading {
  walk: Walk;
  keep?: Change;
}

/** A surprise that is read again this near is believed, mm. */
const AGAIN = 0.6;

export const WALK_START: Walk = { skipped: [], taken: 0 };

/** The place at hand and its readings. */
export function standing(walk: Walk, survey: SurveyState, document: Conversion): Standing {
  const queue = survey.steps.filter((s) => !walk.skipped.includes(s.path));
  const step = walk.held ?? queue.find((s) => s.path === walk.chosen) ?? queue[0];
  const known = step && (valueAt(document, step.path) as Measured | undefined);
  const readings = walk.taken > 0 && known?.readings ? known.readings.slice(-walk.taken) : [];
  return { queue, step, known, readings, paths: step ? measuredTogether(document.shell.hull, step.path) : [] };
}

/** Leaves the place: the next one is the most useful. */
export const leave = ({ skipped }: Walk): Walk => ({ skipped, taken: 0 });

/** Passes the place over. */
export const skip = (walk: Walk, path: string): Walk => leave({ ...walk, skipped: [...walk.skipped, path] });

/** Goes to a place out of turn. */
export const choose = (walk: Walk, path: string): Walk => ({ ...leave(walk), chosen: path });

/** Drops the doubtful reading. */
export const drop = (walk: Walk): Walk => ({ ...walk, doubt: undefined });

/**
 * Keeps a reading, whatever is thought of it: the first one of this walk replaces what was known, the next are averaged
 * with it. Two that agree are enough, three of a place that is crooked.
 * @param reading mm @param when ISO 8601 @param simulated it came from an instrument that does not exist
 */
export function keep(
  walk: Walk,
  { step, known, readings, paths }: Standing,
  reading: number,
  tool: Tool,
  when: string,
  simulated = false,
): TakenReading {
  if (!step || !known) return { walk };
  const mixed = walk.taken > 0 && (known.simulated ?? false) !== simulated;
  const from = walk.taken === 0 || mixed ? { ...known, readings: [] } : known;
  const all = mixed ? [reading] : [...readings, reading];
  const enough = isEnough(all, tool);
  return {
    walk: enough ? leave(walk) : { ...walk, held: step, taken: all.length, doubt: undefined },
    keep: together(step.words, paths, withReading(from, reading, tool, when, simulated)),
  };
}

/** One measurement put wherever it counts. */
function together(what: string, paths: readonly string[], measured: Measured): Change {
  const changes = paths.map((path): Change => ({ type: 'setMeasured', path, measured, what }));
  return changes.length === 1 ? changes[0]! : { type: 'all', what: `measure ${what}`, changes };
}

/** Takes a reading, mm: good ones are kept, doubtful ones wait for a word. A surprise read twice is kept. */
export function take(
  walk: Walk,
  at: Standing,
  reading: number,
  tool: Tool,
  when: string,
  simulated = false,
): TakenReading {
  if (!at.known) return { walk };
  const again = walk.doubt?.verdict.kind === 'surprise' && Math.abs(walk.doubt.value - reading) < AGAIN;
  const verdict = judgeReading(at.known, at.readings, reading, tool);
  if (verdict.kind === 'good' || again) return keep(walk, at, reading, tool, when, simulated);
  return { walk: { ...walk, doubt: { value: reading, verdict } } };
}
