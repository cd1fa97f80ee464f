import {
  boardName,
  faceReaches,
  materialOf,
  onFace,
  wallOf,
  type Assembly,
  type FaceReach,
  type PlacedPart,
  type Solid,
} from '../../assembly';
import { freeAreaOf, halfOf, openingsOf, plateLoss, type CutOpening } from '../../cut';
import type { Conversion, State } from '../../document';
import { opensBefore } from '../../fit';
import { FAN_SIZES, HEAT_THROUGH } from '../../standards';
import { area as areaOf, axisOf, DIRECTIONS, type Vec3 } from '../../solid';
import { moversOf, type Mover } from '../fans/mover';
import { inAir } from '../network/curve';
import { airAt, type AirState } from '../physics/air';
import { HOLE_LOSS, resistance } from '../physics/losses';
import type { WarmFace } from '../physics/walls';
import { loopOf, takenShare } from '../water/loop';
import { heatsOf, type PartHeat } from './heat';
import { bodiesOf, zonesOf, type Zones } from './zones';
import { feetOf } from '../../hold';
import { bothSides, windowsOf } from './windows';
import { filterTerm, outletOf, placeOn, roomBehind, waysOf, type Term, type FlowPath } from './ways';

/** A mover in its place. */
export interface PlacedMover extends Mover {
  /** Where its air leaves the shell or enters it; in the middle of it where it stands free inside. */
  at: Vec3;
  outward: Vec3;
  face?: string;
  /** The zone that it sucks from, or blows into where it is turned; and the one behind it (0: outside). */
  zone: number;
  other: number;
  blowsIn: boolean;
  /** What its air passes besides. */
  terms: Term[];
  /** It looks through a board of its drawer, in words. */
  through?: string;
  /** It stands free inside, so far before a face that is open before it, mm. */
  short?: { face: string; gap: number };
  /** Free area of its opening, mm². */
  area: number;
  /** Its own air takes the heat of these parts, W. */
  carries: number;
}

/** What an edge of the network stands for. */
export type EdgeOf =
  | { kind: 'gap'; index: number }
  | { kind: 'way'; index: number; share: number }
  | { kind: 'mover'; index: number }
  | { kind: 'behind'; index: number }
  | { kind: 'feet' };

export interface ModelEdge {
  from: number;
  to: number;
  /** Resistances in a row. */
  terms: Term[];
  /** mm over the datum: where warm air drives it. */
  height: number;
  of: EdgeOf;
}

/** The shell as a network of zones, ways and movers. */
export interface AirModel {
  air: AirState;
  ambient: number;
  state: State;
  zones: Zones;
  ways: FlowPath[];
  movers: PlacedMover[];
  /** Fans that only stir: on coolers and cards. */
  stirrers: Mover[];
  heats: PartHeat[];
  /** W that a loop of water takes over from each part that it cools. */
  water: { part: string; watts: number }[];
  /** Nodes: the outside, the zones, what is beneath the shell, the insides of movers that carry heat. */
  nodes: number;
  /** Height of each node, mm. */
  heights: number[];
  edges: ModelEdge[];
  /** W by node. */
  heat: number[];
  /** Faces through which heat leaves, and the share of each that a node has of it. */
  faces: { face: WarmFace; shares: readonly (readonly [node: number, share: number])[] }[];
  feet: number;
  /** Gap under the shell, mm². */
  under: number;
}

/** A fan that stands lets air through as a coarse grille does. Common practice, no source. */
const STOPPED_LOSS = 5;
/** Of the rim beneath the shell, what feet take. */
const FEET_TOUCH = 0.1;
/** Air that goes in under an edge and turns. Common practice, no source. */
const UNDER_LOSS = 1.8;
/** The least a way costs, on its own area: it has a length. */
const LEAST_LOSS = 0.05;

