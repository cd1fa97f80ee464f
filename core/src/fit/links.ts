import { placedConnectors, type Assembly, type PlacedConnector } from '../assembly';
import type { Conversion } from '../document';
import { kindOf } from '../parts';
import { axisOf, opposite, type Vec3 } from '../solid';
import { CABLES, LONGEST_RISER, type CableKind, type CableStandard } from '../standards';

/** A cable, ribbon, riser or tube that the kit needs: from what gives to what takes. */
export interface Link {
  /** `supply-1>board-1:main-power`; also where the user's own cable is kept. */
  id: string;
  kind: CableKind;
  cable: CableStandard;
  from: PlacedConnector;
  to: PlacedConnector;
  /** What the user has, mm; undefined: to be bought. */
  own: number | undefined;
}

export const linkId = (from: string, to: string, kind: CableKind, connector = '') =>
  `${from}>${to}:${kind.replace(' ', '-')}${connector ? `-${connector}` : ''}`;

/**
 * The connections of all parts that are in the shell: each connector that takes goes to the nearest one that
 * gives its kind. Which cables a kit needs follows from its parts; a part outside needs none yet.
 */
export function linksOf(document: Conversion, assembly: Assembly): readonly Link[] {
  const { parts } = document.kit;
  const { cables } = document.layout;
  const known = kept.get(assembly);
  if (known?.parts === parts && known.cables === cables) return known.links;
  const links = findLinks(document, assembly);
  kept.set(assembly, { parts, cables, links });
  return links;
}

/** More than one station asks for the links of a plan. */
const kept = new WeakMap<
  Assembly,
  { parts: Conversion['kit']['parts']; cables: Conversion['layout']['cables']; links: readonly Link[] }
>();

function findLinks(document: Conversion, assembly: Assembly): Link[] {
  const all = [...assembly.parts.flatMap(placedConnectors), ...outerConnectors(assembly)];
  const giving = new Map<PlacedConnector['kind'], PlacedConnector[]>();
  for (const c of all) {
    if (!c.gives) continue;
    const givers = giving.get(c.kind);
    if (givers) givers.push(c);
    else giving.set(c.kind, [c]);
  }
  const links: Link[] = [];
  for (const to of all) {
    if (to.gives) continue;
    let from: PlacedConnector | undefined;
    let least = Infinity;
    for (const giver of giving.get(to.kind) ?? []) {
      const away = apart(giver, to);
      if (giver.part === to.part || away >= least) continue;
      [from, least] = [giver, away];
    }
    if (!from) continue;
    const id = linkId(from.part, to.part, to.kind, document.kit.parts[to.part]?.own ? to.id : '');
    links.push({ id, kind: to.kind, cable: CABLES[to.kind], from, to, own: document.layout.cables[id]?.length });
  }
  return links;
}

/** So far inside its face the lead of a fan outside begins, mm: it comes through the fan's own opening. */
const INSIDE = 8;

function outerConnectors({ outer, hull }: Assembly): PlacedConnector[] {
  return outer.flatMap((part) => {
    const frame = hull.frames.find((f) => f.face === part.outerFace);
    const wall = hull.walls.find((w) => w.face === part.outerFace);
    if (!frame || !wall) return [];
    const axis = axisOf(part.placement.rear);
    const at = ([0, 1, 2] as const).map((i) =>
      i === axis ? frame.origin[i] - frame.outward[i] * (wall.thickness + INSIDE) : (part.low[i] + part.high[i]) / 2,
    ) as unknown as Vec3;
    return placedConnectors(part).map((c) => ({ ...c, at, direction: opposite(part.placement.rear) }));
  });
}

const apart = (a: PlacedConnector, b: PlacedConnector) =>
  Math.hypot(a.at[0] - b.at[0], a.at[1] - b.at[1], a.at[2] - b.at[2]);

/** How far a card's riser may reach at most, mm: the user's own one, or the longest that is sold. */
export function riserReach({ layout, kit }: Conversion, card: string): number {
  const boards = Object.keys(kit.parts).filter((id) => kindOf(kit.parts[id]!) === 'board');
  const ids = boards.map((board) => linkId(board, card, 'riser'));
  // An own card names its connector at the end.
  const own = Object.entries(layout.cables).find(([id]) => ids.some((one) => id === one || id.startsWith(`${one}-`)));
  return own?.[1].length ?? LONGEST_RISER;
}
