import type { Assembly, PlacedPart } from '../../assembly';
import { rowOf, type Conversion } from '../../document';
import type { Figure, Finding } from '../../findings';
import { HOLDS, holdsOf, type Hold, type Met } from '../../hold';
import type { Source } from '../../quantity';
import { listOf, mm } from '../words';
import { belowOf } from './below';

/** Ids of what is said about what holds a part. */
export const HELD = /^fit\/[^/]+\/(held|slides|joint|moves-with)$/;

/** What slides about does harm from this weight on, g. Common practice, no source. */
const HEAVY = 1000;

/** What nothing holds, what only stands, and what a body takes along that the plan leaves behind. Pure. */
export function holdFindings(document: Conversion, assembly: Assembly): Finding[] {
  const findings: Finding[] = [];
  const holds = holdsOf(document, assembly);
  const rows = new Set<string>();
  const unheld: Unheld[] = [];
  for (const part of assembly.parts) {
    const hold = holds.get(part.id)!;
    const loose = !HOLDS.has(hold.kind);
    if (!loose && hold.kind !== 'stands') {
      findings.push(...acrossJoint(document, part, hold), ...freeHoles(part, hold));
      continue;
    }
    // Parts in a row are one thing.
    const row = rowOf(document.layout, part.id);
    if (row && rows.has(row.id)) continue;
    if (row) rows.add(row.id);
    const name = row?.row.name ?? part.part.name;
    if (loose) unheld.push({ part, hold, name });
    else findings.push(slides(document, part, hold, name));
  }
  // A plan that never said what holds what is told so once.
  findings.push(
    ...(unheld.length < MANY
      ? unheld.map((one) => notHeld(document, assembly, one))
      : [noneHeld(document, assembly, unheld)]),
  );
  return [...findings, ...takenAlong(document, assembly)];
}

const about = (...parts: { id: string }[]): Finding['about'] => parts.map(({ id }) => ({ kind: 'part', id }));

const figure = (label: string, value: number): Figure => ({
  label,
  value,
  unit: 'mm',
  source: { kind: 'computed', title: 'from the underside of the part straight down' },
});

/** A part, or a row of them, that nothing holds. */
interface Unheld {
  part: PlacedPart;
  hold: Hold;
  name: string;
}

/** From so many on, what nothing holds is one finding. */
const MANY = 3;
/** Id of that finding, in the place of a part’s. */
export const ALL = 'all';

/** Where it is: “hangs 2.0 mm over the floor”. */
function whereWords(below: Met | undefined, { kind, by }: Hold): string {
  if (kind === 'touches') return `only lies against ${by!.name}`;
  return below ? `hangs ${mm(below.distance)} over ${below.support.name}` : 'hangs in the air';
}

/** So many of them are named with where they are; all are marked. */
const NAMED = 4;

function noneHeld(document: Conversion, assembly: Assembly, unheld: readonly Unheld[]): Finding {
  const named = unheld.length <= NAMED + 1 ? unheld : unheld.slice(0, NAMED);
  const each = [
    ...named.map(({ part, hold, name }) => `${name} ${whereWords(belowOf(document, assembly, part), hold)}`),
    ...(named.length < unheld.length ? [`and ${unheld.length - named.length} more`] : []),
  ];
  return {
    id: `fit/${ALL}/held`,
    station: 'fit',
    verdict: 'warn',
    sentence: `Nothing holds ${unheld.length} parts: ${each.join('; ')}. Set them down, or give each something that carries it.`,
    brief: `nothing holds ${unheld.length} parts`,
    figures: [
      { label: 'parts that nothing holds', value: unheld.length, unit: 'count', source: COUNTED, worse: 'more' },
    ],
    about: about(...unheld.map(({ part }) => part)),
    mayHaveRemedies: true,
  };
}

const COUNTED: Source = { kind: 'computed', title: 'parts in the shell that no wall, part, screw or strap holds' };

function notHeld(document: Conversion, assembly: Assembly, { part, hold, name }: Unheld): Finding {
  const { kind } = hold;
  const below = belowOf(document, assembly, part);
  const where = `it ${whereWords(below, hold)}`;
  return {
    id: `fit/${part.id}/held`,
    station: 'fit',
    verdict: 'warn',
    sentence: `Nothing holds ${name}: ${where}. Set it down, or give it something that carries it.`,
    brief: `${name}: nothing holds it`,
    figures: below && kind !== 'touches' ? [figure(`to ${below.support.name}`, below.distance)] : [],
    about: about(part),
    mayHaveRemedies: true,
  };
}