/** Builds the network from the layout: nothing of it is entered twice. */
export function airModel(
  document: Conversion,
  assembly: Assembly,
  state: State = document.air.state ?? 'full',
): AirModel {
  const { ambient } = document.brief;
  const air = airAt(ambient, document.air.altitude ?? 200, (document.air.humidity ?? 50) / 100);
  const { density } = air;
  const room = zonesOf(assembly);
  const zones = { ...room, gaps: [...room.gaps, ...windowsOf(document, assembly, room)] };
  const openings = openingsOf(document, assembly);
  const ways = waysOf(document, assembly, zones, density, openings);
  const all = moversOf(document, state);
  const { heats, water } = throughWater(document, heatsOf(document, assembly, zones, state), all);
  const movers = all.flatMap((m) => placedMover(document, assembly, zones, openings, m, density) ?? []);
  const edges: ModelEdge[] = zones.gaps.map((gap, index) => {
    if (gap.window !== undefined)
      return {
        from: gap.from,
        to: gap.to,
        terms: [{ what: gap.window, r: resistance(HOLE_LOSS, gap.area, density), kind: 'opening' }],
        height: gap.at[2],
        of: { kind: 'gap', index },
      };
    const free = gap.area / gap.room;
    const zeta = Math.max(LEAST_LOSS, plateLoss(Math.min(1, free)) * free ** 2);
    return {
      from: gap.from,
      to: gap.to,
      terms: [
        {
          what: `from ${zones.zones[gap.from - 1]!.name} to ${zones.zones[gap.to - 1]!.name}`,
          r: resistance(zeta, gap.area, density),
          kind: 'gap',
        },
      ],
      height: gap.at[2],
      of: { kind: 'gap', index },
    };
  });
  const heights = [0, ...zones.zones.map((z) => z.at[2])];
  const beneath = ways.some((w) => w.underneath && !w.shut) || movers.some((m) => m.outward[2] < -0.9 && m.other === 0);
  const feet = feetOf(document);
  const { low, high } = assembly.hull;
  const under = 2 * (high[0] - low[0] + high[1] - low[1]) * feet * (1 - FEET_TOUCH);
  let below = 0;
  if (beneath && feet > 0) {
    below = heights.push(0) - 1;
    edges.push({
      from: 0,
      to: below,
      terms: [{ what: 'the gap under the shell', r: resistance(UNDER_LOSS, under, density), kind: 'feet' }],
      height: 0,
      of: { kind: 'feet' },
    });
  }
  ways.forEach((way, index) => {
    if (way.shut) return;
    const outside = way.underneath ? below : 0;
    // A tall opening breathes: in below, out above.
    const parts = way.tall > 20 ? [-0.25, 0.25] : [0];
    for (const off of parts)
      edges.push({
        from: outside,
        to: way.zone,
        terms: way.terms.map((t) => ({ ...t, r: t.r * parts.length ** 2 })),
        height: way.at[2] + off * way.tall,
        of: { kind: 'way', index, share: 1 / parts.length },
      });
  });
  const heat = heights.map(() => 0);
  const carried = new Set<string>();
  movers.forEach((m, index) => {
    const outside = m.other === 0 && m.outward[2] < -0.9 ? below : m.other;
    const own = heats.find((h) => h.part === m.part);
    const [from, to] = m.blowsIn ? [outside, m.zone] : [m.zone, outside];
    if (own && m.kind !== 'fan') {
      // The air that passes through it takes its heat.
      carried.add(m.part);
      const node = heights.push(m.at[2]) - 1;
      heat.push(own.watts);
      m.carries = own.watts;
      const far: ModelEdge = {
        from: node,
        to,
        terms: [{ what: `the case of ${m.name}`, r: resistance(LEAST_LOSS, m.area, density), kind: 'opening' }],
        height: m.at[2],
        of: { kind: 'behind', index },
      };
      edges.push({ from, to: node, terms: m.terms, height: m.at[2], of: { kind: 'mover', index } }, far);
    } else edges.push({ from, to, terms: m.terms, height: m.at[2], of: { kind: 'mover', index } });
  });
  for (const { part, watts, zones: shares } of heats)
    if (!carried.has(part)) for (const [zone, share] of shares) heat[zone] = heat[zone]! + watts * share;
  return {
    air,
    ambient,
    state,
    zones,
    ways,
    movers,
    stirrers: all
      .filter((m) => m.kind === 'cooler' || m.kind === 'card')
      .filter((m) => assembly.parts.some((p) => p.id === m.part)),
    heats,
    water,
    nodes: heights.length,
    heights,
    edges,
    heat,
    faces: facesOf(document, assembly, zones),
    feet,
    under,
  };
}

