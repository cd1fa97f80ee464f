import { plugEnd, type Assembly } from '../../assembly';
import type { Conversion } from '../../document';
import type { Vec3 } from '../../solid';
import { linksOf, type Link } from '../links';
import { followsOf, type Follows } from './follow';
import { withBends } from './withBends';
import { cellAt, isOpen, middleOf, type CellGrid } from './field';
import { freeAround, freeRoom, STEP } from './room';
import { shortestWay } from './shortestWay';
import { apart, sightIn, type Sight } from './sight';

/** How a cable, riser or tube runs through the free room. */
export interface Route {
  link: Link;
  /** From connector to connector, plugs included; empty where nothing leads there. */
  points: Vec3[];
  /** Of its middle line, bends rounded, mm. Infinity where there is no way. */
  length: number;
  /** Smallest radius its corners leave room for, mm; Infinity when it runs straight. */
  radius: number;
  /** What to buy, mm: the next usual length; undefined when none is long enough. */
  suggested: number | undefined;
  /** Length that is too much: of the user's own cable, or of the suggested one; negative where it is too short. */
  slack: number | undefined;
  /** Where there is most room along it, for the slack. */
  slackAt: Vec3 | undefined;
  /** It has to follow something that opens. */
  follows?: Follows;
}

/** A cable is bought a little longer than it has to be: by a share and by so much, mm (common practice, no source). */
const SPARE = { share: 1.03, more: 15 };
/** From the end of a plug to the nearest free cell, mm. */
const NEAR = 14;

const kept = new WeakMap<Assembly, { cables: Conversion['layout']['cables']; routes: Route[] }>();

/** The routes of the cables of a plan, or of some. All of a plan are kept: more than one station asks for them. */
export function routesOf(document: Conversion, assembly: Assembly, which?: (link: Link) => boolean): Route[] {
  if (which) return findRoutes(document, assembly, which);
  const known = kept.get(assembly);
  if (known?.cables === document.layout.cables) return known.routes;
  const routes = findRoutes(document, assembly, () => true);
  kept.set(assembly, { cables: document.layout.cables, routes });
  return routes;
}

/** The same free room serves all cables of one thickness. */
function findRoutes(document: Conversion, assembly: Assembly, which: (link: Link) => boolean): Route[] {
  const rooms = new Map<string, CellGrid>();
  const roomFor = (thickness: number, step: number) => {
    const key = `${thickness}/${step}`;
    let room = rooms.get(key);
    if (!room) rooms.set(key, (room = freeRoom(assembly, thickness, step)));
    return room;
  };
  return linksOf(document, assembly)
    .filter(which)
    .map((link) => {
      const route = routeOf(assembly, link, roomFor(link.cable.thickness, STEP));
      // A gap that is narrow but wide enough can slip through a coarse grid.
      const found = Number.isFinite(route.length)
        ? route
        : routeOf(assembly, link, roomFor(link.cable.thickness, STEP / 2));
      return following(document, assembly, found);
    });
}

/**
 * The shortest way of one cable: over the grid's 26 neighbours, which may run up to 12 % long, then pulled straight
 * against the exact solids, then its corners rounded by the bend radius.
 */
export function routeOf(assembly: Assembly, link: Link, room: CellGrid): Route {
  const { from, to, cable } = link;
  const [a, b] = [plugEnd(from), plugEnd(to)];
  const none: Route = {
    link,
    points: [],
    length: Infinity,
    radius: Infinity,
    suggested: undefined,
    slack: undefined,
    slackAt: undefined,
  };
  const [start, end] = [openCell(room, a), openCell(room, b)];
  if (start < 0 || end < 0) return none;
  const way = shortestWay(room, start, end);
  if (!way) return none;
  const sees = sightIn(assembly, cable.thickness / 2, [a, b]);
  const bare = pulled([a, ...way, b], sees, cable.bendRadius);
  const free = (p: Vec3) => freeAround(p, assembly);
  const { points, length, radius } = withBends(from.at, bare, to.at, { ...cable, sees, free });
  return { link, points, length, radius, ...bought(link, length), slackAt: widest(points, assembly) };
}

/** What to buy for a length, and what of that, or of the user’s own cable, is too much. */
function bought({ cable, own }: Link, length: number): Pick<Route, 'suggested' | 'slack'> {
  const wanted = length * SPARE.share + SPARE.more;
  const suggested = cable.lengths.find((l) => l >= wanted) ?? cable.lengths.find((l) => l >= length);
  const have = own ?? suggested;
  return { suggested, slack: have === undefined ? undefined : have - length };
}

