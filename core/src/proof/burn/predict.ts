import { airReport, thermalOf } from '../../air';
import { assemble } from '../../assembly';
import { applyChange, briefSection, type BurnIn, type Change, type Conversion } from '../../document';
import { SENSOR } from './analyse';

/** One thing predicted and measured, °C or K. */
export interface Against {
  part: string;
  name: string;
  what: string;
  limit: number;
  predicted: number;
  /** ± of the prediction, and of the reading. */
  doubt: number;
  measured: number;
  noise: number;
  /** The reading lies in the prediction’s interval, or its own reaches into it. */
  within: boolean;
  steady: boolean;
}

export interface Predicted {
  parts: Against[];
  /** The air that leaves, or that is inside, K over the room. */
  air?: { what: 'exhaust' | 'inside'; predicted: number; measured: number };
}

const NO_BRIEF = briefSection.empty();
const judgedBy = ({ policy, blockedFaces, dust, targets, survivors }: Conversion['brief']) => ({
  policy,
  blockedFaces,
  dust,
  targets,
  survivors,
});

/** The plan as it was run: its load, and the room as it was. */
const asRun = ({ brief, shell, kit, layout, cut, air, power }: Conversion, run: BurnIn): Conversion =>
  ({
    shell,
    kit,
    layout,
    cut,
    power,
    air: { ...air, state: run.state },
    // What a running machine is judged by; its other words say nothing of it.
    brief: { ...NO_BRIEF, ...judgedBy(brief), ambient: run.ambient },
  }) as Conversion;

/** What the model says of a run’s own load, watts and room, beside what was measured. */
export function predictedFor(document: Conversion, run: BurnIn): Predicted {
  const there = asRun(document, run);
  const report = airReport(there, assemble(there));
  const parts = report.temperatures.flatMap((t): Against[] => {
    const seen = run.parts[t.part];
    if (!seen) return [];
    const noise = Math.hypot(seen.noise, SENSOR);
    // At the watts that it really drew: what it draws is no matter of the air.
    const scale = seen.watts === undefined || t.watts <= 0 ? 1 : seen.watts / t.watts;
    const predicted = t.air + (t.temperature - t.air) * scale;
    return [
      {
        part: t.part,
        name: t.name,
        what: t.what,
        limit: t.limit,
        predicted,
        doubt: t.doubt * Math.max(1, scale),
        measured: seen.temperature,
        noise,
        within: Math.abs(predicted - seen.temperature) <= t.doubt + noise,
        steady: seen.steady,
      },
    ];
  });
  if (run.exhaust !== undefined)
    return { parts, air: { what: 'exhaust', predicted: report.rise, measured: run.exhaust - run.ambient } };
  if (run.inside !== undefined)
    return { parts, air: { what: 'inside', predicted: report.around, measured: run.inside - run.ambient } };
  return { parts };
}

/** Corrections of the model by a run, and why something is left as it is. */
export interface Correction {
  change: Extract<Change, { type: 'correctAir' }>;
  /** What becomes of each coefficient, in words. */
  words: string[];
  /** Why it can’t be corrected by this run. */
  no?: string;
}

const MOST_FACTOR = 40;

/**
 * The coefficients with which the model says what was measured: of the air (its ways, or the walls where most heat leaves
 * through them), by the air that leaves or that is inside; then each part’s thermal resistance over the air around it. Judged on a copy by
 * `predictedFor`. Only a level run with the lid closed says something of the plan.
 */