/** Heat that goes by water: from the parts of a loop to the air of its radiators, by the fans on them. */
function throughWater(
  document: Conversion,
  heats: PartHeat[],
  movers: readonly Mover[],
): { heats: PartHeat[]; water: AirModel['water'] } {
  const loop = loopOf(document);
  if (!loop || loop.radiators.length === 0 || loop.blocks.length === 0) return { heats, water: [] };
  const water = heats
    .filter((h) => loop.blocks.includes(h.part))
    .map((h) => ({ part: h.part, watts: h.watts * takenShare(document, h.part) }));
  const taken = water.reduce((sum, w) => sum + w.watts, 0);
  const fans = (id: string) => movers.find((m) => m.part === id)?.count ?? 1;
  const all = loop.radiators.reduce((sum, id) => sum + fans(id), 0);
  return {
    water,
    heats: heats.map((h) => {
      const gone = water.find((w) => w.part === h.part)?.watts ?? 0;
      const come = loop.radiators.includes(h.part) ? (taken * fans(h.part)) / all : 0;
      return { ...h, watts: h.watts - gone + come };
    }),
  };
}

/** The fan of a mover’s edge, in this air. */
export const fanOf = (m: PlacedMover, density: number) => (m.stopped ? [] : inAir(m.curve, density));

