import { assemble, placeInShell } from '../../assembly';
import { applyChange, type Change, type Conversion, type Placement } from '../../document';
import type { Finding, Remedy } from '../../findings';
import { ORIENTATIONS, type Vec3 } from '../../solid';
import { shortAt } from '../margin';
import { marginsOfPart } from '../margins';
import { placeFor } from '../place';
import { mm, nameOf, travel } from '../words';
import { routesOf, type Route } from './route';

/** Ids of what is said about a cable that is too short or has no way. */
export const REACH = 'fit/reach/';

/** The nearer place is looked for this much nearer than it has to be, as a share. */
const NEARER = 1.3;

/** Against a cable that is too short: a longer one, an end nearer to the other, an end turned. Each is tried first. */
export function cableRemedies(document: Conversion, finding: Finding): Remedy[] {
  const id = finding.id.slice(REACH.length);
  const assembly = assemble(document);
  const [route] = routesOf(document, assembly, (link) => link.id === id);
  if (!route) return [];
  const { link } = route;
  const lacks = Number.isFinite(route.length) && route.slack !== undefined ? -route.slack : 0;
  const remedies: Remedy[] = [];
  if (link.own !== undefined && route.suggested !== undefined)
    remedies.push({
      id: 'longer',
      label: `A ${mm(route.suggested)} ${link.cable.name} instead of ${mm(link.own)}`,
      price: 'another one to buy; nothing moves, nothing cut',
      change: { type: 'setCable', id, cable: { length: route.suggested } },
    });
  for (const [end, other] of [
    [link.to, link.from],
    [link.from, link.to],
  ] as const) {
    const placement = document.layout.placements[end.part];
    if (!placement || placement.locked) continue;
    const near = towards(placement, end.at, other.at, lacks * NEARER);
    for (const [what, orientations] of [
      ['move', ORIENTATIONS.filter((o) => o.rear === placement.rear && o.top === placement.top)],
      ['turn', ORIENTATIONS.filter((o) => o.rear !== placement.rear || o.top !== placement.top)],
    ] as const) {
      const found = placeFor(document, assembly, end.part, { orientations, near, step: 4 }).proposals.find((p) =>
        reachesAt(document, end.part, p.placement, route),
      );
      if (!found) continue;
      const name = nameOf(document, { kind: 'part', id: end.part });
      remedies.push({
        id: `${what}-${end.part}`,
        label:
          what === 'move'
            ? `Move ${name} ${travel(placement, found.placement)}`
            : `Turn ${name}: rear to the ${found.placement.rear}, top to the ${found.placement.top}`,
        price: found.reasons.join(', '),
        change: { type: 'placePart', id: end.part, placement: found.placement },
      });
    }
  }
  return remedies;
}

/** A placement moved from one place towards another, at most all the way. */
function towards(placement: Placement, from: Vec3, to: Vec3, by: number): Placement {
  const d = [0, 1, 2].map((i) => to[i]! - from[i]!);
  const share = Math.min(1, by / Math.max(1, Math.hypot(...d)));
  return {
    ...placement,
    x: placement.x + share * d[0]!,
    y: placement.y + share * d[1]!,
    z: placement.z + share * d[2]!,
  };
}

/** With the part there the cable reaches, and the part falls short of nothing. */
function reachesAt(document: Conversion, part: string, placement: Placement, { link }: Route): boolean {
  const change: Change = { type: 'placePart', id: part, placement };
  const next = applyChange(document, change).document;
  const assembly = assemble(next);
  const placed = placeInShell(part, next.kit.parts[part]!, placement, next);
  if (shortAt(marginsOfPart(assembly, placed)).length > 0) return false;
  const [route] = routesOf(next, assembly, ({ id }) => id === link.id);
  return route !== undefined && Number.isFinite(route.length) && (route.slack === undefined || route.slack >= 0);
}
