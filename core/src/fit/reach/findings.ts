import type { Conversion } from '../../document';
import type { Finding } from '../../findings';
import type { Source } from '../../quantity';
import { mm, nameOf } from '../words';
import type { Route } from './route';

const LENGTH: Source = {
  kind: 'computed',
  title: 'shortest way through the free room from plug to plug, pulled straight, corners rounded by the bend radius',
};

/** What is wrong with the cables: too short, no way, bent too tightly, longer than is sold. */
export function reachFindings(document: Conversion, routes: readonly Route[]): Finding[] {
  return routes.flatMap((route): Finding[] => {
    const { link, length, radius, suggested, slack } = route;
    const { cable, from, to, own } = link;
    const ends = `${nameOf(document, { kind: 'part', id: from.part })} to ${nameOf(document, { kind: 'part', id: to.part })}`;
    const base = {
      station: 'fit' as const,
      about: [
        { kind: 'part' as const, id: to.part },
        { kind: 'part' as const, id: from.part },
      ],
    };
    if (!Number.isFinite(length))
      return [
        {
          ...base,
          id: `fit/reach/${link.id}`,
          verdict: 'stop',
          mayHaveRemedies: true,
          sentence: `No way leads the ${cable.name} from ${ends}: something closes in one of its plugs or stands between them.`,
          brief: `${cable.name}: no way`,
          figures: [],
        },
      ];
    const figures = [{ label: `${cable.name}, ${ends}`, value: length, unit: 'mm' as const, source: LENGTH }];
    const findings: Finding[] = [];
    if (own !== undefined && slack !== undefined && slack < 0)
      findings.push({
        ...base,
        id: `fit/reach/${link.id}`,
        verdict: 'stop',
        sentence: `The ${cable.name} from ${ends} is ${mm(-slack)} too short: the way is ${mm(length)}, yours is ${mm(own)}; ${suggested === undefined ? `the longest usual one is ${mm(cable.lengths.at(-1)!)}` : `take one of ${mm(suggested)}`}.`,
        mayHaveRemedies: true,
        brief: `${cable.name} −${mm(-slack)}`,
        figures,
      });
    else if (own === undefined && suggested === undefined)
      findings.push({
        ...base,
        id: `fit/reach/${link.id}`,
        verdict: 'warn',
        sentence: `The ${cable.name} from ${ends} would be ${mm(length)}; the longest usual one is ${mm(cable.lengths.at(-1)!)}.`,
        mayHaveRemedies: true,
        brief: `${cable.name} ${mm(length)}`,
        figures,
      });
    if (radius < cable.bendRadius * 0.6)
      findings.push({
        ...base,
        id: `fit/bend/${link.id}`,
        verdict: radius < cable.bendRadius * 0.3 ? 'warn' : 'note',
        sentence: `The ${cable.name} from ${ends} has to bend to a radius of ${mm(radius)}; it wants ${mm(cable.bendRadius)}.`,
        brief: `bend ${mm(radius)}`,
        figures: [
          { label: 'radius its corners leave room for', value: radius, unit: 'mm', source: LENGTH },
          { label: 'wanted', value: cable.bendRadius, unit: 'mm', source: cable.source },
        ],
      });
    return findings;
  });
}
