import { TARGETS, type BurnIn, type Conversion, type Target } from '../document';
import { hashToUnit } from '../quantity';
import { sourceLevel } from './measure/noise';

/** A target of the brief with what stands for it. */
export interface Accepted {
  id: string;
  target: Target;
  label: string;
  unit: string;
  /** Measured, in the target’s unit; undefined where only words stand for it. */
  value?: number;
  /** Where it comes from. */
  words: string;
  simulated: boolean;
  state: 'met' | 'not met' | 'open';
}

const newest = <T extends { on: string }>(list: readonly T[]): T | undefined =>
  list.reduce<T | undefined>((best, r) => (best === undefined || r.on >= best.on ? r : best), undefined);

/** A run that says something of the finished machine: lid closed, level, under load. */
const sound = (run: BurnIn) =>
  run.lid === 'closed' && run.state !== 'idle' && Object.values(run.parts).some((p) => p.steady);

/** What was measured of a target’s kind. */
function measuredOf(
  document: Conversion,
  { kind }: Target,
): { value: number; words: string; simulated: boolean } | undefined {
  const { proof } = document;
  if (kind === 'temperature-rise') {
    const run = newest(
      Object.values(proof.runs).filter((r) => sound(r) && (r.exhaust !== undefined || r.inside !== undefined)),
    );
    if (!run) return undefined;
    return {
      value: Math.max(run.exhaust ?? -Infinity, run.inside ?? -Infinity) - run.ambient,
      words: `${run.name}, air over the room`,
      simulated: run.simulated === true,
    };
  }
  if (kind === 'wall-watts') {
    const run = newest(Object.values(proof.runs).filter((r) => r.watts !== undefined && r.state === 'full'));
    return run && { value: run.watts!, words: run.name, simulated: run.simulated === true };
  }
  if (kind === 'noise') {
    const reading = newest(Object.values(proof.noises));
    if (!reading) return undefined;
    const { level, most, words } = sourceLevel(reading.running, reading.background, reading.distance);
    return {
      value: level ?? most,
      words: `${reading.name}. ${words}`,
      simulated: reading.simulated === true,
    };
  }
  return undefined;
}

/** Every target with its evidence: a reading where there is one, else what the user wrote. */
export function acceptanceOf(document: Conversion): Accepted[] {
  return Object.entries(document.brief.targets).map(([id, target]): Accepted => {
    const { label, unit, sense } = TARGETS[target.kind];
    const meets = (value: number) => (sense === 'most' ? value <= target.limit + 1e-9 : value >= target.limit - 1e-9);
    const row = { id, target, label, unit };
    const measured = measuredOf(document, target);
    if (measured) return { ...row, ...measured, state: meets(measured.value) ? 'met' : 'not met' };
    const said = document.proof.evidence[id];
    if (!said) return { ...row, words: '', simulated: false, state: 'open' };
    const made: Accepted = {
      ...row,
      words: said.words,
      simulated: false,
      // A figure decides, whatever was ticked beside it.
      state: (said.value === undefined ? said.met : meets(said.value)) ? 'met' : 'not met',
    };
    if (said.value !== undefined) made.value = said.value;
    return made;
  });
}

/** What the sign-off stands for: the plan as it was then. */
export const markOfPlan = ({ layout, cut, kit, brief }: Conversion): string =>
  Math.floor(
    hashToUnit(JSON.stringify([layout.placements, cut, Object.keys(kit.parts), brief.targets])) * 2 ** 32,
  ).toString(36);
