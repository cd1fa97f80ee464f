import { applyChange, type Body, type Change, type Closure, type Conversion } from '../document';
import type { Finding, Remedy } from '../findings';

/**
 * A body of the shell is opened three times over: the first time, as it came; shut for the first time with everything in;
 * and opened again later. Each has its own answer.
 */

/** Closures that do not come loose whole: each opening ends them. */
export const ENDED: ReadonlySet<Closure['kind']> = new Set<Closure['kind']>(['glue', 'rivet']);

const countOf = (n: number, one: string) => `${n} ${one}${n === 1 ? '' : 's'}`;
/** `its 4 rivets`, `its glue`, `2 screws`. */
const closureWords = ({ kind, count }: Closure): string =>
  kind === 'glue' ? 'its glue' : `its ${countOf(count, kind)}`;
const FIRST: Readonly<Partial<Record<Closure['kind'], string>>> = { glue: 'cut through', rivet: 'drilled out' };

/** How what does not come loose whole is opened: “its 4 rivets drilled out and its glue cut through”. */
export const openedHow = ({ closures }: Pick<Body, 'closures'>): string =>
  closures
    .filter(({ kind }) => ENDED.has(kind))
    .map((c) => `${closureWords(c)} ${FIRST[c.kind]}`)
    .join(' and ');

/**
 * What opening a body costs, the first time and each time after: rivets and glue end with it.
 * @param shut it is held from inside and nothing else opens first
 */
export function reopeningFindings(document: Conversion, id: string, body: Body, shut: boolean): Finding[] {
  const name = body.name || body.kind;
  const base = { station: 'shell' as const, figures: [], about: [] };
  const findings: Finding[] = [];
  const ended = body.closures.filter(({ kind }) => ENDED.has(kind));
  if (shut) {
    const inner = body.closures
      .filter((c) => c.releasedFrom === 'inside')
      .map(closureWords)
      .join(' and ');
    findings.push({
      ...base,
      id: `shell/body/${id}/shut`,
      verdict: 'stop',
      sentence: `${name} is held from inside by ${inner}, and nothing else opens first. The first time it comes open only by force; once shut with everything in, it can't be opened again.`,
      brief: `${name} can't reopen`,
      mayHaveRemedies: true,
    });
  }
  if (ended.length === 0) return findings;
  const conserve = document.brief.policy === 'conserve';
  findings.push({
    ...base,
    id: `shell/body/${id}/glued`,
    verdict: 'warn',
    sentence: `${name} opens the first time with ${openedHow(body)}${conserve ? ', which can’t be undone: Conserve does not allow it' : ''}. Each time something inside is to be reached, it is the same again.`,
    brief: `${name}: ${ended.map((c) => (c.kind === 'glue' ? 'glue' : countOf(c.count, c.kind))).join(', ')}`,
    mayHaveRemedies: true,
  });
  return findings;
}

/** Closures that come loose from outside as often as one likes, in place of those that do not. */
export function reopeningRemedies(document: Conversion, { id: said }: Finding): Remedy[] {
  const [, , id] = said.split('/');
  const body = document.shell.bodies[id ?? ''];
  if (!body) return [];
  const name = body.name || body.kind;
  const shut = said.endsWith('/shut');
  const goes = (c: Closure) => (shut ? c.releasedFrom === 'inside' : ENDED.has(c.kind));
  const with_ = (made: (c: Closure) => Closure): Change => ({
    type: 'setBody',
    id: id!,
    body: { ...body, closures: body.closures.map((c) => (goes(c) ? made(c) : c)) },
  });
  const old = body.closures.filter(goes);
  const riveted = old.every((c) => c.kind === 'rivet');
  const ways: Remedy[] = [
    {
      id: 'screws',
      label: riveted
        ? `Close ${name} with screws and rivet nuts in the holes of the rivets`
        : `Close ${name} with screws from outside`,
      price: riveted
        ? 'holes that are there, opened to the nut; screws and nuts to buy'
        : 'their heads are seen; holes to drill, not to be undone',
      change: with_((c) => ({
        ...c,
        kind: 'screw',
        count: c.kind === 'glue' ? 4 : c.count,
        releasedFrom: 'outside',
        was: c.was ?? c.kind,
      })),
    },
    {
      id: 'magnets',
      label: `Hold ${name} by magnets`,
      price: 'magnets to glue in; a knock or a tilt opens it: for light covers',
      change: with_((c) => ({
        ...c,
        kind: 'magnet',
        count: Math.max(4, c.count),
        releasedFrom: 'outside',
        was: c.was ?? c.kind,
      })),
    },
  ];
  // Under Conserve no hole is drilled that was not there.
  const allowed = ways.filter((w) => w.id === 'magnets' || riveted || document.brief.policy !== 'conserve');
  return allowed.filter(({ change }) => {
    const next = applyChange(document, change).document;
    return !reopeningFindings(next, id!, next.shell.bodies[id!]!, stillShut(next, id!)).some((f) => f.id === said);
  });
}

/** Can a body never be opened: all that may be opened before it is held from inside, too? */
export const stillShut = ({ shell }: Conversion, id: string): boolean => !openingOrder(shell.bodies).includes(id);

/** Ids of the bodies in the order in which they can be opened; those that never can are left out. */
export function openingOrder(bodies: Readonly<Record<string, Body>>): string[] {
  const open: string[] = [];
  for (;;) {
    const next = Object.entries(bodies).find(
      ([id, body]) =>
        !open.includes(id) && (open.length > 0 || body.closures.every((c) => c.releasedFrom === 'outside')),
    );
    if (!next) return open;
    open.push(next[0]);
  }
}
