import type { Assembly } from '../assembly';
import type { Conversion } from '../document';
import { balanceOf, type Order } from '../fit';
import { finishedFaces, type FinishedFace } from './finish/finish';
import { billOf, type Bill } from './materials';
import { stepsOf, type PlannedStep } from './steps/all';
import { dayNumber, dayWords } from './schedule/calendar';
import { scheduleOf, type Schedule, type ToDo } from './schedule/schedule';

export interface BuildReport {
  steps: PlannedStep[];
  /** Done steps whose thing is gone. */
  lost: string[];
  bill: Bill;
  faces: FinishedFace[];
  /** kg of kit and shell. */
  kilograms: number;
}

/** What is to be done, with what, for how much. `order`: Fit’s, where it is computed. Pure. */
export function buildReport(document: Conversion, assembly: Assembly, order?: Order): BuildReport {
  const { steps, lost } = stepsOf(document, assembly, order);
  const balance = balanceOf(document, assembly);
  return {
    steps,
    lost,
    bill: billOf(document, assembly),
    faces: finishedFaces(document, assembly),
    kilograms: (balance.parts + balance.shell) / 1000,
  };
}

/** A schedule, or in words why there is none. */
export type Laid = { schedule: Schedule; words?: undefined } | { schedule?: undefined; words: string };

/**
 * Steps laid on days from the first day of work; a part that is not there yet holds its step back by its lead time from
 * today (or from when it was ordered).
 * @param today a day such as 2026-11-30: core has no clock
 */
export function layOnDays(document: Conversion, steps: readonly PlannedStep[], today: string): Laid {
  const { build } = document;
  const start = build.start !== undefined && build.start > today ? build.start : today;
  const todos = steps.map((s): ToDo => {
    const todo: ToDo = { id: s.id, minutes: s.minutes, wait: s.wait, after: s.after.map((b) => b.id) };
    if (s.unattended) todo.unattended = true;
    if (s.done) todo.done = s.done.on;
    const part = s.about?.kind === 'part' ? build.items[`part.${s.about.id}`] : undefined;
    if (part && part.lead !== undefined && part.state !== 'have' && s.id.startsWith('place.'))
      todo.notBefore = dayWords(dayNumber(part.ordered ?? today) + Math.ceil(part.lead));
    return todo;
  });
  try {
    return { schedule: scheduleOf(todos, build.hours, start) };
  } catch (error) {
    return { words: (error as Error).message };
  }
}