function placedMover(
  document: Conversion,
  assembly: Assembly,
  zones: Zones,
  openings: readonly CutOpening[],
  m: Mover,
  density: number,
): PlacedMover | undefined {
  if (m.kind === 'cooler' || m.kind === 'card') return undefined;
  const out = outletOf(assembly, m.part);
  if (!out) return undefined;
  const { placed, reach } = out;
  const setting = document.air.fans[m.part] ?? {};
  const blowsIn = (setting.turned ?? false) && m.kind !== 'supply' && m.kind !== 'blower';
  const disc = (Math.PI / 4) * (FAN_SIZES[Math.round(m.size)]?.opening ?? 0.96 * m.size) ** 2 * m.count;
  const centre: Vec3 = [0, 1, 2].map((i) => (placed.low[i]! + placed.high[i]!) / 2) as Vec3;
  const terms: Term[] = [];
  const way = document.air.ways[m.part];
  const duct = setting.ductTo === undefined ? undefined : assembly.parts.find((p) => p.id === setting.ductTo);
  if (reach?.frame) {
    const { frame } = reach;
    const cuts = openings.filter((o) => o.part === m.part && o.kind === 'cut' && o.face === frame.face);
    // A grille by hand over the fan’s own opening is what its air passes.
    const grilles = openings.filter(
      (o) =>
        o.part === undefined &&
        o.kind === 'cut' &&
        o.face === frame.face &&
        o.pattern &&
        document.cut.openings[o.group]?.follows === m.part,
    );
    const own = cuts.reduce((sum, o) => sum + (o.pattern ? freeAreaOf(o, o.pattern).free : o.area), 0);
    const grille = grilles.length > 0 ? grilles.reduce((sum, o) => sum + freeAreaOf(o, o.pattern!).free, 0) : Infinity;
    const free = Math.min(own > 0 ? own : disc, grille);
    const share = Math.min(1, Math.max(0.01, free / disc));
    terms.push({
      what: `the opening of ${m.name}`,
      r: resistance(Math.max(LEAST_LOSS, plateLoss(share)), disc, density),
      kind: 'opening',
    });
    const { u, v } = onFace(frame, centre);
    const [hu, hv] = cuts[0] ? halfOf(cuts[0].shape) : [m.size / 2, m.size / 2];
    // In front of its blades: what stands there, the part itself aside.
    const others = bodiesOf({ ...assembly, parts: assembly.parts.filter((p) => p.id !== m.part) });
    const depth = Math.abs(placed.high[axisOf(reach.face.direction)] - placed.low[axisOf(reach.face.direction)]);
    const thickness = wallOf(assembly.hull, frame.face)?.thickness ?? 0;
    const outer = placed.outerFace !== undefined;
    const room =
      m.kind === 'supply' ? undefined : roomBehind(frame, thickness + (outer ? 0 : depth), [u, v], [hu, hv], others);
    if (room !== undefined && room < disc)
      terms.push({ what: `what stands before ${m.name}`, r: resistance(1, Math.max(room, 20), density), kind: 'gap' });
    if (way?.filter) terms.push(filterTerm(way.filter, disc, density));
    if (m.inner > 0) terms.push({ what: `the inside of ${m.name}`, r: m.inner, kind: 'opening' });
    if (m.stopped)
      terms.push({ what: `${m.name}, standing`, r: resistance(STOPPED_LOSS, disc, density), kind: 'opening' });
    const away = DIRECTIONS[reach.face.direction];
    const inside = duct
      ? ([0, 1, 2].map((i) => (duct.low[i]! + duct.high[i]!) / 2) as Vec3)
      : (centre.map((c, i) => c - away[i]! * (depth / 2 + 15 + (outer ? thickness : 0))) as Vec3);
    const sucks = m.kind === 'supply' ? intakeOf(placed, centre) : inside;
    const blocked = frame.face === 'bottom' ? feetOf(document) <= 0 : document.brief.blockedFaces.includes(frame.face);
    if (blocked)
      terms.push({
        what: `the side against which ${m.name} stands`,
        r: resistance(HOLE_LOSS, 0.01 * disc, density),
        kind: 'gap',
      });
    return {
      ...m,
      at: placeOn(frame, [u, v]),
      outward: frame.outward,
      face: frame.face,
      zone: zones.zoneAt(sucks),
      other: 0,
      blowsIn,
      terms,
      area: Math.min(free, disc),
      carries: 0,
    };
  }
  if (out.through?.board) return throughBoard(out.through as Through, { ...m, terms, blowsIn }, zones, disc, density);
  // Free inside: from the zone before it to the one behind it.
  const face = placed.faces[0];
  const away = face ? DIRECTIONS[face.direction] : ([0, 1, 0] as const);
  const depth = face ? placed.high[axisOf(face.direction)] - placed.low[axisOf(face.direction)] : 25;
  const at = (sign: number) => zones.zoneAt(centre.map((c, i) => c + sign * away[i]! * (depth / 2 + 20)));
  const [before, behind] = [m.kind === 'supply' ? zones.zoneAt(intakeOf(placed, centre)) : at(-1), at(1)];
  if (m.inner > 0) terms.push({ what: `the inside of ${m.name}`, r: m.inner, kind: 'opening' });
  terms.push({ what: `${m.name}, free inside`, r: resistance(LEAST_LOSS, disc, density), kind: 'opening' });
  const free: PlacedMover = {
    ...m,
    at: centre,
    outward: [...away],
    zone: before,
    other: behind,
    blowsIn,
    terms,
    area: disc,
    carries: 0,
  };
  const short = shortOf(document, assembly, placed);
  return short ? { ...free, short } : free;
}

type Through = FaceReach & { board: Solid };

