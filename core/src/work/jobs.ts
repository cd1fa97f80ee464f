import type { Change, Conversion } from '../document';
import type { Finding, Remedy } from '../findings';
import type { SlowAnswers } from '../plan';
import type { JobHost } from '../station';
import { costOf, effectOf, type Cost } from './effect';
import { offBy, type OffBy } from './offBy';
import { remediesOf, slowAnswers } from './slow';

/** What all stations say after a while. */
export const slow = (host: JobHost, document: Conversion): Promise<SlowAnswers> => slowAnswers(document, host);

/** Changes that would help against a finding. */
export const remedies = (_host: JobHost, document: Conversion, finding: Finding): Remedy[] =>
  remediesOf(document, finding);

/** What a change would do to the findings. */
export async function effect(
  host: JobHost,
  document: Conversion,
  change: Change,
): Promise<{ better: string[]; worse: string[] }> {
  const { better, worse } = await effectOf(document, change, host);
  return { better, worse };
}

/** What a change costs. */
export const cost = (_host: JobHost, document: Conversion, change: Change): Cost => costOf(document, change);

/** What changes, and where the plan breaks, if a measured value is another than it is. */
export const wrong = (host: JobHost, document: Conversion, path: string): OffBy =>
  offBy(document, path, (plan) => host.assess(plan));
