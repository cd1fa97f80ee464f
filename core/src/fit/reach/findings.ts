import type { Conversion } from '../../document';
import type { Finding } from '../../findings';
import type { Source } from '../../quantity';
import { mm, nameOf } from '../words';
import { lengthNeeded, type Route } from './route';

const LENGTH: Source = {
  kind: 'computed',
  title: 'shortest way through the free room from plug to plug, pulled straight, corners rounded by the bend radius',
};

const bodyNames = ({ shell }: Conversion, bodies: readonly string[]) =>
  bodies.map((id) => shell.bodies[id]?.name || shell.bodies[id]?.kind || id).join(' and ');

const MOVES: Source = {
  kind: 'practice',
  title:
    'farthest distance of its plugs over the whole motion, the straight of both plugs and half a turn at 6 × its thickness (common practice, no source)',
};

/** What cables that follow something that opens ask for: one finding for each thing that opens. */
export function followFindings(document: Conversion, routes: readonly Route[]): Finding[] {
  const byBody = new Map<string, Route[]>();
  for (const route of routes)
    for (const body of route.follows?.bodies ?? []) byBody.set(body, [...(byBody.get(body) ?? []), route]);
  return [...byBody].map(([body, following]): Finding => {
    const name = bodyNames(document, [body]);
    const { kind } = document.shell.bodies[body]!.motion;
    const count = following.length === 1 ? 'One cable' : `${following.length} cables`;
    const does = following.length === 1 ? 's' : '';
    const loop = Math.max(0, ...following.map((r) => lengthNeeded(r) - r.length).filter(Number.isFinite));
    const sentence = {
      swing: `${count} cross${following.length === 1 ? 'es' : ''} the hinge of ${name}: clamp on both sides of it, a sleeve between, and room for a loop of ${mm(loop)} when it is shut.`,
      slide: `${count} follow${does} ${name}: fold them behind it, in a chain or a flat sleeve, with room for ${mm(loop)} when it is shut; nothing may rub on the boards.`,
      lift: `${count} lead${does} to ${name}, which is lifted off: plugs that can be reached before it is, or enough to lay it beside the shell.`,
    }[kind];
    return {
      id: `fit/follow/${body}`,
      station: 'fit',
      verdict: 'note',
      sentence,
      brief: `${following.length} to ${name}`,
      figures: following
        .filter((r) => Number.isFinite(r.length))
        .map((r) => ({
          label: `${r.link.cable.name} to ${document.kit.parts[r.link.to.part]?.name ?? r.link.to.part}, needed`,
          value: lengthNeeded(r),
          unit: 'mm' as const,
          source: MOVES,
        })),
      about: following.map((r) => ({ kind: 'part' as const, id: r.link.to.part })),
    };
  });
}

/** Up to where a cable that is too short for the whole way reaches: there it can be plugged. */
function halfShut({ shell }: Conversion, follows: Route['follows']): string {
  const { body: id, share } = follows?.upTo ?? { body: '', share: 0 };
  const body = shell.bodies[id];
  if (!body) return '';
  const { motion } = body;
  const name = body.name || body.kind;
  const at =
    motion.kind === 'swing'
      ? `open by ${Math.floor(motion.angle * share)}°`
      : `out by ${mm(motion.kind === 'slide' ? motion.travel.value * share : 0)}`;
  return ` Yours reaches until ${name} is ${at}: it could only be plugged there, half shut, and ${name} would open no further.`;
}

/** What is wrong with the cables: too short, no way, bent too tightly, longer than is sold. */
export function reachFindings(document: Conversion, routes: readonly Route[]): Finding[] {
  return routes.flatMap((route): Finding[] => {
    const { link, radius, suggested, slack, follows } = route;
    const length = lengthNeeded(route);
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
    const figures = [
      { label: `${cable.name}, ${ends}`, value: length, unit: 'mm' as const, source: LENGTH, worse: 'more' as const },
    ];
    const findings: Finding[] = [];
    if (own !== undefined && slack !== undefined && slack < 0)
      findings.push({
        ...base,
        id: `fit/reach/${link.id}`,
        verdict: 'stop',
        sentence: `The ${cable.name} from ${ends} is ${mm(-slack)} too short: ${follows && !follows.lifted ? `to follow ${bodyNames(document, follows.bodies)} it wants` : 'the way is'} ${mm(length)}, yours is ${mm(own)}; ${suggested === undefined ? `the longest usual one is ${mm(cable.lengths.at(-1)!)}` : `take one of ${mm(suggested)}`}.${halfShut(document, follows)}`,
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
          { label: 'radius its corners leave room for', value: radius, unit: 'mm', source: LENGTH, worse: 'less' },
          { label: 'wanted', value: cable.bendRadius, unit: 'mm', source: cable.source },
        ],
      });
    return findings;
  });
}
