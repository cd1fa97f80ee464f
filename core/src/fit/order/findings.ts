import type { Assembly } from '../../assembly';
import type { Conversion } from '../../document';
import type { Finding } from '../../findings';
import { listOf, nameOf } from '../words';
import type { Access } from './access';
import { keptIn } from './keptIn';
import { holderOf, type Order } from './order';

/** What is wrong with how a conversion goes together: trapped parts, screws and plugs out of reach, wishes about that. */
export function orderFindings(
  document: Conversion,
  assembly: Assembly,
  order: Order,
  access: readonly Access[],
): Finding[] {
  const findings: Finding[] = [];
  const name = (id: string) => nameOf(document, { kind: 'part', id });
  const isPart = (id: string) => id in document.kit.parts;
  const base = { station: 'fit' as const, figures: [] };
  if (order.exits.length === 0) return [];
  // What is plugged together leaves only as its socket lets it: longer ways are not looked for there.
  const plugged = (id: string) => assembly.parts.some((p) => p.pluggedInto && (p.id === id || p.pluggedInto === id));
  const kept = keptIn(document, assembly, order);
  for (const { feature, parts } of kept) {
    const what = document.shell.features[feature]!.name;
    const them = parts.length === 1 ? 'it comes out and goes in' : 'they come out and go in';
    findings.push({
      ...base,
      id: `fit/trapped/${feature}`,
      verdict: 'stop',
      sentence: `${what} keeps in ${listOf(parts.map(name))}: with ${listOf(order.exits)} open and ${what} in its place ${parts.length === 1 ? 'it' : 'none of them'} can be taken out or put in; without it ${them}. Take ${what} out first and put it back after, or place ${parts.length === 1 ? 'it' : 'them'} elsewhere.`,
      brief: `${what} keeps in ${parts.length === 1 ? name(parts[0]!) : `${parts.length} parts`}`,
      about: [
        { kind: 'part', id: parts[0]! },
        { kind: 'feature', id: feature },
        ...parts.slice(1).map((id) => ({ kind: 'part' as const, id })),
      ],
      mayHaveRemedies: true,
    });
  }
  const named = new Set(kept.flatMap((k) => k.parts));
  for (const id of order.trapped.filter((t) => !named.has(t)))
    findings.push({
      ...base,
      id: `fit/trapped/${id}`,
      verdict: 'stop',
      sentence: `${name(id)} is trapped: with ${listOf(order.exits)} open it can’t be taken out, nor put in. ${plugged(id) ? 'Short straight moves from its socket were tried; unplugged, longer ones may do.' : 'Straight moves one after the other and a tilt were tried.'}`,
      brief: `${name(id)} trapped`,
      about: [isPart(id) ? { kind: 'part', id } : { kind: 'feature', id }],
    });
  for (const step of order.steps)
    if (step.parts.length > 1) {
      const holder = holderOf(step, assembly);
      const inside = step.parts.filter((id) => id !== holder);
      findings.push({
        ...base,
        id: `fit/together/${step.parts.join('+')}`,
        verdict: 'note',
        sentence: holder
          ? `${listOf(inside.map(name))} ${inside.length === 1 ? 'goes' : 'go'} into ${name(holder)} before that goes into the shell: once it stands there ${inside.length === 1 ? 'it has' : 'they have'} no way in, nor out.`
          : `${listOf(step.parts.map(name))} only go in and out together.`,
        brief: 'go in together',
        about: step.parts.map((id) => ({ kind: isPart(id) ? 'part' : 'feature', id })),
      });
    }
  for (const part of assembly.parts) {
    const own = access.filter(
      ({ about, what, blockers }) => about.id === part.id && what === 'screw' && blockers.includes(part.id),
    );
    if (own.length > 0)
      findings.push({
        ...base,
        id: `fit/screws/${part.id}`,
        verdict: 'note',
        sentence: `${own.length} of the screws of ${name(part.id)} lie under its own cooler or memory: screw it down before those go on.`,
        brief: 'screws covered',
        about: [{ kind: 'part', id: part.id }],
      });
  }
  for (const { about, what, name: thing, blockers } of access)
    if (what === 'switch' && blockers.length > 0)
      findings.push({
        ...base,
        id: `fit/switch/${about.id}`,
        verdict: 'warn',
        sentence: `No finger gets to the ${thing}${about.kind === 'part' ? ` of ${name(about.id)}` : ''}: ${listOf(blockers.map((b) => (b === 'shell' ? 'the shell' : name(b))))} ${blockers.length === 1 ? 'is' : 'are'} in the way.`,
        brief: 'switch covered',
        about: [about, ...blockers.filter((b) => b !== 'shell').map((id) => ({ kind: 'part' as const, id }))],
      });
  for (const { about, what, name: screw, blockers } of access) {
    if (what !== 'closure' || blockers.length === 0) continue;
    const holds = document.shell.bodies[document.shell.features[about.id]!.body]!;
    findings.push({
      ...base,
      id: `fit/closure/${about.id}`,
      verdict: 'warn',
      sentence: `No driver gets to ${screw}, which holds ${holds.name || holds.kind} from inside: ${listOf([...new Set(blockers)].map((b) => (b === 'shell' ? 'the shell' : name(b))))} ${blockers.length === 1 ? 'is' : 'are'} in the way. Once shut it does not open again.`,
      brief: `${screw} out of reach`,
      about: [about, ...blockers.filter((b) => b !== 'shell').map((id) => ({ kind: 'part' as const, id }))],
    });
  }
  for (const [id, wish] of Object.entries(document.layout.wishes)) {
    if (wish.kind !== 'reachable' || !(wish.part in document.layout.placements)) continue;
    const first = order.first[wish.part];
    if (first && first.length === 0) continue;
    findings.push({
      ...base,
      id: `fit/wish/${id}`,
      verdict: 'warn',
      sentence: `${name(wish.part)} should be reachable; ${first ? `${listOf(first.map(name))} must come out first` : 'it can’t come out at all'}.`,
      brief: 'wish: reachable',
      about: [{ kind: 'part', id: wish.part }],
    });
  }
  return findings;
}
