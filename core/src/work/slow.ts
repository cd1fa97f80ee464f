import type { Conversion } from '../document';
import type { Finding, Remedy } from '../findings';
import { assessAll, AT_REST, contextOf, readerOf, STATIONS, type SlowAnswers } from '../plan';
import { recent, type Slow, type Station, type StationWork, type Tools } from '../station';
import { workOf } from './works';

const slowly = new Map<StationWork, (input: { document: Conversion; tools: Tools }) => Slow | Promise<Slow>>();

/**
 * What all stations say of a plan after a while; each kept while what it reads stays as it is. A station that fails is
 * left out. @throws what the last one failed with, where all do
 */
export async function slowAnswers(
  document: Conversion,
  tools: Tools,
  stations: readonly Station[] = STATIONS,
  works: (id: string) => StationWork = workOf,
): Promise<SlowAnswers> {
  const answers: Record<string, Slow> = {};
  let failed: unknown;
  for (const station of stations) {
    const work = works(station.id);
    const { slow } = work;
    if (!slow) continue;
    let answer = slowly.get(work);
    if (!answer) {
      const reader = readerOf(work.slowReads ?? station.reads);
      answer = recent(
        ({ document: d }) => reader.keysOf(d),
        ({ document: d, tools: t }) => slow(contextOf(d, reader.show(d)), t),
      );
      slowly.set(work, answer);
    }
    try {
      answers[station.id] = await answer({ document, tools });
    } catch (error) {
      // What failed (a kernel that could not be loaded) is asked anew; the others are heard all the same.
      slowly.delete(work);
      failed = error;
    }
  }
  if (failed !== undefined && Object.keys(answers).length === 0) throw failed;
  return answers;
}

/** Changes that would help against a finding: its station knows them. */
export const remediesOf = (document: Conversion, finding: Finding): Remedy[] =>
  workOf(finding.station).remedies?.(document, finding) ?? [];

/** What all stations but the running ones say of a plan, what takes them a while included. */
export const settled = async (document: Conversion, tools: Tools): Promise<readonly Finding[]> =>
  assessAll(document, await slowAnswers(document, tools, AT_REST), AT_REST).findings;

/** What all stations say of a plan, the running ones and what takes a while included. */
export const everything = async (document: Conversion, tools: Tools): Promise<readonly Finding[]> =>
  assessAll(document, await slowAnswers(document, tools)).findings;