export function correctionBy(document: Conversion, run: BurnIn): Correction {
  const words: string[] = [];
  const nothing: Correction['change'] = { type: 'correctAir', run: run.name, measured: null, baselines: {} };
  if (run.lid === 'open')
    return { change: nothing, words, no: 'It ran with the lid open: that says nothing of the closed shell.' };
  if (!Object.values(run.parts).some((p) => p.steady))
    return { change: nothing, words, no: 'Nothing in it was level at the end: run it longer.' };
  // Begin from the model as it came, so that a second correction does not rest on the first.
  const bare: Conversion = {
    ...document,
    air: {
      ...document.air,
      thermal: Object.fromEntries(
        Object.entries(document.air.thermal).map(([id, { baseline, ...rest }]) => [
          id,
          id in run.parts || !baseline ? rest : { ...rest, baseline },
        ]),
      ),
    },
  };
  delete bare.air.measured;
  const there = asRun(bare, run);
  const assembly = assemble(there);
  const measured = run.exhaust ?? run.inside;
  const now = airReport(there, assembly, undefined, true);
  // Where most of the heat leaves through the walls, these are what is not known; else the ways of the air.
  const of = now.throughWalls > 0.5 * now.watts ? 'walls' : 'ways';
  const what = of === 'walls' ? 'Heat through the walls' : 'Resistance of the air’s ways';
  let factor = 1;
  const withFactor = (by: number): Conversion => ({
    ...there,
    air: { ...there.air, measured: { of, factor: by, run: run.name } },
  });
  if (measured !== undefined) {
    const want = measured - run.ambient;
    // It is warmer the more the ways resist, and the less the walls pass.
    const sense = of === 'walls' ? -1 : 1;
    const riseAt = (log: number) => {
      const report = airReport(withFactor(Math.exp(sense * log)), assembly, undefined, true);
      return run.exhaust !== undefined ? report.rise : report.around;
    };
    let [low, high] = [-Math.log(MOST_FACTOR), Math.log(MOST_FACTOR)];
    if (want <= 0.2)
      words.push('The air inside was hardly warmer than the room: the model of the air is left as it is.');
    else if (riseAt(low) > want || riseAt(high) < want)
      words.push(
        `No figure for it gives ${want.toFixed(1)} K of air: more likely the watts are others than said, or the sensor was not in that air. The model of the air is left as it is.`,
      );
    else {
      for (let k = 0; k < 30; k++) {
        const mid = (low + high) / 2;
        if (riseAt(mid) < want) low = mid;
        else high = mid;
      }
      factor = Math.exp((sense * (low + high)) / 2);
      words.push(`${what}: × ${factor.toFixed(2)}.`);
    }
  }
  const corrected = withFactor(factor);
  const report = airReport(corrected, assembly, undefined, true);
  const baselines: Correction['change']['baselines'] = {};
  for (const t of report.temperatures) {
    const seen = run.parts[t.part];
    if (!seen?.steady) continue;
    const watts = seen.watts ?? t.watts;
    if (seen.temperature - t.air < 0.5 || watts < 0.5) {
      words.push(`${t.name}: not warmer than the air that is computed around it; left as it is.`);
      continue;
    }
    baselines[t.part] = {
      part: round(seen.temperature),
      air: round(Math.min(t.air, 120)),
      watts: round(watts),
      ...(run.simulated ? { simulated: true } : {}),
    };
    const before = thermalOf(document.kit.parts[t.part]!, bare.air.thermal[t.part])?.resistance;
    words.push(
      `${t.name}: ${((seen.temperature - t.air) / watts).toFixed(2)} K/W over its air${before === undefined ? '' : ` (was ${before.toFixed(2)})`}.`,
    );
    if (seen.watts !== undefined && Math.abs(seen.watts - t.watts) > 0.1 * Math.max(5, t.watts))
      words.push(
        `${t.name} drew ${seen.watts.toFixed(0)} W, the plan says ${t.watts.toFixed(0)}: correct it in the kit.`,
      );
  }
  return {
    change: {
      type: 'correctAir',
      run: run.name,
      measured: factor === 1 ? null : { of, factor, run: run.name, ...(run.simulated ? { simulated: true } : {}) },
      baselines,
    },
    words,
  };
}

const round = (v: number) => Math.round(v * 1000) / 1000;

/** The plan with a correction, for judging it. @throws Error where it can’t be applied */
export const corrected = (document: Conversion, { change }: Correction): Conversion =>
  applyChange(document, change).document;