/** A mover that looks through a board of its drawer: from the room in the drawer to the one beyond it. */
function throughBoard(
  { face, board }: Through,
  m: Mover & Pick<PlacedMover, 'terms' | 'blowsIn'>,
  { zoneAt }: Zones,
  disc: number,
  density: number,
): PlacedMover {
  const at = (face.cuts.find((c) => c.kind === 'cut') ?? face.cuts[0])?.at ?? [0, 0, 0];
  const { inside, beyond } = bothSides(at, face.direction, face.plane, board);
  const terms: Term[] = [
    ...m.terms,
    { what: `the opening of ${m.name}`, r: resistance(LEAST_LOSS, disc, density), kind: 'opening' },
  ];
  if (m.inner > 0) terms.push({ what: `the inside of ${m.name}`, r: m.inner, kind: 'opening' });
  if (m.stopped)
    terms.push({ what: `${m.name}, standing`, r: resistance(STOPPED_LOSS, disc, density), kind: 'opening' });
  return {
    ...m,
    at: [...at],
    outward: [...DIRECTIONS[face.direction]],
    zone: zoneAt(inside),
    other: zoneAt(beyond),
    through: boardName(board.name),
    terms,
    area: disc,
    carries: 0,
  };
}

/** Farther from a wall than this a fan has nothing to do with it, in shares of its width. Common practice, no source. */
const BEFORE_WALL = 0.3;

/** How far a part’s outlet ends before an opening in a wall, where it does. */
function shortOf(document: Conversion, assembly: Assembly, placed: PlacedPart): PlacedMover['short'] {
  for (const { face, frame, gap, reaches } of faceReaches(assembly, placed)) {
    if (!face.mustReachOutside || !frame || reaches || gap <= 0) continue;
    const across = ([0, 1, 2] as const).filter((i) => i !== axisOf(face.direction));
    const width = Math.min(...across.map((i) => placed.high[i] - placed.low[i]));
    if (gap <= BEFORE_WALL * width && opensBefore(document, assembly, frame.face, placed))
      return { face: frame.face, gap };
  }
  return undefined;
}

/** Where a supply draws its air: in front of its own fan. */
function intakeOf(placed: NonNullable<ReturnType<typeof outletOf>>['placed'], centre: Vec3): Vec3 {
  const air = placed.solids.find((s) => s.role === 'air');
  return air ? ([0, 1, 2].map((i) => (air.shape.low[i]! + air.shape.high[i]!) / 2) as Vec3) : centre;
}

/** The faces of the hull as heat goes through them, each to the zones that lie on it. */
function facesOf(document: Conversion, { hull }: Assembly, zones: Zones): AirModel['faces'] {
  const blocked = new Set(document.brief.blockedFaces);
  return hull.frames.flatMap((frame) => {
    const wall = wallOf(hull, frame.face);
    if (!wall) return [];
    const area = Math.abs(areaOf(frame.outline)) * 1e-6;
    const up = frame.outward[2];
    const lies = up > 0.7 ? 'top' : up < -0.7 ? 'bottom' : 'upright';
    const us = frame.outline.map((p) => p[0]);
    const vs = frame.outline.map((p) => p[1]);
    const [w, h] = [Math.max(...us) - Math.min(...us), Math.max(...vs) - Math.min(...vs)].map((x) => x / 1000) as [
      number,
      number,
    ];
    const { conductivity, emissivity } = HEAT_THROUGH[materialOf(document, hull, frame.face)];
    const axis = ([0, 1, 2] as const).reduce((a, b) =>
      Math.abs(frame.outward[b]) > Math.abs(frame.outward[a]) ? b : a,
    );
    const end = frame.outward[axis] > 0 ? hull.innerHigh[axis] : hull.innerLow[axis];
    const touching = zones.zones.filter(
      (z) => Math.abs((frame.outward[axis] > 0 ? z.high[axis] : z.low[axis]) - end) < 1,
    );
    if (touching.length === 0) return [];
    return [
      {
        face: {
          area,
          length: lies === 'upright' ? Math.max(h, 0.01) : Math.max(area / (2 * (w + h) || 1), 0.01),
          lies: lies as WarmFace['lies'],
          blocked: blocked.has(frame.face) || (lies === 'bottom' && feetOf(document) < 3),
          thickness: wall.thickness / 1000,
          conductivity,
          emissivity,
        },
        shares: touching.map((z) => [z.id, 1 / touching.length] as const),
      },
    ];
  });
}
