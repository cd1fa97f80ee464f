import type { Assembly } from '../assembly';
import { OUTSIDE_WORDS, type Conversion } from '../document';
import type { Finding } from '../findings';
import { feetOf } from '../hold';
import { kindOf, partModel } from '../parts';
import { mm } from './words';

/** What lies between the feet keeps so much from the table, mm. Common practice, no source. */
const OVER_TABLE = 3;

/** What is to be said of parts that stay outside: room between the feet, and where their cable comes in. Pure. */
export function outsideFindings(document: Conversion, assembly: Assembly): Finding[] {
  const { kit, layout } = document;
  return Object.entries(layout.outside ?? {}).flatMap(([id, { where }]): Finding[] => {
    const part = kit.parts[id];
    if (!part) return [];
    const base = { station: 'fit' as const, about: [{ kind: 'part' as const, id }] };
    const found: Finding[] = [];
    const flat = flattest(id, document);
    const feet = feetOf(document);
    if (where === 'below' && flat + OVER_TABLE > feet)
      found.push({
        ...base,
        id: `fit/${id}/below`,
        verdict: 'stop',
        sentence: `${part.name} lies ${OUTSIDE_WORDS.below}: it is ${mm(flat)} high, and the feet are ${mm(feet)}. Feet of ${mm(flat + OVER_TABLE)} or more, or another place for it.`,
        brief: `feet ${mm(flat + OVER_TABLE - feet)} short`,
        figures: [
          {
            label: 'wanted under the shell',
            value: flat + OVER_TABLE,
            unit: 'mm',
            source: {
              kind: 'computed',
              title: 'its least height and 3 mm over the table (common practice, no source)',
            },
            worse: 'more',
          },
        ],
        mayHaveRemedies: true,
      });
    if (!wayIn(document, assembly))
      found.push({
        ...base,
        id: `fit/${id}/lead`,
        verdict: 'note',
        sentence: `${part.name} stays ${OUTSIDE_WORDS[where]}, and its lead has no way in yet: a socket or jack in a wall, or a hole with a grommet and a strain relief inside.`,
        brief: `${part.name}: lead has no way in`,
        figures: [],
      });
    return found;
  });
}

/** Least of a part’s three sizes, mm: how high it is as it lies flattest. */
function flattest(id: string, { kit }: Conversion): number {
  const bodies = partModel(id, kit.parts[id]!).blocks.filter((b) => b.role === 'body');
  return Math.min(
    ...[0, 1, 2].map(
      (i) => Math.max(...bodies.map((b) => b.high[i]!.value)) - Math.min(...bodies.map((b) => b.low[i]!.value)),
    ),
  );
}

/** Something of the plan that a lead from outside goes into: a jack, an inlet or sockets in a wall, an opening for cables. */
function wayIn(document: Conversion, assembly: Assembly): boolean {
  const through = Object.values(document.cut.openings).some((o) => o.use === 'pass-through' || o.use === 'gland');
  return (
    through ||
    assembly.parts.some(
      (p) =>
        kindOf(p.part) === 'jack' ||
        p.faces.some((f) => f.mustReachOutside && ['sockets', 'inlet', 'io'].includes(f.id)),
    )
  );
}
