import { assemble } from '../assembly';
import type { Conversion } from '../document';
import { orderOf } from '../fit';
import type { JobHost } from '../station';
import { bookPdf, type BookInput } from './book/book';
import { layOnDays, type Laid } from './report';
import { stepsOf, type PlannedStep } from './steps/all';

/** All steps in Fit’s order, laid on days. */
export function steps(_host: JobHost, document: Conversion, today: string): { steps: PlannedStep[]; laid: Laid } {
  const assembly = assemble(document);
  const { steps: all } = stepsOf(document, assembly, orderOf(document, assembly));
  return { steps: all, laid: layOnDays(document, all, today) };
}

/** The build book. */
export const book = async (host: JobHost, document: Conversion, input: Omit<BookInput, 'fonts'>): Promise<Uint8Array> =>
  bookPdf(document, { ...input, fonts: await host.fonts() });
