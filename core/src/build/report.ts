import type { Assembly } from '../assembly';
import type { Conversion } from '../document';
import { balanceOf, type Order } from '../fit';
import { finishedFaces, type FinishedFace } from './finish/finish';
import { billOf, type Bill } from './materials';
import { stepsOf, type PlannedStep } from './steps/all';
import { dayNumber, dayWords } from './schedule/calendar';
import { weightOf, type WeightReport } from './weight/weight';
import { scheduleOf, type Schedule, type ToDo } from './schedule/schedule';

export interface BuildReport {
  steps: PlannedStep[];
  /** Done steps whose thing is gone. */
  lost: string[];
  bill: Bill;
  faces: FinishedFace[];
  /** kg of kit and shell. */
  kilograms: number;
  /** What carries it, and how it is lifted. */
  weight: WeightReport;
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
    weight: weightOf(document, balance),
  };
}

const later = (a: string | undefined, b: string): string => (a !== undefined && a > b ? a : b);

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
    if (s.from !== undefined) todo.notBefore = s.from;
    const part = s.about?.kind === 'part' ? build.items[`part.${s.about.id}`] : undefined;
    if (part && part.lead !== undefined && part.state !== 'have' && s.id.startsWith('place.'))
      todo.notBefore = later(todo.notBefore, dayWords(dayNumber(part.ordered ?? today) + Math.ceil(part.lead)));
    return todo;
  });
  try {
    return { schedule: scheduleOf(todos, build.hours, start) };
  } catch (error) {
    return { words: (error as Error).message };
  }
}

/** Something to order, and when: its lead time before the day on which it could first be used. */
export interface ToOrder {
  part: string;
  name: string;
  lead: number;
  /** The last day that holds nothing up; today or before: now. */
  by: string;
  now: boolean;
  /** Days by which it holds the work up if it is ordered today. */
  late: number;
}

/** Parts that are not ordered yet, the most pressing first. @throws Error for hours or days that are none */
export function toOrder(document: Conversion, steps: readonly PlannedStep[], today: string): ToOrder[] {
  const { items } = document.build;
  const wanted = Object.entries(document.kit.parts).flatMap(([part, { name }]) => {
    const { state, lead } = items[`part.${part}`] ?? { state: 'buy' };
    return state === 'buy' && lead !== undefined ? [{ part, name, lead }] : [];
  });
  if (wanted.length === 0) return [];
  // The work as it would go if nothing had to be waited for.
  const free = structuredClone(items);
  for (const { part } of wanted) delete free[`part.${part}`]!.lead;
  const { schedule } = layOnDays({ ...document, build: { ...document.build, items: free } }, steps, today);
  if (!schedule) return [];
  const begin = new Map(schedule.slots.map((s) => [s.id, Math.floor(s.begin / 24)]));
  return wanted
    .flatMap(({ part, name, lead }): ToOrder[] => {
      const day = begin.get(`place.${part}`);
      if (day === undefined) return [];
      const by = day - Math.ceil(lead);
      return [
        { part, name, lead, by: dayWords(by), now: by <= dayNumber(today), late: Math.max(0, dayNumber(today) - by) },
      ];
    })
    .sort((a, b) => (a.by < b.by ? -1 : a.by > b.by ? 1 : 0));
}
