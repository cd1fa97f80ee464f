import { assemble } from '../assembly';
import type { Conversion } from '../document';
import { orderOf } from '../fit';
import type { Verb } from '../station';
import { bookPdf, CHAPTERS } from './book/book';
import { billOf } from './materials';
import { layOnDays } from './report';
import { dayWords } from './schedule/calendar';
import { stepsOf } from './steps/all';

/** Nothing here has a clock: the plan’s own first day, or the last one on which something was done. */
const firstDay = ({ build }: Conversion): string =>
  [build.start ?? '2026-01-01', ...Object.values(build.done).map((d) => d.on)].sort().at(-1)!;

/** Steps with their befores, laid on days. */
export const steps: Verb = (document) => {
  const assembly = assemble(document);
  const { steps: all, lost } = stepsOf(document, assembly, orderOf(document, assembly));
  const { schedule, words } = layOnDays(document, all, firstDay(document));
  const slots = new Map(schedule?.slots.map((s) => [s.id, s]));
  return {
    print: {
      steps: all.map((s) => {
        const slot = slots.get(s.id);
        return {
          ...s,
          ...(slot ? { on: dayWords(Math.floor(slot.begin / 24)) } : {}),
          critical: schedule?.critical.includes(s.id) ?? false,
        };
      }),
      end: schedule ? dayWords(Math.floor(schedule.end / 24)) : null,
      words: words ?? null,
      lost,
    },
  };
};

/** The bill of materials. */
export const bill: Verb = (document) => ({ print: billOf(document, assemble(document)) });

/** The build book as a PDF; photos are kept by the server, not by the plan’s file. */
export const book: Verb = async (document, { findings }, tools) => {
  const made = await bookPdf(document, {
    fonts: await tools.fonts(),
    today: firstDay(document),
    findings: findings(),
    photos: {},
  });
  return { print: { files: ['build-book.pdf'], chapters: CHAPTERS }, files: { 'build-book.pdf': made } };
};
