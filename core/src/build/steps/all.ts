import type { Assembly } from '../../assembly';
import type { Conversion } from '../../document';
import type { Order } from '../../fit';
import { ringWith, type Timed } from '../schedule/criticalPath';
import { hashToUnit } from '../../quantity';
import { generateSteps } from './generate';
import type { Step } from './step';

/** A step with what the user says of it, and how it stands. */
export interface PlannedStep extends Step {
  done?: Conversion['build']['done'][string];
  /** It was done, and the plan has changed since: what it was about is another now. */
  touched: boolean;
  /** Steps it waits for that are not done. */
  waitsFor: string[];
}

/** What a step rests on, short: equal as long as that is. */
export const markOfStep = (step: Pick<Step, 'of'>): string => Math.floor(hashToUnit(step.of) * 2 ** 32).toString(36);

/** All steps: those of the plan as the user has them, and the user’s own; and what was done of what is gone. Pure. */
export function stepsOf(
  document: Conversion,
  assembly: Assembly,
  order?: Order,
): { steps: PlannedStep[]; lost: string[] } {
  const { build } = document;
  const generated = generateSteps(document, assembly, order);
  const own = Object.entries(build.own).map(([id, o]): Step => ({
    id: `own.${id}`,
    name: o.name,
    phase: 'mount',
    minutes: o.minutes,
    wait: o.wait,
    after: Object.keys(o.after).map((before) => ({ id: before, kind: 'own', why: 'you said so' })),
    tools: [],
    materials: [],
    cautions: o.caution === '' ? [] : [o.caution],
    of: '',
    own: true,
  }));
  const left = new Set(Object.entries(build.steps).flatMap(([id, s]) => (s.left ? [id] : [])));
  const all = [...generated, ...own].filter((s) => !left.has(s.id));
  const known = new Set(all.map((s) => s.id));
  // What is left out passes its befores on, so that nothing loses its order.
  const through = new Map(generated.filter((s) => left.has(s.id)).map((s) => [s.id, s.after.map((b) => b.id)]));
  const resolved = (id: string, seen = new Set<string>()): string[] => {
    if (known.has(id)) return [id];
    if (seen.has(id)) return [];
    seen.add(id);
    return (through.get(id) ?? []).flatMap((b) => resolved(b, seen));
  };
  const merged = all.map((step): Step => {
    const said = build.steps[step.id];
    const after = step.after.flatMap((b) => (known.has(b.id) ? [b] : resolved(b.id).map((id) => ({ ...b, id }))));
    for (const id of Object.keys(said?.after ?? {}))
      if (known.has(id) && !after.some((b) => b.id === id)) after.push({ id, kind: 'own', why: 'you said so' });
    const made: Step = { ...step, after: unique(after) };
    if (said?.minutes !== undefined) made.minutes = said.minutes;
    if (said?.wait !== undefined) made.wait = said.wait;
    if (said?.note !== undefined) made.note = said.note;
    if (said?.from !== undefined) made.from = said.from;
    return made;
  });
  const done = build.done;
  return {
    steps: merged.map((step) => {
      const planned: PlannedStep = {
        ...step,
        touched: done[step.id] !== undefined && done[step.id]!.of !== '' && done[step.id]!.of !== markOfStep(step),
        waitsFor: step.after.flatMap((b) => (done[b.id] ? [] : [b.id])),
      };
      if (done[step.id]) planned.done = done[step.id]!;
      return planned;
    }),
    lost: Object.keys(done).filter((id) => !known.has(id) && !left.has(id)),
  };
}

function unique<T extends { id: string }>(list: readonly T[]): T[] {
  const seen = new Set<string>();
  return list.filter(({ id }) => !seen.has(id) && seen.add(id));
}

/** Why a step may not come after another, in words; undefined where it may. */
export function whyNotAfter(steps: readonly PlannedStep[], id: string, after: string): string | undefined {
  const timed = steps.map((s): Timed => ({ id: s.id, length: 0, after: s.after.map((b) => b.id) }));
  const ring = ringWith(timed, id, after);
  if (ring.length === 0) return undefined;
  const name = (of: string) => steps.find((s) => s.id === of)?.name ?? of;
  const step = steps.find((s) => s.id === ring[0]);
  const why = step?.after.find((b) => b.id === ring[1])?.why;
  return `“${name(id)}” comes before “${name(after)}”${why ? `: ${why}` : ''}. It can’t come after it too.`;
}