/** A route as long as its cable has to be to follow what opens. */
function following(document: Conversion, assembly: Assembly, route: Route): Route {
  const follows = followsOf(document, assembly, route.link);
  if (!follows) return route;
  return {
    ...route,
    follows,
    ...(Number.isFinite(route.length) ? bought(route.link, lengthNeeded({ ...route, follows })) : {}),
  };
}

/** How long a cable has to be, mm: shut, and for all it has to follow. */
export const lengthNeeded = ({ length, follows }: Pick<Route, 'length' | 'follows'>): number =>
  follows && !follows.lifted ? Math.max(length, follows.needed) : length;

/** The free cell nearest to a place, within reach; −1 for none. */
function openCell(room: CellGrid, p: Vec3): number {
  const steps = Math.ceil(NEAR / room.step);
  let best = -1;
  let least = Infinity;
  for (let z = -steps; z <= steps; z++)
    for (let y = -steps; y <= steps; y++)
      for (let x = -steps; x <= steps; x++) {
        const cell = cellAt(room, [p[0] + x * room.step, p[1] + y * room.step, p[2] + z * room.step]);
        if (!isOpen(room, cell)) continue;
        const away = apart(middleOf(room, cell), p);
        if (away < least && away <= NEAR + room.step) [least, best] = [away, cell];
      }
  return best;
}

/** Leaves out every corner of a way that the exact solids do not ask for: from each point straight to the farthest it sees. */
function pulled(way: readonly Vec3[], sees: Sight, bend: number): Vec3[] {
  const points: Vec3[] = [way[0]!];
  let i = 0;
  while (i < way.length - 1) {
    let j = way.length - 1;
    while (j > i + 1 && !sees(way[i]!, way[j]!)) j--;
    points.push(way[j]!);
    i = j;
  }
  return tightened(eased(points, sees, bend), sees);
}

/** Rounds of pulling, and halvings of how far a corner goes. */
const PULLS = { rounds: 3, halvings: 5 };

/** Pulls every corner towards the straight line between its neighbours, as far as what it lies against lets it. */
function tightened(points: readonly Vec3[], sees: Sight): Vec3[] {
  const way = [...points];
  for (let round = 0; round < PULLS.rounds; round++)
    for (let i = 1; i + 1 < way.length; i++) {
      const [before, here, next] = [way[i - 1]!, way[i]!, way[i + 1]!];
      const [p, q] = [apart(before, here), apart(here, next)];
      if (p + q < 1e-9) continue;
      const on = (t: number) =>
        [0, 1, 2].map((k) => here[k]! + t * (before[k]! + (p / (p + q)) * (next[k]! - before[k]!) - here[k]!)) as Vec3;
      let [good, bad] = [0, 1];
      for (let k = 0; k < PULLS.halvings; k++) {
        const t = (good + bad) / 2;
        if (sees(before, on(t)) && sees(on(t), next)) good = t;
        else bad = t;
      }
      if (good > 0) way[i] = on(good);
    }
  return way;
}

/** Makes one corner of two that are too near to each other to bend, wherever what stands around allows it. */
function eased(points: readonly Vec3[], sees: (p: Vec3, q: Vec3) => boolean, bend: number): Vec3[] {
  const way = [...points];
  for (let changed = true; changed;) {
    changed = false;
    for (let i = 1; i + 1 < way.length; i++) {
      const [before, here, next] = [way[i - 1]!, way[i]!, way[i + 1]!];
      if (sees(before, next)) {
        way.splice(i, 1);
        changed = true;
        break;
      }
      if (apart(here, next) > bend || i + 2 >= way.length) continue;
      const middle = [0, 1, 2].map((k) => (here[k]! + next[k]!) / 2) as Vec3;
      if (!sees(before, middle) || !sees(middle, way[i + 2]!)) continue;
      way.splice(i, 2, middle);
      changed = true;
      break;
    }
  }
  return way;
}

/** The place along a way that is farthest from everything: slack lies best there. */
function widest(points: readonly Vec3[], assembly: Assembly): Vec3 | undefined {
  let best: Vec3 | undefined;
  let most = -Infinity;
  for (let i = 1; i < points.length; i++) {
    const [p, q] = [points[i - 1]!, points[i]!];
    const steps = Math.max(1, Math.ceil(apart(p, q) / 15));
    for (let k = 0; k <= steps; k++) {
      const at = [0, 1, 2].map((a) => p[a]! + (k / steps) * (q[a]! - p[a]!)) as Vec3;
      const near = freeAround(at, assembly);
      if (near > most) [most, best] = [near, at];
    }
  }
  return best;
}
