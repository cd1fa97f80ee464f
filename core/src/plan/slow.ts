import type { Conversion } from '../document';
import type { Finding, Remedy } from '../findings';
import type { Slow, Station, Tools } from '../station';
import { contextOf, readBy, type SlowAnswers } from './assessAll';
import { recent } from './recent';
import { STATIONS } from './stations';

const slowly = new Map<Station, (input: { document: Conversion; tools: Tools }) => Slow | Promise<Slow>>();

/** What all stations say of a plan after a while; each kept while what it reads stays as it is. */
export async function slowAnswers(
  document: Conversion,
  tools: Tools,
  stations: readonly Station[] = STATIONS,
): Promise<SlowAnswers> {
  const answers: Record<string, Slow> = {};
  for (const station of stations) {
    const { slow } = station;
    if (!slow) continue;
    let answer = slowly.get(station);
    if (!answer) {
      answer = recent(
        ({ document: d }) => readBy(station.slowReads ?? station.reads, d),
        ({ document: d, tools: t }) => slow(contextOf(d), t),
      );
      slowly.set(station, answer);
    }
    answers[station.id] = await answer({ document, tools });
  }
  return answers;
}

/** Changes that would help against a finding: its station knows them. */
export const remediesOf = (document: Conversion, finding: Finding): Remedy[] =>
  (STATIONS as readonly Station[]).find((s) => s.id === finding.station)?.remedies?.(document, finding) ?? [];