function slides({ layout, kit }: Conversion, part: PlacedPart, { by }: Hold, name: string): Finding {
  const mates = Object.keys(rowOf(layout, part.id)?.row.parts ?? { [part.id]: 0 });
  const mass = mates.reduce((sum, id) => sum + (kit.parts[id]?.mass ?? 0), 0);
  const heavy = mass >= HEAVY;
  return {
    id: `fit/${part.id}/slides`,
    station: 'fit',
    verdict: heavy ? 'warn' : 'note',
    sentence: `Nothing but its weight keeps ${name} on ${by!.name}: it slides when the shell is carried or tilted.${heavy ? ` ${(mass / 1000).toFixed(1)} kg break what they slide into.` : ''}`,
    brief: `${name} stands loose`,
    figures: [{ label: 'weight', value: mass, unit: 'gram', source: WEIGHED, worse: 'more' }],
    about: about(...mates.map((id) => ({ id }))),
    mayHaveRemedies: true,
  };
}

const WEIGHED: Source = { kind: 'computed', title: 'weight of the parts as the kit has it' };

const bodyName = ({ shell }: Conversion, id: string | undefined) =>
  id === undefined ? 'the shell itself' : shell.bodies[id]?.name || shell.bodies[id]?.kind || id;

/** Screws on both sides of a joint tie two bodies together. */
function acrossJoint(document: Conversion, part: PlacedPart, { kind, bodies }: Hold): Finding[] {
  if (kind !== 'screws' || bodies.length < 2) return [];
  const { name } = part.part;
  const [a, b] = bodies.map((id) => bodyName(document, id));
  return [
    {
      id: `fit/${part.id}/joint`,
      station: 'fit',
      verdict: 'stop',
      sentence: `A joint runs between the screws of ${name}: some go into ${a}, some into ${b}. Screwed in, it ties the two together, and neither comes off.`,
      brief: `${name} across a joint`,
      figures: [],
      about: about(part),
      mayHaveRemedies: true,
    },
  ];
}

/** Holes of a part under which there is nothing to screw to; of what stands on a tray that is told with the tray. */
function freeHoles(part: PlacedPart, { kind, by, side, screws, met, holes }: Hold): Finding[] {
  if (kind !== 'screws' || !by || screws?.side !== side || met >= holes || part.placement.with !== undefined) return [];
  const free = holes - met;
  return [
    {
      id: `fit/${part.id}/free-holes`,
      station: 'fit',
      verdict: 'warn',
      sentence: `${free} of the ${holes} screw holes of ${part.part.name} have nothing under them: ${by.name} takes ${met}. It bends there when something is pushed in; put a block or a longer plate under it, or move it.`,
      brief: `${part.part.name}: ${free} of ${holes} holes free`,
      figures: [],
      about: about(part),
    },
  ];
}

/** What is screwed to a body and is said to move with another: by body one thing. */
function takenAlong(document: Conversion, assembly: Assembly): Finding[] {
  const all = new Map<string, { body: string | undefined; on: string | undefined; parts: PlacedPart[] }>();
  for (const part of assembly.parts) {
    const { kind, bodies } = holdsOf(document, assembly).get(part.id)!;
    const { on } = part.placement;
    if (kind !== 'screws' || bodies.length !== 1 || bodies[0] === on) continue;
    const key = `${bodies[0] ?? 'base'}|${on ?? 'base'}`;
    const known = all.get(key) ?? { body: bodies[0], on, parts: [] };
    known.parts.push(part);
    all.set(key, known);
  }
  return [...all.entries()].map(([key, { body, on, parts }]): Finding => {
    const names = listOf(parts.map((p) => p.part.name));
    const [is, it] = parts.length === 1 ? ['is', 'it'] : ['are', 'them'];
    return {
      id: `fit/${key}/moves-with`,
      station: 'fit',
      // Left behind it is torn off; taken along it only wants longer cables.
      verdict: on === undefined ? 'warn' : 'stop',
      sentence:
        on === undefined
          ? `${names} ${is} screwed to ${bodyName(document, body)}, which takes ${it} along when it comes off; the plan leaves ${it} behind.`
          : body === undefined
            ? `${names} ${is} screwed to the shell itself and to move with ${bodyName(document, on)}: that can’t open.`
            : `${names} ${is} screwed to ${bodyName(document, body)} and to move with ${bodyName(document, on)}: neither opens without the other.`,
      brief: `${bodyName(document, body)} takes ${parts.length === 1 ? parts[0]!.part.name : `${parts.length} parts`} along`,
      figures: [],
      about: about(...parts),
      mayHaveRemedies: true,
    };
  });
}
