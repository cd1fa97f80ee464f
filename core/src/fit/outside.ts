import { faceReaches, type Assembly } from '../assembly';
import { OUTSIDE_WORDS, type Conversion, type Outside } from '../document';
import type { Finding } from '../findings';
import { feetOf } from '../hold';
import { kindOf, partModel } from '../parts';
import { axisOf } from '../solid';
import { faceName, mm } from './words';

/** What lies between the feet keeps so much from the table, mm. Common practice, no source. */
const OVER_TABLE = 3;
/** Air before a fan’s blades, mm. Common practice, no source. */
const BEFORE_FAN = 10;

/** What is to be said of parts that stay outside: room between the feet, and where their cable comes in. Pure. */
export function outsideFindings(document: Conversion, assembly: Assembly): Finding[] {
  const { kit, layout } = document;
  return Object.entries(layout.outside ?? {}).flatMap(([id, { where, on, kept }]): Finding[] => {
    const part = kit.parts[id];
    if (!part) return [];
    const base = { station: 'fit' as const, about: [{ kind: 'part' as const, id }] };
    const found: Finding[] = [];
    if (on) return outerFindings(document, assembly, id, on.face);
    if (NEEDS_KEEPING.has(where) && kept === undefined)
      found.push({
        ...base,
        id: `fit/${id}/kept`,
        verdict: 'note',
        sentence:
          where === 'below'
            ? `${part.name} lies ${OUTSIDE_WORDS.below}: what keeps it there? When the shell is lifted it hangs by its lead.`
            : `${part.name} stays ${OUTSIDE_WORDS[where]}: what keeps it there, screws, a strap, a holder?`,
        brief: `${part.name}: nothing keeps it`,
        figures: [],
        mayHaveRemedies: true,
      });
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

/** Where something falls or is pulled off unless it is fixed; beside the shell it stands. */
const NEEDS_KEEPING: ReadonlySet<Outside['where']> = new Set<Outside['where']>(['below', 'wall']);

/** What is to be said of a fan on the outside of a face: is it there, does it lie on it wholly, is there room before it. */
function outerFindings(document: Conversion, assembly: Assembly, id: string, face: string): Finding[] {
  const { name } = document.kit.parts[id]!;
  const base = {
    station: 'fit' as const,
    about: [{ kind: 'part' as const, id }],
    figures: [],
    verdict: 'stop' as const,
  };
  const placed = assembly.outer.find((p) => p.id === id);
  if (!placed)
    return [
      {
        ...base,
        id: `fit/${id}/outer`,
        sentence: `${name} is to sit outside the ${faceName(document, face)}: only a fan can, and only on a face that is square to the shell. Choose another place for it.`,
        brief: `${name} can’t sit there`,
      },
    ];
  const found: Finding[] = [];
  if (faceReaches(assembly, placed).some((r) => !r.onWall))
    found.push({
      ...base,
      id: `fit/${id}/outer-edge`,
      sentence: `${name} sits outside the ${faceName(document, face)}, and its opening or screws run over the edge of it. Move it inward.`,
      brief: `${name} over the edge`,
    });
  const axis = axisOf(placed.placement.rear);
  const depth = placed.high[axis] - placed.low[axis];
  const feet = feetOf(document);
  if (face === 'bottom' && depth + BEFORE_FAN > feet)
    found.push({
      ...base,
      id: `fit/${id}/below`,
      sentence: `${name} sits under the floor: it is ${mm(depth)} deep and wants ${mm(BEFORE_FAN)} of air before it, and the feet are ${mm(feet)}. Feet of ${mm(depth + BEFORE_FAN)} or more, or another face.`,
      brief: `feet ${mm(depth + BEFORE_FAN - feet)} short`,
      figures: [
        {
          label: 'wanted under the shell',
          value: depth + BEFORE_FAN,
          unit: 'mm',
          source: { kind: 'computed', title: `its depth and ${BEFORE_FAN} mm of air (common practice, no source)` },
          worse: 'more',
        },
      ],
      mayHaveRemedies: true,
    });
  else if (document.brief.blockedFaces.includes(face))
    found.push({
      ...base,
      id: `fit/${id}/outer-blocked`,
      sentence: `${name} sits outside the ${faceName(document, face)}, and that side stands against something. Put it on another face, or leave ${mm(depth + BEFORE_FAN)} behind the shell and say so in the Brief.`,
      brief: `${name} against something`,
    });
  return found;
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
